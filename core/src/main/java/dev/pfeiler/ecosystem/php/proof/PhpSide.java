package dev.pfeiler.ecosystem.php.proof;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.ecosystem.php.coverage.PhpSharedNames.Shared;
import dev.pfeiler.process.RunningProgram;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.HttpResponses;
import dev.pfeiler.proof.ProgramResult;
import dev.pfeiler.proof.TestCounts;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** A PHP project laid out in a folder to be looked at while it runs: the old one or the new one, at the same path. */
final class PhpSide {
    private static final Duration LIMIT = Duration.ofMinutes(5);
    private static final Duration START = Duration.ofSeconds(20);
    private static final Duration PROGRAM = Duration.ofSeconds(30);
    private static final Pattern PLACE = Pattern.compile(" in \\S+(:\\d+| on line \\d+)");
    private static final Pattern CALL_PLACE = Pattern.compile("(\\.\\w+)(\\(\\d+\\):|:\\d+\\b)");
    private static final int MOST_FAILURES = 50;
    private static final int MOST_PATHS = 300;
    private static final Set<String> NO_PAGES = Set.of("php", "inc", "phtml", "htaccess");

    private final Path php;
    private final SharedFolder shared;
    private final Path log;
    private final String name;

    /**
     * @param shared in which the tree of the side's name is
     * @param log the folder for what programs print
     * @param name of the side, for the names of those files
     */
    PhpSide(Path php, SharedFolder shared, Path log, String name) {
        this.php = php;
        this.shared = shared;
        this.log = log;
        this.name = name;
    }

    private Path folder() throws IOException {
        shared.enter(name);
        return shared.path();
    }

    ToolRun run(List<String> command, Map<String, String> environment, Path goesTo, Duration limit) throws IOException {
        return ToolRun.of(command, folder(), environment, goesTo, limit);
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
        Path file = folder().resolve(ComposerFile.NAME);
        ObjectNode root = (ObjectNode) json.readTree(Files.readAllBytes(file));
        change.accept(root);
        Files.write(file, json.writeValueAsBytes(root));
    }

    /** Of some files those that pass {@code php -l}. */
    Set<String> sound(Collection<String> paths) throws IOException {
        Path folder = folder();
        return paths.parallelStream()
                .filter(path -> {
                    Path said = log.resolve("syntax").resolve(name + "-" + path.replace('/', '+') + ".log");
                    try {
                        List<String> command = List.of(php.toString(), "-l", path);
                        ToolRun run = ToolRun.of(command, folder, Map.of(), said, LIMIT);
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
     * How things are loaded.
     *
     * @param autoload the autoloader within the project, or {@code -} to load by file
     * @param includePath folders of the project that are on the include path
     * @param needs by the files of classes that are to be used, what they name; empty to use none
     */
    record Loader(String autoload, List<String> includePath, Map<String, List<Shared>> needs) {}

    /** Loads things in a process of their own; what each is then. One that ends the process is not there. */
    Map<Item, JsonNode> declared(List<Item> items, Loader loader) throws IOException {
        Path folder = folder();
        ObjectMapper json = new ObjectMapper();
        ArrayNode list = json.createArrayNode();
        for (Item item : items) {
            ObjectNode node = list.addObject()
                    .put("kind", item.kind())
                    .put("name", item.name())
                    .put("file", item.file());
            if (!loader.needs().containsKey(item.file())) continue;
            ArrayNode needs = node.putArray("needs");
            for (Shared need : loader.needs().get(item.file()))
                needs.addObject()
                        .put("kind", need.kind().name().toLowerCase(Locale.ROOT))
                        .put("name", need.name());
        }
        Path script = Files.createDirectories(log.resolve("declared")).resolve("declared.php");
        try (InputStream in = PhpSide.class.getResourceAsStream("Declared.php.txt")) {
            Files.write(script, in.readAllBytes());
        }
        Path listed = script.resolveSibling(name + ".json");
        Files.write(listed, json.writeValueAsBytes(list));
        String includePath = Stream.concat(
                        Stream.of("."), loader.includePath().stream().map(path -> folder.resolve(path)
                                .toString()))
                .collect(Collectors.joining(File.pathSeparator));
        Map<Item, JsonNode> found = new LinkedHashMap<>();
        int from = 0;
        for (int failures = 0; from < items.size() && failures < MOST_FAILURES; failures++) {
            List<String> command = List.of(
                    php.toString(),
                    "-d",
                    "display_errors=0",
                    "-d",
                    "include_path=" + includePath,
                    script.toString(),
                    loader.autoload().equals("-")
                            ? loader.autoload()
                            : folder.resolve(loader.autoload()).toString(),
                    listed.toString(),
                    String.valueOf(from),
                    folder.toString());
            ToolRun run = run(command, Map.of(), script.resolveSibling(name + "-" + from + ".log"), LIMIT);
            for (String line : run.output()) {
                if (!line.startsWith("{\"at\":")) continue;
                JsonNode said = json.readTree(line);
                from = said.path("at").asInt() + 1;
                Item item = items.get(from - 1);
                if (said.path("there").asBoolean()) found.put(item, said);
                else if (said.has("uses") && found.get(item) instanceof ObjectNode before)
                    before.setAll((ObjectNode) said);
            }
            // the next one ended the process
            from++;
        }
        return found;
    }

    /** Starts a program from the top of the project. */
    ProgramResult program(String path, List<String> arguments, int number) throws IOException {
        // messages of errors are part of what is compared
        List<String> command = new ArrayList<>(
                List.of(php.toString(), "-d", "display_errors=1", "-d", "log_errors=0", "-d", "html_errors=0", path));
        command.addAll(arguments);
        String again = number == 1 ? "" : "-" + number;
        Path output = log.resolve("run-" + name + "-" + path.replace('/', '+') + again + ".log");
        return ProgramResult.of(run(command, Map.of(), output, PROGRAM));
    }

    /**
     * Runs the tests of a folder with PHPUnit.
     *
     * @param autoloader that is loaded first; empty for none
     */
    TestCounts.Run tests(Path phpunit, String tests, String autoloader) throws IOException {
        List<String> command = new ArrayList<>(List.of(phpunit.toString(), "--colors=never"));
        if (!autoloader.isEmpty()) command.addAll(List.of("--bootstrap", autoloader));
        command.add(tests);
        ToolRun run = run(command, Map.of(), log.resolve("tests-" + name + ".log"), LIMIT);
        return PhpUnitSummary.of(run.exit(), run.output());
    }

    /** A line without the places of warnings, which move with the code. */
    static String steady(String line) {
        return CALL_PLACE.matcher(PLACE.matcher(line).replaceAll("")).replaceAll("$1:");
    }

    /** Serves a folder of the project with the language's own server; what it answers. */
    HttpResponses pages(String webRoot, Collection<String> paths) throws IOException {
        int port = RunningProgram.freePort();
        List<String> command = new ArrayList<>(
                List.of(php.toString(), "-d", "display_errors=1", "-d", "html_errors=0", "-S", "127.0.0.1:" + port));
        if (!webRoot.isEmpty()) command.addAll(List.of("-t", webRoot));
        Path said = log.resolve("server-" + name + ".log");
        try (RunningProgram server = RunningProgram.serving(command, folder(), said, port, START)) {
            return server.isReady()
                    ? HttpResponses.of(port, paths, PhpSide::steady)
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
