package dev.pfeiler.ecosystem.node.proof;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.node.descriptor.PackageDescriptor;
import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.page.TestPage;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.project.Roles;
import dev.pfeiler.ecosystem.node.registry.Manifest;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.ecosystem.node.source.Import;
import dev.pfeiler.ecosystem.node.source.Page;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.ecosystem.node.wiring.CallScript;
import dev.pfeiler.ecosystem.node.wiring.CompilerCall;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.SteadyLines;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeCopy;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * Proves a conversion to npm: packages are installed, imports resolve, the build writes what the old one wrote, modules
 * export the same names, programs, tests and pages show the same.
 */
public final class NodeProof {
    private static final List<String> USUAL = List.of("--help");
    /** How many pages a picture is taken of. */
    private static final int PICTURES = 4;

    private final ProofRequest proof;
    private final Environment environment;
    private final NodeProject old;
    private final Path logs;
    private final List<String> notes = new ArrayList<>();
    private final List<Comparison> rows = new ArrayList<>();

    public NodeProof(ProofRequest proof, Environment environment) {
        this.proof = proof;
        this.environment = environment;
        this.old = NodeProject.of(proof.old());
        this.logs = proof.log().toAbsolutePath().getParent();
    }

    public PartVerdict run() {
        Path node = environment.requiredProgram("node", "Install Node.js, or add it to the PATH.");
        Npm npm = Npm.of(environment, proof.offline());
        try {
            Path built = copy(ProjectTree.read(proof.converted()), "new");
            proof.stage().accept("running npm ci");
            Optional<PartVerdict.Failure> failure = install(npm, built);
            if (failure.isPresent()) return PartVerdict.failed(failure.get(), proof.log());
            Path laidOut = copy(proof.old(), "old");
            packagesOfOld(laidOut, built);
            String searchPath = environment.variables().getOrDefault("PATH", "");
            Path commands = built.resolve(InstalledPackages.FOLDER).resolve(".bin");
            Side before = new Side(
                    laidOut,
                    logs,
                    "old",
                    node,
                    List.of(laidOut.resolve(InstalledPackages.FOLDER).resolve(".bin"), commands),
                    searchPath);
            Side after = new Side(built, logs, "new", node, List.of(commands), searchPath);
            JsonNode descriptor =
                    new ObjectMapper().readTree(Files.readAllBytes(built.resolve(PackageDescriptor.NAME)));
            Set<String> start = files(laidOut);
            proof.stage().accept("building the old project");
            buildOld(before);
            proof.stage().accept("running npm run build");
            if (descriptor.path("scripts").has("build")) {
                ToolRun run =
                        npm.run(built, List.of("run", "build"), proof.log().resolveSibling("npm-build.log"));
                if (!run.succeeded())
                    return PartVerdict.failed(NpmFailure.of("npm run build", run.output(), run.exit()), run.log());
            }
            imports(after);
            outputs(before, after, start);
            compiler(after);
            modules(before, after);
            if (proof.running().wanted()) {
                programs(before, after);
                tests(before, after, npm, descriptor);
                pages(before, after);
            }
            return new PartVerdict(
                    rows,
                    Optional.empty(),
                    List.of(),
                    proof.log(),
                    notes,
                    new PartVerdict.Delivery(delivery("old"), delivery("new")));
        } catch (IOException e) {
            throw Refusal.inputOutput("The proof stopped: " + e, "Fix the problem and run pfeiler prove again.", e);
        }
    }

    private Path copy(ProjectTree tree, String name) throws IOException {
        Path folder = Files.createDirectories(top(name).resolve(proof.folder()));
        TreeCopy.of(tree, folder);
        return folder;
    }

    /** The folder that stands for the top of the tree; its name may be the project's. */
    private Path top(String side) throws IOException {
        String name = proof.folder().isEmpty() ? proof.old().name() : "tree";
        return proof.scratch().toRealPath().resolve(side).resolve(name);
    }

