package dev.pfeiler.ecosystem.node.decision;

import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.ecosystem.node.page.TestPage;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.project.Roles;
import dev.pfeiler.ecosystem.node.source.Page;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.ecosystem.node.wiring.Call;
import dev.pfeiler.ecosystem.node.wiring.CallScript;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Decides the package scripts: what people ran by hand, under the names that npm has commands for. */
final class ScriptDecisions {
    private static final Pattern LOADER = Pattern.compile("--loader:\\.js=(jsx|tsx?)");
    private static final Pattern FOR_VISITORS = Pattern.compile(" --minify\\b| --sourcemap(=\\S+)?");
    private static final Pattern TEST_PATH = Pattern.compile("(?i).*(test|spec|check|tests/|specs/|checks/).*");
    private static final Pattern SERVER_NAME = Pattern.compile("(?i)server|app|main|index|start|www");

    private static final String GROUP = "Package scripts";
    /** The order in which a descriptor lists them. */
    private static final List<String> ORDER = List.of("start", "dev", "build", "watch", "pretest", "test");

    private static final Pattern OUTSIDE = Pattern.compile("(?<![\\w./])\\.\\./[\\w./-]+");

    private final NodeProject project;
    private final Deliberation deliberation;
    private final Surroundings around;
    private final String testProgram;
    private final Map<Call, String> replaced;
    private final Map<String, String> sources;
    private final Map<String, String> built;
    private final Map<String, String> scripts = new LinkedHashMap<>();
    private final Set<String> taken = new LinkedHashSet<>();

    /**
     * @param folder for programs that package scripts run
     * @param replaced calls that are made in another way
     * @param sources the new paths of sources, for programs that read them
     * @param built the paths of what is made of them, for the runtime
     */
    ScriptDecisions(
            NodeProject project,
            Deliberation deliberation,
            Surroundings around,
            String folder,
            Map<Call, String> replaced,
            Map<String, String> sources,
            Map<String, String> built) {
        this.sources = sources;
        this.built = built;
        this.project = project;
        this.deliberation = deliberation;
        this.around = around;
        this.replaced = replaced;
        this.testProgram = folder + "/" + TestPage.PROGRAM;
    }

    /**
     * The scripts that follow from what the project has.
     *
     * @param compile how sources are compiled that no script compiles; empty if none are
     */
    Map<String, String> decide(Optional<String> compile) {
        List<CallScript> builds = builds();
        for (CallScript script : project.calls()) {
            if (isTwin(script)) continue;
            String purpose = builds.contains(script)
                    ? "build" + (builds.size() > 1 ? ":" + script.name() : "")
                    : script.purpose();
            String name = scripts.containsKey(purpose) ? purpose + ":" + Paths.stem(script.path()) : purpose;
            boolean make = ScriptKind.ofPath(script.path()).equals(Optional.of(ScriptKind.MAKE));
            // what remains of it would deploy, too
            if (!script.whole() && !script.deployments().isEmpty()) continue;
            String file = ShellText.quote(script.path());
            String call = make ? "make -f " + file + " " + ShellText.quote(script.name()) : "sh " + file;
            String line = script.whole() ? line(script) : call.replace("make -f Makefile", "make");
            // how a service runs is a matter of the machine it runs on, and stays with the script
            boolean service = script.purpose().equals("start")
                    && script.calls().size() == 1
                    && script.calls().get(0).detached();
            settle(
                    name,
                    service ? started(script.calls().get(0)) : line,
                    Certainty.CERTAIN,
                    "what " + script.path() + " runs",
                    script.evidence());
            if (script.replaceable() && !make && !service) taken.add(script.path());
        }
        List<String> parts = scripts.keySet().stream()
                .filter(name -> name.startsWith("build:"))
                .toList();
        if (builds.size() > 1 && !parts.isEmpty())
            settle(
                    "build",
                    parts.stream().map("npm run "::concat).collect(Collectors.joining(" && ")),
                    Certainty.LIKELY,
                    "all that scripts build",
                    builds.get(0).evidence());
        runner();
        compile.ifPresent(line -> {
            if (!scripts.containsKey("build"))
                settle("build", line, Certainty.LIKELY, "compiles the sources", Evidence.of("tsconfig.json", ""));
        });
        if (!scripts.containsKey("dev") && !scripts.containsKey("watch")) development();
        if (!scripts.containsKey("test")) tests();
        if (!scripts.containsKey("start")) start();
        return ordered();
    }

