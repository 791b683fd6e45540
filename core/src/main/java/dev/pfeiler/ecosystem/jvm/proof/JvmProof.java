package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.ecosystem.jvm.archive.Unpacking;
import dev.pfeiler.ecosystem.jvm.decision.BuildDecisions;
import dev.pfeiler.ecosystem.jvm.decision.LaunchDecision;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.ecosystem.jvm.repository.Declaration;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenLog;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenModule;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenProject;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.proposal.Choices;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Proves a conversion to Maven: builds the old tree as it was wired, the new one with {@code mvn}, and compares. */
public final class JvmProof {
    private static final Duration LIMIT = Duration.ofMinutes(30);

    private final ProofRequest proof;
    private final Environment environment;
    private final JvmReading reading;
    private final JvmProject project;
    private final MavenProject maven;
    private final BuildDecisions proposing;
    /** Known once the build tool has run; resolved once, for all modules. */
    private List<Path> fetched;

    private final Toolchain toolchain;

    public JvmProof(ProofRequest proof, Environment environment) {
        this.proof = proof;
        this.environment = environment;
        this.reading = JvmReading.of(proof.old(), environment);
        this.toolchain = reading.toolchain();
        Choices choices = Choices.ofLedger(proof.choices());
        this.project =
                JvmProject.of(reading, BuildDecisions.settledRoles(choices), BuildDecisions.mayBeSeveral(choices));
        this.proposing = new BuildDecisions(reading, "maven", choices);
        this.maven = proposing.decide();
    }

    public Verdict run() {
        Path mvn = toolchain
                .mvn()
                .orElseThrow(() -> Refusal.notPossible(
                        "mvn is not on the search path.", "Install Maven, or add it to the search path."));
        if (!toolchain.compiler()) {
            return Verdict.failed(
                    "There is no compiler: " + toolchain.java() + " is a Java runtime, not a JDK.",
                    "Install a JDK and let JAVA_HOME name it.",
                    proof.log());
        }
        try {
            // first, as it fetches what was missing in the tree and the old sources were compiled against
            proof.stage().accept("building with mvn");
            Instant start = Instant.now();
            ToolRun run = ToolRun.of(command(mvn), proof.converted(), environment(), proof.log(), LIMIT);
            if (!run.succeeded()) {
                Verdict.Failure failure = new MavenLog(run.output(), toolchain).failure();
                return Verdict.failed(failure.cause(), failure.next(), proof.log());
            }
            String next =
                    proof.runOldBuild() ? "running the old build" : "compiling the old sources as they were wired";
            proof.stage().accept(next);
            List<Baseline> baselines = baselines();
            Optional<String> broken =
                    baselines.stream().flatMap(b -> b.failure().stream()).findFirst();
            if (broken.isPresent()) {
                return Verdict.failed(
                        "The old sources do not compile as they were wired: " + broken.get(),
                        "mvn builds them; look at what it made in target/, there is nothing to hold it against.",
                        proof.log());
            }
            proof.stage().accept("comparing");
            return compare(baselines, start);
        } catch (IOException e) {
            throw Refusal.inputOutput("The proof stopped: " + e, "Mend the cause and run pfeiler prove again.", e);
        }
    }

    private List<String> command(Path mvn) {
        List<String> command = new ArrayList<>(List.of(mvn.toString(), "-B", "-ntp", "-Dstyle.color=never"));
        if (proof.offline()) command.add("-o");
        command.addAll(List.of("clean", "verify"));
        return command;
    }

    private Map<String, String> environment() {
        return Map.of("JAVA_HOME", toolchain.java().toString());
    }

    /** What the old wiring builds of each module, in the order of need. */
    private List<Baseline> baselines() throws IOException {
        Map<String, Baseline> built = new LinkedHashMap<>();
        Optional<OldBuild> oldBuild = Optional.empty();
        if (proof.runOldBuild()) {
            Path log = proof.log().resolveSibling("old-build.log");
            oldBuild =
                    Optional.of(OldBuild.run(proof.old().root(), reading.wirings(), environment, environment(), log));
        }
        for (SourceModule module : project.modules()) {
            Path scratch = proof.scratch().resolve(module.name().isEmpty() ? "one" : module.name());
            Baseline baseline = oldBuild.isPresent()
                    ? oldBuild.get().baseline(reading, project, module, built, scratch)
                    : Baseline.build(reading, project, module, maven, built, fetched(), scratch);
            built.put(module.name(), baseline);
        }
        return List.copyOf(built.values());
    }

    /** Libraries that were missing in the tree, with what they bring: some are empty and bring the classes. */
    private List<Path> fetched() {
        if (fetched == null) fetched = fetch();
        return fetched;
    }

    private List<Path> fetch() {
        List<Declaration> missing = maven.dependencies()
                .filter(dependency -> dependency.jar().isEmpty())
                .map(dependency -> new Declaration(dependency.declared().orElseThrow(), "compile", Set.of()))
                .distinct()
                .toList();
        if (missing.isEmpty()) return List.of();
        return reading.repositories().resolve(missing, Map.of()).artifacts().stream()
                .flatMap(artifact -> reading.repositories().jar(artifact.coordinates()).stream())
                .distinct()
                .toList();
    }

