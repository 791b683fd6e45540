package dev.pfeiler.ecosystem.jvm.language.java;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * The tokens of a Java source, without comments and white space.
 *
 * <p>Works on bytes: every token that matters is ASCII, in all encodings in which sources are written, and letters beyond
 * ASCII only occur within identifiers, strings and comments. Lexical structure: The Java Language Specification, chapter 3.
 *
 * <p>One of these reads many sources, one after the other, so that its arrays and the strings it made serve again.
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

    /** A word that says something of the syntax around it. */
    enum Keyword {
        NONE,
        CASE,
        CATCH,
        CLASS,
        DEFAULT,
        ENUM,
        FINAL,
        IMPORT,
        INSTANCEOF,
        INTERFACE,
        MAIN,
        PACKAGE,
        PERMITS,
        PRIVATE,
        RECORD,
        STATIC,
        SWITCH,
        TRY,
        VAR,
        VOID,
        WHEN
    }

    private static final byte WORD = (byte) Kind.WORD.ordinal();
    private static final byte SIGN = (byte) Kind.SIGN.ordinal();
    private static final Kind[] KINDS = Kind.values();
    private static final Keyword[] KEYWORDS = Keyword.values();

    /** Of each byte, whether it can be part of a word. */
    private static final boolean[] PART = new boolean[256];

    private static final byte SPACE = 1;
    private static final byte LINE = 2;
    private static final byte LETTER = 3;
    private static final byte OTHER = 0;
    /** Of each byte, what starts with it. */
    private static final byte[] STARTS = new byte[256];

    /** The keywords by a hash of their bytes, and where none has that hash, {@link Keyword#NONE}. */
    private static final byte[] KEYWORD_OF = new byte[1 << 12];

    private static final byte[][] KEYWORD_BYTES = new byte[KEYWORDS.length][];

    static {
        for (int i = 0; i < 256; i++) {
            PART[i] = letter((byte) i) || digit((byte) i);
            STARTS[i] = letter((byte) i) ? LETTER : i == '\n' ? LINE : " \t\r\f".indexOf(i) >= 0 ? SPACE : OTHER;
        }
        for (Keyword keyword : KEYWORDS) {
            byte[] bytes = keyword.name().toLowerCase(java.util.Locale.ROOT).getBytes(StandardCharsets.US_ASCII);
            int hash = 0;
            for (byte b : bytes) hash = hash * 31 + b;
            KEYWORD_BYTES[keyword.ordinal()] = bytes;
            if (keyword == Keyword.NONE) continue;
            int slot = hash & KEYWORD_OF.length - 1;
            if (KEYWORD_OF[slot] != 0) throw new IllegalStateException("two keywords have one hash: " + keyword);
            KEYWORD_OF[slot] = (byte) keyword.ordinal();
        }
    }

    private byte[] bytes = {};
    private int[] starts = new int[1 << 12];
    private int[] ends = new int[starts.length];
    private int[] lines = new int[starts.length];
    private int[] hashes = new int[starts.length];
    private byte[] kinds = new byte[starts.length];
    private byte[] keywords = new byte[starts.length];
    private int count;
    private int at;
    private int line;

    /** Strings made before, by a hash of their bytes: names occur again and again, in one source and in many. */
    private final String[] made = new String[1 << 14];

    private final byte[][] madeOf = new byte[made.length][];
    private final int[] madeHash = new int[made.length];
    /** The number of the source in which {@link #newText} last gave the string. */
    private final int[] askedIn = new int[made.length];
    /** How many sources were taken. */
    private int sources;

    /** Takes another source instead of the one before. */
    void read(byte[] source) {
        bytes = source;
        sources++;
        count = 0;
        at = 0;
        line = 1;
        // words and white space are most of a source, and reading them most of a survey: without calls, and with
        // everything in local variables
        byte[] b = source;
        byte[] starting = STARTS;
        boolean[] part = PART;
        byte[] keywordOf = KEYWORD_OF;
        int p = 0;
        int passed = 1;
        while (p < b.length) {
            byte first = b[p];
            switch (starting[first & 0xff]) {
                case SPACE -> p++;
                case LINE -> {
                    passed++;
                    p++;
                }
                case LETTER -> {
                    int start = p;
                    int hash = first;
                    while (++p < b.length) {
                        byte c = b[p];
                        if (!part[c & 0xff]) break;
                        hash = hash * 31 + c;
                    }
                    int n = count;
                    if (n == starts.length) grow();
                    starts[n] = start;
                    ends[n] = p;
                    lines[n] = passed;
                    hashes[n] = hash;
                    kinds[n] = WORD;
                    byte keyword = keywordOf[hash & KEYWORD_OF.length - 1];
                    keywords[n] = keyword == 0 || !spells(keyword, start, p) ? 0 : keyword;
                    count = n + 1;
                }
                default -> {
                    at = p;
                    line = passed;
                    scan(first);
                    p = at;
                    passed = line;
                }
            }
        }
        at = p;
        line = passed;
    }

    private boolean spells(byte keyword, int start, int end) {
        byte[] expected = KEYWORD_BYTES[keyword];
        return Arrays.equals(expected, 0, expected.length, bytes, start, end);
    }

    int count() {
        return count;
    }

    Kind kind(int i) {
        return i < 0 || i >= count ? Kind.NONE : KINDS[kinds[i]];
    }

    Keyword keyword(int i) {
        return i < 0 || i >= count ? Keyword.NONE : KEYWORDS[keywords[i]];
    }

    /** The line of a token, counted from 1. */
    int line(int i) {
        return i < count ? lines[i] : line;
    }

    /** The text of a token; the same string for the same text as long as no other took its place among the made ones. */
    String text(int i) {
        if (i < 0 || i >= count) return "";
        return text(starts[i], ends[i], hashes[i]);
    }

    /** The text of several tokens, without what is between them. */
    String text(int first, int behind) {
        if (behind <= first + 1) return text(first);
        int hash = hashes[first];
        boolean closed = true;
        for (int i = first + 1; i < behind; i++) {
            hash = hash * 31 + hashes[i];
            closed &= starts[i] == ends[i - 1];
        }
        if (closed) return text(starts[first], ends[behind - 1], hash);
        StringBuilder text = new StringBuilder();
        for (int i = first; i < behind; i++) text.append(text(i));
        return text.toString();
    }

    private String text(int start, int end, int hash) {
        int slot = slot(start, end, hash);
        return made[slot];
    }

    /** Where the string of some bytes is among the made ones; it is made if it is not there. */
    private int slot(int start, int end, int hash) {
        int slot = (hash ^ hash >>> 15) & made.length - 1;
        if (madeHash[slot] == hash && made[slot] != null && isMade(madeOf[slot], start, end)) return slot;
        madeHash[slot] = hash;
        madeOf[slot] = Arrays.copyOfRange(bytes, start, end);
        made[slot] = new String(bytes, start, end - start, StandardCharsets.UTF_8);
        askedIn[slot] = 0;
        return slot;
    }

    // short, and faster so than by a library call that the first compiler does not replace
    private boolean isMade(byte[] before, int start, int end) {
        if (before.length != end - start) return false;
        byte[] b = bytes;
        for (int i = 0; i < before.length; i++) if (before[i] != b[start + i]) return false;
        return true;
    }

    /** The text of a word at its first call for it since the source was taken; null, perhaps, at later ones. */
    String newText(int i) {
        int slot = slot(starts[i], ends[i], hashes[i]);
        if (askedIn[slot] == sources) return null;
        askedIn[slot] = sources;
        return made[slot];
    }

    /** Whether a token is that ASCII text. */
    boolean is(int i, String text) {
        if (i < 0 || i >= count || ends[i] - starts[i] != text.length()) return false;
        for (int k = 0; k < text.length(); k++) if (bytes[starts[i] + k] != text.charAt(k)) return false;
        return true;
    }

    boolean is(int i, Keyword keyword) {
        return i >= 0 && i < count && keywords[i] == keyword.ordinal();
    }

    boolean is(int i, char sign) {
        return i >= 0 && i < count && kinds[i] == SIGN && bytes[starts[i]] == sign && ends[i] - starts[i] == 1;
    }

    boolean word(int i) {
        return i >= 0 && i < count && kinds[i] == 0;
    }

    /** Whether a token is a word that says nothing of the syntax around it. */
    boolean isPlainWord(int i) {
        return kinds[i] == WORD && keywords[i] == 0;
    }

    /** Whether a word starts with an upper-case letter, as types do. */
    boolean upper(int i) {
        if (!word(i)) return false;
        byte first = bytes[starts[i]];
        return first < 0 ? Character.isUpperCase(text(i).codePointAt(0)) : first >= 'A' && first <= 'Z';
    }

    /** The first character of a sign; 0 for any other token. */
    byte first(int i) {
        return i >= 0 && i < count && kinds[i] == SIGN ? bytes[starts[i]] : 0;
    }

    /** Takes what is neither a word nor white space. */
    private void scan(byte b) {
        if (b == '/' && peek(1) == '/') skipLine();
        else if (b == '/' && peek(1) == '*') skipComment();
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
        byte[] b = bytes;
        int p = at;
        while (p < b.length && b[p] != '\n') p++;
        at = p;
    }

    private void skipComment() {
        byte[] b = bytes;
        int p = at + 2;
        int last = b.length - 1;
        int passed = 0;
        while (p < last) {
            byte c = b[p++];
            // most bytes are letters, which come behind both
            if (c > '*') continue;
            if (c == '\n') passed++;
            else if (c == '*' && b[p] == '/') {
                p--;
                break;
            }
        }
        line += passed;
        at = p + 2;
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

    /** A string or character; the token is what is between the quotes. */
    private void quoted(Kind kind, char quote) {
        byte[] b = bytes;
        int start = at + 1;
        int hash = 0;
        int p = start;
        while (p < b.length && b[p] != quote && b[p] != '\n') {
            hash = hash * 31 + b[p];
            p += b[p] == '\\' ? 2 : 1;
        }
        at = Math.min(p, b.length);
        add(kind, start, at, line, hash, (byte) 0);
        if (at < b.length && b[at] == quote) at++;
    }

    /** Arrows and method references are one token, all other signs are single. */
    private void sign(byte b) {
        int length = b == '-' && peek(1) == '>' || b == ':' && peek(1) == ':' ? 2 : 1;
        add(Kind.SIGN, at, at + length, line);
        at += length;
    }

    private void add(Kind kind, int start, int end, int onLine) {
        add(kind, start, end, onLine, bytes[start] * 31 + end - start, (byte) 0);
    }

    private void add(Kind kind, int start, int end, int onLine, int hash, byte keyword) {
        int n = count;
        if (n == starts.length) grow();
        starts[n] = start;
        ends[n] = end;
        lines[n] = onLine;
        hashes[n] = hash;
        keywords[n] = keyword;
        kinds[n] = (byte) kind.ordinal();
        count = n + 1;
    }

    private void grow() {
        int size = starts.length * 2;
        starts = Arrays.copyOf(starts, size);
        ends = Arrays.copyOf(ends, size);
        lines = Arrays.copyOf(lines, size);
        hashes = Arrays.copyOf(hashes, size);
        keywords = Arrays.copyOf(keywords, size);
        kinds = Arrays.copyOf(kinds, size);
    }
}
