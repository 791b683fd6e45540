package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.JsonDocuments;
import dev.pfeiler.cli.Stage;
import dev.pfeiler.cli.options.PageOption;
import dev.pfeiler.cli.overview.Overview;
import dev.pfeiler.cli.overview.OverviewJson;
import dev.pfeiler.cli.overview.OverviewPage;
import dev.pfeiler.cli.overview.OverviewTable;
import dev.pfeiler.cli.overview.ProjectDocuments;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.ChoicesFile;
import dev.pfeiler.survey.Survey;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code pfeiler overview}. */
@Command(
        name = "overview",
        description = "Show many projects in one table and page, and what they have in common.",
        footerHeading = "%nExamples:%n",
        footer = {"  pfeiler overview projects/*", "  pfeiler overview results/*.json --out overview.html"})
public final class OverviewCommand extends BaseCommand.Reporting {
    @Parameters(
            arity = "1..*",
            paramLabel = "FILE|DIR",
            description = "Documents that survey, propose, prove and check print with --json, or project directories.")
    private List<Path> inputs = new ArrayList<>();

    @Option(names = "--out", paramLabel = "FILE", description = "Write a page in HTML, too.")
    private Path out;

    @Option(
            names = "--write",
            paramLabel = "FILE",
            description = "Write a choices file with the questions that several projects leave open, for all of them.")
    private Path choices;

    public OverviewCommand(Context context) {
        super(context);
    }

    @Override
    public Integer call() {
        ProjectDocuments documents = new ProjectDocuments();
        try (Stage stage = Stage.on(context().terminal(), "overview")) {
            for (Path input : inputs) {
                stage.accept("reading " + input);
                if (Files.isDirectory(input)) read(input, documents);
                else documents.add(input);
            }
        }
        Overview overview = Overview.of(documents);
        if (json()) print(JsonDocuments.text(OverviewJson.of(overview)));
        else OverviewTable.lines(overview).forEach(line -> print(Text.plain(line)));
        if (out != null) {
            PageOption.write(out, OverviewPage.html(overview));
            remark("Page: " + out.toAbsolutePath().normalize());
        }
        if (choices != null) {
            writeChoices(overview);
            remark("Choices: " + choices.toAbsolutePath().normalize() + "; edit it, and copy it to each project as "
                    + ChoicesFile.NAME + ".");
        }
        return 0;
    }

    /** Says what was written, beside the table or the document. */
    private void remark(String line) {
        if (json()) notice(line);
        else {
            print("");
            print(line);
        }
    }

    private void writeChoices(Overview overview) {
        try {
            Files.writeString(choices, overview.choices(), StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
        } catch (FileAlreadyExistsException e) {
            throw Refusal.notPossible(choices + " exists.", "Choose another file with --write, or delete it.");
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot write " + choices + ": " + e, "Choose another file with --write.", e);
        }
    }

    /** Surveys a project, and proposes what can be proposed. */
    private void read(Path folder, ProjectDocuments documents) {
        Survey survey = pfeiler().survey(folder);
        documents.add(JsonDocuments.survey(survey));
        String project = survey.tree().name();
        try {
            documents.add(JsonDocuments.proposal(project, pfeiler().propose(survey, Choices.NONE)));
        } catch (Refusal e) {
            documents.remark(project, e.getMessage());
        }
    }
}
