package dev.pfeiler.ecosystem.clojure.model;

import dev.pfeiler.artifact.repository.Coordinates;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * A build, whichever tool will run it.
 *
 * @param coordinates the project's own
 * @param texts what descriptors say of it
 * @param folders of sources and resources
 * @param tests the namespaces with tests
 * @param main the namespace whose {@code -main} starts the program
 * @param compiled namespaces of which classes are made when an archive is
 * @param options of the virtual machine
 * @param globals settings of the compiler
 */
public record ClojureBuild(
        Coordinates coordinates,
        Texts texts,
        List<Dependency> dependencies,
        Folders folders,
        List<String> tests,
        Optional<String> main,
        List<String> compiled,
        List<String> options,
        Map<String, String> globals,
        List<PageCompilation> pages) {
    /**
     * Each is empty where nothing states it.
     *
     * @param license its identifier in the list of SPDX
     */
    public record Texts(String description, String license) {}

    /** Relative to the project, in order. */
    public record Folders(List<String> sources, List<String> tests, List<String> resources, List<String> java) {
        public Folders {
            sources = List.copyOf(sources);
            tests = List.copyOf(tests);
            resources = List.copyOf(resources);
            java = List.copyOf(java);
        }
    }

    public ClojureBuild {
        dependencies = List.copyOf(dependencies);
        tests = List.copyOf(tests);
        compiled = List.copyOf(compiled);
        options = List.copyOf(options);
        globals = Collections.unmodifiableSortedMap(new TreeMap<>(globals));
        pages = List.copyOf(pages);
    }

    public Stream<Dependency> dependencies(Dependency.Scope scope) {
        return dependencies.stream().filter(one -> one.scope() == scope);
    }

    /** Whether a library is taken from the repository that the project carries with it. */
    public boolean hasLocal() {
        return dependencies.stream().anyMatch(one -> one.local().isPresent());
    }
}
