package dev.pfeiler.ecosystem.jvm;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.dependency.Usage;
import dev.pfeiler.ecosystem.jvm.deployment.WebFiles;
import dev.pfeiler.ecosystem.jvm.layout.Layout;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.source.JavaSource;
import dev.pfeiler.ecosystem.jvm.source.Names;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.PathPattern;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Splits a project into modules where the old build compiled it in several calls and made an archive of each result. */
final class JvmModules {
    private final Layout layout;
    private final List<JavaSource> main;
    private final List<JavaSource> tests;
    private final List<Jar> libraries;
    private final WebFiles web;
    /** By module name, its sources. */
    private final Map<String, List<JavaSource>> sources = new LinkedHashMap<>();

    private final Map<String, Wiring.Archive> archives = new LinkedHashMap<>();
    private final Map<JavaSource, String> moduleOf = new HashMap<>();

    private JvmModules(
            Layout layout, List<JavaSource> main, List<JavaSource> tests, List<Jar> libraries, WebFiles web) {
        this.layout = layout;
        this.main = main;
        this.tests = tests;
        this.libraries = libraries;
        this.web = web;
    }

    /**
     * The modules of a project, one that others need before them; a single one where nothing asks for more.
     *
     * @param usage of the libraries by the whole project
     * @param split whether to look for several
     */
    static List<JvmModule> of(
            Layout layout,
            List<JavaSource> main,
            List<JavaSource> tests,
            List<Jar> libraries,
            WebFiles web,
            List<Wiring> wirings,
            Usage usage,
            boolean split) {
        JvmModules modules = new JvmModules(layout, main, tests, libraries, web);
        for (Wiring wiring : wirings) {
            if (split && layout.web().isEmpty() && modules.found(wiring)) return modules.several();
        }
        Optional<Wiring.Archive> archive = wirings.stream()
                .flatMap(w -> w.archives().stream())
                .filter(a -> a.path().endsWith(".jar"))
                .findFirst();
        return List.of(new JvmModule("", main, tests, layout.placements().keySet(), List.of(), usage, archive));
    }

    /** Whether every source of the program belongs to one archive of the wiring, and there are several. */
    private boolean found(Wiring wiring) {
        sources.clear();
        archives.clear();
        moduleOf.clear();
        for (Wiring.Archive archive : wiring.archives()) {
            List<JavaSource> own = new ArrayList<>();
            for (Wiring.Compilation compilation : wiring.compilations()) {
                boolean packed = compilation
                        .output()
                        .map(Wiring.Setting::value)
                        .filter(archive.folders()::contains)
                        .isPresent();
                if (packed)
                    main.stream().filter(s -> takes(compilation, s.path())).forEach(own::add);
            }
            String name = name(archive.path());
            if (own.isEmpty() || sources.containsKey(name)) continue;
            for (JavaSource source : own) if (moduleOf.putIfAbsent(source, name) != null) return false;
            sources.put(name, own);
            archives.put(name, archive);
        }
        return sources.size() > 1 && moduleOf.size() == main.size() && !cyclic();
    }

    private static boolean takes(Wiring.Compilation compilation, String path) {
        return compilation.sources().stream().anyMatch(folder -> {
            if (!Paths.within(folder.path(), path)) return false;
            String relative = Paths.relative(folder.path(), path);
            return (folder.including().isEmpty() || matches(folder.including(), relative))
                    && !matches(folder.excluding(), relative);
        });
    }

    private static boolean matches(List<String> patterns, String path) {
        return patterns.stream().anyMatch(p -> PathPattern.of(p).matches(path));
    }

    /** An archive's name without its version. */
    private static String name(String path) {
        return Paths.stem(path).replaceFirst("[-_]v?\\d[\\w.+-]*$", "");
    }

    /** Which module declares a class. */
    private Names<String> names() {
        Names<String> names = new Names<>();
        sources.forEach((module, own) -> own.forEach(s -> names.add(module, s.typeNames())));
        return names;
    }

