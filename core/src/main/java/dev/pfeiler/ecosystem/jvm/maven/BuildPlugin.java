package dev.pfeiler.ecosystem.jvm.maven;

import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * A build plug-in besides those that every build has: one that writes sources, or one that starts the product.
 *
 * @param goal without the plug-in's name
 * @param tool what the plug-in starts, in the version that was used until now, where that is known
 * @param configuration what it is told, by the names of its parameters, a slash between those within each other
 */
public record BuildPlugin(
        Coordinates plugin, String goal, Optional<Coordinates> tool, Map<String, String> configuration) {
    public BuildPlugin {
        SortedMap<String, String> sorted = new TreeMap<>(configuration);
        configuration = Collections.unmodifiableSortedMap(sorted);
    }
}
