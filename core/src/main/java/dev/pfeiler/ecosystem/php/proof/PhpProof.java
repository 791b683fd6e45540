package dev.pfeiler.ecosystem.php.proof;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.php.coverage.PhpCoverage;
import dev.pfeiler.ecosystem.php.coverage.PhpSharedNames;
import dev.pfeiler.ecosystem.php.decision.PhpDecider;
import dev.pfeiler.ecosystem.php.decision.PhpDecisions;
import dev.pfeiler.ecosystem.php.layout.PhpNamespace;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.ecosystem.php.proof.PhpSide.Item;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Difference.Kind;
import dev.pfeiler.proof.HttpResponses;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProgramComparison;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.SafeLinks;
import dev.pfeiler.proof.TestCounts;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
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
import java.util.stream.Collectors;

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
    private final Path logs;
    private final List<String> notes = new ArrayList<>();

    public PhpProof(ProofRequest proof, Environment environment) {
        this.proof = proof;
        this.environment = environment;
        this.project = PhpProject.of(proof.old());
        this.decisions = PhpDecider.decide(project, new Deliberation(proof.decisions()));
        this.goals = decisions.goals();
        this.logs = proof.log().toAbsolutePath().getParent();
    }

    /** The programs of both sides. */
    private record Sides(PhpSide before, PhpSide after) {}

    public PartVerdict run() throws IOException {
        Path php =
                environment.requiredProgram("php", "Install the command-line version of PHP, or add it to the PATH.");
        Path composer = environment.requiredProgram("composer", "Install Composer, or add it to the PATH.");
        SharedFolder shared =
                new SharedFolder(Files.createDirectories(proof.scratch().resolve("run"))
                        .resolve(proof.old().name()));
        shared.add("after", ProjectTree.read(proof.converted()));
        shared.add("before", proof.old());
        Sides sides = new Sides(new PhpSide(php, shared, logs, "before"), new PhpSide(php, shared, logs, "after"));
        proof.stage().accept("running composer");
        Optional<String> failure = install(sides.after(), composer);
        if (failure.isPresent())
            return PartVerdict.failed(failure.get(), "See its output with pfeiler prove -v.", proof.log());
        return new PartVerdict(rows(sides), Optional.empty(), List.of(), proof.log(), notes);
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
        return Optional.of("composer failed: " + Text.withoutStart(cause, "- "));
    }

    private String goal(String path) {
        return goals.getOrDefault(path, path);
    }

    private List<Comparison> rows(Sides sides) throws IOException {
        List<Comparison> rows = new ArrayList<>();
        proof.stage().accept("loading the classes of both projects");
        rows.add(syntax(sides));
        rows.add(coverage());
        Map<Item, JsonNode> before = declared(sides.before(), false);
        Map<Item, JsonNode> after = declared(sides.after(), true);
        rows.add(declared("classes", "class", before, after));
        StandaloneUse.row(before, after).ifPresent(rows::add);
        if (items().stream().anyMatch(item -> !item.kind().equals("class")))
            rows.add(declared("functions and constants", "", before, after));
        int started = rows.size();
        if (proof.running().wanted()) {
            starts(sides, rows);
            tests(sides).ifPresent(rows::add);
        }
        if (before.isEmpty() && rows.size() == started)
            rows.add(new Comparison(
                    "program",
                    "nothing",
                    "nothing",
                    List.of(new Difference("no classes or entry points to compare", Kind.UNCHECKED, ""))));
        return rows;
    }

    /** Starts programs and asks for pages. */
    private void starts(Sides sides, List<Comparison> rows) throws IOException {
        proof.stage().accept("starting both projects");
        String root = project.webRoot().orElse("");
        List<String> requested = new ArrayList<>(project.pages());
        for (String start : project.startable()) {
            if (requested.contains(start)) continue;
            boolean served =
                    !requested.isEmpty() && !root.isEmpty() && Paths.within(root, start) && start.endsWith(".php");
            if (served) requested.add(start);
            else rows.add(started(sides, start));
        }
        if (requested.isEmpty()) return;
        Collection<String> paths = PhpSide.paths(proof.old(), root, requested);
        SafeLinks.note(paths).ifPresent(notes::add);
        HttpResponses before = sides.before().pages(root, paths);
        HttpResponses after = sides.after().pages(root, paths);
        rows.add(before.against(after, () -> sides.before().pages(root, paths), ""));
        List<String> broken = before.broken();
        if (!broken.isEmpty()) notes.add("The old project responds with an error, too: " + shown(broken) + ".");
    }

    private Comparison started(Sides sides, String start) throws IOException {
        List<String> arguments = arguments(start);
        String call = arguments.isEmpty() ? start : start + " " + String.join(" ", arguments);
        ProgramComparison.Outcome outcome = new ProgramComparison(
                        (project.isTest(start) ? "test " : "run ") + call, PhpSide::steady, true)
                .compare(
                        number -> sides.before().program(start, arguments, number),
                        number -> sides.after().program(goal(start), arguments, number),
                        output -> "");
        if (!outcome.before().succeeded() && outcome.row().differences().isEmpty())
            notes.add(call + " ends with exit code " + outcome.before().exit() + ", as with the old project.");
        return outcome.row();
    }

    private Comparison syntax(Sides sides) throws IOException {
        List<String> files = project.sources().keySet().stream()
                .filter(path -> !decisions.coverage().retired().contains(path))
                .toList();
        Set<String> before = sides.before().sound(files);
        Set<String> after = sides.after().sound(files.stream().map(this::goal).toList());
        List<Difference> differences = before.stream()
                .map(this::goal)
                .filter(path -> !after.contains(path))
                .map(path -> new Difference(path, Kind.CHANGED, ""))
                .toList();
        return new Comparison("syntax", before.size() + " valid", after.size() + " valid", differences);
    }

    /** What the files of a library name, which are used from programs of their own. */
    private Map<String, List<PhpSharedNames.Shared>> needs() {
        if (!project.isLibrary() || !proof.running().wanted()) return Map.of();
        return project.withClasses().stream()
                .collect(Collectors.toMap(
                        PhpSource::path, source -> decisions.coverage().names().namedBy(source.path())));
    }

    /** What is declared, under the names it had until now. */
    private Map<Item, JsonNode> declared(PhpSide side, boolean now) throws IOException {
        if (!now)
            return side.declared(
                    items(), new PhpSide.Loader("-", project.loading().folders(), needs()));
        // a program sets the include path on both sides; of a library, nobody does
        List<String> set = project.isLibrary() ? List.of() : project.loading().folders();
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
                        List.copyOf(old.keySet()),
                        new PhpSide.Loader(decisions.composer().autoloader(), set, needs()))
                .entrySet()) {
            String text = json.writeValueAsString(entry.getValue());
            declared.put(old.get(entry.getKey()), json.readTree(naming.unrenamed(text)));
        }
        return declared;
    }

    /** How the tests end, where there are some for PHPUnit and it is on this machine. */
    private Optional<Comparison> tests(Sides sides) throws IOException {
        Optional<String> folder = decisions.testFolder();
        if (folder.isEmpty()) return Optional.empty();
        Optional<Path> phpunit = environment.program("phpunit");
        if (phpunit.isEmpty()) {
            notes.add("Tests skipped: phpunit is not on the PATH.");
            return Optional.empty();
        }
        proof.stage().accept("running the tests");
        TestCounts.Run before = sides.before().tests(phpunit.get(), folder.get(), "");
        TestCounts.Run after = sides.after()
                .tests(phpunit.get(), folder.get(), decisions.composer().autoloader());
        // tests that could not find their classes by themselves find them by the autoloader
        return Optional.of(before.against(after, "missing files are loaded now"));
    }

    private List<String> arguments(String program) {
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

    private static String shown(List<String> paths) {
        String first = String.join(", ", paths.subList(0, Math.min(MOST_PATHS, paths.size())));
        return paths.size() > MOST_PATHS ? first + " and " + (paths.size() - MOST_PATHS) + " more" : first;
    }

    private Comparison declared(String subject, String kind, Map<Item, JsonNode> old, Map<Item, JsonNode> now) {
        List<Difference> differences = new ArrayList<>();
        int before = 0;
        int after = 0;
        for (Item item : items()) {
            if (item.kind().equals("class") != kind.equals("class")) continue;
            JsonNode one = old.get(item);
            JsonNode other = now.get(item);
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
}
