package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.FolderRoles;
import dev.pfeiler.ecosystem.jvm.layout.Layout;
import dev.pfeiler.ecosystem.jvm.layout.OpenedFiles;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.layout.WiredResources;
import dev.pfeiler.ecosystem.jvm.library.CompileOnlyJars;
import dev.pfeiler.ecosystem.jvm.library.Usage;
import dev.pfeiler.ecosystem.jvm.model.Generator;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.web.WebFiles;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Understands a reading as a project. */
public final class ProjectReader {
    private final JvmReading reading;

    public ProjectReader(JvmReading reading) {
        this.reading = reading;
    }

    /**
     * @param roles that the user gave to folders
     * @param split whether it may be several modules
     * @param moveOpened whether files that code opens by their paths move all the same
     */
    public JvmProject read(Map<String, Role> roles, boolean split, boolean moveOpened) {
        Layout placed =
                FolderRoles.of(reading.tree(), reading.languages(), reading.sourceFiles(), reading.wirings(), roles);
        List<SourceFile> main = withRole(reading, placed, Set.of(Role.MAIN, Role.TEMPLATE));
        List<SourceFile> tests = withRole(reading, placed, Set.of(Role.TEST));
        Layout layout = moveOpened
                ? placed
                : OpenedFiles.staying(
                        placed,
                        reading.tree(),
                        reading.languages(),
                        Stream.concat(main.stream(), tests.stream()).toList(),
                        testFolders());
        Map<Folder, WebFiles> webs = new LinkedHashMap<>();
        layout.folders(Role.WEB)
                .forEach(folder -> webs.put(folder, WebFiles.read(reading.tree(), layout.served(folder))));
        Map<Jar, Evidence> processors = processors();
        ProjectJars jars = jars(layout, processors.keySet(), main, tests);
        Usage usage =
                Usage.of(jars.libraries(), main, tests, webs.values(), SettingsUsage.named(reading, layout, p -> true));
        jars = jars.with(new JarTraits(
                new TestOnlyJars(layout, reading.wirings()).of(jars.libraries(), usage),
                new CompileOnlyJars(reading.tree()).of(jars.libraries(), main, usage),
                processors));
        Applications archives = new Applications(reading, layout, jars.libraries());
        List<Applications.Application> applications = archives.all();
        List<SourceModule> modules = new ModuleSplit(
                        reading, layout, main, tests, jars.libraries(), webs, archives, applications)
                .of(usage, split);
        return new JvmProject(apart(layout, modules), main, tests, webs, jars, usage, applications, modules);
    }

    /** The folders that the old builds run tests in, other than the top. */
    private Set<String> testFolders() {
        return reading.wirings().stream()
                .flatMap(wiring -> wiring.testRuns().stream())
                .flatMap(run -> run.folder().stream())
                .map(setting -> Text.withoutStart(setting.value(), Wiring.TOP))
                .flatMap(folder -> Paths.normal(folder).stream())
                .collect(Collectors.toSet());
    }

    /** A layout in which of files that would go to one place only the one of the module's own archive goes there. */
    private Layout apart(Layout layout, List<SourceModule> modules) {
        Map<String, Placement> left = new HashMap<>();
        for (SourceModule module : modules) {
            Map<String, List<Placement>> byPlace = Stream.concat(
                            layout.files(Role.MAIN_RESOURCES),
                            // sources that declare the same are an error of the project
                            layout.files(Role.MAIN)
                                    .filter(placement -> !reading.languages().isSource(placement.path())))
                    .filter(placement -> module.paths().contains(placement.path()))
                    .collect(Collectors.groupingBy(
                            (Placement placement) ->
                                    module.path(placement.role().conventional(placement.relative())),
                            TreeMap::new,
                            Collectors.toList()));
            for (List<Placement> same : byPlace.values()) {
                Optional<Placement> kept = same.size() < 2 ? Optional.empty() : kept(module, same);
                if (kept.isEmpty()) continue;
                for (Placement other : same)
                    if (!other.equals(kept.get()))
                        left.put(
                                other.path(),
                                other.left("the place of " + kept.get().path() + " would be the same"));
            }
        }
        return left.isEmpty() ? layout : layout.with(left);
    }

    /** Which of files for one place the module has; none where no archive says which. */
    private Optional<Placement> kept(SourceModule module, List<Placement> same) {
        // a description of a package is in no program
        if (same.stream().allMatch(placement -> placement.role() == Role.MAIN)) return Optional.of(same.get(0));
        return Stream.concat(
                        module.archive().stream(),
                        reading.wirings().stream().flatMap(wiring -> wiring.archives().stream()))
                .flatMap(archive -> same.stream().filter(placement -> WiredResources.place(archive, placement.path())
                        .equals(Optional.of(placement.relative()))))
                .findFirst();
    }

    /** The jars on paths of annotation processors, with the place that puts them there. */
    private Map<Jar, Evidence> processors() {
        Map<Jar, Evidence> processors = new LinkedHashMap<>();
        for (Wiring wiring : reading.wirings()) {
            for (Wiring.Library entry : wiring.processorPath()) {
                reading.jars().stream()
                        .filter(jar -> jar.path().equals(entry.path()))
                        .forEach(jar -> processors.putIfAbsent(jar, entry.evidence()));
            }
        }
        return processors;
    }

