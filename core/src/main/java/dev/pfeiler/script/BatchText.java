package dev.pfeiler.script;

import dev.pfeiler.tree.Text;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The lexical rules of Windows batch files. Source: the help of Windows' command processor. */
public final class BatchText {
    private static final Pattern CONDITION =
            Pattern.compile("(?i)if\\s+(?:not\\s+)?(?:exist|defined|errorlevel)\\s+(?:\"[^\"]*\"|\\S+)\\s+");
    private static final Set<String> ENDS = Set.of("goto :eof", "goto eof", "exit", "exit /b");
    private static final Pattern BETWEEN = Pattern.compile("[,;\\s]+");

    private BatchText() {}

    /** The command of a line; empty for a remark. */
    public static String command(String line) {
        String plain = line.strip();
        while (plain.startsWith("@")) plain = plain.substring(1).strip();
        return isRemark(plain) ? "" : plain;
    }

    /** Whether a line is a remark. */
    public static boolean isRemark(String line) {
        String plain = line.strip();
        if (plain.startsWith("@")) plain = plain.substring(1).strip();
        String lower = plain.toLowerCase(Locale.ROOT);
        return lower.startsWith("::") || lower.equals("rem") || lower.startsWith("rem ") || lower.startsWith("rem\t");
    }

    /** Whether a command ends the script, or the call of a label. */
    public static boolean isEnd(String command) {
        String lower = String.join(" ", Text.words(command.toLowerCase(Locale.ROOT)));
        return ENDS.contains(lower) || lower.startsWith("exit /b ");
    }

    /** What a command does if its condition holds, without parentheses around it. */
    public static String withoutCondition(String command) {
        Matcher condition = CONDITION.matcher(command);
        String plain = condition.lookingAt() ? command.substring(condition.end()) : command;
        boolean grouped = plain.startsWith("(") && plain.endsWith(")");
        return grouped ? plain.substring(1, plain.length() - 1) : plain;
    }

    /** The items of a set that a loop goes through. */
    public static List<String> items(String set) {
        return Arrays.stream(BETWEEN.split(set.strip()))
                .filter(item -> !item.isEmpty())
                .toList();
    }

    /** The body of a loop for one value of its variable. */
    public static String with(String body, String variable, String value) {
        return Pattern.compile("%%~?\\w*?" + Pattern.quote(variable) + "(?!\\w)")
                .matcher(body)
                .replaceAll(Matcher.quoteReplacement(value));
    }
}
