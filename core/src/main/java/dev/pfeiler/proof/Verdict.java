package dev.pfeiler.proof;

import java.util.Comparator;
import java.util.List;

/**
 * What a proof came to.
 *
 * @param parts in the order of the survey
 * @param notes what a user should know about the proof as a whole
 * @param compared whether there was an old wiring to compare with
 */
public record Verdict(List<Part> parts, List<String> notes, boolean compared) {
    /**
     * The verdict on one part.
     *
     * @param id of the part
     */
    public record Part(String id, PartVerdict verdict) {}

    public Verdict {
        parts = List.copyOf(parts);
        notes = List.copyOf(notes);
    }

    /** One with an old wiring. */
    public Verdict(List<Part> parts, List<String> notes) {
        this(parts, notes, true);
    }

    /** The worst of the outcomes of its parts. */
    public PartVerdict.Outcome outcome() {
        return parts.stream()
                .map(part -> part.verdict().outcome())
                .max(Comparator.naturalOrder())
                .orElse(PartVerdict.Outcome.PROVEN);
    }

    /** Whether every part is proven. */
    public boolean proven() {
        return outcome() == PartVerdict.Outcome.PROVEN;
    }
}
