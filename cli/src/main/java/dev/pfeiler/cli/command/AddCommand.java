package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.JsonDocuments;
import dev.pfeiler.cli.Stage;
import dev.pfeiler.cli.view.AdditionView;
import dev.pfeiler.ecosystem.Addition;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code pfeiler add}. */
@Command(name = "add", description = "Declare one more dependency, with its version and scope.")
public final class AddCommand extends BaseCommand.Reporting {
    @Parameters(
            arity = "1..2",
            paramLabel = "[DIR] NAME",
            hideParamSyntax = true,
            description = {
                "The project directory (default: the current one), and a library, with or without a version,",
                "or a class or package in it."
            })
    private List<String> arguments;

    @Option(names = "--scope", paramLabel = "SCOPE", description = "compile, provided, runtime or test.")
    private String scope;

    public AddCommand(Context context) {
        super(context);
    }

    @Override
    public Integer call() {
        Path folder = Path.of(arguments.size() > 1 ? arguments.get(0) : ".");
        Addition addition;
        try (Stage stage = Stage.on(context().terminal(), "add")) {
            stage.accept("looking it up");
            addition = pfeiler().add(folder, arguments.get(arguments.size() - 1), Optional.ofNullable(scope));
        }
        if (json()) print(JsonDocuments.addition(addition));
        else new AdditionView(screen()).show(addition);
        return 0;
    }
}
