package dev.pfeiler.ecosystem.go.step;

import java.util.ArrayList;
import java.util.List;
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

    /** A longer line is no command that a person wrote; in characters. */
    private static final int LONGEST = 4000;

    private ScriptEdit() {}

    /** A container file with a module's place in a workspace replaced by one outside, where releases before 1.13 see it. */
    static String placed(String text, String module, String name) {
        return Pattern.compile("(?:/go|\\$GOPATH|\\$\\{GOPATH\\})/src/" + Pattern.quote(module) + "(?![\\w.-])")
                .matcher(text)
                .replaceAll(Matcher.quoteReplacement("/src/" + name));
    }

    /**
     * The text as it is for modules.
     *
     * @param into the folder in which the go command has to be called from now on; empty if that is where the script runs
     */
    static String of(String text, String into) {
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
            if (!into.isEmpty()) plain = RECIPE.matcher(plain).replaceFirst("$1cd " + into + " && ");
            lines.add(plain);
        }
        while (!lines.isEmpty() && lines.get(0).isBlank() && !text.isBlank() && !text.startsWith("\n")) lines.remove(0);
        return String.join(end, lines);
    }
}
