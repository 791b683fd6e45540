package dev.pfeiler.ecosystem.node.check;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.pfeiler.check.Change;
import dev.pfeiler.ecosystem.node.model.Dependencies.Section;
import dev.pfeiler.ecosystem.node.registry.Manifest;
import dev.pfeiler.tree.JsonPlaces;
import dev.pfeiler.tree.JsonText;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A lock file of npm, in the form that it has from version 2 on. Source: the npm documentation, package-lock.json.
 *
 * @param packages the locked packages by their places, the project itself under the empty one
 */
record LockFile(String path, JsonNode packages, JsonPlaces places) {
    static final List<String> NAMES = List.of("package-lock.json", "npm-shrinkwrap.json");
    private static final String FOLDER = "node_modules/";

    /** The lock file at the top of a tree, if there is one in that form. */
    static Optional<LockFile> read(ProjectTree tree) {
        for (String name : NAMES) {
            if (!tree.has(name)) continue;
            try {
                String text = tree.text(name).content();
                JsonNode packages = new ObjectMapper().readTree(text).path("packages");
                if (packages.isObject()) return Optional.of(new LockFile(name, packages, JsonPlaces.of(text)));
            } catch (IOException e) {
                return Optional.empty();
            }
        }
        return Optional.empty();
    }

    /** What is locked of a package that the project itself gets. */
    Optional<Manifest> of(String name) {
        JsonNode found = packages.path(FOLDER + name);
        return found.isObject() ? Optional.of(new Manifest(found)) : Optional.empty();
    }

    /** The entry of the project itself, or of a workspace. */
    JsonNode project(String folder) {
        return packages.path(folder);
    }

    int line(String... way) {
        String[] whole = new String[way.length + 1];
        whole[0] = "packages";
        System.arraycopy(way, 0, whole, 1, way.length);
        return places.line(whole);
    }

    /** The names of the packages that have a program of a name. */
    List<String> providing(String program) {
        List<String> found = new ArrayList<>();
        packages.properties().forEach(entry -> {
            if (!entry.getKey().startsWith(FOLDER)) return;
            String name = entry.getKey().substring(entry.getKey().lastIndexOf(FOLDER) + FOLDER.length());
            if (programs(name, entry.getValue()).contains(program)) found.add(name);
        });
        return found;
    }

    /** The programs of a package. */
    static Set<String> programs(String name, JsonNode manifest) {
        JsonNode bin = manifest.path("bin");
        Set<String> programs = new LinkedHashSet<>();
        if (bin.isTextual()) programs.add(name.substring(name.lastIndexOf('/') + 1));
        bin.fieldNames().forEachRemaining(programs::add);
        return programs;
    }

    /**
     * The lock file follows a change of a section, as npm would write it: entries of packages that nothing requires any
     * more are gone, and each says whether it is for development only.
     *
     * @param spec the range; empty if the package is no longer in any section
     */
    static Change following(String path, String name, Optional<Section> to, String spec) {
        return new Change.Edit(path, text -> {
            try {
                JsonNode root = new ObjectMapper().readTree(text);
                // a file that npm did not format would be rewritten as a whole
                if (!(root.path("packages").path("") instanceof ObjectNode own)
                        || !JsonText.of(root, 2).equals(text)) return text;
                for (Section section : Section.values())
                    if (own.path(section.field()) instanceof ObjectNode listed) {
                        listed.remove(name);
                        if (listed.isEmpty()) own.remove(section.field());
                    }
                to.ifPresent(section -> put(own, section.field(), name, spec));
                ObjectNode packages = (ObjectNode) root.path("packages");
                if (to.isPresent() && !packages.has(FOLDER + name)) return text;
                mark(packages, own);
                return JsonText.of(root, 2);
            } catch (IOException e) {
                return text;
            }
        });
    }

    private static void put(ObjectNode own, String section, String name, String spec) {
        java.util.TreeMap<String, JsonNode> sorted = new java.util.TreeMap<>();
        own.path(section).properties().forEach(entry -> sorted.put(entry.getKey(), entry.getValue()));
        sorted.put(name, own.textNode(spec));
        // sections are in the order of their names
        ObjectNode listed = own.objectNode();
        sorted.forEach(listed::set);
        if (own.has(section)) {
            own.set(section, listed);
            return;
        }
        java.util.LinkedHashMap<String, JsonNode> after = new java.util.LinkedHashMap<>();
        own.properties().forEach(entry -> {
            boolean later = Set.of("engines", "bin", "peerDependencies", "optionalDependencies")
                    .contains(entry.getKey());
            boolean development =
                    section.equals("dependencies") && entry.getKey().equals("devDependencies");
            if ((later || development) && !after.containsKey(section)) after.put(section, listed);
            after.put(entry.getKey(), entry.getValue());
        });
        after.putIfAbsent(section, listed);
        own.removeAll();
        after.forEach(own::set);
    }

    /** Removes what nothing requires, and says of the rest whether it is for development only. */
    private static void mark(ObjectNode packages, ObjectNode own) {
        Set<String> program =
                reached(packages, own, List.of("dependencies", "optionalDependencies", "peerDependencies"));
        Set<String> all = new LinkedHashSet<>(program);
        all.addAll(reached(packages, own, List.of("devDependencies")));
        List<String> gone = new ArrayList<>();
        packages.properties().forEach(entry -> {
            if (!entry.getKey().startsWith(FOLDER)) return;
            if (!all.contains(entry.getKey())) gone.add(entry.getKey());
            else if (entry.getValue() instanceof ObjectNode one) {
                if (program.contains(entry.getKey())) one.remove("dev");
                else if (!one.has("dev") && !one.has("devOptional")) insertDev(one);
            }
        });
        gone.forEach(packages::remove);
    }

    /** Where npm writes it: behind the hash. */
    private static void insertDev(ObjectNode one) {
        java.util.LinkedHashMap<String, JsonNode> after = new java.util.LinkedHashMap<>();
        one.properties().forEach(entry -> {
            after.put(entry.getKey(), entry.getValue());
            if (entry.getKey().equals("integrity")) after.put("dev", one.booleanNode(true));
        });
        after.putIfAbsent("dev", one.booleanNode(true));
        one.removeAll();
        after.forEach(one::set);
    }

    private static Set<String> reached(ObjectNode packages, ObjectNode own, List<String> sections) {
        Set<String> reached = new LinkedHashSet<>();
        Deque<Map.Entry<String, JsonNode>> open = new ArrayDeque<>();
        open.add(Map.entry("", own));
        boolean first = true;
        while (!open.isEmpty()) {
            Map.Entry<String, JsonNode> from = open.poll();
            List<String> taken = first ? sections : List.of("dependencies", "optionalDependencies", "peerDependencies");
            first = false;
            for (String section : taken)
                from.getValue().path(section).fieldNames().forEachRemaining(name -> {
                    Optional<String> place = place(packages, from.getKey(), name);
                    if (place.isPresent() && reached.add(place.get()))
                        open.add(Map.entry(place.get(), packages.path(place.get())));
                });
        }
        return reached;
    }

    /** Where a package that another one requires is: in its own folder, or in one around it. */
    private static Optional<String> place(ObjectNode packages, String from, String name) {
        for (String each = from; ; ) {
            String place = (each.isEmpty() ? "" : each + "/") + FOLDER + name;
            if (packages.has(place)) return Optional.of(place);
            if (each.isEmpty()) return Optional.empty();
            int at = each.lastIndexOf("/" + FOLDER);
            each = at < 0 ? "" : each.substring(0, at);
        }
    }
}
