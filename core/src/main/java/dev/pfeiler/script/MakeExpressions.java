package dev.pfeiler.script;

import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** The variables and functions of a make file. Source: the manual of GNU make, using variables and functions. */
final class MakeExpressions {
    private static final Pattern FUNCTION = Pattern.compile(
            "(wildcard|shell|subst|patsubst|addprefix|addsuffix|strip|sort|filter|filter-out|notdir|dir|firstword|foreach|if|or|and|call|abspath|realpath)\\s+(.*)",
            Pattern.DOTALL);
    private static final Pattern REPLACED = Pattern.compile("([\\w.-]+):([^=]*)=(.*)");

    private final ShellEvaluator text;
    private final EvaluationLimit effort;
    private final String folder;
    private final Map<String, String> variables = new HashMap<>();
    /** Variables that are being worked out; one that needs itself gives nothing, as make refuses it. */
    private final Set<String> open = new HashSet<>();

    /** @param folder that make is run in */
    MakeExpressions(ShellEvaluator text, String folder) {
        this.text = text;
        this.effort = text.effort();
        this.folder = folder;
    }

    boolean has(String name) {
        return variables.containsKey(name);
    }

    /** A variable as it is written; empty if it is not set. */
    String raw(String name) {
        return variables.getOrDefault(name, "");
    }

    void set(String name, String value) {
        variables.put(name, value);
    }

    /** Sets a variable as an assignment says; whether it does. */
    boolean set(MakeText.Assignment assignment) {
        String name = assignment.name();
        String value = assignment.value();
        if (assignment.kind().equals("?") && variables.containsKey(name)) return false;
        if (assignment.kind().equals("+")) variables.merge(name, value, (one, other) -> one + " " + other);
        else variables.put(name, assignment.kind().startsWith(":") ? expand(value) : value);
        return true;
    }

    /** The text with its variables and functions replaced. */
    String expand(String raw) {
        return effort.deeper(() -> expandWithin(raw));
    }

