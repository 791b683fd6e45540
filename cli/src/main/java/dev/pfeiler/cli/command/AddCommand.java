package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.JsonDocuments;
import dev.pfeiler.cli.Stage;
import dev.pfeiler.cli.options.JsonOption;
import dev.pfeiler.cli.options.NetworkOption;
import dev.pfeiler.cli.options.OutputOptions;
import dev.pfeiler.cli.view.AdditionView;
import dev.pfeiler.ecosystem.Addition;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code pfeiler add}. */
@Command(name = "add", description = "Declare one more dependency, with its version and scope.")
public final class AddCommand implements Callable<Integer> {
    private final Context context;

    @Parameters(
            arity = "1..2",
            paramLabel = "[DIR] NAME",
            hideParamSyntax = true,
            description =
                    "The project's folder, here if not given; and a library, with or without a version, or a class or package of it.")
    private List<String> words;

    @Option(names = "--scope", paramLabel = "SCOPE", description = "compile, provided, runtime or test.")
    private String scope;

    @Mixin
    private NetworkOption network;

    @Mixin
    private JsonOption json;

    @Mixin
    private OutputOptions output;

    public AddCommand(Context context) {
        this.context = context;
    }

    @Override
    public Integer call() {
        Path folder = Path.of(words.size() > 1 ? words.get(0) : ".");
        Addition addition;
        try (Stage stage = Stage.on(context.terminal(), "add")) {
            stage.accept("looking it up");
            addition = context.pfeiler(network).add(folder, words.get(words.size() - 1), Optional.ofNullable(scope));
        }
        if (json.json()) context.terminal().output().println(JsonDocuments.addition(addition));
        else new AdditionView(context.screen(output)).show(addition);
        return 0;
    }
}
