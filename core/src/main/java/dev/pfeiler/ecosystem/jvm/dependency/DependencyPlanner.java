package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.identity.JarIdentity;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Declaration;
import dev.pfeiler.artifact.repository.Resolved;
import dev.pfeiler.ecosystem.jvm.dependency.JarDecisions.Identified;
import dev.pfeiler.ecosystem.jvm.dependency.ScopeFinder.ScopeFinding;
import dev.pfeiler.ecosystem.jvm.library.Starters;
import dev.pfeiler.ecosystem.jvm.library.Starters.Starter;
import dev.pfeiler.ecosystem.jvm.model.Constraint;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Decides, jar by jar, what a module declares. */
public final class DependencyPlanner {
    private final Deliberation deliberation;
    private final Map<Jar, JarIdentity> identities;
    private final ClassPathRules rules;
    private final ModuleName module;
    private final Predicate<Coordinates> implied;
    private final JarDecisions decisions;

    /**
     * @param project the project's own coordinates
     * @param implied whether the old build had an artifact on its class paths although no jar shows it
     */
    public DependencyPlanner(
            Deliberation deliberation,
            Map<Jar, JarIdentity> identities,
            ClassPathRules rules,
            Coordinates project,
            ModuleName module,
            Predicate<Coordinates> implied) {
        this.deliberation = deliberation;
        this.identities = identities;
        this.rules = rules;
        this.module = module;
        this.implied = implied;
        this.decisions = new JarDecisions(deliberation, project);
    }

    /** A jar whose artifact is decided, while its scope is not yet. */
    private record Library(Jar jar, Identified identified, String note, ScopeFinding natural, String scopeKey) {
        Coordinates coordinates() {
            return identified.coordinates();
        }

        String key() {
            return coordinates().key();
        }

        boolean published() {
            return !identified.unpublished();
        }

        Library with(ScopeFinding finding) {
            return new Library(jar, identified, note, finding, scopeKey);
        }
    }

    /**
     * What was decided about a module's class path.
     *
     * @param constraints versions stated for transitive dependencies
     * @param processors what is declared for the path of annotation processors
     * @param brings the class path of what needs the module, by group and artifact
     */
    public record Decided(
            List<JarOutcome> outcomes,
            List<Constraint> constraints,
            List<Dependency> processors,
            Map<String, Resolved> brings) {
        public Decided {
            outcomes = List.copyOf(outcomes);
            constraints = List.copyOf(constraints);
            processors = List.copyOf(processors);
        }

        public List<Dependency> declared() {
            return outcomes.stream().flatMap(o -> o.dependency().stream()).toList();
        }
    }

    /**
     * Decides about jars in class-path order.
     *
     * @param processors the jars that the wiring puts on the path of annotation processors, with the place
     * @param missing what is declared for libraries that were in no jar
     * @param brought the class path of the modules it needs, by group and artifact
     */
    public Decided decide(
            List<Jar> jars,
            Map<Jar, Evidence> processors,
            ScopeFinder scopes,
            List<JarOutcome> missing,
            Map<String, Resolved> brought) {
        List<JarOutcome> outcomes = new ArrayList<>();
        List<Library> libraries = identify(jars, scopes, outcomes);
        List<Starter> starters = new ArrayList<>();
        for (int i = 0; i < libraries.size(); i++) libraries.set(i, aggregating(libraries.get(i), libraries, starters));
        starters(libraries).stream()
                .filter(starter -> starters.stream().noneMatch(known -> known.brings(starter)))
                .toList()
                .forEach(starters::add);
        Map<String, ClassPathPlan.Entry> entries = new LinkedHashMap<>();
        Set<String> excluded = new HashSet<>();
        for (Library library : libraries) {
            String key = library.coordinates().key();
            Optional<ClassPathPlan.Entry> entry = entry(library, starters);
            if (entry.isPresent()) entries.put(key, entry.get());
            else excluded.add(key);
        }
        List<JarOutcome> added = starters.stream()
                .filter(starter -> !entries.containsKey(starter.coordinates().key()))
                .map(starter -> added(starter, libraries))
                .toList();
        List<Declaration> further = new ArrayList<>();
        Stream.concat(missing.stream(), added.stream())
                .map(outcome -> outcome.dependency().orElseThrow())
                .forEach(one -> further.add(
                        new Declaration(one.coordinates(), one.scope().word(), Set.of())));
        ClassPathPlan plan = ClassPathPlan.of(rules, entries.values(), further, brought, excluded, implied);
        for (Library library : libraries)
            outcomes.add(settle(
                    library,
                    Optional.ofNullable(entries.get(library.coordinates().key())),
                    plan));
        outcomes.addAll(missing);
        outcomes.addAll(added);
        List<Constraint> constraints = plan.constraints().stream()
                .map(c -> new Constraint(c, plan.why(entries.get(c.key()))))
                .toList();
        List<Dependency> path =
                new ProcessorPath(deliberation, decisions, identities, rules, module).decide(processors, outcomes);
        return new Decided(outcomes, constraints, path, brings(entries, plan, brought));
    }

