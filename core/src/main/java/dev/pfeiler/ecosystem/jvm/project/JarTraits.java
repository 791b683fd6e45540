package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.evidence.Evidence;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;

/**
 * What is known of jars beside who uses them.
 *
 * @param testOnly libraries that only tests see, with the place that shows it
 * @param compileOnly libraries that the program does not need to run
 * @param processors jars that the wiring puts on the path of annotation processors, in order, with the place
 */
public record JarTraits(Map<Jar, Evidence> testOnly, Set<Jar> compileOnly, Map<Jar, Evidence> processors) {
    public static final JarTraits NONE = new JarTraits(Map.of(), Set.of(), Map.of());

    public JarTraits {
        testOnly = Map.copyOf(testOnly);
        compileOnly = Set.copyOf(compileOnly);
        processors = Collections.unmodifiableMap(new LinkedHashMap<>(processors));
    }
}
