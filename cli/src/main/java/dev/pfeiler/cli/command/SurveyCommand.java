package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.JsonDocuments;
import dev.pfeiler.cli.Stage;
import dev.pfeiler.cli.options.FolderParameter;
import dev.pfeiler.cli.view.SurveyView;
import dev.pfeiler.survey.Survey;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** {@code pfeiler survey}. */
@Command(
        name = "survey",
        description = "Report what a project contains, with evidence.",
        footerHeading = "%nExample:%n",
        footer = {"  pfeiler survey harbour"})
public final class SurveyCommand extends BaseCommand.Reporting {
    @Mixin
    private FolderParameter folder;

    public SurveyCommand(Context context) {
        super(context);
    }

    @Override
    public Integer call() {
        Survey survey;
        try (Stage stage = Stage.on(context().terminal(), "survey")) {
            survey = pfeiler().survey(folder.folder(), stage);
        }
        if (json()) print(JsonDocuments.survey(survey));
        else new SurveyView(screen(), verbose()).show(survey);
        return 0;
    }
}
