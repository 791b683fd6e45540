package dev.pfeiler.ecosystem.node.wiring;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.script.BatchText;
import dev.pfeiler.script.Deployment;
import dev.pfeiler.script.MakeText;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.script.ScriptLine;
import dev.pfeiler.script.ShellParser;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.script.Statement;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Follows shell scripts, batch files and make files as far as calls of programs can be told from their text. */
public final class CallScripts {
    private static final long LARGEST = 64 << 10;
    /** A longer command is no one's handwriting; in characters. */
    private static final int LONGEST = 8 << 10;
    /** How deep functions may call each other. */
    private static final int DEEPEST = 20;

    private static final Pattern BATCH_SET = Pattern.compile("(?i)set\\s+\"?([A-Za-z_]\\w*)=([^\"]*)\"?");
    private static final Pattern REFERENCE = Pattern.compile("\\$\\{?\\(?(\\w+)\\)?\\}?|%(\\w+)%");
    private static final Pattern UNKNOWN = Pattern.compile("\\$[\\w({@*#]|%\\w+%|`");
    /** A word that is given to a program as it is, wildcards included, or a redirection. */
    private static final Pattern PATTERN = Pattern.compile("[\\w@%+=:,./*?~-]++|\\d?[<>]{1,2}(?:&\\d|[\\w./-]*+)");
    /** Words of batch files that steer what is run. */
    private static final Set<String> BATCH_CONTROL = Set.of("if", "for", "else", "goto", ")", "(");
    /** Endings of programs' names that are not part of them. */
    private static final Set<String> PROGRAM_ENDINGS = Set.of("cmd", "exe", "js", "cjs", "mjs");

    /** Commands that make nothing. */
    private static final Set<String> SILENT = Set.of(
            "set", "echo", "printf", "export", "exit", "setlocal", "endlocal", "rem", "pwd", "trap", ":", "true");

    private final ProjectTree tree;
    private final String path;
    private final Map<String, String> variables = new HashMap<>();
    private final Map<String, Statement.Function> functions = new LinkedHashMap<>();
    private final Set<String> called = new HashSet<>();
    private final List<Call> calls = new ArrayList<>();
    private final List<Evidence> deployments = new ArrayList<>();
    private String folder = "";
    private boolean whole = true;
    private int depth;

    private CallScripts(ProjectTree tree, String path) {
        this.tree = tree;
        this.path = path;
    }

    /** All scripts of a tree that run a program of this ecosystem. */
    public static List<CallScript> of(ProjectTree tree) {
        List<CallScript> found = new ArrayList<>();
        for (TreeFile file : tree.files()) {
            Optional<ScriptKind> kind = ScriptKind.of(tree, file);
            if (kind.isEmpty()) continue;
            List<String> lines = tree.lines(file, LARGEST);
            switch (kind.get()) {
                case MAKE -> found.addAll(rules(tree, file.path(), lines));
                case SHELL -> found.add(new CallScripts(tree, file.path()).shell(lines));
                case BATCH -> found.add(new CallScripts(tree, file.path()).batch(lines));
            }
        }
        return found.stream().filter(CallScript::concerns).toList();
    }

    /** The commands of one line that a descriptor contains. */
    public static List<Call> calls(ProjectTree tree, String file, String line) {
        CallScripts reader = new CallScripts(tree, file);
        reader.run(ShellParser.parse(line).statements());
        return List.copyOf(reader.calls);
    }

    private CallScript shell(List<String> lines) {
        ShellParser.Parsed parsed = ShellParser.parse(lines);
        whole = parsed.complete();
        run(parsed.statements());
        for (Statement.Function function : List.copyOf(functions.values())) {
            if (called.contains(function.name())) continue;
            // called by a name that is not known, if at all
            whole = false;
            run(function.body());
        }
        return script(Paths.stem(path));
    }

    private CallScript script(String name) {
        Evidence evidence =
                calls.isEmpty() ? Evidence.of(path, "") : calls.get(0).evidence();
        return new CallScript(path, name, calls, whole, deployments, evidence);
    }

