package dev.pfeiler.script;

import java.util.List;
import java.util.Optional;

/** The lexical rules of make files. Source: the manual of GNU make, "How Makefiles Are Parsed". */
public final class MakeText {
    private MakeText() {}

    /**
     * A variable that is set.
     *
     * @param kind what precedes the equals sign: nothing, {@code :}, {@code ::}, {@code ?}, {@code +} or {@code !}
     */
    public record Assignment(String name, String kind, String value) {}

    /**
     * The head of a rule.
     *
     * @param recipe a command on the same line; empty if there is none
     */
    public record Rule(String targets, String prerequisites, String recipe) {}

    /** A line without its comment. */
    public static String withoutComment(String line) {
        for (int i = 0; i < line.length(); i++) {
            boolean starts = i == 0 || Character.isWhitespace(line.charAt(i - 1));
            if (line.charAt(i) == '#' && starts) return line.substring(0, i).strip();
        }
        return line.strip();
    }

    /** The variable that a line sets, if it sets one. */
    public static Optional<Assignment> assignment(String line) {
        String plain = line.strip();
        for (String word : List.of("export ", "override ", "private "))
            if (plain.startsWith(word)) plain = plain.substring(word.length()).strip();
        int end = 0;
        while (end < plain.length() && isName(plain.charAt(end))) end++;
        int equals = end;
        while (equals < plain.length() && " \t".indexOf(plain.charAt(equals)) >= 0) equals++;
        int kind = equals;
        while (equals < plain.length() && ":?+!".indexOf(plain.charAt(equals)) >= 0) equals++;
        if (end == 0 || equals == plain.length() || plain.charAt(equals) != '=') return Optional.empty();
        return Optional.of(new Assignment(
                plain.substring(0, end),
                plain.substring(kind, equals),
                plain.substring(equals + 1).strip()));
    }

    private static boolean isName(char c) {
        return c == '_' || c == '.' || c == '-' || Character.isLetterOrDigit(c);
    }

    /** The head of the rule that a line is, if it is one. */
    public static Optional<Rule> rule(String line) {
        if (line.isEmpty() || line.charAt(0) == '\t' || assignment(line).isPresent()) return Optional.empty();
        int colon = outside(line, ':');
        if (colon <= 0 || line.substring(0, colon).indexOf('#') >= 0) return Optional.empty();
        int behind = colon + 1;
        while (behind < line.length() && line.charAt(behind) == ':') behind++;
        if (line.startsWith("=", behind)) return Optional.empty();
        String rest = line.substring(behind);
        // a variable that is set for one target
        if (assignment(rest).isPresent()) return Optional.empty();
        int semicolon = outside(rest, ';');
        return Optional.of(new Rule(
                line.substring(0, colon).strip(),
                (semicolon < 0 ? rest : rest.substring(0, semicolon)).strip(),
                semicolon < 0 ? "" : rest.substring(semicolon + 1).strip()));
    }

    /** Where a character is outside references to variables; -1 if nowhere. */
    private static int outside(String text, char wanted) {
        int depth = 0;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == '$' && i + 1 < text.length() && "({".indexOf(text.charAt(i + 1)) >= 0) {
                depth++;
                i++;
            } else if (depth > 0 && (c == ')' || c == '}')) depth--;
            else if (depth == 0 && c == wanted) return i;
        }
        return -1;
    }

    /** A line of a recipe without the signs that say how it is run. */
    public static String command(String line) {
        String plain = line.strip();
        while (!plain.isEmpty() && "@-+".indexOf(plain.charAt(0)) >= 0)
            plain = plain.substring(1).strip();
        return plain;
    }
}
