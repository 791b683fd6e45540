package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.Interview;
import dev.pfeiler.cli.options.ChoiceOptions;
import dev.pfeiler.cli.options.FolderParameter;
import dev.pfeiler.cli.options.NetworkOption;
import dev.pfeiler.cli.options.OutputOptions;
import dev.pfeiler.cli.view.ConversionView;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.survey.Survey;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** {@code pfeiler convert}. */
@Command(name = "convert", description = "Carry the proposal out; pfeiler undo puts everything back.")
public final class ConvertCommand implements Callable<Integer> {
    private final Context context;

    @Mixin
    private FolderParameter folder;

    @Mixin
    private ChoiceOptions choices;

    @Mixin
    private NetworkOption network;

    @Mixin
    private OutputOptions output;

    public ConvertCommand(Context context) {
        this.context = context;
    }

    @Override
    public Integer call() {
        Survey survey = context.pfeiler(network).survey(folder.folder());
        Choices settled = choices.choices();
        Proposal proposal = context.pfeiler(network).propose(survey, choices.target(), settled);
        if (context.terminal().interactive() && !proposal.questions().isEmpty()) {
            settled = settled.under(new Interview(context.terminal()).ask(proposal.questions()));
            proposal = context.pfeiler(network).propose(survey, choices.target(), settled);
        }
        List<Step> steps = context.pfeiler(network).convert(survey, proposal, settled);
        String shown = folder.folder().toString().equals(".") ? "" : " " + folder.folder();
        new ConversionView(context.screen(output)).show(survey.tree().name(), proposal, steps, shown);
        return 0;
    }
}
