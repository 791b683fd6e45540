package dev.pfeiler.ecosystem.dotnet.evaluation;

import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The properties of a project while it is worked out. Source: the MSBuild reference, "MSBuild properties". */
final class Properties {
    private static final Pattern ESCAPE = Pattern.compile("%([0-9A-Fa-f]{2})");
    private static final int LONGEST = 1 << 20;

    private final Map<String, String> values = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
    /** Those that are given from outside, which a project file does not change. */
    private final Set<String> fixed = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);

    private boolean functions;

    void fix(String name, String value) {
        values.put(name, value);
        fixed.add(name);
    }

    /** Sets what the build tool itself sets. */
    void provide(String name, String value) {
        values.put(name, value);
    }

    /** Sets what a project file states. */
    void state(String name, String value) {
        if (!fixed.contains(name)) values.put(name, value);
    }

    String value(String name) {
        return values.getOrDefault(name, "");
    }

    /** Whether a function was called whose result is not known. */
    boolean calledFunctions() {
        return functions;
    }

    /** A text with its references to properties replaced; functions give nothing. */
    String expand(String text) {
        if (text.indexOf('$') < 0) return text;
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < text.length(); i++) {
            if (!text.startsWith("$(", i)) {
                out.append(text.charAt(i));
                continue;
            }
            int end = closing(text, i + 1);
            if (end < 0) return out.append(text, i, text.length()).toString();
            String name = text.substring(i + 2, end).strip();
            if (name.matches("[A-Za-z_][\\w-]*")) out.append(value(name));
            else functions = true;
            i = end;
            if (out.length() > LONGEST) return "";
        }
        return out.toString();
    }

    private static int closing(String text, int open) {
        int depth = 0;
        for (int i = open; i < text.length(); i++) {
            if (text.charAt(i) == '(') depth++;
            if (text.charAt(i) == ')' && --depth == 0) return i;
        }
        return -1;
    }

    /** A text without escapes. Source: the MSBuild reference, "MSBuild special characters". */
    static String unescaped(String text) {
        if (text.indexOf('%') < 0) return text;
        return ESCAPE.matcher(text)
                .replaceAll(
                        match -> Matcher.quoteReplacement(String.valueOf((char) Integer.parseInt(match.group(1), 16))));
    }
}
