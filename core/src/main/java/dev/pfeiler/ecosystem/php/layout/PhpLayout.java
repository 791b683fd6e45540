package dev.pfeiler.ecosystem.php.layout;

import dev.pfeiler.ecosystem.php.composer.ComposerFile.Autoload;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.ecosystem.php.source.PhpSource.Declaration;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * Where files of classes go, and how the autoloader finds them: by namespace and folder where the two agree or can be made
 * to, by names with underscores likewise, else by a class map. Source: PSR-4, PSR-0, and the schema of Composer 2.
 *
 * @param goals the new path of each file that moves
 */
public record PhpLayout(Map<String, String> goals, Autoload autoload) {
    /** A group of fewer files whose namespaces have no folders of their own agrees with any folder. */
    private static final int SHOWS = 3;
    /** Of the files with classes in a folder of the class map, at most one in so many is left out. */
    private static final int EXCLUDED = 4;

    /**
     * What is to be laid out.
     *
     * @param naming what the files declare from now on
     * @param files of classes, each with nothing else in it, that nothing loads but the autoloader
     * @param mapped files of classes that are loaded by statements as well and stay where they are
     * @param atEveryStart files that are loaded at every start
     * @param stuck files that must not move
     */
    public record Files(
            PhpNamespace naming,
            Collection<PhpSource> files,
            Collection<PhpSource> mapped,
            List<String> atEveryStart,
            Set<String> stuck) {}

    /**
     * Lays files out.
     *
     * @param conventional the folder they are to be in, below which namespaces are folders; empty to leave all where it is
     */
    public static PhpLayout of(PhpProject project, Files all, String conventional) {
        PhpNamespace naming = all.naming();
        Map<String, String> goals = new LinkedHashMap<>();
        Map<String, String> namespaces = new TreeMap<>();
        List<PhpSource> open = new ArrayList<>(all.files());
        open.addAll(all.mapped());
        holding(open, naming).forEach((mapping, sources) -> put(namespaces, mapping, sources, open));
        if (!conventional.isEmpty()) {
            Set<String> left = open.stream().map(PhpSource::path).collect(Collectors.toSet());
            List<PhpSource> files = all.files().stream()
                    .filter(source -> left.contains(source.path()))
                    .toList();
            Map<String, String> roots = roots(files, naming, conventional);
            Set<String> taken = new HashSet<>();
            for (PhpSource source : files) {
                String goal = goal(source, naming, roots);
                boolean free = goal.equals(source.path()) || !project.tree().has(goal);
                boolean goes = !goal.isEmpty() && !all.stuck().contains(source.path()) && free && taken.add(goal);
                if (!goes) continue;
                open.remove(source);
                if (!goal.equals(source.path())) goals.put(source.path(), goal);
                roots.forEach((prefix, folder) -> {
                    if (naming.declarations(source).get(0).name().startsWith(prefix))
                        namespaces.put(prefix, folder + "/");
                });
            }
        }
        agreeing(open, naming).forEach((mapping, sources) -> {
            if (!namespaces.containsKey(prefix(mapping))) put(namespaces, mapping, sources, open);
        });
        Map<String, String> underscores = underscores(project, open);
        ClassMap classMap = ClassMap.of(project, open, goals.keySet());
        return new PhpLayout(
                goals,
                new Autoload(namespaces, underscores, classMap.places(), classMap.excluded(), all.atEveryStart()));
    }

    /** Notes a prefix with its folder, and that the files need nothing else. */
    private static void put(
            Map<String, String> namespaces, String mapping, Set<PhpSource> sources, List<PhpSource> open) {
        String folder = mapping.substring(mapping.indexOf('=') + 1);
        namespaces.put(prefix(mapping), folder.isEmpty() ? "" : folder + "/");
        open.removeAll(sources);
    }

    private static String prefix(String mapping) {
        return mapping.substring(0, mapping.indexOf('='));
    }

