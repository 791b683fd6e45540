package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.ecosystem.jvm.archive.ArchiveEntries;
import dev.pfeiler.ecosystem.jvm.model.Manifest;
import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.ecosystem.jvm.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.target.BuildRequest;
import dev.pfeiler.ecosystem.jvm.target.BuildRun;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.ecosystem.jvm.target.TestResults;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
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
import java.util.stream.Collectors;

/** Builds a copy of a managed project, runs its tests and starts what it builds. */
public final class ManagedProof {
    /** How long a window is left open. */
    private static final Duration WINDOW = Duration.ofSeconds(5);

    private final ProofRequest request;
    private final JvmTarget target;
    private final Repositories repositories;
    private final Environment environment;
    private final Toolchain toolchain;
    private final List<Comparison> rows = new ArrayList<>();
    private final List<String> notes = new ArrayList<>();

    public ManagedProof(ProofRequest request, JvmTarget target, Repositories repositories, Environment environment) {
        this.request = request;
        this.target = target;
        this.repositories = repositories;
        this.environment = environment;
        this.toolchain = Toolchain.of(environment);
    }

    public PartVerdict run() throws IOException {
        if (!toolchain.compiler()) return PartVerdict.failed(toolchain.noCompiler(), request.log());
        Path folder = request.converted();
        request.stage().accept("building with " + target.title());
        BuildRun run = target.build(new BuildRequest(folder, request.offline(), request.log(), toolchain), environment);
        if (run.failure().isPresent()) return PartVerdict.failed(run.failure().get(), request.log());
        List<Path> archives = run.archives().stream().filter(Files::exists).toList();
        rows.add(new Comparison(
                "build",
                "",
                archives.isEmpty()
                        ? "no archive"
                        : archives.stream()
                                .map(archive -> archive.getFileName().toString())
                                .collect(Collectors.joining(", ")),
                List.of()));
        tests(folder);
        if (request.running().wanted() && !archives.isEmpty()) start(run, folder, archives.get(0));
        return new PartVerdict(rows, Optional.empty(), List.of(), request.log(), notes);
    }

    private void tests(Path folder) throws IOException {
        TestResults results = target.tests(folder);
        Map<TestResults.Outcome, Long> counts = results.byMethod().values().stream()
                .collect(Collectors.groupingBy(outcome -> outcome, Collectors.counting()));
        long failed = counts.getOrDefault(TestResults.Outcome.FAILED, 0L);
        List<Difference> differences = results.byMethod().entrySet().stream()
                .filter(test -> test.getValue() == TestResults.Outcome.FAILED)
                .map(test -> new Difference(test.getKey(), Difference.Kind.CHANGED, "fails", ""))
                .toList();
        String passed = counts.getOrDefault(TestResults.Outcome.PASSED, 0L) + " passed";
        rows.add(new Comparison("tests", "", failed == 0 ? passed : passed + ", " + failed + " failed", differences));
    }

    private void start(BuildRun run, Path folder, Path archive) throws IOException {
        request.stage().accept("starting " + archive.getFileName());
        if (archive.getFileName().toString().endsWith(".war")) {
            serve(archive);
            return;
        }
        String main = ArchiveEntries.manifest(archive).getOrDefault(Manifest.MAIN_CLASS, "");
        if (main.isEmpty()) {
            notes.add("It is a library: there is nothing to start.");
            return;
        }
        List<String> command = new ArrayList<>();
        boolean window = opensWindow();
        if (window && environment.variables().getOrDefault("DISPLAY", "").isEmpty()) {
            Optional<Path> display = environment.program("xvfb-run");
            if (display.isEmpty()) {
                notes.add("It was not started: it opens a window, and there is no display here.");
                return;
            }
            command.addAll(List.of(display.get().toString(), "-a"));
        }
        List<Path> classPath = new ArrayList<>(List.of(archive));
        classPath.addAll(target.runtimeClassPath(run, folder, "", repositories));
        command.addAll(List.of(
                toolchain.tool("java").toString(),
                "-cp",
                classPath.stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator)),
                main));
        command.addAll(request.running().arguments());
        rows.addAll(StartedProgram.of(
                JavaCommand.of(toolchain, command, request.scratch().resolve("java.args")),
                folder,
                Map.of(),
                request.log().resolveSibling("start.log"),
                window ? WINDOW : StartedProgram.LIMIT));
    }

    private boolean opensWindow() {
        ProjectTree tree = request.old();
        return tree.files().stream()
                .filter(file -> file.path().startsWith("src/main/"))
                .filter(file -> file.extension().matches("java|kt|groovy|scala"))
                .flatMap(file -> tree.lines(file, 1 << 20).stream())
                .anyMatch(line -> line.startsWith("import javax.swing") || line.startsWith("import javafx"));
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
        boolean jakarta = request.old().files().stream()
                .filter(file -> file.extension().matches("java|kt|groovy|scala"))
                .flatMap(file -> request.old().lines(file, 1 << 20).stream())
                .anyMatch(line -> line.contains("jakarta.servlet"));
        Optional<WebServer> server =
                WebServer.of(jakarta, repositories, toolchain, request.scratch().resolve("server"));
        if (server.isEmpty()) {
            notes.add("It was not served: the servlet container's jars cannot be had.");
            return;
        }
        Path log = request.log().resolveSibling("serve.log");
        try (WebServer.Served served = server.get().serve(new WebServer.Program(unpacked, List.of()), "", log)) {
            if (!served.started()) {
                rows.add(new Comparison(
                        "start",
                        "",
                        "does not start",
                        List.of(new Difference("the archive", Difference.Kind.GONE, "see " + log, ""))));
                return;
            }
            rows.addAll(StartedProgram.answers("http://localhost:" + served.port() + "/"));
        }
    }
}
