package dev.pfeiler.ecosystem.node.decision;

import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.ecosystem.node.library.Identification;
import dev.pfeiler.ecosystem.node.model.CompilerConfig;
import dev.pfeiler.ecosystem.node.model.Dependencies;
import dev.pfeiler.ecosystem.node.model.EntryPoints;
import dev.pfeiler.ecosystem.node.model.Identity;
import dev.pfeiler.ecosystem.node.model.LibraryCopy;
import dev.pfeiler.ecosystem.node.model.NodeBuild;
import dev.pfeiler.ecosystem.node.page.BundlePlan;
import dev.pfeiler.ecosystem.node.page.Bundling;
import dev.pfeiler.ecosystem.node.page.TestPage;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.registry.Registry;
import dev.pfeiler.ecosystem.node.source.Page;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.ecosystem.node.target.typescript.TypeScriptConversion;
import dev.pfeiler.ecosystem.node.target.typescript.TypedSources;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.ChoicesFile;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Settles everything about a project; what its descriptors say follows from it. */
public final class NodeDecisions {
    /** The value of the decision to keep script tags. */
    public static final String TAGS = "tags";

    private static final String TYPESCRIPT = "typescript";

    /** The value of the decision to have pages load bundles. */
    public static final String BUNDLE = "bundle";

    private final NodeProject project;
    private final Deliberation deliberation;
    private final Surroundings around;
    private final Registry registry;
    private final Environment environment;

    public NodeDecisions(
            NodeProject project,
            Deliberation deliberation,
            Surroundings around,
            Registry registry,
            Environment environment) {
        this.around = around;
        this.environment = environment;
        this.project = project;
        this.deliberation = deliberation;
        this.registry = registry;
    }

    /**
     * What was settled.
     *
     * @param libraries paths of all copied libraries that packages take the place of
     * @param bundle how pages load bundles; nothing where they load single files
     * @param typed sources that become TypeScript
     * @param copyScript the path of the program that copies libraries; empty if none is needed
     * @param testProgram the path of the program that opens pages with tests; empty if none is needed
     * @param taken scripts whose commands have all become package scripts
     * @param left what no one but the user can decide or fix
     */
    public record Settled(
            NodeBuild build,
            Set<String> libraries,
            Optional<BundlePlan> bundle,
            Optional<TypedSources> typed,
            String copyScript,
            String testProgram,
            Set<String> taken,
            List<Finding> left) {}

    /**
     * How the compiler is set.
     *
     * @param renamed new names of sources that become TypeScript
     * @param compiles whether there is anything to compile
     */
    private record Compilation(List<CompilerConfig> configs, Map<String, String> renamed, boolean compiles) {}

    /** How pages load scripts, and what is declared for that. */
    private record Pages(Dependencies dependencies, Optional<BundlePlan> bundle) {}

    /** Settles everything, in the order in which the user reads it; each step works on what those before came to. */
    public Settled settle() {
        List<Finding> left = new ArrayList<>();
        Identity identity = new IdentityDecisions(project, deliberation).decide();
        List<RuntimeVersion> runtimes = RuntimeVersion.of(project.tree());
        int release = runtimes.stream().mapToInt(RuntimeVersion::major).max().orElse(0);
        VersionChoice versions = new VersionChoice(project.installed(), registry, release);
        PackageDecisions packages = new PackageDecisions(project, deliberation, registry, versions, identity.name());
        LibraryDecisions.Libraries libraries =
                new LibraryDecisions(project, deliberation, registry).decide(packages.used(), identity.name());
        CompilerDecisions compiler = new CompilerDecisions(project, deliberation, around);
        Compilation compilation = compilation(compiler);
        Dependencies declared = compilation.compiles()
                ? packages.compiler(
                        libraries.dependencies(),
                        compiler.version(),
                        project.callsOf("tsc").stream()
                                .limit(1)
                                .map(call -> call.evidence())
                                .toList())
                : libraries.dependencies();
        packages.changedCopies(declared, new Identification(project.tree(), registry));
        Pages pages = pages(packages, declared, libraries.copies(), compilation.renamed(), left);
        Typing typing = typing(compiler, compilation, pages, identity, runtimes, left);
        ScriptDecisions scripts = new ScriptDecisions(
                project,
                deliberation,
                around,
                programs(),
                compiler.calls(),
                compilation.renamed(),
                built(project, compilation.renamed(), typing.configs()));
        boolean uncalled = compilation.compiles()
                && project.callsOf("tsc").isEmpty()
                && !project.isBundled()
                && pages.bundle().isEmpty();
        Map<String, String> lines = scripts.decide(uncalled ? Optional.of("tsc") : Optional.empty());
        List<LibraryCopy> copied = pages.bundle()
                .map(plan -> stillCopied(libraries.copies(), plan))
                .orElse(libraries.copies());
        String copyScript = copied.isEmpty() ? "" : programs() + "/copy-libraries.mjs";
        SelfImports own = new SelfImports(project, deliberation);
        NodeBuild build = new NodeBuild(
                identity,
                typing.entry(),
                pages.dependencies(),
                withPages(lines, pages.bundle(), copyScript, typing.configs()),
                typing.configs(),
                copied,
                own.decide());
        left.addAll(own.left());
        left.addAll(packages.left());
        left.addAll(libraries.left());
        pages.bundle().ifPresent(plan -> left.addAll(plan.left()));
        Set<String> replaced = new TreeSet<>();
        libraries.copies().forEach(copy -> replaced.addAll(copy.files().keySet()));
        return new Settled(
                build,
                replaced,
                pages.bundle(),
                typing.typed(),
                copyScript,
                scripts.testProgram(),
                scripts.taken(),
                left);
    }

