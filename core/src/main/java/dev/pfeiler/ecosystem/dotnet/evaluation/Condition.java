package dev.pfeiler.ecosystem.dotnet.evaluation;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Conditions of project files. Source: the MSBuild reference, "MSBuild conditions". */
final class Condition {
    private static final Pattern TOKEN = Pattern.compile(
            "\\s*(?:'([^']*)'|(==|!=|<=|>=|<|>|!|\\(|\\)|,)|(\\$\\((?:[^()]++|\\([^()]*+\\))*+\\)|[^\\s'=!<>(),]+))");
    private static final int DEEPEST = 50;
    /** Longer ones are not written by hand; in characters. */
    private static final int LONGEST = 4000;

    private final List<Token> tokens = new ArrayList<>();
    private final UnaryOperator<String> expand;
    private final Predicate<String> exists;
    private int at;
    private int depth;

    /** @param quoted whether it is a text and not a word of the language */
    private record Token(String text, boolean quoted) {}

    /** A text that is not a condition. */
    private static final class Unknown extends RuntimeException {
        private static final long serialVersionUID = 1;
    }

    private Condition(UnaryOperator<String> expand, Predicate<String> exists) {
        this.expand = expand;
        this.exists = exists;
    }

    /**
     * Whether a condition holds; an empty one does.
     *
     * @param exists whether there is a file or folder of a path
     * @return nothing if it is not understood
     */
    static Optional<Boolean> holds(String text, UnaryOperator<String> expand, Predicate<String> exists) {
        if (text.isBlank()) return Optional.of(true);
        if (text.length() > LONGEST) return Optional.empty();
        Condition condition = new Condition(expand, exists);
        try {
            Matcher matcher = TOKEN.matcher(text);
            int end = 0;
            while (end < text.length() && matcher.find(end) && matcher.start() == end) {
                String quoted = matcher.group(1);
                String word = matcher.group(2) != null ? matcher.group(2) : matcher.group(3);
                condition.tokens.add(new Token(quoted != null ? quoted : word, quoted != null));
                end = matcher.end();
            }
            if (!text.substring(end).isBlank()) return Optional.empty();
            boolean value = condition.either();
            return condition.at == condition.tokens.size() ? Optional.of(value) : Optional.empty();
        } catch (Unknown e) {
            return Optional.empty();
        }
    }

    private boolean isNext(String word) {
        return at < tokens.size()
                && !tokens.get(at).quoted()
                && tokens.get(at).text().equalsIgnoreCase(word);
    }

    private boolean take(String word) {
        if (!isNext(word)) return false;
        at++;
        return true;
    }

    private boolean either() {
        boolean value = both();
        while (take("or")) value |= both();
        return value;
    }

    private boolean both() {
        boolean value = single();
        while (take("and")) value &= single();
        return value;
    }

    private boolean single() {
        if (++depth > DEEPEST) throw new Unknown();
        boolean value;
        if (take("!")) {
            value = !single();
        } else if (take("(")) {
            value = either();
            if (!take(")")) throw new Unknown();
        } else {
            value = compared();
        }
        depth--;
        return value;
    }

    private boolean compared() {
        String left = operand();
        for (String operator : List.of("==", "!=", "<=", ">=", "<", ">"))
            if (take(operator)) return compare(left, operator, operand());
        if (left.equalsIgnoreCase("Exists") && take("(")) {
            String path = operand();
            if (!take(")")) throw new Unknown();
            return exists.test(path);
        }
        if (left.equalsIgnoreCase("HasTrailingSlash") && take("(")) {
            String path = operand();
            if (!take(")")) throw new Unknown();
            return path.endsWith("/") || path.endsWith("\\");
        }
        return switch (left.toLowerCase(Locale.ROOT)) {
            case "true", "on", "yes" -> true;
            case "false", "off", "no" -> false;
            default -> throw new Unknown();
        };
    }

    private String operand() {
        if (at >= tokens.size()) throw new Unknown();
        return expand.apply(tokens.get(at++).text());
    }

    private static boolean compare(String left, String operator, String right) {
        if (operator.equals("==")) return same(left, right);
        if (operator.equals("!=")) return !same(left, right);
        int order = number(left).compareTo(number(right));
        return switch (operator) {
            case "<" -> order < 0;
            case ">" -> order > 0;
            case "<=" -> order <= 0;
            default -> order >= 0;
        };
    }

    private static boolean same(String left, String right) {
        return left.equalsIgnoreCase(right);
    }

    private static Double number(String text) {
        try {
            return Double.valueOf(text.strip());
        } catch (NumberFormatException e) {
            throw new Unknown();
        }
    }
}
