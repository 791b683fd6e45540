package dev.pfeiler.ecosystem.clojure.source;

import dev.pfeiler.ecosystem.clojure.source.Form.Kind;
import java.util.ArrayList;
import java.util.List;

/**
 * Reads the forms of a text. Sources: the reference of Clojure's reader, and the format EDN, of which it is an extension.
 * What is discarded ({@code #_}) is left out.
 */
public final class FormReader {
    private static final int DEEPEST = 400;
    private static final String DELIMITERS = "()[]{}\"; \t\r\n,\f";

    private final String text;
    private int at;
    private int line = 1;
    private int depth;

    private FormReader(String text) {
        this.text = text;
    }

    /** The text is none that a reader takes. */
    public static final class Malformed extends RuntimeException {
        private static final long serialVersionUID = 1;
        private final int line;

        Malformed(int line, String message) {
            super(message);
            this.line = line;
        }

        /** Counted from 1. */
        public int line() {
            return line;
        }
    }

    /**
     * All forms at the top of a text.
     *
     * @throws Malformed if it ends inside a form, closes one that is not open, or nests them without end
     */
    public static List<Form> read(String text) {
        FormReader reader = new FormReader(text);
        if (text.startsWith("#!")) reader.comment();
        List<Form> forms = reader.until('\0');
        if (reader.at < text.length()) throw new Malformed(reader.line, "unexpected " + text.charAt(reader.at));
        return forms;
    }

    private char peek() {
        return at < text.length() ? text.charAt(at) : '\0';
    }

    private char next() {
        char c = text.charAt(at++);
        if (c == '\n') line++;
        return c;
    }

    private void comment() {
        while (at < text.length() && peek() != '\n') at++;
    }

    private void blanks() {
        while (at < text.length()) {
            char c = peek();
            if (c == ';') comment();
            else if (c == '#' && text.startsWith("#!", at)) comment();
            else if (c == ',' || Character.isWhitespace(c) || c == '\uFEFF') next();
            else return;
        }
    }

    /** The forms before a closing character, which is not taken. */
    private List<Form> until(char close) {
        List<Form> forms = new ArrayList<>();
        while (true) {
            blanks();
            if (at >= text.length()) {
                if (close == '\0') return forms;
                throw new Malformed(line, "ends before " + close);
            }
            char c = peek();
            if (c == close || (close == '\0' && ")]}".indexOf(c) >= 0)) return forms;
            if (text.startsWith("#_", at)) {
                at += 2;
                one();
            } else forms.add(one());
        }
    }

    /** One form, with what is discarded before it skipped. */
    private Form one() {
        if (++depth > DEEPEST) throw new Malformed(line, "is nested too deeply");
        blanks();
        while (text.startsWith("#_", at)) {
            at += 2;
            one();
            blanks();
        }
        if (at >= text.length()) throw new Malformed(line, "ends before a form");
        Form form = form();
        depth--;
        return form;
    }

    private Form form() {
        int start = at;
        int first = line;
        char c = peek();
        switch (c) {
            case '(' -> {
                return collection(Kind.LIST, 1, ')', "");
            }
            case '[' -> {
                return collection(Kind.VECTOR, 1, ']', "");
            }
            case '{' -> {
                return collection(Kind.MAP, 1, '}', "");
            }
            case ')', ']', '}' -> throw new Malformed(line, "unexpected " + c);
            case '"' -> {
                return string(Kind.STRING, start, first);
            }
            case '\\' -> {
                at++;
                if (at < text.length()) next();
                while (at < text.length() && DELIMITERS.indexOf(peek()) < 0) at++;
                return leaf(Kind.CHARACTER, text.substring(start + 1, at), start, first);
            }
            case '\'', '`', '@' -> {
                at++;
                return prefixed(String.valueOf(c), start, first);
            }
            case '~' -> {
                at++;
                boolean splicing = peek() == '@';
                if (splicing) at++;
                return prefixed(splicing ? "~@" : "~", start, first);
            }
            case '^' -> {
                at++;
                return meta(start, first);
            }
            case '#' -> {
                return dispatched(start, first);
            }
            default -> {
                return atom(start, first);
            }
        }
    }

