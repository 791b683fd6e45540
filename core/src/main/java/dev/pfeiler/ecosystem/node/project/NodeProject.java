package dev.pfeiler.ecosystem.node.project;

import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.library.LibraryFile;
import dev.pfeiler.ecosystem.node.model.CompilerConfig;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.ecosystem.node.source.DeclarationFiles;
import dev.pfeiler.ecosystem.node.source.Import;
import dev.pfeiler.ecosystem.node.source.Page;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.ecosystem.node.source.ScriptReader;
import dev.pfeiler.ecosystem.node.wiring.BabelCall;
import dev.pfeiler.ecosystem.node.wiring.Call;
import dev.pfeiler.ecosystem.node.wiring.CallScript;
import dev.pfeiler.ecosystem.node.wiring.CallScripts;
import dev.pfeiler.ecosystem.node.wiring.CompilerCall;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.regex.Pattern;

/** What was read of one project of scripts and pages. */
public final class NodeProject {
    private static final Pattern SHEBANG = Pattern.compile("#!.*\\bnode\\b.*");
    private static final Pattern BUILD_FILE = Pattern.compile(".*\\.(js|mjs|cjs|map|d\\.ts)");
    private static final Pattern TYPED_SOURCE = Pattern.compile("(?!.*\\.d\\.).*\\.[cm]?tsx?");
    private static final Pattern PROGRAM_NAME = Pattern.compile("index|main|app|server|cli");

    public static final Set<String> EXTENSIONS = Set.of("js", "mjs", "cjs", "jsx", "ts", "mts", "cts", "tsx");
    private static final Set<String> PAGES = Set.of(
            "html", "htm", "xhtml", "jsp", "jspf", "php", "phtml", "cshtml", "ftl", "ejs", "hbs", "mustache", "vm");
    /** Larger files are no one's handwriting; in bytes. */
    private static final long LARGEST = 1 << 20;
    /** Folders with what a documentation tool or a coverage tool has written. */
    /** Names that the runtime gives to each script. Source: the Node.js documentation, global objects. */
    private static final List<String> RUNTIME_NAMES = List.of(
            "process", "Buffer", "require", "__dirname", "__filename", "module", "global", "setImmediate", "NodeJS");

    public static final Set<String> GENERATED_MARKS =
            Set.of("element-list", "package-list", "index-all.html", "jacoco-sessions.html", "lcov.info");
    /** What a specifier may leave out, in the order in which it is tried. */
    private static final List<String> ENDINGS =
            List.of("", ".js", ".mjs", ".cjs", ".json", ".jsx", ".ts", ".tsx", ".mts", ".cts", ".d.ts", ".node");

    private final ProjectTree tree;
    private final Map<String, Script> scripts = new TreeMap<>();
    private final Map<String, Page> pages = new TreeMap<>();
    private final Map<String, LibraryFile> libraries = new TreeMap<>();
    private final List<CallScript> calls = new ArrayList<>();
    private final List<Finding> trouble = new ArrayList<>();
    private final InstalledPackages installed;
    private final Map<String, String> compiled = new TreeMap<>();
    private final Set<String> ofPages = new LinkedHashSet<>();
    private OwnNames own;
    private final Map<String, Set<String>> imported = new LinkedHashMap<>();

    private NodeProject(ProjectTree tree) {
        this.tree = tree;
        this.installed = new InstalledPackages(tree);
    }

    public static NodeProject of(ProjectTree tree) {
        NodeProject project = new NodeProject(tree);
        project.calls.addAll(CallScripts.of(tree));
        project.readPages();
        project.readConfigured();
        Map<String, String> configured = Map.copyOf(project.compiled);
        project.readCompiled(CompilerConfig::files);
        project.own = OwnNames.of(tree, project.pages.values(), project.calls, EXTENSIONS, ENDINGS);
        project.readScripts();
        project.scripts.values().forEach(script -> project.imported.put(script.path(), project.imports(script)));
        // where the compiler writes depends on what the sources import
        project.compiled.clear();
        project.compiled.putAll(configured);
        project.readCompiled(project::compiled);
        project.scripts.keySet().removeAll(project.compiled.keySet());
        return project;
    }

