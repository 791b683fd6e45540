package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.archive.ArchiveEntries;
import dev.pfeiler.artifact.archive.Unpacking;
import dev.pfeiler.ecosystem.jvm.decision.LostArchive;
import dev.pfeiler.ecosystem.jvm.decision.ModuleChoice;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.Distribution;
import dev.pfeiler.ecosystem.jvm.model.Launch;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.model.Packaging;
import dev.pfeiler.ecosystem.jvm.model.PartialArchive;
import dev.pfeiler.ecosystem.jvm.model.Product;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JdkChanges;
import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.ecosystem.jvm.target.BuildRequest;
import dev.pfeiler.ecosystem.jvm.target.BuildRun;
import dev.pfeiler.ecosystem.jvm.target.ClosedPackages;
import dev.pfeiler.ecosystem.jvm.target.CompilerCall;
import dev.pfeiler.ecosystem.jvm.target.TestResults;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Proves a conversion: runs the build tool on the new tree, builds the old one as it was wired, and compares.
 *
 * <p>What was built is taken from the build tool's own output: the archives that it says it has written, and the
 * compiler calls that it made. The decisions of the conversion only explain differences; they do not hide them.
 */
public final class JvmProof {
    private static final Pattern NOTHING = Pattern.compile("0\\b.*|");

    private final ProofContext context;
    private final ProofRequest request;
    private final JarHashes hashes = new JarHashes();
    private final Map<ModuleName, List<Path>> runtime = new HashMap<>();
    private Optional<OldBuild> oldBuild = Optional.empty();

    public JvmProof(ProofContext context) {
        this.context = context;
        this.request = context.request();
    }

    public PartVerdict run() throws IOException {
        Toolchain toolchain = context.reading().toolchain();
        if (!toolchain.compiler()) {
            return PartVerdict.failed(toolchain.noCompiler(), request.log());
        }
        // first, as it fetches what was missing in the tree and the old sources were compiled against
        request.stage().accept("building with " + context.target().title());
        BuildRun run = context.target()
                .build(
                        new BuildRequest(request.converted(), request.offline(), request.log(), toolchain),
                        context.environment());
        if (run.failure().isPresent())
            return PartVerdict.failed(explained(run.failure().get()), request.log());
        request.stage()
                .accept(
                        request.runOldBuild()
                                ? "running the old build"
                                : "compiling the old sources with their old settings");
        FetchedLibraries fetched = FetchedLibraries.of(context.reading(), context.decisions(), context.target());
        Map<ModuleName, Baseline> baselines = baselines(fetched);
        Optional<String> broken =
                baselines.values().stream().flatMap(b -> b.failure().stream()).findFirst();
        if (broken.isPresent()) {
            PartVerdict.Failure failure = new PartVerdict.Failure(
                    "The old sources do not compile with their old settings: " + broken.get(),
                    context.target().title()
                            + " builds them (see its output), but there is no baseline to compare with.");
            return PartVerdict.failed(explained(failure), request.log());
        }
        request.stage().accept("comparing");
        return compare(baselines, fetched, run);
    }

    /** A failure with what cures it, where an older JDK does. */
    private PartVerdict.Failure explained(PartVerdict.Failure failure) {
        return JdkChanges.explain(failure.cause(), context.reading().toolchain(), context.environment())
                .orElse(failure);
    }

    private Map<ModuleName, Baseline> baselines(FetchedLibraries fetched) throws IOException {
        if (!request.runOldBuild()) return new BaselineBuilder(context, fetched).build();
        Path log = request.log().resolveSibling("old-build.log");
        Map<String, String> variables =
                Map.of("JAVA_HOME", context.reading().toolchain().java().toString());
        OldBuild made =
                OldBuild.run(request.old().root(), context.reading().wirings(), context.environment(), variables, log);
        oldBuild = Optional.of(made);
        Map<ModuleName, Baseline> built = new LinkedHashMap<>();
        for (SourceModule module : context.project().modules()) {
            Path scratch = request.scratch().resolve(ProofContext.scratchName(module));
            built.put(module.name(), made.baseline(context, module, built, scratch));
        }
        return built;
    }

