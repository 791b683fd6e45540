package dev.pfeiler.ecosystem.node.proof;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.process.ToolRun;
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
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** The old or the new project in a folder of its own, with its packages. */
final class Side {
    private static final Duration LIMIT = Duration.ofMinutes(10);
    private static final Duration PROGRAM = Duration.ofSeconds(20);
    private static final Pattern PASSED =
            Pattern.compile("^\\s*(?:#|ℹ) pass\\s+(\\d+)|(\\d+) passing|Tests:?\\s+(?:.*, )?(\\d+) passed");

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

    /** How a command ended. */
    record Ran(int exit, List<String> output) {
        boolean succeeded() {
            return exit == 0;
        }

        /** How many tests passed, by what the run says; -1 where it says nothing. */
        int passed() {
            int sum = -1;
            for (String line : output) {
                Matcher matcher = PASSED.matcher(line);
                while (matcher.find()) {
                    for (int i = 1; i <= matcher.groupCount(); i++)
                        if (matcher.group(i) != null) sum = Math.max(sum, 0) + Integer.parseInt(matcher.group(i));
                }
            }
            return sum;
        }
    }

    Ran run(List<String> command, String what, Duration limit) throws IOException {
        String path = programs.stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator));
        ToolRun run = ToolRun.of(
                command,
                folder,
                Map.of("PATH", path + File.pathSeparator + searchPath, "NO_COLOR", "1", "FORCE_COLOR", "0"),
                log(what),
                limit);
        return new Ran(run.exit(), run.output());
    }

    /** Runs a command line as a package script would be run. */
    Ran shell(String line, String what) throws IOException {
        boolean windows = File.separatorChar == '\\';
        return run(windows ? List.of("cmd", "/c", line) : List.of("sh", "-c", line), what, LIMIT);
    }

    /** Starts a program; without what changes from one start to the next. */
    Ran program(String path, List<String> words) throws IOException {
        List<String> command = new ArrayList<>(List.of(node.toString(), path));
        command.addAll(words);
        Ran ran = run(command, "run-" + path.replace('/', '+'), PROGRAM);
        return new Ran(ran.exit(), ran.output().stream().map(this::masked).toList());
    }

    private String masked(String line) {
        return line.replace(folder.toString(), ".")
                .replaceAll("\\b\\d{1,2}:\\d{2}(:\\d{2})?([.,]\\d+)?\\b", ":")
                .replaceAll(":\\d+:\\d+\\)?", "");
    }

    /** The names that modules export, by their paths. */
    Map<String, JsonNode> exports(Collection<String> files) throws IOException {
        Map<String, JsonNode> exports = new TreeMap<>();
        if (files.isEmpty()) return exports;
        Path script = logs.resolve("exports.mjs");
        try (InputStream in = Side.class.getResourceAsStream("exports.mjs.txt")) {
            Files.createDirectories(logs);
            Files.write(script, in.readAllBytes());
        }
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
