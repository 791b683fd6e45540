package dev.pfeiler.tree;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * The decoded text of a file, without control characters but those that lay out a text.
 *
 * @param charset what a byte order mark says, else the first of UTF-8, ISO-8859-1 and windows-1252 that gives plain text
 * @param ascii whether every byte is ASCII, so that the charset decides nothing
 */
public record Text(String content, Charset charset, boolean ascii) {
    /** The charset of texts that came from Windows machines of Western Europe. */
    public static final Charset WINDOWS_1252 = Charset.forName("windows-1252");

    public static Text decode(byte[] bytes) {
        boolean ascii = isAscii(bytes, bytes.length);
        if (ascii) return new Text(plain(new String(bytes, StandardCharsets.US_ASCII)), StandardCharsets.UTF_8, true);
        for (Charset charset : candidates(bytes)) {
            try {
                String content = strict(bytes, charset);
                if (content.startsWith("\uFEFF")) content = content.substring(1);
                return new Text(plain(content), charset, false);
            } catch (CharacterCodingException e) {
                // the next candidate
            }
        }
        return new Text(plain(new String(bytes, StandardCharsets.ISO_8859_1)), StandardCharsets.ISO_8859_1, false);
    }

    /** A text with the replacement character for what no text holds: neither a terminal nor a descriptor may get it. */
    public static String plain(String text) {
        int i = 0;
        while (i < text.length() && !isControl(text.charAt(i))) i++;
        if (i == text.length()) return text;
        StringBuilder plain = new StringBuilder(text);
        for (; i < plain.length(); i++) if (isControl(plain.charAt(i))) plain.setCharAt(i, '\uFFFD');
        return plain.toString();
    }

    private static boolean isControl(char c) {
        return c < ' ' && c != '\n' && c != '\r' && c != '\t' && c != '\f' || c == '\u007f' || c >= '\uFFFE';
    }

    /** The lines, without their ends. */
    public List<String> lines() {
        return content.lines().toList();
    }

    /** The line, counted from 1, on which a character of a text stands. */
    public static int lineAt(String text, int at) {
        int line = 1;
        for (int i = 0; i < at; i++) if (text.charAt(i) == '\n') line++;
        return line;
    }

    /** Whether every byte up to a length is ASCII. */
    public static boolean isAscii(byte[] bytes, int length) {
        int i = 0;
        // eight at a time: sources by the ten thousand go through here
        for (; i + 8 <= length; i += 8) {
            int first = bytes[i] | bytes[i + 1] | bytes[i + 2] | bytes[i + 3];
            int second = bytes[i + 4] | bytes[i + 5] | bytes[i + 6] | bytes[i + 7];
            if ((first | second) < 0) return false;
        }
        for (; i < length; i++) if (bytes[i] < 0) return false;
        return true;
    }

    /** Whether the bytes are text of that charset throughout. */
    public static boolean decodes(byte[] bytes, Charset charset) {
        try {
            strict(bytes, charset);
            return true;
        } catch (CharacterCodingException e) {
            return false;
        }
    }

    private static List<Charset> candidates(byte[] b) {
        if (b.length >= 2 && (b[0] == -1 && b[1] == -2 || b[0] == -2 && b[1] == -1)) {
            return List.of(StandardCharsets.UTF_16);
        }
        return hasC1(b)
                ? List.of(StandardCharsets.UTF_8, WINDOWS_1252, StandardCharsets.ISO_8859_1)
                : List.of(StandardCharsets.UTF_8, StandardCharsets.ISO_8859_1);
    }

    /** Whether bytes occur that ISO-8859-1 keeps for control characters, which no source text holds. */
    private static boolean hasC1(byte[] b) {
        for (byte x : b) if ((x & 0xff) >= 0x80 && (x & 0xff) < 0xa0) return true;
        return false;
    }

    /** The text of bytes in a charset, or an error where they are not of it throughout. */
    static String strict(byte[] bytes, Charset charset) throws CharacterCodingException {
        return charset.newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT)
                .decode(ByteBuffer.wrap(bytes))
                .toString();
    }

    /** The words of a text that white space separates. */
    public static List<String> words(String text) {
        List<String> words = new ArrayList<>();
        int start = -1;
        for (int i = 0; i <= text.length(); i++) {
            boolean blank = i == text.length() || Character.isWhitespace(text.charAt(i));
            if (blank && start >= 0) words.add(text.substring(start, i));
            if (blank) start = -1;
            else if (start < 0) start = i;
        }
        return words;
    }

    /** A text up to the first place of another; all of it where there is none. */
    public static String before(String text, String mark) {
        int at = text.indexOf(mark);
        return at < 0 ? text : text.substring(0, at);
    }

    /** A text behind the last place of another; all of it where there is none. */
    public static String behindLast(String text, String mark) {
        int at = text.lastIndexOf(mark);
        return at < 0 ? text : text.substring(at + mark.length());
    }

    /** A number of things, for people: {@code 1 file}, {@code 2 files}. */
    public static String count(long number, String one) {
        return number + " " + one + (number == 1 ? "" : "s");
    }

    /** A text without another at its start. */
    public static String withoutStart(String text, String start) {
        return text.startsWith(start) ? text.substring(start.length()) : text;
    }

    /** A text without another at its end. */
    public static String withoutEnd(String text, String end) {
        return text.endsWith(end) ? text.substring(0, text.length() - end.length()) : text;
    }
}
