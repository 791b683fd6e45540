package dev.pfeiler.ecosystem.jvm.language.lexical;

/**
 * A token of a source.
 *
 * @param text of a string, what is between its quotes
 * @param line counted from 1
 */
public record Token(Kind kind, String text, int line) {
    /** Kinds of tokens. */
    public enum Kind {
        WORD,
        NUMBER,
        STRING,
        SIGN
    }

    /** Stands where there is none. */
    public static final Token NONE = new Token(Kind.SIGN, "", 0);

    public boolean is(String expected) {
        return kind != Kind.STRING && text.equals(expected);
    }

    public boolean isWord() {
        return kind == Kind.WORD;
    }

    /** Whether it starts as names of types do. */
    public boolean isCapitalized() {
        return isWord() && Character.isUpperCase(text.charAt(0));
    }
}