    private static boolean movable(PhpSource source, PhpNamespace naming) {
        return naming.declarations(source).size() == 1
                && !naming.declarations(source).get(0).namespace().isEmpty();
    }

    /** The folder below the conventional one for each prefix that namespaces share. */
    private static Map<String, String> roots(Collection<PhpSource> files, PhpNamespace naming, String conventional) {
        Map<String, List<String>> byFirst = files.stream()
                .filter(source -> movable(source, naming))
                .map(source -> naming.declarations(source).get(0).namespace())
                .collect(Collectors.groupingBy(name -> name.split("\\\\")[0], TreeMap::new, Collectors.toList()));
        Map<String, String> roots = new TreeMap<>();
        byFirst.forEach((first, names) -> {
            String prefix = common(names);
            String folder = byFirst.size() == 1 ? conventional : conventional + "/" + first;
            roots.put(prefix + "\\", folder);
        });
        return roots;
    }

    private static String common(List<String> names) {
        List<String> common = Arrays.asList(names.get(0).split("\\\\"));
        for (String name : names) {
            List<String> parts = Arrays.asList(name.split("\\\\"));
            int same = 0;
            while (same < Math.min(common.size(), parts.size())
                    && common.get(same).equals(parts.get(same))) same++;
            common = common.subList(0, same);
        }
        return String.join("\\", common);
    }

    /** Where a file goes; empty if its namespace and name say no place. */
    private static String goal(PhpSource source, PhpNamespace naming, Map<String, String> roots) {
        if (!movable(source, naming)) return "";
        String name = naming.declarations(source).get(0).name();
        return roots.entrySet().stream()
                .filter(root -> name.startsWith(root.getKey()))
                .map(root -> root.getValue() + "/"
                        + path(name.substring(root.getKey().length())))
                .findFirst()
                .orElse("");
    }

    private static String path(String className) {
        return className.replace('\\', '/') + ".php";
    }

    /** Prefixes with their folders that hold for all files of a first namespace, so that none has to move. */
    private static Map<String, Set<PhpSource>> holding(Collection<PhpSource> files, PhpNamespace naming) {
        Map<String, Set<PhpSource>> agreeing = agreeing(files, naming);
        Map<String, Long> counts = files.stream()
                .flatMap(source -> naming.declarations(source).stream().limit(1))
                .filter(declared -> !declared.namespace().isEmpty())
                .collect(Collectors.groupingBy(declared -> first(declared.name()), Collectors.counting()));
        agreeing.entrySet().removeIf(entry -> {
            String prefix = Text.withoutEnd(prefix(entry.getKey()), "\\");
            String folder = entry.getKey().substring(entry.getKey().indexOf('=') + 1);
            boolean all = counts.get(first(prefix)) == entry.getValue().size();
            boolean named = Paths.name(folder).equals(prefix.substring(prefix.lastIndexOf('\\') + 1));
            boolean below = entry.getValue().stream()
                    .anyMatch(source -> !Paths.parent(source.path()).equals(folder));
            return !all || !named && !(below && entry.getValue().size() >= SHOWS);
        });
        return agreeing;
    }

    private static String first(String name) {
        return name.split("\\\\")[0];
    }

    /** Prefixes with their folders, where all files below a folder are as their namespaces say. */
    private static Map<String, Set<PhpSource>> agreeing(Collection<PhpSource> files, PhpNamespace naming) {
        Map<String, Set<PhpSource>> agreeing = new TreeMap<>();
        for (PhpSource source : files) {
            if (!movable(source, naming)) continue;
            Declaration declared = naming.declarations(source).get(0);
            String prefix = declared.namespace();
            String folder = Paths.parent(source.path());
            if (!Paths.name(source.path()).equals(declared.simple() + ".php")) continue;
            while (!folder.isEmpty() && prefix.contains("\\") && prefix.endsWith("\\" + Paths.name(folder))) {
                prefix = prefix.substring(0, prefix.lastIndexOf('\\'));
                folder = Paths.parent(folder);
            }
            agreeing.computeIfAbsent(prefix + "\\=" + folder, k -> new HashSet<>())
                    .add(source);
        }
        // one prefix in two folders would need a list, which the autoloader looks through anyway
        Map<String, Long> prefixes =
                agreeing.keySet().stream().collect(Collectors.groupingBy(PhpLayout::prefix, Collectors.counting()));
        agreeing.keySet().removeIf(key -> prefixes.get(prefix(key)) > 1);
        return agreeing;
    }

