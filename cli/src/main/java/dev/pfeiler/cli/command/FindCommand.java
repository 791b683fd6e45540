package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.JsonDocuments;
import dev.pfeiler.cli.Stage;
import dev.pfeiler.cli.view.FoundView;
import dev.pfeiler.ecosystem.Found;
import java.nio.file.Path;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code pfeiler find}. */
@Command(
        name = "find",
        description = "Find the libraries that provide a class, a package or a name.",
        footerHeading = "%nExample:%n",
        footer = {"  pfeiler find com.google.gson.Gson"})
public final class FindCommand extends BaseCommand.Reporting {
    @Parameters(paramLabel = "NAME", description = "A class, a package, a library, or part of a library's name.")
    private String name;

    @Option(names = "--all-versions", description = "List prereleases, too.")
    private boolean all;

    public FindCommand(Context context) {
        super(context);
    }

    @Override
    public Integer call() {
        List<Found> found;
        try (Stage stage = Stage.on(context().terminal(), "find")) {
            stage.accept("searching");
            found = pfeiler().find(Path.of("."), name, all);
        }
        if (json()) print(JsonDocuments.found(name, found));
        else new FoundView(screen(), verbose()).show(name, found);
        return found.isEmpty() ? 1 : 0;
    }
}