    /** The scripts that do nothing but build, where none is called like the build of all. */
    private List<CallScript> builds() {
        List<CallScript> own =
                project.calls().stream().filter(script -> !isTwin(script)).toList();
        if (own.stream().anyMatch(script -> script.purpose().equals("build"))) return List.of();
        return own.stream()
                .filter(script -> script.whole() && script.onlyBuilds())
                .toList();
    }

    /** Whether a batch file does what a shell script beside it does. */
    private boolean isTwin(CallScript script) {
        return ScriptKind.ofPath(script.path()).equals(Optional.of(ScriptKind.BATCH))
                && project.tree().has(Paths.withoutExtension(script.path()) + ".sh");
    }

    /** Scripts whose commands have all become package scripts. */
    Set<String> taken() {
        return taken;
    }

    private String line(CallScript script) {
        return script.calls().stream()
                .map(call -> replaced.containsKey(call) ? replaced.get(call) : relocated(call, renamed(call)))
                .collect(Collectors.joining(" && "));
    }

    private String started(Call call) {
        return renamed(new Call(call.tool(), call.arguments(), call.folder(), call.alone(), call.evidence()));
    }

    /** A command in which paths outside the part are those after the conversion. */
    private String relocated(Call call, String text) {
        String up = call.folder().isEmpty() ? "" : Paths.from(call.folder(), "");
        return OUTSIDE.matcher(text).replaceAll(found -> {
            String path = Paths.resolved(Paths.join(call.folder(), found.group()));
            return Matcher.quoteReplacement(Paths.isOutside(path) ? up + around.moved(path) : found.group());
        });
    }

    /** A call with the paths that its sources have now. */
    private String renamed(Call call) {
        if (sources.isEmpty()) return call.text();
        Map<String, String> paths = call.tool().equals("node") ? built : sources;
        List<String> words = new ArrayList<>();
        for (String word : call.text().split(" ")) {
            String path = Paths.normal(Paths.join(call.folder(), word)).orElse(word);
            // the bundler knows the language by the extension now
            if (LOADER.matcher(word).matches()) continue;
            words.add(paths.containsKey(path) ? paths.get(path) : word);
        }
        return String.join(" ", words);
    }

    private void settle(String name, String line, Certainty certainty, String reason, Evidence evidence) {
        String standing = deliberation.settle(
                Decision.of("script:" + name, name, line, certainty, reason, List.of(evidence))
                        .in(GROUP),
                text -> Optional.of(text.strip()));
        if (!standing.equals(Choosable.WITHOUT)) scripts.put(name, standing);
    }

    /** The development server of the bundler that the build calls, where it writes beside a page. */
    private void development() {
        List<Call> vite = project.callsOf("vite");
        if (!vite.isEmpty() && vite.get(0).folder().isEmpty()) {
            settle(
                    "dev",
                    "vite",
                    Certainty.LIKELY,
                    "the bundler's development server",
                    vite.get(0).evidence());
            return;
        }
        List<Call> bundles = project.callsOf("esbuild").stream()
                .filter(call -> call.folder().isEmpty() && call.arguments().contains("--bundle"))
                .filter(call -> !call.arguments().contains("--platform=node"))
                .toList();
        if (bundles.size() != 1) return;
        Call bundle = bundles.get(0);
        bundle.outputs().stream()
                .map(path -> project.tree().folders().contains(path) ? path : Paths.parent(path))
                .flatMap(folder -> served(folder).stream())
                .findFirst()
                .ifPresent(folder -> settle(
                        "dev",
                        FOR_VISITORS.matcher(relocated(bundle, renamed(bundle))).replaceAll("") + " --sourcemap "
                                + ShellText.quote("--servedir=" + (folder.isEmpty() ? "." : folder)),
                        Certainty.LIKELY,
                        "the bundler's development server",
                        bundle.evidence()));
    }