    /** Starts the old and the new product of a module, where it is something that can be started. */
    private ServedProgram.Outcome start(int i, List<Baseline> baselines, List<Path> products) throws IOException {
        SourceModule module = project.modules().get(i);
        MavenModule described = maven.modules().get(i);
        Path scratch = Files.createDirectories(proof.scratch().resolve("started-" + i));
        List<Path> classes = new ArrayList<>(List.of(baselines.get(i).classes()));
        List<Path> archives = new ArrayList<>(List.of(products.get(i)));
        Set<String> needed = new HashSet<>(module.needs());
        for (int other = i - 1; other >= 0; other--) {
            if (!needed.contains(project.modules().get(other).name())) continue;
            needed.addAll(project.modules().get(other).needs());
            classes.add(baselines.get(other).classes());
            archives.add(products.get(other));
        }
        if (described.packaging().equals("ear")) return new ServedProgram.Outcome(List.of(), List.of());
        if (described.packaging().equals("war")) {
            proof.stage().accept("serving the old and the new archive");
            boolean jakarta = reading.jakarta();
            Optional<WebServer> server =
                    WebServer.of(jakarta, reading.repositories(), toolchain, scratch.resolve("server"));
            if (server.isEmpty()) {
                String note = "Not served: the server, Tomcat " + WebServer.version(jakarta)
                        + ", is not in the local repository and could not be fetched.";
                return new ServedProgram.Outcome(List.of(), List.of(note));
            }
            Path after = Files.createDirectories(scratch.resolve("after"));
            Unpacking.into(after, products.get(i), Optional::of);
            List<Path> besideBefore = new ArrayList<>();
            List<Path> besideAfter = new ArrayList<>();
            for (int other = i + 1; other < products.size(); other++) {
                if (!module.packedBy(project.modules().get(other))) continue;
                besideBefore.addAll(jars(baselines.get(other).packed().orElseThrow()));
                Path unpacked = scratch.resolve("around-" + other);
                Unpacking.into(unpacked, products.get(other), Optional::of);
                besideAfter.addAll(jars(unpacked));
            }
            return new ServedProgram(
                            proof,
                            project,
                            module,
                            server.get(),
                            !proposing.mended().isEmpty()
                                    || !proposing.lacking().isEmpty())
                    .compare(
                            described,
                            new WebServer.Program(baselines.get(i).packed().orElseThrow(), besideBefore),
                            new WebServer.Program(after, besideAfter));
        }
        Optional<String> mainClass =
                described.start().map(start -> start.configuration().get(LaunchDecision.MAIN_CLASS));
        if (mainClass.isEmpty()) return new ServedProgram.Outcome(List.of(), List.of());
        proof.stage().accept("starting the old and the new program");
        ProgramRun running = new ProgramRun(proof, reading, project, module, scratch);
        classes.addAll(running.oldLibraries());
        classes.addAll(fetched());
        archives.addAll(running.newLibraries(maven, described));
        EmbeddedServer embedded = new EmbeddedServer(proof, reading, project, module, scratch);
        if (embedded.serves(mainClass.get())) return embedded.compare(mainClass.get(), classes, archives);
        return running.compare(mainClass.get(), classes, archives);
    }

    /** Why descriptors of a module are not what they were, by their names in its archive. */
    private Map<String, String> causes(SourceModule module) {
        Map<String, String> causes = new HashMap<>();
        project.layout().placements().values().stream()
                .filter(placement -> proposing.mended().contains(placement.path()))
                .forEach(placement -> causes.put(placement.relative(), ArchiveComparison.MENDED));
        proposing.lacking().stream()
                .filter(lacking -> lacking.module().equals(module.name()))
                .forEach(lacking -> causes.put(lacking.entry(), ArchiveComparison.WRITTEN));
        return causes;
    }

    private static List<Path> jars(Path unpacked) throws IOException {
        try (Stream<Path> files = Files.walk(unpacked)) {
            return files.filter(file -> file.toString().endsWith(".jar"))
                    .sorted()
                    .toList();
        }
    }

    private Verdict compare(List<Baseline> baselines, Instant start) throws IOException {
        List<Comparison> rows = new ArrayList<>();
        List<Path> products = new ArrayList<>();
        for (int i = 0; i < project.modules().size(); i++) {
            MavenModule module = maven.modules().get(i);
            Path target = proof.converted().resolve(module.folder()).resolve("target");
            Path product = target.resolve(module.archive(maven.coordinates().version()));
            if (!Files.exists(product)
                    || Files.getLastModifiedTime(product).toInstant().isBefore(start.minusSeconds(2))) {
                return Verdict.failed(
                        "mvn ended well, but made no new " + product.getFileName() + ".",
                        "Look at what it printed with pfeiler prove -v.",
                        proof.log());
            }
            products.add(product);
            rows.addAll(new ArchiveComparison(
                            project,
                            project.modules().get(i),
                            module,
                            baselines.get(i),
                            target,
                            product,
                            causes(project.modules().get(i)))
                    .rows());
        }
        List<String> notes = new ArrayList<>();
        if (proof.runOldBuild()) notes.add("The old build itself was run, in a scratch copy.");
        if (proof.running().wanted()) {
            for (int i = 0; i < products.size(); i++) {
                ServedProgram.Outcome outcome = start(i, baselines, products);
                rows.addAll(outcome.rows());
                notes.addAll(outcome.notes());
            }
        }
        return new Verdict(rows, Optional.empty(), products, proof.log(), notes);
    }
}
