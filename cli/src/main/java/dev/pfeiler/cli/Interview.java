package dev.pfeiler.cli;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.fresh.Blueprint;
import dev.pfeiler.fresh.FreshProject;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.fresh.Needs;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Question;
import dev.pfeiler.tree.Text;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Asks a user at a terminal what nothing specifies; Enter takes the default shown. */
public final class Interview {
    private static final Pattern YES = Pattern.compile("(?i)y|yes");
    private static final Pattern NO = Pattern.compile("(?i)n|no");
    private static final Pattern WORDS = Pattern.compile("[\\s,]+");

    private static final String NEEDS = "needs";

    /** What fresh projects are asked about, in this order; needs come before the level. */
    private static final List<String> FRESH =
            List.of("kind", "language", "target", "group", "name", "version", NEEDS, "level");

    private final Terminal terminal;
    private final BufferedReader in;

    public Interview(Terminal terminal) {
        this.terminal = terminal;
        this.in = new BufferedReader(new InputStreamReader(terminal.input(), StandardCharsets.UTF_8));
    }

    /**
     * Asks the questions one after the other; what is refused is asked again.
     *
     * @param check refuses answers that are not valid
     * @throws Refusal if the input ends before a required answer
     */
    public Choices ask(List<Question> questions, Consumer<Choices> check) {
        Choices answers = Choices.NONE;
        for (Question question : questions) {
            while (true) {
                String answer = ask(question);
                if (answer.isEmpty()) break;
                Choices more = answers.under(new Choices(List.of(answer(question.key(), answer))));
                try {
                    check.accept(more);
                    answers = more;
                    break;
                } catch (Refusal refusal) {
                    terminal.errors().println("  " + refusal.getMessage() + " " + refusal.next());
                }
            }
        }
        return answers;
    }

    private String ask(Question question) {
        while (true) {
            terminal.errors().println(question.text());
            if (!question.offers().isEmpty()) {
                terminal.errors().println("  one of: " + String.join(", ", question.offers()));
            }
            terminal.errors()
                    .print(question.fallback().map(d -> "  [" + d + "] ").orElse("  "));
            terminal.errors().flush();
            String line = line();
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

    /** A line of input; null at its end. */
    private String line() {
        try {
            return in.readLine();
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot read the answer: " + e, "Choose with --choose.", e);
        }
    }

    /**
     * Asks what a fresh project is to be, in a fixed order, as far as it was not given.
     *
     * @param plan the project that follows from choices; refuses what does not fit together
     */
    public Choices create(Choices given, Needs needs, Function<Choices, FreshProject> plan) {
        Choices choices = given;
        for (String key : FRESH) {
            if (key.equals(NEEDS)) {
                choices = needs(choices, needs, plan);
                continue;
            }
            if (choices.of(key).isPresent()) continue;
            Decision decision = plan.apply(choices).decisions().stream()
                    .filter(one -> one.key().equals(key))
                    .findFirst()
                    .orElseThrow();
            choices = settled(choices, decision, plan);
        }
        return choices;
    }

    private Choices settled(Choices choices, Decision decision, Function<Choices, FreshProject> plan) {
        PrintStream out = terminal.errors();
        while (true) {
            List<Decision.Alternative> others = decision.alternatives();
            boolean described = others.stream().anyMatch(one -> !one.why().isEmpty());
            out.println(decision.title() + (described ? "" : "   " + decision.reason()));
            if (described) {
                int width = others.stream()
                        .mapToInt(one -> one.value().length())
                        .max()
                        .orElse(0);
                width = Math.max(width, decision.value().length());
                out.println("    " + padded(decision.value(), width) + decision.reason());
                for (Decision.Alternative one : others) out.println("    " + padded(one.value(), width) + one.why());
            } else if (!others.isEmpty()) {
                out.println("    also: "
                        + others.stream().map(Decision.Alternative::value).collect(Collectors.joining(", ")));
            }
            out.print("  [" + decision.value() + "] ");
            out.flush();
            String line = line();
            if (line == null) out.println();
            String answer = line == null ? "" : line.strip();
            if (answer.isEmpty()) answer = decision.value();
            Choices more = choices.under(new Choices(List.of(answer(decision.key(), answer))));
            try {
                plan.apply(more);
                return more;
            } catch (Refusal refusal) {
                if (line == null) throw refusal;
                out.println("  " + refusal.getMessage() + " " + refusal.next());
            }
        }
    }

    private static String padded(String text, int width) {
        return text + " ".repeat(Math.max(0, width - text.length()) + 2);
    }

    private static Choice answer(String key, String value) {
        return new Choice(key, value, Evidence.of("your answer", value));
    }

    /** Needs are added one by one: a word that is not one of their names filters the list. */
    private Choices needs(Choices given, Needs needs, Function<Choices, FreshProject> plan) {
        PrintStream out = terminal.errors();
        Choices choices = given;
        list(needs, plan.apply(given).blueprint(), "");
        while (true) {
            String there = choices.all().stream()
                    .flatMap(choice -> Need.ofKey(choice.key()).stream())
                    .collect(Collectors.joining(", "));
            out.print("  a need, a word to filter by, or Enter to go on" + (there.isEmpty() ? "" : " (" + there + ")")
                    + ": ");
            out.flush();
            String line = line();
            if (line == null) out.println();
            String answer = line == null ? "" : line.strip();
            if (answer.isEmpty()) return choices;
            List<String> words = List.of(WORDS.split(answer));
            if (words.stream().anyMatch(word -> needs.of(Text.before(word, "=")).isEmpty())) {
                list(needs, plan.apply(choices).blueprint(), answer);
                continue;
            }
            Choices more = choices.under(new Choices(words.stream()
                    .map(word -> word.split("=", 2))
                    .map(parts -> answer(Need.key(parts[0]), parts.length > 1 ? parts[1].strip() : Need.USUAL))
                    .toList()));
            try {
                plan.apply(more);
                choices = more;
            } catch (Refusal refusal) {
                out.println("  " + refusal.getMessage() + " " + refusal.next());
            }
        }
    }

    private void list(Needs needs, Blueprint blueprint, String word) {
        PrintStream out = terminal.errors();
        out.println(word.isEmpty() ? "Needs" : "Needs for \"" + word + "\"");
        Map<String, String> others = blueprint.choices();
        boolean any = false;
        for (Need need : needs.all()) {
            List<Need.Serving> fitting =
                    need.fitting(blueprint.language(), blueprint.kind(), blueprint.target(), others);
            if (fitting.isEmpty() || !need.matches(word)) continue;
            any = true;
            String choices = fitting.stream().map(Need.Serving::id).distinct().collect(Collectors.joining(", "));
            out.println("    " + padded(need.id(), 16) + need.purpose() + " (" + choices + ")");
        }
        if (!any) out.println("    none");
    }

    /** Asks a question that Enter answers with yes, until the answer is one. */
    public boolean confirm(String question) {
        while (true) {
            terminal.errors().print(question + " [yes] ");
            terminal.errors().flush();
            String line = line();
            if (line == null) terminal.errors().println();
            if (line == null || line.isBlank() || YES.matcher(line.strip()).matches()) return true;
            if (NO.matcher(line.strip()).matches()) return false;
            terminal.errors().println("  Answer yes or no.");
        }
    }
}
