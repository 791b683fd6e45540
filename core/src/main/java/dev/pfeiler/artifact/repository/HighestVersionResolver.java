package dev.pfeiler.artifact.repository;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/**
 * Resolves declarations where of several versions of an artifact the highest is taken, whoever asks for it, and where a
 * transitive dependency is left out only if each way to it excludes it. Source: "Understanding dependency resolution" in
 * Gradle's user manual.
 *
 * <p>Each round follows the dependencies from the declarations, with the versions that the round before selected, and
 * notes which versions are asked for; it is over when a round selects the versions of the one before.
 */
public final class HighestVersionResolver {
    /** More rounds than this mean that versions select each other in turns. */
    private static final int ROUNDS = 30;

    /** Ways to an artifact that exclude different things. */
    private static final int MOST_WAYS = 50;

    /** From the widest to the narrowest. */
    private static final List<String> SCOPES = List.of("compile", "runtime", "provided", "test");

    private final Comparator<String> ordering;
    private final Map<String, Coordinates> pins;
    private final Function<Coordinates, Optional<List<Declaration>>> descriptors;

    private Map<String, Coordinates> selected = new HashMap<>();

    /**
     * @param pins versions that are taken all the same, by group and artifact
     * @param descriptors what an artifact depends on at run time; nothing if its descriptor is not known
     */
    public HighestVersionResolver(
            Comparator<String> ordering,
            Map<String, Coordinates> pins,
            Function<Coordinates, Optional<List<Declaration>>> descriptors) {
        this.ordering = ordering;
        this.pins = pins;
        this.descriptors = descriptors;
    }

    /** An artifact that is reached. */
    private static final class Node {
        private final Coordinates coordinates;
        private List<Coordinates> via;
        private String scope;
        /** What the ways to it exclude, each of them; without those that exclude more than another. */
        private final List<Set<String>> ways = new ArrayList<>();

        private Node(Coordinates coordinates, List<Coordinates> via, String scope, Set<String> excluded) {
            this.coordinates = coordinates;
            this.via = via;
            this.scope = scope;
            ways.add(excluded);
        }

        /** Takes a further way to it; whether that changes what it brings. */
        private boolean merge(List<Coordinates> way, String other, Set<String> excludes) {
            boolean wider = SCOPES.indexOf(other) < SCOPES.indexOf(scope);
            if (wider) scope = other;
            boolean fewer = ways.size() < MOST_WAYS && ways.stream().noneMatch(excludes::containsAll);
            if (fewer) {
                ways.removeIf(known -> known.containsAll(excludes));
                ways.add(excludes);
                // the way that excludes less is why more is there
                via = way;
            }
            return wider || fewer;
        }
    }

    public Resolution resolve(Collection<Declaration> declared) {
        Map<String, Node> nodes = Map.of();
        Set<Coordinates> unknown = new LinkedHashSet<>();
        for (int round = 0; round < ROUNDS; round++) {
            unknown.clear();
            Map<String, Coordinates> asked = new HashMap<>();
            nodes = follow(declared, asked, unknown);
            if (asked.equals(selected)) break;
            selected = asked;
        }
        List<Resolved> artifacts = new ArrayList<>();
        nodes.values().forEach(node -> artifacts.add(new Resolved(node.coordinates, node.scope, node.via)));
        return new Resolution(artifacts, unknown);
    }

    /** One round: what is reached, by group and artifact. */
    private Map<String, Node> follow(
            Collection<Declaration> declared, Map<String, Coordinates> asked, Set<Coordinates> unknown) {
        Map<String, Node> nodes = new LinkedHashMap<>();
        Deque<Node> queue = new ArrayDeque<>();
        for (Declaration one : declared)
            reach(one.coordinates(), List.of(), one.scope(), one.exclusions(), asked, nodes, queue);
        while (!queue.isEmpty()) {
            Node node = queue.remove();
            Optional<List<Declaration>> needs = descriptors.apply(node.coordinates);
            if (needs.isEmpty()) unknown.add(node.coordinates);
            List<Coordinates> via = new ArrayList<>(node.via);
            via.add(node.coordinates);
            for (Declaration need : needs.orElse(List.of())) {
                String scope = node.scope.equals("compile") ? need.scope() : node.scope;
                for (Set<String> way : List.copyOf(node.ways)) {
                    if (excludes(way, need.coordinates())) continue;
                    Set<String> excluded = new HashSet<>(way);
                    excluded.addAll(need.exclusions());
                    reach(need.coordinates(), via, scope, excluded, asked, nodes, queue);
                }
            }
        }
        return nodes;
    }

    private void reach(
            Coordinates wanted,
            List<Coordinates> via,
            String scope,
            Set<String> excluded,
            Map<String, Coordinates> asked,
            Map<String, Node> nodes,
            Deque<Node> queue) {
        String key = wanted.key();
        Coordinates pinned = pins.getOrDefault(key, wanted);
        asked.merge(key, pinned, (one, other) -> ordering.compare(one.version(), other.version()) >= 0 ? one : other);
        Node known = nodes.get(key);
        if (known == null) {
            Node node = new Node(selected.getOrDefault(key, pinned), via, scope, excluded);
            nodes.put(key, node);
            queue.add(node);
        } else if (known.merge(via, scope, excluded)) queue.add(known);
    }

    private static boolean excludes(Set<String> excluded, Coordinates coordinates) {
        return excluded.contains(coordinates.group() + ":" + coordinates.artifact())
                || excluded.contains(coordinates.group() + ":*")
                || excluded.contains("*:" + coordinates.artifact())
                || excluded.contains("*:*");
    }
}
