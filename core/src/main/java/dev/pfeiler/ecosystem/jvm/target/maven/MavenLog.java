package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.proof.Verdict.Failure;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Finds out from what {@code mvn} printed why it failed. */
public final class MavenLog {
    private static final Pattern COMPILE_ERROR = Pattern.compile("\\[ERROR\\] (\\S.*\\.java):\\[(\\d+),\\d+\\] (.*)");
    private static final Pattern LEVEL = Pattern.compile(
            "(?:invalid (?:target|source) release: |release version |(?:Source|Target) option )(\\d[\\d.]*?)(?=\\.?(\\s|$))");
    private static final Pattern ARTIFACT = Pattern.compile(
            "Could not (?:find artifact|transfer artifact) (\\S+?:\\S+?:\\S+)|Failure to find (\\S+)|The following artifacts could not be resolved: ([^,\\s]+)|the artifact (\\S+) has not been downloaded");
    private static final Pattern TESTS = Pattern.compile("Tests run: (\\d+), Failures: (\\d+), Errors: (\\d+).*");

    private final List<String> lines;
    private final Toolchain toolchain;

    public MavenLog(List<String> lines, Toolchain toolchain) {
        this.lines = lines;
        this.toolchain = toolchain;
    }

    /** The cause in one plain sentence, with the next thing to do. */
    public Failure failure() {
        return noCompiler()
                .or(this::level)
                .or(this::noDescriptor)
                .or(this::artifact)
                .or(this::compileError)
                .or(this::tests)
                .orElseGet(() -> new Failure(
                        "mvn failed: "
                                + first("[ERROR] Failed to execute goal")
                                        .or(() -> first("[ERROR]"))
                                        .orElse("it printed no reason")
                                + ".",
                        "Read what it printed with pfeiler prove -v."));
    }

    private Optional<Failure> noCompiler() {
        return first("No compiler is provided in this environment")
                .map(line -> new Failure(
                        "There is no compiler: " + toolchain.java() + " is a Java runtime, not a JDK.",
                        "Install a JDK and let JAVA_HOME name it."));
    }

    private Optional<Failure> level() {
        for (String line : lines) {
            if (!line.contains("ERROR")) continue;
            Matcher m = LEVEL.matcher(line.strip());
            if (!m.find()) continue;
            return Optional.of(
                    new Failure(
                            "The JDK in " + toolchain.java() + " (release " + toolchain.feature()
                                    + ") cannot compile for level " + m.group(1) + ".",
                            "Install a JDK that can and let JAVA_HOME name it, or choose another level with --choose level=N."));
        }
        return Optional.empty();
    }

    private Optional<Failure> noDescriptor() {
        return first("there is no POM in this directory")
                .map(line -> new Failure(
                        "mvn found no pom.xml in the folder it was called in.",
                        "Call it in the folder that holds pom.xml, not in one above or below."));
    }

    private Optional<Failure> artifact() {
        for (String line : lines) {
            Matcher m = ARTIFACT.matcher(line);
            if (!line.contains("ERROR") || !m.find()) continue;
            String artifact = java.util.stream.IntStream.rangeClosed(1, m.groupCount())
                    .mapToObj(m::group)
                    .filter(java.util.Objects::nonNull)
                    .findFirst()
                    .orElse("an artifact");
            boolean network = line.matches(
                    ".*(offline mode|Unknown host|Connection refused|timed out|unreachable|Temporary failure).*");
            return Optional.of(
                    network
                            ? new Failure(
                                    "mvn could not fetch " + artifact + ": no repository was reached.",
                                    "Run pfeiler prove again where there is a network.")
                            : new Failure(
                                    "No repository that mvn asked has " + artifact + ".",
                                    "Correct its coordinates with --choose jar:PATH=GROUP:ARTIFACT:VERSION, or declare the repository that has it."));
        }
        return Optional.empty();
    }

    private Optional<Failure> compileError() {
        for (String line : lines) {
            Matcher m = COMPILE_ERROR.matcher(line);
            if (!m.find()) continue;
            return Optional.of(new Failure(
                    "The converted sources do not compile: " + m.group(3) + " (" + m.group(1) + ":" + m.group(2) + ").",
                    "Look at that line; a library it needs may be missing or in the wrong scope."));
        }
        return Optional.empty();
    }

    private Optional<Failure> tests() {
        if (first("There are test failures").isEmpty()) return Optional.empty();
        String counts = "";
        for (String line : lines) {
            Matcher m = TESTS.matcher(line);
            if (m.find()) counts = ": " + m.group(2) + " failed and " + m.group(3) + " broke of " + m.group(1);
        }
        return Optional.of(new Failure(
                "The build works, but its tests do not pass" + counts + ".",
                "Look at the reports in target/surefire-reports."));
    }

    private Optional<String> first(String words) {
        return lines.stream()
                .filter(line -> line.contains(words))
                .map(line -> line.replaceFirst("^\\[ERROR\\]\\s*", "")
                        .replaceFirst("\\s*-> \\[Help.*", "")
                        .strip())
                .filter(line -> !line.isEmpty())
                .map(line -> line.replaceFirst("\\.$", ""))
                .findFirst();
    }
}
