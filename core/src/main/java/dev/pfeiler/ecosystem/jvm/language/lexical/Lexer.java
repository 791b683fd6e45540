package dev.pfeiler.ecosystem.jvm.language.lexical;

import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;

/**
 * Splits a source in Kotlin, Groovy or Scala into tokens, without comments and white space. It reads whatever it is
 * given: what is not closed ends with the text. Sources: the language specifications, "Lexical structure".
 */
public final class Lexer {
    /** Expressions in strings that are nested deeper are read as text. */
    private static final int DEEPEST = 64;

    private static final String TRIPLE = "\"\"\"";
    private static final String TRIPLE_SINGLE = "'''";

    private final LexicalSyntax syntax;
    private final String text;
    private final List<Token> tokens = new ArrayList<>();
    /** The ends of strings whose embedded expressions are being read, each with the braces open in it. */
    private final Deque<Embedded> embedded = new ArrayDeque<>();

    private int at;
    private int line = 1;

    private Lexer(LexicalSyntax syntax, String text) {
        this.syntax = syntax;
        this.text = text;
    }

    /** A string that goes on behind an expression. */
    private static final class Embedded {
        private final String end;
        private int braces;

        private Embedded(String end) {
            this.end = end;
        }
    }

    public static List<Token> tokens(LexicalSyntax syntax, byte[] utf8) {
        Lexer lexer = new Lexer(syntax, new String(utf8, StandardCharsets.UTF_8));
        if (lexer.text.startsWith("#!")) lexer.skipLine();
        while (lexer.at < lexer.text.length()) lexer.scan();
        return lexer.tokens;
    }

    private void scan() {
        char c = text.charAt(at);
        if (c == '\n') line++;
        if (Character.isWhitespace(c)) at++;
        else if (text.startsWith("//", at)) skipLine();
        else if (text.startsWith("/*", at)) comment();
        else if (text.startsWith(TRIPLE, at)) string(TRIPLE);
        else if (c == '"') string("\"");
        else if (c == '\'') quote();
        else if (c == '`') backticked();
        else if (syntax.slashyStrings() && text.startsWith("$/", at)) string("/$");
        else if (syntax.slashyStrings() && c == '/' && startsValue() && closes()) string("/");
        else if (Character.isJavaIdentifierStart(c)) word();
        else if (Character.isDigit(c)) number();
        else sign(c);
    }

    private void skipLine() {
        int end = text.indexOf('\n', at);
        at = end < 0 ? text.length() : end;
    }

    private void comment() {
        int depth = 0;
        do {
            if (text.startsWith("/*", at) && (depth == 0 || syntax.nestedComments())) {
                depth++;
                at += 2;
            } else if (text.startsWith("*/", at)) {
                depth--;
                at += 2;
            } else {
                if (text.charAt(at) == '\n') line++;
                at++;
            }
        } while (depth > 0 && at < text.length());
    }

    private void word() {
        int start = at;
        while (at < text.length() && Character.isJavaIdentifierPart(text.charAt(at))) at++;
        add(Token.Kind.WORD, text.substring(start, at), line);
    }

    private void number() {
        int start = at;
        while (at < text.length() && (Character.isLetterOrDigit(text.charAt(at)) || text.charAt(at) == '_')) at++;
        add(Token.Kind.NUMBER, text.substring(start, at), line);
    }

    private void backticked() {
        int end = text.indexOf('`', at + 1);
        int lineEnd = text.indexOf('\n', at);
        if (end < 0 || lineEnd >= 0 && lineEnd < end) {
            at++;
            return;
        }
        if (end > at + 1) add(Token.Kind.WORD, text.substring(at + 1, end), line);
        at = end + 1;
    }

    /** A string in single quotes, a character, or the mark of a symbol. */
    private void quote() {
        if (syntax.quotedStrings()) {
            string(text.startsWith(TRIPLE_SINGLE, at) ? TRIPLE_SINGLE : "'");
            return;
        }
        int start = at + 1;
        if (start < text.length() && text.charAt(start) == '\\') {
            int end = text.indexOf('\'', start + 2);
            at = end < 0 || end > start + 8 ? start : end + 1;
        } else if (start + 1 < text.length() && text.charAt(start + 1) == '\'') at = start + 2;
        else at = start;
    }

    private void string(String end) {
        at += end.equals("/$") ? 2 : end.length();
        rest(end);
    }

    /** The rest of a string, up to its end or to an expression in it. */
    private void rest(String end) {
        int start = at;
        int startLine = line;
        boolean raw = end.equals(TRIPLE) || end.equals("/$");
        boolean embeds = !end.startsWith("'");
        while (at < text.length()) {
            char c = text.charAt(at);
            if (c == '\\' && !raw) {
                if (at + 1 < text.length() && text.charAt(at + 1) == '\n') line++;
                at = Math.min(text.length(), at + 2);
            } else if (text.startsWith(end, at)) {
                add(Token.Kind.STRING, text.substring(start, at), startLine);
                at += end.length();
                return;
            } else if (embeds && text.startsWith("${", at) && embedded.size() < DEEPEST) {
                at += 2;
                embedded.push(new Embedded(end));
                return;
            } else if (c == '\n') {
                // a string in single marks ends with its line, whatever was meant
                if (end.length() == 1 && !end.equals("/")) return;
                line++;
                at++;
            } else at++;
        }
    }

    private void sign(char c) {
        at++;
        if (!embedded.isEmpty()) {
            Embedded inner = embedded.peek();
            if (c == '{') inner.braces++;
            else if (c == '}' && inner.braces-- == 0) {
                embedded.pop();
                rest(inner.end);
                return;
            }
        }
        add(Token.Kind.SIGN, String.valueOf(c), line);
    }

    /** Whether a slash is closed by another one in its line. */
    private boolean closes() {
        int close = text.indexOf('/', at + 1);
        int end = text.indexOf('\n', at);
        return close > 0 && (end < 0 || close < end);
    }

    /** Whether a value, and not an operator, may stand behind the last token. */
    private boolean startsValue() {
        if (tokens.isEmpty()) return true;
        Token last = tokens.get(tokens.size() - 1);
        return switch (last.kind()) {
            case SIGN -> !last.is(")") && !last.is("]") && !last.is("}");
            case WORD -> last.is("return") || last.is("in") || last.is("case");
            default -> false;
        };
    }

    private void add(Token.Kind kind, String value, int at) {
        tokens.add(new Token(kind, value, at));
    }
}
