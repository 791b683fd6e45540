package dev.pfeiler.script;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Follows a script as far as its commands can be told from its text and the tree. */
public abstract class ScriptReader {
    /** Takes what is read. */
    public interface Listener {
        void command(ScriptCommand command);

        /** A file that is read: the script itself, or one that it includes. */
        void read(String path);

        /** A file that it includes and that cannot be read. */
        void missing(String file, String fact, Evidence evidence);
    }

    /** A variable's value, and where it was set. */
    public record Value(String text, Evidence evidence) {}

    final ProjectTree tree;
    final String path;
    final EvaluationLimit effort;
    final ShellEvaluator text;
    final Listener listener;
    final Map<String, String> variables = new HashMap<>();
    final Map<String, Evidence> places = new HashMap<>();
    /** The folder that it is in at the moment. */
    String folder;

    ScriptReader(
            ProjectTree tree,
            String path,
            String folder,
            ShellEvaluator text,
            EvaluationLimit effort,
            Listener listener) {
        this.tree = tree;
        this.path = path;
        this.folder = folder;
        this.text = text;
        this.effort = effort;
        this.listener = listener;
    }

    /** Follows the whole script. */
    public abstract void read(List<String> lines);

    /** What a variable stands for at the end; nothing if it is not set. */
    public Optional<Value> value(String name) {
        return Optional.ofNullable(variables.get(name))
                .map(value -> new Value(value, places.getOrDefault(name, Evidence.of(path, name + "=" + value))));
    }

    /** Changes to a folder of the tree; to another, nothing changes. */
    final void changeTo(String to) {
        Paths.normal(to)
                .filter(f -> f.isEmpty() || tree.folders().contains(f) || tree.isElsewhere(f))
                .ifPresent(f -> folder = f);
    }
}
