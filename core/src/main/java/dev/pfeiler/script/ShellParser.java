package dev.pfeiler.script;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Reads the statements of a shell script. What it does not understand is a command. Source: the POSIX shell command
 * language, compound commands and function definitions.
 */
public final class ShellParser {
    private static final Set<String> DECLARING = Set.of("export", "readonly", "local", "declare", "typeset");
    private static final Set<String> NO_BODY = Set.of("then", "else", "do", "!");
    private static final Set<String> COMPOUND = Set.of("while", "until", "for", "if", "case", "{");
    private static final Set<String> CLOSING = Set.of("fi", "done", "esac", "}", "elif", "else", ")");
    private static final Set<String> BRANCHES = Set.of("then", "elif", "else");
    /** How deep statements may contain each other. */
    private static final int DEEPEST = 100;

    private final List<Piece> pieces = new ArrayList<>();
    private int at;
    private int depth;
    private boolean complete = true;

    /** A piece of a line between separators. */
    private record Piece(int line, String text, String piece) {
        Piece with(String other) {
            return new Piece(line, text, other);
        }
    }

    private ShellParser() {}

    /**
     * The statements of a script.
     *
     * @param complete whether they are all that it does: not if it holds here-documents, or does not end what it begins
     */
    public record Parsed(List<Statement> statements, boolean complete) {
        public Parsed {
            statements = List.copyOf(statements);
        }
    }

    /** Reads a whole script. */
    public static Parsed parse(List<String> lines) {
        ScriptLine.Commands commands = ScriptLine.commands(lines);
        ShellParser parser = new ShellParser();
        parser.complete = !commands.documents();
        commands.lines().forEach(parser::add);
        List<Statement> statements = new ArrayList<>();
        while (parser.at < parser.pieces.size()) {
            int before = parser.at;
            statements.addAll(parser.block(Set.of()));
            // the end of something that was never begun
            if (parser.at == before) {
                parser.complete = false;
                parser.at++;
            }
        }
        return new Parsed(statements, parser.complete);
    }

    /** Reads one line of commands. */
    public static Parsed parse(String line) {
        return parse(List.of(line));
    }

    private void add(ScriptLine line) {
        for (String piece : ShellText.split(line.text(), ';'))
            if (!piece.isEmpty()) pieces.add(new Piece(line.number(), line.text(), piece));
    }

    private static String first(String piece) {
        int end = 0;
        while (end < piece.length() && !Character.isWhitespace(piece.charAt(end))) end++;
        return piece.substring(0, end);
    }

    private static String rest(String piece) {
        return piece.substring(first(piece).length()).strip();
    }

    private Optional<Piece> peek() {
        return at < pieces.size() ? Optional.of(pieces.get(at)) : Optional.empty();
    }

    /** Statements up to a piece that starts with one of some words, which stays. */
    private List<Statement> block(Set<String> ends) {
        List<Statement> statements = new ArrayList<>();
        while (at < pieces.size()) {
            Piece piece = pieces.get(at);
            String word = first(piece.piece());
            if (ends.contains(word) || CLOSING.contains(word)) return statements;
            nested(piece, statements);
        }
        if (!ends.isEmpty()) complete = false;
        return statements;
    }

    /** Reads a statement within others, unless they are nested deeper than anyone writes them. */
    private void nested(Piece piece, List<Statement> statements) {
        if (depth > DEEPEST) {
            complete = false;
            at = pieces.size();
            return;
        }
        depth++;
        statement(piece, statements);
        depth--;
    }

    private void statement(Piece piece, List<Statement> statements) {
        at++;
        String word = first(piece.piece());
        if (NO_BODY.contains(word)) {
            again(piece.with(rest(piece.piece())));
        } else if (word.equals("if")) {
            condition(piece, statements);
        } else if (word.equals("while") || word.equals("until") || word.equals("for") || word.equals("select")) {
            loop(piece, word, statements);
        } else if (word.equals("case")) {
            cases(piece, statements);
        } else if (word.equals("{")) {
            again(piece.with(rest(piece.piece())));
            statements.addAll(block(Set.of("}")));
            end("}");
        } else if (function(piece).isPresent()) {
            function(piece, statements);
        } else if (word.startsWith("(") && !word.startsWith("((")) {
            subshell(piece, statements);
        } else {
            simple(piece, statements);
        }
    }

