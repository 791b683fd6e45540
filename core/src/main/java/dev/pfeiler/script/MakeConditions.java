package dev.pfeiler.script;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The conditionals of a make file around the line that is read. Source: the manual of GNU make, "Conditional Parts of
 * Makefiles". What only the user's environment set counts as not set.
 */
final class MakeConditions {
    private static final Pattern COMPARED = Pattern.compile("(ifn?eq)\\s*(.*)");
    private static final Pattern SET = Pattern.compile("(ifn?def)\\s+(.*)");

    private final UnaryOperator<String> expand;
    private final Predicate<String> set;
    private final Deque<Branch> open = new ArrayDeque<>();

    /**
     * One conditional that is open.
     *
     * @param met whether the lines of the present branch count
     * @param taken whether this branch or one before it counted
     */
    private record Branch(boolean met, boolean taken) {}

    MakeConditions(UnaryOperator<String> expand, Predicate<String> set) {
        this.expand = expand;
        this.set = set;
    }

    /** Whether lines here count. */
    boolean met() {
        return open.stream().allMatch(Branch::met);
    }

    /** Takes a line; whether it belongs to a conditional and not to what is in it. */
    boolean take(String line) {
        if (line.equals("endif")) {
            open.poll();
        } else if (line.equals("else") || line.startsWith("else ")) {
            Branch before = open.poll();
            if (before == null) return true;
            String condition = line.substring("else".length()).strip();
            boolean met = !before.taken && met() && (condition.isEmpty() || holds(condition));
            open.push(new Branch(met, before.taken || met));
        } else if (COMPARED.matcher(line).matches() || SET.matcher(line).matches()) {
            boolean met = met() && holds(line);
            open.push(new Branch(met, met));
        } else {
            return false;
        }
        return true;
    }

    private boolean holds(String condition) {
        Matcher compared = COMPARED.matcher(condition);
        if (compared.matches()) {
            String[] sides = sides(compared.group(2).strip());
            boolean same =
                    expand.apply(sides[0]).strip().equals(expand.apply(sides[1]).strip());
            return same == compared.group(1).equals("ifeq");
        }
        Matcher named = SET.matcher(condition);
        return named.matches()
                && set.test(expand.apply(named.group(2)).strip())
                        == named.group(1).equals("ifdef");
    }

    /** Both forms: {@code (a,b)}, and each side in quotes. */
    private static String[] sides(String text) {
        if (text.startsWith("(") && text.endsWith(")")) {
            int depth = 0;
            for (int i = 1; i < text.length() - 1; i++) {
                char c = text.charAt(i);
                if (c == '(' || c == '{') depth++;
                if (c == ')' || c == '}') depth--;
                if (c == ',' && depth == 0)
                    return new String[] {text.substring(1, i), text.substring(i + 1, text.length() - 1)};
            }
        }
        Matcher quoted = Pattern.compile("([\"'])(.*?)\\1\\s*([\"'])(.*?)\\3").matcher(text);
        return quoted.matches() ? new String[] {quoted.group(2), quoted.group(4)} : new String[] {text, ""};
    }
}