    /** Lets npm write the lock file, then install what it says. */
    private Optional<PartVerdict.Failure> install(Npm npm, Path folder) throws IOException {
        Path own = proof.project().resolve(InstalledPackages.FOLDER);
        Path lock = folder.resolve("package-lock.json");
        // npm keeps the versions that lie there, those of transitive dependencies, too
        if (Files.isDirectory(own) && !Files.exists(lock)) TreeCopy.all(own, folder.resolve(InstalledPackages.FOLDER));
        ToolRun first = npm.run(folder, List.of("install", "--omit-lockfile-registry-resolved=false"), proof.log());
        if (!first.succeeded()) return Optional.of(NpmFailure.of("npm install", first.output(), first.exit()));
        if (Files.exists(lock)) {
            Files.copy(lock, logs.resolve("package-lock.json"), StandardCopyOption.REPLACE_EXISTING);
            notes.add("npm wrote the lock file " + kept("package-lock.json")
                    + "; npm install writes the same into the project.");
        }
        ToolRun run = npm.run(folder, List.of("ci"), proof.log());
        if (run.succeeded()) return Optional.empty();
        PartVerdict.Failure failure = NpmFailure.of("npm ci", run.output(), run.exit());
        // a registry that lacks packages for other systems gives lock files that npm ci takes for incomplete
        boolean partial = NpmFailure.isIncomplete(run.output());
        if (!partial) return Optional.of(failure);
        notes.add("npm ci refuses the lock file, as the registry lacks optional packages; npm install was used.");
        run = npm.run(folder, List.of("install"), proof.log());
        return run.succeeded() ? Optional.empty() : Optional.of(failure);
    }

    /** A file beside the log, as seen from the top of the tree. */
    private String kept(String file) {
        String path = logs.resolve(file).toString();
        return path.substring(Math.max(0, path.indexOf(".pfeiler")));
    }

    /** The old project's packages: those that lie in its folder, else those that npm has installed. */
    private void packagesOfOld(Path folder, Path built) throws IOException {
        Path own = proof.project().resolve(InstalledPackages.FOLDER);
        Path copy = folder.resolve(InstalledPackages.FOLDER);
        boolean there = Files.isDirectory(own);
        Path installed = built.resolve(InstalledPackages.FOLDER);
        if (!there && !Files.isDirectory(installed)) return;
        // a build may write there, too
        TreeCopy.all(there ? own : installed, copy);
        boolean imports = old.scripts().values().stream()
                .flatMap(script -> script.imports().stream())
                .anyMatch(one -> PackageName.of(one.specifier()).isPresent());
        if (!there && imports)
            notes.add("The old project has no packages; both were run with those that npm installed.");
    }

    private static Set<String> files(Path folder) {
        Set<String> files = new TreeSet<>();
        ProjectTree.read(folder).files().forEach(file -> files.add(file.path()));
        return files;
    }

    /** Builds the old project as far as its scripts were understood, or by them. */
    private void buildOld(Side side) throws IOException {
        OldScripts scripts = new OldScripts(side, proof);
        List<Difference> unbuilt = new ArrayList<>();
        for (CallScript script : old.calls()) {
            if (script.purpose().startsWith("build") || OldScripts.compiles(script))
                scripts.build(script).ifPresent(unbuilt::add);
        }
        notes.addAll(scripts.notes());
        if (!unbuilt.isEmpty()) rows.add(new Comparison("build scripts", unbuilt.size() + " not run", "", unbuilt));
    }

    /** Every import of a package finds a file. */
    private void imports(Side after) throws IOException {
        List<Difference> differences = new ArrayList<>();
        Map<String, Import> packages = new TreeMap<>();
        for (Script script : old.scripts().values())
            for (Import one : script.imports())
                if (one.loads() && PackageName.of(one.specifier()).isPresent())
                    packages.putIfAbsent(one.specifier(), one);
        int found = 0;
        for (Map.Entry<String, Import> each : packages.entrySet()) {
            if (resolves(after, each.getKey())) found++;
            else
                differences.add(new Difference(
                        each.getKey(),
                        Difference.Kind.GONE,
                        each.getValue().evidence().place(),
                        each.getValue().guarded()
                                ? "the code goes on without it"
                                : old.reached()
                                                .contains(each.getValue()
                                                        .evidence()
                                                        .file())
                                        ? ""
                                        : "nothing loads the source"));
        }
        if (!packages.isEmpty())
            rows.add(new Comparison("imports", packages.size() + " of packages", found + " resolve", differences));
    }