    private PartVerdict compare(Map<ModuleName, Baseline> baselines, FetchedLibraries fetched, BuildRun run)
            throws IOException {
        List<Comparison> rows = new ArrayList<>();
        List<String> notes = new ArrayList<>();
        run.testProblem()
                .ifPresent(problem -> notes.add(context.target().title() + " could not run all tests (" + problem
                        + "); it built without them."));
        Map<ModuleName, Path> products = new LinkedHashMap<>();
        for (SourceModule module : context.project().modules()) {
            Optional<Path> product = product(module, run);
            if (product.isEmpty()) {
                return PartVerdict.failed(
                        context.target().title() + " succeeded but did not produce a "
                                + context.build(module).product().packaging().word() + " in "
                                + (module.folder().isEmpty() ? "the project" : module.folder()) + ".",
                        "See its output with pfeiler prove -v.",
                        request.log());
            }
            products.put(module.name(), product.get());
            // what the old build made contains the libraries; what its compilers make does not
            Path compared = oldBuild.flatMap(made -> context.whole(module)).orElse(product.get());
            List<Comparison> own = new ArrayList<>(
                    new ArchiveComparison(context, module, baselines.get(module.name()), compared, causes(module))
                            .rows());
            new ProductComparison(context, module, product.get()).compare().ifPresent(own::add);
            own.addAll(partial(module, baselines.get(module.name())));
            libraryClasses(module, baselines.get(module.name())).ifPresent(own::add);
            own.addAll(classPaths(module, baselines.get(module.name()), fetched, run));
            own.addAll(tests(module, baselines, notes));
            own.addAll(distributions(module, baselines.get(module.name()), run));
            own.forEach(row -> rows.add(module.name().isOnly() ? row : row.named(module.name() + " " + row.subject())));
            notes.addAll(baselines.get(module.name()).notes());
        }
        if (oldBuild.isPresent()) archives(oldBuild.get(), run).ifPresent(rows::add);
        else {
            unanalyzedSteps().ifPresent(rows::add);
            lostArchives().ifPresent(rows::add);
        }
        List<Difference> unchecked =
                baselines.values().stream().flatMap(b -> b.unchecked().stream()).toList();
        if (!unchecked.isEmpty()) rows.add(new Comparison("wiring", "none", "", unchecked));
        boolean nothing = rows.stream()
                .filter(row -> !row.subject().endsWith(ProductComparison.SUBJECT))
                .allMatch(row -> NOTHING.matcher(row.before()).matches());
        if (nothing)
            rows.add(new Comparison("contents", "nothing", "nothing", List.of(unchecked("archive", "is empty"))));
        if (request.running().wanted()) {
            for (SourceModule module : context.project().modules()) {
                RunOutcome outcome = start(module, baselines, products, fetched, run);
                rows.addAll(outcome.rows());
                notes.addAll(outcome.notes());
            }
        }
        return new PartVerdict(
                        rows,
                        Optional.empty(),
                        List.copyOf(products.values()),
                        request.log(),
                        notes.stream().distinct().toList())
                .comparedWith(oldBuild());
    }

    private PartVerdict.OldBuild oldBuild() {
        if (oldBuild.isPresent()) return PartVerdict.OldBuild.RUN;
        return OldBuild.canRun(context.reading().wirings()) ? PartVerdict.OldBuild.NOT_RUN : PartVerdict.OldBuild.NONE;
    }

