package dev.pfeiler.proposal;

import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * Something that a proposal decides, with the evidence for it and the alternatives that were rejected.
 *
 * @param key names it for choices, for example {@code level} or {@code scope:lib/junit.jar}
 * @param title names it for people
 * @param reason why this value; a sentence without its full stop, may be empty
 * @param group the title under which views list it; empty for the usual one
 * @param about the key of a decision that this one refines
 * @param implied whether it follows from other decisions, so that views may list it in short
 */
public record Decision(
        String key,
        String title,
        String value,
        Certainty certainty,
        Basis basis,
        String reason,
        List<Evidence> evidence,
        List<Alternative> alternatives,
        String group,
        Optional<String> about,
        boolean implied) {
    /** What a decision rests on. */
    public enum Basis {
        /** What the tree says. */
        EVIDENCE,
        /** Nothing in the tree: the default of a question. */
        DEFAULT,
        /** The user's choice. */
        CHOICE
    }

    /** A value that was rejected, and why. */
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
        // records of earlier versions have neither
        group = group == null ? "" : group;
        about = about == null ? Optional.empty() : about;
    }

    /** A decision by what the tree says. */
    public static Decision of(
            String key, String title, String value, Certainty certainty, String reason, List<Evidence> evidence) {
        return new Decision(
                key, title, value, certainty, Basis.EVIDENCE, reason, evidence, List.of(), "", Optional.empty(), false);
    }

    public Decision turningDown(List<Alternative> others) {
        return new Decision(key, title, value, certainty, basis, reason, evidence, others, group, about, implied);
    }

    /** The same, listed under a title of its own. */
    public Decision in(String title) {
        return new Decision(
                key, this.title, value, certainty, basis, reason, evidence, alternatives, title, about, implied);
    }

    /** The same, as a refinement of another decision. */
    public Decision refining(String other) {
        return new Decision(
                key,
                title,
                value,
                certainty,
                basis,
                reason,
                evidence,
                alternatives,
                group,
                Optional.of(other),
                implied);
    }

    /** The same, as something that follows from other decisions. */
    public Decision following() {
        return new Decision(key, title, value, certainty, basis, reason, evidence, alternatives, group, about, true);
    }

    /** The same with another outcome. */
    Decision overruled(
            String other, Certainty sure, Basis by, String why, List<Evidence> places, List<Alternative> others) {
        return new Decision(key, title, other, sure, by, why, places, others, group, about, false);
    }

    /**
     * The same as seen from the whole tree.
     *
     * @param prefix of keys; empty in a tree with one part
     * @param folder of the part
     * @param isFile whether a path names something in the part
     */
    Decision below(String prefix, String folder, Predicate<String> isFile) {
        List<Evidence> moved = evidence.stream()
                .map(one -> isFile.test(one.file()) ? one.below(folder) : one)
                .toList();
        return new Decision(
                prefix + key,
                title,
                value,
                certainty,
                basis,
                reason,
                moved,
                alternatives,
                group,
                about.map(prefix::concat),
                implied);
    }

    /** The part of the key before its colon: what choices group by. */
    public String section() {
        int colon = key.indexOf(':');
        return colon < 0 ? "" : key.substring(0, colon);
    }
}
