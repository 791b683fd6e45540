package dev.pfeiler.ecosystem.php;

import dev.pfeiler.ecosystem.php.composer.ComposerFile.Autoload;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.ecosystem.php.source.PhpSource.Declaration;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
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
 * to, else by a list. Source: PSR-4, and the schema of Composer 2.
 *
 * @param goals the new path of each file that moves
 */
record PhpLayout(Map<String, String> goals, Autoload autoload) {
    /**
     * Lays files out.
     *
     * @param naming what the files declare from now on
     * @param files of classes, each with nothing else in it
     * @param conventional the folder they are to be in, below which namespaces are folders; empty to leave all where it is
     * @param stuck those that must not move
     */
    static PhpLayout of(
            PhpProject project,
            PhpNamespace naming,
            Collection<PhpSource> files,
            List<String> atEveryStart,
            String conventional,
            Set<String> stuck) {
        Map<String, String> goals = new LinkedHashMap<>();
        Map<String, String> namespaces = new TreeMap<>();
        Set<String> listed = new TreeSet<>();
        List<PhpSource> open = new ArrayList<>(files);
        if (!conventional.isEmpty()) {
            Map<String, String> roots = roots(files, naming, conventional);
            Set<String> taken = new HashSet<>();
            for (PhpSource source : files) {
                String goal = goal(source, naming, roots);
                boolean free = goal.equals(source.path()) || !project.tree().has(goal);
                boolean goes = !goal.isEmpty() && !stuck.contains(source.path()) && free && taken.add(goal);
                if (!goes) continue;
                open.remove(source);
                if (!goal.equals(source.path())) goals.put(source.path(), goal);
                roots.forEach((prefix, folder) -> {
                    if (naming.declarations(source).get(0).name().startsWith(prefix))
                        namespaces.put(prefix, folder + "/");
                });
            }
        }
        Map<String, Set<PhpSource>> agreeing = agreeing(open, naming);
        agreeing.forEach((mapping, sources) -> {
            String[] parts = mapping.split("=", 2);
            if (namespaces.containsKey(parts[0])) return;
            namespaces.put(parts[0], parts[1].isEmpty() ? "" : parts[1] + "/");
            open.removeAll(sources);
        });
        open.forEach(source -> listed.add(source.path()));
        return new PhpLayout(goals, new Autoload(namespaces, folded(project, listed, goals.keySet()), atEveryStart));
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
        Map<String, Long> prefixes = agreeing.keySet().stream()
                .collect(Collectors.groupingBy(key -> key.substring(0, key.indexOf('=')), Collectors.counting()));
        agreeing.keySet().removeIf(key -> prefixes.get(key.substring(0, key.indexOf('='))) > 1);
        return agreeing;
    }

    /** Folders instead of their files, where all their sources are listed. */
    private static List<String> folded(PhpProject project, Set<String> listed, Set<String> moved) {
        Set<String> folded = new TreeSet<>(listed);
        for (String folder : project.tree().folders()) {
            List<String> inside = project.sources().keySet().stream()
                    .filter(path -> Paths.within(folder, path) && !moved.contains(path))
                    .toList();
            boolean all = inside.size() > 1 && listed.containsAll(inside);
            if (!all || folded.stream().anyMatch(place -> place.endsWith("/") && folder.startsWith(place))) continue;
            folded.removeIf(path -> Paths.within(folder, path));
            folded.add(folder + "/");
        }
        return List.copyOf(folded);
    }
}
