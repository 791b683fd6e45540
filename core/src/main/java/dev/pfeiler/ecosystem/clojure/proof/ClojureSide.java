package dev.pfeiler.ecosystem.clojure.proof;

import dev.pfeiler.process.RunningProgram;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.ProgramResult;
import dev.pfeiler.proof.TestCounts;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * A project laid out to be run with Java.
 *
 * @param folder that programs run in
 * @param classPath folders and archives
 * @param loaded sources that are loaded by their paths before anything else, relative to the folder
 * @param name for logs
 */
record ClojureSide(Path java, Path folder, List<Path> classPath, List<String> loaded, Path logs, String name) {
    private static final Duration LIMIT = Duration.ofMinutes(10);
    private static final String SIGN = "pfeiler: ";
    private static final Pattern RAN = Pattern.compile("Ran (\\d+) tests? containing (\\d+) assertions?\\.");
    private static final Pattern FAILED = Pattern.compile("(\\d+) failures?, (\\d+) errors?\\.");

    ClojureSide {
        classPath = List.copyOf(classPath);
        loaded = List.copyOf(loaded);
    }

    private List<String> command(List<String> options, List<String> words) {
        List<String> command = new ArrayList<>(List.of(java.toString()));
        command.addAll(options);
        command.add("-cp");
        command.add(classPath.stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator)));
        command.addAll(words);
        return command;
    }

    /** @param what names the log */
    ToolRun run(String what, List<String> options, List<String> words) throws IOException {
        return ToolRun.of(command(options, words), folder, Map.of(), logs.resolve(what + "-" + name + ".log"), LIMIT);
    }

    /** What loading some namespaces came to: those that load, and the reason of each that does not. */
    record Loaded(Map<String, String> failures, Map<String, List<String>> vars) {}

    Loaded load(List<String> namespaces, Path scratch) throws IOException {
        Path program = Files.createDirectories(scratch).resolve("namespaces-" + name + ".clj");
        try (InputStream in = ClojureSide.class.getResourceAsStream("namespaces.clj.txt")) {
            Files.write(program, in.readAllBytes());
        }
        Path files = scratch.resolve("files-" + name);
        Path spaces = scratch.resolve("namespaces-" + name);
        Files.write(files, loaded, StandardCharsets.UTF_8);
        Files.write(spaces, namespaces, StandardCharsets.UTF_8);
        ToolRun run = run(
                "namespaces",
                List.of(),
                List.of("clojure.main", program.toString(), files.toString(), spaces.toString()));
        Map<String, String> failures = new TreeMap<>();
        Map<String, List<String>> vars = new TreeMap<>();
        for (String line : run.output()) {
            if (!line.startsWith(SIGN)) continue;
            String[] words = line.substring(SIGN.length()).split(" ", 3);
            switch (words[0]) {
                case "loads" -> vars.put(words[1], new ArrayList<>());
                case "fails" -> failures.put(words[1], words.length > 2 ? words[2] : "");
                case "var" ->
                    vars.get(words[1].substring(0, words[1].indexOf('/')))
                            .add(line.substring(SIGN.length() + "var ".length()));
                default -> {}
            }
        }
        return new Loaded(failures, vars);
    }

    /** Expressions that load what is loaded by its path. */
    private List<String> preloading() {
        List<String> words = new ArrayList<>();
        for (String file : loaded) {
            words.add("-i");
            words.add(file);
        }
        return words;
    }

    /** Runs the tests of namespaces. Source of the counts: the documentation of {@code clojure.test}. */
    TestCounts.Run tests(List<String> namespaces) throws IOException {
        String quoted = namespaces.stream().map(one -> "'" + one).collect(Collectors.joining(" "));
        List<String> words = new ArrayList<>(List.of("clojure.main"));
        words.addAll(preloading());
        words.addAll(List.of(
                "-e",
                "(require 'clojure.test " + quoted + ") (let [{:keys [fail error]} (clojure.test/run-tests " + quoted
                        + ")] (System/exit (if (zero? (+ fail error)) 0 1)))"));
        return counted(run("tests", List.of(), words));
    }

    static TestCounts.Run counted(ToolRun run) throws IOException {
        int assertions = 0;
        int failed = 0;
        boolean ran = false;
        for (String line : run.output()) {
            Matcher all = RAN.matcher(line);
            Matcher bad = FAILED.matcher(line);
            if (all.find()) {
                ran = true;
                assertions = Integer.parseInt(all.group(2));
            }
            if (bad.find()) failed = Integer.parseInt(bad.group(1)) + Integer.parseInt(bad.group(2));
        }
        return new TestCounts.Run(
                run.exit(),
                ran ? Optional.of(new TestCounts(Math.max(0, assertions - failed), failed, 0)) : Optional.empty());
    }

    private List<String> starting(String namespace, List<String> arguments) {
        List<String> words = new ArrayList<>(List.of("clojure.main"));
        words.addAll(preloading());
        words.addAll(List.of("-m", namespace));
        words.addAll(arguments);
        return words;
    }

    /** What calls the {@code -main} of a namespace. */
    List<String> command(String namespace) {
        return command(List.of(), starting(namespace, List.of()));
    }

    /** Calls the {@code -main} of a namespace. */
    ProgramResult start(String namespace, List<String> options, List<String> arguments, int number, Duration limit)
            throws IOException {
        return ProgramResult.of(ToolRun.of(
                command(options, starting(namespace, arguments)),
                folder,
                Map.of(),
                logs.resolve("run-" + number + "-" + name + ".log"),
                limit));
    }

    /** Starts a server. */
    RunningProgram serve(
            String namespace,
            List<String> options,
            List<String> arguments,
            int port,
            int number,
            RunningProgram.Sign sign,
            Duration limit)
            throws IOException {
        return RunningProgram.until(
                command(options, starting(namespace, arguments)),
                folder,
                Map.of("PORT", String.valueOf(port)),
                logs.resolve("serve-" + number + "-" + name + ".log"),
                sign,
                limit);
    }
}
