package dev.pfeiler.ecosystem.jvm.wiring.make;

import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.ecosystem.jvm.wiring.WiringBuilder;
import dev.pfeiler.ecosystem.jvm.wiring.script.ShellEvaluator;
import dev.pfeiler.ecosystem.jvm.wiring.script.ToolCalls;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.script.MakeText;
import dev.pfeiler.script.ScriptLine;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Reads a make file: its variables and functions, and the commands of its rules. Source: the manual of GNU make. */
public final class MakeFile {
    private static final Pattern FUNCTION = Pattern.compile(
            "(wildcard|shell|subst|patsubst|addprefix|addsuffix|strip|sort|filter|filter-out|notdir|dir|firstword|foreach|if|or|and|call|abspath|realpath)\\s+(.*)",
            Pattern.DOTALL);
    private static final Pattern REPLACED = Pattern.compile("([\\w.-]+):([^=]*)=(.*)");
    private static final Pattern DEFINITION =
            Pattern.compile("(?:export\\s+|override\\s+)?define\\s+([\\w.-]+)\\s*(?:\\?|\\+|::?)?=?");
    private static final Pattern SUBSTITUTION = Pattern.compile("`([^`]*)`|\\$\\(([^()]*)\\)");

    private static final Set<String> INCLUDES = Set.of("include", "-include", "sinclude");

    private final ProjectTree tree;
    private final String folder;
    private final WiringBuilder draft;
    private final Map<String, String> variables = new HashMap<>();
    /** Variables that are being worked out; one that needs itself gives nothing, as make refuses it. */
    private final Set<String> open = new HashSet<>();

    private final Map<String, Evidence> places = new HashMap<>();
    private final ShellEvaluator text;
    private final ToolCalls commands;
    private final Map<String, String> written = new HashMap<>();
    private final List<Runnable> recipes = new ArrayList<>();
    /** Of the rule whose commands are read. */
    private String target = "";

    private String needed = "";

    /** @param folder that make is run in */
    public MakeFile(ProjectTree tree, String folder, WiringBuilder draft) {
        this.tree = tree;
        this.folder = folder;
        this.draft = draft;
        this.text = new ShellEvaluator(tree, written, draft.effort);
        this.commands = new ToolCalls(tree, text, draft);
    }

    public void read(String path, List<String> rawLines) {
        variables.put("CURDIR", ".");
        load(path, rawLines, 0);
        // variables are worked out where they are used, so that those set further down count too
        recipes.forEach(Runnable::run);
        for (String key : List.of("NAME", "PROJECT", "APP", "APPNAME")) {
            if (variables.containsKey(key) && draft.name.isEmpty())
                draft.name = Optional.of(new Wiring.Setting(expand(variables.get(key)), places.get(key)));
        }
        if (variables.containsKey("VERSION") && Wiring.isVersion(expand(variables.get("VERSION")))) {
            draft.version = Optional.of(new Wiring.Setting(expand(variables.get("VERSION")), places.get("VERSION")));
        }
    }

    private void load(String path, List<String> rawLines, int depth) {
        draft.files.add(path);
        target = "";
        MakeConditions conditions = new MakeConditions(this::expand, variables::containsKey);
        String defined = "";
        for (ScriptLine line : ScriptLine.joined(rawLines, '\\')) {
            String bare = MakeText.withoutComment(line.text());
            Matcher definition = DEFINITION.matcher(bare);
            if (!defined.isEmpty()) {
                if (bare.equals("endef")) defined = "";
                else variables.merge(defined, line.text(), (one, other) -> one.isEmpty() ? other : one + "\n" + other);
            } else if (!conditions.take(bare) && conditions.met()) {
                if (definition.matches()) {
                    defined = definition.group(1);
                    variables.put(defined, "");
                } else {
                    line(line.text(), bare, depth, new Evidence(path, line.number(), line.text()));
                }
            }
        }
    }

