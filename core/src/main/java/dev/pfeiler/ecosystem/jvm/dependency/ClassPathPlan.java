package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Declaration;
import dev.pfeiler.artifact.repository.Resolution;
import dev.pfeiler.artifact.repository.Resolved;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/**
 * What to declare so that the build tool's class path is the old one, jar by jar.
 *
 * <p>The plan starts with what the sources use directly, and with what no repository has and so nothing can bring. It
 * then repeats, until a round changes nothing:
 *
 * <ol>
 *   <li>Resolve what is declared so far by the target's own rules.
 *   <li>Exclude each transitive dependency that was not on the old class path, at the declared dependency it comes by.
 *   <li>State the version of what is declared where the rules take another one.
 *   <li>For each jar that was on it and is not declared: if it is there in another version, state its version as a
 *       constraint; if the constraint did not help, or it is there in a scope in which the compiler or the program does
 *       not see it, declare it; if it is not there at all, declare it, unless another absent jar brings it (the heads of
 *       the absent ones are declared).
 * </ol>
 *
 * <p>Each round declares, constrains or excludes at least one artifact and none is ever taken back, so the rounds end.
 */
final class ClassPathPlan {
    /** More rounds than this mean that a repository answers differently from one time to the next. */
    private static final int ROUNDS = 20;

    /**
     * A jar that was on the class path.
     *
     * @param published whether a repository can be expected to have it; others have no transitive dependencies
     * @param direct whether it has to be declared in any case
     * @param scope that it has when it is declared
     * @param scopeKnown whether anything shows its scope; another one will do if nothing does
     * @param compiled whether the sources of the program are compiled against it
     */
    record Entry(
            Jar jar,
            Coordinates coordinates,
            boolean published,
            boolean direct,
            Scope scope,
            boolean scopeKnown,
            boolean compiled) {}

    private final ClassPathRules rules;
    private final Map<String, Entry> entries = new LinkedHashMap<>();
    private final List<Declaration> furtherDeclared;
    private final Map<String, Resolved> brought;
    private final Set<String> excluded;
    private final Predicate<Coordinates> implied;
    private final Map<String, Entry> declared = new LinkedHashMap<>();
    private final Map<String, Coordinates> constraints = new TreeMap<>();
    /** Versions of declared entries that would not be taken, by group and artifact. */
    private final Map<String, Coordinates> insisted = new TreeMap<>();

    private final Map<String, Set<String>> exclusions = new TreeMap<>();
    private final Map<String, String> why = new LinkedHashMap<>();
    private final Map<Coordinates, Set<String>> closures = new HashMap<>();
    private Resolution resolution = new Resolution(List.of(), Set.of());

    /**
     * @param entries in class-path order, each artifact once
     * @param furtherDeclared what is declared and was in no jar; its transitive dependencies are welcome
     * @param brought the class path of needed modules, by group and artifact
     * @param excluded group and artifact of what the user wants excluded
     * @param implied whether the old build had an artifact on its class paths although no jar shows it
     */
    static ClassPathPlan of(
            ClassPathRules rules,
            Collection<Entry> entries,
            List<Declaration> furtherDeclared,
            Map<String, Resolved> brought,
            Set<String> excluded,
            Predicate<Coordinates> implied) {
        ClassPathPlan plan = new ClassPathPlan(rules, entries, furtherDeclared, brought, excluded, implied);
        plan.settle();
        return plan;
    }

    private ClassPathPlan(
            ClassPathRules rules,
            Collection<Entry> entries,
            List<Declaration> furtherDeclared,
            Map<String, Resolved> brought,
            Set<String> excluded,
            Predicate<Coordinates> implied) {
        this.rules = rules;
        entries.forEach(entry -> this.entries.put(entry.coordinates().key(), entry));
        this.furtherDeclared = furtherDeclared;
        this.brought = brought;
        this.excluded = excluded;
        this.implied = implied;
    }

    private void settle() {
        for (Entry entry : entries.values()) if (entry.direct() || !entry.published()) declare(entry, "");
        for (int round = 0; round < ROUNDS; round++) {
            resolution = rules.resolve(declarations(), stated());
            boolean changed = superfluous();
            List<Entry> absent = new ArrayList<>();
            for (Entry entry : entries.values()) {
                String key = entry.coordinates().key();
                if (excluded.contains(key)) continue;
                if (declared.containsKey(key)) {
                    changed |= overruled(entry);
                    continue;
                }
                Optional<Resolved> found = resolved(entry);
                if (found.isEmpty()) absent.add(entry);
                else changed |= differs(entry, found.get());
            }
            for (Entry entry : heads(absent)) {
                declare(entry, "not a transitive dependency of anything declared");
                changed = true;
            }
            if (!changed) return;
        }
    }

    /** Of artifacts that have to be declared, those that none of the others depends on. */
    private List<Entry> heads(List<Entry> absent) {
        if (absent.size() < 2) return absent;
        Map<Entry, Set<String>> brings = new LinkedHashMap<>();
        for (Entry entry : absent) {
            brings.put(entry, closures.computeIfAbsent(entry.coordinates(), this::closure));
        }
        List<Entry> heads = new ArrayList<>();
        for (Entry entry : absent) {
            String key = entry.coordinates().key();
            // of two that bring each other, the first is the head
            boolean brought = absent.stream()
                    .filter(other -> other != entry && brings.get(other).contains(key))
                    .anyMatch(other ->
                            !brings.get(entry).contains(other.coordinates().key()) || heads.contains(other));
            if (!brought) heads.add(entry);
        }
        return heads.isEmpty() ? absent : heads;
    }

