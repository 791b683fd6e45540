package dev.pfeiler.check;

/** A kind of discrepancy. */
public interface Kind {
    /** By which it is accepted, in lower case with hyphens. */
    String id();

    /** What a discrepancy of this kind is, in a sentence without its end. */
    String title();

    /** The severity of most of its discrepancies. */
    Severity severity();

    /** The id that a constant of an enumeration stands for. */
    static String id(Enum<?> constant) {
        return constant.name().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
    }
}
