package dev.pfeiler.ecosystem.clojure.decision;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.identity.JarIdentity;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.artifact.repository.Resolution;
import dev.pfeiler.artifact.repository.Resolved;
import dev.pfeiler.ecosystem.clojure.decision.SourceRoles.Role;
import dev.pfeiler.ecosystem.clojure.model.Dependency;
import dev.pfeiler.ecosystem.clojure.model.Dependency.Scope;
import dev.pfeiler.ecosystem.clojure.project.ClojureProject;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Decides which libraries are declared, so that the class path is the old one. */
final class DependencyPlan {
    private static final String EXCLUDE = "exclude";
    private static final String TRANSITIVE = "transitive";
    private static final int ROUNDS = 6;
    private static final String LANGUAGE = "org.clojure:clojure";

    private final ClojureProject project;
    private final Deliberation deliberation;
    private final Repositories repositories;
    private final ResolutionRules rules;
    private final String group;
    private final Map<Jar, Library> libraries = new LinkedHashMap<>();
    private final List<Dependency> declared = new ArrayList<>();
    private final Map<Jar, Coordinates> kept = new LinkedHashMap<>();
    private final List<String> retired = new ArrayList<>();

    /** A jar with its artifact, and how it is used. */
    private record Library(Jar jar, Coordinates coordinates, boolean published, Use use) {}

    /** @param evidence of the first use */
    private record Use(Scope scope, Certainty certainty, String why, List<Evidence> evidence, boolean used) {}

    /** @param group of jars that no one has published */
    DependencyPlan(
            ClojureProject project,
            Map<Jar, JarIdentity> identities,
            SourceRoles roles,
            Deliberation deliberation,
            Repositories repositories,
            ResolutionRules rules,
            String group) {
        this.project = project;
        this.group = group;
        this.deliberation = deliberation;
        this.repositories = repositories;
        this.rules = rules;
        Uses uses = new Uses(roles);
        for (Jar jar : project.jars()) identify(jar, identities.get(jar), uses.of(jar));
        declare();
    }

    List<Dependency> declared() {
        return declared.stream()
                .sorted(Comparator.comparing(
                                (Dependency one) -> !one.coordinates().key().equals(LANGUAGE))
                        .thenComparing(Dependency::coordinates))
                .toList();
    }

    Map<Jar, Coordinates> kept() {
        return kept;
    }

    List<String> retired() {
        return retired;
    }

    /** How jars are used by the sources of each role. */
    private final class Uses {
        private final Map<Jar, Evidence> main;
        private final Map<Jar, Evidence> scripts;
        private final Map<Jar, Evidence> tests;
        private final boolean program;

        Uses(SourceRoles roles) {
            this.main = project.uses(roles.sources(Role.MAIN));
            this.scripts = project.uses(roles.sources(Role.SCRIPT));
            this.tests = project.uses(roles.sources(Role.TEST));
            this.program =
                    roles.sources(Role.MAIN).anyMatch(source -> source.dialect().runsOnJvm());
        }

        Use of(Jar jar) {
            boolean pages = jar.namespaces().contains("cljs.closure");
            if (pages)
                return new Use(
                        program ? Scope.PROVIDED : Scope.MAIN,
                        Certainty.CERTAIN,
                        program ? "compiles pages; the program itself runs without it" : "compiles pages",
                        Optional.ofNullable(scripts.get(jar)).stream().toList(),
                        true);
            if (jar.namespaces().contains("clojure.core"))
                return new Use(Scope.MAIN, Certainty.CERTAIN, "the language itself", List.of(), true);
            if (main.containsKey(jar))
                return new Use(Scope.MAIN, Certainty.CERTAIN, "used by the program", List.of(main.get(jar)), true);
            if (tests.containsKey(jar))
                return new Use(Scope.TEST, Certainty.CERTAIN, "used by tests only", List.of(tests.get(jar)), true);
            if (scripts.containsKey(jar))
                return new Use(
                        Scope.PROVIDED, Certainty.LIKELY, "used by scripts only", List.of(scripts.get(jar)), true);
            return new Use(Scope.MAIN, Certainty.GUESS, "no usage found; it stays on the class path", List.of(), false);
        }
    }

    private void identify(Jar jar, JarIdentity identity, Use use) {
        Coordinates named = named(identity.coordinates());
        Decision proposed = Decision.of(
                        "jar:" + jar.path(),
                        jar.path(),
                        named.toString(),
                        identity.sign().certainty(),
                        identity.sign().text(),
                        identity.evidence())
                .turningDown(identity.alternatives().stream()
                        .map(one -> new Decision.Alternative(one.toString(), "has the same files"))
                        .toList());
        String standing =
                deliberation.settle(proposed, text -> Coordinates.parse(text).map(Coordinates::toString));
        Coordinates coordinates = Coordinates.parse(standing).orElse(named);
        boolean chosen = !standing.equals(named.toString());
        boolean same = libraries.values().stream()
                .anyMatch(one -> one.coordinates().key().equals(coordinates.key()));
        if (same) {
            retired.add(jar.path());
            return;
        }
        libraries.put(
                jar, new Library(jar, coordinates, chosen || identity.sign().published(), use));
    }

