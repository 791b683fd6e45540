package dev.pfeiler.proposal;

import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** Collects the decisions about one part, each with the user's choice where there is one. */
public final class Deliberation {
    private final Choices choices;
    private final Map<String, Decision> decisions = new LinkedHashMap<>();
    private final List<Question> questions = new ArrayList<>();

    public Deliberation(Choices choices) {
        this.choices = choices;
    }

    public Choices choices() {
        return choices;
    }

    /** The effective value: the user's, else the one the evidence proposes. */
    public String settle(Decision proposed) {
        return settle(proposed, Optional::of);
    }

    /**
     * The effective value, where not every text is one.
     *
     * @param check gives the value in its normal form, or empty if it is none
     * @throws Refusal if the user's choice is not a value of this decision
     */
    public String settle(Decision proposed, Function<String, Optional<String>> check) {
        Decision standing = choices.of(proposed.key())
                .map(c -> overruled(proposed, c, check))
                .orElse(proposed);
        decisions.put(standing.key(), standing);
        return standing.value();
    }

    /** The effective value for something the tree does not say; a question as long as no one answers. */
    public String ask(
            Question question, String title, List<Evidence> evidence, Function<String, Optional<String>> check) {
        return ask(question, title, "", evidence, check);
    }

    /** The same, listed under a title of its own. */
    public String ask(
            Question question,
            String title,
            String group,
            List<Evidence> evidence,
            Function<String, Optional<String>> check) {
        Decision byDefault = new Decision(
                question.key(),
                title,
                question.fallback().orElse(""),
                Certainty.GUESS,
                Decision.Basis.DEFAULT,
                "not specified in the project",
                evidence,
                List.of(),
                group,
                Optional.empty(),
                false);
        if (choices.of(question.key()).isEmpty() && !questions.contains(question)) questions.add(question);
        return settle(byDefault, check);
    }

    private static Decision overruled(Decision proposed, Choice choice, Function<String, Optional<String>> check) {
        String value = check.apply(choice.value())
                .orElseThrow(() -> Refusal.usage(
                        "Invalid value for " + choice.key() + ": \"" + choice.value() + "\" (" + choice.where() + ").",
                        "Run pfeiler propose to see the decision " + choice.key() + "."));
        if (value.equals(proposed.value()) && proposed.basis() == Decision.Basis.EVIDENCE) return proposed;
        List<Decision.Alternative> others = new ArrayList<>(proposed.alternatives());
        if (!proposed.value().isEmpty() && !proposed.value().equals(value)) {
            others.add(0, new Decision.Alternative(proposed.value(), "suggested by the project"));
        }
        List<Evidence> evidence = new ArrayList<>();
        evidence.add(choice.said());
        evidence.addAll(proposed.evidence());
        return proposed.overruled(value, Certainty.CERTAIN, Decision.Basis.CHOICE, "your choice", evidence, others);
    }

    /** All decisions, in the order in which they were made. */
    public List<Decision> decisions() {
        return List.copyOf(decisions.values());
    }

    /**
     * Refuses choices that no decision takes.
     *
     * @param keys of all decisions
     */
    public static void refuseUnknown(Choices choices, Collection<String> keys) {
        for (Choice choice : choices.all()) if (!keys.contains(choice.key())) throw unknown(choice, keys);
    }

    public List<Question> questions() {
        return List.copyOf(questions);
    }

    private static Refusal unknown(Choice choice, Collection<String> keys) {
        return Refusal.usage(
                "There is no decision \"" + choice.key() + "\" (" + choice.where() + ").",
                Nearest.of(keys.stream(), choice.key())
                        .map(key -> "Did you mean \"" + key + "\"?")
                        .orElse("Remove it."));
    }
}
