package dev.pfeiler.ecosystem.clojure.step;

import dev.pfeiler.script.ScriptKind;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Scripts that start Java with the class path that the build tool prints. */
final class ScriptClassPath {
    private static final String WORD = "(?:\"[^\"]*\"|'[^']*'|[^\\s;&|\"']+)+";
    /** A call of Java up to its class path, on one line or continued. */
    private static final Pattern CALL = Pattern.compile(
            "(?<![\\w.-])(java(?:[ \\t]+|\\\\\\n)(?:(?:-[^\\s;&|]+|\"[^\"]*\"|\\$\\S+)(?:[ \\t]+|\\\\\\n[ \\t]*))*?)"
                    + "(?:(?:-cp|-classpath|--class-path)(?:[ \\t]+|=)" + WORD + "|(-jar)[ \\t]+" + WORD + ")");

    private static final Pattern VARIABLE =
            Pattern.compile("(?m)^(\\s*(?:export\\s+)?CLASSPATH=)(?:\"[^\"\\n]*\"|'[^'\\n]*'|[^\\s;&|]*)");

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
