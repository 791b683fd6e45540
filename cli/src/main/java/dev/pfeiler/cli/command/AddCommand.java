package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.Interview;
import dev.pfeiler.cli.JsonDocuments;
import dev.pfeiler.cli.Stage;
import dev.pfeiler.cli.view.AdditionView;
import dev.pfeiler.ecosystem.Addition;
import dev.pfeiler.fresh.NeedChange;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code pfeiler add}. */
@Command(
        name = "add",
        description = "Declare a dependency, or what a need requires.",
        footerHeading = "%nExamples:%n",
        footer = {"  pfeiler add harbour com.google.code.gson:gson", "  pfeiler add harbour database=postgresql"})
public final class AddCommand extends BaseCommand.Reporting {
    @Parameters(
            arity = "1..2",
            paramLabel = "[DIR] NAME",
            hideParamSyntax = true,
            description = {
                "The project directory (default: the current one), and one of:",
                "a library, with or without a version; a class or package in it;",
                "a need, or NEED=CHOICE (pfeiler new --needs lists them)."
            })
    private List<String> arguments;

    @Option(
            names = "--scope",
            paramLabel = "SCOPE",
            description =
                    "The scope: compile, provided, runtime or test; for packages: runtime, development or optional.")
    private String scope;

    @Option(names = "--preview", description = "For a need: show what would be written without writing it.")
    private boolean preview;

    @Option(names = "--example", description = "For a need: with a source that shows how it is used.")
    private boolean example;

    public AddCommand(Context context) {
        super(context);
    }

    @Override
    public Integer call() {
        Path folder = Path.of(arguments.size() > 1 ? arguments.get(0) : ".");
        Optional<NeedChange> need = pfeiler().planNeed(folder, arguments.get(arguments.size() - 1), example);
        if (need.isPresent()) return add(folder, need.get());
        Addition addition;
        try (Stage stage = Stage.on(context().terminal(), "add")) {
            stage.accept("looking it up");
            addition = pfeiler().add(folder, arguments.get(arguments.size() - 1), Optional.ofNullable(scope));
        }
        if (json()) print(JsonDocuments.addition(addition));
        else new AdditionView(screen()).show(addition);
        return 0;
    }

    private int add(Path folder, NeedChange change) {
        boolean asks = context().terminal().interactive() && !json() && !preview;
        if (json()) print(JsonDocuments.needChange(change, !preview));
        else new AdditionView(screen()).show(change);
        if (preview) return 0;
        if (asks && !new Interview(context().terminal()).confirm("Write it?")) {
            print("Nothing was written.");
            return 0;
        }
        pfeiler().add(folder, change);
        if (!json()) print(change.steps().size() + " files written.");
        return 0;
    }
}
