package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.Languages;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.layout.WiredResources;
import dev.pfeiler.ecosystem.jvm.model.PackedFiles;
import dev.pfeiler.ecosystem.jvm.model.Resources;
import dev.pfeiler.ecosystem.jvm.model.SourceSet;
import dev.pfeiler.ecosystem.jvm.model.SourceSets;
import dev.pfeiler.ecosystem.jvm.project.EnterpriseContents;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.PackedSources;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Describes where the files of a module are: in the conventional folders, or where they have been. */
final class SourceSetDecision {
    private final ProjectTree tree;
    private final Languages languages;
    private final JvmProject project;
    private final SourceModule module;
    private final WiredResources wired;

    SourceSetDecision(JvmReading reading, JvmProject project, SourceModule module) {
        this.tree = reading.tree();
        this.languages = reading.languages();
        this.project = project;
        this.module = module;
        this.wired = new WiredResources(reading.wirings());
    }

    /** @param keep whether files stay where they are */
    SourceSets describe(boolean keep) {
        boolean packageDescriptions = module.main().stream().anyMatch(SourceFile::describesPackage);
        return keep ? kept(packageDescriptions) : conventional(packageDescriptions);
    }

    private SourceSets conventional(boolean packageDescriptions) {
        SourceSet main = conventional(module.main(), Role.MAIN, Role.MAIN_RESOURCES);
        List<Resources> resources = new ArrayList<>(main.resources());
        if (placements().stream().anyMatch(this::isDocumentation)) {
            List<String> pages = List.of("**/doc-files/**", "**/package.html", "**/overview.html");
            resources.add(new Resources(Role.MAIN.conventional(""), "", pages, List.of()));
        }
        PackedSources.of(module)
                .ifPresent(sources -> resources.add(new Resources(
                        Role.MAIN.conventional(""), sources.place(), List.of("**/*.java"), sources.out())));
        resources.addAll(inPlace(Role.MAIN_RESOURCES));
        main = main.with(resources);
        SourceSet test = conventional(module.tests(), Role.TEST, Role.TEST_RESOURCES);
        List<Resources> opened = inPlace(Role.TEST_RESOURCES);
        if (!opened.isEmpty())
            test = test.with(
                    Stream.concat(test.resources().stream(), opened.stream()).toList());
        Optional<PackedFiles> packed = module.web().isPresent()
                ? Optional.of(new PackedFiles(Role.WEB.conventional(""), List.of(), List.of()))
                : module.enterprise()
                        .map(e -> new PackedFiles(Role.APPLICATION.conventional(""), List.of(), List.of()));
        return new SourceSets(main, test, packed, packageDescriptions);
    }

    /** The files of a role that stay where they are among others that move. */
    private List<Resources> inPlace(Role role) {
        Map<Target, List<Placement>> byTarget = placements().stream()
                .filter(placement -> placement.role() == role && placement.staysInPlace())
                .collect(Collectors.groupingBy(
                        Target::of,
                        () -> new TreeMap<>(Comparator.comparing(Target::folder).thenComparing(Target::place)),
                        Collectors.toList()));
        List<Resources> resources = new ArrayList<>();
        byTarget.forEach((target, placed) -> {
            Set<String> wanted = placed.stream()
                    .map(placement -> Paths.relative(target.folder(), placement.path()))
                    .collect(Collectors.toCollection(TreeSet::new));
            Set<String> others = tree.under(target.folder())
                    .map(file -> Paths.relative(target.folder(), file.path()))
                    .filter(path -> !wanted.contains(path))
                    .collect(Collectors.toCollection(HashSet::new));
            // a pattern of all files there would take the descriptor, too
            others.add(".");
            resources.add(new Resources(
                    fromModule(module, target.folder()),
                    target.place(),
                    SelectionPatterns.of(wanted, others),
                    List.of()));
        });
        return resources;
    }

