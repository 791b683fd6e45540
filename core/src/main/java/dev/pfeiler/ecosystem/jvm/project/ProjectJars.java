package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.artifact.archive.Jar;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The jars of a project.
 *
 * @param libraries the class path in its order
 * @param copies jars with the same bytes as a library, with that library
 * @param products jars that were built from the project's sources
 * @param unlisted jars that are on no class path
 */
public record ProjectJars(
        List<Jar> libraries, Map<Jar, Jar> copies, List<Jar> products, List<Jar> unlisted, JarTraits traits) {
    public ProjectJars {
        libraries = List.copyOf(libraries);
        copies = Collections.unmodifiableMap(new LinkedHashMap<>(copies));
        products = List.copyOf(products);
        unlisted = List.copyOf(unlisted);
    }

    ProjectJars with(JarTraits known) {
        return new ProjectJars(libraries, copies, products, unlisted, known);
    }
}
