package dev.pfeiler.ecosystem.php.proof;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.process.RunningProgram;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.HttpResponses;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeCopy;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** A PHP project laid out in a folder to be looked at while it runs: the old one or the new one, at the same path. */
final class PhpSide {
    private static final Duration LIMIT = Duration.ofMinutes(5);
    private static final Duration START = Duration.ofSeconds(20);
    private static final Duration PROGRAM = Duration.ofSeconds(30);
    private static final int MOST_FAILURES = 50;
    private static final int MOST_PATHS = 300;
    private static final Set<String> NO_PAGES = Set.of("php", "inc", "phtml", "htaccess");

    private final Path php;
    private final Path folder;
    private final Path log;
    private final String name;

    /**
     * @param log the folder for what programs print
     * @param name of the side, for the names of those files
     */
    PhpSide(Path php, Path folder, Path log, String name) {
        this.php = php;
        this.folder = folder;
        this.log = log;
        this.name = name;
    }

    /** Copies a tree into a folder. */
    static PhpSide of(Path php, ProjectTree tree, Path folder, Path log, String name) throws IOException {
        TreeCopy.of(tree, Files.createDirectories(folder));
        return new PhpSide(php, folder, log, name);
    }

    Path folder() {
        return folder;
    }

    ToolRun run(List<String> command, Map<String, String> environment, Path goesTo, Duration limit) throws IOException {
        return ToolRun.of(command, folder, environment, goesTo, limit);
    }