    private Set<String> closure(Coordinates coordinates) {
        return rules.brought(coordinates).stream().map(Coordinates::key).collect(Collectors.toSet());
    }

    private void declare(Entry entry, String reason) {
        declared.put(entry.coordinates().key(), entry);
        if (!reason.isEmpty()) why.put(entry.coordinates().key(), reason);
    }

    private List<Declaration> declarations() {
        List<Declaration> all = new ArrayList<>();
        // in the order in which a descriptor lists them, as the order decides which version wins
        declared.values().stream()
                .filter(Entry::published)
                .sorted((a, b) -> {
                    int scopes = a.scope().compareTo(b.scope());
                    return scopes != 0 ? scopes : a.coordinates().compareTo(b.coordinates());
                })
                .forEach(entry -> all.add(new Declaration(
                        entry.coordinates(),
                        entry.scope().word(),
                        exclusions.getOrDefault(entry.coordinates().key(), Set.of()))));
        all.addAll(furtherDeclared);
        return all;
    }

    /** Excludes what was not on the class path; whether there was any. */
    private boolean superfluous() {
        boolean changed = false;
        for (Resolved artifact : resolution.artifacts()) {
            String key = artifact.coordinates().key();
            boolean wanted = entries.containsKey(key) && !excluded.contains(key);
            if (artifact.via().isEmpty() || wanted || brought.containsKey(key)) continue;
            String first = artifact.via().get(0).key();
            // what a missing library needs was never in a jar here
            if (!declared.containsKey(first)) continue;
            if (declared.get(first).scopeKnown() && implied.test(artifact.coordinates()) && !excluded.contains(key))
                continue;
            String excluded = artifact.coordinates().group() + ":"
                    + artifact.coordinates().artifact();
            changed |= exclusions.computeIfAbsent(first, k -> new TreeSet<>()).add(excluded);
        }
        return changed;
    }

    /** Insists on the version of a declared entry where the rules take another one; whether that takes another round. */
    private boolean overruled(Entry entry) {
        if (!entry.published()) return false;
        Optional<String> taken = resolved(entry).map(Resolved::coordinates).map(Coordinates::version);
        if (taken.isEmpty() || taken.get().equals(entry.coordinates().version())) return false;
        String key = entry.coordinates().key();
        if (insisted.put(key, entry.coordinates()) != null) return false;
        why.merge(key, "another dependency requires " + taken.get(), (one, other) -> one + "; " + other);
        return true;
    }

    /** The versions that stand against those that dependencies ask for. */
    private Map<String, Coordinates> stated() {
        Map<String, Coordinates> stated = new TreeMap<>(constraints);
        stated.putAll(insisted);
        return stated;
    }

    /** Makes sure that a transitive dependency is there in its version and scope; whether that takes another round. */
    private boolean differs(Entry entry, Resolved artifact) {
        String key = entry.coordinates().key();
        if (entry.scope() == Scope.PROVIDED && !artifact.scope().equals(Scope.PROVIDED.word())) {
            declare(entry, "transitive, but provided by the container");
            return true;
        }
        if (entry.compiled() && entry.scope() != Scope.TEST && !seenByCompiler(artifact.scope())) {
            declare(entry, "transitive in scope " + artifact.scope() + " only, where the compiler does not see it");
            return true;
        }
        boolean ships = Scope.parse(artifact.scope()).filter(Scope::ships).isPresent();
        if (entry.scopeKnown() && entry.scope().ships() && !ships) {
            declare(entry, "transitive in scope " + artifact.scope() + " only");
            return true;
        }
        if (artifact.coordinates().version().equals(entry.coordinates().version())) return false;
        if (constraints.put(key, entry.coordinates()) == null) {
            why.put(key, "would be transitive as " + artifact.coordinates().version());
            return true;
        }
        declare(entry, "transitive as " + artifact.coordinates().version());
        return true;
    }

    private static boolean seenByCompiler(String scope) {
        return scope.equals(Scope.COMPILE.word()) || scope.equals(Scope.PROVIDED.word());
    }

    /** The artifact that is on the class path for an entry, in whichever version. */
    private Optional<Resolved> resolved(Entry entry) {
        String key = entry.coordinates().key();
        return resolution.of(key).or(() -> Optional.ofNullable(brought.get(key)));
    }

    /** Whether an entry is declared. */
    boolean declares(Entry entry) {
        return declared.containsKey(entry.coordinates().key());
    }

    /** Why an entry is declared or constrained that is not used directly; empty if it is used directly. */
    String why(Entry entry) {
        return why.getOrDefault(entry.coordinates().key(), "");
    }

    /** The chain of dependencies by which an entry that is not declared is there. */
    List<Coordinates> via(Entry entry) {
        return resolved(entry).map(Resolved::via).orElse(List.of());
    }

    /** The scope that an entry has that is not declared. */
    Scope scope(Entry entry) {
        return resolved(entry)
                .flatMap(resolved -> Scope.parse(resolved.scope()))
                .orElse(entry.scope());
    }

    /** The versions to state: for what is not declared, and for what is declared and would not be taken. */
    List<Coordinates> constraints() {
        Set<Coordinates> all = new LinkedHashSet<>(constraints.values());
        all.removeIf(c -> declared.containsKey(c.key()));
        all.addAll(insisted.values());
        return List.copyOf(all);
    }

    /** Group and artifact of what is excluded at a declared entry. */
    Set<String> exclusions(Entry entry) {
        return exclusions.getOrDefault(entry.coordinates().key(), Set.of());
    }

    /** The class path that it leads to. */
    Resolution resolution() {
        return resolution;
    }
}
