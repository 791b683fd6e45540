package dev.pfeiler.ecosystem.node.proof;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.process.RunningProgram;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.ProgramResult;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** The old or the new project in a folder of its own, with its packages. */
final class Side {
    private static final Duration LIMIT = Duration.ofMinutes(10);
    private static final Duration PROGRAM = Duration.ofSeconds(20);
    private static final Pattern PLACE = Pattern.compile(":\\d+:\\d+\\)?");

    private final Path folder;
    private final Path logs;
    private final String name;
    private final Path node;
    private final List<Path> programs;
    private final String searchPath;

    /** @param programs folders with commands that packages bring */
    Side(Path folder, Path logs, String name, Path node, List<Path> programs, String searchPath) {
        this.folder = folder;
        this.logs = logs;
        this.name = name;
        this.node = node;
        this.programs = List.copyOf(programs);
        this.searchPath = searchPath;
    }

    Path folder() {
        return folder;
    }

    Path log(String what) {
        return logs.resolve(name + "-" + what + ".log");
    }

    ProgramResult run(List<String> command, String what, Duration limit) throws IOException {
        return ProgramResult.of(ToolRun.of(command, folder, environment(), log(what), limit));
    }

    private Map<String, String> environment() {
        String path = programs.stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator));
        return Map.of("PATH", path + File.pathSeparator + searchPath, "NO_COLOR", "1", "FORCE_COLOR", "0");
    }

    /** Starts a program whose servers listen on free ports, and waits until one does or the program ends. */
    StartedServer serve(String path, List<String> arguments, int number) throws IOException {
        String what = "serve-" + path.replace('/', '+') + "-" + number;
        Path script = written("listening.cjs");
        Path ports = logs.resolve(name + "-" + what + ".ports");
        Files.deleteIfExists(ports);
        List<String> command = new ArrayList<>(List.of(node.toString(), "--require", script.toString(), path));
        command.addAll(arguments);
        Map<String, String> variables = new TreeMap<>(environment());
        variables.put("PFEILER_PORTS", ports.toString());
        return new StartedServer(
                RunningProgram.until(
                        command,
                        folder,
                        variables,
                        log(what),
                        () -> Files.exists(ports) && Files.size(ports) > 0,
                        PROGRAM),
                ports,
                log(what));
    }

    private Path written(String script) throws IOException {
        Path file = logs.resolve(script);
        try (InputStream in = Side.class.getResourceAsStream(script + ".txt")) {
            Files.createDirectories(logs);
            Files.write(file, in.readAllBytes());
        }
        return file;
    }

    /** Runs a command line as a package script would be run. */
    ProgramResult shell(String line, String what) throws IOException {
        boolean windows = File.separatorChar == '\\';
        return run(windows ? List.of("cmd", "/c", line) : List.of("sh", "-c", line), what, LIMIT);
    }

    /** Starts a program. */
    ProgramResult program(String path, List<String> arguments, int number) throws IOException {
        List<String> command = new ArrayList<>(List.of(node.toString(), path));
        command.addAll(arguments);
        String again = number == 1 ? "" : "-" + number;
        ProgramResult result = run(command, "run-" + path.replace('/', '+') + again, PROGRAM);
        String own = folder.toString();
        return new ProgramResult(
                result.exit(),
                result.output().stream().map(line -> line.replace(own, ".")).toList());
    }

    /** A line without places in sources, which compilers change. */
    static String steady(String line) {
        return PLACE.matcher(line).replaceAll("");
    }

    /** The names that modules export, by their paths. */
    Map<String, JsonNode> exports(Collection<String> files) throws IOException {
        Map<String, JsonNode> exports = new TreeMap<>();
        if (files.isEmpty()) return exports;
        Path script = written("exports.mjs");
        ObjectMapper json = new ObjectMapper();
        // too many for a command line
        Path list = logs.resolve(name + "-exports.json");
        Files.write(list, json.writeValueAsBytes(files));
        List<String> command = List.of(node.toString(), script.toString(), folder.toString(), list.toString());
        for (String line : run(command, "exports", Duration.ofMinutes(2)).output()) {
            if (!line.startsWith("{\"file\"")) continue;
            JsonNode said = json.readTree(line);
            exports.put(said.path("file").asText(), said);
        }
        return exports;
    }
}
