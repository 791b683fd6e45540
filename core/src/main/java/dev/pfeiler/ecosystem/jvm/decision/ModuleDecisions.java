package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.dependency.DependencyPlanner;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.deployment.RequiredDescriptors;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.ClassPath;
import dev.pfeiler.ecosystem.jvm.model.CompilerSettings;
import dev.pfeiler.ecosystem.jvm.model.Distribution;
import dev.pfeiler.ecosystem.jvm.model.EmbeddedBuild;
import dev.pfeiler.ecosystem.jvm.model.Filtering;
import dev.pfeiler.ecosystem.jvm.model.GeneratedSources;
import dev.pfeiler.ecosystem.jvm.model.Launch;
import dev.pfeiler.ecosystem.jvm.model.Manifest;
import dev.pfeiler.ecosystem.jvm.model.ModuleNeed;
import dev.pfeiler.ecosystem.jvm.model.Packaging;
import dev.pfeiler.ecosystem.jvm.model.Product;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.model.TestRunner;
import dev.pfeiler.ecosystem.jvm.project.EnterpriseContents;
import dev.pfeiler.ecosystem.jvm.project.GrammarFiles;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.ecosystem.jvm.wiring.BuildTime;
import dev.pfeiler.ecosystem.jvm.wiring.ManifestFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.PathSelection;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Decides about each module: what its archive is called and contains, how it is tested and started. */
final class ModuleDecisions {
    private static final Pattern NAME = Pattern.compile("[\\p{L}\\p{N}_.-]+");

    private static final String YES = "yes";
    private static final String NO = "no";
    private static final Function<String, Optional<String>> FILE_NAME =
            text -> Optional.of(text.strip()).filter(t -> NAME.matcher(t).matches());

    private final JvmReading reading;
    private final JvmProject project;
    private final JvmTarget target;
    private final Deliberation deliberation;
    private final List<GrammarFiles.Grammar> grammars;
    private final List<RequiredDescriptors.Required> required;
    private final LanguageDecisions languages;
    private final boolean keep;

    /**
     * @param grammars that the build tool generates sources from
     * @param required descriptors that are written
     * @param keep whether files stay where they are
     */
    ModuleDecisions(
            JvmReading reading,
            JvmProject project,
            JvmTarget target,
            Deliberation deliberation,
            List<GrammarFiles.Grammar> grammars,
            List<RequiredDescriptors.Required> required,
            LanguageDecisions languages,
            boolean keep) {
        this.reading = reading;
        this.project = project;
        this.target = target;
        this.deliberation = deliberation;
        this.grammars = grammars;
        this.required = required;
        this.languages = languages;
        this.keep = keep;
    }

    /**
     * @param own the project's own coordinates
     * @param runners what runs the module's tests
     * @param compiler the settings of the module's compiler, if they are not those of the whole build
     * @param embedded builds of other tools that are run with it
     */
    BuildModule of(
            SourceModule module,
            Coordinates own,
            Packaging packaging,
            DependencyPlanner.Decided decided,
            Set<TestRunner> runners,
            Optional<CompilerSettings> compiler,
            List<EmbeddedBuild> embedded) {
        String name = own.artifact();
        OpenedPackages opened = OpenedPackages.decide(deliberation);
        Map<String, String> attributes = manifest(module, packaging, opened);
        List<Distribution> distributions = keep || packaging != Packaging.JAR
                ? List.of()
                : new DistributionDecision(reading, project, module, own).decide(deliberation);
        boolean startedInPlace =
                !keep && packaging == Packaging.JAR && distributions.stream().allMatch(made -> !made.ofProduct());
        PartialArchives.Decided archives = packaging == Packaging.EAR
                ? new PartialArchives.Decided(PathSelection.ALL, List.of())
                : new PartialArchives(reading, project, module).decide(deliberation);
        Product product = product(module, own, packaging, decided);
        BuildModule.Builder builder = BuildModule.builder(
                        module.name(), module.name().within(name), module.folder())
                .product(product)
                .sources(new SourceSetDecision(reading, project, module).describe(keep))
                .classPath(new ClassPath(
                        needs(module),
                        decided.declared(),
                        decided.constraints(),
                        decided.processors(),
                        decided.processors().isEmpty() && offersProcessors(decided)))
                .manifest(new Manifest(
                        attributes,
                        packaging == Packaging.JAR ? manifestFile(module) : Optional.empty(),
                        outside(attributes)))
                .generated(generated(module))
                .tests(new TestDecision(reading, project, module, keep)
                        .decide(deliberation, unusualTests(module))
                        .runBy(runners)
                        .withArguments(module.tests().isEmpty() ? List.of() : opened.arguments()));
        Optional<Launch> launch = launch(module, name, packaging, decided);
        return builder.launch(launch)
                .product(packed(product, own, module, launch))
                .compiler(compiler)
                .embedded(embedded)
                .modular(module.main().stream()
                        .anyMatch(source -> source.module().isPresent()))
                .languages(languages.of(
                        module,
                        folders -> folders.stream()
                                .map(folder -> SourceSetDecision.fromModule(module, folder))
                                .toList(),
                        keep))
                .distributions(distributions)
                .partial(archives.own(), archives.further())
                .libraryFolder(
                        startedInPlace
                                ? new LibraryFolderDecision(reading, project, module).decide(attributes, deliberation)
                                : Optional.empty())
                .filtering(keep ? Filtering.NONE : new FilteringDecision(reading, project, module).decide(deliberation))
                .build();
    }

