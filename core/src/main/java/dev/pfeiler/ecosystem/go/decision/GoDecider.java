package dev.pfeiler.ecosystem.go.decision;

import dev.pfeiler.ecosystem.go.decision.CopyMatch.Match;
import dev.pfeiler.ecosystem.go.module.ModuleFile;
import dev.pfeiler.ecosystem.go.module.ModuleFile.Required;
import dev.pfeiler.ecosystem.go.module.ModulePath;
import dev.pfeiler.ecosystem.go.module.ModuleVersion;
import dev.pfeiler.ecosystem.go.project.GoProject;
import dev.pfeiler.ecosystem.go.project.OwnModule;
import dev.pfeiler.ecosystem.go.project.OwnModule.Stated;
import dev.pfeiler.ecosystem.go.registry.ModuleProxy;
import dev.pfeiler.ecosystem.go.source.GoReader;
import dev.pfeiler.ecosystem.go.source.GoSource;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Question;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Transliteration;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Decides how a Go project becomes modules. */
public final class GoDecider {
    private static final String KEEP = "keep";
    private static final String GROUP = "Requirements";
    /** The first release whose descriptors list all that is needed. Source: the Go modules reference, graph pruning. */
    private static final int LISTS_ALL = 17;

    /** The first release for which the tests of requirements do not count. Source: the Go modules reference, {@code all}. */
    private static final int LEAVES_TESTS = 16;

    private static final int MOST_PACKAGES = 5000;

    private final GoProject project;
    private final Deliberation deliberation;
    private final ModuleProxy proxy;
    private final List<Finding> left = new ArrayList<>();

    public GoDecider(GoProject project, Deliberation deliberation, ModuleProxy proxy) {
        this.project = project;
        this.deliberation = deliberation;
        this.proxy = proxy;
    }

    /** Settles everything, in the order in which the user reads it. */
    public GoDecisions decide() {
        boolean keep = keepsLayout();
        List<GoDecisions.Module> modules = new ArrayList<>();
        boolean several = project.own().size() > 1;
        for (OwnModule own : project.own()) {
            String prefix = several ? "module:" + own.folder() + ":" : "";
            String path = path(own, several ? "path:" + own.folder() : "module");
            List<GoSource> sources = project.sourcesOf(own);
            String level = new GoLevel(project, deliberation).decide(sources, prefix);
            modules.add(module(own, path, level, sources, goal(own, path, keep, several)));
        }
        if (proxy.failures() > 0)
            left.add(Finding.trouble(
                    "module proxy", proxy.failures() + " look-ups failed; convert again to repeat them"));
        return new GoDecisions(modules, left);
    }

    private boolean keepsLayout() {
        if (project.workspace().isEmpty()) return true;
        return deliberation
                .settle(
                        Decision.of(
                                "layout",
                                "Layout",
                                "conventional",
                                Certainty.LIKELY,
                                "modules leave the workspace's src folder",
                                List.of()),
                        text -> Optional.of(text.strip()).filter(t -> t.equals("conventional") || t.equals(KEEP)))
                .equals(KEEP);
    }

