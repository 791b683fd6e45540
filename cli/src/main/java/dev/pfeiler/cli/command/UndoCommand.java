package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.Stage;
import dev.pfeiler.cli.options.FolderParameter;
import dev.pfeiler.cli.view.UndoView;
import dev.pfeiler.conversion.Undo;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code pfeiler undo}. */
@Command(
        name = "undo",
        description = "Restore the original project.",
        footerHeading = "%nExamples:%n",
        footer = {"  pfeiler undo harbour", "  pfeiler undo harbour --keep-mine"})
public final class UndoCommand extends BaseCommand {
    @Mixin
    private FolderParameter folder;

    /** What becomes of files that were edited since. */
    private static final class Edits {
        @Option(names = "--keep-mine", description = "Keep your changes to files edited since the conversion.")
        private boolean mine;

        @Option(names = "--take-old", description = "Restore the original files; your versions are kept as NAME.yours.")
        private boolean old;
    }

    @ArgGroup(exclusive = true)
    private Edits edits;

    public UndoCommand(Context context) {
        super(context);
    }

    @Override
    public Integer call() {
        Undo.Edits wanted = edits == null ? Undo.Edits.REFUSE : edits.mine ? Undo.Edits.KEEP_MINE : Undo.Edits.TAKE_OLD;
        Undo.Result result;
        try (Stage stage = Stage.on(context().terminal(), "undo")) {
            result = pfeiler().undo(folder.folder(), wanted, stage);
        }
        new UndoView(screen(), verbose()).show(result);
        return 0;
    }
}