    /** Whether a library of the program contains annotation processors, which its compiler would find. */
    private static boolean offersProcessors(DependencyPlanner.Decided decided) {
        return decided.outcomes().stream()
                .filter(outcome -> outcome.scope()
                        .filter(scope -> scope == Scope.COMPILE || scope == Scope.PROVIDED)
                        .isPresent())
                .flatMap(outcome -> outcome.jar().stream())
                .anyMatch(Jar::offersProcessor);
    }

    private Product product(
            SourceModule module, Coordinates own, Packaging packaging, DependencyPlanner.Decided decided) {
        return switch (packaging) {
            case JAR -> {
                boolean withLibraries = selfContained(module);
                Optional<String> archive = libraryName(module, own);
                yield withLibraries ? withLibraries(module, own, archive) : new Product.Library(archive);
            }
            case WAR -> new Product.WebArchive(archiveName(module, own.artifact()), hasWebDescriptor(module));
            case EAR ->
                new EnterprisePacking(reading, project)
                        .describe(
                                enterpriseName(module, own.artifact()),
                                module.enterprise().orElseThrow(),
                                decided);
        };
    }

    /** The name that an archive's file has without one of its own. */
    private static String usualName(SourceModule module, Coordinates own) {
        return module.name().within(own.artifact()) + "-" + own.version();
    }

    /** The archive with the libraries has the name of the old one, which contained them; this one has another. */
    private static Product withLibraries(SourceModule module, Coordinates own, Optional<String> old) {
        String usual = usualName(module, own);
        return old.isPresent()
                ? new Product.Library(Optional.empty(), old)
                : new Product.Library(Optional.of(usual + "-classes"), Optional.of(usual));
    }

    /** A framework's own plug-in names the archive that it packs after the module's jar. */
    private static Product packed(Product product, Coordinates own, SourceModule module, Optional<Launch> launch) {
        boolean framework = launch.stream()
                .anyMatch(one ->
                        one instanceof Launch.MainClass main && main.framework().isPresent());
        if (!framework
                || !(product instanceof Product.Library library)
                || library.whole().isEmpty()) return product;
        String usual = usualName(module, own);
        return new Product.Library(Optional.empty(), Optional.of(usual + "-" + Launch.Framework.CLASSIFIER));
    }

    private boolean hasWebDescriptor(SourceModule module) {
        return required.stream().anyMatch(descriptor -> descriptor.module().equals(module.name()))
                || module.web()
                        .flatMap(served -> project.webs().get(served).descriptor())
                        .isPresent();
    }

    private List<GeneratedSources> generated(SourceModule module) {
        return grammars.stream()
                .filter(grammar -> project.module(grammar).equals(module))
                .map(GrammarFiles.Grammar::sources)
                .toList();
    }

    private List<ModuleNeed> needs(SourceModule module) {
        Stream<ModuleNeed> tests = project.neededTests(module).stream().map(ModuleNeed::forTests);
        Stream<ModuleNeed> program = module.needs().stream().map(need -> {
            boolean web = module.enterprise().isPresent()
                    && project.module(need).flatMap(SourceModule::web).isPresent();
            return new ModuleNeed(
                    need, web ? Packaging.WAR : Packaging.JAR, module.brought().contains(need));
        });
        return Stream.concat(program, tests).toList();
    }

