package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.ecosystem.jvm.dependency.DependencyPlanner;
import dev.pfeiler.ecosystem.jvm.deployment.RequiredDescriptors;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.project.GrammarFiles;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.target.maven.BuildPlugin;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenModule;
import dev.pfeiler.ecosystem.jvm.target.maven.Need;
import dev.pfeiler.ecosystem.jvm.target.maven.SurefirePatterns;
import dev.pfeiler.ecosystem.jvm.wiring.ManifestFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Describes the modules of a project to Maven: what each archive is called, holds, states and is started by. */
final class ModuleDecisions {
    private final JvmReading reading;
    private final JvmProject project;
    private final Deliberation deliberation;
    private final List<GrammarFiles.Grammar> grammars;
    private final List<RequiredDescriptors.Lacking> lacking;
    private final String group;
    private final boolean keep;

    /**
     * @param grammars whose sources the build tool writes
     * @param lacking descriptors that are written
     * @param keep whether files stay where they are
     */
    ModuleDecisions(
            JvmReading reading,
            JvmProject project,
            Deliberation deliberation,
            List<GrammarFiles.Grammar> grammars,
            List<RequiredDescriptors.Lacking> lacking,
            String group,
            boolean keep) {
        this.reading = reading;
        this.project = project;
        this.deliberation = deliberation;
        this.grammars = grammars;
        this.lacking = lacking;
        this.group = group;
        this.keep = keep;
    }

    /** What Maven is told of a module. */
    MavenModule of(SourceModule module, String name, String packaging, DependencyPlanner.Decided decided) {
        boolean war = packaging.equals("war");
        boolean jar = packaging.equals("jar");
        return new MavenModule(
                module.name().isEmpty() ? name : module.name(),
                module.folder(),
                packaging,
                decided.dependencies(),
                decided.pins(),
                needs(module),
                jar ? Optional.empty() : Optional.of(archiveName(module, name)),
                manifest(module, packaging),
                jar ? manifestFile(module) : Optional.empty(),
                grammars.stream()
                        .filter(grammar -> module.paths().stream().anyMatch(grammar.generated()::contains))
                        .map(GrammarFiles.Grammar::plugin)
                        .distinct()
                        .toList(),
                jar && selfContained(module),
                start(module, name, packaging, decided),
                unusualTests(module),
                new TestDecision(reading, project, module, keep).decide(deliberation),
                keep
                        ? Optional.of(new SourceSetDecision(reading.tree(), project, module).describe())
                        : Optional.empty(),
                module.paths().stream()
                        .flatMap(path -> project.layout().of(path).stream())
                        .anyMatch(p -> p.role() == Role.MAIN && !p.path().endsWith(".java")),
                module.main().stream().anyMatch(s -> Paths.name(s.path()).equals("package-info.java")),
                lacking.stream().anyMatch(l -> l.module().equals(module.name()))
                        || module.web()
                                .flatMap(served -> project.webs().get(served).descriptor())
                                .isPresent(),
                module.enterprise().map(e -> new EnterprisePacking(reading, project).describe(e, group, decided)));
    }

    private List<Need> needs(SourceModule module) {
        return module.needs().stream()
                .map(need -> {
                    boolean web = module.enterprise().isPresent()
                            && project.module(need).flatMap(SourceModule::web).isPresent();
                    return new Need(need, web ? "war" : "", module.brought().contains(need));
                })
                .toList();
    }

    /** How a module is started; what stands on an enterprise archive around it cannot be, alone. */
    private Optional<BuildPlugin> start(
            SourceModule module, String name, String packaging, DependencyPlanner.Decided decided) {
        LaunchDecision start = new LaunchDecision(reading, project, module, deliberation);
        boolean leans = !module.brought().isEmpty()
                || project.packing(module).isPresent()
                        && decided.dependencies().stream()
                                .flatMap(dependency -> dependency.jar().stream())
                                .anyMatch(jar -> project.packing(module)
                                        .flatMap(SourceModule::enterprise)
                                        .orElseThrow()
                                        .libraries()
                                        .containsKey(jar));
        return switch (packaging) {
            case "jar" -> start.program();
            case "war" -> leans ? Optional.empty() : start.server(archiveName(module, name));
            default -> Optional.empty();
        };
    }

