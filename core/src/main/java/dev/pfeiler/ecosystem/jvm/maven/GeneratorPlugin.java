package dev.pfeiler.ecosystem.jvm.maven;

import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * A build plug-in that writes sources.
 *
 * @param tool the generator itself, in the version that was used until now, where that is known
 * @param configuration what it is told, by the names of its parameters, a slash between those within each other
 */
public record GeneratorPlugin(
        Coordinates plugin, String goal, Optional<Coordinates> tool, Map<String, String> configuration) {
    public GeneratorPlugin {
        SortedMap<String, String> sorted = new TreeMap<>(configuration);
        configuration = Collections.unmodifiableSortedMap(sorted);
    }
}