    private Compilation compilation(CompilerDecisions compiler) {
        List<CompilerConfig> configs = compiler.decide();
        Map<String, String> renamed = language() ? TypeScriptConversion.paths(project) : Map.of();
        boolean compiles = project.isTyped() || !project.callsOf("tsc").isEmpty() || !renamed.isEmpty();
        return new Compilation(configs, renamed, compiles);
    }

    /** Where the package is entered, and the sources and settings of one that becomes TypeScript. */
    private record Typing(EntryPoints entry, List<CompilerConfig> configs, Optional<TypedSources> typed) {}

    private Typing typing(
            CompilerDecisions compiler,
            Compilation compilation,
            Pages pages,
            Identity identity,
            List<RuntimeVersion> runtimes,
            List<Finding> left) {
        Map<String, String> renamed = compilation.renamed();
        boolean bundled = project.isBundled() || pages.bundle().isPresent();
        List<CompilerConfig> configs = renamed.isEmpty()
                ? compilation.configs()
                : List.of(compiler.forNew(bundled, renamed, pages.dependencies()));
        EntryPoints entry = new EntryDecisions(project, deliberation, configs, identity.name(), renamed)
                .decide(pages.dependencies(), runtimes);
        if (renamed.isEmpty()) return new Typing(entry, configs, Optional.empty());
        around.stage().accept("compiling " + renamed.size() + " sources as TypeScript");
        TypedSources typed = new TypeScriptConversion(project, pages.dependencies(), registry, environment)
                .run(
                        configs.get(0).options(),
                        entry.type(),
                        pages.bundle().map(BundlePlan::scripts).orElse(Map.of()));
        untyped(typed, left);
        return new Typing(entry, List.of(compiler.strict(configs.get(0), typed)), Optional.of(typed));
    }

    /** Whether JavaScript becomes TypeScript, where the user wants that. */
    private boolean language() {
        List<Script> sources = project.scripts().values().stream()
                .filter(script -> !script.typed())
                .toList();
        if (sources.isEmpty() || project.isTyped()) return false;
        boolean typed = deliberation
                .settle(
                        Decision.of(
                                        "language",
                                        "Language",
                                        "javascript",
                                        Certainty.CERTAIN,
                                        "the sources stay what they are",
                                        List.of(Evidence.of(sources.get(0).path(), "")))
                                .turningDown(List.of(new Decision.Alternative(
                                        TYPESCRIPT, "the compiler checks the sources, but each is changed"))),
                        Choosable.oneOf("javascript", TYPESCRIPT))
                .equals(TYPESCRIPT);
        boolean ofProject = deliberation
                .choices()
                .of("language")
                .filter(Choice::isOfProject)
                .isPresent();
        // reading a project starts no program because a file of it says so
        if (typed && ofProject)
            throw Refusal.notPossible(
                    "language: typescript starts the TypeScript compiler, and is accepted on the command line only.",
                    "Pass --choose language=typescript, or remove the line from " + ChoicesFile.NAME + ".");
        return typed;
    }

    /** What is made of sources for the runtime. */
    private static Map<String, String> built(
            NodeProject project, Map<String, String> renamed, List<CompilerConfig> configs) {
        Map<String, String> built = new LinkedHashMap<>();
        if (renamed.isEmpty() && !project.isBundled())
            for (CompilerConfig config : configs) {
                List<String> compiled = project.compiled(config);
                for (String source : compiled) built.putIfAbsent(source, config.output(source, compiled));
            }
        renamed.forEach((before, source) -> built.put(before, configs.get(0).output(source, renamed.values())));
        return built;
    }

