package dev.pfeiler.proof;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;

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

    /** What is in one of two sets only: what is gone, then what was added. */
    public static List<Difference> between(Set<String> before, Set<String> after) {
        List<Difference> differences = new ArrayList<>();
        for (String one : before) if (!after.contains(one)) differences.add(new Difference(one, Kind.GONE, ""));
        for (String one : after) if (!before.contains(one)) differences.add(new Difference(one, Kind.ADDED, ""));
        return differences;
    }

    /** Whether its cause is known, so that it does not count against the conversion. */
    public boolean explained() {
        return !cause.isEmpty();
    }
}