    /** Of some packages those that are extensions which the language lacks on this machine. */
    Set<String> lacking(Collection<String> packages) throws IOException {
        ToolRun run = run(List.of(php.toString(), "-m"), Map.of(), log.resolve("modules.log"), LIMIT);
        Set<String> there = run.output().stream()
                .map(line -> "ext-" + line.strip().toLowerCase(Locale.ROOT))
                .collect(Collectors.toSet());
        return packages.stream()
                .filter(name -> name.startsWith("ext-") && !there.contains(name))
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** Tells Composer, in this copy alone, that some extensions are there; it would look for them elsewhere. */
    void pretend(Set<String> extensions) throws IOException {
        if (extensions.isEmpty()) return;
        change(root ->
                extensions.forEach(name -> root.withObject("/config/platform").put(name, "1.0.0")));
    }

    /** Tells Composer, in this copy alone, to go without what is only needed while it is worked on. */
    void withoutTools() throws IOException {
        change(root -> root.remove("require-dev"));
    }

    private void change(Consumer<ObjectNode> change) throws IOException {
        ObjectMapper json = new ObjectMapper();
        Path file = folder.resolve(ComposerFile.NAME);
        ObjectNode root = (ObjectNode) json.readTree(Files.readAllBytes(file));
        change.accept(root);
        Files.write(file, json.writeValueAsBytes(root));
    }

    /** Of some files those that the language itself takes for sound. */
    Set<String> sound(Collection<String> paths) {
        return paths.parallelStream()
                .filter(path -> {
                    Path said = log.resolve("syntax").resolve(name + "-" + path.replace('/', '+') + ".log");
                    try {
                        ToolRun run = run(List.of(php.toString(), "-l", path), Map.of(), said, LIMIT);
                        Files.deleteIfExists(said);
                        return run.succeeded();
                    } catch (IOException e) {
                        return false;
                    }
                })
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /**
     * Something that a project declares.
     *
     * @param kind {@code class}, {@code function} or {@code constant}
     * @param file that declares it
     */
    record Item(String kind, String name, String file) {}

    /**
     * Loads things in a process of their own; what each is then. One that ends the process is not there.
     *
     * @param autoload the autoloader within the project, or {@code -} to load by file
     */
    Map<Item, JsonNode> declared(List<Item> items, String autoload) throws IOException {
        ObjectMapper json = new ObjectMapper();
        ArrayNode list = json.createArrayNode();
        items.forEach(item -> list.addObject()
                .put("kind", item.kind())
                .put("name", item.name())
                .put("file", item.file()));
        Path script = Files.createDirectories(log.resolve("declared")).resolve("declared.php");
        try (InputStream in = PhpSide.class.getResourceAsStream("Declared.php.txt")) {
            Files.write(script, in.readAllBytes());
        }
        Path listed = script.resolveSibling(name + ".json");
        Files.write(listed, json.writeValueAsBytes(list));
        Map<Item, JsonNode> found = new java.util.LinkedHashMap<>();
        int from = 0;
        for (int failures = 0; from < items.size() && failures < MOST_FAILURES; failures++) {
            List<String> command = List.of(
                    php.toString(),
                    "-d",
                    "display_errors=0",
                    script.toString(),
                    autoload.equals("-") ? autoload : folder.resolve(autoload).toString(),
                    listed.toString(),
                    String.valueOf(from),
                    folder.toString());
            ToolRun run = run(command, Map.of(), script.resolveSibling(name + "-" + from + ".log"), LIMIT);
            for (String line : run.output()) {
                if (!line.startsWith("{\"at\":")) continue;
                JsonNode said = json.readTree(line);
                from = said.path("at").asInt() + 1;
                if (said.path("there").asBoolean()) found.put(items.get(from - 1), said);
            }
            // the next one ended the process
            from++;
        }
        return found;
    }

    /**
     * What a program printed and how it ended.
     *
     * @param exit its exit code; 124 where it was stopped
     */
    record Ran(int exit, String output) {}

    /** Starts a program from the top of the project. */
    Ran program(String path, List<String> words) throws IOException {
        // messages of errors are part of what is compared
        List<String> command = new ArrayList<>(
                List.of(php.toString(), "-d", "display_errors=1", "-d", "log_errors=0", "-d", "html_errors=0", path));
        command.addAll(words);
        Path said = log.resolve("run-" + name + "-" + path.replace('/', '+') + ".log");
        ToolRun run = run(command, Map.of(), said, PROGRAM);
        String output = run.output().stream().map(PhpSide::masked).collect(Collectors.joining("\n"));
        return new Ran(run.exit(), output);
    }

    /**
     * How the tests of a folder ended.
     *
     * @param text in short
     * @param sound whether all passed
     */
    record Tests(String text, boolean sound) {
        private static final Pattern PASSED = Pattern.compile("OK \\((\\d+) tests?, .*");
        private static final Pattern SOME = Pattern.compile("Tests: (\\d+), Assertions: .*");
        private static final Pattern WRONG = Pattern.compile("(?:Errors|Failures): (\\d+)");

        /** Source: the summary that PHPUnit prints at its end. */
        static Tests of(List<String> output, int exit) {
            for (String line : output) {
                Matcher passed = PASSED.matcher(line.strip());
                if (passed.matches()) return new Tests(passed.group(1) + " run, " + passed.group(1) + " passed", true);
                Matcher some = SOME.matcher(line.strip());
                if (!some.matches()) continue;
                int wrong = WRONG.matcher(line)
                        .results()
                        .mapToInt(r -> Integer.parseInt(r.group(1)))
                        .sum();
                int run = Integer.parseInt(some.group(1));
                return new Tests(run + " run, " + (run - wrong) + " passed", wrong == 0);
            }
            return new Tests("exited with code " + exit, false);
        }
    }

    /**
     * Runs the tests of a folder with PHPUnit.
     *
     * @param autoloader that is loaded first; empty for none
     */
    Tests tests(Path phpunit, String tests, String autoloader) throws IOException {
        List<String> command = new ArrayList<>(List.of(phpunit.toString(), "--colors=never"));
        if (!autoloader.isEmpty()) command.addAll(List.of("--bootstrap", autoloader));
        command.add(tests);
        ToolRun run = run(command, Map.of(), log.resolve("tests-" + name + ".log"), LIMIT);
        return Tests.of(run.output(), run.exit());
    }

    /** Without times, and without the places of warnings, which move with the code. */
    private static String masked(String line) {
        return line.replaceAll("\\b\\d{1,2}:\\d{2}(:\\d{2})?([.,]\\d+)?\\b", ":")
                .replaceAll(" in \\S+(:\\d+| on line \\d+)", "")
                .replaceAll("(\\.\\w+)(\\(\\d+\\):|:\\d+\\b)", "$1:");
    }

    /** Serves a folder of the project with the language's own server; what it answers. */
    HttpResponses pages(String webRoot, Collection<String> paths) throws IOException {
        int port = RunningProgram.freePort();
        List<String> command = new ArrayList<>(
                List.of(php.toString(), "-d", "display_errors=1", "-d", "html_errors=0", "-S", "127.0.0.1:" + port));
        if (!webRoot.isEmpty()) command.addAll(List.of("-t", webRoot));
        Path said = log.resolve("server-" + name + ".log");
        try (RunningProgram server = RunningProgram.serving(command, folder, said, port, START)) {
            return server.isReady()
                    ? HttpResponses.of(port, paths, text -> text.lines()
                            .map(PhpSide::masked)
                            .collect(Collectors.joining("\n")))
                    : new HttpResponses(new TreeMap<>());
        }
    }

    /** What is asked for: the welcome page, each page, and each other file once. */
    static Set<String> paths(ProjectTree tree, String webRoot, Collection<String> pages) {
        Set<String> paths = new TreeSet<>();
        paths.add("/");
        pages.forEach(page -> paths.add("/" + Paths.relative(webRoot, page)));
        if (webRoot.isEmpty()) return paths;
        tree.under(webRoot)
                .filter(file -> !file.link()
                        && !NO_PAGES.contains(file.extension())
                        && !file.name().startsWith("."))
                .limit(MOST_PATHS)
                .forEach(file -> paths.add("/" + Paths.relative(webRoot, file.path())));
        return paths;
    }
}