    private CallScript batch(List<String> lines) {
        for (ScriptLine line : ScriptLine.joined(lines, '^')) {
            String command = BatchText.command(line.text());
            if (command.isEmpty()) continue;
            Evidence evidence = new Evidence(path, line.number(), line.text());
            List<String> words = ShellText.words(command);
            Matcher set = BATCH_SET.matcher(command);
            boolean control = command.startsWith(":")
                    || !words.isEmpty() && BATCH_CONTROL.contains(words.get(0).toLowerCase(Locale.ROOT));
            if (control) whole = false;
            else if (set.matches()) variables.put(set.group(1), expanded(set.group(2)));
            else
                for (String each : ShellText.sequence(command, ShellText.Dialect.BATCH))
                    command(each, evidence, ShellText.Dialect.BATCH);
        }
        return script(Paths.stem(path));
    }

    private static List<CallScript> rules(ProjectTree tree, String file, List<String> lines) {
        List<CallScript> rules = new ArrayList<>();
        Map<String, String> set = new HashMap<>();
        List<ScriptLine> all = ScriptLine.joined(lines, '\\');
        for (int i = 0; i < all.size(); i++) {
            String bare = MakeText.withoutComment(all.get(i).text());
            if (all.get(i).text().startsWith("\t")) continue;
            MakeText.assignment(bare).ifPresent(variable -> set.put(variable.name(), variable.value()));
            Optional<MakeText.Rule> rule =
                    MakeText.rule(bare).filter(one -> !one.targets().startsWith("."));
            if (rule.isEmpty()) continue;
            CallScripts reader = new CallScripts(tree, file);
            reader.variables.putAll(set);
            // what it depends on is made first; automatic variables stand for it
            reader.whole = rule.get().prerequisites().isBlank()
                    && !rule.get().targets().contains("%");
            reader.recipe(rule.get().recipe(), all.get(i).number());
            while (i + 1 < all.size() && isRecipe(all.get(i + 1).text())) {
                ScriptLine line = all.get(++i);
                reader.recipe(line.text(), line.number());
            }
            rules.add(reader.script(rule.get().targets()));
        }
        return rules;
    }

    private static boolean isRecipe(String line) {
        return line.startsWith("\t") || line.isBlank();
    }

    /** One line of a recipe, which a shell of its own runs. */
    private void recipe(String line, int number) {
        String command = MakeText.command(line);
        if (command.isEmpty()) return;
        whole &= !command.contains("$@") && !command.contains("$<");
        String before = folder;
        ShellParser.Parsed parsed = ShellParser.parse(command);
        whole &= parsed.complete();
        for (Statement statement : parsed.statements()) run(statement, number);
        folder = before;
    }

    private void run(List<Statement> statements) {
        statements.forEach(statement -> run(statement, statement.line()));
    }

    private void run(Statement statement, int line) {
        if (statement instanceof Statement.Function function) {
            functions.put(function.name(), function);
        } else if (statement instanceof Statement.Loop loop) {
            whole = false;
            run(loop.body());
        } else if (statement instanceof Statement.Branch branch) {
            whole = false;
            run(branch.body());
        } else if (statement instanceof Statement.Subshell subshell) {
            String before = folder;
            Map<String, String> outside = Map.copyOf(variables);
            run(subshell.body());
            folder = before;
            variables.clear();
            variables.putAll(outside);
        } else if (statement instanceof Statement.Assignment assignment) {
            assign(assignment);
        } else if (statement instanceof Statement.Command command) {
            command(command.command(), new Evidence(path, line, command.text()), ShellText.Dialect.POSIX);
        }
    }

    private void assign(Statement.Assignment assignment) {
        String value = expanded(assignment.value());
        // what a command prints is not known
        if (value.contains("$(") || value.contains("`")) variables.remove(assignment.name());
        else variables.put(assignment.name(), String.join(" ", ShellText.words(value)));
    }

    private void command(String raw, Evidence evidence, ShellText.Dialect dialect) {
        Optional<String> deployment = Deployment.in(expanded(raw), dialect);
        if (deployment.isPresent()) {
            deployments.add(new Evidence(path, evidence.line(), deployment.get()));
            return;
        }
        if (changesToOwnFolder(raw)) return;
        String text = expanded(raw);
        List<String> words = new ArrayList<>(ShellText.words(text));
        while (!words.isEmpty() && (words.get(0).equals("exec") || words.get(0).equalsIgnoreCase("call")))
            words.remove(0);
        if (words.isEmpty() || SILENT.contains(words.get(0).toLowerCase(Locale.ROOT))) return;
        if (words.get(0).equals("cd") && words.size() == 2) {
            Paths.normal(Paths.join(folder, words.get(1))).ifPresent(to -> folder = to);
            return;
        }
        Statement.Function function = functions.get(words.get(0));
        if (function != null) {
            call(function, words.subList(1, words.size()));
            return;
        }
        int first = 0;
        while (first < words.size() - 1 && isAssignment(words.get(first))) first++;
        calls.add(call(words, first, text, evidence));
    }

