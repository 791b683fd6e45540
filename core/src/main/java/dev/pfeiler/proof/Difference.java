package dev.pfeiler.proof;

/**
 * One thing in which old and new differ.
 *
 * @param subject what differs: a class, a file, a library
 * @param kind how
 * @param cause why; empty where nobody knows
 */
public record Difference(String subject, Kind kind, String cause) {
    /** How a thing differs. */
    public enum Kind {
        GONE,
        ADDED,
        CHANGED
    }

    /** Whether its cause is known, so that it speaks not against the conversion. */
    public boolean explained() {
        return !cause.isEmpty();
    }
}
