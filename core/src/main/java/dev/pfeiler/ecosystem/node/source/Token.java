package dev.pfeiler.ecosystem.node.source;

/**
 * One token of a script.
 *
 * @param text as written; of a string, what stands between its quotes
 * @param start where it begins in the text
 * @param end behind its last character
 * @param line counted from 1
 * @param newLine whether a line end precedes it
 */
public record Token(Kind kind, String text, int start, int end, int line, boolean newLine) {
    /** What a token is. */
    public enum Kind {
        NAME,
        STRING,
        NUMBER,
        REGEX,
        /** A template without substitutions, or one of the texts between them. */
        TEMPLATE,
        /** Text between the tags of markup. */
        MARKUP,
        PUNCTUATOR
    }

    /** Whether it is this punctuator, or this word. */
    public boolean is(String other) {
        return (kind == Kind.PUNCTUATOR || kind == Kind.NAME) && text.equals(other);
    }
}
