package dev.pfeiler.ecosystem.node.proof;

import dev.pfeiler.proof.PartVerdict;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Tells from npm's output why it failed. Source: the error codes of npm. */
final class NpmFailure {
    private static final Pattern ERROR_LINE = Pattern.compile("npm (ERR!|error) .+");
    private static final Pattern ERROR_MARK = Pattern.compile("npm (ERR!|error) (404 )?");
    private static final Pattern ANY_ERROR = Pattern.compile(".*(?i:error).*");

    private static final Pattern CODE = Pattern.compile("npm (?:ERR!|error) code (\\w+)");
    private static final Map<String, String> CAUSES = Map.of(
            "ENOTCACHED", "a package is not in npm's cache, and the proof is offline",
            "E404", "the registry does not have a package",
            "ETARGET", "the registry does not have a version of a package",
            "ERESOLVE", "packages require versions of another package that exclude each other",
            "ECONNREFUSED", "the registry cannot be reached",
            "ENOTFOUND", "the registry cannot be reached",
            "EBADENGINE", "a package requires another release of Node.js",
            "EUSAGE", "the lock file does not fit the descriptor");

    private NpmFailure() {}

    /** Whether a lock file lacks packages that its descriptor needs. */
    static boolean isIncomplete(List<String> output) {
        return output.stream().anyMatch(line -> line.contains("code EUSAGE"))
                && output.stream().anyMatch(line -> line.contains("Missing: "));
    }

    static PartVerdict.Failure of(String command, List<String> output, int exit) {
        for (String line : output) {
            Matcher code = CODE.matcher(line);
            if (!code.find()) continue;
            String detail = output.stream()
                    .filter(other -> ERROR_LINE.matcher(other).matches()
                            && !other.contains(" code ")
                            && !other.contains("A complete log"))
                    .findFirst()
                    .map(other -> ERROR_MARK.matcher(other).replaceFirst("").strip())
                    .orElse("");
            String next = code.group(1).equals("ENOTCACHED")
                    ? "Run pfeiler prove once without --offline."
                    : "See the whole output with pfeiler prove -v.";
            return new PartVerdict.Failure(
                    command + " failed: " + CAUSES.getOrDefault(code.group(1), code.group(1))
                            + (detail.isEmpty() ? "" : " (" + detail + ")"),
                    next);
        }
        String last = output.stream()
                .filter(line -> ANY_ERROR.matcher(line).matches() && !line.startsWith("npm"))
                .findFirst()
                .orElse("exit code " + exit);
        return new PartVerdict.Failure(
                command + " failed: " + last.strip(), "See the whole output with pfeiler prove -v.");
    }
}