    private void readPages() {
        Set<String> generated = new LinkedHashSet<>();
        tree.files().stream()
                .filter(file -> GENERATED_MARKS.contains(file.name()))
                .forEach(file -> generated.add(Paths.parent(file.path())));
        for (TreeFile file : tree.files()) {
            boolean written = generated.stream().anyMatch(folder -> Paths.within(folder, file.path()));
            if (!PAGES.contains(file.extension()) || file.link() || file.size() > LARGEST || written) continue;
            try {
                Page page = Page.read(file.path(), tree.text(file.path()));
                if (!page.tags().isEmpty() || !page.handlers().isEmpty()) pages.put(file.path(), page);
            } catch (IOException e) {
                trouble.add(Finding.trouble(file.path(), "cannot be read: " + e.getMessage()));
            }
        }
    }

    private void readScripts() {
        Set<String> loaded = loaded();
        Set<String> outputs = outputs(loaded);
        for (TreeFile file : tree.files()) {
            boolean source = EXTENSIONS.contains(file.extension()) || isStarted(file);
            boolean style = file.extension().equals("css") && loaded.contains(file.path());
            if (!source && !style || file.link()) continue;
            if (outputs.stream().anyMatch(folder -> Paths.within(folder, file.path()))) continue;
            if (compiled.containsKey(file.path())) continue;
            if (file.size() > LARGEST) {
                trouble.add(new Finding(
                        Finding.Topic.TROUBLE,
                        file.path(),
                        (file.size() >> 20) + " MB; assumed to be generated, skipped",
                        Certainty.LIKELY,
                        List.of(),
                        false));
                if (loaded.contains(file.path())) library(file.path(), "");
                continue;
            }
            try {
                Text text = tree.text(file.path());
                boolean onPage = loaded.contains(file.path()) || own.loads(file.path());
                if (LibraryFile.looksLike(file.path(), text.content(), onPage)) library(file.path(), text.content());
                else if (source) {
                    Script script = ScriptReader.read(file.path(), text.content());
                    // no page loads it and no one has written it: what others build
                    if (script.minified() && !loaded.contains(file.path())) continue;
                    scripts.put(file.path(), script);
                    script.broken()
                            .ifPresent(line -> trouble.add(Finding.trouble(
                                    file.path(), "cannot be read to its end", new Evidence(file.path(), line, ""))));
                }
            } catch (IOException e) {
                trouble.add(Finding.trouble(file.path(), "cannot be read: " + e.getMessage()));
            }
        }
    }

    private void library(String path, String content) {
        libraries.put(path, LibraryFile.of(path, content));
    }

    /** Whether a file without an extension is started with this runtime. */
    private boolean isStarted(TreeFile file) {
        if (!file.extension().isEmpty() || file.size() > LARGEST) return false;
        List<String> lines = tree.lines(file, LARGEST);
        return !lines.isEmpty() && SHEBANG.matcher(lines.get(0)).matches();
    }

    /** Folders that hold nothing but what the compiler has written. */
    private Set<String> outputs(Set<String> loaded) {
        Set<String> outputs = new LinkedHashSet<>();
        for (CompilerCall call : compilerCalls()) {
            call.text("outDir")
                    .filter(folder -> !folder.equals(".") && isWritten(folder, loaded))
                    .ifPresent(outputs::add);
        }
        return outputs;
    }

    private boolean isWritten(String folder, Set<String> loaded) {
        return tree.under(folder)
                .allMatch(file -> BUILD_FILE.matcher(file.name()).matches() && !loaded.contains(file.path()));
    }

    /** The files that pages load by tags. */
    private Set<String> loaded() {
        Set<String> loaded = new LinkedHashSet<>();
        for (Page page : pages.values())
            page.tags().forEach(tag -> tag.file(page.path()).ifPresent(loaded::add));
        return loaded;
    }

    public ProjectTree tree() {
        return tree;
    }

    /** The project's own sources, by path. */
    public Map<String, Script> scripts() {
        return scripts;
    }

    /** Pages and templates of pages that load something, by path. */
    public Map<String, Page> pages() {
        return pages;
    }

    /** Files that look like copies of libraries, by path. */
    public Map<String, LibraryFile> libraries() {
        return libraries;
    }

