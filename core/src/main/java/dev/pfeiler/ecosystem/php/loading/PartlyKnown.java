package dev.pfeiler.ecosystem.php.loading;

/**
 * A text of which the beginning and the end are known, and what is between them may not be.
 *
 * @param known whether it is known whole; then it is the beginning alone
 */
public record PartlyKnown(String beginning, String end, boolean known) {
    /** Of which nothing is known. */
    static final PartlyKnown UNKNOWN = new PartlyKnown("", "", false);

    static PartlyKnown of(String text) {
        return new PartlyKnown(text, "", true);
    }

    PartlyKnown then(PartlyKnown next) {
        if (known && next.known) return of(beginning + next.beginning);
        if (known) return new PartlyKnown(beginning + next.beginning, next.end, false);
        return new PartlyKnown(beginning, next.known ? end + next.beginning : next.end, false);
    }
}
