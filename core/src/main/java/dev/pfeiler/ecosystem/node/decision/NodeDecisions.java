package dev.pfeiler.ecosystem.node.decision;

import dev.pfeiler.ecosystem.node.library.Identification;
import dev.pfeiler.ecosystem.node.model.CompilerConfig;
import dev.pfeiler.ecosystem.node.model.EntryPoints;
import dev.pfeiler.ecosystem.node.model.Identity;
import dev.pfeiler.ecosystem.node.model.LibraryCopy;
import dev.pfeiler.ecosystem.node.model.NodeBuild;
import dev.pfeiler.ecosystem.node.page.BundlePlan;
import dev.pfeiler.ecosystem.node.page.Bundling;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.registry.Registry;
import dev.pfeiler.ecosystem.node.source.Page;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.Comparator;
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
    /** The value of the decision to have pages load bundles. */
    public static final String BUNDLE = "bundle";

    private final NodeProject project;
    private final Deliberation deliberation;
    private final Registry registry;

    public NodeDecisions(NodeProject project, Deliberation deliberation, Registry registry) {
        this.project = project;
        this.deliberation = deliberation;
        this.registry = registry;
    }

    /**
     * What was settled.
     *
     * @param libraries paths of all copied libraries that packages take the place of
     * @param bundle how pages load bundles; nothing where they load single files
     * @param copyScript the path of the program that copies libraries; empty if none is needed
     * @param taken scripts whose commands have all become package scripts
     * @param left what no one but the user can decide or fix
     */
    public record Settled(
            NodeBuild build,
            Set<String> libraries,
            Optional<BundlePlan> bundle,
            String copyScript,
            Set<String> taken,
            List<Finding> left) {}

    public Settled settle() {
        List<Finding> left = new ArrayList<>();
        Identity identity = new IdentityDecisions(project, deliberation).decide();
        List<RuntimeVersion> runtimes = RuntimeVersion.of(project);
        int release = runtimes.stream().mapToInt(RuntimeVersion::major).max().orElse(0);
        VersionChoice versions = new VersionChoice(project.installed(), registry, release);
        PackageDecisions packages = new PackageDecisions(project, deliberation, registry, versions, identity.name());
        packages.imported();
        packages.called();
        LibraryDecisions libraries = new LibraryDecisions(project, deliberation, registry);
        List<LibraryCopy> copies = libraries.decide(packages.dependencies());
        CompilerDecisions compiler = new CompilerDecisions(project, deliberation);
        List<CompilerConfig> configs = compiler.decide();
        boolean compiles = project.isTyped() || !project.callsOf("tsc").isEmpty();
        if (compiles)
            packages.compiler(
                    compiler.version(),
                    runtimes.stream().map(RuntimeVersion::major).max(Comparator.naturalOrder()),
                    project.callsOf("tsc").stream()
                            .limit(1)
                            .map(call -> call.evidence())
                            .toList());
        packages.changedCopies(new Identification(project.tree(), registry));
        EntryPoints entry = new EntryDecisions(project, deliberation, configs, identity.name())
                .decide(packages.dependencies(), runtimes);
        ScriptDecisions scriptDecisions = new ScriptDecisions(project, deliberation, compiler.calls());
        boolean uncalled = compiles && project.callsOf("tsc").isEmpty() && !isBundled();
        Map<String, String> scripts = scriptDecisions.decide(uncalled ? Optional.of("tsc") : Optional.empty());
        Optional<BundlePlan> bundle = bundle(packages, copies, left);
        List<LibraryCopy> copied = bundle.map(plan -> stillCopied(copies, plan)).orElse(copies);
        String copyScript = copied.isEmpty() ? "" : copyScript();
        NodeBuild build = new NodeBuild(
                identity, entry, packages.dependencies(), withPages(scripts, bundle, copyScript), configs, copied);
        left.addAll(packages.left());
        left.addAll(libraries.left());
        bundle.ifPresent(plan -> left.addAll(plan.left()));
        Set<String> replaced = new TreeSet<>();
        copies.forEach(copy -> replaced.addAll(copy.files().keySet()));
        return new Settled(build, replaced, bundle, copyScript, scriptDecisions.taken(), left);
    }

    /** Whether a bundler, which takes the sources as they are, is called. */
    private boolean isBundled() {
        return Set.of("esbuild", "vite", "webpack", "rollup", "parcel").stream()
                .anyMatch(tool -> !project.callsOf(tool).isEmpty());
    }

    /** Copies that pages still load one by one, though they load bundles. */
    private static List<LibraryCopy> stillCopied(List<LibraryCopy> copies, BundlePlan plan) {
        return copies.stream()
                .filter(copy -> copy.files().keySet().stream().anyMatch(plan.kept()::contains))
                .toList();
    }

    private Optional<BundlePlan> bundle(PackageDecisions packages, List<LibraryCopy> copies, List<Finding> left) {
        List<Page> pages = project.pages().values().stream()
                .filter(page -> Page.STATIC.contains(Paths.extension(page.path())))
                .filter(page -> page.tags().stream().anyMatch(tag -> tag.kind() == Page.Kind.SCRIPT))
                .toList();
        if (pages.isEmpty()) return Optional.empty();
        String standing = deliberation.settle(
                Decision.of(
                                "pages",
                                "Pages",
                                TAGS,
                                Certainty.LIKELY,
                                "each script and library is loaded by a tag of its own, as before; with " + BUNDLE
                                        + ", pages load bundles",
                                List.of(pages.get(0).tags().get(0).evidence()))
                        .turningDown(List.of(new Decision.Alternative(BUNDLE, "fewer requests, but more changes"))),
                Choosable.oneOf(TAGS, BUNDLE));
        if (!standing.equals(BUNDLE)) return Optional.empty();
        BundlePlan plan = new Bundling(project, packages.dependencies(), copies).plan();
        if (plan.entries().isEmpty()) {
            left.add(Finding.trouble(
                    "pages",
                    "have no script that can be bundled",
                    pages.get(0).tags().get(0).evidence()));
            return Optional.empty();
        }
        packages.tool("esbuild", Evidence.of(pages.get(0).path(), ""), "makes the bundles");
        return Optional.of(plan);
    }

    private String copyScript() {
        String folder = project.tree().folders().contains("scripts") ? "scripts" : "tools";
        return folder + "/copy-libraries.mjs";
    }

    private static Map<String, String> withPages(
            Map<String, String> scripts, Optional<BundlePlan> bundle, String copyScript) {
        List<String> first = new ArrayList<>();
        if (!copyScript.isEmpty()) first.add("node " + copyScript);
        if (scripts.containsKey("build")) first.add(scripts.get("build"));
        bundle.ifPresent(plan -> first.add(plan.build()));
        Map<String, String> all = new LinkedHashMap<>();
        if (scripts.containsKey("start")) all.put("start", scripts.get("start"));
        bundle.ifPresent(plan -> all.put("dev", plan.dev()));
        if (!first.isEmpty()) all.put("build", String.join(" && ", first));
        bundle.ifPresent(plan -> all.put("watch", plan.watch()));
        scripts.forEach(all::putIfAbsent);
        return all;
    }
}
