package dev.pfeiler.ecosystem.jvm.wiring;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import java.util.List;
import java.util.Optional;

/**
 * How a project was built until now, as one set of files says it.
 *
 * @param kind what sort of wiring it is, in words
 * @param files the files that make it up
 * @param name the project's name
 * @param sources the folders that are compiled, in order
 * @param libraries the class path, in order
 * @param outputs folders that the build writes classes to
 * @param level the Java level
 * @param encoding of the sources
 * @param webRoot the folder that is served
 * @param contextPath the path below which it is served, without slashes
 * @param trouble what it says and was not understood
 */
public record Wiring(
        String kind,
        List<String> files,
        Optional<Setting> name,
        List<SourceFolder> sources,
        List<Library> libraries,
        List<Setting> outputs,
        Optional<Setting> level,
        Optional<Setting> encoding,
        Optional<Setting> webRoot,
        Optional<Setting> contextPath,
        List<Finding> trouble) {
    public Wiring {
        files = List.copyOf(files);
        sources = List.copyOf(sources);
        libraries = List.copyOf(libraries);
        outputs = List.copyOf(outputs);
        trouble = List.copyOf(trouble);
    }

    /** A value with the place where it was read. */
    public record Setting(String value, Evidence evidence) {}

    /**
     * A folder that is compiled.
     *
     * @param path within the tree; empty for the tree itself
     * @param test whether it is marked as test code
     * @param excluding patterns of what is left out, relative to the folder
     */
    public record SourceFolder(String path, boolean test, List<String> excluding, Evidence evidence) {
        public SourceFolder {
            excluding = List.copyOf(excluding);
        }
    }

    /**
     * An entry of the class path.
     *
     * @param path within the tree
     * @param test whether only tests see it
     */
    public record Library(String path, boolean test, Evidence evidence) {}
}