    /** The archives of the old build by the names of their files; whoever uses one does so by its name. */
    private Optional<Comparison> archives(OldBuild oldBuild, BuildRun run) throws IOException {
        SortedSet<String> before = oldBuild.archives();
        if (before.isEmpty()) return Optional.empty();
        Set<String> after = run.archives().stream()
                .filter(Files::exists)
                .map(archive -> archive.getFileName().toString())
                .collect(Collectors.toCollection(HashSet::new));
        context.project().modules().stream()
                .flatMap(module -> context.whole(module).stream())
                .forEach(archive -> after.add(archive.getFileName().toString()));
        List<Difference> gone = before.stream()
                .filter(name -> !after.contains(name))
                .map(name -> new Difference(name, Difference.Kind.GONE, ""))
                .toList();
        return Optional.of(new Comparison(
                "archives of the old build", "" + before.size(), "" + (before.size() - gone.size()), gone));
    }

    /** The archives that the old wiring states and the build tool does not make. */
    private Optional<Comparison> lostArchives() {
        String chosen = Stream.of(ModuleChoice.KEY, "packaging")
                .map(context::chosen)
                .filter(cause -> !cause.isEmpty())
                .findFirst()
                .orElse("");
        List<Difference> lost =
                LostArchive.of(
                                context.reading(),
                                context.project(),
                                context.decisions().build())
                        .stream()
                        .map(one -> new Difference(
                                one.archive().path(), Difference.Kind.GONE, chosen.isEmpty() ? cause(one) : chosen))
                        .toList();
        return lost.isEmpty()
                ? Optional.empty()
                : Optional.of(new Comparison("further archives", "" + lost.size(), "none", lost));
    }

    private String cause(LostArchive lost) {
        String chosen = context.chosen("archive:" + Paths.name(lost.archive().path()));
        return chosen.isEmpty() && lost.ofTests() ? "holds tests only, which run from their folder" : chosen;
    }

    /** The steps of the old build that the baseline goes without, although they may change what it makes. */
    private Optional<Comparison> unanalyzedSteps() {
        List<Difference> steps = context.reading().wirings().stream()
                .flatMap(wiring -> wiring.unanalyzed().steps().stream())
                .map(step -> unchecked(step.subject(), step.evidence().get(0).place()))
                .distinct()
                .toList();
        return steps.isEmpty()
                ? Optional.empty()
                : Optional.of(new Comparison("build steps", steps.size() + " not analyzed", "", steps));
    }

    private static Difference unchecked(String subject, String detail) {
        return new Difference(subject, Difference.Kind.UNCHECKED, detail, "");
    }

    /** The jars that are made of some of a module's classes. */
    private List<Comparison> partial(SourceModule module, Baseline baseline) throws IOException {
        List<Comparison> rows = new ArrayList<>();
        BuildModule build = context.build(module);
        for (PartialArchive part : build.partial()) {
            Path made = request.converted()
                    .resolve(context.target().archive(context.decisions().build(), build, part));
            Optional<Wiring.Archive> old = context.reading().wirings().stream()
                    .flatMap(wiring -> wiring.archives().stream())
                    .filter(archive -> Paths.name(archive.path()).equals(part.fileName()))
                    .findFirst();
            if (old.isEmpty()) continue;
            if (Files.exists(made)) {
                List<Comparison> own = new ArrayList<>(
                        new ArchiveComparison(context, module, baseline, made, Map.of()).partial(old.get()));
                new ProductComparison(context, module, made).manifest(old.get()).ifPresent(own::add);
                own.forEach(row -> rows.add(row.named(part.fileName() + " " + row.subject())));
            } else
                rows.add(new Comparison(
                        part.fileName(),
                        "1",
                        "none",
                        List.of(new Difference(old.get().path(), Difference.Kind.GONE, ""))));
        }
        return rows;
    }

