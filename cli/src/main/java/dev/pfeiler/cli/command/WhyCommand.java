package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.JsonDocuments;
import dev.pfeiler.cli.options.ChoiceOptions;
import dev.pfeiler.cli.options.JsonOption;
import dev.pfeiler.cli.options.NetworkOption;
import dev.pfeiler.cli.options.OutputOptions;
import dev.pfeiler.cli.view.WhyView;
import dev.pfeiler.proposal.Explanation;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** {@code pfeiler why}. */
@Command(
        name = "why",
        description = "Show the evidence behind what was decided about a dependency, a file or a setting.")
public final class WhyCommand implements Callable<Integer> {
    private final Context context;

    @Parameters(
            arity = "1..2",
            paramLabel = "[DIR] SUBJECT",
            hideParamSyntax = true,
            description = "The project's folder, here if not given; and what to explain.")
    private List<String> words;

    @Mixin
    private ChoiceOptions choices;

    @Mixin
    private NetworkOption network;

    @Mixin
    private JsonOption json;

    @Mixin
    private OutputOptions output;

    public WhyCommand(Context context) {
        this.context = context;
    }

    @Override
    public Integer call() {
        Path folder = Path.of(words.size() > 1 ? words.get(0) : ".");
        Explanation explanation = Explanation.of(
                context.pfeiler(network).proposalOf(folder, choices.target(), choices.choices()),
                words.get(words.size() - 1));
        if (json.json()) context.terminal().output().println(JsonDocuments.explanation(explanation));
        else new WhyView(context.screen(output)).show(explanation);
        return 0;
    }
}
