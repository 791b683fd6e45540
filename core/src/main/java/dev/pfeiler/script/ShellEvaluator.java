package dev.pfeiler.script;

import dev.pfeiler.tree.PathPattern;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Works out what the text-making commands of scripts would print, from the tree alone: {@code find}, {@code ls},
 * {@code echo}, {@code cat}, and the filters behind them. Source: the POSIX utilities of those names.
 */
public final class ShellEvaluator {
    private static final Pattern REDIRECTION = Pattern.compile("(.*?[^>\\d&])(>{1,2})\\s*([^>&|\\s]+)\\s*");

    private static final Pattern STARS = Pattern.compile("\\*+");
    private static final Pattern PATTERN_SIGNS = Pattern.compile("[\\\\^$]");

    private final ProjectTree tree;
    /** Texts of files that the script itself has written, by path. */
    private final Map<String, String> written = new HashMap<>();

    private final EvaluationLimit effort;

    public ShellEvaluator(ProjectTree tree, EvaluationLimit effort) {
        this.tree = tree;
        this.effort = effort;
    }

    ProjectTree tree() {
        return tree;
    }

    EvaluationLimit effort() {
        return effort;
    }

    /** What a pipeline prints; empty if some command of it is not known. */
    public Optional<String> run(String pipeline, String folder) {
        List<String> stages = ShellText.split(pipeline, '|');
        Optional<String> text = source(ShellText.words(stages.get(0)), folder);
        for (String stage : stages.subList(1, stages.size())) {
            Optional<UnaryOperator<String>> filter = filter(ShellText.words(stage));
            if (filter.isEmpty()) return Optional.empty();
            text = text.map(filter.get());
        }
        return text;
    }

    private Optional<String> source(List<String> words, String folder) {
        if (words.isEmpty()) return Optional.of("");
        List<String> arguments = words.subList(1, words.size()).stream()
                .filter(word -> !ShellText.isRedirection(word))
                .toList();
        switch (words.get(0)) {
            case "find":
                return find(arguments, folder);
            case "ls":
                return Optional.of(lines(arguments.stream()
                        .filter(a -> !a.startsWith("-"))
                        .flatMap(a -> listed(a, folder).stream())
                        .toList()));
            case "echo", "printf":
                return Optional.of(String.join(
                                " ",
                                arguments.stream()
                                        .flatMap(a -> glob(a, folder).stream())
                                        .toList()) + "\n");
            case "cat":
                return arguments.isEmpty() ? Optional.empty() : text(arguments.get(0), folder);
            case "pwd":
                return Optional.of(folder.isEmpty() ? "." : folder);
            case "dirname":
                return Optional.of(
                        arguments.isEmpty()
                                ? "."
                                : arguments.get(0).contains("/") ? Paths.parent(arguments.get(0)) : ".");
            default:
                return Optional.empty();
        }
    }

    /** Keeps the text of a file that a command writes from what it finds in the tree; whether it is such a command. */
    public boolean redirected(String command, String folder) {
        Matcher matcher = REDIRECTION.matcher(command);
        if (!matcher.matches()) return false;
        Optional<String> output = run(matcher.group(1), folder);
        Optional<String> file = Paths.normal(Paths.join(folder, String.join(" ", ShellText.words(matcher.group(3)))));
        if (output.isEmpty() || file.isEmpty()) return false;
        String before = matcher.group(2).length() == 2 ? written.getOrDefault(file.get(), "") : "";
        effort.spend(before.length() + output.get().length());
        written.put(file.get(), before + output.get());
        return true;
    }

    /** Keeps what a script adds to a file. */
    void append(String path, String lines) {
        written.merge(path, lines, (one, other) -> one + "\n" + other);
    }

    /** The text of a file of the tree, or of one that the script wrote. */
    public Optional<String> text(String path, String folder) {
        Optional<String> inside = Paths.normal(Paths.join(folder, path));
        if (inside.isEmpty()) return Optional.empty();
        if (written.containsKey(inside.get())) return Optional.of(written.get(inside.get()));
        if (!tree.has(inside.get())) return Optional.empty();
        try {
            return Optional.of(tree.text(inside.get()).content());
        } catch (java.io.IOException e) {
            return Optional.empty();
        }
    }

    private List<String> listed(String argument, String folder) {
        Optional<String> inside = Paths.normal(Paths.join(folder, argument));
        if (inside.isPresent() && tree.folders().contains(inside.get())) {
            return tree.under(inside.get())
                    .map(file -> Paths.relative(inside.get(), file.path()))
                    .filter(name -> !name.contains("/"))
                    .toList();
        }
        return glob(argument, folder);
    }

    private Optional<String> find(List<String> arguments, String folder) {
        List<String> starts = new ArrayList<>();
        List<Predicate<String>> names = new ArrayList<>();
        List<Predicate<String>> not = new ArrayList<>();
        boolean negated = false;
        for (int i = 0; i < arguments.size(); i++) {
            String word = arguments.get(i);
            switch (word) {
                case "-name", "-iname", "-path", "-wholename" -> {
                    String pattern = i + 1 < arguments.size() ? arguments.get(++i) : "*";
                    (negated ? not : names).add(named(pattern, word.equals("-name") || word.equals("-iname")));
                    negated = false;
                }
                case "!", "-not" -> negated = true;
                case "-type", "-maxdepth", "-mindepth" -> i++;
                case "-o", "-or", "-a", "-and", "-print", "(", ")", "\\(", "\\)" -> {}
                default -> {
                    if (word.startsWith("-")) return Optional.empty();
                    starts.add(word);
                }
            }
        }
        if (starts.isEmpty()) starts.add(".");
        List<String> found = new ArrayList<>();
        for (String start : starts) {
            Optional<String> inside = Paths.normal(Paths.join(folder, start));
            if (inside.isEmpty()) return Optional.empty();
            effort.spend(tree.files().size());
            String shown = start.equals(".") ? "." : Paths.withoutSlash(start);
            tree.under(inside.get())
                    .map(file -> shown + "/" + Paths.relative(inside.get(), file.path()))
                    .filter(path -> names.isEmpty() || names.stream().anyMatch(p -> p.test(path)))
                    .filter(path -> not.stream().noneMatch(p -> p.test(path)))
                    .forEach(found::add);
        }
        return Optional.of(lines(found));
    }

