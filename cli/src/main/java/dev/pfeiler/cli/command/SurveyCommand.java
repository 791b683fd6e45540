package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.JsonDocuments;
import dev.pfeiler.cli.Stage;
import dev.pfeiler.cli.options.FolderParameter;
import dev.pfeiler.cli.options.JsonOption;
import dev.pfeiler.cli.options.NetworkOption;
import dev.pfeiler.cli.options.OutputOptions;
import dev.pfeiler.cli.view.SurveyView;
import dev.pfeiler.survey.Survey;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** {@code pfeiler survey}. */
@Command(name = "survey", description = "Say what is in a folder, and how it is known.")
public final class SurveyCommand implements Callable<Integer> {
    private final Context context;

    @Mixin
    private FolderParameter folder;

    @Mixin
    private NetworkOption network;

    @Mixin
    private JsonOption json;

    @Mixin
    private OutputOptions output;

    public SurveyCommand(Context context) {
        this.context = context;
    }

    @Override
    public Integer call() {
        Survey survey;
        try (Stage stage = Stage.on(context.terminal(), "survey")) {
            stage.accept("reading");
            survey = context.pfeiler(network).survey(folder.folder());
        }
        if (json.json()) context.terminal().output().println(JsonDocuments.survey(survey));
        else new SurveyView(context.screen(output), output.verbose()).show(survey);
        return 0;
    }
}
