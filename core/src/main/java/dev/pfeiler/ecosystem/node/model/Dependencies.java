package dev.pfeiler.ecosystem.node.model;

import dev.pfeiler.ecosystem.node.registry.Manifest;
import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/** The packages that a project declares, with the versions it accepts, by section of the descriptor. */
public final class Dependencies {
    /** A section of the descriptor. */
    public enum Section {
        RUNTIME("dependencies"),
        OPTIONAL("optionalDependencies"),
        DEVELOPMENT("devDependencies");

        private final String field;

        Section(String field) {
            this.field = field;
        }

        /** Its name in the descriptor. */
        public String field() {
            return field;
        }
    }

    public static final Dependencies NONE = new Dependencies(Map.of(), Map.of());

    private final Map<Section, SortedMap<String, String>> ranges;
    private final Map<String, Manifest> manifests;

    private Dependencies(Map<Section, SortedMap<String, String>> ranges, Map<String, Manifest> manifests) {
        this.ranges = ranges;
        this.manifests = manifests;
    }

    /** These with one more; one that is declared already keeps its version, and the stronger section stands. */
    public Dependencies with(Section section, String name, String range, Manifest manifest) {
        Optional<Section> before = section(name);
        if (before.isPresent() && before.get().compareTo(section) <= 0) return this;
        Map<Section, SortedMap<String, String>> all = new TreeMap<>();
        ranges.forEach((each, names) -> all.put(each, new TreeMap<>(names)));
        String kept = before.map(one -> all.get(one).remove(name)).orElse(range);
        all.computeIfAbsent(section, s -> new TreeMap<>()).put(name, kept);
        Map<String, Manifest> known = new TreeMap<>(manifests);
        known.putIfAbsent(name, manifest);
        return new Dependencies(all, known);
    }

    public Optional<Section> section(String name) {
        return ranges.entrySet().stream()
                .filter(entry -> entry.getValue().containsKey(name))
                .map(Map.Entry::getKey)
                .findFirst();
    }

    public SortedMap<String, String> of(Section section) {
        return Collections.unmodifiableSortedMap(ranges.getOrDefault(section, new TreeMap<>()));
    }

    /** What a declared package says of itself, as far as that is known. */
    public Manifest manifest(String name) {
        return manifests.getOrDefault(name, Manifest.NONE);
    }

    /** The version range of a declared package. */
    public Optional<String> range(String name) {
        return section(name).map(section -> ranges.get(section).get(name));
    }

    public boolean isEmpty() {
        return ranges.values().stream().allMatch(Map::isEmpty);
    }
}