    /** How a module is started; one that relies on the enterprise archive around it cannot be, alone. */
    private Optional<Launch> launch(
            SourceModule module, String name, Packaging packaging, DependencyPlanner.Decided decided) {
        LaunchDecision launch = new LaunchDecision(reading, project, module, target, deliberation);
        return switch (packaging) {
            case JAR -> launch.program();
            case WAR -> reliesOnArchive(module, decided) ? Optional.empty() : launch.server(archiveName(module, name));
            case EAR -> Optional.empty();
        };
    }

    private boolean reliesOnArchive(SourceModule module, DependencyPlanner.Decided decided) {
        if (!module.brought().isEmpty()) return true;
        Optional<EnterpriseContents> packing = project.packing(module).flatMap(SourceModule::enterprise);
        return packing.isPresent()
                && decided.outcomes().stream()
                        .filter(outcome -> outcome.dependency().isPresent() || outcome instanceof JarOutcome.Transitive)
                        .flatMap(outcome -> outcome.jar().stream())
                        .anyMatch(packing.get().libraries()::containsKey);
    }

    /** Whether the old archive held its libraries, unpacked. */
    private boolean selfContained(SourceModule module) {
        Optional<Evidence> unpacked = module.archive().flatMap(Wiring.Archive::unpacked);
        if (unpacked.isEmpty()) return false;
        String key = module.name().key("self-contained");
        String standing = deliberation.settle(
                Decision.of(
                        key,
                        module.name().titled("Archive with libraries"),
                        YES,
                        Certainty.CERTAIN,
                        "the old archive contains the libraries too",
                        List.of(unpacked.get())),
                Choosable.oneOf(YES, NO));
        return standing.equals(YES);
    }

    /** The attributes that the old archive's manifest had, without those that every build tool writes itself. */
    private Map<String, String> manifest(SourceModule module, Packaging packaging, OpenedPackages opened) {
        Map<String, String> manifest = new TreeMap<>();
        if (packaging == Packaging.JAR && !opened.names().isEmpty())
            manifest.put(Manifest.ADD_OPENS, opened.attribute());
        Map<String, Wiring.Setting> stated =
                new TreeMap<>(module.archive().map(Wiring.Archive::manifest).orElse(Map.of()));
        // one that names libraries cannot be taken as it is, as they are called otherwise now
        Optional<ManifestFile> among = project.manifest(reading, module);
        among.filter(ManifestFile::namesLibraries)
                .ifPresent(one -> one.attributes().forEach(stated::putIfAbsent));
        Optional<ManifestFile> file = among.filter(one -> !one.namesLibraries());
        stated.forEach((key, setting) -> {
            boolean own = Manifest.isToolsOwn(key);
            // only an enterprise archive has files next to a web archive
            own |= key.equals(Manifest.CLASS_PATH)
                    && packaging == Packaging.WAR
                    && project.packing(module).isEmpty();
            // what the file says that the manifest is made from need not be said again
            own |= file.filter(f -> f.path().equals(setting.evidence().file())).isPresent();
            if (!own && !BuildTime.isUnknown(setting.value())) manifest.put(key, setting.value());
        });
        return manifest;
    }

    /** What a class path names that is neither a jar of the project nor an archive of the old build. */
    private List<String> outside(Map<String, String> attributes) {
        Set<String> known = Stream.concat(
                        reading.jars().stream().map(Jar::name),
                        reading.wirings().stream()
                                .flatMap(wiring -> wiring.archives().stream())
                                .map(archive -> Paths.name(archive.path())))
                .collect(Collectors.toSet());
        return Text.words(attributes.getOrDefault(Manifest.CLASS_PATH, "")).stream()
                .filter(entry -> !known.contains(Paths.name(entry)))
                .distinct()
                .toList();
    }

    /** The manifest among the sources, where the archive's is made from it. */
    private Optional<String> manifestFile(SourceModule module) {
        return project.manifest(reading, module)
                .filter(file -> !file.namesLibraries())
                .map(file -> keep
                        ? SourceSetDecision.fromModule(module, file.path())
                        : Role.MAIN_RESOURCES.conventional(ManifestFile.PLACE));
    }

