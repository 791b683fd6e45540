package dev.pfeiler.proof;

import java.util.List;

/**
 * One row of a proof: a kind of thing, compared with what the old wiring built.
 *
 * @param subject what is compared, for example {@code classes}
 * @param before what the old wiring gave, in words
 * @param after what the build tool gave, in words
 * @param differences all of them; none where both are the same
 */
public record Comparison(String subject, String before, String after, List<Difference> differences) {
    public Comparison {
        differences = List.copyOf(differences);
    }

    /** The same row under another name. */
    public Comparison named(String name) {
        return new Comparison(name, before, after, differences);
    }

    /** How the row came out. */
    public enum State {
        SAME,
        EXPLAINED,
        DIFFERENT
    }

    public State state() {
        if (differences.isEmpty()) return State.SAME;
        return differences.stream().allMatch(Difference::explained) ? State.EXPLAINED : State.DIFFERENT;
    }
}
