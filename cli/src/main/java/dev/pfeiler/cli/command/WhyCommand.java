package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.JsonDocuments;
import dev.pfeiler.cli.options.ConversionOptions;
import dev.pfeiler.cli.view.WhyView;
import dev.pfeiler.proposal.Explanation;
import java.nio.file.Path;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** {@code pfeiler why}. */
@Command(
        name = "why",
        description = "Show the evidence for a decision about a dependency, a file or a setting.",
        footerHeading = "%nExamples:%n",
        footer = {"  pfeiler why harbour lib/gson.jar", "  pfeiler why harbour level"})
public final class WhyCommand extends BaseCommand.Reporting {
    @Parameters(
            arity = "1..2",
            paramLabel = "[DIR] SUBJECT",
            hideParamSyntax = true,
            description = "The project directory (default: the current one), and what to explain.")
    private List<String> arguments;

    @Mixin
    private ConversionOptions choices;

    public WhyCommand(Context context) {
        super(context);
    }

    @Override
    public Integer call() {
        Path folder = Path.of(arguments.size() > 1 ? arguments.get(0) : ".");
        Explanation explanation =
                Explanation.of(pfeiler().proposalOf(folder, choices.choices()), arguments.get(arguments.size() - 1));
        if (json()) print(JsonDocuments.explanation(explanation));
        else new WhyView(screen()).show(explanation);
        return 0;
    }
}
