package dev.pfeiler.check;

import java.util.Locale;

/** How much a discrepancy matters. */
public enum Severity {
    /** It works, but what is written is not so. */
    WARNING,
    /** A build, a start, a test or a delivery goes wrong, or does not hold what is written. */
    ERROR;

    /** The word for it in documents. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
