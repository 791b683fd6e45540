package dev.pfeiler.ecosystem.clojure.step;

import dev.pfeiler.script.ScriptKind;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Scripts that start Java with the class path that the build tool prints. */
final class ScriptClassPath {
    // groups are repeated within bounds: without, long lines would take more stack than there is
    private static final String WORD = "(?:\"[^\"]*+\"|'[^']*+'|[^\\s;&|\"']++){1,200}+";
    private static final String BLANKS = "(?:[ \\t]++|\\\\\\n[ \\t]*+){1,20}+";
    private static final String JAVA = "(?:java\"?|\\$\\{?JAVA\\w*+\\}?\"?)";

    /** A call of Java up to its class path, on one line or continued. */
    private static final Pattern CALL = Pattern.compile("(?<![\\w.$-])(" + JAVA + BLANKS
            + "(?:(?:-[^\\s;&|]++|\"[^\"]*+\"|\\$\\S++)" + BLANKS + "){0,200}?)"
            + "(?:(?:-cp|-classpath|--class-path)(?:[ \\t]++|=)" + WORD + "|(-jar)[ \\t]++" + WORD + ")");

    private static final Pattern VARIABLE =
            Pattern.compile("(?m)^([ \\t]*+(?:export[ \\t]++)?CLASSPATH=)(?:\"[^\"\\n]*+\"|'[^'\\n]*+'|[^\\s;&|]*+)");

    private ScriptClassPath() {}

    /** @param command that prints the class path */
    static String of(ScriptKind kind, String content, String command) {
        String value = kind == ScriptKind.MAKE ? "\"$(shell " + command + ")\"" : "\"$(" + command + ")\"";
        String changed = CALL.matcher(content)
                .replaceAll(found -> Matcher.quoteReplacement(
                        found.group(1) + "-cp " + value + (found.group(2) == null ? "" : " clojure.main")));
        boolean uses = !changed.equals(content);
        if (uses) return changed;
        return VARIABLE.matcher(content).replaceAll(found -> Matcher.quoteReplacement(found.group(1) + value));
    }
}
