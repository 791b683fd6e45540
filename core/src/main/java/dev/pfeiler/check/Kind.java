package dev.pfeiler.check;

import java.util.Locale;

/** A kind of discrepancy. */
public interface Kind {
    /** By which it is accepted, in lower case with hyphens. */
    default String id() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** Its name as a constant. */
    String name();

    /** What a discrepancy of this kind is, in a sentence without its end. */
    String title();

    /** The severity of most of its discrepancies. */
    Severity severity();
}
