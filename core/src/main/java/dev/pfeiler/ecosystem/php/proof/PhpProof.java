package dev.pfeiler.ecosystem.php.proof;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.php.coverage.PhpCoverage;
import dev.pfeiler.ecosystem.php.decision.PhpDecider;
import dev.pfeiler.ecosystem.php.decision.PhpDecisions;
import dev.pfeiler.ecosystem.php.layout.PhpNamespace;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.ecosystem.php.proof.PhpSide.Item;
import dev.pfeiler.ecosystem.php.proof.PhpSide.Ran;
import dev.pfeiler.ecosystem.php.proof.PhpSide.Tests;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Difference.Kind;
import dev.pfeiler.proof.HttpResponses;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.SafeLinks;
import dev.pfeiler.proof.SteadyLines;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;

/** Proves a conversion to Composer: the same classes can be loaded, and what is started says the same. */
public final class PhpProof {
    private static final Duration LIMIT = Duration.ofMinutes(10);
    private static final List<String> USUAL = List.of("--help");
    private static final int MOST_PATHS = 6;

    private final ProofRequest proof;
    private final Environment environment;
    private final PhpProject project;
    private final PhpDecisions decisions;
    private final Map<String, String> goals;
    private final Path folder;
    private final Path logs;
    private final List<String> notes = new ArrayList<>();

    public PhpProof(ProofRequest proof, Environment environment) {
        this.proof = proof;
        this.environment = environment;
        this.project = PhpProject.of(proof.old());
        this.decisions = PhpDecider.decide(project, new Deliberation(proof.decisions()));
        this.goals = decisions.goals();
        // old and new are looked at in one place after the other, so that paths they print are the same
        this.folder = proof.scratch().resolve("run").resolve(proof.old().name());
        this.logs = proof.log().toAbsolutePath().getParent();
    }

    /** What was seen of one side. */
    private record Seen(
            Set<String> sound,
            Map<Item, JsonNode> declared,
            Map<String, Ran> ran,
            Optional<HttpResponses> pages,
            Optional<Tests> tests) {}

    public PartVerdict run() {
        Path php =
                environment.requiredProgram("php", "Install the command-line version of PHP, or add it to the PATH.");
        Path composer = environment.requiredProgram("composer", "Install Composer, or add it to the PATH.");
        try {
            proof.stage().accept("running composer");
            PhpSide after = PhpSide.of(php, ProjectTree.read(proof.converted()), folder, logs, "after");
            Optional<String> failure = install(after, composer);
            if (failure.isPresent())
                return PartVerdict.failed(failure.get(), "See its output with pfeiler prove -v.", proof.log());
            Seen now = look(after, true, Map.of());
            Trees.delete(folder);
            PhpSide before = PhpSide.of(php, proof.old(), folder, logs, "before");
            Seen old = look(before, false, now.ran());
            Trees.delete(folder);
            return new PartVerdict(rows(old, now), Optional.empty(), List.of(), proof.log(), notes);
        } catch (IOException e) {
            throw Refusal.inputOutput("The proof stopped: " + e, "Fix the problem and run pfeiler prove again.", e);
        }
    }

