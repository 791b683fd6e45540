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
    /** Whether a byte can be part of a word. */
    private static final boolean[] PART = new boolean[256];

    static {
        for (int i = 0; i < 256; i++) PART[i] = letter((byte) i) || digit((byte) i);
    }

    private final byte[] bytes;
    private int[] starts;
    private int[] ends;
    private int[] lines;
    private byte[] kinds;
    /** Texts made lately, by a hash of their bytes: names occur again and again. */
    private final String[] recent = new String[512];

    private final int[] recentStart = new int[recent.length];
    private final int[] recentLength = new int[recent.length];
    private int count;
    private int at;
    private int line = 1;

    JavaTokens(byte[] bytes) {
        this.bytes = bytes;
        // sources have a token for every six bytes or so, comments counted in
        int size = bytes.length / 6 + 64;
        starts = new int[size];
        ends = new int[size];
        lines = new int[size];
        kinds = new byte[size];
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

    /** The text of a token; the same string for the same text as long as no other took its place. */
    String text(int i) {
        if (i < 0 || i >= count) return "";
        int start = starts[i];
        int length = ends[i] - start;
        int hash = length;
        for (int k = start; k < ends[i]; k++) hash = hash * 31 + bytes[k];
        int slot = (hash ^ hash >>> 16) & recent.length - 1;
        String before = recent[slot];
        if (before != null
                && recentLength[slot] == length
                && Arrays.equals(bytes, recentStart[slot], recentStart[slot] + length, bytes, start, start + length)) {
            return before;
        }
        recentStart[slot] = start;
        recentLength[slot] = length;
        return recent[slot] = new String(bytes, start, length, StandardCharsets.UTF_8);
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

    int length(int i) {
        return i >= 0 && i < count ? ends[i] - starts[i] : 0;
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
        else if (PART[b & 0xff] && !digit(b)) word();
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

    // the loops below keep the array and the place in local variables: they take most of the time of a survey

    private void skipLine() {
        byte[] b = bytes;
        int p = at;
        while (p < b.length && b[p] != '\n') p++;
        at = p;
    }

    private void skipComment() {
        byte[] b = bytes;
        int p = at + 2;
        int last = b.length - 1;
        while (p < last) {
            byte c = b[p];
            if (c == '*' && b[p + 1] == '/') break;
            if (c == '\n') line++;
            p++;
        }
        at = p + 2;
    }

    private void word() {
        byte[] b = bytes;
        boolean[] part = PART;
        int start = at;
        int p = start + 1;
        while (p < b.length && part[b[p] & 0xff]) p++;
        at = p;
        add(Kind.WORD, start, p, line);
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
