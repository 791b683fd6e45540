package dev.pfeiler.script;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Reads a Windows batch script by following its variables, loops and calls of labels, as docs/wiring.md lists them. */
final class BatchReader extends ScriptReader {
    private static final Pattern SET = Pattern.compile("(?i)set\\s+\"?([\\w.]+)=([^\"]*)\"?\\s*");
    private static final Pattern LOOP = Pattern.compile(
            "(?i)for\\s+(/r\\s+(?<root>\\S+)\\s+)?%%(?<name>\\w)\\s+in\\s+\\((?<set>[^)]*)\\)\\s+do\\s+(?<body>.*)");
    private static final Pattern LISTING = Pattern.compile("(?i)dir\\s+(?<words>.*?)>\\s*(?<file>\\S+)\\s*");
    private static final Pattern REFERENCE = Pattern.compile("%([\\w.]+)%|!([\\w.]+)!|%~?(\\d)");
    private static final Pattern OWN_FOLDER = Pattern.compile("(?i)%~dp0\\\\?");
    private static final int DEEPEST_CALL = 20;

    private List<ScriptLine> lines = List.of();

    BatchReader(String path, String folder, ShellEvaluator text, Listener listener) {
        super(path, folder, text, listener, String.CASE_INSENSITIVE_ORDER);
    }

    @Override
    public void read(List<String> rawLines) {
        listener.read(path);
        lines = ScriptLine.joined(rawLines, '^');
        run(0, List.of(), 0);
    }

    private void run(int start, List<String> arguments, int depth) {
        for (int i = start; i < lines.size(); i++) {
            String line = BatchText.command(lines.get(i).text());
            if (line.isEmpty() || line.startsWith(":")) continue;
            if (BatchText.isEnd(line)) return;
            for (String part : ShellText.sequence(line, ShellText.Dialect.BATCH)) statement(part, i, arguments, depth);
        }
    }

    private void statement(String statement, int at, List<String> arguments, int depth) {
        effort.deeper(() -> statementWithin(statement, at, arguments, depth));
    }

    private void statementWithin(String statement, int at, List<String> arguments, int depth) {
        String plain = BatchText.withoutCondition(statement);
        Matcher loop = LOOP.matcher(plain);
        if (loop.matches()) {
            loop(loop, at, arguments, depth);
            return;
        }
        Matcher listing = LISTING.matcher(plain);
        if (listing.matches()) {
            listing(expand(listing.group("words"), arguments), listing.group("file"));
            return;
        }
        Matcher set = SET.matcher(plain);
        if (set.matches()) {
            String value = expand(set.group(2), arguments);
            variables.put(set.group(1), value);
            places.put(set.group(1), Evidence.of(path, plain));
            return;
        }
        List<String> words = ShellText.words(expand(plain.replace('\\', '/'), arguments));
        if (words.isEmpty()) return;
        if (words.get(0).equalsIgnoreCase("call")
                && words.size() > 1
                && words.get(1).startsWith(":")) {
            call(words.get(1), words.subList(2, words.size()), depth);
        } else if (words.get(0).equalsIgnoreCase("cd") || words.get(0).equalsIgnoreCase("pushd")) {
            String to = words.get(words.size() - 1);
            if (!to.isBlank()) changeTo(Paths.join(folder, to));
        } else {
            List<String> kept = words.stream()
                    .filter(w -> !w.equalsIgnoreCase("call") && !ShellText.isRedirection(w))
                    .toList();
            listener.command(new ScriptCommand(
                    kept,
                    folder,
                    new Evidence(path, lines.get(at).number(), lines.get(at).text())));
        }
    }

    private void call(String label, List<String> arguments, int depth) {
        for (int i = 0; i < lines.size() && depth < DEEPEST_CALL; i++) {
            if (lines.get(i).text().strip().equalsIgnoreCase(label)) {
                run(i + 1, arguments, depth + 1);
                return;
            }
        }
    }

    private void loop(Matcher loop, int at, List<String> arguments, int depth) {
        String root = loop.group("root") == null
                ? ""
                : expand(loop.group("root"), arguments).replace('\\', '/') + "/**/";
        for (String word : BatchText.items(loop.group("set"))) {
            for (String value : text.glob(root + expand(word, arguments).replace('\\', '/'), folder)) {
                String body = BatchText.with(loop.group("body"), loop.group("name"), value);
                statement(body.strip(), at, arguments, depth);
            }
        }
    }

    /** {@code dir /s /b src\*.java > sources.txt} */
    private void listing(String words, String file) {
        boolean deep = words.toLowerCase(Locale.ROOT).contains("/s");
        for (String word : Text.words(words)) {
            if (word.startsWith("/")) continue;
            String plain = word.replace('\\', '/');
            String start = Paths.parent(plain);
            String extension = Paths.extension(plain);
            String found = tree.under(Paths.normal(Paths.join(folder, start)).orElse(start))
                    .map(TreeFile::path)
                    .filter(p -> p.endsWith("." + extension)
                            && (deep || Paths.parent(p).equals(start)))
                    .collect(Collectors.joining("\n"));
            text.append(Paths.join(folder, file), found);
        }
    }

    private String expand(String raw, List<String> arguments) {
        Matcher matcher = REFERENCE.matcher(OWN_FOLDER.matcher(raw).replaceAll(""));
        StringBuilder out = new StringBuilder();
        while (matcher.find()) {
            String value;
            if (matcher.group(3) != null) {
                int number = Integer.parseInt(matcher.group(3));
                value = number > 0 && number <= arguments.size() ? arguments.get(number - 1) : "";
            } else {
                String name = matcher.group(1) != null ? matcher.group(1) : matcher.group(2);
                value = variables.getOrDefault(name, "");
            }
            matcher.appendReplacement(out, Matcher.quoteReplacement(value));
        }
        matcher.appendTail(out);
        effort.spend(out.length());
        return out.toString();
    }
}