    /** Lets Composer write its autoloader, and fetch what is declared; what went wrong, if something did. */
    private Optional<String> install(PhpSide side, Path composer) throws IOException {
        boolean foreign = !decisions.composer().requirements().requireDev().isEmpty();
        Map<String, String> environment =
                new HashMap<>(Map.of("COMPOSER_ALLOW_SUPERUSER", "1", "COMPOSER_NO_INTERACTION", "1"));
        if (proof.offline() || !foreign) environment.put("COMPOSER_DISABLE_NETWORK", "1");
        List<String> command = new ArrayList<>(List.of(composer.toString(), "install", "--no-ansi", "--no-progress"));
        Set<String> lacking =
                side.lacking(decisions.composer().requirements().require().keySet());
        side.pretend(lacking);
        if (!lacking.isEmpty())
            notes.add("PHP on this machine lacks " + String.join(", ", lacking)
                    + "; both versions were compared without it.");
        ToolRun run = side.run(command, environment, proof.log(), LIMIT);
        if (run.succeeded()) return Optional.empty();
        if (foreign) {
            Path first = proof.log().resolveSibling("composer-with-tests.log");
            Files.copy(proof.log(), first, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
            side.withoutTools();
            if (side.run(command, environment, proof.log(), LIMIT).succeeded()) {
                notes.add("Could not be fetched: "
                        + String.join(
                                ", ",
                                decisions.composer().requirements().requireDev().keySet())
                        + "; see .pfeiler/proof/composer-with-tests.log.");
                return Optional.empty();
            }
        }
        String cause = run.output().stream()
                .map(String::strip)
                .filter(line -> line.startsWith("- ") || line.contains("rror") || line.contains("does not"))
                .findFirst()
                .orElse("it exited with code " + run.exit());
        return Optional.of("composer failed: " + cause.replaceFirst("^- ", ""));
    }

    private String goal(String path) {
        return goals.getOrDefault(path, path);
    }

    /** @param other how the starts of the other side ended, if that was looked at before */
    private Seen look(PhpSide side, boolean now, Map<String, Ran> other) throws IOException {
        List<String> files = project.sources().keySet().stream()
                .filter(path -> !decisions.coverage().retired().contains(path))
                .toList();
        proof.stage().accept(now ? "loading the classes of the new project" : "loading the classes of the old project");
        Set<String> sound = new TreeSet<>();
        Set<String> accepted =
                side.sound(files.stream().map(path -> now ? goal(path) : path).toList());
        files.stream()
                .filter(path -> accepted.contains(now ? goal(path) : path))
                .forEach(sound::add);
        Map<Item, JsonNode> declared = declared(side, now);
        Map<String, Ran> ran = new LinkedHashMap<>();
        Optional<HttpResponses> pages = Optional.empty();
        if (proof.running().wanted()) {
            proof.stage().accept(now ? "starting the new project" : "starting the old project");
            String root = project.webRoot().orElse("");
            List<String> requested = new ArrayList<>(project.pages());
            for (String start : project.startable()) {
                if (requested.contains(start)) continue;
                boolean served =
                        !requested.isEmpty() && !root.isEmpty() && Paths.within(root, start) && start.endsWith(".php");
                if (served) requested.add(start);
                else ran.put(start, started(side, start, other));
            }
            if (!requested.isEmpty()) {
                Collection<String> paths = PhpSide.paths(proof.old(), root, requested);
                if (now) SafeLinks.note(paths).ifPresent(notes::add);
                pages = Optional.of(side.pages(root, paths));
            }
        }
        return new Seen(sound, declared, ran, pages, tests(side, now));
    }

    /** Starts a program: twice where it does not do the same on the other side, as it may not do the same each time. */
    private Ran started(PhpSide side, String start, Map<String, Ran> other) throws IOException {
        Ran ran = side.program(start, words(start));
        Ran before = other.get(start);
        if (before == null || before.exit() != ran.exit() || before.output().equals(ran.output())) return ran;
        SteadyLines steady =
                SteadyLines.of(ran.output(), side.program(start, words(start)).output());
        return steady.same(ran.output(), before.output()) ? before : ran;
    }

    /** What is declared, under the names it had until now. */
    private Map<Item, JsonNode> declared(PhpSide side, boolean now) throws IOException {
        if (!now) return side.declared(items(), "-");
        PhpNamespace naming = decisions.naming();
        Map<Item, Item> old = new LinkedHashMap<>();
        for (Item item : items()) {
            PhpSource source = project.sources().get(item.file());
            boolean renamed = !naming.declarations(source).equals(source.declarations());
            String name = renamed ? naming.declarations(source).get(0).name() : item.name();
            old.put(new Item(item.kind(), name, item.file()), item);
        }
        Map<Item, JsonNode> declared = new LinkedHashMap<>();
        ObjectMapper json = new ObjectMapper();
        for (Map.Entry<Item, JsonNode> entry : side.declared(
                        List.copyOf(old.keySet()), decisions.composer().autoloader())
                .entrySet()) {
            String text = json.writeValueAsString(entry.getValue());
            declared.put(old.get(entry.getKey()), json.readTree(naming.unrenamed(text)));
        }
        return declared;
    }

    /** How the tests end, where there are some for PHPUnit and it is on this machine. */
    private Optional<Tests> tests(PhpSide side, boolean now) throws IOException {
        Optional<String> folder = decisions.testFolder();
        Optional<Path> phpunit = environment.program("phpunit");
        if (folder.isEmpty() || !proof.running().wanted()) return Optional.empty();
        if (phpunit.isEmpty()) {
            if (now) notes.add("The tests were not run: phpunit is not on the PATH.");
            return Optional.empty();
        }
        proof.stage().accept("running the tests");
        return Optional.of(side.tests(
                phpunit.get(), folder.get(), now ? decisions.composer().autoloader() : ""));
    }

    private static Comparison tests(Tests before, Tests after) {
        // tests that could not find their classes by themselves find them by the autoloader
        String cause = after.sound() && !before.sound() ? "missing files are loaded now" : "";
        List<Difference> differences = before.equals(after)
                ? List.of()
                : List.of(new Difference("the tests", Kind.CHANGED, before.text() + ", now " + after.text(), cause));
        return new Comparison("tests", before.text(), after.text(), differences);
    }

    private List<String> words(String program) {
        // a file that others load may be started, but is no program that takes options
        if (project.isTest(program) || !project.entries().contains(program)) return List.of();
        return proof.running().arguments().isEmpty() ? USUAL : proof.running().arguments();
    }

    /** All that the autoloader loads: classes, and of files that are loaded at every start all else. */
    private List<Item> items() {
        List<Item> items = new ArrayList<>();
        Set<String> functions = Set.copyOf(decisions.coverage().functionFiles());
        for (PhpSource source : project.sources().values()) {
            if (!decisions.coverage().autoloads(source.path())) continue;
            boolean atEveryStart = functions.contains(source.path());
            source.declarations().forEach(declared -> {
                if (!declared.kind().loadable() && !atEveryStart) return;
                String kind = declared.kind().loadable()
                        ? "class"
                        : declared.kind() == PhpSource.Kind.FUNCTION ? "function" : "constant";
                items.add(new Item(kind, declared.name(), source.path()));
            });
        }
        return items;
    }

    /** How many classes the autoloader loads, and why the others are loaded as before. */
    private Comparison coverage() {
        PhpCoverage.Count count = decisions.coverage().count();
        List<Difference> differences = new ArrayList<>();
        count.others()
                .forEach((why, classes) -> differences.add(new Difference(
                        classes + (classes == 1 ? " class" : " classes"), Kind.CHANGED, "loaded as before", why)));
        return new Comparison(
                "autoloaded", count.all() + " declared", count.autoloaded() + " by Composer", differences);
    }

    private List<Comparison> rows(Seen old, Seen now) {
        List<Comparison> rows = new ArrayList<>();
        rows.add(syntax(old, now));
        rows.add(coverage());
        rows.add(declared("classes", "class", old, now));
        if (items().stream().anyMatch(item -> !item.kind().equals("class")))
            rows.add(declared("functions and constants", "", old, now));
        old.ran().forEach((program, before) -> ran(program, before, now.ran().get(program))
                .ifPresent(rows::add));
        if (old.tests().isPresent())
            rows.add(tests(old.tests().get(), now.tests().orElseThrow()));
        if (old.pages().isPresent()) {
            rows.add(old.pages().get().against(now.pages().orElseThrow(), ""));
            List<String> broken = old.pages().get().broken();
            if (!broken.isEmpty()) notes.add("The old project responds with an error, too: " + shown(broken) + ".");
        }
        if (old.declared().isEmpty() && old.ran().isEmpty() && old.pages().isEmpty())
            rows.add(new Comparison(
                    "program",
                    "nothing",
                    "nothing",
                    List.of(new Difference("there is no class and no start to compare", Kind.UNCHECKED, ""))));
        return rows;
    }

    private static String shown(List<String> paths) {
        String first = String.join(", ", paths.subList(0, Math.min(MOST_PATHS, paths.size())));
        return paths.size() > MOST_PATHS ? first + " and " + (paths.size() - MOST_PATHS) + " more" : first;
    }

    private Comparison syntax(Seen old, Seen now) {
        List<Difference> differences = new ArrayList<>();
        old.sound().stream()
                .filter(path -> !now.sound().contains(path))
                .forEach(path -> differences.add(new Difference(goal(path), Kind.CHANGED, "")));
        return new Comparison(
                "syntax", old.sound().size() + " valid", now.sound().size() + " valid", differences);
    }

    private Comparison declared(String subject, String kind, Seen old, Seen now) {
        List<Difference> differences = new ArrayList<>();
        int before = 0;
        int after = 0;
        for (Item item : items()) {
            if (item.kind().equals("class") != kind.equals("class")) continue;
            JsonNode one = old.declared().get(item);
            JsonNode other = now.declared().get(item);
            if (one != null) before++;
            if (other != null) after++;
            if (one != null && other == null) differences.add(new Difference(item.name(), Kind.GONE, ""));
            if (one == null && other != null)
                differences.add(new Difference(item.name(), Kind.ADDED, "could not be loaded on its own before"));
            if (one == null || other == null || !kind.equals("class")) continue;
            List<String> changed = changed(item, one, other);
            if (!changed.isEmpty())
                differences.add(new Difference(item.name(), Kind.CHANGED, String.join("; ", changed), ""));
        }
        return new Comparison(subject, String.valueOf(before), String.valueOf(after), differences);
    }

    private List<String> changed(Item item, JsonNode one, JsonNode other) {
        List<String> changed = new ArrayList<>();
        String expected = goal(item.file());
        String found = other.path("file").asText();
        boolean ofPackage = project.library(item.file()).isPresent();
        // a class that the language brings itself is in no file
        boolean nowhere = found.isEmpty() && one.path("file").asText().isEmpty();
        if (!found.equals(expected) && !ofPackage && !nowhere) changed.add("comes from " + found);
        for (String key : List.of("type", "parent", "interfaces")) {
            if (!one.path(key).equals(other.path(key)))
                changed.add(key + " " + one.path(key).asText() + ", now "
                        + other.path(key).asText());
        }
        Set<String> names = new TreeSet<>();
        one.path("members").fieldNames().forEachRemaining(names::add);
        other.path("members").fieldNames().forEachRemaining(names::add);
        for (String name : names) {
            if (!one.path("members").path(name).equals(other.path("members").path(name)))
                changed.add(name + " changed");
        }
        return changed;
    }

    private Optional<Comparison> ran(String program, Ran before, Ran after) {
        boolean test = project.isTest(program);
        String call = String.join(
                " ", Stream.concat(Stream.of(program), words(program).stream()).toList());
        if (before.exit() == ToolRun.OUT_OF_TIME) {
            notes.add(
                    program + " does not exit on its own and was not compared; pass other arguments with --run-with.");
            return Optional.empty();
        }
        List<Difference> differences = new ArrayList<>();
        if (before.exit() != after.exit()) differences.add(new Difference("exit code", Kind.CHANGED, ""));
        if (!before.output().equals(after.output())) differences.add(new Difference("output", Kind.CHANGED, ""));
        if (before.exit() != 0 && differences.isEmpty())
            notes.add(call + " ends with exit code " + before.exit() + ", as with the old project.");
        return Optional.of(new Comparison(
                (test ? "test " : "run ") + call, "exit " + before.exit(), "exit " + after.exit(), differences));
    }
}