    /** The archives in which the old build hands the module on, and those of its sources or documentation. */
    private List<Comparison> distributions(SourceModule module, Baseline baseline, BuildRun run) throws IOException {
        List<Comparison> rows = new ArrayList<>();
        DistributionComparison comparison = new DistributionComparison(context, module, baseline);
        for (Wiring.Archive old : module.distributions(context.reading().wirings())) {
            Optional<Distribution> wanted = context.build(module).distributions().stream()
                    .filter(made -> made.old().equals(old.path()))
                    .findFirst();
            if (wanted.isEmpty()) continue;
            String row = context.build(module).isMain(wanted.get())
                    ? "distribution"
                    : wanted.get().fileName();
            Path expected =
                    request.converted().resolve(context.target().distribution(context.build(module), wanted.get()));
            if (!run.archives().contains(expected) || !Files.exists(expected))
                rows.add(new Comparison(
                        row, "1", "none", List.of(new Difference(old.path(), Difference.Kind.GONE, ""))));
            else rows.add(comparison.compare(row, old, wanted.get(), expected));
        }
        return rows;
    }

    /** The archive that the build tool wrote for a module: of several, the one without a classifier. */
    private Optional<Path> product(SourceModule module, BuildRun run) {
        String extension = "." + context.build(module).product().packaging().word();
        return run.archives().stream()
                .filter(archive -> archive.toString().endsWith(extension))
                .filter(archive -> module(archive).equals(Optional.of(module)))
                .filter(archive ->
                        context.build(module).partial().stream().noneMatch(part -> archive.endsWith(part.fileName())))
                .filter(archive -> !context.whole(module).equals(Optional.of(archive)))
                .filter(Files::exists)
                .min(Comparator.comparingInt(
                        archive -> archive.getFileName().toString().length()));
    }

    /**
     * The classes of libraries that the old archive contains, unpacked: all that are on the class path, of several versions
     * too.
     */
    private Optional<Comparison> libraryClasses(SourceModule module, Baseline baseline) throws IOException {
        Optional<Path> whole = context.whole(module);
        if (whole.isEmpty() || oldBuild.isPresent()) return Optional.empty();
        Set<String> after = ArchiveEntries.of(whole.get()).keySet();
        Map<String, JarOutcome> outcomes = context.outcomes(module);
        int before = 0;
        List<Difference> gone = new ArrayList<>();
        for (Path jar : baseline.runtimeClassPath()) {
            JarOutcome outcome = outcomes.get(jar.getFileName().toString());
            boolean left = outcome != null
                    && outcome.scope().filter(scope -> !scope.ships()).isPresent();
            long missing = 0;
            for (String name : ArchiveEntries.of(jar).keySet()) {
                if (!name.endsWith(".class") || name.startsWith("META-INF/") || name.equals("module-info.class"))
                    continue;
                before++;
                if (!after.contains(name)) missing++;
            }
            if (missing > 0)
                gone.add(new Difference(
                        jar.getFileName().toString(),
                        Difference.Kind.GONE,
                        missing + " of its classes",
                        left ? outcome.why() : ""));
        }
        return Optional.of(new Comparison("classes of libraries", "" + before, "", gone));
    }

    /** The module in whose folder a file is: the innermost. */
    private Optional<SourceModule> module(Path file) {
        return context.project().modules().stream()
                .filter(module -> file.startsWith(context.converted(module)))
                .max(Comparator.comparingInt(module -> module.folder().length()));
    }

