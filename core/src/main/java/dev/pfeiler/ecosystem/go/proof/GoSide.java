package dev.pfeiler.ecosystem.go.proof;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.process.RunningProgram;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.TestCounts;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A project laid out to be built: in a workspace as until now, or as a module. */
final class GoSide {
    private static final Duration LIMIT = Duration.ofMinutes(15);

    private final Path go;
    private final Path folder;
    private final String path;
    private final Path logs;
    private final String name;
    private final Map<String, String> variables;

    private GoSide(Path go, Path folder, String path, Path logs, String name, Map<String, String> variables) {
        this.go = go;
        this.folder = folder;
        this.path = path;
        this.logs = logs;
        this.name = name;
        this.variables = Map.copyOf(variables);
    }

    /**
     * One in a workspace.
     *
     * @param folder of the project within it
     * @param path by which the go command knows that folder; empty if it is that of all packages
     */
    static GoSide ofWorkspace(Path go, Path workspace, Path folder, String path, Path logs) {
        return new GoSide(
                go,
                folder,
                path,
                logs,
                "before",
                Map.of("GO111MODULE", "off", "GOPATH", workspace.toString(), "GOFLAGS", "", "GOTOOLCHAIN", "local"));
    }

    /** @param path of the module */
    static GoSide ofModules(Path go, Path folder, String path, Path logs, String name, boolean offline) {
        Map<String, String> variables = new HashMap<>(
                Map.of("GO111MODULE", "on", "GOFLAGS", "-mod=mod", "GOWORK", "off", "GOTOOLCHAIN", "local"));
        if (offline && !System.getenv().getOrDefault("GOPROXY", "").startsWith("file:"))
            variables.put("GOPROXY", "off");
        return new GoSide(go, folder, path, logs, name, variables);
    }

    Path folder() {
        return folder;
    }

    /** @param what names the log */
    ToolRun go(String what, List<String> arguments) throws IOException {
        return run(what, go, arguments);
    }

    ToolRun run(String what, Path program, List<String> arguments) throws IOException {
        List<String> command = new ArrayList<>(List.of(program.toString()));
        command.addAll(arguments);
        return ToolRun.of(command, folder, variables, logs.resolve(what + "-" + name + ".log"), LIMIT);
    }

    /** Starts a program that runs on; until it shows a sign. */
    RunningProgram serve(
            Path program,
            List<String> arguments,
            Map<String, String> more,
            int number,
            RunningProgram.Sign sign,
            Duration limit)
            throws IOException {
        List<String> command = new ArrayList<>(List.of(program.toString()));
        command.addAll(arguments);
        Map<String, String> all = new HashMap<>(variables);
        all.putAll(more);
        Path log = logs.resolve("serve-" + program.getFileName() + "-" + number + ".log");
        return RunningProgram.until(command, folder, all, log, sign, limit);
    }

    /** The lines that a listing of all packages prints, or nothing if it fails. */
    List<String> list(String format) throws IOException {
        ToolRun run = go("list", List.of("list", "-e", "-f", format, "./..."));
        return run.output().stream()
                .filter(line -> !line.startsWith("go: ") && !line.isBlank())
                .toList();
    }

    /** The packages: the name and the folder of each, as {@code NAME FOLDER}. */
    List<String> packages() throws IOException {
        return list("{{.Name}} {{.ImportPath}}").stream()
                .map(line -> {
                    int behind = line.indexOf(' ') + 1;
                    return line.substring(0, behind) + Paths.relative(path, line.substring(behind));
                })
                .toList();
    }

    /** How the tests end. Source: the documentation of {@code go tool test2json}. */
    TestCounts.Run tests() throws IOException {
        ToolRun run = go("tests", List.of("test", "-json", "./..."));
        ObjectMapper json = new ObjectMapper();
        int passed = 0;
        int failed = 0;
        int skipped = 0;
        for (String line : run.output()) {
            if (!line.startsWith("{")) continue;
            JsonNode event = json.readTree(line);
            if (event.path("Test").isMissingNode()) continue;
            switch (event.path("Action").asText()) {
                case "pass" -> passed++;
                case "fail" -> failed++;
                case "skip" -> skipped++;
                default -> {}
            }
        }
        boolean counted = passed + failed + skipped > 0;
        return new TestCounts.Run(
                run.exit(), counted ? Optional.of(new TestCounts(passed, failed, skipped)) : Optional.empty());
    }
}