    private ProjectJars jars(Layout layout, Set<Jar> processors, List<SourceFile> main, List<SourceFile> tests) {
        List<Jar> products = reading.jars().stream()
                .filter(jar -> builtFrom(jar, reading.sourceFiles()))
                .toList();
        Set<String> classPath = reading.wirings().stream()
                .flatMap(wiring -> wiring.libraries().stream())
                .map(Wiring.Library::path)
                .collect(Collectors.toSet());
        Set<String> listed = listed(reading, layout);
        if (!listed.isEmpty()) listed.addAll(required(listed, products, main, tests));
        Map<String, Jar> byHash = new LinkedHashMap<>();
        Map<Jar, Jar> copies = new LinkedHashMap<>();
        for (Jar jar : reading.jars()) {
            if (products.contains(jar) || !listed.isEmpty() && !listed.contains(jar.path())) continue;
            if (processors.contains(jar) && !classPath.contains(jar.path())) continue;
            if (listed.isEmpty() && onlyGenerates(jar, main, tests)) continue;
            Jar first = byHash.putIfAbsent(jar.sha1(), jar);
            if (first != null) copies.put(jar, first);
        }
        List<Jar> libraries = List.copyOf(byHash.values());
        List<Jar> unlisted = reading.jars().stream()
                .filter(jar -> !products.contains(jar)
                        && !libraries.contains(jar)
                        && !copies.containsKey(jar)
                        && !processors.contains(jar))
                .toList();
        return new ProjectJars(libraries, copies, products, unlisted, JarTraits.NONE);
    }

    /** Whether a jar is a generator of sources that the old build calls, and no source uses it. */
    private boolean onlyGenerates(Jar jar, List<SourceFile> main, List<SourceFile> tests) {
        boolean called = reading.wirings().stream()
                .flatMap(wiring -> wiring.generators().stream())
                .flatMap(call -> Generator.of(call.tool()).stream())
                .anyMatch(generator -> generator.writesStandalone() && jar.holds(generator.sign()));
        if (!called) return false;
        Usage usage = Usage.of(List.of(jar), main, tests, List.of(), Map.of());
        return !usage.uses(Usage.Way.MAIN, jar) && !usage.uses(Usage.Way.TEST, jar);
    }

    private static List<SourceFile> withRole(JvmReading reading, Layout layout, Set<Role> roles) {
        return reading.sourceFiles().stream()
                .filter(source -> layout.of(source.path())
                        .map(Placement::role)
                        .filter(roles::contains)
                        .isPresent())
                .toList();
    }

    /** The jars that a wiring lists or that are deployed; empty if no wiring lists any. */
    private static Set<String> listed(JvmReading reading, Layout layout) {
        Set<String> listed = reading.wirings().stream()
                .flatMap(wiring -> wiring.libraries().stream())
                .map(Wiring.Library::path)
                .filter(path -> path.endsWith(".jar"))
                .collect(Collectors.toCollection(HashSet::new));
        // what is deployed says nothing of what the sources are compiled against
        if (listed.isEmpty()) return listed;
        reading.jars().stream()
                .map(Jar::path)
                .filter(path -> deployedIn(layout, path) || packedInto(reading, path))
                .forEach(listed::add);
        return listed;
    }

    /** The jars that sources use though no class path names them, as it starts at a variable or outside the project. */
    private Set<String> required(
            Set<String> listed, List<Jar> products, List<SourceFile> main, List<SourceFile> tests) {
        List<Jar> jars = reading.jars().stream()
                .filter(jar -> !products.contains(jar))
                .sorted(Comparator.comparing(jar -> !listed.contains(jar.path())))
                .toList();
        if (jars.stream().allMatch(jar -> listed.contains(jar.path()))) return Set.of();
        Usage usage = Usage.of(jars, main, tests, List.of(), Map.of());
        return Stream.of(Usage.Way.MAIN, Usage.Way.TEST)
                .flatMap(way -> usage.reached(way).keySet().stream())
                .map(Jar::path)
                .collect(Collectors.toSet());
    }

    private static boolean packedInto(JvmReading reading, String path) {
        return reading.wirings().stream()
                .flatMap(wiring -> wiring.archives().stream())
                .filter(archive -> !archive.is("jar"))
                .anyMatch(archive -> archive.entry(path).isPresent());
    }

    private static boolean deployedIn(Layout layout, String path) {
        return layout.folders(Role.WEB).anyMatch(web -> WebFiles.isLibrary(web.path(), path));
    }

    /** Whether most classes of a jar are declared by the sources. */
    private static boolean builtFrom(Jar jar, List<SourceFile> sources) {
        if (jar.classes().isEmpty()) return false;
        long own = sources.stream()
                .flatMap(source -> source.typeNames().stream())
                .filter(jar::holds)
                .count();
        long top = jar.classes().stream().filter(name -> name.indexOf('$') < 0).count();
        return own > 0 && own * 2 >= top;
    }
}
