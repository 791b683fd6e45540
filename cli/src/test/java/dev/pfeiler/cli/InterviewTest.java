package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Question;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class InterviewTest {
    private static final Question GROUP = new Question("group", "Which group?", Optional.of("port"), List.of());
    private static final Question KIND = new Question("kind", "Which kind?", Optional.empty(), List.of("jar", "war"));

    private final ByteArrayOutputStream shown = new ByteArrayOutputStream();

    private List<Choice> ask(String typed, Question... questions) {
        PrintStream out = new PrintStream(shown, true, StandardCharsets.UTF_8);
        Terminal terminal = new Terminal(
                out,
                out,
                new ByteArrayInputStream(typed.getBytes(StandardCharsets.UTF_8)),
                true,
                true,
                true,
                80,
                false,
                true);
        return new Interview(terminal).ask(List.of(questions)).all();
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
}
