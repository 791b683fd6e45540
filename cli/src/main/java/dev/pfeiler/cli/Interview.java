package dev.pfeiler.cli;

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

/** Asks a person at a terminal what nothing in the project settles; Enter takes the shown default. */
public final class Interview {
    private final Terminal terminal;

    public Interview(Terminal terminal) {
        this.terminal = terminal;
    }

    /**
     * Asks the questions one after the other.
     *
     * @throws Refusal where the input ends before an answer that is needed
     */
    public Choices ask(List<Question> questions) {
        BufferedReader in = new BufferedReader(new InputStreamReader(terminal.input(), StandardCharsets.UTF_8));
        List<Choice> answers = new ArrayList<>();
        for (Question question : questions) {
            String answer = ask(question, in);
            if (!answer.isEmpty())
                answers.add(
                        new Choice(question.key(), answer, dev.pfeiler.evidence.Evidence.of("your answer", answer)));
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
                throw Refusal.inputOutput("The answer could not be read: " + e, "Settle it with --choose.", e);
            }
            if (line == null) terminal.errors().println();
            String answer = line == null ? "" : line.strip();
            boolean offered = question.offers().isEmpty() || question.offers().contains(answer);
            if (!answer.isEmpty() && offered) return answer;
            if (answer.isEmpty() && question.fallback().isPresent()) return "";
            if (line == null) {
                throw Refusal.notPossible(
                        "The input ended before " + question.key() + " was settled.",
                        "Settle it with --choose " + question.key() + "=VALUE.");
            }
        }
    }
}
