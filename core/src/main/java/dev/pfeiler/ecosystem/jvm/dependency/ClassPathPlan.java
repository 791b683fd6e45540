package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.Declaration;
import dev.pfeiler.ecosystem.jvm.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.repository.Resolution;
import dev.pfeiler.ecosystem.jvm.repository.Resolved;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * What to declare so that the build tool's class path is the one that was: what is used directly is declared; of the
 * rest, what comes along is left to come along, pinned where it would come in another version, declared where it would
 * not come, and what would come besides is excluded.
 */
final class ClassPathPlan {
    /** Each round settles at least one artifact; more than this means that something goes in a circle. */
    private static final int ROUNDS = 20;

    /**
     * A jar that was on the class path.
     *
     * @param published whether a repository can be expected to have it; others bring nothing along
     * @param direct whether it has to be declared whatever comes along
     * @param scope that it has when it is declared
     */
    record Entry(Jar jar, Coordinates coordinates, boolean published, boolean direct, Scope scope) {}

    private final Repositories repositories;
    private final Map<String, Entry> entries = new LinkedHashMap<>();
    private final List<Declaration> furtherDeclared;
    private final Map<String, Resolved> brought;
    private final Set<String> dropped;
    private final Map<String, Entry> declared = new LinkedHashMap<>();
    private final Map<String, Coordinates> pins = new TreeMap<>();
    private final Map<String, Set<String>> exclusions = new TreeMap<>();
    private final Map<String, String> why = new LinkedHashMap<>();
    private final Map<Coordinates, Set<String>> closures = new HashMap<>();
    private Resolution resolution = new Resolution(List.of(), Set.of());

    /**
     * @param entries in class-path order, each artifact once
     * @param furtherDeclared what is declared and was in no jar; what it brings along is welcome
     * @param brought what modules that are needed bring along, by group and artifact
     * @param dropped group and artifact of what the person wants to be without
     */
    ClassPathPlan(
            Repositories repositories,
            Collection<Entry> entries,
            List<Declaration> furtherDeclared,
            Map<String, Resolved> brought,
            Set<String> dropped) {
        this.repositories = repositories;
        entries.forEach(entry -> this.entries.put(entry.coordinates().key(), entry));
        this.furtherDeclared = furtherDeclared;
        this.brought = brought;
        this.dropped = dropped;
        settle();
    }

    private void settle() {
        for (Entry entry : entries.values()) if (entry.direct() || !entry.published()) declare(entry, "");
        for (int round = 0; round < ROUNDS; round++) {
            resolution = repositories.resolve(declarations(), pins);
            boolean changed = superfluous();
            List<Entry> absent = new ArrayList<>();
            for (Entry entry : entries.values()) {
                String key = entry.coordinates().key();
                if (declared.containsKey(key) || dropped.contains(key)) continue;
                Optional<Resolved> found = resolution.of(key).or(() -> Optional.ofNullable(brought.get(key)));
                if (found.isEmpty()) absent.add(entry);
                else changed |= differs(entry, found.get());
            }
            for (Entry entry : heads(absent)) {
                declare(entry, "does not come along with anything that is declared");
                changed = true;
            }
            if (!changed) return;
        }
    }

    /** Of artifacts that have to be declared, those that none of the others brings along. */
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
        Declaration alone = new Declaration(coordinates, "compile", Set.of());
        return repositories.resolve(List.of(alone), Map.of()).artifacts().stream()
                .filter(artifact -> !artifact.along().isEmpty())
                .map(artifact -> artifact.coordinates().key())
                .collect(Collectors.toSet());
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

    /** Excludes what comes along and was not on the class path; whether there was any. */
    private boolean superfluous() {
        boolean changed = false;
        for (Resolved artifact : resolution.artifacts()) {
            String key = artifact.coordinates().key();
            boolean wanted = entries.containsKey(key) && !dropped.contains(key);
            if (artifact.along().isEmpty() || wanted || brought.containsKey(key)) continue;
            String first = artifact.along().get(0).key();
            // what a missing library needs was never in a jar here
            if (!declared.containsKey(first)) continue;
            String excluded = artifact.coordinates().group() + ":"
                    + artifact.coordinates().artifact();
            changed |= exclusions.computeIfAbsent(first, k -> new TreeSet<>()).add(excluded);
        }
        return changed;
    }

    /** Sees to it that what comes along is there in its version and scope; whether that takes another round. */
    private boolean differs(Entry entry, Resolved artifact) {
        String key = entry.coordinates().key();
        if (entry.scope() == Scope.PROVIDED && !artifact.scope().equals("provided")) {
            declare(entry, "comes along, but its container brings it");
            return true;
        }
        boolean shipped = artifact.scope().equals("compile") || artifact.scope().equals("runtime");
        boolean toShip = entry.scope() == Scope.COMPILE || entry.scope() == Scope.RUNTIME;
        if (toShip && !shipped) {
            declare(entry, "comes along in scope " + artifact.scope() + " only");
            return true;
        }
        if (artifact.coordinates().version().equals(entry.coordinates().version())) return false;
        if (pins.put(key, entry.coordinates()) == null) {
            why.put(key, "would come along as " + artifact.coordinates().version());
            return true;
        }
        declare(entry, "comes along as " + artifact.coordinates().version());
        return true;
    }

    /** Whether an entry is declared. */
    boolean declares(Entry entry) {
        return declared.containsKey(entry.coordinates().key());
    }

    /** Why an entry is declared or pinned that is not used directly; empty where nothing is to be said. */
    String why(Entry entry) {
        return why.getOrDefault(entry.coordinates().key(), "");
    }

    /** What an entry that is not declared comes along with. */
    List<Coordinates> along(Entry entry) {
        String key = entry.coordinates().key();
        return resolution
                .of(key)
                .or(() -> Optional.ofNullable(brought.get(key)))
                .map(Resolved::along)
                .orElse(List.of());
    }

    /** The versions that have to be stated for what is not declared. */
    List<Coordinates> pins() {
        Set<Coordinates> all = new LinkedHashSet<>(pins.values());
        all.removeIf(pin -> declared.containsKey(pin.key()));
        return List.copyOf(all);
    }

    /** Group and artifact of what a declared entry must not bring along. */
    Set<String> exclusions(Entry entry) {
        return exclusions.getOrDefault(entry.coordinates().key(), Set.of());
    }

    /** The class path that it leads to. */
    Resolution resolution() {
        return resolution;
    }

    /** Descriptors that no repository gave. */
    Set<Coordinates> unknown() {
        return new HashSet<>(resolution.unknown());
    }
}