    private List<String> unusualTests(SourceModule module) {
        return project.layout()
                .files(Role.TEST)
                .filter(placement -> module.paths().contains(placement.path()))
                .filter(placement -> project.layout().marked().contains(placement.path()))
                .map(placement -> Paths.name(placement.path()))
                .filter(file -> !target.findsTest(file))
                .map(file -> "**/" + file)
                .distinct()
                .sorted()
                .toList();
    }

    /** What the archive was called: servers take the path that it is served under from its file's name. */
    private String archiveName(SourceModule module, String name) {
        String key = module.name().key("archive");
        Optional<Decision> made = module.archive()
                // an IDE writes none until somebody exports it, and serves the pages under the path that it states
                .filter(archive -> archive.is("war") && isWritten(archive))
                .filter(archive -> FILE_NAME.apply(Paths.stem(archive.path())).isPresent())
                .map(archive -> Decision.of(
                        key,
                        module.name().titled("Archive name"),
                        Paths.stem(archive.path()),
                        Certainty.CERTAIN,
                        "its name in the old build",
                        List.of(archive.evidence())));
        if (made.isPresent()) return deliberation.settle(made.get(), FILE_NAME);
        Optional<Wiring.Setting> stated = reading.wirings().stream()
                .filter(w -> module.name().isOnly() || w.folder().equals(module.folder()))
                .flatMap(w -> w.contextPath().stream())
                .findFirst();
        Decision proposed = stated.filter(setting -> !setting.value().isEmpty())
                .map(setting -> Decision.of(
                        key,
                        module.name().titled("Archive name"),
                        setting.value(),
                        Certainty.CERTAIN,
                        "the context path it was served under",
                        List.of(setting.evidence())))
                .orElseGet(() -> Decision.of(
                        key,
                        module.name().titled("Archive name"),
                        module.name().within(name),
                        Certainty.LIKELY,
                        "the project's name",
                        List.of()));
        return deliberation.settle(proposed, FILE_NAME);
    }

    private boolean isWritten(Wiring.Archive archive) {
        return reading.wirings().stream()
                .anyMatch(wiring -> wiring.kind() != Wiring.Kind.IDE_FILES
                        && wiring.archives().contains(archive));
    }

    /** What the jar was called, unless that is what it is called anyway. */
    private Optional<String> libraryName(SourceModule module, Coordinates own) {
        String usual = usualName(module, own);
        Optional<Wiring.Archive> made = module.archive().filter(archive -> archive.is("jar"));
        if (made.isEmpty()) return Optional.empty();
        String path = made.get().path();
        String base = Wiring.Archive.baseName(path);
        // whatever is between name and version stays there
        String stated = made.get().version().isPresent() && !hasOwnVersion(made.get(), own)
                ? Paths.stem(path).substring(0, base.length() + 1) + own.version()
                : Paths.stem(path);
        if (stated.equals(usual)) return Optional.empty();
        String standing = deliberation.settle(
                Decision.of(
                        module.name().key("archive"),
                        module.name().titled("Archive name"),
                        stated,
                        Certainty.CERTAIN,
                        "its name in the old build",
                        List.of(made.get().evidence())),
                FILE_NAME);
        return Optional.of(standing).filter(chosen -> !chosen.equals(usual));
    }

    /** Whether the version in an archive's name is not the project's: those of other modules have others. */
    private boolean hasOwnVersion(Wiring.Archive made, Coordinates own) {
        Set<String> versions = project.modules().stream()
                .flatMap(module -> module.archive().stream())
                .flatMap(archive -> archive.version().stream())
                .map(Wiring.Setting::value)
                .collect(Collectors.toSet());
        return versions.size() > 1
                && made.version().stream().noneMatch(version -> version.value().equals(own.version()));
    }

    private String enterpriseName(SourceModule module, String name) {
        String made = module.archive()
                .map(archive -> Paths.stem(archive.path()))
                .filter(stem -> NAME.matcher(stem).matches())
                .orElse(module.name().within(name));
        return deliberation.settle(
                Decision.of(
                        module.name().key("archive"),
                        module.name().titled("Archive name"),
                        made,
                        Certainty.LIKELY,
                        "its name in the old build",
                        List.of(module.evidence())),
                FILE_NAME);
    }
}
