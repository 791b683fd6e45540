package dev.pfeiler.ecosystem.node.decision;

import dev.pfeiler.ecosystem.node.model.CompilerConfig;
import dev.pfeiler.ecosystem.node.model.Dependencies;
import dev.pfeiler.ecosystem.node.model.EntryPoints;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.project.Roles;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.ecosystem.node.source.DeclarationFiles;
import dev.pfeiler.ecosystem.node.source.Feature;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.ecosystem.node.wiring.Call;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.semver4j.Semver;

/** Decides how others load and start the project: module type, entry point, programs, runtime. */
final class EntryDecisions {
    private static final Pattern SCOPE = Pattern.compile("^@[^/]+/");
    private static final Pattern SOURCE = Pattern.compile(".*\\.(jsx?|tsx?)");
    private static final Pattern WITH_EXTENSION = Pattern.compile(".*\\.\\w+");
    private static final Pattern TYPED = Pattern.compile(".*\\.[cm]?tsx?");
    private static final Pattern IN_BIN = Pattern.compile("(?:.*/)?bin/[^/]+");
    private static final Pattern PROGRAM_NAME = Pattern.compile("cli|bin|index|main|cmd|command|run|app");
    private static final Pattern NAME = Pattern.compile("[\\w.-]+");
    private static final Pattern INDEX = Pattern.compile("index\\.[cm]?[jt]sx?");
    private static final Pattern SOURCE_FOLDER = Pattern.compile("lib|src|source");
    private static final Pattern JS_END = Pattern.compile("[.-]?js$");
    private static final Pattern MARKUP_ENDING = Pattern.compile("\\.([cm]?)jsx?$");
    private static final Pattern ZERO_ENDS = Pattern.compile("(\\.0)+$");

    private static final String MODULE = "module";
    private static final String COMMONJS = "commonjs";
    /** The first release of Node.js that knows what the compiler writes. Source: its table of ECMAScript support. */
    private static final Map<String, String> TARGETS = Map.of(
            "es2017", "8.0.0", "es2018", "10.0.0", "es2019", "12.0.0", "es2020", "14.0.0", "es2021", "15.0.0", "es2022",
            "16.11.0", "es2023", "20.0.0", "es2024", "22.0.0", "esnext", "22.0.0");
    /** Releases before this have not been in use for years; a lower bound would say nothing. */
    private static final Semver OLDEST = new Semver("7.0.0");

    private final NodeProject project;
    private final Deliberation deliberation;
    private final List<CompilerConfig> configs;
    private final String name;
    private final Map<String, String> renamed;
    private final List<Script> loadable;

    /** @param renamed the new paths of sources that get others */
    EntryDecisions(
            NodeProject project,
            Deliberation deliberation,
            List<CompilerConfig> configs,
            String name,
            Map<String, String> renamed) {
        this.renamed = renamed;
        this.project = project;
        this.deliberation = deliberation;
        this.configs = configs;
        this.name = SCOPE.matcher(name).replaceFirst("");
        this.loadable = project.products().stream()
                .filter(script -> !project.isOfPage(script.path()) && !script.declarations())
                .toList();
    }

    EntryPoints decide(Dependencies dependencies, List<RuntimeVersion> runtimes) {
        String type = type();
        Map<String, String> programs = programs();
        Optional<String> main = main(programs, type);
        Optional<String> types = main.flatMap(this::types);
        return new EntryPoints(
                type, main.map(this::written), types, programs, List.of(), engine(dependencies, runtimes));
    }

    private String type() {
        // other extensions say themselves which kind of module a file is
        List<Script> told = loadable.stream()
                .filter(script -> SOURCE.matcher(script.path()).matches()
                        || !WITH_EXTENSION.matcher(script.path()).matches())
                .filter(script -> script.modules().any())
                .toList();
        if (told.isEmpty() || project.isBundled()) return "";
        List<Script> ecma =
                told.stream().filter(script -> script.modules().ecma()).toList();
        boolean compiled = !configs.isEmpty() && renamed.isEmpty();
        List<CompilerConfig> forRuntime =
                configs.stream().filter(config -> !isForPages(config)).toList();
        Set<Boolean> kinds =
                configs.stream().map(config -> compilesToModules(config, ecma)).collect(Collectors.toSet());
        boolean common = forRuntime.stream().anyMatch(config -> !compilesToModules(config, ecma));
        // a descriptor's type holds for all that is written
        if (compiled && (forRuntime.isEmpty() || kinds.size() > 1 && common)) return "";
        boolean module = compiled ? compilesToModules(forRuntime.get(0), ecma) : ecma.size() * 2 > told.size();
        Script example = module || ecma.isEmpty() ? told.get(0) : ecma.get(0);
        String reason = compiled
                ? "the compiler's module format"
                : ecma.size() == told.size()
                        ? "all sources use import and export"
                        : ecma.isEmpty()
                                ? "all sources use require"
                                : ecma.size() + " of " + told.size() + " sources use import and export";
        return deliberation.settle(
                Decision.of(
                        "module-type",
                        "Module type",
                        module ? MODULE : COMMONJS,
                        ecma.size() == told.size() || ecma.isEmpty() ? Certainty.CERTAIN : Certainty.LIKELY,
                        reason,
                        List.of(Evidence.of(example.path(), ""))),
                Choosable.oneOf(MODULE, COMMONJS));
    }