    private static boolean isAssignment(String word) {
        return ShellText.assigned(word)
                .filter(one -> one.name().equals(one.name().toUpperCase(Locale.ROOT)))
                .isPresent();
    }

    /** Whether a command changes to the folder that the script is in; it then is the folder. */
    private boolean changesToOwnFolder(String raw) {
        List<String> words = ShellText.words(raw);
        if (words.isEmpty()) return false;
        String program = words.get(0).toLowerCase(Locale.ROOT);
        boolean batch = (program.equals("cd") || program.equals("pushd")) && raw.contains("%~dp0");
        boolean shell = raw.contains("$(dirname");
        if (program.equals("cd") && (batch || shell)) folder = Paths.parent(path);
        return batch || shell;
    }

    private void call(Statement.Function function, List<String> arguments) {
        called.add(function.name());
        if (++depth > DEEPEST) whole = false;
        else {
            Map<String, String> outside = Map.copyOf(variables);
            for (int i = 0; i < arguments.size(); i++) variables.put(String.valueOf(i + 1), arguments.get(i));
            run(function.body());
            for (int i = 0; i < arguments.size(); i++) variables.remove(String.valueOf(i + 1));
            for (Statement each : function.body())
                if (each instanceof Statement.Assignment own && own.local()) {
                    variables.remove(own.name());
                    if (outside.containsKey(own.name())) variables.put(own.name(), outside.get(own.name()));
                }
        }
        depth--;
    }

    private Call call(List<String> words, int first, String text, Evidence evidence) {
        int at = first;
        while (words.get(at).equals("npx") && at + 1 < words.size()) {
            at++;
            while (at < words.size() - 1 && words.get(at).startsWith("-")) at++;
        }
        String program = words.get(at).replace('\\', '/');
        if (program.equals("node") && at + 1 < words.size() && words.get(at + 1).contains("node_modules/")) {
            at++;
            program = words.get(at);
        }
        String tool = Paths.name(program);
        if (PROGRAM_ENDINGS.contains(Paths.extension(tool))) tool = Paths.withoutExtension(tool);
        boolean local = program.startsWith("node_modules/") || program.startsWith("./node_modules/");
        List<String> arguments = words.subList(at + 1, words.size());
        String line = local || at > first ? joined(words.subList(0, first), tool, arguments) : text;
        if (UNKNOWN.matcher(text).find()) whole = false;
        String place = folder(arguments);
        return new Call(
                tool,
                arguments,
                place,
                place.isEmpty() ? line : "cd " + place + " && " + line + " && cd " + up(place),
                evidence);
    }

    /** The folder in which a command runs: a script that changes to none is run at the top, or in its own folder. */
    private String folder(List<String> arguments) {
        String own = Paths.parent(path);
        if (!folder.isEmpty() || own.isEmpty()) return folder;
        boolean here = arguments.stream().anyMatch(tree::has);
        boolean there =
                arguments.stream().anyMatch(word -> !word.isEmpty() && tree.has(Paths.resolved(Paths.join(own, word))));
        return there && !here ? own : folder;
    }

    private static String up(String folder) {
        return String.join("/", Collections.nCopies(Paths.depth(folder), ".."));
    }

    private static String joined(List<String> before, String tool, List<String> arguments) {
        List<String> all = new ArrayList<>(before);
        all.add(tool);
        arguments.forEach(word -> all.add(PATTERN.matcher(word).matches() ? word : ShellText.quote(word)));
        return String.join(" ", all);
    }

    /** A text with the values of variables; one that grows without end is left as it is. */
    private String expanded(String text) {
        Matcher reference = REFERENCE.matcher(text);
        StringBuilder expanded = new StringBuilder();
        while (reference.find()) {
            String name = reference.group(1) != null ? reference.group(1) : reference.group(2);
            reference.appendReplacement(
                    expanded, Matcher.quoteReplacement(variables.getOrDefault(name, reference.group())));
            if (expanded.length() <= LONGEST) continue;
            whole = false;
            return text.substring(0, Math.min(text.length(), LONGEST));
        }
        return reference.appendTail(expanded).toString();
    }
}