    private String expandWithin(String raw) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < raw.length(); i++) {
            if (raw.charAt(i) != '$' || i + 1 >= raw.length()) {
                out.append(raw.charAt(i));
                continue;
            }
            char next = raw.charAt(i + 1);
            if (next == '$') {
                out.append('$');
                i++;
            } else if (next == '(' || next == '{') {
                int end = closing(raw, i + 1, next, next == '(' ? ')' : '}');
                if (end < 0) return out.append(raw.substring(i)).toString();
                out.append(value(raw.substring(i + 2, end)));
                i = end;
            } else {
                out.append(variable(String.valueOf(next)));
                i++;
            }
        }
        effort.spend(out.length());
        return out.toString();
    }

    private static int closing(String text, int open, char opens, char closes) {
        int depth = 0;
        for (int i = open; i < text.length(); i++) {
            if (text.charAt(i) == opens) depth++;
            if (text.charAt(i) == closes && --depth == 0) return i;
        }
        return -1;
    }

    private String value(String inner) {
        Matcher function = FUNCTION.matcher(inner);
        if (function.matches()) return function(function.group(1), function.group(2));
        Matcher replaced = REPLACED.matcher(inner);
        if (replaced.matches()) {
            String value = variable(replaced.group(1));
            return each(
                    value,
                    word -> pattern(
                            word,
                            "%" + replaced.group(2).replace("%", ""),
                            "%" + replaced.group(3).replace("%", "")));
        }
        return variable(inner.strip());
    }

    private String variable(String name) {
        if (!open.add(name)) return "";
        String value = expand(variables.getOrDefault(name, ""));
        open.remove(name);
        return value;
    }

    private String function(String name, String raw) {
        List<String> parts = commas(raw);
        switch (name) {
            case "foreach" -> {
                return parts.size() < 3 ? "" : foreach(parts);
            }
            case "if" -> {
                boolean met = !expand(parts.get(0)).isBlank();
                int taken = met ? 1 : 2;
                return taken < parts.size() ? expand(parts.get(taken)) : "";
            }
            case "call" -> {
                return call(parts);
            }
            default -> {}
        }
        // spaces of a separator count, as in $(subst $(SPACE),:,$(LIBS))
        List<String> a = parts.stream().map(this::expand).toList();
        String last = a.get(a.size() - 1);
        return switch (name) {
            case "wildcard" ->
                Text.words(last).stream()
                        .flatMap(word -> text.glob(word, folder).stream())
                        .filter(path -> !path.contains("*"))
                        .collect(Collectors.joining(" "));
            case "shell" ->
                text.run(expand(raw), folder)
                        .orElse("")
                        .lines()
                        .map(String::strip)
                        .collect(Collectors.joining(" "))
                        .strip();
            case "subst" -> a.size() < 3 || a.get(0).isEmpty() ? last : last.replace(a.get(0), a.get(1));
            case "patsubst" ->
                a.size() < 3
                        ? last
                        : each(
                                last,
                                word -> pattern(word, a.get(0).strip(), a.get(1).strip()));
            case "addprefix" -> each(last, word -> a.get(0).strip() + word);
            case "addsuffix" -> each(last, word -> word + a.get(0).strip());
            case "filter" -> each(last, word -> matches(word, a.get(0)) ? word : "");
            case "filter-out" -> each(last, word -> matches(word, a.get(0)) ? "" : word);
            case "notdir" -> each(last, Paths::name);
            case "dir" -> each(last, Paths::parent);
            case "firstword" -> Text.words(last).stream().findFirst().orElse("");
            case "or" -> a.stream().filter(part -> !part.isBlank()).findFirst().orElse("");
            case "and" -> a.stream().anyMatch(String::isBlank) ? "" : last;
            default -> last.strip();
        };
    }

    private String foreach(List<String> parts) {
        String variable = expand(parts.get(0)).strip();
        String body = String.join(",", parts.subList(2, parts.size()));
        return Text.words(expand(parts.get(1))).stream()
                .filter(word -> !word.isEmpty())
                .map(word -> with(Map.of(variable, word), body))
                .collect(Collectors.joining(" "));
    }

    private String call(List<String> parts) {
        String called = expand(parts.get(0)).strip();
        Map<String, String> given = new HashMap<>(Map.of("0", called));
        for (int i = 1; i < parts.size(); i++) given.put(String.valueOf(i), expand(parts.get(i)));
        // the body itself, not the variable: a function may call itself, which the bound on depth ends
        return with(given, variables.getOrDefault(called, ""));
    }

    /** The text worked out with some variables set, which have their old values again behind it. */
    private String with(Map<String, String> set, String body) {
        Map<String, String> before = new HashMap<>();
        set.forEach((name, value) -> before.put(name, variables.put(name, value.replace("$", "$$"))));
        String text = expand(body);
        before.forEach((name, value) -> {
            if (value == null) variables.remove(name);
            else variables.put(name, value);
        });
        return text;
    }

    private static List<String> commas(String text) {
        List<String> parts = new ArrayList<>();
        int depth = 0;
        int start = 0;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == '(' || c == '{') depth++;
            if (c == ')' || c == '}') depth--;
            if (c == ',' && depth == 0) {
                parts.add(text.substring(start, i));
                start = i + 1;
            }
        }
        parts.add(text.substring(start));
        return parts;
    }

    private static String each(String words, UnaryOperator<String> change) {
        return Text.words(words).stream()
                .filter(word -> !word.isEmpty())
                .map(change)
                .filter(word -> !word.isEmpty())
                .collect(Collectors.joining(" "));
    }

    private static boolean matches(String word, String patterns) {
        return Text.words(patterns).stream()
                .anyMatch(p -> word.matches(p.replace(".", "\\.").replace("%", ".*")));
    }

    private static String pattern(String word, String from, String to) {
        int stem = from.indexOf('%');
        if (stem < 0) return word.equals(from) ? to : word;
        String before = from.substring(0, stem);
        String after = from.substring(stem + 1);
        if (!word.startsWith(before) || !word.endsWith(after) || word.length() < from.length() - 1) return word;
        return to.replace("%", word.substring(before.length(), word.length() - after.length()));
    }
}
