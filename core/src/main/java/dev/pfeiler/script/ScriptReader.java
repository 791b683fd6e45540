package dev.pfeiler.script;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Follows a script as far as its commands can be told from its text and the tree. */
public abstract class ScriptReader {
    /** Takes what is read. */
    public interface Listener {
        void command(ScriptCommand command);

        /** A file that is read: the script itself, or one that it includes. */
        default void read(String path) {}

        /** A file that it includes and that cannot be read. */
        default void missing(String file, String fact, Evidence evidence) {}
    }

    /** A variable's value, and where it was set. */
    public record Value(String text, Evidence evidence) {}

    final ProjectTree tree;
    final String path;
    final EvaluationLimit effort;
    final ShellEvaluator text;
    final Listener listener;
    final Map<String, String> variables;
    final Map<String, Evidence> places;
    /** The folder that it is in at the moment. */
    String folder;

    /**
     * @param text works out what commands print, in the tree that the script is in
     * @param names how the names of variables are compared
     */
    ScriptReader(String path, String folder, ShellEvaluator text, Listener listener, Comparator<String> names) {
        this.variables = new TreeMap<>(names);
        this.places = new TreeMap<>(names);
        this.tree = text.tree();
        this.path = path;
        this.folder = folder;
        this.text = text;
        this.effort = text.effort();
        this.listener = listener;
    }

    /** Follows the whole script. */
    public abstract void read(List<String> lines);

    /** What a variable stands for at this place, and where it was set; nothing if it is not set. */
    public final Optional<Value> value(String name) {
        return text(name)
                .map(value -> new Value(value, places.getOrDefault(name, Evidence.of(path, name + "=" + value))));
    }

    /** What a variable stands for. */
    Optional<String> text(String name) {
        return Optional.ofNullable(variables.get(name));
    }

    /** Changes to a folder of the tree; to another, nothing changes. */
    final void changeTo(String to) {
        Paths.normal(to)
                .filter(f -> f.isEmpty() || tree.folders().contains(f) || tree.isElsewhere(f))
                .ifPresent(f -> folder = f);
    }
}
