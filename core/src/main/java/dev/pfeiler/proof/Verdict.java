package dev.pfeiler.proof;

import java.util.Comparator;
import java.util.List;

/**
 * What a proof came to.
 *
 * @param parts in the order of the survey
 * @param notes what a user should know about the proof as a whole
 * @param compared whether there was an old wiring to compare with
 * @param times how long each stage took
 */
public record Verdict(List<Part> parts, List<String> notes, boolean compared, List<StageTime> times) {
    /**
     * The verdict on one part.
     *
     * @param id of the part
     */
    public record Part(String id, PartVerdict verdict) {}

    /** How long one stage of a proof took. */
    public record StageTime(String stage, long milliseconds) {}

    public Verdict {
        parts = List.copyOf(parts);
        notes = List.copyOf(notes);
        times = List.copyOf(times);
    }

    /** One with an old wiring. */
    public Verdict(List<Part> parts, List<String> notes) {
        this(parts, notes, true);
    }

    public Verdict(List<Part> parts, List<String> notes, boolean compared) {
        this(parts, notes, compared, List.of());
    }

    /** The same with how long each stage took. */
    public Verdict timed(List<StageTime> stages) {
        return new Verdict(parts, notes, compared, stages);
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