    /** Where all sources are in other languages, there is no folder for those in Java. */
    private SourceSet conventional(List<SourceFile> sources, Role role, Role resources) {
        SourceSet all = SourceSet.of(role.conventional(""), resources.conventional(""));
        boolean java = sources.isEmpty() || sources.stream().anyMatch(s -> s.language() == JvmLanguage.JAVA);
        return java
                ? new SourceSet(all.folders(), List.of(), remaining(sources, role), all.resources())
                : new SourceSet(List.of(), List.of(), List.of(), all.resources());
    }

    /** Patterns of sources that are in the conventional folder already and that the old build does not compile. */
    private List<String> remaining(List<SourceFile> compiled, Role role) {
        String folder = Paths.join(module.folder(), role.conventional(""));
        Set<String> folders =
                compiled.stream().map(source -> Paths.parent(source.path())).collect(Collectors.toSet());
        return tree.under(folder)
                .map(TreeFile::path)
                .filter(path -> JvmLanguage.of(path).equals(Optional.of(JvmLanguage.JAVA)))
                .filter(path -> project.layout()
                        .of(path)
                        .filter(placement -> placement.role() != Role.LEFT)
                        .isEmpty())
                .map(path -> folders.contains(Paths.parent(path)) ? path : Paths.join(Paths.parent(path), "*.java"))
                .map(path -> Paths.relative(folder, path))
                .distinct()
                .toList();
    }

    private SourceSets kept(boolean packageDescriptions) {
        Set<String> main = new TreeSet<>();
        Set<String> tests = new TreeSet<>();
        Set<String> testsAmongSources = new TreeSet<>();
        for (Placement placement : placements()) {
            // sources in other languages have folders of their own
            if (!JvmLanguage.of(placement.path()).equals(Optional.of(JvmLanguage.JAVA))) continue;
            String folder = placement.folder().path();
            if (placement.role() == Role.MAIN) main.add(folder);
            if (placement.role() == Role.TEST) {
                tests.add(folder);
                if (placement.folder().role() != Role.TEST) testsAmongSources.add(placement.relative());
            }
        }
        // where a folder of tests contains other sources too, the tests have to be named one by one
        boolean shared = !testsAmongSources.isEmpty()
                || tests.stream().anyMatch(folder -> !notCompiled(folder).isEmpty());
        List<String> includes = !shared
                ? List.of()
                : placements().stream()
                        .filter(p -> p.role() == Role.TEST && languages.isSource(p.path()))
                        .map(Placement::relative)
                        .sorted()
                        .toList();
        Set<String> excludes = new TreeSet<>(testsAmongSources);
        for (String folder : main) excludes.addAll(notCompiled(folder));
        List<Resources> resources = resources(Role.MAIN_RESOURCES);
        // an empty list would stand for the tool's own folder
        if (resources.isEmpty()) resources = List.of(Resources.of(Role.MAIN_RESOURCES.conventional("")));
        return new SourceSets(
                new SourceSet(fromModule(main), List.of(), List.copyOf(excludes), resources),
                new SourceSet(fromModule(tests), includes, List.of(), resources(Role.TEST_RESOURCES)),
                packed(),
                packageDescriptions);
    }

    private Optional<PackedFiles> packed() {
        if (module.web().isPresent()) {
            Folder web = module.web().get();
            return Optional.of(new PackedFiles(fromModule(module, web.path()), webExcludes(web), resources(Role.WEB)));
        }
        return application()
                .map(folder -> new PackedFiles(fromModule(module, folder), applicationExcludes(folder), List.of()));
    }

    /** The folder that holds the descriptor of an enterprise archive in its place. */
    private Optional<String> application() {
        return module.enterprise()
                .flatMap(EnterpriseContents::descriptor)
                .map(descriptor -> Paths.parent(Paths.parent(descriptor.path())));
    }

    private List<String> applicationExcludes(String folder) {
        Set<String> wanted = placements().stream().map(Placement::path).collect(Collectors.toSet());
        return tree.under(folder)
                .filter(file -> !wanted.contains(file.path()))
                .map(file -> Paths.relative(folder, file.path()))
                .toList();
    }