    private void line(String raw, String bare, int depth, Evidence evidence) {
        if (raw.startsWith("\t")) {
            later(raw.strip(), evidence);
            return;
        }
        List<String> words = Text.words(bare);
        if (words.size() > 1 && INCLUDES.contains(words.get(0))) {
            include(String.join(" ", words.subList(1, words.size())), depth, evidence);
            return;
        }
        MakeText.assignment(bare).ifPresent(assignment -> assign(assignment, evidence));
        MakeText.rule(bare).ifPresent(rule -> {
            target = rule.targets();
            needed = rule.prerequisites();
            if (!rule.recipe().isEmpty()) later(rule.recipe(), evidence);
        });
    }

    private void later(String line, Evidence evidence) {
        String goal = target;
        String first = needed;
        recipes.add(() -> recipe(line, goal, first, evidence));
    }

    private void include(String files, int depth, Evidence evidence) {
        for (String file : Text.words(expand(files))) {
            Optional<String> path = Paths.normal(Paths.join(folder, file)).filter(tree::has);
            if (path.isEmpty() || depth > 5) {
                if (!evidence.excerpt().startsWith("-"))
                    draft.leave(file, "is included but is not in this project", evidence);
                continue;
            }
            try {
                load(path.get(), tree.text(path.get()).lines(), depth + 1);
            } catch (IOException e) {
                draft.leave(file, "cannot be read", evidence);
            }
        }
    }

    private void assign(MakeText.Assignment assignment, Evidence evidence) {
        String name = assignment.name();
        String kind = assignment.kind();
        String value = assignment.value();
        if (kind.equals("?") && variables.containsKey(name)) return;
        places.putIfAbsent(name, evidence);
        if (kind.equals("+")) variables.merge(name, value, (one, other) -> one + " " + other);
        else variables.put(name, kind.startsWith(":") ? expand(value) : value);
        if (name.equals(ToolCalls.JAVA_OPTIONS))
            draft.javaOptions = Optional.of(new Wiring.Setting(expand(value), evidence));
    }

    private void recipe(String line, String target, String needed, Evidence evidence) {
        String plain = MakeText.command(line);
        String goals = expand(target);
        String prerequisites = expand(needed);
        String first = prerequisites.isBlank() ? "" : Text.words(prerequisites).get(0);
        String automatic = plain.replace("$@", goals)
                .replace("$<", first)
                .replace("$^", prerequisites)
                .replace("$?", prerequisites);
        String expanded = expand(automatic);
        commands(expanded, folder, evidence);
    }

    /** @param start the folder that the first command works in */
    private void commands(String written, String start, Evidence evidence) {
        String current = start;
        for (String part : written.lines()
                .flatMap(one -> ShellText.sequence(one, ShellText.Dialect.POSIX).stream())
                .map(String::strip)
                .toList()) {
            // a subshell keeps its folder to itself
            if (part.startsWith("(") && part.endsWith(")")) {
                commands(part.substring(1, part.length() - 1), current, evidence);
                continue;
            }
            List<String> words = ShellText.words(substitute(part, current));
            if (words.size() > 1 && words.get(0).equals("cd"))
                current = Paths.normal(Paths.join(current, words.get(1))).orElse(current);
            else if (!text.redirected(part, current)) commands.take(words, current, evidence);
        }
    }

    /** Command substitutions of the shell that runs the recipe. */
    private String substitute(String command, String folder) {
        Matcher matcher = SUBSTITUTION.matcher(command);
        StringBuilder out = new StringBuilder();
        while (matcher.find()) {
            String inner = matcher.group(1) != null ? matcher.group(1) : matcher.group(2);
            matcher.appendReplacement(
                    out,
                    Matcher.quoteReplacement(text.run(inner, folder).orElse("").strip()));
        }
        return matcher.appendTail(out).toString();
    }

    /** The text with its variables and functions replaced. */
    private String expand(String raw) {
        return draft.effort.deeper(() -> expandWithin(raw));
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
        draft.effort.spend(out.length());
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

    private static String each(String words, java.util.function.UnaryOperator<String> change) {
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
