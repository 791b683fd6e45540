package dev.pfeiler.ecosystem.go.decision;

import dev.pfeiler.ecosystem.go.decision.CopyMatch.Match;
import dev.pfeiler.ecosystem.go.module.ModuleFile.Required;
import dev.pfeiler.ecosystem.go.module.ModulePath;
import dev.pfeiler.ecosystem.go.module.ModuleVersion;
import dev.pfeiler.ecosystem.go.project.GoProject;
import dev.pfeiler.ecosystem.go.project.OwnModule;
import dev.pfeiler.ecosystem.go.registry.ModuleProxy;
import dev.pfeiler.ecosystem.go.source.GoReader;
import dev.pfeiler.ecosystem.go.source.GoSource;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * What one module requires: the modules of all packages that are compiled for it, in settled versions, and which of them its
 * descriptor lists. Source: the Go modules reference, {@code all}, graph pruning and {@code go mod tidy}.
 */
final class RequirementPlan {
    private static final String GROUP = "Requirements";
    /** The first release whose descriptors list all that is needed. */
    private static final int LISTS_ALL = 17;
    /** The first release for which the tests of requirements do not count. */
    private static final int LEAVES_TESTS = 16;

    private static final int MOST_PACKAGES = 5000;

    private final GoProject project;
    private final Deliberation deliberation;
    private final ModuleProxy proxy;
    private final String goal;
    private final Map<String, String> copies;
    private final CopyMatch matches;

    /** In the order in which they are come across. */
    private final Map<String, Match> needed = new LinkedHashMap<>();

    private final Set<String> directly = new TreeSet<>();
    private final Map<String, String> kept = new TreeMap<>();
    private final Map<String, String> renamed = new TreeMap<>();
    private final Map<String, String> versions = new TreeMap<>();
    private final Map<String, Required> required = new LinkedHashMap<>();
    private final List<Finding> left = new ArrayList<>();
    private String lock = "";

    /** @param goal the folder that the module goes to */
    RequirementPlan(GoProject project, OwnModule own, Deliberation deliberation, ModuleProxy proxy, String goal) {
        this.project = project;
        this.deliberation = deliberation;
        this.proxy = proxy;
        this.goal = goal;
        this.copies = project.copies(own);
        this.matches = new CopyMatch(project.tree(), proxy, project.pinned(own), copies);
    }

    /** @param path of the module */
    void settle(String path, String level, List<GoSource> sources) {
        int minor = GoLevel.minor(level).orElse(0);
        find(path, project.external(sources), minor < LEAVES_TESTS);
        imply();
        versions();
        list(minor >= LISTS_ALL);
    }

    /** What the descriptor lists, versions by path; the caller may add to it. */
    Map<String, Required> required() {
        return required;
    }

    /** The folders of copies that stay, as the module sees them, by the paths of their modules. */
    Map<String, String> replaced() {
        Map<String, String> replaced = new TreeMap<>();
        kept.forEach((module, folder) -> replaced.put(module, "./" + Paths.relative(goal, folder)));
        return replaced;
    }

    /** The folders that copies go to which stay in use, by the paths of their modules. */
    Map<String, String> kept() {
        return kept;
    }

    /** What modules are called now that were copied under another path, by that path. */
    Map<String, String> renamed() {
        return renamed;
    }

    /** The text of the lock file; empty if the go command has to write it. */
    String lock() {
        return lock;
    }

    List<Finding> left() {
        return left;
    }