    private List<String> webExcludes(Folder web) {
        Set<String> excludes = new TreeSet<>();
        project.withCopies()
                .filter(jar -> jar.kind() == Jar.Kind.LIBRARY && Paths.within(web.path(), jar.path()))
                .forEach(jar -> excludes.add(Paths.relative(web.path(), jar.path())));
        // sources and built files below the web folder are no web files
        project.layout().folders().stream()
                .filter(f -> !f.equals(web) && f.role() != Role.WEB && Paths.within(web.path(), f.path()))
                .forEach(f -> excludes.add(Paths.relative(web.path(), f.path()) + "/**"));
        return List.copyOf(excludes);
    }

    private List<Placement> placements() {
        return project.layout().placements().values().stream()
                .filter(placement -> module.paths().contains(placement.path()))
                .toList();
    }

    /** Sources in a folder that belong to another module or to nothing. */
    private List<String> notCompiled(String folder) {
        return tree.under(folder)
                .filter(file -> languages.isSource(file.path()))
                .filter(file -> !module.paths().contains(file.path())
                        || project.layout()
                                .of(file.path())
                                .filter(p -> p.folder().path().equals(folder))
                                .isEmpty())
                .map(file -> Paths.relative(folder, file.path()))
                .toList();
    }

    private List<Resources> resources(Role role) {
        Map<Target, List<Placement>> byTarget = placements().stream()
                .filter(placement ->
                        placement.role() == role || role == Role.MAIN_RESOURCES && isDocumentation(placement))
                .filter(placement ->
                        role != Role.WEB || !Paths.within(placement.folder().path(), placement.path()))
                .collect(Collectors.groupingBy(Target::of, LinkedHashMap::new, Collectors.toList()));
        List<Resources> resources = new ArrayList<>();
        byTarget.forEach((target, placed) -> {
            String folder = target.folder();
            Set<String> wanted = placed.stream()
                    .map(placement -> Paths.relative(folder, placement.path()))
                    .collect(Collectors.toCollection(TreeSet::new));
            List<String> others = tree.under(folder)
                    .map(file -> Paths.relative(folder, file.path()))
                    .filter(path -> !wanted.contains(path) && !languages.isSource(path))
                    .toList();
            // use the shorter list: excludes or includes
            if (folder.isEmpty() || others.size() > wanted.size()) {
                resources.add(
                        new Resources(fromModule(module, folder), target.place(), List.copyOf(wanted), List.of()));
            } else {
                List<String> excludes = new ArrayList<>(languages.patterns());
                excludes.addAll(others);
                resources.add(new Resources(fromModule(module, folder), target.place(), List.of(), excludes));
            }
        });
        return resources;
    }

    /**
     * Files of one folder that go to one place.
     *
     * @param place below the usual one
     */
    private record Target(String folder, String place) {
        static Target of(Placement placement) {
            String path = placement.path();
            String folder = placement.folder().path();
            String below = Paths.within(folder, path) ? Paths.relative(folder, path) : Paths.name(path);
            String at = placement.relative();
            if (at.equals(below)) return new Target(folder, "");
            boolean moved = at.endsWith("/" + below);
            if (moved && Paths.within(folder, path))
                return new Target(folder, at.substring(0, at.length() - below.length() - 1));
            return new Target(Paths.parent(path), Paths.parent(at));
        }
    }

    private boolean isDocumentation(Placement placement) {
        return placement.role() == Role.MAIN
                && !languages.isSource(placement.path())
                && (!wired.decide(placement.path())
                        || wired.place(placement.path()).isPresent());
    }

    private List<String> fromModule(Set<String> folders) {
        return folders.stream().map(folder -> fromModule(module, folder)).toList();
    }

    /** A path of the project, relative to a module. */
    static String fromModule(SourceModule module, String path) {
        if (Paths.within(module.folder(), path)) {
            String own = Paths.relative(module.folder(), path);
            return own.isEmpty() ? "." : own;
        }
        String up = "../".repeat(Paths.depth(module.folder()));
        return path.isEmpty() ? Paths.parent(up + ".") : up + path;
    }
}