    /** The jar's entry on the class path; nothing if the user wants it excluded. */
    private Optional<ClassPathPlan.Entry> entry(Library library, List<Starter> starters) {
        Optional<JarUse> chosen =
                deliberation.choices().of(library.scopeKey()).flatMap(choice -> JarUse.parse(choice.value()));
        if (chosen.equals(Optional.of(JarUse.EXCLUDE))) return Optional.empty();
        boolean ofStarter = starters.stream().anyMatch(starter -> covers(starter, library));
        boolean isStarter = starters.stream()
                .anyMatch(starter ->
                        starter.coordinates().key().equals(library.coordinates().key()));
        boolean transitive = chosen.equals(Optional.of(JarUse.TRANSITIVE))
                || chosen.isEmpty() && (ofStarter || !library.natural().direct()) && !isStarter;
        Scope scope = chosen.flatMap(JarUse::scope).orElse(library.natural().scope());
        return Optional.of(new ClassPathPlan.Entry(
                library.jar(),
                library.coordinates(),
                library.published(),
                !transitive,
                scope,
                chosen.flatMap(JarUse::scope).isPresent() || library.natural().certainty() != Certainty.GUESS,
                chosen.isEmpty() && library.natural().compiled()));
    }

    private static Map<String, Resolved> brings(
            Map<String, ClassPathPlan.Entry> entries, ClassPathPlan plan, Map<String, Resolved> brought) {
        Map<String, Resolved> brings = new LinkedHashMap<>(brought);
        plan.resolution().artifacts().stream()
                .filter(a -> Scope.parse(a.scope()).filter(Scope::ships).isPresent())
                .forEach(a -> brings.put(a.coordinates().key(), a));
        for (ClassPathPlan.Entry entry : entries.values()) {
            if (!plan.declares(entry) || !entry.scope().ships()) continue;
            brings.put(
                    entry.coordinates().key(),
                    new Resolved(entry.coordinates(), entry.scope().word(), List.of()));
        }
        return brings;
    }

    /**
     * A library without classes has the widest scope of the libraries that it brings: no source names it. It stands for
     * them if all that it brings was on the class path.
     */
    private Library aggregating(Library library, List<Library> libraries, List<Starter> starters) {
        boolean empty = library.jar().classes().isEmpty();
        if (!empty || !library.published() || library.natural().certainty() != Certainty.GUESS) return library;
        Set<String> brings = rules.brought(library.coordinates()).stream()
                .map(Coordinates::key)
                .collect(Collectors.toSet());
        Map<Scope, List<String>> members = new TreeMap<>();
        libraries.stream()
                .filter(member ->
                        brings.contains(member.key()) && member.natural().certainty() != Certainty.GUESS)
                .forEach(member -> members.computeIfAbsent(member.natural().scope(), s -> new ArrayList<>())
                        .add(member.coordinates().artifact()));
        if (members.isEmpty()) return library;
        Set<String> known = libraries.stream().map(Library::key).collect(Collectors.toSet());
        if (known.containsAll(brings)) starters.add(new Starter(library.coordinates(), brings, library.key()));
        List<Scope> scopes = List.copyOf(members.keySet());
        // what is provided and what runs have nothing in common but the compiler
        Scope widest = scopes.containsAll(List.of(Scope.PROVIDED, Scope.RUNTIME)) ? Scope.COMPILE : scopes.get(0);
        return library.with(library.natural().as(widest, "brings " + String.join(", ", members.get(scopes.get(0)))));
    }

    /** The artifacts that stand for several libraries, unless the user wants those one by one. */
    private List<Starter> starters(List<Library> libraries) {
        List<Coordinates> classPath = libraries.stream()
                .filter(Library::published)
                .map(Library::coordinates)
                .toList();
        return new Starters(rules::resolve)
                .of(classPath).stream()
                        .filter(starter -> chosen(starter, libraries))
                        .toList();
    }

    private boolean chosen(Starter starter, List<Library> libraries) {
        String artifact = starter.coordinates().artifact();
        List<Evidence> evidence = libraries.stream()
                .filter(library -> library.coordinates().key().equals(starter.mark()))
                .map(library ->
                        Evidence.of(library.jar().path(), library.coordinates().toString()))
                .toList();
        String version = starter.coordinates().version();
        String standing = deliberation.settle(
                Decision.of(
                                "starter:" + prefix() + artifact,
                                artifact,
                                version,
                                Certainty.LIKELY,
                                "its " + starter.brings().size()
                                        + " transitive dependencies were all on the class path",
                                evidence)
                        .in("Starters"),
                Choosable.oneOf(version, Choosable.WITHOUT));
        return !standing.equals(Choosable.WITHOUT);
    }

    private String prefix() {
        return module.isOnly() ? "" : module + ":";
    }

    private static boolean covers(Starter starter, Library library) {
        return library.published()
                && starter.brings().contains(library.coordinates().key());
    }

