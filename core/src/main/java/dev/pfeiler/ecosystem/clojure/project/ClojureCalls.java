package dev.pfeiler.ecosystem.clojure.project;

import dev.pfeiler.ecosystem.clojure.project.ClojureCall.Action;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.script.EvaluationLimit;
import dev.pfeiler.script.ScriptCommand;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.script.ScriptReader;
import dev.pfeiler.script.ScriptReaders;
import dev.pfeiler.script.ShellEvaluator;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** The calls of Java in scripts and make files. Source: the documentation of the {@code java} command. */
final class ClojureCalls {
    private static final long LARGEST = 256 << 10;
    private static final Set<String> CLASS_PATH = Set.of("-cp", "-classpath", "--class-path");
    private static final Set<String> WITH_VALUE =
            Set.of("--add-opens", "--add-exports", "--add-modules", "--module-path");

    private final ProjectTree tree;
    private final List<Finding> trouble;
    private final List<ClojureCall> calls = new ArrayList<>();

    private ClojureCalls(ProjectTree tree, List<Finding> trouble) {
        this.tree = tree;
        this.trouble = trouble;
    }

    /** @param trouble takes what cannot be followed */
    static List<ClojureCall> of(ProjectTree tree, List<Finding> trouble) {
        ClojureCalls reader = new ClojureCalls(tree, trouble);
        for (TreeFile file : tree.files()) {
            Optional<ScriptKind> kind = ScriptKind.of(tree, file);
            if (kind.isPresent() && !ClojureFiles.isHidden(file.path())) reader.read(kind.get(), file);
        }
        return reader.calls;
    }

    private void read(ScriptKind kind, TreeFile file) {
        List<String> lines = tree.lines(file, LARGEST);
        if (lines.stream().noneMatch(line -> line.contains("java") || line.contains("CLASSPATH"))) return;
        String folder = Paths.parent(file.path());
        List<ClojureCall> own = calls(kind, file.path(), lines, folder);
        List<ClojureCall> top = folder.isEmpty() ? own : calls(kind, file.path(), lines, "");
        // run from the top, as far as it does not change its folder itself; else from its own
        calls.addAll(found(own) >= found(top) ? own : top);
    }

    private static int found(List<ClojureCall> calls) {
        return calls.stream()
                .mapToInt(call -> call.jars().size()
                        + call.folders().size()
                        - call.missing().size())
                .sum();
    }

    private List<ClojureCall> calls(ScriptKind kind, String path, List<String> lines, String folder) {
        List<ClojureCall> found = new ArrayList<>();
        ShellEvaluator text = new ShellEvaluator(tree, new EvaluationLimit());
        ScriptReader[] reader = new ScriptReader[1];
        // what it includes is followed; what is missing may be made by the build
        ScriptReader.Listener listener = command -> {
            String set = reader[0] == null
                    ? ""
                    : reader[0].value("CLASSPATH").map(ScriptReader.Value::text).orElse("");
            call(path, command, set).ifPresent(found::add);
        };
        try {
            reader[0] = ScriptReaders.of(kind, path, folder, text, listener);
            reader[0].read(lines);
        } catch (EvaluationLimit.Exceeded e) {
            trouble.add(Finding.trouble(path, e.getMessage() + "; it is read up to there"));
        }
        return found;
    }

