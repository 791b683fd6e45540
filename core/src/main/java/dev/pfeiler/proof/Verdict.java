package dev.pfeiler.proof;

import java.util.List;

/**
 * What a proof came to.
 *
 * @param parts in the order of the survey
 * @param notes what a user should know about the proof as a whole
 */
public record Verdict(List<Part> parts, List<String> notes) {
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

    /** Whether every part is proven. */
    public boolean proven() {
        return parts.stream().allMatch(part -> part.verdict().proven());
    }
}
