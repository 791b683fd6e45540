package dev.pfeiler.ecosystem.node.source;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Splits JavaScript and TypeScript, with or without markup in it, into tokens. Comments are left out. Source: ECMA-262,
 * lexical grammar; the JSX specification.
 *
 * <p>Whether a slash starts a regular expression, and a less-than sign a tag, is told by the token before it.
 */
final class Lexer {
    private static final Pattern FIRST_PART = Pattern.compile("[.:-].*");

    private static final Set<String> BEFORE_OPERAND = Set.of(
            "return",
            "typeof",
            "instanceof",
            "in",
            "of",
            "new",
            "delete",
            "void",
            "throw",
            "case",
            "do",
            "else",
            "yield",
            "await",
            "default",
            "extends");
    private static final Set<String> HEADS = Set.of("if", "while", "for", "with");
    private static final String[] PUNCTUATORS = {
        ">>>=", "...", "===", "!==", "**=", "<<=", ">>=", ">>>", "&&=", "||=", "??=", "=>", "==", "!=", "<=", ">=",
        "&&", "||", "??", "?.", "++", "--", "+=", "-=", "*=", "/=", "%=", "&=", "|=", "^=", "<<", ">>", "**"
    };
    /** Deeper nesting is no one's handwriting. */
    private static final int DEEPEST = 400;

    private final String text;
    private final boolean markup;
    private final List<Token> tokens = new ArrayList<>();
    /** Of each open bracket, whether what follows its closing one is an operand's place. */
    private final Deque<Boolean> open = new ArrayDeque<>();

    private int at;
    private int line = 1;
    private boolean newLine = true;
    private int depth;
    private boolean isMarkup;
    private Optional<Integer> broken = Optional.empty();

    Lexer(String text, boolean markup) {
        this.text = text;
        this.markup = markup;
    }

    /**
     * The tokens of a text.
     *
     * @param isMarkup whether there is markup among them
     * @param broken the line at which something does not end, or cannot be understood
     */
    record Result(List<Token> tokens, boolean isMarkup, Optional<Integer> broken) {}

    static Result of(String text, boolean markup) {
        Lexer lexer = new Lexer(text, markup);
        if (text.startsWith("#!")) lexer.skipLine();
        lexer.until(false);
        return new Result(List.copyOf(lexer.tokens), lexer.isMarkup, lexer.broken);
    }

    private void fail() {
        if (broken.isEmpty()) broken = Optional.of(line);
    }

    private char peek(int ahead) {
        return at + ahead < text.length() ? text.charAt(at + ahead) : '\0';
    }

    private void add(Token.Kind kind, String value, int start, int startLine) {
        tokens.add(new Token(kind, value, start, at, startLine, newLine));
        newLine = false;
    }

    private void advance(int count) {
        for (int i = 0; i < count && at < text.length(); i++) {
            if (text.charAt(at) == '\n') {
                line++;
                newLine = true;
            }
            at++;
        }
    }

    private void skipLine() {
        while (at < text.length() && text.charAt(at) != '\n') at++;
    }

    /** @param inner whether it ends at the brace that closes the one it began with */
    private void until(boolean inner) {
        if (++depth > DEEPEST) {
            fail();
            at = text.length();
        }
        int outside = open.size();
        while (at < text.length()) {
            char c = text.charAt(at);
            if (Character.isWhitespace(c) || c == '\uFEFF') advance(1);
            else if (c == '/' && peek(1) == '/') skipLine();
            else if (c == '/' && peek(1) == '*') comment();
            else if (inner && c == '}' && open.size() == outside) break;
            else if (text.startsWith("<!--", at) && newLine) skipLine();
            else token(c);
        }
        depth--;
    }

    private void comment() {
        int end = text.indexOf("*/", at + 2);
        if (end < 0) fail();
        advance((end < 0 ? text.length() : end + 2) - at);
    }

    private void token(char c) {
        int start = at;
        int startLine = line;
        if (Character.isJavaIdentifierStart(c) || c == '#' || c == '\\' || c == '@') {
            at++;
            while (at < text.length() && (Character.isJavaIdentifierPart(text.charAt(at)) || text.charAt(at) == '\\'))
                at++;
            add(Token.Kind.NAME, text.substring(start, at), start, startLine);
        } else if (Character.isDigit(c) || c == '.' && Character.isDigit(peek(1))) {
            number(start, startLine);
        } else if (c == '"' || c == '\'') {
            string(c, start, startLine);
        } else if (c == '`') {
            template();
        } else if (c == '/' && operand()) {
            regex(start, startLine);
        } else if (c == '<' && markup && operand() && startsTag()) {
            isMarkup = true;
            element();
        } else {
            punctuator(c, start, startLine);
        }
    }

