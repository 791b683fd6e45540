package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.project.EnterpriseContents;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.target.maven.KeptLayout;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Describes to the build tool where the files of a module lie, so that none has to move. */
final class SourceSetDecision {
    private final ProjectTree tree;
    private final JvmProject project;
    private final SourceModule module;

    SourceSetDecision(ProjectTree tree, JvmProject project, SourceModule module) {
        this.tree = tree;
        this.project = project;
        this.module = module;
    }

    KeptLayout describe() {
        Set<String> main = new TreeSet<>();
        Set<String> tests = new TreeSet<>();
        Set<String> testsAmongSources = new TreeSet<>();
        for (Placement placement : placements()) {
            if (!placement.path().endsWith(".java")) continue;
            String folder = placement.folder().path();
            if (placement.role() == Role.MAIN) main.add(folder);
            if (placement.role() == Role.TEST) {
                tests.add(folder);
                if (placement.folder().role() != Role.TEST) testsAmongSources.add(placement.relative());
            }
        }
        // where a folder of tests holds other sources too, the tests have to be named one by one
        boolean shared = !testsAmongSources.isEmpty()
                || tests.stream().anyMatch(folder -> !notCompiled(folder).isEmpty());
        List<String> includes = !shared
                ? List.of()
                : placements().stream()
                        .filter(p -> p.role() == Role.TEST && p.path().endsWith(".java"))
                        .map(Placement::relative)
                        .sorted()
                        .toList();
        Set<String> excludes = new TreeSet<>(testsAmongSources);
        for (String folder : main) excludes.addAll(notCompiled(folder));
        return new KeptLayout(
                shown(main),
                shown(tests),
                List.copyOf(excludes),
                includes,
                resources(Role.MAIN_RESOURCES),
                resources(Role.TEST_RESOURCES),
                module.web().map(Folder::path).map(this::shown).orElse(""),
                module.web().map(this::webExcludes).orElse(List.of()),
                resources(Role.WEB),
                application().map(this::shown).orElse(""),
                application().map(this::applicationExcludes).orElse(List.of()));
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
                .filter(file -> file.extension().equals("java"))
                .filter(file -> !module.paths().contains(file.path())
                        || project.layout()
                                .of(file.path())
                                .filter(p -> p.folder().path().equals(folder))
                                .isEmpty())
                .map(file -> Paths.relative(folder, file.path()))
                .toList();
    }

    private List<KeptLayout.Resources> resources(Role role) {
        Map<Target, List<Placement>> byTarget = placements().stream()
                .filter(placement ->
                        placement.role() == role || role == Role.MAIN_RESOURCES && isDocumentation(placement))
                .filter(placement ->
                        role != Role.WEB || !Paths.within(placement.folder().path(), placement.path()))
                .collect(Collectors.groupingBy(Target::of, LinkedHashMap::new, Collectors.toList()));
        List<KeptLayout.Resources> resources = new ArrayList<>();
        byTarget.forEach((target, placed) -> {
            String folder = target.folder();
            Set<String> wanted = placed.stream()
                    .map(placement -> Paths.relative(folder, placement.path()))
                    .collect(Collectors.toCollection(TreeSet::new));
            List<String> others = tree.under(folder)
                    .map(file -> Paths.relative(folder, file.path()))
                    .filter(path -> !wanted.contains(path) && !path.endsWith(".java"))
                    .toList();
            // what is shorter to say: all but these, or these alone
            if (folder.isEmpty() || others.size() > wanted.size()) {
                resources.add(new KeptLayout.Resources(shown(folder), target.place(), List.copyOf(wanted), List.of()));
            } else {
                List<String> excludes = new ArrayList<>(List.of("**/*.java"));
                excludes.addAll(others);
                resources.add(new KeptLayout.Resources(shown(folder), target.place(), List.of(), excludes));
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

    private static boolean isDocumentation(Placement placement) {
        return placement.role() == Role.MAIN && !placement.path().endsWith(".java");
    }

    private List<String> shown(Set<String> folders) {
        return folders.stream().map(this::shown).toList();
    }

    /** As the module's descriptor sees it, which lies in a folder of its own where there are several. */
    String shown(String folder) {
        if (Paths.within(module.folder(), folder)) {
            String own = Paths.relative(module.folder(), folder);
            return own.isEmpty() ? "${project.basedir}" : own;
        }
        String up = "/..".repeat(module.folder().split("/").length);
        return Paths.join("${project.basedir}" + up, folder);
    }
}