    /** The folder with a page that a folder is in. */
    private Optional<String> served(String folder) {
        for (String at = folder; ; at = Paths.parent(at)) {
            if (project.tree().has(Paths.join(at, "index.html"))) return Optional.of(at);
            if (at.isEmpty() || Paths.isOutside(at)) return Optional.empty();
        }
    }

    private void runner() {
        project.tree().files().stream()
                .filter(file ->
                        !file.path().contains("/") && !Roles.runner(file.path()).isEmpty())
                .findFirst()
                .filter(file -> !scripts.containsKey("build"))
                .ifPresent(file -> settle(
                        "build",
                        Roles.runner(file.path()),
                        Certainty.LIKELY,
                        "its configuration is in the project",
                        Evidence.of(file.path(), "")));
    }

    /** The program that opens the pages that run tests; empty if none do. */
    String testProgram() {
        return scripts.getOrDefault("test", "").contains(TestPage.PROGRAM) ? testProgram : "";
    }

    private void tests() {
        List<Page> pages = TestPage.of(project);
        if (!pages.isEmpty()) {
            settle(
                    "test",
                    pages.stream()
                            .map(page -> "node " + ShellText.quote(testProgram) + " " + ShellText.quote(page.path()))
                            .collect(Collectors.joining(" && ")),
                    Certainty.LIKELY,
                    "opens the page that runs the tests, in a headless browser",
                    TestPage.framework(pages.get(0)).orElseThrow());
            return;
        }
        List<Script> tests = project.scripts().values().stream()
                .filter(script -> Roles.isTest(script.path()) && !script.typed())
                .toList();
        if (tests.isEmpty()) return;
        Optional<Script> own = using(tests, "node:test");
        Optional<Script> tape = using(tests, "tape");
        Optional<Script> mocha = tests.stream()
                .filter(script -> script.names().used().containsKey("describe")
                        && script.names().used().containsKey("it"))
                .findFirst();
        if (own.isPresent()) {
            settle(
                    "test",
                    "node --test",
                    Certainty.LIKELY,
                    "the tests use the runtime's own framework",
                    Evidence.of(own.get().path(), ""));
        } else if (mocha.isPresent() && project.installed().of("mocha").isPresent()) {
            String top = Paths.first(mocha.get().path());
            settle(
                    "test",
                    "mocha --recursive " + ShellText.quote(top),
                    Certainty.LIKELY,
                    "the tests are written for it",
                    Evidence.of(mocha.get().path(), ""));
        } else {
            List<String> started = tests.stream()
                    .filter(script -> !project.isImported(script.path())
                            && (tape.isPresent() || !script.imports().isEmpty()))
                    .filter(script -> TEST_PATH.matcher(script.path()).matches())
                    .map(Script::path)
                    .toList();
            if (started.isEmpty() || started.size() > 20 || mocha.isPresent()) return;
            settle(
                    "test",
                    started.stream()
                            .map(path -> "node " + ShellText.quote(built.getOrDefault(path, path)))
                            .collect(Collectors.joining(" && ")),
                    Certainty.LIKELY,
                    "programs that test the others",
                    Evidence.of(started.get(0), ""));
        }
    }

    private static Optional<Script> using(List<Script> tests, String module) {
        return tests.stream()
                .filter(script -> script.imports().stream()
                        .anyMatch(one -> one.specifier().equals(module)))
                .findFirst();
    }

    private void start() {
        project.products().stream()
                .filter(script -> !script.typed() || built.containsKey(script.path()))
                .filter(script -> !project.isImported(script.path()) && !project.isOfPage(script.path()))
                .filter(script -> script.listens() && !script.started())
                .filter(script -> SERVER_NAME.matcher(Paths.stem(script.path())).matches())
                .findFirst()
                .ifPresent(script -> settle(
                        "start",
                        "node " + ShellText.quote(built.getOrDefault(script.path(), script.path())),
                        Certainty.LIKELY,
                        "a server that nothing else loads",
                        Evidence.of(script.path(), "")));
    }

    private Map<String, String> ordered() {
        Map<String, String> ordered = new LinkedHashMap<>();
        ORDER.stream().filter(scripts::containsKey).forEach(name -> ordered.put(name, scripts.get(name)));
        scripts.forEach(ordered::putIfAbsent);
        return ordered;
    }
}
