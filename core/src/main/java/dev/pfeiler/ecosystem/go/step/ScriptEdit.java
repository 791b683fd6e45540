package dev.pfeiler.ecosystem.go.step;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Takes the settings of a workspace out of make files, scripts and container files. */
final class ScriptEdit {
    private static final Pattern WHOLE = Pattern.compile(
            "\\s*(?:(?:export|override|ENV|ARG)\\s+)?(?:GOPATH|GO111MODULE)\\s*(?:[:?+]?:?=|\\s)\\s*(?![^#]*\\sgo\\s)[^#;&]*");
    private static final Pattern NAMED = Pattern.compile("\\s*export(?:\\s+(?:GOPATH|GO111MODULE))+\\s*");
    private static final Pattern INLINE = Pattern.compile(
            "\\b(?:GOPATH|GO111MODULE)=(?:\"[^\"]*\"|'[^']*'|[^\\s;&]+)\\s+(?=(?:\\w+=\\S+\\s+)*go\\b)");
    private static final Pattern LINKED = Pattern.compile("\\bcd\\s+\\S*/src/\\S+\\s*&&\\s*(?=go\\b)");
    private static final Pattern RECIPE = Pattern.compile("^(\\t[@-]?)(?=go\\b)");

    private static final Pattern CALL = Pattern.compile("\\bgo\\s+(?:build|install|test|vet|run|list|doc)\\b");
    /** An option with a value of its own, or an import path. */
    private static final Pattern WORD = Pattern.compile(
            "(\\s-(?:o|C|p|exec|run|bench|tags|ldflags|gcflags|timeout|count|coverprofile)[ =](?:'[^']*'|\"[^\"]*\"|\\S+))|(?<=\\s)([a-z][\\w.-]*(?:/[\\w~][\\w.~-]*)*)(?=/\\.\\.\\.|\\s|$|[;&|)])");
    /** A variable that the linker sets, of a package. */
    private static final Pattern SET = Pattern.compile("(-X[\\s='\"]+)([a-z][\\w./~-]*?)(\\.\\w+=)");

    /** A longer line is no command that a person wrote; in characters. */
    private static final int LONGEST = 4000;

    private ScriptEdit() {}

    /** A container file with a module's place in a workspace replaced by one outside, where releases before 1.13 see it. */
    static String placed(String text, String module, String name) {
        return Pattern.compile("(?:/go|\\$GOPATH|\\$\\{GOPATH\\})/src/" + Pattern.quote(module) + "(?![\\w.-])")
                .matcher(text)
                .replaceAll(Matcher.quoteReplacement("/src/" + name));
    }

    /** A line whose packages have the names that they have from now on: what the go command is given, and the linker's variables. */
    private static String named(String line, UnaryOperator<String> names) {
        String set = SET.matcher(line)
                .replaceAll(match ->
                        Matcher.quoteReplacement(match.group(1) + names.apply(match.group(2)) + match.group(3)));
        Matcher call = CALL.matcher(set);
        if (!call.find()) return set;
        String before = set.substring(0, call.end());
        return before
                + WORD.matcher(set.substring(call.end()))
                        .replaceAll(match -> Matcher.quoteReplacement(
                                match.group(1) != null ? match.group() : names.apply(match.group(2))));
    }

    /**
     * The text as it is for modules.
     *
     * @param names what packages are called from now on
     * @param into the folder in which the go command has to be called from now on; empty if that is where the script runs
     */
    static String of(String text, String into, UnaryOperator<String> names) {
        String end = text.contains("\r\n") ? "\r\n" : "\n";
        List<String> lines = new ArrayList<>();
        for (String line : text.split("\r?\n", -1)) {
            if (line.length() > LONGEST) {
                lines.add(line);
                continue;
            }
            if (WHOLE.matcher(line).matches() || NAMED.matcher(line).matches()) {
                // the blank line that stood behind it
                continue;
            }
            String plain = LINKED.matcher(INLINE.matcher(line).replaceAll("")).replaceAll("");
            plain = named(plain, names);
            if (!into.isEmpty()) plain = RECIPE.matcher(plain).replaceFirst("$1cd " + into + " && ");
            lines.add(plain);
        }
        while (!lines.isEmpty() && lines.get(0).isBlank() && !text.isBlank() && !text.startsWith("\n")) lines.remove(0);
        return String.join(end, lines);
    }
}