    private static void untyped(TypedSources typed, List<Finding> left) {
        long expected = typed.texts().values().stream()
                .flatMap(String::lines)
                .filter(line -> line.contains("// @ts-expect-error"))
                .count();
        if (expected > 0)
            left.add(Finding.trouble(
                    "TypeScript",
                    expected + (expected == 1 ? " line is" : " lines are") + " marked as an expected error"));
        if (typed.remaining() > 0)
            left.add(Finding.trouble("TypeScript", "the compiler still rejects " + typed.remaining() + " places"));
    }

    /** Copies that pages still load one by one, though they load bundles. */
    private static List<LibraryCopy> stillCopied(List<LibraryCopy> copies, BundlePlan plan) {
        return copies.stream()
                .filter(copy -> copy.files().keySet().stream().anyMatch(plan.kept()::contains))
                .toList();
    }

    private Pages pages(
            PackageDecisions packages,
            Dependencies declared,
            List<LibraryCopy> copies,
            Map<String, String> renamed,
            List<Finding> left) {
        Pages asBefore = new Pages(declared, Optional.empty());
        List<Page> pages = project.pages().values().stream()
                .filter(page -> Page.STATIC.contains(Paths.extension(page.path())))
                .filter(page -> page.tags().stream().anyMatch(tag -> tag.kind() == Page.Kind.SCRIPT))
                .toList();
        if (pages.isEmpty()) return asBefore;
        Optional<Finding> unfit = new Unbundled(project).of(pages);
        String standing = deliberation.settle(
                Decision.of(
                                "pages",
                                "Pages",
                                TAGS,
                                Certainty.LIKELY,
                                "each script and library is loaded by a tag of its own, as before; with " + BUNDLE
                                        + ", pages load bundles",
                                List.of(pages.get(0).tags().stream()
                                        .filter(tag -> tag.kind() == Page.Kind.SCRIPT)
                                        .findFirst()
                                        .orElseThrow()
                                        .evidence()))
                        .turningDown(
                                unfit.isPresent()
                                        ? List.of()
                                        : List.of(
                                                new Decision.Alternative(BUNDLE, "fewer requests, but more changes"))),
                Choosable.oneOf(TAGS, BUNDLE));
        if (!standing.equals(BUNDLE)) return asBefore;
        if (unfit.isPresent())
            throw Refusal.notPossible(
                    "Its pages cannot load bundles: " + unfit.get().subject() + " "
                            + unfit.get().fact() + " ("
                            + unfit.get().evidence().get(0).place() + ").",
                    "Choose pages=" + TAGS + ".");
        BundlePlan plan = new Bundling(project, declared, copies, renamed).plan();
        if (plan.entries().isEmpty()) {
            left.add(Finding.trouble(
                    "pages",
                    "have no script that can be bundled",
                    pages.get(0).tags().get(0).evidence()));
            return asBefore;
        }
        Dependencies bundling =
                packages.tool(declared, "esbuild", Evidence.of(pages.get(0).path(), ""), "makes the bundles");
        return new Pages(bundling, Optional.of(plan));
    }

    /** The folder of programs that package scripts run. */
    private String programs() {
        return project.tree().folders().contains("scripts") ? "scripts" : "tools";
    }

    private static Map<String, String> withPages(
            Map<String, String> scripts, Optional<BundlePlan> bundle, String copyScript, List<CompilerConfig> configs) {
        List<String> first = new ArrayList<>();
        if (!copyScript.isEmpty()) first.add("node " + ShellText.quote(copyScript));
        if (scripts.containsKey("build")) first.add(scripts.get("build"));
        bundle.ifPresent(plan -> first.add(plan.build()));
        Map<String, String> all = new LinkedHashMap<>();
        if (scripts.containsKey("start")) all.put("start", scripts.get("start"));
        if (scripts.containsKey("dev")) all.put("dev", scripts.get("dev"));
        bundle.ifPresent(plan -> all.put("dev", plan.dev()));
        if (!first.isEmpty()) all.put("build", String.join(" && ", first));
        bundle.ifPresent(plan -> all.put("watch", plan.watch()));
        // a page with tests loads what the build writes
        if (all.containsKey("build") && scripts.getOrDefault("test", "").contains(TestPage.PROGRAM))
            all.put("pretest", "npm run build");
        scripts.forEach(all::putIfAbsent);
        // where a bundler compiles, nothing else runs the compiler
        if (configs.stream().anyMatch(config -> config.isSet("noEmit"))) all.put("check-types", "tsc");
        return all;
    }
}