    private String path(OwnModule own, String key) {
        if (own.path().isPresent()) {
            Stated stated = own.path().get();
            return deliberation.settle(
                    Decision.of(
                            key,
                            "Module path",
                            stated.path(),
                            stated.certain() ? Certainty.CERTAIN : Certainty.LIKELY,
                            stated.reason(),
                            List.of(stated.evidence())),
                    GoDecider::validPath);
        }
        String name = Transliteration.ascii(project.tree().name())
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9._~-]+", "-");
        Question question = new Question(
                key,
                "By which path is the module imported, for example host/owner/" + name + "?",
                Optional.of(ModulePath.isValid(name) ? name : "project"),
                List.of());
        return deliberation.ask(question, "Module path", List.of(), GoDecider::validPath);
    }

    private static Optional<String> validPath(String text) {
        return Optional.of(text.strip()).filter(ModulePath::isValid);
    }

    /** The folder that a module goes to. */
    private String goal(OwnModule own, String path, boolean keep, boolean several) {
        if (keep) return own.folder();
        String root = project.workspace().orElseThrow();
        String named = Paths.join(root, ModulePath.name(path));
        Set<String> staying = project.tree().files().stream()
                .map(file -> file.path())
                .filter(file -> !Paths.within(Paths.join(root, "src"), file))
                .collect(Collectors.toSet());
        boolean free = project.tree()
                .under(own.folder())
                .map(file -> Paths.join(root, Paths.relative(own.folder(), file.path())))
                .noneMatch(staying::contains);
        return several || !free ? named : root;
    }

    private GoDecisions.Module module(OwnModule own, String path, String level, List<GoSource> sources, String goal) {
        Map<String, String> copies = project.copies(own);
        CopyMatch matches = new CopyMatch(project.tree(), proxy, project.pinned(own), copies);
        Map<String, Evidence> direct = project.external(sources);
        Map<String, Match> needed = new LinkedHashMap<>();
        Set<String> directly = new TreeSet<>();
        Map<String, String> kept = new TreeMap<>();
        boolean tests = GoLevel.minor(level).orElse(0) < LEAVES_TESTS;
        Deque<String> open = new ArrayDeque<>(direct.keySet());
        Set<String> seen = new HashSet<>();
        while (!open.isEmpty() && seen.size() < MOST_PACKAGES) {
            String imported = open.poll();
            if (!seen.add(imported) || ModulePath.holds(path, imported) || isSibling(imported)) continue;
            Optional<Match> match = matches.of(imported);
            if (match.isPresent()) {
                needed.putIfAbsent(match.get().module(), match.get());
                if (direct.containsKey(imported)) directly.add(match.get().module());
                open.addAll(importsOf(imported, match.get(), copies));
                if (tests) open.addAll(published(imported, match.get(), true));
            } else if (copies.containsKey(imported)) {
                String module = ModulePath.usual(imported);
                kept.put(module, Paths.join(goal, "third_party/" + module));
                if (direct.containsKey(imported)) directly.add(module);
                open.addAll(importsIn(copies.get(imported)));
            } else if (direct.containsKey(imported)) {
                left.add(Finding.trouble(imported, "is imported, and nothing provides it", direct.get(imported)));
            }
        }
        Set<String> compiled = new TreeSet<>(needed.keySet());
        leaveImplied(needed, directly);
        Map<String, String> versions = settled(needed, directly, kept, goal);
        Requirements graph = Requirements.of(proxy, versions);
        Map<String, Required> required = new LinkedHashMap<>();
        Map<String, String> replaced = new TreeMap<>();
        boolean all = GoLevel.minor(level).orElse(0) >= LISTS_ALL;
        Map<String, String> direct2 = new TreeMap<>(versions);
        direct2.keySet().retainAll(directly);
        Requirements implied = Requirements.of(proxy, direct2);
        versions.forEach((module, version) -> {
            String selected = graph.selected(module).orElse(version);
            boolean indirect = !directly.contains(module);
            boolean listed = !indirect || all || !implied.selected(module).equals(Optional.of(selected));
            if (listed) required.put(module, new Required(selected, indirect));
        });
        kept.forEach((module, folder) -> {
            required.put(module, new Required("v0.0.0", !directly.contains(module)));
            replaced.put(module, "./" + Paths.relative(goal, folder));
        });
        for (OwnModule sibling : project.own()) siblings(own, sibling, sources, goal, required, replaced);
        String lock = graph.lock(compiled).orElse("");
        return new GoDecisions.Module(own, goal, new ModuleFile(path, level, required, replaced), lock, kept);
    }

    /** Leaves out what no copy, no list and no import names a version for, where a requirement implies one. */
    private void leaveImplied(Map<String, Match> needed, Set<String> directly) {
        Map<String, String> sure = new TreeMap<>();
        needed.forEach((module, match) -> {
            if (match.certainty() != Certainty.GUESS || directly.contains(module)) sure.put(module, match.version());
        });
        // in the order in which they were come across, so that what one of them requires is implied by it
        for (String module : List.copyOf(needed.keySet())) {
            if (sure.containsKey(module)) continue;
            boolean implied = Requirements.of(proxy, sure).selected(module).isPresent();
            if (implied) needed.remove(module);
            else sure.put(module, needed.get(module).version());
        }
    }

    private boolean isSibling(String imported) {
        return project.own().stream()
                .flatMap(own -> own.path().stream())
                .anyMatch(stated -> ModulePath.holds(stated.path(), imported));
    }

    /** Requires another own module that the sources import, in its folder. */
    private void siblings(
            OwnModule own,
            OwnModule sibling,
            List<GoSource> sources,
            String goal,
            Map<String, Required> required,
            Map<String, String> replaced) {
        if (sibling == own || sibling.path().isEmpty()) return;
        String path = sibling.path().get().path();
        boolean used = sources.stream()
                .flatMap(source -> source.imports().stream())
                .anyMatch(one -> ModulePath.holds(path, one.path()));
        if (!used) return;
        required.put(path, new Required("v0.0.0", false));
        String folder = goal(sibling, path, goal.equals(own.folder()), true);
        replaced.put(path, Paths.from(goal, folder));
    }

    private Map<String, String> settled(
            Map<String, Match> needed, Set<String> directly, Map<String, String> kept, String goal) {
        Map<String, String> versions = new TreeMap<>();
        new TreeMap<>(needed).forEach((module, match) -> {
            Decision proposed = Decision.of(
                            "package:" + module,
                            module,
                            match.version(),
                            match.certainty(),
                            match.reason() + (directly.contains(module) ? "" : "; needed by a requirement"),
                            match.evidence())
                    .in(GROUP);
            String standing = deliberation.settle(
                    directly.contains(module) ? proposed : proposed.following(),
                    text -> Optional.of(text.strip()).filter(ModuleVersion::isValid));
            if (match.changed().isEmpty() || !standing.equals(match.version())) {
                versions.put(module, standing);
                return;
            }
            kept.put(module, Paths.join(goal, "third_party/" + module));
            left.add(Finding.trouble(
                    module,
                    "was changed after it was copied from " + match.version() + " ("
                            + match.changed().get(0) + "); the copy is kept and replaces the published module",
                    match.evidence().toArray(Evidence[]::new)));
        });
        return versions;
    }

    /** What the sources of a required package import. */
    private Set<String> importsOf(String imported, Match match, Map<String, String> copies) {
        return copies.containsKey(imported) ? importsIn(copies.get(imported)) : published(imported, match, false);
    }

    /** What the published sources of a package import, or its tests. */
    private Set<String> published(String imported, Match match, boolean tests) {
        Set<String> imports = new TreeSet<>();
        String within = Paths.relative(match.module(), imported);
        proxy.files(match.module(), match.version())
                .ifPresent(files -> files.forEach((path, content) -> {
                    boolean counts = path.endsWith(".go")
                            && Paths.parent(path).equals(within)
                            && path.endsWith("_test.go") == tests;
                    if (counts)
                        imports.addAll(imports(GoReader.read(path, new String(content, StandardCharsets.UTF_8))));
                }));
        return imports;
    }

    private Set<String> importsIn(String folder) {
        return project.packages().getOrDefault(folder, List.of()).stream()
                .filter(source -> !source.isTest())
                .flatMap(source -> imports(source).stream())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    private static Set<String> imports(GoSource source) {
        if (source.excluded()) return Set.of();
        return source.imports().stream()
                .filter(one -> !one.ofLibrary() && !one.path().startsWith("."))
                .map(GoSource.Import::path)
                .collect(Collectors.toCollection(TreeSet::new));
    }
}