    /**
     * Follows imports from package to package.
     *
     * @param tests whether the tests of requirements count
     */
    private void find(String path, Map<String, Evidence> direct, boolean tests) {
        Deque<String> open = new ArrayDeque<>(direct.keySet());
        Set<String> seen = new HashSet<>();
        while (!open.isEmpty() && seen.size() < MOST_PACKAGES) {
            String imported = open.poll();
            if (!seen.add(imported) || ModulePath.holds(path, imported) || isOwn(imported)) continue;
            Optional<Match> match = matches.of(imported);
            if (match.isPresent()) {
                needed.putIfAbsent(match.get().module(), match.get());
                if (direct.containsKey(imported)) directly.add(match.get().module());
                if (!match.get().copied().equals(match.get().module()))
                    renamed.put(match.get().copied(), match.get().module());
                open.addAll(importsOf(imported, match.get()));
                if (tests) open.addAll(published(imported, match.get(), true));
            } else if (copies.containsKey(imported)) {
                String module = ModulePath.usual(imported);
                kept.put(module, third(module));
                if (direct.containsKey(imported)) directly.add(module);
                open.addAll(importsIn(copies.get(imported)));
            } else if (direct.containsKey(imported)) {
                String fact = proxy.isUnreachable()
                        ? "is imported, and no module proxy can be asked for it"
                        : "is imported, and nothing provides it";
                left.add(Finding.trouble(imported, fact, direct.get(imported)));
            }
        }
        if (proxy.isUnreachable() && !kept.isEmpty())
            left.add(
                    Finding.trouble(
                            "third_party",
                            "keeps all copies, as no module proxy can be asked; with a connection, published modules take their place"));
    }

    private String third(String module) {
        return Paths.join(goal, "third_party/" + module);
    }

    private boolean isOwn(String imported) {
        return project.own().stream()
                .flatMap(own -> own.path().stream())
                .anyMatch(stated -> ModulePath.holds(stated.path(), imported));
    }

    /** Where no copy, no list and no import names a version, it is the one that a requirement implies, if one does. */
    private void imply() {
        Map<String, String> sure = new TreeMap<>();
        needed.forEach((module, match) -> {
            if (match.certainty() != Certainty.GUESS || directly.contains(module)) sure.put(module, match.version());
        });
        // in their order, so that what one of them requires is implied by it
        needed.replaceAll((module, match) -> {
            if (sure.containsKey(module)) return match;
            Optional<String> implied = Requirements.of(proxy, sure).selected(module);
            if (implied.isEmpty()) sure.put(module, match.version());
            return implied.map(version -> new Match(
                            module,
                            match.copied(),
                            version,
                            Certainty.LIKELY,
                            "the version that a requirement asks for",
                            List.of(),
                            List.of()))
                    .orElse(match);
        });
    }

    /** Settles the version of each required module; a copy that was changed is kept. */
    private void versions() {
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
            kept.put(module, third(module));
            left.add(Finding.trouble(
                    module,
                    "was changed after it was copied from " + match.version() + " ("
                            + match.changed().get(0) + "); the copy is kept and replaces the published module",
                    match.evidence().toArray(Evidence[]::new)));
        });
    }

    /** @param all whether the descriptor lists what is implied, too */
    private void list(boolean all) {
        Requirements graph = Requirements.of(proxy, versions);
        Map<String, String> listed = new TreeMap<>(versions);
        listed.keySet().retainAll(directly);
        // in the order in which they were found, so that what a listed one requires is implied by it
        for (String module : needed.keySet()) {
            if (!versions.containsKey(module)) continue;
            String selected = graph.selected(module).orElse(versions.get(module));
            boolean indirect = !directly.contains(module);
            boolean implied = indirect
                    && !all
                    && Requirements.of(proxy, listed).selected(module).equals(Optional.of(selected));
            if (implied) continue;
            listed.put(module, selected);
            required.put(module, new Required(selected, indirect));
        }
        kept.forEach((module, folder) ->
                required.put(module, new Required(ModuleVersion.unpublished(module), !directly.contains(module))));
        lock = graph.lock(versions.keySet()).orElse("");
    }

    /** What the sources of a required package import. */
    private Set<String> importsOf(String imported, Match match) {
        return copies.containsKey(imported) ? importsIn(copies.get(imported)) : published(imported, match, false);
    }

    /** What the published sources of a package import, or its tests. */
    private Set<String> published(String imported, Match match, boolean tests) {
        Set<String> imports = new TreeSet<>();
        String within = Paths.relative(match.copied(), imported);
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
                .filter(one -> !one.ofLibrary() && !one.isRelative())
                .map(GoSource.Import::path)
                .collect(Collectors.toCollection(TreeSet::new));
    }
}