    private Optional<ClojureCall> call(String script, ScriptCommand command, String set) {
        List<String> words = command.words();
        int at = 0;
        while (at < words.size() && Set.of("exec", "nohup", "time", "env").contains(words.get(at))) at++;
        while (at < words.size() && words.get(at).matches("\\w+=.*")) at++;
        if (at >= words.size()) return Optional.empty();
        String program = Paths.name(words.get(at).replace('\\', '/'));
        boolean java = program.equals("java") || program.equals("java.exe") || program.equals("javaw");
        if (!java) return Optional.empty();
        String path = set;
        List<String> options = new ArrayList<>();
        String main = "";
        for (at++; at < words.size(); at++) {
            String word = words.get(at);
            if (CLASS_PATH.contains(word) && at + 1 < words.size()) path = words.get(++at);
            else if (word.startsWith("--class-path=")) path = word.substring("--class-path=".length());
            else if (word.equals("-jar") && at + 1 < words.size()) {
                path = words.get(++at);
                main = ClojureCall.CLOJURE;
                break;
            } else if (WITH_VALUE.contains(word) && at + 1 < words.size()) {
                options.add(word);
                options.add(words.get(++at));
            } else if (word.startsWith("-")) options.add(word);
            else {
                main = word;
                break;
            }
        }
        if (main.isEmpty()) return Optional.empty();
        List<String> folders = new ArrayList<>();
        List<String> jars = new ArrayList<>();
        List<String> missing = new ArrayList<>();
        for (String entry : path.split("[:;]")) entry(command.folder(), entry, folders, jars, missing);
        boolean known = main.startsWith("clojure.") || main.startsWith("cljs.");
        // a class of the project's own; a library's program is none of its
        if (!known && folders.isEmpty() && jars.isEmpty()) return Optional.empty();
        if (words.contains("-jar") && jars.stream().noneMatch(this::isClojure)) return Optional.empty();
        return Optional.of(new ClojureCall(
                script,
                command.folder(),
                folders,
                jars,
                missing,
                options,
                main,
                action(main, words.subList(Math.min(at + 1, words.size()), words.size()), command.folder()),
                command.evidence()));
    }

    private boolean isClojure(String jar) {
        return Paths.name(jar).matches("clojure(-[\\d.]+.*)?\\.jar");
    }

    private void entry(String folder, String written, List<String> folders, List<String> jars, List<String> missing) {
        String plain = written.strip();
        if (plain.isEmpty()) return;
        if (plain.endsWith("/*") || plain.equals("*") || plain.endsWith("/*.jar")) {
            int cut = Math.max(plain.lastIndexOf('/'), 0);
            Paths.normal(Paths.join(folder, plain.substring(0, cut))).ifPresent(place -> tree.under(place)
                    .filter(file -> Paths.parent(file.path()).equals(place)
                            && file.extension().equals("jar"))
                    .forEach(file -> jars.add(file.path())));
            return;
        }
        Optional<String> path = Paths.normal(Paths.join(folder, plain));
        if (path.isEmpty()) missing.add(plain);
        else if (tree.has(path.get())) jars.add(path.get());
        else if (path.get().isEmpty() || tree.folders().contains(path.get())) folders.add(path.get());
        else missing.add(path.get());
    }

    private Action action(String main, List<String> words, String folder) {
        if (main.equals(ClojureCall.COMPILER))
            return new Action(List.of(), List.of(), words.stream().findFirst(), Optional.empty(), words);
        if (!main.equals(ClojureCall.CLOJURE))
            return new Action(List.of(), List.of(), Optional.empty(), Optional.empty(), words);
        List<String> loaded = new ArrayList<>();
        List<String> expressions = new ArrayList<>();
        for (int i = 0; i < words.size(); i++) {
            String word = words.get(i);
            boolean value = i + 1 < words.size();
            List<String> rest = words.subList(Math.min(i + 2, words.size()), words.size());
            if (value && (word.equals("-i") || word.equals("--init")))
                path(folder, words.get(++i)).forEach(loaded::add);
            else if (value && (word.equals("-e") || word.equals("--eval"))) expressions.add(words.get(++i));
            else if (value && (word.equals("-m") || word.equals("--main")))
                return new Action(loaded, expressions, Optional.of(words.get(i + 1)), Optional.empty(), rest);
            else if (!word.startsWith("-"))
                return new Action(
                        loaded,
                        expressions,
                        Optional.empty(),
                        path(folder, word).findFirst(),
                        words.subList(i + 1, words.size()));
        }
        return new Action(loaded, expressions, Optional.empty(), Optional.empty(), List.of());
    }

    private Stream<String> path(String folder, String written) {
        return Paths.normal(Paths.join(folder, written)).filter(tree::has).stream();
    }
}
