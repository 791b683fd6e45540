package dev.pfeiler.ecosystem.clojure.model;

import java.util.List;

/**
 * How the script of a page is compiled.
 *
 * @param name of the task
 * @param file the source that starts the compiler; empty where the compiler's own program does
 * @param options the file of compiler options; empty where the source has them
 * @param namespace that the page starts with
 */
public record PageCompilation(String name, String file, String options, String namespace) {
    /** The arguments of {@code clojure.main}. */
    public List<String> arguments() {
        return file.isEmpty() ? List.of("-m", "cljs.main", "-co", options, "-c", namespace) : List.of(file);
    }
}
