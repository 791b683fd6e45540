package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.Pfeiler;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Question;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class InterviewTest {
    private static final Question GROUP = new Question("group", "Which group?", Optional.of("port"), List.of());
    private static final Question KIND = new Question("kind", "Which kind?", Optional.empty(), List.of("jar", "war"));

    private final ByteArrayOutputStream shown = new ByteArrayOutputStream();

    private List<Choice> ask(String typed, Question... questions) {
        return new Interview(terminal(typed))
                .ask(List.of(questions), answers -> {})
                .all();
    }

    private Terminal terminal(String typed) {
        PrintStream out = new PrintStream(shown, true, StandardCharsets.UTF_8);
        return new Terminal(
                out,
                out,
                new ByteArrayInputStream(typed.getBytes(StandardCharsets.UTF_8)),
                true,
                true,
                true,
                80,
                false,
                true);
    }

    @Test
    void anAnswerIsAChoice() {
        assertThat(ask("no.haldervik\n", GROUP)).singleElement().satisfies(choice -> {
            assertThat(choice.key()).isEqualTo("group");
            assertThat(choice.value()).isEqualTo("no.haldervik");
        });
        assertThat(shown.toString(StandardCharsets.UTF_8))
                .contains("Which group?")
                .contains("[port]");
    }

    @Test
    void enterTakesTheDefault() {
        assertThat(ask("\n", GROUP)).isEmpty();
        assertThat(ask("", GROUP)).isEmpty();
    }

    @Test
    void onlyWhatIsOfferedIsAnAnswer() {
        assertThat(ask("ear\n\nwar\n", KIND)).extracting(Choice::value).containsExactly("war");
    }

    @Test
    void anEndBeforeANeededAnswerIsRefused() {
        assertThatThrownBy(() -> ask("", KIND)).isInstanceOf(Refusal.class).hasMessageContaining("kind");
    }

    @Test
    void aFreshProjectIsAskedForInOrderAndNeedsAreFilteredByTyping() {
        Pfeiler pfeiler = new Pfeiler(
                new Environment(Path.of("nowhere"), Map.of(), Path.of(System.getProperty("java.home")), true));
        Interview interview =
                new Interview(terminal("server\n\ngradle\nno.haldervik\n\n\nsql\ndatabase=sqlite\n\n17\n"));
        Choices answers =
                interview.create(Choices.NONE, pfeiler.needs(), some -> pfeiler.plan(Path.of("wind"), some, false));
        assertThat(answers.all().stream().map(choice -> choice.key() + "=" + choice.value()))
                .containsExactly(
                        "kind=server",
                        "language=java",
                        "target=gradle",
                        "group=no.haldervik",
                        "name=wind",
                        "version=0.1.0",
                        "need:database=sqlite",
                        "level=17");
        String text = shown.toString(StandardCharsets.UTF_8);
        assertThat(text).contains("Needs for \"sql\"\n    database").contains("[0.1.0]");
    }

    @Test
    void anAnswerThatDoesNotFitIsAskedForAgain() {
        Pfeiler pfeiler = new Pfeiler(
                new Environment(Path.of("nowhere"), Map.of(), Path.of(System.getProperty("java.home")), true));
        Choices given = new Choices(List.of(Choice.option("kind", "desktop", "--kind desktop")));
        Choices answers = new Interview(terminal("php\nkotlin\n"))
                .create(given, pfeiler.needs(), some -> pfeiler.plan(Path.of("wind"), some, false));
        assertThat(answers.of("language").orElseThrow().value()).isEqualTo("kotlin");
        assertThat(shown.toString(StandardCharsets.UTF_8)).contains("PHP has no desktop template.");
    }
}
