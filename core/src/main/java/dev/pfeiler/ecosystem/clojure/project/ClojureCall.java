package dev.pfeiler.ecosystem.clojure.project;

import dev.pfeiler.evidence.Evidence;
import java.util.List;
import java.util.Optional;

/**
 * A call of Java that starts Clojure, or a class that Clojure or Java compiled.
 *
 * @param script that has it
 * @param folder that it is run in
 * @param folders of the class path, by their paths in the tree
 * @param jars of the class path, by their paths in the tree
 * @param missing what the class path names and is not there
 * @param options of the virtual machine
 * @param main the class that it starts
 * @param action what {@code clojure.main} or a compiler is told to do
 */
public record ClojureCall(
        String script,
        String folder,
        List<String> folders,
        List<String> jars,
        List<String> missing,
        List<String> options,
        String main,
        Action action,
        Evidence evidence) {
    /**
     * Source: the documentation of {@code clojure.main}.
     *
     * @param loaded sources that are loaded first, in their order ({@code -i})
     * @param expressions that are evaluated ({@code -e})
     * @param namespace whose {@code -main} is called ({@code -m}), or that is compiled
     * @param source that is run as a script
     * @param arguments of the program
     */
    public record Action(
            List<String> loaded,
            List<String> expressions,
            Optional<String> namespace,
            Optional<String> source,
            List<String> arguments) {
        static final Action NONE = new Action(List.of(), List.of(), Optional.empty(), Optional.empty(), List.of());

        public Action {
            loaded = List.copyOf(loaded);
            expressions = List.copyOf(expressions);
            arguments = List.copyOf(arguments);
        }
    }

    /** The class by which Clojure is started. */
    public static final String CLOJURE = "clojure.main";
    /** The one that compiles namespaces. */
    public static final String COMPILER = "clojure.lang.Compile";

    public ClojureCall {
        folders = List.copyOf(folders);
        jars = List.copyOf(jars);
        missing = List.copyOf(missing);
        options = List.copyOf(options);
    }

    /** Whether what it runs are tests. */
    public boolean tests() {
        return action.expressions().stream()
                .anyMatch(text -> text.contains("run-tests") || text.contains("run-all-tests"));
    }
}
