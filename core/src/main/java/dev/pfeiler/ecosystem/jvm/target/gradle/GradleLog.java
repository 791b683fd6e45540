package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.ecosystem.jvm.target.LevelError;
import dev.pfeiler.proof.PartVerdict.Failure;
import dev.pfeiler.tree.Text;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Finds out from what {@code gradle} printed why it failed. */
final class GradleLog {
    private static final Pattern TASK_PREFIX = Pattern.compile("^(?::[\\w-]++)++(?=/)");

    private static final Pattern COMPILE_ERROR = Pattern.compile(
            "(?:e: )?(\\S.*\\.(?:java|groovy|kt|scala)):(?: \\(?)?(\\d+)(?:, \\d+\\))?: (?:error: )?(.*)");
    private static final Pattern ARTIFACT = Pattern.compile(
            "Could not (?:find|resolve|download|get resource '[^']*/)\\s*([\\w.-]+:[\\w.-]+:[\\w.+-]+|\\S+\\.jar).*|"
                    + "No cached version of (\\S+) available for offline mode.*");
    private static final Pattern PLUGIN =
            Pattern.compile("occurred applying plugin request \\[id: '([\\w.-]+)', version: '([\\w.-]+)'");
    private static final String CAUSE = "* What went wrong:";

    private final List<String> lines;
    private final Toolchain toolchain;

    GradleLog(List<String> lines, Toolchain toolchain) {
        this.lines = lines;
        this.toolchain = toolchain;
    }

    /** The cause in one plain sentence, with the next thing to do. */
    Failure failure() {
        return LevelError.in(lines, "error:", toolchain)
                .or(this::artifact)
                .or(this::compileError)
                .or(this::noScala)
                .or(this::plugin)
                .orElseGet(this::other);
    }

    /** Some distributions leave the incremental compiler out. */
    private Optional<Failure> noScala() {
        return lines.stream().anyMatch(line -> line.contains("for property 'zincClasspath'"))
                ? Optional.of(new Failure(
                        "The installed Gradle comes without what runs the Scala compiler.",
                        "Install a complete distribution of Gradle, or undo and convert with --to maven."))
                : Optional.empty();
    }

    private Optional<Failure> plugin() {
        return lines.stream()
                .map(PLUGIN::matcher)
                .filter(Matcher::find)
                .findFirst()
                .map(m -> new Failure(
                        "The plug-in " + m.group(1) + " " + m.group(2) + " does not run on the installed Gradle.",
                        "Install a later release of Gradle, or undo and convert with --to maven."));
    }

    private Optional<Failure> artifact() {
        boolean offline = lines.stream().anyMatch(line -> line.contains("for offline mode"));
        for (String line : lines) {
            Matcher m = ARTIFACT.matcher(Text.withoutStart(line.strip(), "> "));
            if (!m.matches()) continue;
            String artifact = Text.withoutEnd((m.group(1) != null ? m.group(1) : m.group(2)), ".");
            boolean network = lines.stream()
                    .anyMatch(
                            other -> other.matches(
                                    ".*(UnknownHostException|ConnectException|SocketTimeoutException|NoRouteToHostException).*"));
            if (offline || network)
                return Optional.of(new Failure(
                        "gradle could not fetch " + artifact + ": "
                                + (offline
                                        ? "it is not in its cache, and it works offline."
                                        : "no repository could be reached."),
                        offline
                                ? "Run pfeiler prove once without --offline."
                                : "Check the network and run pfeiler prove again."));
            return Optional.of(
                    new Failure(
                            "No configured repository has " + artifact + ".",
                            "Correct its coordinates with --choose jar:PATH=GROUP:ARTIFACT:VERSION, or declare the repository that has it."));
        }
        return Optional.empty();
    }

    private Optional<Failure> compileError() {
        for (String line : lines) {
            // the name of the task may stand before it
            Matcher m = COMPILE_ERROR.matcher(TASK_PREFIX.matcher(line).replaceFirst(""));
            if (!m.matches() || line.contains("warning:") || line.startsWith("w: ")) continue;
            return Optional.of(new Failure(
                    "The converted sources do not compile: " + m.group(3) + " (" + m.group(1) + ":" + m.group(2) + ").",
                    "Check that line; a required library may be missing or in the wrong scope."));
        }
        return Optional.empty();
    }

    private Failure other() {
        int at = lines.indexOf(CAUSE);
        String cause = at < 0 || at + 1 >= lines.size()
                ? "no reason given"
                : String.join(" ", lines.subList(at + 1, Math.min(lines.size(), at + 3)))
                        .strip();
        return new Failure(
                "gradle failed: " + Text.withoutEnd(cause, ".") + ".", "See its output with pfeiler prove -v.");
    }
}