    private Form dispatched(int start, int first) {
        char c = at + 1 < text.length() ? text.charAt(at + 1) : '\0';
        switch (c) {
            case '(' -> {
                return collection(Kind.FUNCTION, 2, ')', "");
            }
            case '{' -> {
                return collection(Kind.SET, 2, '}', "");
            }
            case '"' -> {
                at++;
                return string(Kind.REGEX, start, first);
            }
            case '\'' -> {
                at += 2;
                return prefixed("#'", start, first);
            }
            case '^' -> {
                at += 2;
                return meta(start, first);
            }
            case '?' -> {
                at += 2;
                boolean splicing = peek() == '@';
                if (splicing) at++;
                blanks();
                if (peek() != '(') throw new Malformed(line, "a reader conditional without a list");
                Form list = collection(Kind.CONDITIONAL, 1, ')', splicing ? "@" : "");
                return new Form(Kind.CONDITIONAL, list.text(), list.parts(), start, at, first);
            }
            case ':' -> {
                // a map with a namespace for its keys
                at += 2;
                while (at < text.length() && DELIMITERS.indexOf(peek()) < 0) at++;
                String name = text.substring(start + 2, at);
                blanks();
                if (peek() != '{') throw new Malformed(line, "a namespace without a map");
                Form map = collection(Kind.MAP, 1, '}', "");
                return new Form(Kind.TAGGED, ":" + name, List.of(map), start, at, first);
            }
            case '#' -> {
                at += 2;
                return leaf(Kind.NUMBER, word(), start, first);
            }
            case '=' -> {
                at += 2;
                return prefixed("#=", start, first);
            }
            case '<', '\0' -> throw new Malformed(line, "an unreadable form");
            default -> {
                at++;
                blanks();
                String tag = word();
                if (tag.isEmpty()) throw new Malformed(line, "an unreadable form");
                Form form = one();
                return new Form(Kind.TAGGED, tag, List.of(form), start, at, first);
            }
        }
    }

    private Form meta(int start, int first) {
        Form meta = one();
        Form form = one();
        return new Form(Kind.META, "", List.of(meta, form), start, at, first);
    }

    private Form prefixed(String prefix, int start, int first) {
        Form form = one();
        return new Form(Kind.PREFIX, prefix, List.of(form), start, at, first);
    }

    private Form collection(Kind kind, int opening, char close, String name) {
        int start = at;
        int first = line;
        at += opening;
        List<Form> parts = until(close);
        at++;
        return new Form(kind, name, parts, start, at, first);
    }

    private Form string(Kind kind, int start, int first) {
        at++;
        StringBuilder value = new StringBuilder();
        while (true) {
            if (at >= text.length()) throw new Malformed(first, "a string without an end");
            char c = next();
            if (c == '"') return leaf(kind, value.toString(), start, first);
            if (c != '\\') {
                value.append(c);
                continue;
            }
            if (at >= text.length()) throw new Malformed(first, "a string without an end");
            char escaped = next();
            if (kind == Kind.REGEX) value.append('\\').append(escaped);
            else escape(escaped, value);
        }
    }

    private void escape(char escaped, StringBuilder value) {
        switch (escaped) {
            case 'n' -> value.append('\n');
            case 't' -> value.append('\t');
            case 'r' -> value.append('\r');
            case 'b' -> value.append('\b');
            case 'f' -> value.append('\f');
            case 'u' -> {
                int end = Math.min(at + 4, text.length());
                String digits = text.substring(at, end);
                if (!digits.matches("[0-9a-fA-F]{4}")) throw new Malformed(line, "an invalid escape in a string");
                value.append((char) Integer.parseInt(digits, 16));
                at = end;
            }
            default -> value.append(escaped);
        }
    }

    private String word() {
        int from = at;
        while (at < text.length() && DELIMITERS.indexOf(peek()) < 0) at++;
        return text.substring(from, at);
    }

    private Form atom(int start, int first) {
        String word = word();
        if (word.isEmpty()) throw new Malformed(line, "unexpected " + peek());
        char c = word.charAt(0);
        boolean digit = Character.isDigit(c)
                || word.length() > 1 && (c == '-' || c == '+') && Character.isDigit(word.charAt(1));
        if (digit) return leaf(Kind.NUMBER, word, start, first);
        if (c == ':') return leaf(Kind.KEYWORD, word.replaceFirst("^::?", ""), start, first);
        return leaf(Kind.SYMBOL, word, start, first);
    }

    private Form leaf(Kind kind, String value, int start, int first) {
        return new Form(kind, value, List.of(), start, at, first);
    }
}
