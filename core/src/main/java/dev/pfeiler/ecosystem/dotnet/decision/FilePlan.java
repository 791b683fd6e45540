package dev.pfeiler.ecosystem.dotnet.decision;

import dev.pfeiler.ecosystem.dotnet.model.ProjectText;
import dev.pfeiler.ecosystem.dotnet.model.ProjectText.Element;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Source;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * How a project names exactly the sources that it compiles, in as few words as possible: by what an SDK takes by itself,
 * what is left out of that, and what is added to it.
 */
final class FilePlan {
    /** So many files of one folder are named by a pattern. */
    private static final int MANY = 3;

    private final ProjectTree tree;
    private final String folder;
    private final Map<String, String> wanted = new LinkedHashMap<>();
    private final List<String> excluded = new ArrayList<>();
    private final List<Element> elements = new ArrayList<>();
    private boolean byDefault = true;

    /**
     * @param folder of the project
     * @param others folders of other projects
     */
    FilePlan(ProjectTree tree, String folder, Collection<Source> sources, Collection<String> others) {
        this.tree = tree;
        this.folder = folder;
        sources.forEach(source -> wanted.put(source.path(), source.place()));
        for (String other : new TreeSet<>(others)) {
            boolean within = !other.equals(folder) && Paths.within(folder, other);
            boolean covered = excluded.stream().anyMatch(outer -> Paths.within(outer, other));
            if (within && !covered && holdsNone(other)) excluded.add(other);
        }
        plan();
    }

    private boolean holdsNone(String other) {
        return wanted.keySet().stream().noneMatch(path -> Paths.within(other, path));
    }

    /** Folders that are left out with all that is in them, relative to the project's. */
    List<String> excluded() {
        return excluded.stream().map(path -> Paths.relative(folder, path)).toList();
    }

    /** Whether what the SDK takes by itself is used. */
    boolean byDefault() {
        return byDefault;
    }

    List<Element> elements() {
        return List.copyOf(elements);
    }

    /** Whether an SDK takes a file of the project's folder by itself. */
    boolean isDefault(String path) {
        if (!Paths.within(folder, path)) return false;
        String within = Paths.relative(folder, path);
        boolean output = within.startsWith("bin/") || within.startsWith("obj/");
        boolean hidden = ("/" + Paths.parent(within)).contains("/.");
        return !output && !hidden && excluded.stream().noneMatch(other -> Paths.within(other, path));
    }

    private void plan() {
        Set<String> taken = new TreeSet<>();
        tree.under(folder)
                .filter(file -> file.extension().equals("cs"))
                .map(TreeFile::path)
                .filter(this::isDefault)
                .forEach(taken::add);
        Set<String> excess = new TreeSet<>(taken);
        excess.removeAll(wanted.keySet());
        List<String> removed = removals(excess);
        long inside = wanted.keySet().stream().filter(taken::contains).count();
        byDefault = removed.size() <= inside || removed.size() < 2;
        if (byDefault) removed.forEach(pattern -> elements.add(ProjectText.element("Compile", "Remove", pattern)));
        Map<String, String> more = new TreeMap<>(wanted);
        if (byDefault) more.keySet().removeAll(taken);
        include(more);
    }

    /** Patterns for what is left out: whole folders where nothing in them is wanted. */
    private List<String> removals(Set<String> excess) {
        List<String> patterns = new ArrayList<>();
        Set<String> done = new LinkedHashSet<>();
        for (String path : excess) {
            if (done.stream().anyMatch(outer -> Paths.within(outer, path))) continue;
            String whole = "";
            for (String at = Paths.parent(path); !at.equals(folder) && Paths.within(folder, at); at = Paths.parent(at))
                if (holdsNone(at)) whole = at;
            if (whole.isEmpty()) {
                patterns.add(ProjectText.path(Paths.relative(folder, path)));
            } else {
                done.add(whole);
                patterns.add(ProjectText.path(Paths.relative(folder, whole)) + "\\**");
            }
        }
        return patterns;
    }

    private void include(Map<String, String> files) {
        Map<String, String> open = new TreeMap<>(files);
        for (String path : files.keySet()) {
            if (!open.containsKey(path)) continue;
            String whole = whole(path, open);
            if (whole.isEmpty() || !Paths.within(whole, path)) {
                String written = ProjectText.path(Paths.from(folder, path));
                String place = open.get(path);
                boolean outside = !Paths.within(folder, path);
                boolean linked = outside && !place.equals(Paths.name(path));
                elements.add(ProjectText.element(
                        "Compile", "Include", written, "Link", linked ? ProjectText.path(place) : ""));
                open.remove(path);
                continue;
            }
            String base = base(whole, path, open);
            boolean deep = open.keySet().stream()
                    .anyMatch(one ->
                            Paths.within(whole, one) && !Paths.parent(one).equals(whole));
            elements.add(ProjectText.element(
                    "Compile",
                    "Include",
                    ProjectText.path(Paths.from(folder, whole)) + (deep ? "\\**\\*.cs" : "\\*.cs"),
                    "LinkBase",
                    ProjectText.path(base)));
            open.keySet().removeIf(one -> Paths.within(whole, one));
        }
    }

    /** The largest folder around a file outside the project of which all sources are wanted, in the same places. */
    private String whole(String path, Map<String, String> open) {
        String best = "";
        if (Paths.within(folder, path)) return best;
        for (String at = Paths.parent(path); !at.isEmpty() && !Paths.within(at, folder); at = Paths.parent(at)) {
            String here = at;
            List<String> all = tree.under(at)
                    .filter(file -> file.extension().equals("cs"))
                    .map(TreeFile::path)
                    .toList();
            String base = base(at, path, open);
            boolean plain = all.stream().allMatch(one -> Paths.name(one).equals(open.get(one)));
            boolean complete = plain
                    || all.stream()
                            .allMatch(one -> open.containsKey(one)
                                    && open.get(one).equals(Paths.join(base, Paths.relative(here, one))));
            if (!complete) break;
            if (all.size() >= MANY) best = at;
        }
        return best;
    }

    /** Where the project shows a folder, by where it shows a file in it. */
    private static String base(String whole, String path, Map<String, String> open) {
        return Paths.before(Paths.relative(whole, path), open.get(path)).orElse("");
    }
}
