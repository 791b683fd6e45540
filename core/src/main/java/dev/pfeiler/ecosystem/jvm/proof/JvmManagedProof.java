package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.archive.ArchiveEntries;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.model.Manifest;
import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.ecosystem.jvm.target.BuildRequest;
import dev.pfeiler.ecosystem.jvm.target.BuildRun;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.ecosystem.jvm.target.TestResults;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.ManagedProof;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.StartedProgram;
import dev.pfeiler.tree.ProjectTree;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/** Builds a copy of a managed project, runs its tests and starts what it builds. */
public final class JvmManagedProof extends ManagedProof {
    /** How long a window is left open. */
    private static final Set<String> SOURCES = Set.of("java", "kt", "groovy", "scala");

    private static final Duration WINDOW = Duration.ofSeconds(5);

    private final JvmTarget target;
    private final Repositories repositories;
    private final Toolchain toolchain;
    private Optional<BuildRun> built = Optional.empty();

    public JvmManagedProof(ProofRequest request, JvmTarget target, Repositories repositories, Environment environment) {
        super(request, environment);
        this.target = target;
        this.repositories = repositories;
        this.toolchain = Toolchain.of(environment);
    }

    @Override
    protected Optional<PartVerdict.Failure> build() throws IOException {
        if (!toolchain.compiler()) return Optional.of(toolchain.noCompiler());
        stage("building with " + target.title());
        BuildRun run =
                target.build(new BuildRequest(folder(), request.offline(), request.log(), toolchain), environment);
        if (run.failure().isPresent()) return run.failure();
        built = Optional.of(run);
        List<Path> archives = archives();
        done(
                "build",
                archives.isEmpty()
                        ? "no archive"
                        : archives.stream()
                                .map(archive -> archive.getFileName().toString())
                                .collect(Collectors.joining(", ")));
        return Optional.empty();
    }

    private List<Path> archives() {
        return built.orElseThrow().archives().stream().filter(Files::exists).toList();
    }

    @Override
    protected void test() throws IOException {
        TestResults results = target.tests(folder());
        List<Difference> differences = results.byMethod().entrySet().stream()
                .filter(test -> test.getValue() == TestResults.Outcome.FAILED)
                .map(test -> new Difference(test.getKey(), Difference.Kind.CHANGED, "fails", ""))
                .toList();
        row(new Comparison("tests", "", results.counts().toString(), differences));
    }

    @Override
    protected void start() throws IOException {
        List<Path> archives = archives();
        if (archives.isEmpty()) return;
        Path archive = archives.get(0);
        stage("starting " + archive.getFileName());
        if (archive.getFileName().toString().endsWith(".war")) {
            serve(archive);
            return;
        }
        String main = ArchiveEntries.manifest(archive).getOrDefault(Manifest.MAIN_CLASS, "");
        if (main.isEmpty()) {
            library();
            return;
        }
        List<String> command = new ArrayList<>();
        boolean window = anyLine(line -> line.startsWith("import javax.swing") || line.startsWith("import javafx"));
        if (window && environment.variables().getOrDefault("DISPLAY", "").isEmpty()) {
            Optional<Path> display = environment.program("xvfb-run");
            if (display.isEmpty()) {
                note("Not started: it opens a window, and there is no display.");
                return;
            }
            command.addAll(List.of(display.get().toString(), "-a"));
        }
        List<Path> classPath = new ArrayList<>(List.of(archive));
        classPath.addAll(target.runtimeClassPath(built.orElseThrow(), folder(), "", repositories));
        command.addAll(List.of(
                toolchain.tool("java").toString(),
                "-cp",
                classPath.stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator)),
                main));
        command.addAll(request.running().arguments());
        started(
                JavaCommand.of(toolchain, command, request.scratch().resolve("java.args")),
                Map.of(),
                window ? WINDOW : StartedProgram.LIMIT);
    }

    /** Whether a line of the sources is like one. */
    private boolean anyLine(Predicate<String> like) {
        ProjectTree tree = request.old();
        return tree.files().stream()
                .filter(file -> file.path().startsWith("src/main/"))
                .filter(file -> SOURCES.contains(file.extension()))
                .flatMap(file -> tree.lines(file, 1 << 20).stream())
                .anyMatch(like);
    }

    private void serve(Path archive) throws IOException {
        Map<String, byte[]> entries = ArchiveEntries.of(archive);
        Path unpacked = request.scratch().toRealPath().resolve("unpacked");
        for (Map.Entry<String, byte[]> entry : entries.entrySet()) {
            Path file = unpacked.resolve(entry.getKey()).normalize();
            if (!file.startsWith(unpacked)) continue;
            Files.createDirectories(file.getParent());
            Files.write(file, entry.getValue());
        }
        boolean jakarta = anyLine(line -> line.contains("jakarta.servlet"));
        Optional<WebServer> server =
                WebServer.of(jakarta, repositories, toolchain, request.scratch().resolve("server"));
        if (server.isEmpty()) {
            note("Not started: Tomcat could not be downloaded.");
            return;
        }
        Path log = log("serve");
        try (WebServer.Served served = server.get().serve(new WebServer.Program(unpacked, List.of()), "", log)) {
            if (!served.started()) {
                failed(
                        "start",
                        "does not start",
                        new Difference("the archive", Difference.Kind.GONE, "see " + log, ""));
                return;
            }
            StartedProgram.answers("http://localhost:" + served.port() + "/", this::visited)
                    .forEach(this::row);
        }
    }
}