    private static boolean resolves(Side after, String specifier) throws IOException {
        Path folder = after.folder()
                .resolve(InstalledPackages.FOLDER)
                .resolve(PackageName.of(specifier).orElseThrow());
        Path descriptor = folder.resolve("package.json");
        if (!Files.exists(descriptor)) return false;
        Manifest manifest = new Manifest(new ObjectMapper().readTree(Files.readAllBytes(descriptor)));
        Optional<String> entry =
                manifest.entry(PackageName.within(specifier), Set.of("node", "import", "require", "types"));
        return entry.isPresent()
                        && List.of("", ".js", ".json", ".cjs", "/index.js", ".d.ts").stream()
                                .anyMatch(ending -> Files.exists(folder.resolve(entry.get() + ending)))
                || manifest.text("types").endsWith("ts");
    }

    /** What the old build wrote, compared with the same files of the new one. */
    private void outputs(Side before, Side after, Set<String> start) throws IOException {
        Set<String> written = files(before.folder());
        written.removeAll(start);
        Set<String> delivered = delivered("new");
        written.addAll(old.compiled().keySet());
        written.addAll(delivered("old"));
        written.removeIf(path -> path.endsWith(".map") || path.endsWith(".tsbuildinfo"));
        if (written.isEmpty()) return;
        List<Difference> differences = new ArrayList<>();
        int found = 0;
        for (String path : written) {
            Path now = after.folder().resolve(Paths.isOutside(path) ? closest(path, delivered) : path);
            if (!Files.exists(now)) {
                differences.add(new Difference(path, Difference.Kind.GONE, bundled(path)));
                continue;
            }
            found++;
            Path then = before.folder().resolve(path);
            if (!Files.exists(then))
                differences.add(new Difference(path, Difference.Kind.UNCHECKED, "the old build did not write it", ""));
            else if (Files.mismatch(then, now) >= 0)
                differences.add(new Difference(path, Difference.Kind.CHANGED, changedOutput(path)));
        }
        rows.add(new Comparison("built files", String.valueOf(written.size()), String.valueOf(found), differences));
    }

    /** What a build has written outside the part's folder. */
    private Set<String> delivered(String side) throws IOException {
        Set<String> delivered = new TreeSet<>();
        if (proof.folder().isEmpty()) return delivered;
        ProjectTree.read(top(side)).files().stream()
                .filter(file -> !Paths.within(proof.folder(), file.path()))
                .forEach(file -> delivered.add(Paths.from(proof.folder(), file.path())));
        return delivered;
    }

    /** Of some files the one whose path ends most like another's; that path if none ends like it. */
    private static String closest(String path, Set<String> files) {
        for (String end = path; end.contains("/"); ) {
            end = end.substring(end.indexOf('/') + 1);
            for (String file : files) if (Paths.before(end, file).isPresent()) return file;
        }
        return path;
    }

    private Map<String, Path> delivery(String side) throws IOException {
        Map<String, Path> delivery = new TreeMap<>();
        Path folder = top(side).resolve(proof.folder());
        for (String path : delivered(side)) delivery.put(path, folder.resolve(path));
        return delivery;
    }

    private String decided(String key) {
        return proof.decisions().of(key).map(choice -> choice.value()).orElse("");
    }

    private String bundled(String path) {
        return decided("pages").equals("bundle") && path.endsWith(".js") ? "it is part of a bundle" : "";
    }

    /** Why what the compiler made of a source has changed. */
    private String changedOutput(String path) {
        String source = old.compiled().getOrDefault(path, "");
        boolean publishes = decided("pages").equals("bundle") && old.isOfPage(source);
        return publishes ? "its source gives names to other scripts of the bundle" : changedOutput();
    }