    /** Reads a piece again, as what follows a reserved word on its line. */
    private void again(Piece piece) {
        if (!piece.piece().isEmpty()) pieces.add(at, piece);
    }

    /** Goes behind the end of a compound command; what follows it on its line, for example a redirection, is dropped. */
    private void end(String word) {
        if (peek().filter(piece -> first(piece.piece()).equals(word)).isPresent()) {
            // more than a redirection: another function's body, or a pipeline into a command
            if (rest(pieces.get(at).piece()).startsWith("|")) complete = false;
            at++;
        } else {
            complete = false;
        }
    }

    private void condition(Piece piece, List<Statement> statements) {
        again(piece.with(rest(piece.piece())));
        List<Statement> body = new ArrayList<>(block(Set.of("then")));
        while (at < pieces.size() && BRANCHES.contains(first(pieces.get(at).piece()))) {
            Piece next = pieces.get(at++);
            again(next.with(rest(next.piece())));
            body.addAll(block(Set.of("then", "elif", "else", "fi")));
        }
        end("fi");
        statements.add(new Statement.Branch(piece.line(), piece.text(), body));
    }

    private void loop(Piece piece, String word, List<Statement> statements) {
        String head = rest(piece.piece());
        String variable = "";
        if (word.equals("for") || word.equals("select")) {
            variable = first(head);
            head = rest(head);
            head = first(head).equals("in") ? rest(head) : head.isEmpty() ? "\"$@\"" : head;
            if (variable.startsWith("((")) variable = "";
        } else {
            // the condition may be several commands
            while (peek().filter(next -> !first(next.piece()).equals("do")).isPresent()) at++;
        }
        List<Statement> body = List.of();
        if (peek().filter(next -> first(next.piece()).equals("do")).isPresent()) {
            Piece next = pieces.get(at++);
            again(next.with(rest(next.piece())));
            body = block(Set.of("done"));
        }
        end("done");
        statements.add(new Statement.Loop(piece.line(), piece.text(), variable, head, body));
    }

    private void cases(Piece piece, List<Statement> statements) {
        String head = piece.piece();
        int in = head.indexOf(" in");
        if (in >= 0) again(piece.with(head.substring(in + 3).strip()));
        List<Statement> body = new ArrayList<>();
        while (at < pieces.size() && !first(pieces.get(at).piece()).equals("esac")) {
            Piece next = pieces.get(at++);
            if (first(next.piece()).equals("in")) {
                again(next.with(rest(next.piece())));
                continue;
            }
            int close = next.piece().indexOf(')');
            int open = next.piece().indexOf('(');
            boolean pattern = close >= 0 && (open < 0 || open == 0 || open > close);
            again(next.with(pattern ? next.piece().substring(close + 1).strip() : next.piece()));
            if (at < pieces.size() && !first(pieces.get(at).piece()).equals("esac")) {
                int before = at;
                if (!pattern || !next.piece().endsWith(")")) nested(pieces.get(at), body);
                if (at == before && !pattern) at++;
            }
        }
        end("esac");
        statements.add(new Statement.Branch(piece.line(), piece.text(), body));
    }

    /** The name of the function that a piece begins to define. */
    private static Optional<String> function(Piece piece) {
        String text = piece.piece();
        if (first(text).equals("function")) {
            String name = first(rest(text));
            int paren = name.indexOf('(');
            return Optional.of(paren < 0 ? name : name.substring(0, paren));
        }
        int end = 0;
        while (end < text.length() && isNamePart(text.charAt(end))) end++;
        int open = end;
        while (open < text.length() && text.charAt(open) == ' ') open++;
        boolean parentheses = text.startsWith("(", open)
                && text.substring(open + 1).stripLeading().startsWith(")");
        return end > 0 && parentheses ? Optional.of(text.substring(0, end)) : Optional.empty();
    }

