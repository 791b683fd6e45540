package dev.pfeiler.cli.page;

import dev.pfeiler.evidence.Finding;
import dev.pfeiler.survey.Survey;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** The findings of a survey, by topic. */
final class SurveyTopics {
    private static final int EVIDENCE = 3;

    private SurveyTopics() {}

    record Topic(String title, String count, boolean open, List<Shown> findings) {}

    record Shown(String sign, String certainty, String subject, String fact, List<Signs.Quote> evidence) {}

    /** @param open whether they are shown at once */
    static List<Topic> of(Survey survey, boolean open) {
        return Arrays.stream(Finding.Topic.values())
                .map(topic -> new Topic(
                        Signs.title(topic.name().toLowerCase(Locale.ROOT)),
                        String.valueOf(about(survey, topic).size()),
                        open,
                        about(survey, topic).stream().map(SurveyTopics::shown).toList()))
                .filter(topic -> !topic.findings().isEmpty())
                .toList();
    }

    private static List<Finding> about(Survey survey, Finding.Topic topic) {
        return survey.findings().stream()
                .filter(finding -> finding.topic() == topic)
                .toList();
    }

    static Shown shown(Finding finding) {
        boolean counted = finding.topic() == Finding.Topic.LANGUAGES;
        return new Shown(
                finding.leftForYou() ? "!" : Signs.of(finding.certainty()),
                finding.leftForYou() ? "left for you" : finding.certainty().word(),
                finding.subject(),
                finding.fact(),
                counted ? List.of() : Signs.Quote.of(finding.evidence(), EVIDENCE));
    }
}