    private String changedOutput() {
        if (decided("language").equals("typescript")) return "compiled from TypeScript";
        // who loads the result notices, so that only a choice is a cause
        boolean module = proof.choices().of("module-type").isPresent()
                && decided("module-type").equals("module")
                && old.compilerCalls().stream()
                        .anyMatch(call -> call.text("module").orElse("").startsWith("node"));
        return module ? "the compiler writes ECMAScript modules where the descriptor says so" : "";
    }

    /** The compiler accepts the sources with the settings that were written. */
    private void compiler(Side after) throws IOException {
        if (!Files.exists(after.folder().resolve("tsconfig.json"))) return;
        Path program = after.folder().resolve("node_modules/typescript/bin/tsc");
        if (!Files.exists(program)) return;
        proof.stage().accept("running tsc --noEmit");
        Side.Ran ran = after.program("node_modules/typescript/bin/tsc", List.of("--noEmit"));
        List<Difference> differences = ran.output().stream()
                .filter(line -> line.contains("error TS"))
                .map(line -> new Difference(line.strip(), Difference.Kind.CHANGED, ""))
                .toList();
        if (differences.isEmpty() && !ran.succeeded())
            differences = List.of(
                    new Difference("the compiler", Difference.Kind.CHANGED, "ends with exit code " + ran.exit(), ""));
        rows.add(new Comparison(
                "compiler", "", differences.isEmpty() ? "no errors" : differences.size() + " errors", differences));
    }

    /** Modules with names to export, before and after. */
    private void modules(Side before, Side after) throws IOException {
        Map<String, String> now = new LinkedHashMap<>();
        boolean typed = decided("language").equals("typescript");
        Optional<CompilerCall> call = old.compilerCalls().stream().findFirst();
        for (Script script : old.products()) {
            boolean plain = !script.started() && !script.typed() && !script.declarations() && !script.markup();
            boolean exporting =
                    script.modules().any() && !script.modules().exported().isEmpty();
            if (plain && exporting && !old.isOfPage(script.path()) && !old.isBundled())
                now.put(script.path(), script.path());
        }
        // of compiled sources, what the compiler wrote
        if (call.isPresent()) {
            Set<String> written = files(before.folder());
            Set<String> plain = new TreeSet<>();
            old.compiled().forEach((output, source) -> {
                Script script = old.scripts().get(source);
                if (script == null || !script.modules().any()) plain.add(output);
            });
            call.get().text("outDir").ifPresent(folder -> written.stream()
                    .filter(path -> !plain.contains(path))
                    .filter(path -> Paths.within(folder, path) && path.matches(".*\\.[cm]?js") && !Roles.isTest(path))
                    .forEach(path -> now.put(path, path)));
        }
        if (typed)
            now.replaceAll((path, same) -> {
                String output = decided("compiler:outDir");
                return output.isEmpty() ? path : Paths.join(output, path);
            });
        if (now.isEmpty()) return;
        proof.stage().accept("loading modules");
        Map<String, JsonNode> old = before.exports(now.keySet());
        Map<String, JsonNode> all = after.exports(now.values());
        List<Difference> differences = new ArrayList<>();
        int loaded = 0;
        int same = 0;
        for (Map.Entry<String, String> each : now.entrySet()) {
            JsonNode one = old.get(each.getKey());
            JsonNode other = all.get(each.getValue());
            if (one == null || one.has("error")) continue;
            loaded++;
            if (other != null && names(one).equals(names(other)) && isWhole(one, other)) {
                same++;
                continue;
            }
            String detail = other == null || other.has("error")
                    ? "cannot be loaded: "
                            + (other == null
                                    ? "the run ended"
                                    : other.path("error").asText())
                    : difference(names(one), names(other));
            differences.add(new Difference(each.getKey(), Difference.Kind.CHANGED, detail, ""));
        }
        rows.add(new Comparison("modules", loaded + " loaded", same + " with the same names", differences));
    }

    /** What a module exports under names, whichever kind of module it is. */
    private static Set<String> names(JsonNode said) {
        Set<String> names = new TreeSet<>();
        said.path("names").forEach(name -> names.add(name.asText()));
        said.path("parts").forEach(name -> names.add(name.asText()));
        names.removeAll(Set.of("default", "__esModule"));
        return names;
    }

