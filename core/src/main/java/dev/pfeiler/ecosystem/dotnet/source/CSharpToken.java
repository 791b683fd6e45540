package dev.pfeiler.ecosystem.dotnet.source;

/**
 * A token of a C# source.
 *
 * @param text of a name or sign; of a text its value
 * @param start in characters from 0
 * @param end behind it
 */
record CSharpToken(Kind kind, String text, int start, int end) {
    /** What a token is. */
    enum Kind {
        NAME,
        SIGN,
        /** A literal text without expressions in it. */
        TEXT,
        NUMBER,
        /** A whole line that starts with a number sign. */
        DIRECTIVE
    }

    boolean is(String sign) {
        return kind != Kind.TEXT && text.equals(sign);
    }
}