    private Map<String, Set<String>> needs() {
        Names<String> names = names();
        Map<String, Set<String>> needs = new LinkedHashMap<>();
        sources.forEach((module, own) -> {
            Set<String> used = new LinkedHashSet<>();
            for (JavaSource source : own) used.addAll(names.owners(source));
            used.remove(module);
            needs.put(module, used);
        });
        return needs;
    }

    private boolean cyclic() {
        return ordered(needs()).size() < sources.size();
    }

    /** The modules, one that others need before them; those of a cycle are missing. */
    private static List<String> ordered(Map<String, Set<String>> needs) {
        List<String> ordered = new ArrayList<>();
        boolean more = true;
        while (more) {
            more = false;
            for (Map.Entry<String, Set<String>> entry : needs.entrySet()) {
                if (ordered.contains(entry.getKey()) || !ordered.containsAll(entry.getValue())) continue;
                ordered.add(entry.getKey());
                more = true;
            }
        }
        return ordered;
    }

    private List<JvmModule> several() {
        Map<String, Set<String>> needs = needs();
        List<String> ordered = ordered(needs);
        Map<String, List<JavaSource>> testsOf = new HashMap<>();
        Names<String> names = names();
        for (JavaSource test : tests) {
            String module = moduleOfTest(test, names, ordered);
            moduleOf.put(test, module);
            testsOf.computeIfAbsent(module, m -> new ArrayList<>()).add(test);
        }
        Map<String, Set<String>> paths = paths(ordered);
        List<JvmModule> modules = new ArrayList<>();
        for (String name : ordered) {
            List<JavaSource> own = testsOf.getOrDefault(name, List.of());
            modules.add(new JvmModule(
                    name,
                    sources.get(name),
                    own,
                    paths.get(name),
                    ordered.stream().filter(needs.get(name)::contains).toList(),
                    Usage.of(libraries, sources.get(name), own, web),
                    Optional.of(archives.get(name))));
        }
        return modules;
    }

    /** A test belongs to the last module, in the order of need, whose classes it uses. */
    private static String moduleOfTest(JavaSource test, Names<String> names, List<String> ordered) {
        Set<String> used = names.owners(test);
        return ordered.stream()
                .filter(used::contains)
                .max(Comparator.comparingInt(ordered::indexOf))
                .orElse(ordered.get(ordered.size() - 1));
    }

    /** Files follow the sources of their folder; a folder without sources follows the archive it goes into. */
    private Map<String, Set<String>> paths(List<String> ordered) {
        Map<String, Map<String, Integer>> votes = new HashMap<>();
        moduleOf.forEach((source, module) -> {
            for (String f = Paths.parent(source.path()); ; f = Paths.parent(f)) {
                votes.computeIfAbsent(f, x -> new HashMap<>()).merge(module, 1, Integer::sum);
                if (f.isEmpty()) break;
            }
        });
        Map<String, String> bySource = new HashMap<>();
        moduleOf.forEach((source, module) -> bySource.put(source.path(), module));
        Map<String, Set<String>> paths = new HashMap<>();
        ordered.forEach(name -> paths.put(name, new LinkedHashSet<>()));
        String last = ordered.get(ordered.size() - 1);
        for (Placement placement : layout.placements().values()) {
            String module = Optional.ofNullable(bySource.get(placement.path()))
                    .or(() -> byArchive(placement.path()))
                    .or(() -> byNeighbours(placement.path(), votes))
                    .orElse(last);
            paths.get(module).add(placement.path());
        }
        return paths;
    }

    private Optional<String> byArchive(String path) {
        return archives.entrySet().stream()
                .filter(entry ->
                        entry.getValue().folders().stream().anyMatch(f -> !f.isEmpty() && Paths.within(f, path)))
                .map(Map.Entry::getKey)
                .findFirst();
    }

    private static Optional<String> byNeighbours(String path, Map<String, Map<String, Integer>> votes) {
        for (String f = Paths.parent(path); ; f = Paths.parent(f)) {
            Map<String, Integer> here = votes.get(f);
            if (here != null) {
                return here.entrySet().stream()
                        .max(Map.Entry.<String, Integer>comparingByValue().thenComparing(Map.Entry.comparingByKey()))
                        .map(Map.Entry::getKey);
            }
            if (f.isEmpty()) return Optional.empty();
        }
    }
}
