package dev.pfeiler.script;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads a shell script by following its variables and the commands whose output can be worked out from the tree. Source:
 * the POSIX shell command language, as far as docs/wiring.md lists it.
 */
final class ShellReader extends ScriptReader {
    private static final Pattern REFERENCE = Pattern.compile("\\$(?:\\{(\\w+)(?::?[-=+?]([^}]*))?\\}|(\\w+))");
    private static final int MOST_ROUNDS = 2000;
    /** Programs that start the command behind them. */
    private static final Set<String> LAUNCHERS = Set.of("exec", "time", "nice", "command", "sudo");

    private final Map<String, Statement.Function> functions = new LinkedHashMap<>();
    private final Set<String> called = new HashSet<>();

    ShellReader(String path, String folder, ShellEvaluator text, Listener listener) {
        super(path, folder, text, listener, Comparator.naturalOrder());
    }

    @Override
    public void read(List<String> lines) {
        listener.read(path);
        run(ShellParser.parse(lines).statements());
        // a function that is called by a name that is not known
        for (Statement.Function function : List.copyOf(functions.values()))
            if (!called.contains(function.name())) run(function.body());
    }

    private void run(List<Statement> statements) {
        for (Statement statement : statements) effort.deeper(() -> run(statement));
    }

    private void run(Statement statement) {
        if (statement instanceof Statement.Loop loop) loop(loop);
        else if (statement instanceof Statement.Branch branch) run(branch.body());
        else if (statement instanceof Statement.Function function) functions.put(function.name(), function);
        else if (statement instanceof Statement.Subshell subshell) subshell(subshell);
        else if (statement instanceof Statement.Assignment assignment)
            assign(assignment.name(), assignment.value(), evidence(statement));
        else if (statement instanceof Statement.Command command)
            for (String part : ShellText.steps(command.command())) command(part, evidence(statement));
    }

    private Evidence evidence(Statement statement) {
        return new Evidence(path, statement.line(), statement.text());
    }

    /** Variables and the folder are those of before afterwards. */
    private void subshell(Statement.Subshell subshell) {
        String before = folder;
        Map<String, String> outside = Map.copyOf(variables);
        run(subshell.body());
        folder = before;
        variables.clear();
        variables.putAll(outside);
    }

    private void loop(Statement.Loop loop) {
        if (loop.variable().isEmpty()) {
            run(loop.body());
            return;
        }
        int rounds = 0;
        for (String word : ShellText.words(expand(loop.values()))) {
            for (String value : text.glob(word, folder)) {
                if (++rounds > MOST_ROUNDS) return;
                variables.put(loop.variable(), value);
                run(loop.body());
            }
        }
    }

    /** Runs a function with its arguments; what it sets for itself alone is gone afterwards. */
    private void call(Statement.Function function, List<String> arguments) {
        called.add(function.name());
        Map<String, String> outside = new HashMap<>();
        for (int i = 1; i <= 9; i++) outside.put(String.valueOf(i), variables.get(String.valueOf(i)));
        for (Statement each : function.body())
            if (each instanceof Statement.Assignment own && own.local())
                outside.put(own.name(), variables.get(own.name()));
        for (int i = 1; i <= 9; i++) set(String.valueOf(i), i <= arguments.size() ? arguments.get(i - 1) : null);
        effort.deeper(() -> run(function.body()));
        outside.forEach(this::set);
    }

    private void set(String name, String value) {
        if (value == null) variables.remove(name);
        else variables.put(name, value);
    }

    private void assign(String name, String written, Evidence evidence) {
        String value = unquoted(expand(written.strip()));
        variables.put(name, value);
        places.put(name, evidence);
    }

    private void command(String command, Evidence evidence) {
        String plain = command;
        for (Optional<ShellText.Assigned> set = ShellText.assigned(plain); set.isPresent(); ) {
            // set for this command alone, and hardly ever for another value before
            assign(set.get().name(), set.get().value(), evidence);
            plain = set.get().rest();
            set = ShellText.assigned(plain);
        }
        List<String> words = new ArrayList<>(ShellText.words(expand(plain)));
        while (words.size() > 1 && LAUNCHERS.contains(words.get(0))) words.remove(0);
        if (words.isEmpty()) return;
        if (words.get(0).equals("cd")) {
            changeFolder(words);
            return;
        }
        Statement.Function function = functions.get(words.get(0));
        if (function != null) {
            call(function, words.subList(1, words.size()));
            return;
        }
        if (text.redirected(expand(plain), folder)) return;
        words.removeIf(word -> word.equals("&") || ShellText.isRedirection(word));
        listener.command(new ScriptCommand(words, folder, evidence));
    }

    private void changeFolder(List<String> words) {
        if (words.size() < 2) return;
        String to = words.get(1);
        // the folder of the script itself
        if (to.equals(".") || to.isEmpty()) to = Paths.parent(path);
        else to = Paths.join(folder, to);
        changeTo(to);
    }

    private static String unquoted(String text) {
        return String.join(" ", ShellText.words(text));
    }

    /** The text with its variables and command substitutions replaced; what is not known becomes nothing. */
    private String expand(String raw) {
        String withCommands = substitute(raw);
        Matcher matcher = REFERENCE.matcher(withCommands);
        StringBuilder out = new StringBuilder();
        while (matcher.find()) {
            String name = matcher.group(1) != null ? matcher.group(1) : matcher.group(3);
            String value = name.equals("0") ? path : variables.get(name);
            if (value == null) value = matcher.group(2) == null ? "" : matcher.group(2);
            matcher.appendReplacement(out, Matcher.quoteReplacement(value));
        }
        matcher.appendTail(out);
        effort.spend(out.length());
        return out.toString();
    }

    private String substitute(String raw) {
        return effort.deeper(() -> substituteWithin(raw));
    }

    private String substituteWithin(String raw) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < raw.length(); i++) {
            boolean dollar = raw.startsWith("$(", i);
            if (!dollar && raw.charAt(i) != '`') {
                out.append(raw.charAt(i));
                continue;
            }
            int end = dollar ? closingParenthesis(raw, i + 1) : raw.indexOf('`', i + 1);
            if (end < 0) return out.append(raw.substring(i)).toString();
            String command = raw.substring(dollar ? i + 2 : i + 1, end);
            // the idiom for the folder of the script: $(dirname "$0"), with cd and pwd around it
            if (command.contains("dirname") && command.contains("$0") || command.contains("BASH_SOURCE"))
                out.append(scriptFolder(command));
            else out.append(text.run(expand(command), folder).orElse("").strip());
            i = end;
        }
        return out.toString();
    }

    private String scriptFolder(String command) {
        String own = Paths.parent(path);
        String up = command.contains("/..") ? Paths.parent(own) : own;
        return up.isEmpty() ? "." : "./" + up;
    }

    private static int closingParenthesis(String text, int open) {
        int depth = 0;
        for (int i = open; i < text.length(); i++) {
            if (text.charAt(i) == '(') depth++;
            if (text.charAt(i) == ')' && --depth == 0) return i;
        }
        return -1;
    }
}
