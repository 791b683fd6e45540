package dev.pfeiler.proof;

/**
 * One thing in which old and new differ.
 *
 * @param subject what differs: a class, a file, a library
 * @param kind how
 * @param detail what there is to know of it, for example sizes in bytes; empty if there is nothing
 * @param cause why; empty if no one knows
 */
public record Difference(String subject, Kind kind, String detail, String cause) {
    /** How a thing differs. */
    public enum Kind {
        GONE,
        ADDED,
        MOVED,
        CHANGED,
        /** It could not be compared. */
        UNCHECKED
    }

    /** One of which nothing more is known. */
    public Difference(String subject, Kind kind, String cause) {
        this(subject, kind, "", cause);
    }

    /** Whether its cause is known, so that it does not count against the conversion. */
    public boolean explained() {
        return !cause.isEmpty();
    }
}
