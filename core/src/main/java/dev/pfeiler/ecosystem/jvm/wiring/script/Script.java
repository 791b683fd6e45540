package dev.pfeiler.ecosystem.jvm.wiring.script;

import dev.pfeiler.ecosystem.jvm.wiring.WiringBuilder;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.HashMap;
import java.util.Map;

/** What is known of a script while it is followed, whatever its language. */
abstract class Script {
    final ProjectTree tree;
    final String path;
    final WiringBuilder draft;
    final Map<String, String> variables = new HashMap<>();
    /** The text of the files that it has written, by path. */
    final Map<String, String> written = new HashMap<>();

    final ShellEvaluator text;
    final ToolCalls commands;
    /** The folder that it is in at the moment. */
    String folder;

    /** @param folder that the script is run in */
    Script(ProjectTree tree, String path, String folder, WiringBuilder draft) {
        this.tree = tree;
        this.path = path;
        this.folder = folder;
        this.draft = draft;
        this.text = new ShellEvaluator(tree, written, draft.effort);
        this.commands = new ToolCalls(tree, text, draft);
    }

    /** Changes to a folder of the tree; to another, nothing changes. */
    void changeTo(String to) {
        Paths.normal(to)
                .filter(f -> f.isEmpty() || tree.folders().contains(f) || tree.isElsewhere(f))
                .ifPresent(f -> folder = f);
    }
}
