package dev.pfeiler.ecosystem.node.wiring;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.script.Deployment;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads shell scripts, batch files and make files for the commands that they run. Source: POSIX, shell and make. */
public final class CallScripts {
    private static final long LARGEST = 64 << 10;
    /** A longer command is no one's handwriting; in characters. */
    private static final int LONGEST = 8 << 10;

    private static final Set<String> SHELL = Set.of("sh", "bash", "ksh", "command");
    private static final Set<String> BATCH = Set.of("bat", "cmd");
    private static final Pattern RULE = Pattern.compile("([\\w.-]+)\\s*:(?![=:])(.*)");
    private static final Pattern SET =
            Pattern.compile("(?:export\\s+|set\\s+\"?)?([A-Za-z_]\\w*)\\s*[:?]?=\\s*(.*?)\"?");
    private static final Pattern REFERENCE = Pattern.compile("\\$\\{?\\(?(\\w+)\\)?\\}?|%(\\w+)%");
    private static final Pattern REMARK = Pattern.compile("(?i)^\\s*(?:@?rem\\b|::).*", Pattern.DOTALL);
    /** A word that is given to a program as it is, wildcards included, or a redirection. */
    private static final Pattern PATTERN = Pattern.compile("[\\w@%+=:,./*?~-]++|\\d?[<>]{1,2}(?:&\\d|[\\w./-]*+)");

    private static final Pattern CONTROL = Pattern.compile(
            "(?:if|for|while|until|case|then|else|elif|fi|done|do|esac|goto)\\b.*|.*\\(\\)\\s*\\{.*|[{}]|:\\w+");
    /** Commands that make nothing. */
    private static final Set<String> SILENT = Set.of(
            "set",
            "echo",
            "printf",
            "export",
            "exit",
            "@echo",
            "setlocal",
            "endlocal",
            "rem",
            "pwd",
            "trap",
            ":",
            "true");

    private final ProjectTree tree;
    private final Map<String, String> variables = new HashMap<>();
    private final List<Call> calls = new ArrayList<>();
    private final List<Evidence> deployments = new ArrayList<>();
    private ShellText.Dialect dialect = ShellText.Dialect.POSIX;
    private String path = "";
    private String folder = "";
    private boolean whole = true;

    private CallScripts(ProjectTree tree) {
        this.tree = tree;
    }

    /** All scripts of a tree that run a program of this ecosystem. */
    public static List<CallScript> of(ProjectTree tree) {
        List<CallScript> found = new ArrayList<>();
        for (TreeFile file : tree.files()) {
            if (file.size() > LARGEST || file.link()) continue;
            boolean make = file.name().matches("(?i)(GNU)?makefile|.*\\.mk");
            boolean script = SHELL.contains(file.extension()) || BATCH.contains(file.extension());
            boolean plain = file.extension().isEmpty() && !make;
            if (!make && !script && !plain) continue;
            List<String> lines = tree.lines(file, LARGEST);
            if (plain && (lines.isEmpty() || !lines.get(0).matches("#! ?/(usr/)?bin/(env )?(ba|k|da)?sh\\b.*")))
                continue;
            if (make) found.addAll(rules(tree, file.path(), lines));
            else found.add(new CallScripts(tree).script(file.path(), Paths.stem(file.path()), lines, 0));
        }
        return found.stream().filter(CallScript::concerns).toList();
    }

    private CallScript script(String file, String name, List<String> lines, int first) {
        path = file;
        boolean batch = BATCH.contains(Paths.extension(file));
        if (batch) dialect = ShellText.Dialect.BATCH;
        StringBuilder joined = new StringBuilder();
        int start = 0;
        String document = "";
        for (int i = 0; i < lines.size(); i++) {
            String line = lines.get(i).strip();
            if (!document.isEmpty()) {
                // the text of a here-document is not a command
                if (line.equals(document)) document = "";
                continue;
            }
            if (!batch && line.contains("<<")) document = ShellText.hereDocument(line);
            if (!document.isEmpty()) whole = false;
            if (joined.isEmpty()) start = i + 1;
            boolean continues = line.endsWith(batch ? "^" : "\\");
            joined.append(continues ? line.substring(0, line.length() - 1) + " " : line);
            if (continues) continue;
            line(joined.toString(), first + start);
            joined.setLength(0);
        }
        Evidence evidence =
                calls.isEmpty() ? Evidence.of(file, "") : calls.get(0).evidence();
        return new CallScript(file, name, calls, whole, deployments, evidence);
    }