    /** Whether both are of one kind as a whole; where the kind of module changes, that does, too. */
    private boolean isWhole(JsonNode one, JsonNode other) {
        return one.path("whole").equals(other.path("whole")) || !changedOutput().isEmpty();
    }

    private static String difference(Set<String> one, Set<String> other) {
        Set<String> gone = new TreeSet<>(one);
        gone.removeAll(other);
        Set<String> added = new TreeSet<>(other);
        added.removeAll(one);
        return (gone.isEmpty() ? "" : "without " + String.join(", ", gone))
                + (added.isEmpty() ? "" : " with " + String.join(", ", added));
    }

    /** Programs that are started and end by themselves, with the words they are started with. */
    private Map<String, List<String>> started() {
        List<String> words = proof.running().arguments();
        Map<String, List<String>> started = new TreeMap<>();
        Set<String> imported = new TreeSet<>();
        old.imported().values().forEach(imported::addAll);
        for (Script script : old.scripts().values()) {
            boolean test = Roles.isTest(script.path());
            if (script.typed()
                    || test
                    || old.isOfPage(script.path())
                    || script.broken().isPresent()) continue;
            if (script.started()) started.put(script.path(), words.isEmpty() ? USUAL : words);
            else if (script.modules().any() && isProgram(script, imported)) started.put(script.path(), words);
        }
        // what a bundler makes for the runtime
        old.callsOf("esbuild").stream()
                .filter(call -> call.arguments().contains("--platform=node"))
                .flatMap(call -> call.arguments().stream())
                .filter(word -> word.startsWith("--outfile="))
                .forEach(word -> Paths.normal(word.substring("--outfile=".length()))
                        .ifPresent(path -> started.put(path, words)));
        return started;
    }

    /** Whether a module is there to be run: it exports nothing and nothing loads it. */
    private boolean isProgram(Script script, Set<String> imported) {
        return script.modules().exported().isEmpty()
                && !imported.contains(script.path())
                && !old.isBundled()
                && !script.path().matches("[^/]*\\.(config|conf|rc)\\.[cm]?js|(?i)(gulpfile|gruntfile).*");
    }

    private void programs(Side before, Side after) throws IOException {
        for (Map.Entry<String, List<String>> each : started().entrySet()) {
            String path = each.getKey();
            boolean renamed =
                    decided("language").equals("typescript") && old.scripts().containsKey(path);
            String now = renamed ? Paths.join(decided("compiler:outDir"), path.replaceFirst("\\.jsx?$", ".js")) : path;
            proof.stage().accept("starting " + path);
            Side.Ran one = before.program(path, each.getValue());
            if (one.exit() == ToolRun.OUT_OF_TIME) {
                notes.add(
                        path + " does not exit on its own and was not compared; pass other arguments with --run-with.");
                continue;
            }
            Side.Ran other = after.program(now, each.getValue());
            List<Difference> differences = new ArrayList<>();
            if (one.exit() != other.exit()) differences.add(new Difference("exit code", Difference.Kind.CHANGED, ""));
            boolean failed = one.exit() != 0 && other.exit() != 0;
            if (!failed && !one.output().equals(other.output()))
                differences.add(new Difference("output", Difference.Kind.CHANGED, ""));
            if (failed) notes.add(path + " ends with exit code " + one.exit() + ", as in the old project.");
            String call = String.join(
                    " ",
                    Stream.concat(Stream.of(path), each.getValue().stream()).toList());
            rows.add(new Comparison("run " + call, "exit " + one.exit(), "exit " + other.exit(), differences));
        }
    }