    private Coordinates named(Coordinates of) {
        return of.group().isEmpty() ? new Coordinates(group, of.artifact(), of.version(), of.classifier()) : of;
    }

    /** Declares what is used, and then what the class path lacks or has in another version. */
    private void declare() {
        Map<String, Library> byKey = new TreeMap<>();
        libraries.values().forEach(one -> byKey.put(one.coordinates().key(), one));
        Map<String, Dependency> plan = new LinkedHashMap<>();
        for (Library one : libraries.values())
            if (one.use().used() || !one.published()) plan.put(one.coordinates().key(), dependency(one));
        Map<String, String> reasons = new LinkedHashMap<>();
        Resolution resolution = rules.of(plan.values(), repositories);
        for (int round = 0; round < ROUNDS; round++) {
            boolean changed = false;
            for (Library one : byKey.values()) {
                String key = one.coordinates().key();
                if (plan.containsKey(key)) continue;
                Optional<Resolved> brought = resolution.of(key);
                if (brought.isEmpty()) continue;
                String version = brought.get().coordinates().version();
                if (version.equals(one.coordinates().version())) continue;
                plan.put(key, dependency(one));
                reasons.put(key, "it would come as " + version + " otherwise");
                changed = true;
            }
            changed |= exclude(plan, resolution, byKey.keySet());
            if (!changed) {
                // what nothing brings stays on the class path by itself
                for (Library one : byKey.values()) {
                    String key = one.coordinates().key();
                    if (plan.containsKey(key) || resolution.of(key).isPresent()) continue;
                    plan.put(key, dependency(one));
                    changed = true;
                    break;
                }
            }
            if (!changed) break;
            resolution = rules.of(plan.values(), repositories);
        }
        Resolution last = resolution;
        libraries
                .values()
                .forEach(one -> settle(
                        one, Optional.ofNullable(plan.get(one.coordinates().key())), reasons, last));
    }

    /** Excludes what the old class path does not have, where it is brought. */
    private static boolean exclude(Map<String, Dependency> plan, Resolution resolution, Set<String> had) {
        Map<String, Set<String>> excluded = new TreeMap<>();
        for (Resolved one : resolution.artifacts()) {
            String key = one.coordinates().key();
            if (had.contains(key) || one.via().isEmpty() || key.startsWith("org.clojure:")) continue;
            excluded.computeIfAbsent(one.via().get(0).key(), k -> new LinkedHashSet<>())
                    .add(key);
        }
        boolean changed = false;
        for (Map.Entry<String, Set<String>> one : excluded.entrySet()) {
            Dependency from = plan.get(one.getKey());
            if (from == null || from.excluded().containsAll(one.getValue())) continue;
            plan.put(one.getKey(), from.without(one.getValue()));
            changed = true;
        }
        return changed;
    }

    private static Dependency dependency(Library one) {
        return new Dependency(
                one.coordinates(),
                one.use().scope(),
                List.of(),
                one.published() ? Optional.empty() : Optional.of(one.jar().path()));
    }

    private void settle(Library one, Optional<Dependency> planned, Map<String, String> reasons, Resolution resolution) {
        String key = one.coordinates().key();
        String via = resolution.of(key).stream()
                .flatMap(found -> found.via().stream())
                .map(Coordinates::artifact)
                .collect(Collectors.joining(" → "));
        String pinned = reasons.containsKey(key) ? "; " + reasons.get(key) : "";
        String proposed = planned.map(found -> found.scope().word()).orElse(TRANSITIVE);
        Decision decision = Decision.of(
                        "scope:" + one.jar().path(),
                        "Scope of " + one.jar().name(),
                        proposed,
                        planned.isEmpty() ? Certainty.CERTAIN : one.use().certainty(),
                        planned.isEmpty() ? "transitive via " + via : one.use().why() + pinned,
                        one.use().evidence())
                .refining("jar:" + one.jar().path());
        String standing =
                deliberation.settle(planned.isEmpty() ? decision.following() : decision, text -> scope(text.strip()));
        if (!standing.equals(TRANSITIVE) && !standing.equals(EXCLUDE)) {
            Dependency dependency = planned.orElseGet(() -> dependency(one));
            declared.add(new Dependency(
                    dependency.coordinates(),
                    Scope.parse(standing).orElseThrow(),
                    dependency.excluded(),
                    dependency.local()));
            if (dependency.local().isPresent()) {
                kept.put(one.jar(), one.coordinates());
                return;
            }
        }
        retired.add(one.jar().path());
    }

    private static Optional<String> scope(String text) {
        if (text.equals(TRANSITIVE) || text.equals(EXCLUDE)) return Optional.of(text);
        return Scope.parse(text).map(Scope::word);
    }
}