    /** The commands of one line that a descriptor contains. */
    public static List<Call> calls(ProjectTree tree, String file, String line) {
        CallScripts reader = new CallScripts(tree);
        reader.path = file;
        reader.line(line, 0);
        return List.copyOf(reader.calls);
    }

    private static List<CallScript> rules(ProjectTree tree, String file, List<String> lines) {
        List<CallScript> rules = new ArrayList<>();
        Map<String, String> set = new HashMap<>();
        for (int i = 0; i < lines.size(); i++) {
            Matcher variable = SET.matcher(lines.get(i));
            if (variable.matches() && !lines.get(i).startsWith("\t")) set.put(variable.group(1), variable.group(2));
            Matcher rule = RULE.matcher(lines.get(i));
            if (!rule.matches() || rule.group(1).startsWith(".")) continue;
            List<String> recipe = new ArrayList<>();
            int first = i + 1;
            while (i + 1 < lines.size()
                    && (lines.get(i + 1).startsWith("\t") || lines.get(i + 1).isBlank()))
                recipe.add(lines.get(++i).strip().replaceFirst("^[@-]+", ""));
            CallScripts reader = new CallScripts(tree);
            reader.variables.putAll(set);
            CallScript read = reader.script(file, rule.group(1), recipe, first);
            // what it depends on is made first; automatic variables stand for it
            boolean alone = rule.group(2).isBlank()
                    && recipe.stream().noneMatch(line -> line.contains("$@") || line.contains("$<"));
            rules.add(new CallScript(
                    file, read.name(), read.calls(), read.whole() && alone, read.deployments(), read.evidence()));
        }
        return rules;
    }

    private void line(String raw, int number) {
        String plain = dialect == ShellText.Dialect.BATCH
                ? REMARK.matcher(raw).replaceFirst("")
                : ShellText.withoutComment(raw);
        String line = plain.strip().replaceFirst("^@", "");
        if (line.isEmpty()) return;
        if (CONTROL.matcher(line).matches()) {
            whole = false;
            return;
        }
        Matcher set = SET.matcher(line);
        if (set.matches() && !set.group(2).contains(" ") && !set.group(2).contains("$(")) {
            variables.put(set.group(1), expanded(set.group(2)).replaceAll("^[\"']|[\"']$", ""));
            return;
        }
        Evidence evidence = new Evidence(path, number, raw);
        for (String command : ShellText.sequence(line, dialect)) {
            Optional<String> deployment = Deployment.in(expanded(command), dialect);
            if (deployment.isPresent()) deployments.add(new Evidence(path, number, deployment.get()));
            else command(command, evidence);
        }
    }

    private void command(String raw, Evidence evidence) {
        if (raw.isEmpty()) return;
        if (raw.contains("$(dirname") || raw.contains("%~dp0") && raw.matches("(?i)(cd|pushd)\\b.*")) {
            if (raw.startsWith("cd")) folder = Paths.parent(path);
            return;
        }
        String text = expanded(raw);
        List<String> words = new ArrayList<>(ShellText.words(text));
        while (!words.isEmpty() && (words.get(0).equals("exec") || words.get(0).equalsIgnoreCase("call")))
            words.remove(0);
        if (words.isEmpty() || SILENT.contains(words.get(0).toLowerCase(Locale.ROOT))) return;
        if (words.get(0).equals("cd") && words.size() == 2) {
            Paths.normal(Paths.join(folder, words.get(1))).ifPresent(to -> folder = to);
            return;
        }
        int first = 0;
        while (first < words.size() - 1 && words.get(first).matches("[A-Z_]+=.*")) first++;
        Optional<Call> call = call(words, first, text, evidence);
        call.ifPresentOrElse(calls::add, () -> whole = false);
    }

    private Optional<Call> call(List<String> words, int first, String text, Evidence evidence) {
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
        String tool = Paths.name(program).replaceFirst("\\.(cmd|exe|js|cjs|mjs)$", "");
        String packaged = program.replaceFirst("^(\\./)?node_modules/(\\.bin/)?", "");
        boolean local = !packaged.equals(program);
        List<String> arguments = words.subList(at + 1, words.size());
        String line = local || at > first ? joined(words.subList(0, first), tool, arguments) : text;
        if (text.matches(".*\\$[\\w({].*|.*%\\w+%.*|.*`.*")) whole = false;
        String place = folder(arguments);
        return Optional.of(new Call(
                tool,
                arguments,
                place,
                place.isEmpty() ? line : "cd " + place + " && " + line + " && cd " + up(place),
                evidence));
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
        return folder.replaceAll("[^/]+", "..");
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