    /** Whether what a compiler writes is loaded by pages. */
    private boolean isForPages(CompilerConfig config) {
        List<String> sources = project.compiled(config);
        return sources.stream().anyMatch(source -> project.isOfPage(config.output(source, sources)));
    }

    private static boolean compilesToModules(CompilerConfig config, List<Script> ecma) {
        String module = config.text("module").toLowerCase(Locale.ROOT);
        if (module.startsWith("node"))
            // the sources name the files that are written
            return ecma.stream()
                    .flatMap(script -> script.imports().stream())
                    .anyMatch(one -> one.relative() && one.specifier().endsWith(".js"));
        return module.startsWith("es") || module.equals("preserve");
    }

    /** What is at the place of a source once it is built. */
    private String written(String before) {
        String source = renamed.getOrDefault(before, before);
        if (!TYPED.matcher(source).matches()) return source;
        return configs.stream()
                .filter(config -> sources(config).contains(source))
                .min(Comparator.comparing(this::isForPages))
                .map(config -> config.output(source, sources(config)))
                .orElse(source);
    }

    private Collection<String> sources(CompilerConfig config) {
        return config.files().isEmpty() && !renamed.isEmpty() ? renamed.values() : project.compiled(config);
    }

    private Map<String, String> programs() {
        Map<String, String> programs = new LinkedHashMap<>();
        List<Script> started = loadable.stream()
                .filter(Script::started)
                // a module that others import can be started, too, but is no program of the package
                .filter(script -> IN_BIN.matcher(script.path()).matches() || !project.isImported(script.path()))
                .toList();
        for (Script script : started) {
            String stem = Paths.stem(script.path()).toLowerCase(Locale.ROOT);
            boolean only = started.size() == 1 && PROGRAM_NAME.matcher(stem).matches();
            String command = deliberation.settle(
                    Decision.of(
                                    "program:" + script.path(),
                                    script.path(),
                                    only ? name : PackageName.from(stem),
                                    Certainty.CERTAIN,
                                    "has a Node.js shebang",
                                    List.of(new Evidence(
                                            script.path(),
                                            1,
                                            script.content().lines().findFirst().orElse(""))))
                            .in("Programs"),
                    text -> Optional.of(text.strip())
                            .filter(one -> NAME.matcher(one).matches()));
            if (!command.equals(Choosable.WITHOUT)) programs.put(command, written(script.path()));
        }
        return programs;
    }

    private Optional<String> main(Map<String, String> programs, String type) {
        List<Script> exporting = loadable.stream()
                .filter(script -> !script.started()
                        && (script.modules().ecma()
                                || !script.modules().exported().isEmpty())
                        && !script.path().endsWith(".json"))
                .filter(script -> !programs.containsValue(script.path()))
                .toList();
        // what a bundler takes in is not loaded by anything else
        List<Script> fitting =
                exporting.stream().filter(script -> isFitting(script, type)).toList();
        if (!fitting.isEmpty()) exporting = fitting;
        if (exporting.isEmpty() || project.isBundled()) return Optional.empty();
        Map<String, Integer> wanted = new HashMap<>();
        project.imported().forEach((from, files) -> {
            boolean outside =
                    !Roles.isProduct(from) || project.scripts().get(from).started();
            if (outside) files.forEach(file -> wanted.merge(file, 1, Integer::sum));
        });
        List<String> compiled =
                configs.stream().flatMap(config -> config.files().stream()).toList();
        Set<String> roots = roots(exporting, type);
        Comparator<Script> order = Comparator.comparing(
                        (Script script) -> !(compiled.size() == 1 && compiled.contains(script.path())))
                .thenComparing(script -> rank(script.path()))
                .thenComparing(script -> -wanted.getOrDefault(script.path(), 0))
                .thenComparing(script -> !roots.contains(script.path()))
                .thenComparing(
                        script -> script.path().chars().filter(c -> c == '/').count())
                .thenComparing(Script::path);
        Script best = exporting.stream().min(order).orElseThrow();
        boolean single = compiled.size() == 1 && compiled.contains(best.path());
        int imports = wanted.getOrDefault(best.path(), 0);
        boolean root = roots.size() == 1 && roots.contains(best.path());
        boolean sure = single || rank(best.path()) < 4 || imports > 0 || root;
        if (!sure) return Optional.empty();
        String reason = single
                ? "the source that the compiler is given"
                : rank(best.path()) == 0
                        ? "named as the entry point of a package by default"
                        : rank(best.path()) < 4
                                ? "named like the project or its entry point"
                                : imports > 0
                                        ? "what tests and programs import"
                                        : "the only source that exports something and that no other loads";
        String standing = deliberation.settle(
                Decision.of(
                        "entry",
                        "Entry point",
                        best.path(),
                        sure(single, best),
                        reason,
                        List.of(Evidence.of(best.path(), ""))),
                text -> Paths.normal(text.strip())
                        .filter(path -> project.scripts().containsKey(path) || path.equals(Choosable.WITHOUT)));
        return Optional.of(standing).filter(path -> !path.equals(Choosable.WITHOUT));
    }

