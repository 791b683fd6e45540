package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.JsonDocuments;
import dev.pfeiler.cli.Stage;
import dev.pfeiler.cli.options.JsonOption;
import dev.pfeiler.cli.options.NetworkOption;
import dev.pfeiler.cli.options.OutputOptions;
import dev.pfeiler.cli.view.FoundView;
import dev.pfeiler.ecosystem.Found;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code pfeiler find}. */
@Command(name = "find", description = "Say which library holds a class or a package, or bears a name.")
public final class FindCommand implements Callable<Integer> {
    private final Context context;

    @Parameters(paramLabel = "NAME", description = "A class, a package, a library, or part of a library's name.")
    private String name;

    @Option(names = "--all-versions", description = "List versions too that are no releases.")
    private boolean all;

    @Mixin
    private NetworkOption network;

    @Mixin
    private JsonOption json;

    @Mixin
    private OutputOptions output;

    public FindCommand(Context context) {
        this.context = context;
    }

    @Override
    public Integer call() {
        List<Found> found;
        try (Stage stage = Stage.on(context.terminal(), "find")) {
            stage.accept("searching");
            found = context.pfeiler(network).find(Path.of("."), name, all);
        }
        if (json.json()) context.terminal().output().println(JsonDocuments.found(name, found));
        else new FoundView(context.screen(output), output.verbose()).show(name, found);
        return found.isEmpty() ? 1 : 0;
    }
}
