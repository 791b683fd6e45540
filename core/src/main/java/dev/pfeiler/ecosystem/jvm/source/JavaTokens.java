package dev.pfeiler.ecosystem.jvm.source;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * The tokens of a Java source, without comments and white space.
 *
 * <p>Works on bytes: every token that matters is ASCII, in all encodings in which sources are written, and letters beyond
 * ASCII only occur within identifiers, strings and comments. Lexical structure: The Java Language Specification, chapter 3.
 */
final class JavaTokens {
    enum Kind {
        WORD,
        NUMBER,
        STRING,
        TEXT_BLOCK,
        CHARACTER,
        SIGN,
        NONE
    }

    private static final Kind[] KINDS = Kind.values();

    private final byte[] bytes;
    private int[] starts = new int[1024];
    private int[] ends = new int[1024];
    private int[] lines = new int[1024];
    private byte[] kinds = new byte[1024];
    private int count;
    private int at;
    private int line = 1;

    JavaTokens(byte[] bytes) {
        this.bytes = bytes;
        while (at < bytes.length) scan();
    }

    int count() {
        return count;
    }

    Kind kind(int i) {
        return i < 0 || i >= count ? Kind.NONE : KINDS[kinds[i]];
    }

    /** The line of a token, counted from 1. */
    int line(int i) {
        return i < count ? lines[i] : line;
    }

    String text(int i) {
        return i < 0 || i >= count ? "" : new String(bytes, starts[i], ends[i] - starts[i], StandardCharsets.UTF_8);
    }

    /** Whether a token is that ASCII text. */
    boolean is(int i, String text) {
        if (i < 0 || i >= count || ends[i] - starts[i] != text.length()) return false;
        for (int k = 0; k < text.length(); k++) if (bytes[starts[i] + k] != text.charAt(k)) return false;
        return true;
    }

    boolean is(int i, char sign) {
        return i >= 0 && i < count && ends[i] - starts[i] == 1 && bytes[starts[i]] == sign;
    }

    boolean word(int i) {
        return kind(i) == Kind.WORD;
    }

    /** Whether a word starts with an upper-case letter, as types do. */
    boolean upper(int i) {
        return word(i) && bytes[starts[i]] >= 'A' && bytes[starts[i]] <= 'Z';
    }

    byte first(int i) {
        return i >= 0 && i < count ? bytes[starts[i]] : 0;
    }

    private void scan() {
        byte b = bytes[at];
        if (b == '\n') {
            line++;
            at++;
        } else if (b == ' ' || b == '\t' || b == '\r' || b == '\f') at++;
        else if (b == '/' && peek(1) == '/') skipLine();
        else if (b == '/' && peek(1) == '*') skipComment();
        else if (letter(b)) word();
        else if (digit(b) || b == '.' && digit(peek(1))) number();
        else if (b == '"') string();
        else if (b == '\'') quoted(Kind.CHARACTER, '\'');
        else sign(b);
    }

    private byte peek(int ahead) {
        return at + ahead < bytes.length ? bytes[at + ahead] : 0;
    }

    private static boolean letter(byte b) {
        return b >= 'a' && b <= 'z' || b >= 'A' && b <= 'Z' || b == '_' || b == '$' || b < 0;
    }

    private static boolean digit(byte b) {
        return b >= '0' && b <= '9';
    }

    private void skipLine() {
        while (at < bytes.length && bytes[at] != '\n') at++;
    }

    private void skipComment() {
        at += 2;
        while (at < bytes.length && !(bytes[at] == '*' && peek(1) == '/')) {
            if (bytes[at] == '\n') line++;
            at++;
        }
        at += 2;
    }

    private void word() {
        int start = at;
        while (at < bytes.length && (letter(bytes[at]) || digit(bytes[at]))) at++;
        add(Kind.WORD, start, at, line);
    }

    private void number() {
        int start = at;
        while (at < bytes.length && (letter(bytes[at]) || digit(bytes[at]) || bytes[at] == '.')) at++;
        add(Kind.NUMBER, start, at, line);
    }

    private void string() {
        if (peek(1) == '"' && peek(2) == '"') {
            int start = at;
            int from = line;
            at += 3;
            while (at < bytes.length && !(bytes[at] == '"' && peek(1) == '"' && peek(2) == '"')) {
                if (bytes[at] == '\n') line++;
                at += bytes[at] == '\\' && peek(1) != '\n' ? 2 : 1;
            }
            at = Math.min(at + 3, bytes.length);
            add(Kind.TEXT_BLOCK, start, at, from);
        } else {
            quoted(Kind.STRING, '"');
        }
    }

    /** A string or character; the token is what stands between the quotes. */
    private void quoted(Kind kind, char quote) {
        int start = ++at;
        while (at < bytes.length && bytes[at] != quote && bytes[at] != '\n') at += bytes[at] == '\\' ? 2 : 1;
        at = Math.min(at, bytes.length);
        add(kind, start, at, line);
        if (at < bytes.length && bytes[at] == quote) at++;
    }

    /** Arrows and method references are one token, all other signs are single. */
    private void sign(byte b) {
        int length = b == '-' && peek(1) == '>' || b == ':' && peek(1) == ':' ? 2 : 1;
        add(Kind.SIGN, at, at + length, line);
        at += length;
    }

    private void add(Kind kind, int start, int end, int onLine) {
        if (count == starts.length) {
            starts = Arrays.copyOf(starts, count * 2);
            ends = Arrays.copyOf(ends, count * 2);
            lines = Arrays.copyOf(lines, count * 2);
            kinds = Arrays.copyOf(kinds, count * 2);
        }
        starts[count] = start;
        ends[count] = end;
        lines[count] = onLine;
        kinds[count++] = (byte) kind.ordinal();
    }
}