    private List<Comparison> classPaths(SourceModule module, Baseline baseline, FetchedLibraries fetched, BuildRun run)
            throws IOException {
        if (module.main().isEmpty() && module.tests().isEmpty()) return List.of();
        List<CompilerCall> calls = run.compilerCalls().stream()
                .filter(call -> module(call.output()).equals(Optional.of(module)))
                .toList();
        List<Comparison> rows = new ArrayList<>();
        Optional<CompilerCall> main = module.main().isEmpty()
                ? Optional.empty()
                : calls.stream().filter(call -> !call.tests()).findFirst();
        Optional<CompilerCall> test = module.tests().isEmpty()
                ? Optional.empty()
                : calls.stream().filter(CompilerCall::tests).findFirst();
        if (main.isPresent() && baseline.settings().isPresent())
            rows.add(new SettingsComparison(context).compare(baseline.settings().get(), main.get()));
        // the old build itself says nothing of its class paths
        if (request.runOldBuild()) return rows;
        ClassPathComparison comparison =
                new ClassPathComparison(request.converted(), context.decisions(), module, fetched.all(), hashes);
        if (main.isPresent()) {
            rows.add(comparison.compare(
                    ClassPathComparison.Stage.COMPILE,
                    baseline.classPath(),
                    main.get().classPath()));
            List<Path> processors = baseline.settings().stream()
                    .flatMap(settings -> settings.processorPath().stream())
                    .map(path -> context.reading().tree().onDisk(path))
                    .filter(Files::exists)
                    .toList();
            if (!processors.isEmpty())
                rows.add(comparison.compare(
                        ClassPathComparison.Stage.PROCESSORS,
                        processors,
                        main.get().processorPath()));
        }
        if (!module.main().isEmpty())
            rows.add(comparison.compare(
                    ClassPathComparison.Stage.RUNTIME, baseline.runtimeClassPath(), runtime(module, run)));
        if (test.isPresent()) {
            Set<Path> after = new LinkedHashSet<>(test.get().classPath());
            after.addAll(run.tests().getOrDefault(context.converted(module), List.of()));
            rows.add(comparison.compare(ClassPathComparison.Stage.TEST, baseline.testClassPath(), after));
        }
        return rows;
    }

    /** The libraries that a module of the converted project runs with. */
    private List<Path> runtime(SourceModule module, BuildRun run) throws IOException {
        List<Path> known = runtime.get(module.name());
        if (known == null) {
            known = context.target()
                    .runtimeClassPath(
                            run,
                            request.converted(),
                            module.folder(),
                            context.reading().repositories());
            runtime.put(module.name(), known);
        }
        return known;
    }

    private List<Comparison> tests(SourceModule module, Map<ModuleName, Baseline> baselines, List<String> notes)
            throws IOException {
        if (module.tests().isEmpty()) return List.of();
        TestResults now = context.target().tests(context.converted(module));
        if (!now.closed().isEmpty()) notes.add(ClosedPackages.hint(now.closed()));
        Path scratch = request.scratch().resolve("tests-" + ProofContext.scratchName(module));
        List<Path> needed = new ArrayList<>(withNeeds(module).stream()
                .skip(1)
                .map(name -> baselines.get(name).classes())
                .toList());
        context.project()
                .neededTests(module)
                .forEach(name -> needed.add(baselines.get(name).tests()));
        OldTests tests = new OldTests(context, module, baselines.get(module.name()), needed, scratch);
        if (request.runOldBuild()) return List.of(TestComparison.withoutOld(tests.classes(), now));
        request.stage().accept("running the old tests");
        OldTests.Run old = tests.run();
        if (old.problem().isEmpty()) return List.of(TestComparison.compare(old.results(), now));
        notes.add("Tests were not run with the old wiring: " + old.problem().get() + ".");
        return List.of(TestComparison.withoutOld(tests.classes(), now));
    }

    /** Starts the old and the new product of a module, if it is something that can be started. */
    private RunOutcome start(
            SourceModule module,
            Map<ModuleName, Baseline> baselines,
            Map<ModuleName, Path> products,
            FetchedLibraries fetched,
            BuildRun run)
            throws IOException {
        BuildModule build = context.build(module);
        Path scratch =
                Files.createDirectories(request.scratch().resolve("started-" + ProofContext.scratchName(module)));
        if (build.product().packaging() == Packaging.EAR) return RunOutcome.NONE;
        if (build.product() instanceof Product.WebArchive web) return serve(module, web, baselines, products, scratch);
        Optional<String> mainClass = build.launch().flatMap(Launch::mainClass);
        if (mainClass.isEmpty()) return RunOutcome.NONE;
        List<Path> before = new ArrayList<>();
        List<Path> after = new ArrayList<>();
        for (ModuleName name : withNeeds(module)) {
            before.add(baselines.get(name).classes());
            after.add(asBefore(name, products.get(name), scratch));
        }
        request.stage().accept("starting the old and the new program");
        before.addAll(baselines.get(module.name()).runtimeClassPath());
        before.addAll(fetched.on(false));
        after.addAll(runtime(module, run));
        EmbeddedServer embedded = new EmbeddedServer(context, module, scratch);
        if (embedded.serves(mainClass.get())) return embedded.compare(mainClass.get(), before, after);
        ListeningProgram listening = new ListeningProgram(context, module, scratch);
        Optional<Integer> port = listening.port();
        if (port.isPresent()) return listening.compare(mainClass.get(), port.get(), before, after);
        return new ProgramRun(context, scratch).compare(mainClass.get(), before, after, build.startsInPlace());
    }

