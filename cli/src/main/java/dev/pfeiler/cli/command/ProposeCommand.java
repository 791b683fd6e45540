package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.JsonDocuments;
import dev.pfeiler.cli.Stage;
import dev.pfeiler.cli.options.ConversionOptions;
import dev.pfeiler.cli.options.FolderParameter;
import dev.pfeiler.cli.view.ProposalView;
import dev.pfeiler.proposal.ChoicesFile;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.survey.Survey;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code pfeiler propose}. */
@Command(
        name = "propose",
        description = "Show what would change: the tree before and after, decisions, open questions.",
        footerHeading = "%nExamples:%n",
        footer = {"  pfeiler propose harbour", "  pfeiler propose harbour --to gradle --write"})
public final class ProposeCommand extends BaseCommand.Reporting {
    @Mixin
    private FolderParameter folder;

    @Mixin
    private ConversionOptions choices;

    @Option(names = "--write", description = "Write the decisions to pfeiler.yaml, which convert then follows.")
    private boolean write;

    public ProposeCommand(Context context) {
        super(context);
    }

    @Override
    public Integer call() {
        Survey survey;
        Proposal proposal;
        try (Stage stage = Stage.on(context().terminal(), "propose")) {
            survey = pfeiler().survey(folder.folder(), stage);
            proposal = pfeiler().propose(survey, choices.choices(), stage);
        }
        if (json()) print(JsonDocuments.proposal(survey.tree().name(), proposal));
        else new ProposalView(screen(), verbose()).show(survey.tree(), proposal);
        if (write) {
            pfeiler().writeChoices(survey.tree(), proposal);
            notice("Written: " + folder.folder().resolve(ChoicesFile.NAME).normalize());
        }
        return 0;
    }
}
