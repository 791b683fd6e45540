package dev.pfeiler.cli.view;

import dev.pfeiler.evidence.Finding;
import dev.pfeiler.survey.Survey;
import dev.pfeiler.survey.SurveyedPart;
import java.util.List;
import java.util.Locale;

/** Shows a survey: by topic, a row for each finding, with its evidence. */
public final class SurveyView {
    private final Screen screen;
    private final boolean verbose;

    /**
     * @param verbose whether all evidence is shown, not only the first
     */
    public SurveyView(Screen screen, boolean verbose) {
        this.screen = screen;
        this.verbose = verbose;
    }

    public void show(Survey survey) {
        screen.title("Survey of " + survey.tree().name());
        if (survey.parts().size() > 1) parts(survey);
        for (Finding.Topic topic : Finding.Topic.values()) {
            List<Finding> about =
                    survey.findings().stream().filter(f -> f.topic() == topic).toList();
            if (about.isEmpty()) continue;
            screen.heading(heading(topic));
            int column = screen.textColumn(about.stream().map(Finding::subject).toList());
            for (Finding finding : about) show(finding, column);
        }
        if (survey.findings().isEmpty()) {
            screen.blank();
            screen.text(2, "No source of a known language found.");
        }
        if (!survey.tree().leftOut().isEmpty()) {
            screen.heading("Ignored");
            screen.text(4, String.join(", ", survey.tree().leftOut()));
        }
        screen.legend();
    }

    private void parts(Survey survey) {
        screen.heading("Parts");
        int column =
                screen.textColumn(survey.parts().stream().map(SurveyView::name).toList());
        for (SurveyedPart part : survey.parts()) {
            String how = part.managed()
                    .map(tool -> "already managed by " + tool.tool() + "; left as it is")
                    .orElse(part.part().sources() + (part.part().sources() == 1 ? " source" : " sources"));
            screen.row(" ", name(part), part.ecosystem().title() + ", " + how, column);
        }
    }

    private static String name(SurveyedPart part) {
        return part.folder().isEmpty() ? "." : part.folder();
    }

    private void show(Finding finding, int column) {
        String sign = finding.leftForYou() ? screen.attention() : screen.sign(finding.certainty());
        screen.row(sign, finding.subject(), finding.fact(), column);
        // a count needs no evidence
        if (finding.topic() != Finding.Topic.LANGUAGES) screen.evidence(finding.evidence(), verbose);
    }

    /** The title of a topic. */
    public static String heading(Finding.Topic topic) {
        String name = topic.name().toLowerCase(Locale.ROOT);
        return name.substring(0, 1).toUpperCase(Locale.ROOT) + name.substring(1);
    }
}
