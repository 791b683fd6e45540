package dev.pfeiler.cli.page;

import dev.pfeiler.cli.view.SurveyView;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.survey.Survey;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** The findings of a survey, by topic. */
final class SurveyTopics {
    private static final int EVIDENCE = 3;

    private SurveyTopics() {}

    record Topic(String title, String count, boolean open, List<Shown> findings) {}

    record Shown(String sign, String certainty, String subject, String fact, List<Signs.Quote> evidence) {}

    /** @param open whether they are shown at once */
    static List<Topic> of(Survey survey, boolean open) {
        Map<Finding.Topic, List<Shown>> topics = survey.findings().stream()
                .collect(Collectors.groupingBy(
                        Finding::topic,
                        () -> new EnumMap<>(Finding.Topic.class),
                        Collectors.mapping(SurveyTopics::shown, Collectors.toList())));
        return topics.entrySet().stream()
                .map(topic -> new Topic(
                        SurveyView.heading(topic.getKey()),
                        String.valueOf(topic.getValue().size()),
                        open,
                        topic.getValue()))
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
