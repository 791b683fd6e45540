package dev.pfeiler.ecosystem.jvm.wiring.script;

import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.ecosystem.jvm.wiring.WiringBuilder;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads a shell script by following its variables and the commands whose output can be worked out from the tree. Source:
 * the POSIX shell command language, as far as docs/wiring.md lists it.
 */
public final class ShellScript extends Script {
    private static final Pattern ASSIGNMENT =
            Pattern.compile("(?:export\\s+|readonly\\s+|local\\s+)?([A-Za-z_]\\w*)=(.*)", Pattern.DOTALL);
    private static final Pattern LOOP = Pattern.compile("for\\s+(\\w+)\\s+in\\s+(.*)", Pattern.DOTALL);
    private static final Pattern REFERENCE = Pattern.compile("\\$(?:\\{(\\w+)(?::?[-=+?]([^}]*))?\\}|(\\w+))");
    private static final int MOST_ROUNDS = 2000;
    /** A command with a variable that is set for it alone. */
    private static final Pattern PREFIXED = Pattern.compile(
            "([A-Za-z_]\\w*)=((?:\"[^\"]*+\"|'[^']*+'|[^\\s\"'`$(]++|\\$\\w++|\\$\\{[^}]*+\\})*+)\\s++([\\w./$\"].*)",
            Pattern.DOTALL);

    /** @param folder that the script is run in */
    public ShellScript(ProjectTree tree, String path, String folder, WiringBuilder draft) {
        super(tree, path, folder, draft);
    }

    public void read(List<String> lines) {
        draft.files.add(path);
        List<ScriptLines.Line> statements = new ArrayList<>();
        String document = "";
        for (ScriptLines.Line line : ScriptLines.of(lines, '\\')) {
            if (!document.isEmpty()) {
                // the text of a here-document is not a command
                if (line.text().strip().equals(document)) document = "";
                continue;
            }
            document = ShellText.hereDocument(line.text());
            String plain = ShellText.withoutComment(line.text()).strip();
            for (String part : ShellText.split(plain, ';')) {
                if (!part.isEmpty()) statements.add(new ScriptLines.Line(line.number(), part));
            }
        }
        run(statements);
        name("NAME", "APP", "PROJECT", "APPNAME", "APP_NAME").ifPresent(s -> draft.name = Optional.of(s));
        name("VERSION", "VER", "APP_VERSION")
                .filter(s -> Wiring.isVersion(s.value()))
                .ifPresent(s -> draft.version = Optional.of(s));
    }

    private Optional<Wiring.Setting> name(String... keys) {
        for (String key : keys) {
            String value = variables.get(key);
            if (value == null || value.isBlank() || value.contains("/")) continue;
            return Optional.of(new Wiring.Setting(value, Evidence.of(path, key + "=" + value)));
        }
        return Optional.empty();
    }

    private void run(List<ScriptLines.Line> statements) {
        for (int i = 0; i < statements.size(); i++) {
            ScriptLines.Line statement = statements.get(i);
            Matcher loop = LOOP.matcher(statement.text());
            if (!loop.matches()) {
                statement(statement);
                continue;
            }
            int end = closing(statements, i);
            loop(loop.group(1), loop.group(2), statements.subList(i + 1, end));
            i = end;
        }
    }

    private static int closing(List<ScriptLines.Line> statements, int start) {
        int depth = 0;
        for (int i = start; i < statements.size(); i++) {
            String word = statements.get(i).text();
            if (word.startsWith("for ") || word.startsWith("while ")) depth++;
            if (word.equals("done") || word.startsWith("done ")) depth--;
            if (depth == 0) return i;
        }
        return statements.size();
    }

    private void loop(String variable, String words, List<ScriptLines.Line> body) {
        int rounds = 0;
        for (String word : ShellText.words(expand(words))) {
            for (String value : text.glob(word, folder)) {
                if (++rounds > MOST_ROUNDS) return;
                variables.put(variable, value);
                draft.effort.deeper(() -> run(body));
            }
        }
    }

    private void statement(ScriptLines.Line line) {
        String statement =
                line.text().replaceFirst("^(then|else|do|\\{|!)(\\s+|$)", "").strip();
        if (statement.isEmpty()
                || statement.matches(
                        "(if|elif|while|until|case|fi|done|esac|\\}|function)\\b.*|\\w+\\s*\\(\\)\\s*\\{?")) return;
        if (statement.startsWith("(") && closingParenthesis(statement, 0) == statement.length() - 1) {
            String before = folder;
            for (String part : ShellText.split(statement.substring(1, statement.length() - 1), ';'))
                statement(new ScriptLines.Line(line.number(), part));
            changeTo(before);
            return;
        }
        Matcher prefixed = PREFIXED.matcher(statement);
        if (prefixed.matches()) {
            assign(prefixed.group(1), prefixed.group(2), line);
            statement(new ScriptLines.Line(line.number(), prefixed.group(3)));
            return;
        }
        Matcher assignment = ASSIGNMENT.matcher(statement);
        if (assignment.matches()) {
            assign(assignment.group(1), assignment.group(2), line);
            return;
        }
        for (String part : ShellText.steps(statement)) command(part, new Evidence(path, line.number(), line.text()));
    }

    private void assign(String name, String written, ScriptLines.Line line) {
        String value = unquoted(expand(written.strip()));
        variables.put(name, value);
        if (name.equals(ToolCalls.JAVA_OPTIONS))
            draft.javaOptions = Optional.of(new Wiring.Setting(value, new Evidence(path, line.number(), line.text())));
    }

    private void command(String command, Evidence evidence) {
        String plain =
                command.replaceFirst("^\\((.*)\\)$", "$1").replaceFirst("^(exec|time|nice|command|sudo)\\s+", "");
        if (plain.isEmpty()) return;
        List<String> words = ShellText.words(expand(plain));
        if (words.isEmpty()) return;
        if (words.get(0).equals("cd")) {
            changeFolder(words);
            return;
        }
        if (text.redirected(expand(plain), folder)) return;
        List<String> kept = new ArrayList<>();
        for (String word : words) if (!word.matches("\\d?>.*|&")) kept.add(word);
        commands.take(kept, folder, evidence);
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
        draft.effort.spend(out.length());
        return out.toString();
    }

    private String substitute(String raw) {
        return draft.effort.deeper(() -> substituteWithin(raw));
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
