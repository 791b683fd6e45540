package dev.pfeiler.checking;

import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** The discrepancies that a project accepts for good, each with a reason. Described in docs/check.md. */
public final class Acceptances {
    private static final String SECTION = "accepted:";

    private final Set<String> accepted;

    private Acceptances(Set<String> accepted) {
        this.accepted = accepted;
    }

    /** Those among choices. */
    public static Acceptances in(Choices choices) {
        return new Acceptances(choices.all().stream()
                .map(Choice::key)
                .filter(key -> key.startsWith(SECTION))
                .map(key -> key.substring(SECTION.length()).strip())
                .collect(Collectors.toSet()));
    }

    /** The choices that are none. */
    public static Choices without(Choices choices) {
        List<Choice> others = choices.all().stream()
                .filter(choice -> !choice.key().startsWith(SECTION))
                .toList();
        return others.size() == choices.all().size() ? choices : new Choices(others);
    }

    /** Whether one is accepted: all of its kind, those about its subject, or those in its file. */
    public boolean accept(Discrepancy one) {
        String kind = one.kind().id();
        return accepted.contains(kind)
                || accepted.contains(kind + " " + one.subject())
                || accepted.contains(kind + " " + one.evidence().file());
    }
}