    /** Scripts that run programs of this ecosystem. */
    public List<CallScript> calls() {
        return calls;
    }

    public List<Finding> trouble() {
        return trouble;
    }

    public InstalledPackages installed() {
        return installed;
    }

    /** All calls of one program. */
    public List<Call> callsOf(String tool) {
        return calls.stream()
                .flatMap(script -> script.calls().stream())
                .filter(call -> call.tool().equals(tool))
                .toList();
    }

    /** The calls of the TypeScript compiler. */
    public List<CompilerCall> compilerCalls() {
        return callsOf("tsc").stream().map(CompilerCall::of).toList();
    }

    /** @param taken the sources that the compiler takes in */
    private void readCompiled(Function<CompilerConfig, List<String>> taken) {
        for (CompilerCall call : compilerCalls()) {
            if (call.files().isEmpty()) continue;
            CompilerConfig config = new CompilerConfig(CompilerConfig.USUAL, call.options(), call.files(), List.of());
            List<String> sources = taken.apply(config);
            for (String source : sources) {
                String output = config.output(source, sources);
                compiled.put(output, source);
                // what goes to a server's web root is for its pages
                if (Paths.isOutside(output)) ofPages.add(source);
            }
        }
        for (Call call : callsOf("babel"))
            BabelCall.of(call).ifPresent(babel -> babel.written(tree).forEach((output, source) -> {
                if (!output.equals(source)) compiled.put(output, source);
            }));
        loaded().forEach(file -> ofPages.add(compiled.getOrDefault(file, file)));
    }

    /** What the compiler writes outside the project by a configuration that is there. */
    private void readConfigured() {
        for (TreeFile file : tree.files()) {
            if (!CompilerConfig.isName(file.name()) || file.size() > LARGEST) continue;
            String folder = Paths.parent(file.path());
            try {
                CompilerConfig config =
                        CompilerConfig.read(file.path(), tree.text(file.path()).content());
                if (!Paths.isOutside(Paths.resolved(Paths.join(folder, config.text("outDir"))))) continue;
                List<String> sources = config.files().isEmpty()
                        ? tree.under(folder)
                                .filter(one -> TYPED_SOURCE.matcher(one.name()).matches())
                                .map(one -> Paths.relative(folder, one.path()))
                                .toList()
                        : config.files();
                for (String source : sources) {
                    String output = Paths.resolved(Paths.join(folder, config.output(source, sources)));
                    compiled.put(output, Paths.join(folder, source));
                    ofPages.add(Paths.join(folder, source));
                }
            } catch (IOException e) {
                trouble.add(Finding.trouble(file.path(), "cannot be read: " + e.getMessage()));
            }
        }
    }

    /** What the compiler writes, by path, with the source of each. */
    public Map<String, String> compiled() {
        return compiled;
    }

    /** Whether a source is for browsers: a page loads it, or what is compiled from it. */
    public boolean isOfPage(String path) {
        return ofPages.contains(path);
    }

    /** The file that a relative specifier names; empty if there is none. */
    public Optional<String> resolve(String from, String specifier) {
        Optional<String> base = Paths.normal(Paths.join(Paths.parent(from), specifier));
        if (base.isEmpty()) return Optional.empty();
        for (String ending : ENDINGS) if (tree.has(base.get() + ending)) return Optional.of(base.get() + ending);
        // TypeScript names the file that is written, not the source
        Map<String, List<String>> sources = Map.of(
                ".js",
                List.of(".ts", ".tsx", ".d.ts"),
                ".mjs",
                List.of(".mts"),
                ".cjs",
                List.of(".cts"),
                ".jsx",
                List.of(".tsx"));
        for (Map.Entry<String, List<String>> each : sources.entrySet()) {
            if (!base.get().endsWith(each.getKey())) continue;
            String stem =
                    base.get().substring(0, base.get().length() - each.getKey().length());
            for (String ending : each.getValue()) if (tree.has(stem + ending)) return Optional.of(stem + ending);
        }
        for (String ending : ENDINGS) {
            String index = Paths.join(base.get(), "index" + ending);
            if (!ending.isEmpty() && tree.has(index)) return Optional.of(index);
        }
        return Optional.empty();
    }

