package dev.pfeiler.script;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads a make file: its variables and functions, and the commands of its rules. Source: the manual of GNU make. */
final class MakeReader extends ScriptReader {
    private static final Pattern DEFINITION =
            Pattern.compile("(?:export\\s+|override\\s+)?define\\s+([\\w.-]+)\\s*(?:\\?|\\+|::?)?=?");
    private static final Pattern SUBSTITUTION = Pattern.compile("`([^`]*)`|\\$\\(([^()]*)\\)");

    private static final Set<String> INCLUDES = Set.of("include", "-include", "sinclude");

    private final MakeExpressions expressions;
    private final List<Runnable> recipes = new ArrayList<>();
    /** Of the rule whose commands are read. */
    private String target = "";

    private String needed = "";

    MakeReader(String path, String folder, ShellEvaluator text, Listener listener) {
        super(path, folder, text, listener, Comparator.naturalOrder());
        this.expressions = new MakeExpressions(text, folder);
    }

    @Override
    public void read(List<String> lines) {
        expressions.set("CURDIR", ".");
        load(path, lines, 0);
        // variables are worked out where they are used, so that those set further down count too
        recipes.forEach(Runnable::run);
    }

    @Override
    Optional<String> text(String name) {
        return expressions.has(name) ? Optional.of(expressions.expand(expressions.raw(name))) : Optional.empty();
    }

    private static String joined(String one, String other) {
        return one.isEmpty() ? other : one + "\n" + other;
    }

    private void load(String path, List<String> rawLines, int depth) {
        listener.read(path);
        target = "";
        MakeConditions conditions = new MakeConditions(expressions::expand, expressions::has);
        String defined = "";
        for (ScriptLine line : ScriptLine.joined(rawLines, '\\')) {
            String bare = MakeText.withoutComment(line.text());
            Matcher definition = DEFINITION.matcher(bare);
            if (!defined.isEmpty()) {
                if (bare.equals("endef")) defined = "";
                else expressions.set(defined, joined(expressions.raw(defined), line.text()));
            } else if (!conditions.take(bare) && conditions.met()) {
                if (definition.matches()) {
                    defined = definition.group(1);
                    expressions.set(defined, "");
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
        for (String file : Text.words(expressions.expand(files))) {
            Optional<String> path = Paths.normal(Paths.join(folder, file)).filter(tree::has);
            if (path.isEmpty() || depth > 5) {
                if (!evidence.excerpt().startsWith("-"))
                    listener.missing(file, "is included but is not in this project", evidence);
                continue;
            }
            try {
                load(path.get(), tree.text(path.get()).lines(), depth + 1);
            } catch (IOException e) {
                listener.missing(file, "cannot be read", evidence);
            }
        }
    }

    private void assign(MakeText.Assignment assignment, Evidence evidence) {
        if (!expressions.set(assignment)) return;
        places.putIfAbsent(assignment.name(), evidence);
    }

    private void recipe(String line, String target, String needed, Evidence evidence) {
        String plain = MakeText.command(line);
        String goals = expressions.expand(target);
        String prerequisites = expressions.expand(needed);
        String first = prerequisites.isBlank() ? "" : Text.words(prerequisites).get(0);
        String automatic = plain.replace("$@", goals)
                .replace("$<", first)
                .replace("$^", prerequisites)
                .replace("$?", prerequisites);
        String expanded = expressions.expand(automatic);
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
            else if (!text.redirected(part, current)) listener.command(new ScriptCommand(words, current, evidence));
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
}
