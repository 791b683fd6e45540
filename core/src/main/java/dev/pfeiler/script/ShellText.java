package dev.pfeiler.script;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The lexical rules of command lines: quotes, escapes, comments and joins. Source: the POSIX shell command language, token
 * recognition, and the rules of Windows' command processor.
 */
public final class ShellText {
    /** Which program reads a command line. */
    public enum Dialect {
        POSIX,
        BATCH
    }

    private ShellText() {}

    /** A walk over a text that knows which characters are quoted. */
    private static final class Scanner {
        private final String text;
        private final Dialect dialect;
        private char quote;
        private boolean escaped;
        private int depth;
        private int at = -1;

        Scanner(String text, Dialect dialect) {
            this.text = text;
            this.dialect = dialect;
        }

        /** Goes to the next character; false at the end. */
        boolean next() {
            if (++at >= text.length()) return false;
            escaped = false;
            char c = text.charAt(at);
            char escape = dialect == Dialect.BATCH ? '^' : '\\';
            if (quote != 0) {
                if (c == quote) quote = 0;
                else if (c == escape && quote == '"' && dialect == Dialect.POSIX) at++;
                return true;
            }
            escaped = c == escape;
            if (escaped) at++;
            else if (c == '"' || dialect == Dialect.POSIX && (c == '\'' || c == '`')) quote = c;
            else if (c == '(') depth++;
            else if (c == ')') depth--;
            return true;
        }

        /** Whether a text is here, outside quotes and parentheses. */
        boolean isHere(String joint) {
            return quote == 0 && !escaped && depth <= 0 && text.startsWith(joint, at);
        }
    }

    /** A line without the comment at its end. */
    public static String withoutComment(String line) {
        Scanner scanner = new Scanner(line, Dialect.POSIX);
        int before = -1;
        while (scanner.next()) {
            int at = scanner.at;
            boolean starts = before < 0 || before < line.length() && Character.isWhitespace(line.charAt(before));
            if (starts && scanner.quote == 0 && !scanner.escaped && at < line.length() && line.charAt(at) == '#')
                return line.substring(0, at).stripTrailing();
            before = at;
        }
        return line;
    }

    /** Parts of a text at a separator that is outside quotes and parentheses. */
    public static List<String> split(String text, char separator) {
        return split(text, Dialect.POSIX, List.of(String.valueOf(separator)));
    }

    /** The commands of a line that run one after the other; pipelines and alternatives stay whole. */
    public static List<String> sequence(String line, Dialect dialect) {
        // a single ampersand joins commands in one dialect, and sends one to the background in the other
        return split(line, dialect, dialect == Dialect.BATCH ? List.of("&&", "&") : List.of("&&", ";"));
    }

    /** The commands of a line that run one after the other, each only if the one before succeeds or fails. */
    public static List<String> steps(String line) {
        return split(line, Dialect.POSIX, List.of("&&", "||"));
    }

    /** All commands of a line, whatever joins them. */
    public static List<String> commands(String line, Dialect dialect) {
        return split(line, dialect, List.of("&&", "||", ";", "|", "&"));
    }

    static List<String> split(String text, Dialect dialect, List<String> joints) {
        List<String> parts = new ArrayList<>();
        Scanner scanner = new Scanner(text, dialect);
        int start = 0;
        while (scanner.next()) {
            for (String joint : joints) {
                if (!scanner.isHere(joint) || isRedirection(text, scanner.at)) continue;
                parts.add(text.substring(start, scanner.at).strip());
                scanner.at += joint.length() - 1;
                start = scanner.at + 1;
                break;
            }
        }
        parts.add(text.substring(Math.min(start, text.length())).strip());
        return parts;
    }

    /** Whether a sign is part of {@code 2>&1}, {@code &>} or {@code >|}. */
    private static boolean isRedirection(String text, int at) {
        char c = text.charAt(at);
        if (c != '&' && c != '|') return false;
        boolean after = at > 0 && text.charAt(at - 1) == '>';
        boolean before = c == '&' && at + 1 < text.length() && text.charAt(at + 1) == '>';
        return after || before;
    }