    private Set<String> imports(Script script) {
        Set<String> files = new LinkedHashSet<>();
        script.imports().stream().filter(one -> one.relative()).forEach(one -> resolve(script.path(), one.specifier())
                .ifPresent(files::add));
        return files;
    }

    /** Names without a path that stand for the project's own files. */
    public OwnNames own() {
        return own;
    }

    /** The sources that each source imports by a path. */
    public Map<String, Set<String>> imported() {
        return imported;
    }

    /** The sources that a compiler takes in: those that its configuration names, with what they import; else all. */
    public List<String> compiled(CompilerConfig config) {
        List<String> all = new ArrayList<>(config.files());
        for (int i = 0; i < all.size(); i++)
            for (String next : imported.getOrDefault(all.get(i), Set.of()))
                if (!all.contains(next) && !DeclarationFiles.is(next) && !next.endsWith(".json")) all.add(next);
        if (!all.isEmpty()) return all;
        return scripts.values().stream()
                .filter(script -> script.typed() && !script.declarations())
                .map(Script::path)
                .toList();
    }

    /** Whether any source imports another by a path. */
    public boolean isImported(String path) {
        return imported.values().stream().anyMatch(files -> files.contains(path));
    }

    /**
     * The sources that are loaded when the project is built, started or tested: those that scripts and pages name, tests,
     * programs and entry points by their names, and what these import.
     */
    public Set<String> reached() {
        Set<String> reached = new LinkedHashSet<>();
        Deque<String> open = new ArrayDeque<>();
        Set<String> named = new LinkedHashSet<>();
        calls.stream().flatMap(script -> script.calls().stream()).forEach(call -> call.arguments()
                .forEach(word -> Paths.normal(Paths.join(call.folder(), word)).ifPresent(named::add)));
        boolean compiled =
                compilerCalls().stream().anyMatch(call -> !call.files().isEmpty());
        for (Script script : scripts.values()) {
            boolean entry = script.started()
                    || !compiled
                            && PROGRAM_NAME.matcher(Paths.stem(script.path())).matches();
            if (entry || Roles.isTest(script.path()) || named.contains(script.path()) || isOfPage(script.path()))
                open.add(script.path());
        }
        // without any start, every source may be one
        if (open.isEmpty()) return Set.copyOf(scripts.keySet());
        Map<String, Set<String>> imported = imported();
        while (!open.isEmpty()) {
            String path = open.pop();
            if (reached.add(path)) open.addAll(imported.getOrDefault(path, Set.of()));
        }
        return reached;
    }

    /** Where the project uses what the runtime brings; nothing if it does not. */
    public Optional<Evidence> runtimeUse() {
        return scripts.values().stream()
                .flatMap(script -> runtimeUse(script).stream())
                .findFirst()
                .or(() -> installed
                        .of("@types/node")
                        .map(manifest -> Evidence.of("node_modules/@types/node", manifest.version())));
    }

    /** Where a source uses what the runtime brings; nothing if it does not, or is for browsers. */
    public Optional<Evidence> runtimeUse(Script script) {
        if (isOfPage(script.path())) return Optional.empty();
        for (Import statement : script.imports())
            if (PackageName.isBuiltIn(statement.specifier())) return Optional.of(statement.evidence());
        for (String name : RUNTIME_NAMES) {
            Script.Use use = script.names().used().get(name);
            if (use != null && !use.tested()) return Optional.of(new Evidence(script.path(), use.line(), name));
        }
        return Optional.empty();
    }

    /** The own sources that are no tests and no tools. */
    public List<Script> products() {
        return scripts.values().stream()
                .filter(script -> Roles.isProduct(script.path()))
                .toList();
    }

    /** Whether a bundler, which takes the sources as they are, is called. */
    public boolean isBundled() {
        return Set.of("esbuild", "vite", "webpack", "rollup", "parcel").stream()
                .anyMatch(tool -> !callsOf(tool).isEmpty());
    }

    /** Whether a package's code is to be compiled. */
    public boolean isTyped() {
        return scripts.values().stream().anyMatch(script -> script.typed() && !script.declarations());
    }
}