    /** A starter has the scope of the library that shows what it is for. */
    private static JarOutcome added(Starter starter, List<Library> libraries) {
        Scope scope = libraries.stream()
                .filter(library -> library.coordinates().key().equals(starter.mark()))
                .map(library -> library.natural().scope())
                .filter(s -> s == Scope.TEST || s == Scope.PROVIDED)
                .findFirst()
                .orElse(Scope.COMPILE);
        String why = "stands for " + starter.brings().size() + " libraries that were on the class path";
        return new JarOutcome.Added(Dependency.of(starter.coordinates(), scope, why), true, why);
    }

    /** Decides which artifacts the jars are. */
    private List<Library> identify(List<Jar> jars, ScopeFinder scopes, List<JarOutcome> outcomes) {
        List<Library> libraries = new ArrayList<>();
        Map<String, Jar> first = new HashMap<>();
        for (Jar jar : jars) {
            if (jar.kind() != Jar.Kind.LIBRARY) {
                outcomes.add(new JarOutcome.LeftInPlace(jar, notALibrary(jar)));
                continue;
            }
            Optional<Identified> identified = decisions.decide(jar, identities.get(jar));
            if (identified.isEmpty()) {
                outcomes.add(new JarOutcome.LeftInPlace(jar, "left in place by your choice"));
                continue;
            }
            Jar other = first.putIfAbsent(identified.get().library().key(), jar);
            if (other != null) {
                outcomes.add(second(jar, other));
                continue;
            }
            String note = identified.get().unpublished() ? JarDecisions.note(identities.get(jar)) : "";
            libraries.add(new Library(jar, identified.get(), note, scopes.find(jar), scopeKey(jar)));
        }
        return libraries;
    }

    /** Another version of a library is on the class path already. */
    private JarOutcome second(Jar jar, Jar first) {
        String why = "version " + identities.get(first).coordinates().version() + " comes first on the class path";
        String word = JarUse.EXCLUDE.word();
        deliberation.settle(
                Decision.of(
                                scopeKey(jar),
                                scopeTitle(jar),
                                word,
                                Certainty.CERTAIN,
                                why,
                                List.of(Evidence.of(first.path(), "")))
                        .refining(JarDecisions.key(jar)),
                Choosable.oneOf(word));
        return new JarOutcome.Excluded(jar, why);
    }

    private static String notALibrary(Jar jar) {
        return switch (jar.kind()) {
            case SOURCES -> "contains sources, no classes";
            case DOCUMENTATION -> "contains documentation, no classes";
            default -> jar.trouble();
        };
    }

    private String scopeKey(Jar jar) {
        return "scope:" + prefix() + jar.path();
    }

    private String scopeTitle(Jar jar) {
        return "Scope of " + jar.name() + (module.isOnly() ? "" : " in " + module);
    }

    /** Decides the scope of a library, as planned unless the user says otherwise. */
    private JarOutcome settle(Library library, Optional<ClassPathPlan.Entry> entry, ClassPathPlan plan) {
        Jar jar = library.jar();
        ScopeFinding natural = library.natural();
        boolean transitive = entry.filter(e -> !plan.declares(e)).isPresent();
        String planned = entry.map(plan::why).orElse("");
        String why = planned.isEmpty() ? natural.why() : natural.why() + "; " + planned;
        if (transitive)
            why = "transitive via " + via(plan.via(entry.get()))
                    + (planned.isEmpty() ? "" : "; version stated because it " + planned);
        JarUse proposed = transitive
                ? JarUse.TRANSITIVE
                : JarUse.in(entry.map(ClassPathPlan.Entry::scope).orElse(natural.scope()));
        Decision decision = Decision.of(
                        library.scopeKey(),
                        scopeTitle(jar),
                        proposed.word(),
                        transitive ? Certainty.CERTAIN : natural.certainty(),
                        why,
                        natural.evidence())
                .refining(JarDecisions.key(jar));
        boolean plain = transitive && planned.isEmpty();
        String standing = deliberation.settle(plain ? decision.following() : decision, DependencyPlanner::checkUse);
        if (standing.equals(JarUse.EXCLUDE.word())) return new JarOutcome.Excluded(jar, "excluded by your choice");
        if (transitive)
            return new JarOutcome.Transitive(
                    jar,
                    library.coordinates(),
                    plan.scope(entry.get()),
                    plan.via(entry.get()),
                    !planned.isEmpty(),
                    why);
        ClassPathPlan.Entry declared = entry.orElseThrow();
        String note = library.note().isEmpty() ? natural.note() : library.note();
        return new JarOutcome.Declared(
                jar,
                new Dependency(
                        library.coordinates(), declared.scope(), !library.published(), plan.exclusions(declared), note),
                why);
    }

    private static Optional<String> checkUse(String text) {
        Choosable.renamed(text, Map.of("along", JarUse.TRANSITIVE.word(), "drop", JarUse.EXCLUDE.word()));
        return JarUse.parse(text).map(JarUse::word);
    }

    private static String via(List<Coordinates> chain) {
        return chain.isEmpty()
                ? "a module of this project"
                : chain.stream()
                        .map(c -> c.artifact() + " " + c.version())
                        .reduce((one, next) -> one + " → " + next)
                        .orElseThrow();
    }
}
