package dev.pfeiler.script;

import dev.pfeiler.tree.ProjectTree;

/** The readers of each kind of script. */
public final class ScriptReaders {
    private ScriptReaders() {}

    /**
     * A reader for a script.
     *
     * @param folder that it is run in
     * @param text works out what commands print
     */
    public static ScriptReader of(
            ScriptKind kind,
            ProjectTree tree,
            String path,
            String folder,
            ShellEvaluator text,
            EvaluationLimit effort,
            ScriptReader.Listener listener) {
        return switch (kind) {
            case SHELL -> new ShellReader(tree, path, folder, text, effort, listener);
            case BATCH -> new BatchReader(tree, path, folder, text, effort, listener);
            case MAKE -> new MakeReader(tree, path, folder, text, effort, listener);
        };
    }
}
