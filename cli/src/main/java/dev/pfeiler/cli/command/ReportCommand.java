package dev.pfeiler.cli.command;

import dev.pfeiler.checking.CheckResult;
import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.Stage;
import dev.pfeiler.cli.options.ConversionOptions;
import dev.pfeiler.cli.options.FolderParameter;
import dev.pfeiler.cli.options.PageOption;
import dev.pfeiler.cli.page.ReportPage;
import dev.pfeiler.cli.page.ReportState;
import dev.pfeiler.conversion.Ledger;
import dev.pfeiler.conversion.LedgerFile;
import dev.pfeiler.ecosystem.Managed;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.survey.Survey;
import java.nio.file.Path;
import java.util.Optional;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code pfeiler report}. */
@Command(
        name = "report",
        description = "Write a page that shows the state a project is in, from survey to proof.",
        footerHeading = "%nExamples:%n",
        footer = {"  pfeiler report harbour", "  pfeiler report harbour --out review.html"})
public final class ReportCommand extends BaseCommand.Networked {
    @Mixin
    private FolderParameter folder;

    @Mixin
    private ConversionOptions choices;

    @Option(
            names = "--out",
            paramLabel = "FILE",
            description = "Where to write it (default: NAME-report.html in the current directory; beside the project if"
                    + " that is inside it).")
    private Path out;

    public ReportCommand(Context context) {
        super(context);
    }

    @Override
    public Integer call() {
        ReportState state;
        try (Stage stage = Stage.on(context().terminal(), "report")) {
            state = state(stage);
        }
        Path file = file(state.survey().tree().root());
        PageOption.write(file, ReportPage.html(state));
        print("Report: " + file);
        return 0;
    }

    private ReportState state(Stage stage) {
        Survey survey = pfeiler().survey(folder.folder(), stage);
        Path root = survey.tree().root();
        boolean converted = LedgerFile.read(root).filter(Ledger::isOfConversion).isPresent();
        Optional<Proposal> proposal = Optional.empty();
        String remark = "";
        try {
            proposal = Optional.of(
                    converted
                            ? pfeiler().proposalOf(root, choices.choices())
                            : pfeiler().propose(survey, choices.choices(), stage));
        } catch (Refusal e) {
            // a managed project has a state, too
            if (converted || e.reason() != Refusal.Reason.NOT_POSSIBLE) throw e;
            remark = e.getMessage();
        }
        return new ReportState(
                survey,
                proposal,
                converted,
                converted ? pfeiler().verdictOn(root) : Optional.empty(),
                LedgerFile.folder(root),
                check(survey, stage),
                remark);
    }

    /** What a check finds, where a build tool manages a part. */
    private Optional<CheckResult> check(Survey survey, Stage stage) {
        boolean managed = survey.parts().stream()
                .anyMatch(part -> part.managed().flatMap(Managed::target).isPresent());
        return managed ? Optional.of(pfeiler().check(survey.tree(), stage)) : Optional.empty();
    }

    private Path file(Path root) {
        if (out != null) return out.toAbsolutePath().normalize();
        Path here = Path.of("").toAbsolutePath();
        Path parent = here.startsWith(root) && root.getParent() != null ? root.getParent() : here;
        return parent.resolve(root.getFileName() + "-report.html");
    }
}