    /** Whether a word sends output somewhere: {@code >file}, {@code 2>&1}. */
    public static boolean isRedirection(String word) {
        int at = !word.isEmpty() && Character.isDigit(word.charAt(0)) ? 1 : 0;
        return word.startsWith(">", at);
    }

    /** The words of a command, without their quotes. */
    public static List<String> words(String command) {
        List<String> words = new ArrayList<>();
        StringBuilder word = new StringBuilder();
        boolean open = false;
        char quote = 0;
        for (int i = 0; i < command.length(); i++) {
            char c = command.charAt(i);
            if (quote != 0) {
                boolean escaped = quote == '"' && c == '\\' && i + 1 < command.length();
                if (c == quote) quote = 0;
                else if (escaped && "\"\\$`".indexOf(command.charAt(i + 1)) >= 0) word.append(command.charAt(++i));
                else word.append(c);
            } else if (c == '\'' || c == '"') {
                quote = c;
                open = true;
            } else if (Character.isWhitespace(c)) {
                if (open || !word.isEmpty()) words.add(word.toString());
                word.setLength(0);
                open = false;
            } else if (c == '\\' && i + 1 < command.length() && "\"' \\*();&|#$".indexOf(command.charAt(i + 1)) >= 0) {
                word.append(command.charAt(++i));
            } else {
                word.append(c);
            }
        }
        if (open || !word.isEmpty()) words.add(word.toString());
        return words;
    }

    /** Whether a quote is open at the end of a text. */
    static boolean isOpen(String text) {
        Scanner scanner = new Scanner(text, Dialect.POSIX);
        while (scanner.next()) continue;
        return scanner.quote != 0;
    }

    /**
     * A variable that is set at the start of a command.
     *
     * @param value as it is written
     * @param rest the command that it is set for; empty if it is set for all that follow
     */
    public record Assigned(String name, String value, String rest) {}

    /** The variable that a command starts with, if it sets one. */
    public static Optional<Assigned> assigned(String command) {
        int equals = 0;
        while (equals < command.length() && isNamePart(command.charAt(equals), equals)) equals++;
        if (equals == 0 || equals == command.length() || command.charAt(equals) != '=') return Optional.empty();
        int end = equals + 1;
        Scanner scanner = new Scanner(command, Dialect.POSIX);
        scanner.at = equals;
        while (scanner.next()) {
            boolean outside = scanner.quote == 0 && !scanner.escaped && scanner.depth <= 0;
            if (outside && scanner.at < command.length() && Character.isWhitespace(command.charAt(scanner.at))) break;
            end = Math.min(command.length(), scanner.at + 1);
        }
        return Optional.of(new Assigned(
                command.substring(0, equals),
                command.substring(equals + 1, end),
                command.substring(end).strip()));
    }

    private static boolean isNamePart(char c, int at) {
        return c == '_' || c < 128 && (Character.isLetter(c) || at > 0 && Character.isDigit(c));
    }

    /** The delimiter of a here-document that starts on a line; empty if none does. */
    public static String hereDocument(String line) {
        Scanner scanner = new Scanner(line, Dialect.POSIX);
        while (scanner.next()) {
            if (!scanner.isHere("<<")) continue;
            // a here-string is on one line
            if (line.startsWith("<<<", scanner.at)) return "";
            String rest = line.substring(scanner.at + 2);
            List<String> words = words(rest.startsWith("-") ? rest.substring(1) : rest);
            return words.isEmpty() ? "" : words.get(0);
        }
        return "";
    }

    /**
     * A word as both a POSIX shell and Windows' command processor read it: as it is if it has no special character, else in
     * double quotes.
     */
    public static String quote(String word) {
        boolean plain = !word.isEmpty() && word.chars().allMatch(ShellText::isPlain);
        if (plain) return word;
        StringBuilder quoted = new StringBuilder("\"");
        for (char c : word.toCharArray()) {
            if (c == '"' || c == '\\' || c == '$' || c == '`') quoted.append('\\');
            quoted.append(c);
        }
        return quoted.append('"').toString();
    }

    private static boolean isPlain(int c) {
        return c < 128 ? Character.isLetterOrDigit(c) || "_@%+=:,./-".indexOf(c) >= 0 : Character.isLetterOrDigit(c);
    }
}
