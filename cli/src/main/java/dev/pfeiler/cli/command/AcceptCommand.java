package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.options.FolderParameter;
import dev.pfeiler.cli.options.OutputOptions;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** {@code pfeiler accept}. */
@Command(name = "accept", description = "Keep the conversion: drop the ledger, after which undo is no longer possible.")
public final class AcceptCommand implements Callable<Integer> {
    private final Context context;

    @Mixin
    private FolderParameter folder;

    @Mixin
    private OutputOptions output;

    public AcceptCommand(Context context) {
        this.context = context;
    }

    @Override
    public Integer call() {
        int kept = context.pfeiler().accept(folder.folder());
        context.terminal()
                .output()
                .println("The conversion stays. The ledger is gone, with the " + kept + " old files it had kept.");
        return 0;
    }
}
