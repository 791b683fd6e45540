package dev.pfeiler.ecosystem.php.source;

/**
 * One token of a PHP file.
 *
 * @param text as written in the file; of a plain string its value
 * @param start of its first character in the text of the file
 * @param end behind its last character
 * @param line on which it starts, counted from 1
 */
public record Token(Kind kind, String text, int start, int end, int line) {
    /** Kinds of tokens. Comments and white space are none. */
    public enum Kind {
        /** Text outside of the code and is printed. */
        OUTSIDE,
        OPEN,
        CLOSE,
        VARIABLE,
        /** A name or keyword, with its namespace where one is written. */
        NAME,
        NUMBER,
        /** A string without variables in it. */
        STRING,
        /** A string with variables in it. */
        TEMPLATE,
        SIGN
    }

    public boolean is(String sign) {
        return kind == Kind.SIGN && text.equals(sign);
    }

    /** Whether it is that keyword; letter case does not count. */
    public boolean word(String keyword) {
        return kind == Kind.NAME && text.equalsIgnoreCase(keyword);
    }
}
