package dev.pfeiler.ecosystem.go.source;

/**
 * A token of a Go file.
 *
 * @param start in the text, in characters
 * @param end behind it
 * @param line counted from 1
 */
record GoToken(Kind kind, String text, int start, int end, int line) {
    enum Kind {
        NAME,
        NUMBER,
        STRING,
        RUNE,
        SIGN,
        COMMENT
    }

    boolean is(String sign) {
        return kind == Kind.SIGN && text.equals(sign);
    }

    boolean word(String name) {
        return kind == Kind.NAME && text.equals(name);
    }

    boolean isName() {
        return kind == Kind.NAME;
    }
}
