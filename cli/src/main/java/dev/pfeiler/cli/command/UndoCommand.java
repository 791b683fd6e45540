package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.options.FolderParameter;
import dev.pfeiler.cli.options.OutputOptions;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** {@code pfeiler undo}. */
@Command(name = "undo", description = "Put everything back as it was before convert.")
public final class UndoCommand implements Callable<Integer> {
    private final Context context;

    @Mixin
    private FolderParameter folder;

    @Mixin
    private OutputOptions output;

    public UndoCommand(Context context) {
        this.context = context;
    }

    @Override
    public Integer call() {
        int steps = context.pfeiler().undo(folder.folder());
        context.terminal().output().println("The old tree is back: " + steps + " steps were reversed.");
        return 0;
    }
}
