package dev.pfeiler.ecosystem.node.model;

import dev.pfeiler.ecosystem.node.registry.Manifest;
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

    private final Map<Section, SortedMap<String, String>> ranges = new TreeMap<>();
    private final Map<String, Manifest> manifests = new TreeMap<>();

    /** Declares a package; one that is declared already keeps its version, and the stronger section stands. */
    public void add(Section section, String name, String range, Manifest manifest) {
        Optional<Section> before = section(name);
        if (before.isPresent() && before.get().compareTo(section) <= 0) return;
        String kept = before.map(one -> ranges.get(one).remove(name)).orElse(range);
        ranges.computeIfAbsent(section, s -> new TreeMap<>()).put(name, kept);
        manifests.putIfAbsent(name, manifest);
    }

    public Optional<Section> section(String name) {
        return ranges.entrySet().stream()
                .filter(entry -> entry.getValue().containsKey(name))
                .map(Map.Entry::getKey)
                .findFirst();
    }

    public SortedMap<String, String> of(Section section) {
        return ranges.getOrDefault(section, new TreeMap<>());
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
