package dev.pfeiler.evidence;

/** How sure a fact is. */
public enum Certainty {
    /** Declared somewhere, or a hash agrees. */
    CERTAIN,
    /** Several signs agree. */
    LIKELY,
    /** One weak sign. */
    GUESS;

    /** The weaker of the two. */
    public Certainty and(Certainty other) {
        return compareTo(other) >= 0 ? this : other;
    }

    /** The word shown to people. */
    public String word() {
        return name().toLowerCase(java.util.Locale.ROOT);
    }
}