    /** Whether the old archive held its libraries, unpacked. */
    private boolean selfContained(SourceModule module) {
        Optional<Evidence> unpacked = module.archive().flatMap(Wiring.Archive::unpacked);
        if (unpacked.isEmpty()) return false;
        String key = module.key("self-contained");
        String standing = deliberation.settle(
                Decision.of(
                        key,
                        "Self-contained archive",
                        "yes",
                        Certainty.CERTAIN,
                        "the old archive holds the libraries too",
                        List.of(unpacked.get())),
                text -> Optional.of(text.strip()).filter(t -> t.equals("yes") || t.equals("no")));
        return standing.equals("yes");
    }

    /** The attributes that the old archive's manifest had, without those that every build tool writes itself. */
    private Map<String, String> manifest(SourceModule module, String packaging) {
        Map<String, String> manifest = new TreeMap<>();
        Map<String, Wiring.Setting> stated =
                new TreeMap<>(module.archive().map(Wiring.Archive::manifest).orElse(Map.of()));
        // one that names libraries cannot be taken as it is, as they are called otherwise now
        Optional<ManifestFile> among = project.manifest(reading, module);
        among.filter(ManifestFile::namesLibraries)
                .ifPresent(one -> one.attributes().forEach(stated::putIfAbsent));
        Optional<ManifestFile> file = among.filter(one -> !one.namesLibraries());
        stated.forEach((key, setting) -> {
            boolean own = List.of("Manifest-Version", "Created-By", "Built-By", "Ant-Version", "Build-Jdk")
                    .contains(key);
            // beside a web archive lies something only where an enterprise archive brings it
            own |= key.equals("Class-Path")
                    && packaging.equals("war")
                    && project.packing(module).isEmpty();
            // what the file says that the manifest is made from need not be said again
            own |= file.filter(f -> f.path().equals(setting.evidence().file())).isPresent();
            if (!own && !setting.value().contains("${")) manifest.put(key, setting.value());
        });
        return manifest;
    }

    /** The manifest among the sources, where the archive's is made from it. */
    private Optional<String> manifestFile(SourceModule module) {
        return project.manifest(reading, module)
                .filter(file -> !file.namesLibraries())
                .map(file -> keep
                        ? new SourceSetDecision(reading.tree(), project, module).shown(file.path())
                        : Role.MAIN_RESOURCES.conventional(ManifestFile.PLACE));
    }

    private List<String> unusualTests(SourceModule module) {
        return project.layout()
                .files(Role.TEST)
                .filter(placement -> module.paths().contains(placement.path()))
                .filter(placement -> project.layout().marked().contains(placement.path()))
                .map(placement -> Paths.name(placement.path()))
                .filter(file -> !SurefirePatterns.usual(file))
                .map(file -> "**/" + file)
                .distinct()
                .sorted()
                .toList();
    }

    /** What the archive was called, which is also the path below which it is served. */
    private String archiveName(SourceModule module, String name) {
        String key = module.key("archive");
        if (module.enterprise().isPresent()) return enterpriseName(key, module);
        Optional<Wiring.Setting> stated = reading.wirings().stream()
                .filter(w -> module.name().isEmpty() || w.folder().equals(module.folder()))
                .flatMap(w -> w.contextPath().stream())
                .findFirst();
        Decision proposed = stated.filter(setting -> !setting.value().isEmpty())
                .map(setting -> Decision.of(
                        key,
                        "Archive name",
                        setting.value(),
                        Certainty.CERTAIN,
                        "the path below which it is served",
                        List.of(setting.evidence())))
                .orElseGet(() -> Decision.of(
                        key,
                        "Archive name",
                        module.name().isEmpty() ? name : module.name(),
                        Certainty.LIKELY,
                        "the project's name",
                        List.of()));
        return deliberation.settle(proposed, text -> Optional.of(text.strip()).filter(t -> t.matches("[\\w.-]+")));
    }

    private String enterpriseName(String key, SourceModule module) {
        String made = module.archive()
                .map(archive -> Paths.stem(archive.path()))
                .filter(stem -> stem.matches("[\\w.-]+"))
                .orElse(module.name());
        return deliberation.settle(
                Decision.of(
                        key,
                        "Archive name",
                        made,
                        Certainty.LIKELY,
                        "as the old build calls it",
                        List.of(module.evidence())),
                text -> Optional.of(text.strip()).filter(t -> t.matches("[\\w.-]+")));
    }
}
