package dev.pfeiler.cli;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Question;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/** Asks a user at a terminal what the project does not specify; Enter takes the default shown. */
public final class Interview {
    private final Terminal terminal;

    public Interview(Terminal terminal) {
        this.terminal = terminal;
    }

    /**
     * Asks the questions one after the other.
     *
     * @throws Refusal if the input ends before a required answer
     */
    public Choices ask(List<Question> questions) {
        BufferedReader in = new BufferedReader(new InputStreamReader(terminal.input(), StandardCharsets.UTF_8));
        List<Choice> answers = new ArrayList<>();
        for (Question question : questions) {
            String answer = ask(question, in);
            if (!answer.isEmpty()) answers.add(new Choice(question.key(), answer, Evidence.of("your answer", answer)));
        }
        return new Choices(answers);
    }

    private String ask(Question question, BufferedReader in) {
        while (true) {
            terminal.errors().println(question.text());
            if (!question.offers().isEmpty()) {
                terminal.errors().println("  one of: " + String.join(", ", question.offers()));
            }
            terminal.errors()
                    .print(question.fallback().map(d -> "  [" + d + "] ").orElse("  "));
            terminal.errors().flush();
            String line;
            try {
                line = in.readLine();
            } catch (IOException e) {
                throw Refusal.inputOutput("Cannot read the answer: " + e, "Choose with --choose.", e);
            }
            if (line == null) terminal.errors().println();
            String answer = line == null ? "" : line.strip();
            boolean offered = question.offers().isEmpty() || question.offers().contains(answer);
            if (!answer.isEmpty() && offered) return answer;
            if (answer.isEmpty() && question.fallback().isPresent()) return "";
            if (line == null) {
                throw Refusal.notPossible(
                        "The input ended before " + question.key() + " was answered.",
                        "Choose with --choose " + question.key() + "=VALUE.");
            }
        }
    }
}