    private void number(int start, int startLine) {
        while (at < text.length()) {
            char c = text.charAt(at);
            boolean sign = (c == '+' || c == '-') && "eE".indexOf(text.charAt(at - 1)) >= 0 && peek(-1) != 'x';
            boolean hex = text.startsWith("0x", start) || text.startsWith("0X", start);
            if (!Character.isLetterOrDigit(c) && c != '.' && c != '_' && !(sign && !hex)) break;
            at++;
        }
        add(Token.Kind.NUMBER, text.substring(start, at), start, startLine);
    }

    private void string(char quote, int start, int startLine) {
        StringBuilder value = new StringBuilder();
        at++;
        while (at < text.length() && text.charAt(at) != quote) {
            char c = text.charAt(at);
            if (c == '\n') {
                fail();
                break;
            }
            if (c == '\\' && at + 1 < text.length()) {
                if (text.charAt(at + 1) == '\n' || text.charAt(at + 1) == '\r') {
                    advance(2);
                    continue;
                }
                value.append(escaped());
                continue;
            }
            value.append(c);
            at++;
        }
        if (at < text.length() && text.charAt(at) == quote) at++;
        else fail();
        add(Token.Kind.STRING, value.toString(), start, startLine);
    }

    private String escaped() {
        char c = text.charAt(at + 1);
        int digits = c == 'x' ? 2 : c == 'u' && peek(2) != '{' ? 4 : 0;
        if (digits > 0 && at + 2 + digits <= text.length()) {
            try {
                int code = Integer.parseInt(text.substring(at + 2, at + 2 + digits), 16);
                at += 2 + digits;
                return String.valueOf((char) code);
            } catch (NumberFormatException e) {
                // no escape
            }
        }
        at += 2;
        return switch (c) {
            case 'n' -> "\n";
            case 't' -> "\t";
            case 'r' -> "\r";
            default -> String.valueOf(c);
        };
    }

    private void template() {
        int start = at;
        int startLine = line;
        advance(1);
        StringBuilder value = new StringBuilder();
        while (at < text.length() && text.charAt(at) != '`') {
            char c = text.charAt(at);
            if (c == '\\') {
                value.append(peek(1));
                advance(2);
            } else if (c == '$' && peek(1) == '{') {
                advance(2);
                add(Token.Kind.TEMPLATE, value.toString(), start, startLine);
                value.setLength(0);
                punctuator("${");
                until(true);
                start = at;
                startLine = line;
                if (at < text.length()) {
                    advance(1);
                    punctuator("}$");
                }
            } else {
                value.append(c);
                advance(1);
            }
        }
        if (at >= text.length()) fail();
        advance(1);
        add(Token.Kind.TEMPLATE, value.toString(), start, startLine);
    }

    /** A bracket of a substitution: it is told from those of the code. */
    private void punctuator(String value) {
        tokens.add(new Token(Token.Kind.PUNCTUATOR, value, at - 1, at, line, false));
    }

    private void regex(int start, int startLine) {
        boolean set = false;
        at++;
        while (at < text.length() && (set || text.charAt(at) != '/')) {
            char c = text.charAt(at);
            if (c == '\n') {
                fail();
                break;
            }
            if (c == '\\') at++;
            else if (c == '[') set = true;
            else if (c == ']') set = false;
            at++;
        }
        at = Math.min(at + 1, text.length());
        while (at < text.length() && Character.isLetter(text.charAt(at))) at++;
        add(Token.Kind.REGEX, text.substring(start, at), start, startLine);
    }

    private void punctuator(char c, int start, int startLine) {
        if (c == '(') {
            boolean head = !tokens.isEmpty()
                    && HEADS.contains(tokens.get(tokens.size() - 1).text())
                    && !(tokens.size() > 1 && tokens.get(tokens.size() - 2).is("."));
            open.push(head);
        } else if (c == '[') {
            open.push(false);
        } else if (c == '{') {
            open.push(block());
        }
        Boolean closes = c == ')' || c == ']' || c == '}' ? open.poll() : null;
        if ((c == ')' || c == ']' || c == '}') && closes == null) fail();
        String value = String.valueOf(c);
        for (String longer : PUNCTUATORS) {
            if (text.startsWith(longer, at) && !(longer.equals("?.") && Character.isDigit(peek(2)))) {
                value = longer;
                break;
            }
        }
        at += value.length();
        add(Token.Kind.PUNCTUATOR, value, start, startLine);
        afterClosing = closes != null && closes;
    }