    /** What the new program starts from: a folder of classes where the old wiring makes no archive of them. */
    private Path asBefore(ModuleName name, Path product, Path scratch) throws IOException {
        SourceModule module = context.project().module(name).orElseThrow();
        BuildModule build = context.build(module);
        // a manifest says how it is started
        boolean described = !build.manifest().attributes().isEmpty() || build.startsInPlace();
        if (described || context.ownArchive(module).isPresent()) return product;
        Path folder = Files.createDirectories(scratch.resolve("classes-" + name.within("project")));
        Unpacking.into(folder, product, Optional::of);
        return folder;
    }

    /** A module and those it needs, itself first. */
    private List<ModuleName> withNeeds(SourceModule module) {
        List<ModuleName> names = new ArrayList<>(List.of(module.name()));
        names.addAll(context.project().needed(module));
        return names;
    }

    private RunOutcome serve(
            SourceModule module,
            Product.WebArchive web,
            Map<ModuleName, Baseline> baselines,
            Map<ModuleName, Path> products,
            Path scratch)
            throws IOException {
        request.stage().accept("serving the old and the new archive");
        boolean jakarta = context.reading().jakarta();
        Optional<WebServer> server = WebServer.of(
                jakarta, context.reading().repositories(), context.reading().toolchain(), scratch.resolve("server"));
        if (server.isEmpty()) {
            return RunOutcome.unchecked(
                    "pages",
                    "not served",
                    "Tomcat " + WebServer.version(jakarta)
                            + " is not in the local repository and could not be fetched");
        }
        Path after = Files.createDirectories(scratch.resolve("after"));
        Unpacking.into(after, products.get(module.name()), Optional::of);
        List<Path> besideBefore = new ArrayList<>();
        List<Path> besideAfter = new ArrayList<>();
        for (SourceModule other : context.project().modules()) {
            if (!module.packedBy(other)) continue;
            besideBefore.addAll(jars(baselines.get(other.name()).packed().orElseThrow()));
            Path unpacked = scratch.resolve("around-" + ProofContext.scratchName(other));
            Unpacking.into(unpacked, products.get(other.name()), Optional::of);
            besideAfter.addAll(jars(unpacked));
        }
        Path before = baselines.get(module.name()).packed().orElseThrow();
        return new ServedProgram(context, module, server.get())
                .compare(
                        web.archive(),
                        new WebServer.Program(before, besideBefore),
                        new WebServer.Program(after, besideAfter));
    }

    /** Why descriptors of a module are not what they were, by their names in its archive. */
    private Map<String, String> causes(SourceModule module) {
        Map<String, String> causes = new HashMap<>();
        Set<String> fixed = context.decisions().fixes().edits().keySet();
        context.project().layout().placements().values().stream()
                .filter(placement -> fixed.contains(placement.path()))
                .map(Placement::relative)
                .forEach(name -> causes.put(name, ArchiveComparison.FIXED));
        context.decisions().required().stream()
                .filter(required -> required.module().equals(module.name()))
                .forEach(required -> causes.put(required.entry(), ArchiveComparison.WRITTEN));
        return causes;
    }

    private static List<Path> jars(Path unpacked) throws IOException {
        try (Stream<Path> files = Files.walk(unpacked)) {
            return files.filter(file -> file.toString().endsWith(".jar"))
                    .sorted()
                    .toList();
        }
    }
}
