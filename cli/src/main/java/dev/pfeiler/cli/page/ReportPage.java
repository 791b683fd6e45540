package dev.pfeiler.cli.page;

import dev.pfeiler.check.Severity;
import dev.pfeiler.checking.CheckResult;
import dev.pfeiler.ecosystem.Managed;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.proposal.Agreement;
import dev.pfeiler.proposal.LibraryUse;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.proposal.Question;
import dev.pfeiler.survey.SurveyedPart;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** One page in HTML that shows the state a project is in. It needs nothing beside it, and asks nothing of a network. */
public final class ReportPage {
    private final ReportState state;
    private final Map<String, Object> content = new LinkedHashMap<>();
    private final List<Section> sections = new ArrayList<>();

    private ReportPage(ReportState state) {
        this.state = state;
    }

    record Section(String id, String title, String count) {}

    record PartRow(String folder, String ecosystem, int sources, String target) {}

    record QuestionCard(String text, String key, String fallback, String offers) {}

    record AgreementRow(String subject, String standing, List<StatementItem> statements) {}

    record StatementItem(String value, String place, String note) {}

    public static String html(ReportState state) {
        return new ReportPage(state).html();
    }

    private String html() {
        String project = state.survey().tree().name();
        content.put("project", project);
        content.put("title", project + ": " + stateTitle());
        content.put("state", stateTitle());
        content.put("stateClass", stateClass());
        content.put("lead", lead());
        state.verdict().ifPresent(this::proof);
        state.proposal().ifPresent(this::attention);
        state.check().ifPresent(this::check);
        parts();
        state.proposal().ifPresent(this::proposal);
        List<SurveyTopics.Topic> topics =
                SurveyTopics.of(state.survey(), state.proposal().isEmpty());
        if (!topics.isEmpty()) section("survey", "Survey", "", Map.of("topics", topics));
        content.put("sections", sections);
        return new PageTemplate("report.mustache").fill(content);
    }

    private void section(String id, String title, String count, Object value) {
        sections.add(new Section(id, title, count));
        content.put(id, value);
    }

    private String stateTitle() {
        if (state.proposal().isEmpty())
            return state.check()
                    .map(check -> check.discrepancies().isEmpty()
                            ? "managed, no findings"
                            : "managed, " + Text.count(check.discrepancies().size(), "finding"))
                    .orElse("surveyed");
        if (!state.converted()) return "proposed";
        return state.verdict()
                .map(verdict -> verdict.proven() ? "converted and proven" : "converted, not proven")
                .orElse("converted, no proof yet");
    }

    private String stateClass() {
        Optional<PartVerdict.Outcome> outcome = state.verdict().map(Verdict::outcome);
        if (outcome.isEmpty() && state.proposal().isEmpty() && state.check().isPresent())
            return state.check().get().holds(Severity.ERROR) ? "bad" : "good";
        if (outcome.isEmpty()) return "";
        return outcome.get() == PartVerdict.Outcome.PROVEN ? "good" : "bad";
    }

    private String lead() {
        String files = Text.count(state.survey().tree().files().size(), "file");
        if (state.proposal().isEmpty()) return files + ". " + state.remark();
        Proposal proposal = state.proposal().get();
        String what = state.converted() ? "Converted to " : "To be converted to ";
        String left = Text.count(proposal.questions().size(), "question") + ", "
                + (proposal.leftForYou().isEmpty()
                        ? "nothing"
                        : proposal.leftForYou().size()) + " left for you.";
        String checks = proposal.checks().isEmpty() ? "" : " " + String.join(". ", proposal.checks()) + ".";
        return what + proposal.targets() + ". " + files + ", "
                + Text.count(proposal.decisions().size(), "decision") + ", " + left + checks;
    }

    private void parts() {
        List<PartRow> rows = new ArrayList<>();
        for (SurveyedPart part : state.survey().parts()) {
            String tool = part.managed()
                    .map(Managed::tool)
                    .orElseGet(() -> proposedFor(part).map(Proposal.Part::title).orElse(""));
            rows.add(new PartRow(
                    part.folder().isEmpty() ? "." : part.folder(),
                    part.ecosystem().title(),
                    part.part().sources(),
                    tool));
        }
        if (!rows.isEmpty()) section("parts", "Parts", String.valueOf(rows.size()), Map.of("rows", rows));
    }

    private Optional<Proposal.Part> proposedFor(SurveyedPart part) {
        return state.proposal().stream()
                .flatMap(proposal -> proposal.parts().stream())
                .filter(one -> one.id().equals(part.id()))
                .findFirst();
    }

    private void attention(Proposal proposal) {
        int count = proposal.questions().size() + proposal.leftForYou().size();
        if (count == 0) return;
        section(
                "attention",
                "Questions and what is left for you",
                String.valueOf(count),
                Map.of(
                        "questions",
                        proposal.questions().stream().map(ReportPage::question).toList(),
                        "left",
                        proposal.leftForYou().stream().map(SurveyTopics::shown).toList()));
    }

    private static QuestionCard question(Question question) {
        return new QuestionCard(
                question.text(), question.key(), question.fallback().orElse(""), String.join(", ", question.offers()));
    }

    private void check(CheckResult check) {
        section("check", "Check", String.valueOf(check.discrepancies().size()), CheckList.of(check));
    }

    private void proof(Verdict verdict) {
        section("proof", "Proof", "", new ProofRows(verdict, state.records()).shown());
    }

    private void proposal(Proposal proposal) {
        FilePairs files = FilePairs.of(state.survey().tree(), proposal);
        section("files", "Files", "", files);
        section("decisions", "Decisions", String.valueOf(proposal.decisions().size()), DecisionList.of(proposal));
        if (!proposal.libraries().isEmpty()) libraries(proposal.libraries());
        List<AgreementRow> agreements =
                proposal.agreements().stream().map(ReportPage::agreement).toList();
        if (!agreements.isEmpty()) section("agreements", "What several files state", "", Map.of("rows", agreements));
        List<FileTexts.Shown> texts = FileTexts.of(proposal.steps());
        if (!texts.isEmpty())
            section("texts", "Written and edited files", String.valueOf(texts.size()), Map.of("files", texts));
    }

    private void libraries(List<LibraryUse> uses) {
        Map<String, Integer> counts = new LinkedHashMap<>();
        for (LibraryUse use : uses)
            counts.merge(
                    switch (use.state()) {
                        case DECLARED -> "declared";
                        case TRANSITIVE -> "transitive";
                        case PINNED -> "transitive with a stated version";
                        case BUILD -> "used by the build alone";
                        case EXCLUDED -> "no longer on the class path";
                        case IN_PLACE -> "left as files";
                    },
                    1,
                    Integer::sum);
        List<String> summary = new ArrayList<>();
        counts.forEach((word, count) -> summary.add(count + " " + word));
        section(
                "libraries",
                "Libraries",
                String.valueOf(uses.size()),
                Map.of("summary", String.join(", ", summary) + ".", "modules", LibraryDiagram.of(uses)));
    }

    private static AgreementRow agreement(Agreement agreement) {
        return new AgreementRow(
                agreement.subject(),
                agreement.standing(),
                agreement.statements().stream()
                        .map(statement -> new StatementItem(
                                statement.value(),
                                statement.evidence().place(),
                                statement.stillDiffers() ? "still differs" : ""))
                        .toList());
    }
}
