package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.Interview;
import dev.pfeiler.cli.JsonDocuments;
import dev.pfeiler.cli.Stage;
import dev.pfeiler.cli.options.ConversionOptions;
import dev.pfeiler.cli.options.FolderParameter;
import dev.pfeiler.cli.view.ConversionView;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.conversion.WorkTree;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.survey.Survey;
import dev.pfeiler.tree.Text;
import java.util.List;
import java.util.function.Supplier;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** {@code pfeiler convert}. */
@Command(
        name = "convert",
        description = "Carry out the proposal; pfeiler undo restores the original project.",
        footerHeading = "%nExamples:%n",
        footer = {"  pfeiler convert harbour", "  pfeiler convert harbour --to gradle --choose level=17"})
public final class ConvertCommand extends BaseCommand.Reporting {
    private static final int SHOWN = 5;

    @Mixin
    private FolderParameter folder;

    @Mixin
    private ConversionOptions choices;

    private Stage stage;

    public ConvertCommand(Context context) {
        super(context);
    }

    @Override
    public Integer call() {
        stage = Stage.on(context().terminal(), "convert");
        Survey survey = withProgress(() -> pfeiler().survey(folder.folder(), stage));
        Choices chosen = choices.choices();
        Proposal proposal = propose(survey, chosen);
        if (context().terminal().interactive() && !proposal.questions().isEmpty()) {
            Choices given = chosen;
            chosen = given.under(new Interview(context().terminal())
                    .ask(proposal.questions(), answers -> propose(survey, given.under(answers))));
            proposal = propose(survey, chosen);
        }
        pfeiler().workTree(folder.folder()).ifPresent(this::uncommitted);
        Proposal wanted = proposal;
        Choices made = chosen;
        List<Step> steps = withProgress(() -> pfeiler().convert(survey, wanted, made));
        String shown = folder.folder().toString().equals(".") ? "" : " " + folder.folder();
        if (json()) print(JsonDocuments.conversion(proposal, steps));
        else new ConversionView(screen()).show(survey.tree().name(), proposal, steps, shown);
        return 0;
    }

    private Proposal propose(Survey survey, Choices chosen) {
        return withProgress(() -> pfeiler().propose(survey, chosen, stage));
    }

    /** Does long work; its progress is cleared before anything else is printed. */
    private <T> T withProgress(Supplier<T> work) {
        try {
            return work.get();
        } finally {
            stage.close();
        }
    }

    private void uncommitted(WorkTree tree) {
        uncommitted(tree.changed(), "with uncommitted changes");
        uncommitted(tree.untracked(), "not tracked by git");
    }

    private void uncommitted(List<String> files, String what) {
        if (files.isEmpty()) return;
        String names = String.join(", ", files.subList(0, Math.min(SHOWN, files.size())));
        String more = files.size() > SHOWN ? ", …" : "";
        String count = files.size() == 1 ? "1 file " : files.size() + " files ";
        notice("pfeiler: " + count + what + ", converted as they are: " + Text.plain(names) + more);
    }
}
