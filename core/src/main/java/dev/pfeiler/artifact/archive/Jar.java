package dev.pfeiler.artifact.archive;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.tree.Paths;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * A jar of a project tree and what is in it.
 *
 * @param path within the tree
 * @param size in bytes
 * @param sha1 of its bytes
 * @param classes the names of its classes, with dots; those for one Java level only are left out
 * @param references names of classes outside it that its classes mention
 * @param level the highest Java level of its classes; 0 if it has none
 * @param manifest the main section of its manifest
 * @param descriptors the coordinates that build descriptors inside it state, by entry
 * @param tagLibraries the names by which pages ask for its tag libraries, and settings for its elements
 * @param services the interfaces that it offers implementations of
 * @param namespaces the names of the Clojure namespaces that its sources are named for
 * @param trouble what is wrong with it; empty if nothing is
 */
public record Jar(
        String path,
        long size,
        String sha1,
        Kind kind,
        Set<String> classes,
        Set<String> references,
        int level,
        Map<String, String> manifest,
        Map<String, Coordinates> descriptors,
        Set<String> tagLibraries,
        Set<String> services,
        Set<String> namespaces,
        String trouble) {
    // a jar is known by its path
    @Override
    public int hashCode() {
        return path.hashCode();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Jar jar && path.equals(jar.path);
    }

    /** What a jar is good for. */
    public enum Kind {
        /** It has classes, or resources alone. */
        LIBRARY,
        /** Java sources and no class. */
        SOURCES,
        /** Documentation pages and no class. */
        DOCUMENTATION,
        /** It cannot be read as an archive. */
        BROKEN
    }

    /** Places of package names among classes. */
    public Set<String> packages() {
        Set<String> packages = new TreeSet<>();
        for (String name : classes) packages.add(packageOf(name));
        return packages;
    }

    /** Whether the class, or the one it is nested in, is in the jar. */
    public boolean holds(String className) {
        return classes.contains(className);
    }

    /** Whether a compiler finds an annotation processor in it. Source: the documentation of javac. */
    public boolean offersProcessor() {
        return services.contains("javax.annotation.processing.Processor");
    }

    public String name() {
        return Paths.name(path);
    }

    /** The part before the last dot; empty for a class without a package. */
    public static String packageOf(String className) {
        int dot = className.lastIndexOf('.');
        return dot < 0 ? "" : className.substring(0, dot);
    }

    /** The namespace that Clojure looks for in a source, by the path of that without its extension. */
    public static String namespace(String path) {
        return path.replace('/', '.').replace('_', '-');
    }

    static Jar broken(String path, long size, String sha1, String why) {
        return new Jar(
                path,
                size,
                sha1,
                Kind.BROKEN,
                Set.of(),
                Set.of(),
                0,
                Map.of(),
                Map.of(),
                Set.of(),
                Set.of(),
                Set.of(),
                why);
    }
}
