package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.JsonDocuments;
import dev.pfeiler.cli.options.ChoiceOptions;
import dev.pfeiler.cli.options.FolderParameter;
import dev.pfeiler.cli.options.JsonOption;
import dev.pfeiler.cli.options.NetworkOption;
import dev.pfeiler.cli.options.OutputOptions;
import dev.pfeiler.cli.view.ProposalView;
import dev.pfeiler.proposal.ChoicesFile;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.survey.Survey;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code pfeiler propose}. */
@Command(name = "propose", description = "Show what would change: before and after, file by file.")
public final class ProposeCommand implements Callable<Integer> {
    private final Context context;

    @Mixin
    private FolderParameter folder;

    @Mixin
    private ChoiceOptions choices;

    @Mixin
    private NetworkOption network;

    @Mixin
    private JsonOption json;

    @Mixin
    private OutputOptions output;

    @Option(names = "--write", description = "Write the decisions to pfeiler.yaml, which convert then follows.")
    private boolean write;

    public ProposeCommand(Context context) {
        this.context = context;
    }

    @Override
    public Integer call() {
        Survey survey = context.pfeiler(network).survey(folder.folder());
        Proposal proposal = context.pfeiler(network).propose(survey, choices.target(), choices.choices());
        if (json.json()) context.terminal().output().println(JsonDocuments.proposal(proposal));
        else new ProposalView(context.screen(output), output.verbose()).show(survey.tree(), proposal);
        if (write) {
            context.pfeiler(network).writeChoices(survey.tree(), proposal);
            context.terminal()
                    .errors()
                    .println("Written: "
                            + folder.folder().resolve(ChoicesFile.NAME).normalize());
        }
        return 0;
    }
}
