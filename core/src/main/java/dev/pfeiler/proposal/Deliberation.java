package dev.pfeiler.proposal;

import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.apache.commons.text.similarity.LevenshteinDistance;

/** Gathers the decisions of a proposal, each held against the person's choices. */
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

    /** The value that stands: the person's, else the one the evidence proposes. */
    public String settle(Decision proposed) {
        return settle(proposed, Optional::of);
    }

    /**
     * The value that stands, where not every text is one.
     *
     * @param check gives the value in its normal form, or nothing where it is none
     * @throws Refusal where the person's word is no value of this decision
     */
    public String settle(Decision proposed, Function<String, Optional<String>> check) {
        Decision standing = choices.of(proposed.key())
                .map(c -> overruled(proposed, c, check))
                .orElse(proposed);
        decisions.put(standing.key(), standing);
        return standing.value();
    }

    /** The value that stands for something the tree does not say, noted as a question as long as nobody answers. */
    public String ask(
            Question question, String title, List<Evidence> evidence, Function<String, Optional<String>> check) {
        Decision byDefault = new Decision(
                question.key(),
                title,
                question.fallback().orElse(""),
                Certainty.GUESS,
                Decision.Basis.DEFAULT,
                "nothing in the project says it",
                evidence,
                List.of());
        if (choices.of(question.key()).isEmpty() && !questions.contains(question)) questions.add(question);
        return settle(byDefault, check);
    }

    private static Decision overruled(Decision proposed, Choice choice, Function<String, Optional<String>> check) {
        String value = check.apply(choice.value())
                .orElseThrow(() -> Refusal.wrongWords(
                        "\"" + choice.value() + "\" is no value for " + choice.key() + " (" + choice.where() + ").",
                        "See what pfeiler propose shows for " + choice.key() + "."));
        if (value.equals(proposed.value()) && proposed.basis() == Decision.Basis.EVIDENCE) return proposed;
        List<Decision.Alternative> others = new ArrayList<>(proposed.alternatives());
        if (!proposed.value().isEmpty() && !proposed.value().equals(value)) {
            others.add(0, new Decision.Alternative(proposed.value(), "what the project itself suggests"));
        }
        List<Evidence> evidence = new ArrayList<>();
        evidence.add(choice.said());
        evidence.addAll(proposed.evidence());
        return new Decision(
                proposed.key(),
                proposed.title(),
                value,
                Certainty.CERTAIN,
                Decision.Basis.CHOICE,
                "settled by you",
                evidence,
                others);
    }

    /**
     * All decisions, once every choice has met the decision it settles.
     *
     * @throws Refusal where a choice names no decision
     */
    public List<Decision> decisions() {
        for (Choice choice : choices.all()) {
            if (!decisions.containsKey(choice.key())) throw unknown(choice);
        }
        return List.copyOf(decisions.values());
    }

    public List<Question> questions() {
        return List.copyOf(questions);
    }

    private Refusal unknown(Choice choice) {
        LevenshteinDistance distance = LevenshteinDistance.getDefaultInstance();
        String nearest = decisions.keySet().stream()
                .min(Comparator.comparingInt(key -> distance.apply(key, choice.key())))
                .orElse("");
        return Refusal.wrongWords(
                "There is no decision \"" + choice.key() + "\" (" + choice.where() + ").",
                nearest.isEmpty() ? "Take it out." : "Did you mean \"" + nearest + "\"?");
    }
}