    private boolean afterClosing;

    /** Whether a brace opens a block rather than an object. */
    private boolean block() {
        if (tokens.isEmpty()) return true;
        Token last = tokens.get(tokens.size() - 1);
        if (last.kind() == Token.Kind.NAME)
            return !BEFORE_OPERAND.contains(last.text()) || last.is("do") || last.is("else");
        return last.is(")") || last.is(";") || last.is("{") || last.is("}") || last.is("=>") || last.is(":") && newLine;
    }

    /** Whether an operand stands here, and no operator. */
    private boolean operand() {
        if (tokens.isEmpty()) return true;
        Token last = tokens.get(tokens.size() - 1);
        return switch (last.kind()) {
            case NAME ->
                BEFORE_OPERAND.contains(last.text())
                        && !(tokens.size() > 1 && tokens.get(tokens.size() - 2).is("."));
            case STRING, NUMBER, REGEX, TEMPLATE, MARKUP -> false;
            case PUNCTUATOR ->
                last.is(")") || last.is("]") || last.is("}")
                        ? afterClosing
                        : !last.is("++") && !last.is("--") && !last.is("}$") || last.is("${");
        };
    }

    private boolean startsTag() {
        char next = peek(1);
        if (next == '>') return true;
        if (!Character.isLetter(next) && next != '_' && next != '$') return false;
        int i = at + 1;
        while (i < text.length()
                && (Character.isJavaIdentifierPart(text.charAt(i)) || ".-:".indexOf(text.charAt(i)) >= 0)) i++;
        // a list of type parameters
        String rest = text.substring(i, Math.min(text.length(), i + 10)).stripLeading();
        return !rest.startsWith(",") && !rest.startsWith("extends ") && !rest.startsWith("=");
    }

    /** A tag with what it contains. The names of components stand among the tokens. */
    private void element() {
        if (++depth > DEEPEST) {
            fail();
            at = text.length();
            return;
        }
        int start = at;
        int startLine = line;
        advance(1);
        tagName();
        boolean closed = false;
        while (at < text.length() && !closed) {
            char c = text.charAt(at);
            if (c == '>') {
                advance(1);
                children();
                closed = true;
            } else if (c == '/' && peek(1) == '>') {
                advance(2);
                closed = true;
            } else if (c == '{') {
                expression();
            } else if (c == '"' || c == '\'') {
                int end = text.indexOf(c, at + 1);
                if (end < 0) fail();
                advance((end < 0 ? text.length() : end + 1) - at);
            } else if (c == '/' && peek(1) == '*') {
                comment();
            } else {
                advance(1);
            }
        }
        if (!closed) fail();
        add(Token.Kind.MARKUP, "", start, startLine);
        depth--;
    }

    private void tagName() {
        int start = at;
        while (at < text.length()
                && (Character.isJavaIdentifierPart(text.charAt(at)) || ".-:".indexOf(text.charAt(at)) >= 0)) at++;
        String name = text.substring(start, at);
        if (name.isEmpty() || !Character.isUpperCase(name.charAt(0)) && !name.contains(".")) return;
        // a component is used by the name before its first dot
        String first = FIRST_PART.matcher(name).replaceFirst("");
        tokens.add(new Token(Token.Kind.PUNCTUATOR, "<", start - 1, start, line, newLine));
        tokens.add(new Token(Token.Kind.NAME, first, start, start + first.length(), line, false));
    }

    private void children() {
        while (at < text.length()) {
            char c = text.charAt(at);
            if (c == '{') expression();
            else if (c == '<' && peek(1) == '/') {
                int end = text.indexOf('>', at);
                if (end < 0) fail();
                advance((end < 0 ? text.length() : end + 1) - at);
                return;
            } else if (c == '<') element();
            else advance(1);
        }
        fail();
    }

    private void expression() {
        advance(1);
        punctuator("${");
        until(true);
        advance(1);
        punctuator("}$");
    }
}
