package dev.pfeiler.ecosystem.jvm.target.maven;

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

    /** The plug-in of a framework that starts the program by itself, by its artifact's name. */
    public static final String APPLICATION = "spring-boot-maven-plugin";

    /** How the goal is called. */
    String call() {
        String name = plugin.artifact();
        // one plug-in for each release of the interface, all of one name
        String prefix = name.startsWith("jetty-") ? "jetty" : name.replace("-maven-plugin", "");
        return prefix + ":" + goal;
    }

    /** Whether it compiles what it starts. */
    boolean compiles() {
        return plugin.artifact().startsWith("jetty-") || plugin.artifact().equals(APPLICATION);
    }
}
