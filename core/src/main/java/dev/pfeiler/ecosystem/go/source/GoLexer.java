package dev.pfeiler.ecosystem.go.source;

import dev.pfeiler.ecosystem.go.source.GoToken.Kind;
import java.util.ArrayList;
import java.util.List;

/** Splits a Go file into tokens. Source: the Go language specification, lexical elements. */
final class GoLexer {
    private static final String[] SIGNS = {
        "...", "<<=", ">>=", "&^=", ":=", "<-", "<<", ">>", "&&", "||", "==", "!=", "<=", ">="
    };

    private final String text;
    private final List<GoToken> tokens = new ArrayList<>();
    private int at;
    private int line = 1;

    private GoLexer(String text) {
        this.text = text;
    }

    static List<GoToken> tokens(String text) {
        return new GoLexer(text).all();
    }

    private List<GoToken> all() {
        while (at < text.length()) {
            char c = text.charAt(at);
            if (c == '\n') {
                line++;
                at++;
            } else if (Character.isWhitespace(c) || c == '\uFEFF') at++;
            else if (text.startsWith("//", at)) add(Kind.COMMENT, lineEnd());
            else if (text.startsWith("/*", at)) add(Kind.COMMENT, behind("*/", at + 2));
            else if (c == '`') add(Kind.STRING, behind("`", at + 1));
            else if (c == '"' || c == '\'') add(c == '"' ? Kind.STRING : Kind.RUNE, quoted(c));
            else if (Character.isDigit(c) || c == '.' && digit(at + 1)) add(Kind.NUMBER, number());
            else if (Character.isJavaIdentifierStart(c) && c != '$') add(Kind.NAME, name());
            else add(Kind.SIGN, at + sign().length());
        }
        return tokens;
    }

    private void add(Kind kind, int end) {
        String token = text.substring(at, end);
        tokens.add(new GoToken(kind, token, at, end, line));
        line += (int) token.chars().filter(c -> c == '\n').count();
        at = end;
    }

    private int lineEnd() {
        int end = text.indexOf('\n', at);
        return end < 0 ? text.length() : end;
    }

    private int behind(String mark, int from) {
        int end = text.indexOf(mark, from);
        return end < 0 ? text.length() : end + mark.length();
    }

    private int quoted(char quote) {
        int i = at + 1;
        while (i < text.length() && text.charAt(i) != quote && text.charAt(i) != '\n')
            i += text.charAt(i) == '\\' ? 2 : 1;
        return Math.min(text.length(), i + 1);
    }

    private boolean digit(int i) {
        return i < text.length() && Character.isDigit(text.charAt(i));
    }

    private int number() {
        int i = at;
        while (i < text.length()) {
            char c = text.charAt(i);
            boolean exponent = (c == '+' || c == '-') && "eEpP".indexOf(text.charAt(i - 1)) >= 0 && i > at;
            if (!Character.isLetterOrDigit(c) && c != '_' && c != '.' && !exponent) break;
            i++;
        }
        return i;
    }

    private int name() {
        int i = at;
        while (i < text.length() && Character.isJavaIdentifierPart(text.charAt(i)) && text.charAt(i) != '$') i++;
        return i;
    }

    private String sign() {
        for (String sign : SIGNS) if (text.startsWith(sign, at)) return sign;
        return text.substring(at, at + 1);
    }
}