    private void tests(Side before, Side after, Npm npm, JsonNode descriptor) throws IOException {
        if (!descriptor.path("scripts").has("test")) return;
        proof.stage().accept("running npm test");
        ToolRun run = npm.run(after.folder(), List.of("test"), after.log("tests"));
        Side.Ran now = new Side.Ran(run.exit(), run.output());
        Optional<CallScript> byHand = old.calls().stream()
                .filter(script -> script.purpose().equals("test") && script.replaceable())
                .findFirst();
        String line = byHand.map(CallScript::line)
                .orElse(descriptor.path("scripts").path("test").asText());
        // the program that opens a page is no part of what is compared
        for (String word : line.split(" ")) {
            Path program = after.folder().resolve(word);
            if (word.endsWith(TestPage.PROGRAM) && !Files.exists(before.folder().resolve(word)))
                Trees.copy(program, before.folder().resolve(word));
        }
        Side.Ran one = before.shell(line, "tests");
        List<Difference> differences = new ArrayList<>();
        if (one.exit() != now.exit() || one.passed() != now.passed())
            differences.add(new Difference(
                    "the tests",
                    Difference.Kind.CHANGED,
                    said(one) + ", now " + said(now),
                    now.succeeded() && !one.succeeded() ? "packages that were missing are installed now" : ""));
        rows.add(new Comparison("tests", said(one), said(now), differences));
    }

    private static String said(Side.Ran ran) {
        return ran.passed() >= 0 ? ran.passed() + " passed" : "exit " + ran.exit();
    }

    private void pages(Side before, Side after) throws IOException {
        List<Page> shown = old.pages().values().stream()
                .filter(page -> Page.STATIC.contains(Paths.extension(page.path())))
                .toList();
        if (old.pages().size() > shown.size())
            notes.add((old.pages().size() - shown.size())
                    + " templates were not opened: only their server can fill them.");
        if (shown.isEmpty()) return;
        Optional<Browser> browser = Browser.find(environment, proof.scratch());
        if (browser.isEmpty()) {
            notes.add("The pages were not opened: Chromium is not on the PATH.");
            return;
        }
        Set<String> names = new TreeSet<>();
        shown.forEach(page -> names.addAll(page.uses()));
        List<Difference> differences = new ArrayList<>();
        int fine = 0;
        int pictures = 0;
        for (Page page : shown) {
            proof.stage().accept("opening " + page.path());
            Browser.Shown one = browser.get().show(before.folder(), page.path(), names, before.log("page"));
            Browser.Shown other = browser.get().show(after.folder(), page.path(), names, after.log("page"));
            SteadyLines steady = SteadyLines.of(one.text(), one.text());
            if (!one.text().equals(other.text())) {
                // what a page shows may change from one time to the next
                Browser.Shown again = browser.get().show(before.folder(), page.path(), names, before.log("page"));
                steady = SteadyLines.of(one.text(), again.text());
            }
            List<Difference> found = compare(page.path(), one, other, steady);
            differences.addAll(found);
            if (found.isEmpty()) fine++;
            if (pictures++ < PICTURES) {
                String stem = page.path().replaceFirst("\\.[^.]+$", "").replace('/', '+');
                browser.get()
                        .picture(
                                before.folder(),
                                page.path(),
                                logs.resolve(stem + "-before.png"),
                                before.log("picture"));
                browser.get()
                        .picture(after.folder(), page.path(), logs.resolve(stem + "-after.png"), after.log("picture"));
            }
            if (!one.errors().isEmpty())
                notes.add(page.path() + " has errors in the old project, too: "
                        + one.errors().get(0) + ".");
        }
        rows.add(new Comparison("pages", shown.size() + " opened", fine + " show the same", differences));
        notes.add("Pictures of the pages before and after are in " + kept("") + ".");
    }

    private static List<Difference> compare(String page, Browser.Shown one, Browser.Shown other, SteadyLines steady) {
        List<Difference> differences = new ArrayList<>();
        if (!steady.same(one.text(), other.text()))
            differences.add(new Difference(page, Difference.Kind.CHANGED, "shows another text", ""));
        for (String error : other.errors())
            if (!one.errors().contains(error))
                differences.add(new Difference(page, Difference.Kind.CHANGED, error, ""));
        one.names().forEach((name, kind) -> {
            if (!kind.equals(other.names().get(name)))
                differences.add(new Difference(
                        page,
                        Difference.Kind.CHANGED,
                        name + " is " + other.names().get(name) + ", and was " + kind,
                        ""));
        });
        return differences;
    }
}