    /** The sources that nothing else of the product loads. */
    private Set<String> roots(List<Script> exporting, String type) {
        Map<String, Set<String>> imported = project.imported();
        Set<String> roots = new TreeSet<>(exporting.stream().map(Script::path).toList());
        loadable.stream()
                .filter(script -> isFitting(script, type))
                .forEach(script -> roots.removeAll(imported.get(script.path())));
        return roots;
    }

    /** Whether a file is loaded as the project's kind of module is. */
    private static boolean isFitting(Script script, String type) {
        return !script.path().endsWith(type.equals(MODULE) ? ".cjs" : ".mjs");
    }

    private static Certainty sure(boolean single, Script best) {
        return single || INDEX.matcher(best.path()).matches() ? Certainty.CERTAIN : Certainty.LIKELY;
    }

    /** How far a file's name is that of an entry point; less is nearer. */
    private int rank(String path) {
        String stem = Paths.stem(path).toLowerCase(Locale.ROOT);
        String folder = Paths.parent(path);
        boolean inSources = folder.isEmpty() || SOURCE_FOLDER.matcher(folder).matches();
        if (folder.isEmpty() && stem.equals("index")) return 0;
        if (inSources
                && (stem.equals(name.toLowerCase(Locale.ROOT))
                        || stem.equals(
                                JS_END.matcher(name.toLowerCase(Locale.ROOT)).replaceFirst("")))) return 1;
        if (inSources && stem.equals("index")) return 2;
        if (inSources && stem.equals("main")) return 3;
        return 4;
    }

    private Optional<String> types(String main) {
        if (TYPED.matcher(main).matches()) {
            boolean declared = configs.stream()
                    .findFirst()
                    .filter(config -> config.isSet("declaration"))
                    .isPresent();
            return declared ? Optional.of(DeclarationFiles.of(written(main))) : Optional.empty();
        }
        return Optional.of(MARKUP_ENDING.matcher(main).replaceFirst(".d.$1ts")).filter(project.tree()::has);
    }

    private Optional<String> engine(Dependencies dependencies, List<RuntimeVersion> runtimes) {
        // what a bundler makes for browsers runs there
        List<Call> bundles = project.callsOf("esbuild");
        boolean forBrowsers = !bundles.isEmpty()
                && bundles.stream().noneMatch(call -> call.arguments().contains("--platform=node"));
        if (loadable.isEmpty() || forBrowsers && runtimes.isEmpty()) return Optional.empty();
        Semver least = new Semver("0.0.0");
        String reason = "";
        List<Evidence> evidence = new ArrayList<>();
        for (Script script : loadable) {
            if (script.typed() || renamed.containsKey(script.path())) continue;
            for (Feature feature : script.features()) {
                if (new Semver(feature.release()).compareTo(least) <= 0) continue;
                least = new Semver(feature.release());
                reason = feature.text();
                evidence = List.of(feature.evidence());
            }
        }
        for (CompilerConfig config : configs) {
            if (config.isSet("noEmit")) continue;
            Semver target =
                    new Semver(TARGETS.getOrDefault(config.text("target").toLowerCase(Locale.ROOT), "0.0.0"));
            if (target.compareTo(least) <= 0) continue;
            least = target;
            reason = "the compiler writes " + config.text("target");
            evidence = List.of(Evidence.of(config.path(), config.text("target")));
        }
        for (String used : dependencies.of(Dependencies.Section.RUNTIME).keySet()) {
            Optional<Semver> engine = dependencies.manifest(used).engine();
            if (engine.isEmpty() || engine.get().compareTo(least) <= 0) continue;
            least = engine.get();
            reason = used + " requires it";
            evidence = List.of(Evidence.of(
                    "package " + used,
                    "node "
                            + dependencies
                                    .manifest(used)
                                    .json()
                                    .path("engines")
                                    .path("node")
                                    .asText()));
        }
        for (RuntimeVersion runtime : runtimes) {
            if (runtime.major() <= least.getMajor()) continue;
            least = new Semver(runtime.major() + ".0.0");
            reason = "the release that the project runs on";
            evidence = List.of(runtime.evidence());
        }
        if (least.compareTo(OLDEST) < 0) return Optional.empty();
        String standing = deliberation.settle(
                Decision.of(
                        "node-version",
                        "Node.js",
                        ">=" + plain(least),
                        Certainty.CERTAIN,
                        "required by " + reason,
                        evidence),
                text -> Optional.of(text.strip()));
        return Optional.of(standing).filter(text -> !text.equals(Choosable.WITHOUT));
    }

    /** A version without zeros at its end. */
    private static String plain(Semver version) {
        return ZERO_ENDS.matcher(version.getVersion()).replaceFirst("");
    }
}
