package dev.pfeiler.ecosystem.php.source;

import dev.pfeiler.ecosystem.php.source.Token.Kind;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Splits a PHP file into tokens. Lexical structure: the language reference of PHP, 8.3, and the specification of PHP 7. */
final class PhpTokens {
    private static final Pattern HEREDOC = Pattern.compile("<<<[ \\t]*(['\"]?)([A-Za-z_][A-Za-z_0-9]*)\\1\\r?\\n");
    private static final List<String> SIGNS = List.of(
            "<=>", "**=", "...", "<<=", ">>=", "===", "!==", "??=", "?->", "::", "->", "=>", "??", "==", "!=", "<=",
            ">=", "&&", "||", "++", "--", "+=", "-=", "*=", "/=", ".=", "%=", "&=", "|=", "^=", "<<", ">>", "**", "#[");

    /** Of each character, whether a sign of several begins with it. */
    private static final boolean[] LONG = new boolean[128];

    private static final String[] SINGLE = new String[128];

    static {
        for (String sign : SIGNS) LONG[sign.charAt(0)] = true;
        for (char c = 0; c < SINGLE.length; c++) SINGLE[c] = String.valueOf(c);
    }

    private final String text;
    private final List<Token> tokens = new ArrayList<>();
    private int at;
    private int line = 1;
    private int counted;
    private int unclosed;

    private PhpTokens(String text) {
        this.text = text;
    }

    /**
     * What a file is made of.
     *
     * @param unclosed the line of a string or comment that nothing closes; 0 if there is none
     */
    record Read(List<Token> tokens, int unclosed) {}

    static Read of(String text) {
        PhpTokens reader = new PhpTokens(text);
        reader.outside();
        return new Read(reader.tokens, reader.unclosed);
    }

    private void add(Kind kind, String value, int start, int end) {
        for (; counted < start; counted++) if (text.charAt(counted) == '\n') line++;
        tokens.add(new Token(kind, value, start, end, line));
        at = end;
    }

    private void outside() {
        while (at < text.length()) {
            int open = open(at);
            int end = open < 0 ? text.length() : open;
            if (end > at) add(Kind.OUTSIDE, text.substring(at, end), at, end);
            if (open < 0) return;
            int length = text.startsWith("<?=", open) ? 3 : text.regionMatches(true, open, "<?php", 0, 5) ? 5 : 2;
            add(Kind.OPEN, text.substring(open, open + length), open, open + length);
            inside();
        }
    }

    private int open(int from) {
        for (int i = text.indexOf("<?", from); i >= 0; i = text.indexOf("<?", i + 2)) {
            // the declaration of an XML document is text
            if (!text.regionMatches(true, i, "<?xml", 0, 5)) return i;
        }
        return -1;
    }

    private void inside() {
        while (at < text.length()) {
            char c = text.charAt(at);
            if (text.startsWith("?>", at)) {
                // a line end right behind belongs to the tag
                int end = at + 2;
                if (text.startsWith("\r\n", end)) end += 2;
                else if (text.startsWith("\n", end)) end++;
                add(Kind.CLOSE, "?>", at, end);
                return;
            }
            if (Character.isWhitespace(c)) at++;
            else if (c == '#' && !text.startsWith("#[", at) || text.startsWith("//", at)) lineComment();
            else if (text.startsWith("/*", at)) at = behind("*/", at + 2);
            else if (c == '$' && at + 1 < text.length() && letter(text.charAt(at + 1))) variable();
            else if (letter(c) || c == '\\' && at + 1 < text.length() && letter(text.charAt(at + 1))) name();
            else if (Character.isDigit(c)) number();
            else if (c == '\'' || c == '"' || c == '`') string(c);
            else if (text.startsWith("<<<", at) && heredoc()) continue;
            else sign();
        }
    }

    private int behind(String sign, int from) {
        int end = text.indexOf(sign, from);
        if (end >= 0) return end + sign.length();
        lost(at);
        return text.length();
    }

    private void lost(int start) {
        if (unclosed == 0) unclosed = Text.lineAt(text, start);
    }

    private void lineComment() {
        int end = at;
        // a closing tag ends the comment, too
        while (end < text.length() && text.charAt(end) != '\n' && !text.startsWith("?>", end)) end++;
        at = end;
    }

    private static boolean letter(char c) {
        return c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c == '_' || c > 127;
    }

    private static boolean part(char c) {
        return letter(c) || c >= '0' && c <= '9';
    }

    private int wordEnd(int from) {
        int end = from;
        while (end < text.length() && part(text.charAt(end))) end++;
        return end;
    }

    private void variable() {
        int end = wordEnd(at + 1);
        add(Kind.VARIABLE, text.substring(at, end), at, end);
    }

    private void name() {
        int end = text.charAt(at) == '\\' ? at : wordEnd(at);
        while (end + 1 < text.length() && text.charAt(end) == '\\' && letter(text.charAt(end + 1)))
            end = wordEnd(end + 1);
        add(Kind.NAME, text.substring(at, end), at, end);
    }

    private void number() {
        int end = at;
        while (end < text.length()
                && (part(text.charAt(end))
                        || text.charAt(end) == '.'
                                && end + 1 < text.length()
                                && Character.isDigit(text.charAt(end + 1)))) end++;
        add(Kind.NUMBER, text.substring(at, end), at, end);
    }

    private void string(char quote) {
        StringBuilder value = new StringBuilder();
        boolean variables = quote == '`';
        int i = at + 1;
        while (i < text.length() && text.charAt(i) != quote) {
            char c = text.charAt(i);
            if (c == '\\' && i + 1 < text.length()) {
                char next = text.charAt(i + 1);
                boolean plain = next == '\\' || next == quote || quote == '"' && next == '$';
                if (!plain) value.append(c);
                value.append(next);
                i += 2;
                continue;
            }
            if (quote == '"' && c == '$' && i + 1 < text.length()) {
                char next = text.charAt(i + 1);
                variables |= letter(next) || next == '{';
            }
            value.append(c);
            i++;
        }
        if (i >= text.length()) lost(at);
        int end = Math.min(i + 1, text.length());
        String content = variables ? text.substring(at + 1, Math.max(at + 1, end - 1)) : value.toString();
        add(variables ? Kind.TEMPLATE : Kind.STRING, content, at, end);
    }

    private boolean heredoc() {
        Matcher matcher = HEREDOC.matcher(text).region(at, text.length());
        if (!matcher.lookingAt()) return false;
        Matcher close = Pattern.compile("^[ \\t]*" + matcher.group(2) + "\\b", Pattern.MULTILINE)
                .matcher(text);
        boolean closed = close.find(matcher.end() - 1);
        if (!closed) lost(at);
        int end = closed ? close.end() : text.length();
        String body = text.substring(matcher.end(), closed ? Math.max(matcher.end(), close.start()) : end);
        boolean plain = matcher.group(1).equals("'") || body.indexOf('$') < 0;
        add(plain ? Kind.STRING : Kind.TEMPLATE, body, at, end);
        return true;
    }

    private void sign() {
        char c = text.charAt(at);
        if (c < LONG.length && LONG[c]) {
            for (String sign : SIGNS) {
                if (text.startsWith(sign, at)) {
                    add(Kind.SIGN, sign, at, at + sign.length());
                    return;
                }
            }
        }
        add(Kind.SIGN, c < SINGLE.length ? SINGLE[c] : String.valueOf(c), at, at + 1);
    }
}
