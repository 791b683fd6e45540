package dev.pfeiler.proposal;

import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import java.util.List;
import java.util.Objects;

/**
 * One thing the proposal settles, with the evidence behind it and the alternatives it turned down.
 *
 * @param key names it for choices, for example {@code level} or {@code scope:lib/junit.jar}
 * @param title names it for people
 * @param reason why this value; a sentence without its full stop, may be empty
 */
public record Decision(
        String key,
        String title,
        String value,
        Certainty certainty,
        Basis basis,
        String reason,
        List<Evidence> evidence,
        List<Alternative> alternatives) {
    /** What a decision rests on. */
    public enum Basis {
        /** What the tree says. */
        EVIDENCE,
        /** Nothing in the tree: the default of a question. */
        DEFAULT,
        /** The person's word. */
        CHOICE
    }

    /** A value that was turned down, and why. */
    public record Alternative(String value, String why) {}

    public Decision {
        Objects.requireNonNull(key);
        Objects.requireNonNull(title);
        Objects.requireNonNull(value);
        Objects.requireNonNull(certainty);
        Objects.requireNonNull(basis);
        Objects.requireNonNull(reason);
        evidence = List.copyOf(evidence);
        alternatives = List.copyOf(alternatives);
    }

    /** A decision by what the tree says. */
    public static Decision of(
            String key, String title, String value, Certainty certainty, String reason, List<Evidence> evidence) {
        return new Decision(key, title, value, certainty, Basis.EVIDENCE, reason, evidence, List.of());
    }

    public Decision turningDown(List<Alternative> others) {
        return new Decision(key, title, value, certainty, basis, reason, evidence, others);
    }

    /** The part of the key before its colon: what choices group by. */
    public String section() {
        int colon = key.indexOf(':');
        return colon < 0 ? "" : key.substring(0, colon);
    }
}