    private static boolean isNamePart(char c) {
        return c == '_' || c == '-' || c == ':' || c == '.' || Character.isLetterOrDigit(c);
    }

    private void function(Piece piece, List<Statement> statements) {
        String name = function(piece).orElseThrow();
        String text = piece.piece();
        int close = text.indexOf(')');
        String behind = close < 0 ? rest(rest(text)) : text.substring(close + 1).strip();
        again(piece.with(behind));
        List<Statement> body = new ArrayList<>();
        if (at < pieces.size()) nested(pieces.get(at), body);
        statements.add(new Statement.Function(piece.line(), piece.text(), name, body));
    }

    /** A group in parentheses: on one line, as pieces are not split within them, or over several. */
    private void subshell(Piece piece, List<Statement> statements) {
        String text = piece.piece();
        int close = closing(text);
        if (close < 0) {
            // the lines up to the closing parenthesis belong to it
            int next = at;
            StringBuilder whole = new StringBuilder(text.substring(1));
            while (next < pieces.size() && !pieces.get(next).piece().startsWith(")"))
                whole.append("\n").append(pieces.get(next++).piece());
            if (next == pieces.size()) {
                complete = false;
                again(piece.with(text.substring(1).strip()));
                return;
            }
            at = next + 1;
            statements.add(new Statement.Subshell(piece.line(), piece.text(), inner(piece, whole.toString())));
            return;
        }
        String behind = text.substring(close + 1).strip();
        if (behind.startsWith("&&") || behind.startsWith("||"))
            again(piece.with(behind.substring(2).strip()));
        else if (behind.startsWith("|")) complete = false;
        statements.add(new Statement.Subshell(piece.line(), piece.text(), inner(piece, text.substring(1, close))));
    }

    private List<Statement> inner(Piece piece, String text) {
        ShellParser parser = new ShellParser();
        parser.depth = depth + 1;
        text.lines().forEach(line -> parser.add(new ScriptLine(piece.line(), line)));
        List<Statement> body = parser.block(Set.of());
        complete &= parser.complete && parser.at == parser.pieces.size();
        return body;
    }

    private static int closing(String text) {
        int open = 0;
        char quote = 0;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (quote != 0) {
                if (c == quote) quote = 0;
            } else if (c == '"' || c == '\'') quote = c;
            else if (c == '\\') i++;
            else if (c == '(') open++;
            else if (c == ')' && --open == 0) return i;
        }
        return -1;
    }

    private void simple(Piece piece, List<Statement> statements) {
        for (String command : ShellText.split(piece.piece(), ShellText.Dialect.POSIX, List.of("&&"))) {
            if (command.isEmpty()) continue;
            String word = first(command);
            List<String> stages = ShellText.split(command, ShellText.Dialect.POSIX, List.of("||", "|"));
            String last = stages.get(stages.size() - 1);
            if (COMPOUND.contains(first(last))) {
                // it goes on in the pieces behind this one, and only happens if what is before it lets it
                complete = false;
                String before = command.substring(0, command.length() - last.length());
                while (before.endsWith("|") || before.endsWith(" ")) before = before.substring(0, before.length() - 1);
                if (!before.isEmpty()) statements.add(new Statement.Command(piece.line(), piece.text(), before));
                again(piece.with(last));
                return;
            }
            if (word.startsWith("(") && closing(command) >= 0) {
                statements.add(new Statement.Subshell(
                        piece.line(), piece.text(), inner(piece, command.substring(1, closing(command)))));
                continue;
            }
            boolean declares = DECLARING.contains(word);
            String plain = declares ? rest(command) : command;
            while (declares && plain.startsWith("-")) plain = rest(plain);
            Optional<ShellText.Assigned> assigned = ShellText.assigned(plain);
            if (assigned.isPresent() && assigned.get().rest().isEmpty())
                statements.add(new Statement.Assignment(
                        piece.line(),
                        piece.text(),
                        assigned.get().name(),
                        assigned.get().value(),
                        word.equals("local")));
            else statements.add(new Statement.Command(piece.line(), piece.text(), command));
        }
    }
}
