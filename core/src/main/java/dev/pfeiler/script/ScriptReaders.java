package dev.pfeiler.script;

/** The readers of each kind of script. */
public final class ScriptReaders {
    private ScriptReaders() {}

    /**
     * A reader for a script.
     *
     * @param folder that it is run in
     * @param text works out what commands print, in the tree that the script is in
     */
    public static ScriptReader of(
            ScriptKind kind, String path, String folder, ShellEvaluator text, ScriptReader.Listener listener) {
        return switch (kind) {
            case SHELL -> new ShellReader(path, folder, text, listener);
            case BATCH -> new BatchReader(path, folder, text, listener);
            case MAKE -> new MakeReader(path, folder, text, listener);
        };
    }
}