    /** Prefixes of names with underscores that are folders, with the folder around those; takes their files. */
    private static Map<String, String> underscores(PhpProject project, List<PhpSource> open) {
        Map<String, List<PhpSource>> groups = new TreeMap<>();
        for (PhpSource source : open) {
            List<Declaration> declared = source.classes();
            if (declared.size() != 1 || !agrees(source.path(), declared.get(0))) continue;
            String name = declared.get(0).name();
            String root = source.path().substring(0, source.path().length() - (name.length() + ".php".length()));
            String first = Text.before(name, "_");
            groups.computeIfAbsent(first + "=" + root, k -> new ArrayList<>()).add(source);
        }
        Map<String, String> prefixes = new TreeMap<>();
        groups.forEach((mapping, sources) -> {
            String first = prefix(mapping);
            String root = mapping.substring(mapping.indexOf('=') + 1);
            boolean bare = sources.stream().anyMatch(source -> source.path().equals(root + first + ".php"));
            boolean foreign = project.sources().values().stream()
                    .filter(source -> source.path().startsWith(root + first) && !sources.contains(source))
                    .anyMatch(source -> source.declarations().stream().anyMatch(d -> agrees(source.path(), d)));
            if (sources.size() < 2 || foreign || prefixes.containsKey(bare ? first : first + "_")) return;
            prefixes.put(bare ? first : first + "_", root);
            open.removeAll(sources);
        });
        return prefixes;
    }

    /** Whether a class is where its name with slashes for underscores says. */
    private static boolean agrees(String path, Declaration declared) {
        if (!declared.kind().loadable() || !declared.namespace().isEmpty()) return false;
        String place = declared.name().replace('_', '/') + ".php";
        return path.equals(place) || path.endsWith("/" + place);
    }

    /**
     * The class map: files, and folders instead of their files.
     *
     * @param excluded what of the folders is left out
     */
    private record ClassMap(List<String> places, List<String> excluded) {
        static ClassMap of(PhpProject project, Collection<PhpSource> listed, Set<String> moved) {
            Set<String> places = new TreeSet<>();
            listed.forEach(source -> places.add(source.path()));
            Set<String> paths = Set.copyOf(places);
            Map<String, Set<String>> wanted = new HashMap<>();
            Map<String, Set<String>> others = new HashMap<>();
            for (PhpSource source : project.sources().values()) {
                String path = source.path();
                if (source.classes().isEmpty() || moved.contains(path)) continue;
                Map<String, Set<String>> side = paths.contains(path) ? wanted : others;
                for (String folder = Paths.parent(path); !folder.isEmpty(); folder = Paths.parent(folder))
                    side.computeIfAbsent(folder, f -> new TreeSet<>()).add(path);
            }
            Set<String> folders = new TreeSet<>();
            Set<String> excluded = new TreeSet<>();
            for (String folder : new TreeSet<>(wanted.keySet())) {
                Set<String> left = others.getOrDefault(folder, Set.of());
                int count = wanted.get(folder).size();
                boolean inner = folders.stream().anyMatch(outer -> Paths.within(outer, folder));
                if (inner || count < 2 || left.size() * EXCLUDED > count) continue;
                folders.add(folder);
                excluded.addAll(left);
                places.removeAll(wanted.get(folder));
            }
            folders.forEach(folder -> places.add(folder + "/"));
            return new ClassMap(List.copyOf(places), List.copyOf(excluded));
        }
    }
}
