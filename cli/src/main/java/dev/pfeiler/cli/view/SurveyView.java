package dev.pfeiler.cli.view;

import dev.pfeiler.evidence.Finding;
import dev.pfeiler.survey.Survey;
import java.util.List;
import java.util.Locale;

/** Shows a survey: by topic, one row a finding, its evidence below it. */
public final class SurveyView {
    private final Screen screen;
    private final boolean verbose;

    /**
     * @param verbose whether all evidence is shown whole, and not the first of it alone
     */
    public SurveyView(Screen screen, boolean verbose) {
        this.screen = screen;
        this.verbose = verbose;
    }

    public void show(Survey survey) {
        screen.title("Survey of " + survey.tree().name());
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
            screen.text(2, "Nothing was found here: no source of a known language.");
        }
        if (!survey.tree().leftOut().isEmpty()) {
            screen.heading("Left out");
            screen.text(4, String.join(", ", survey.tree().leftOut()));
        }
        screen.legend();
    }

    private void show(Finding finding, int column) {
        String sign = finding.leftForYou() ? screen.attention() : screen.sign(finding.certainty());
        screen.row(sign, finding.subject(), finding.fact(), column);
        // counts speak for themselves
        if (finding.topic() != Finding.Topic.LANGUAGES) screen.evidence(finding.evidence(), verbose);
    }

    private static String heading(Finding.Topic topic) {
        String name = topic.name().toLowerCase(Locale.ROOT);
        return name.substring(0, 1).toUpperCase(Locale.ROOT) + name.substring(1);
    }
}
