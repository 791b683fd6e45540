package dev.pfeiler.proposal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ChoicesTest {
    private static final Decision LEVEL = Decision.of(
            "level", "Java level", "8", Certainty.LIKELY, "a sign", List.of(new Evidence("build.sh", 3, "-source 8")));

    private static Choices choices(String... keysAndValues) {
        List<Choice> all = new java.util.ArrayList<>();
        for (String pair : keysAndValues) {
            String[] parts = pair.split("=", 2);
            all.add(Choice.option(parts[0], parts[1], "--choose " + pair));
        }
        return new Choices(all);
    }

    @Test
    void theEvidenceStandsWhereNobodySaysOtherwise() {
        Deliberation deliberation = new Deliberation(Choices.NONE);
        assertThat(deliberation.settle(LEVEL)).isEqualTo("8");
        assertThat(deliberation.decisions()).containsExactly(LEVEL);
    }

    @Test
    void thePersonsWordStandsOverTheEvidence() {
        Deliberation deliberation = new Deliberation(choices("level=11"));
        assertThat(deliberation.settle(LEVEL)).isEqualTo("11");
        assertThat(deliberation.decisions()).singleElement().satisfies(decision -> {
            assertThat(decision.basis()).isEqualTo(Decision.Basis.CHOICE);
            assertThat(decision.alternatives()).extracting("value").containsExactly("8");
            assertThat(decision.evidence().get(0).excerpt()).isEqualTo("--choose level=11");
        });
    }

    @Test
    void toSayWhatTheEvidenceSaysChangesNothing() {
        Deliberation deliberation = new Deliberation(choices("level=8"));
        deliberation.settle(LEVEL);
        assertThat(deliberation.decisions()).containsExactly(LEVEL);
    }

    @Test
    void aValueThatIsNoneIsRefused() {
        assertThatThrownBy(() -> new Deliberation(choices("level=old")).settle(LEVEL, text -> Optional.empty()))
                .isInstanceOfSatisfying(Refusal.class, refusal -> {
                    assertThat(refusal.reason()).isEqualTo(Refusal.Reason.USAGE);
                    assertThat(refusal).hasMessageContaining("old").hasMessageContaining("level");
                });
    }

    @Test
    void aKeyThatNamesNoDecisionIsRefusedWithTheNearestOne() {
        Deliberation deliberation = new Deliberation(choices("levle=11"));
        deliberation.settle(LEVEL);
        assertThatThrownBy(() -> Deliberation.refuseUnknown(
                        deliberation.choices(),
                        deliberation.decisions().stream().map(Decision::key).toList()))
                .isInstanceOfSatisfying(
                        Refusal.class, refusal -> assertThat(refusal.next()).contains("\"level\""));
    }

    @Test
    void aQuestionIsOpenUntilSomebodyAnswers() {
        Question question = new Question("group", "Which group?", Optional.of("port"), List.of());
        Deliberation open = new Deliberation(Choices.NONE);
        assertThat(open.ask(question, "Group", List.of(), Optional::of)).isEqualTo("port");
        assertThat(open.questions()).containsExactly(question);
        Deliberation answered = new Deliberation(choices("group=no.port"));
        assertThat(answered.ask(question, "Group", List.of(), Optional::of)).isEqualTo("no.port");
        assertThat(answered.questions()).isEmpty();
    }

    @Test
    void whatWasSaidOnTheCommandLineStandsOverTheFile() {
        Choices file = ChoicesFile.read("level: 8\ngroup: a\n");
        assertThat(file.under(choices("level=11")).of("level").orElseThrow().value())
                .isEqualTo("11");
        assertThat(file.under(choices("level=11")).of("group").orElseThrow().value())
                .isEqualTo("a");
    }

    @Test
    void theFileIsReadWithLines() {
        Choices choices =
                ChoicesFile.read("# note\nlevel: 11\njar:\n  lib/a b.jar: g:a:1.0\n  'lib/#c.jar': leave\nname:\n");
        assertThat(choices.of("level").orElseThrow().said().line()).isEqualTo(2);
        assertThat(choices.of("jar:lib/a b.jar").orElseThrow().value()).isEqualTo("g:a:1.0");
        assertThat(choices.of("jar:lib/#c.jar").orElseThrow().value()).isEqualTo("leave");
        assertThat(choices.of("name")).isEmpty();
        assertThat(ChoicesFile.read("").all()).isEmpty();
        assertThat(ChoicesFile.read("# only a comment\n").all()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"a: [1, 2]", "just words", "a:\n  b:\n    c: d", "a: 'unclosed", "- a\n- b"})
    void aFileOfAnotherShapeIsRefused(String text) {
        assertThatThrownBy(() -> ChoicesFile.read(text)).isInstanceOfSatisfying(Refusal.class, refusal -> {
            assertThat(refusal.reason()).isEqualTo(Refusal.Reason.USAGE);
            assertThat(refusal).hasMessageContaining("pfeiler.yaml:");
        });
    }

    private static Proposal proposal() {
        Decision version = Decision.of("version", "Version", "2.0", Certainty.GUESS, "", List.of());
        Decision jar = Decision.of("jar:lib/a: b#.jar", "a is", "g:a:1", Certainty.CERTAIN, "hash\nagrees", List.of());
        return new Proposal(
                Proposal.FORMAT,
                List.of(new Proposal.Part("", "", "jvm", "maven", "Maven")),
                List.of(LEVEL, version, jar),
                List.of(new Question("version", "Which?", Optional.empty(), List.of("1", "2"))),
                List.of(
                        new Step.Move("a", "b", "r"),
                        new Step.Write("c", "text", "r"),
                        new Step.Edit(
                                "d", "d", "å", StandardCharsets.ISO_8859_1, List.of(new Step.Change(1, "x", "y")), "r"),
                        new Step.Retire("e", "r")),
                List.of(Finding.trouble("x", "is odd")),
                List.of(new Agreement(
                        "Version",
                        "2.0",
                        List.of(new Agreement.Statement("1.9", new Evidence("README", 3, "1.9"), false, true)))),
                List.of("class paths: complete"),
                List.of(new Proposal.Command("build", "mvn package")),
                List.of(new LibraryUse(
                        "",
                        Optional.of("lib/b.jar"),
                        "g:b",
                        "2",
                        "compile",
                        LibraryUse.State.PINNED,
                        true,
                        List.of("g:a"),
                        "transitive via g:a:1")));
    }

    @Test
    void aWrittenFileSettlesTheProposalAsItStands() {
        String text = ChoicesFile.write(proposal());
        assertThat(text).contains("# likely: a sign (build.sh:3)\nlevel: ");
        Choices read = ChoicesFile.read(text);
        for (Decision decision : proposal().decisions()) {
            assertThat(read.of(decision.key()).orElseThrow().value()).isEqualTo(decision.value());
        }
        assertThat(read.all()).hasSize(3);
    }

    @Test
    void aProposalIsKeptWhole() throws IOException {
        assertThat(ProposalFile.read(ProposalFile.write(proposal()))).isEqualTo(proposal());
    }

    @Test
    void explainsBySettingByJarAndByFile() {
        assertThat(Explanation.of(proposal(), "level").decisions()).containsExactly(LEVEL);
        assertThat(Explanation.of(proposal(), "Java level").decisions()).containsExactly(LEVEL);
        assertThat(Explanation.of(proposal(), "g:a").decisions()).hasSize(1);
        assertThat(Explanation.of(proposal(), "b").steps()).hasSize(1);
        assertThatThrownBy(() -> Explanation.of(proposal(), "versoin"))
                .isInstanceOfSatisfying(
                        Refusal.class, refusal -> assertThat(refusal.next()).contains("\"version\""));
    }
}
