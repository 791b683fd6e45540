package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.options.FolderParameter;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** {@code pfeiler accept}. */
@Command(
        name = "accept",
        description = "Keep the conversion: delete the ledger, after which undo is no longer possible.",
        footerHeading = "%nExample:%n",
        footer = {"  pfeiler accept harbour"})
public final class AcceptCommand extends BaseCommand {
    @Mixin
    private FolderParameter folder;

    public AcceptCommand(Context context) {
        super(context);
    }

    @Override
    public Integer call() {
        int kept = pfeiler().accept(folder.folder());
        print("Conversion kept. The ledger was deleted, with " + kept
                + (kept == 1 ? " original file." : " original files."));
        return 0;
    }
}
