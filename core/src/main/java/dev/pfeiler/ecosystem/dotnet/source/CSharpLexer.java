package dev.pfeiler.ecosystem.dotnet.source;

import dev.pfeiler.ecosystem.dotnet.source.CSharpToken.Kind;
import java.util.ArrayList;
import java.util.List;

/** The tokens of a C# source. Source: the C# language specification, lexical structure. */
final class CSharpLexer {
    private final String text;
    private final List<CSharpToken> tokens = new ArrayList<>();
    private int at;
    private boolean lineStart = true;

    private CSharpLexer(String text) {
        this.text = text;
    }

    static List<CSharpToken> tokens(String text) {
        CSharpLexer lexer = new CSharpLexer(text);
        while (lexer.at < text.length()) lexer.next();
        return lexer.tokens;
    }

    private void next() {
        char c = text.charAt(at);
        if (c == '\n') {
            lineStart = true;
            at++;
        } else if (Character.isWhitespace(c) || c == '\uFEFF') {
            at++;
        } else if (c == '#' && lineStart) {
            int end = lineEnd(at);
            add(Kind.DIRECTIVE, text.substring(at, end).strip(), end);
        } else if (text.startsWith("//", at)) {
            at = lineEnd(at);
        } else if (text.startsWith("/*", at)) {
            int end = text.indexOf("*/", at + 2);
            at = end < 0 ? text.length() : end + 2;
        } else {
            lineStart = false;
            token(c);
        }
    }

    private int lineEnd(int from) {
        int end = text.indexOf('\n', from);
        return end < 0 ? text.length() : end;
    }

    private void add(Kind kind, String value, int end) {
        tokens.add(new CSharpToken(kind, value, at, end));
        at = end;
    }

    private void token(char c) {
        if (c == '"' || c == '@' || c == '$') {
            int quote = at;
            while (quote < text.length() && "@$".indexOf(text.charAt(quote)) >= 0) quote++;
            if (quote < text.length() && text.charAt(quote) == '"') {
                quoted(quote, text.substring(at, quote));
                return;
            }
            if (c == '@') {
                name(at + 1);
                return;
            }
        }
        if (c == '\'') {
            int end = at + 1;
            while (end < text.length() && text.charAt(end) != '\'' && text.charAt(end) != '\n')
                end += text.charAt(end) == '\\' ? 2 : 1;
            add(Kind.NUMBER, "", Math.min(end + 1, text.length()));
        } else if (Character.isJavaIdentifierStart(c)) {
            name(at);
        } else if (Character.isDigit(c)) {
            int end = at;
            while (end < text.length()
                    && (Character.isLetterOrDigit(text.charAt(end)) || "._".indexOf(text.charAt(end)) >= 0)) end++;
            add(Kind.NUMBER, text.substring(at, end), end);
        } else {
            add(Kind.SIGN, String.valueOf(c), at + 1);
        }
    }

    private void name(int from) {
        int end = from;
        while (end < text.length() && Character.isJavaIdentifierPart(text.charAt(end))) end++;
        if (end == from) add(Kind.SIGN, String.valueOf(text.charAt(at)), at + 1);
        else add(Kind.NAME, text.substring(from, end), end);
    }

    /** @param marks signs in front of the quote: verbatim, interpolated */
    private void quoted(int quote, String marks) {
        boolean interpolated = marks.indexOf('$') >= 0;
        if (text.startsWith("\"\"\"", quote)) {
            int count = 3;
            while (quote + count < text.length() && text.charAt(quote + count) == '"') count++;
            String fence = "\"".repeat(count);
            int end = text.indexOf(fence, quote + count);
            int behind = end < 0 ? text.length() : end + count;
            add(interpolated ? Kind.NUMBER : Kind.TEXT, text.substring(quote + count, end < 0 ? behind : end), behind);
            return;
        }
        StringBuilder value = new StringBuilder();
        int end = quote + 1;
        boolean verbatim = marks.indexOf('@') >= 0;
        int depth = 0;
        while (end < text.length()) {
            char c = text.charAt(end);
            if (interpolated && c == '{') depth++;
            if (interpolated && c == '}') depth = Math.max(0, depth - 1);
            if (verbatim && text.startsWith("\"\"", end)) {
                value.append('"');
                end += 2;
                continue;
            }
            if (!verbatim && c == '\\' && end + 1 < text.length()) {
                end += escape(end, value);
                continue;
            }
            if (c == '"' && depth == 0 || c == '\n' && !verbatim) break;
            value.append(c);
            end++;
        }
        add(interpolated ? Kind.NUMBER : Kind.TEXT, value.toString(), Math.min(end + 1, text.length()));
    }

    private int escape(int from, StringBuilder value) {
        char c = text.charAt(from + 1);
        if (c == 'u' && from + 6 <= text.length()) {
            try {
                value.append((char) Integer.parseInt(text.substring(from + 2, from + 6), 16));
                return 6;
            } catch (NumberFormatException e) {
                return 2;
            }
        }
        value.append(
                switch (c) {
                    case 'n' -> '\n';
                    case 't' -> '\t';
                    case 'r' -> '\r';
                    case '0' -> '\0';
                    default -> c;
                });
        return 2;
    }
}
