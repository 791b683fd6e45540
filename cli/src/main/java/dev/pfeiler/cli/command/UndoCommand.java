package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.options.FolderParameter;
import dev.pfeiler.cli.options.OutputOptions;
import dev.pfeiler.cli.view.UndoView;
import dev.pfeiler.conversion.Undo;
import java.util.concurrent.Callable;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code pfeiler undo}. */
@Command(name = "undo", description = "Put everything back as it was before the conversion.")
public final class UndoCommand implements Callable<Integer> {
    private final Context context;

    @Mixin
    private FolderParameter folder;

    /** What is to become of files that were changed since. */
    private static final class Edits {
        @Option(
                names = "--keep-mine",
                description = "Of files changed since the conversion, keep what was made of them.")
        private boolean mine;

        @Option(
                names = "--take-old",
                description = "Bring the old files back, and set aside what was made of them since.")
        private boolean old;
    }

    @ArgGroup(exclusive = true)
    private Edits edits;

    @Mixin
    private OutputOptions output;

    public UndoCommand(Context context) {
        this.context = context;
    }

    @Override
    public Integer call() {
        Undo.Edits wanted = edits == null ? Undo.Edits.REFUSE : edits.mine ? Undo.Edits.KEEP_MINE : Undo.Edits.TAKE_OLD;
        Undo.Result result = context.pfeiler().undo(folder.folder(), wanted);
        new UndoView(context.screen(output), output.verbose()).show(result);
        return 0;
    }
}