    private static Predicate<String> named(String wildcards, boolean lastName) {
        // in a pattern for whole paths a star takes slashes too
        PathPattern pattern =
                PathPattern.of(lastName ? wildcards : STARS.matcher(wildcards).replaceAll("**"));
        return path -> pattern.matches(lastName ? Paths.name(path) : path);
    }

    /** What a word with wildcards stands for; itself where it has none or nothing matches. */
    public List<String> glob(String word, String folder) {
        if (!word.contains("*") && !word.contains("?")) return List.of(word);
        Optional<String> inside = Paths.normal(Paths.join(folder, word));
        if (inside.isEmpty()) return List.of(word);
        PathPattern pattern = PathPattern.of(inside.get());
        effort.spend(tree.files().size());
        List<String> found = tree.files().stream()
                .map(TreeFile::path)
                .filter(pattern::matches)
                .map(path -> folder.isEmpty() ? path : Paths.within(folder, path) ? Paths.relative(folder, path) : path)
                .toList();
        return found.isEmpty() ? List.of(word) : found;
    }

    private static Optional<UnaryOperator<String>> filter(List<String> words) {
        if (words.isEmpty()) return Optional.empty();
        switch (words.get(0)) {
            case "sort", "uniq", "cat":
                return Optional.of(text -> text);
            case "xargs":
                return words.size() > 1
                                && !words.get(1).equals("echo")
                                && !words.get(1).startsWith("-")
                        ? Optional.empty()
                        : Optional.of(text -> String.join(" ", Text.words(text)));
            case "tr":
                return words.size() == 3
                        ? Optional.of(text -> translate(text, words.get(1), words.get(2)))
                        : Optional.empty();
            case "paste":
                return Optional.of(text -> text.strip().replace("\n", delimiter(words)));
            case "sed":
                return substitution(words.get(words.size() - 1));
            case "grep":
                return grep(words);
            default:
                return Optional.empty();
        }
    }

    private static String translate(String text, String from, String to) {
        String f = unescape(from);
        String t = unescape(to);
        if (f.isEmpty() || t.isEmpty()) return text;
        StringBuilder out = new StringBuilder();
        for (char c : text.toCharArray()) {
            int at = f.indexOf(c);
            out.append(at < 0 ? c : t.charAt(Math.min(at, t.length() - 1)));
        }
        return out.toString();
    }

    private static String unescape(String text) {
        return text.replace("\\n", "\n")
                .replace("\\t", "\t")
                .replace("\\012", "\n")
                .replace("[:space:]", " \n\t");
    }

    private static String delimiter(List<String> words) {
        for (String word : words) {
            if (word.length() > 2 && word.startsWith("-d")) return word.substring(2);
            if (word.length() > 3 && word.startsWith("-sd")) return word.substring(3);
            if (!word.startsWith("-") && !word.equals("paste")) return word;
        }
        return "\t";
    }

    private static Optional<UnaryOperator<String>> substitution(String command) {
        if (command.length() < 4 || command.charAt(0) != 's') return Optional.empty();
        String[] parts = command.split(Pattern.quote(command.substring(1, 2)), -1);
        if (parts.length != 4) return Optional.empty();
        boolean all = parts[3].contains("g");
        Pattern pattern = Pattern.compile(parts[1], Pattern.LITERAL);
        if (parts[1].startsWith("^")) pattern = Pattern.compile("(?m)^" + Pattern.quote(parts[1].substring(1)));
        else if (parts[1].endsWith("$"))
            pattern = Pattern.compile("(?m)" + Pattern.quote(parts[1].substring(0, parts[1].length() - 1)) + "$");
        Pattern compiled = pattern;
        String by = Matcher.quoteReplacement(parts[2]);
        return Optional.of(text -> text.lines()
                .map(line -> all
                        ? compiled.matcher(line).replaceAll(by)
                        : compiled.matcher(line).replaceFirst(by))
                .collect(Collectors.joining("\n", "", "\n")));
    }

    private static Optional<UnaryOperator<String>> grep(List<String> words) {
        boolean inverted = words.contains("-v") || words.contains("-vE") || words.contains("-Ev");
        String wanted = words.get(words.size() - 1);
        return Optional.of(text -> text.lines()
                .filter(line -> line.contains(PATTERN_SIGNS.matcher(wanted).replaceAll("")) != inverted)
                .collect(Collectors.joining("\n", "", "\n")));
    }

    private static String lines(List<String> lines) {
        return lines.isEmpty() ? "" : String.join("\n", lines) + "\n";
    }

    /** The words of several lines of paths. */
    public static List<String> pathsIn(String text) {
        return text.lines()
                .flatMap(line -> ShellText.words(line.strip()).stream())
                .filter(word -> !word.isEmpty())
                .toList();
    }
}
