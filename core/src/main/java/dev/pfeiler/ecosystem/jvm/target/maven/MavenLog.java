package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.ecosystem.jvm.target.CompilerCall;
import dev.pfeiler.ecosystem.jvm.target.LevelError;
import dev.pfeiler.proof.PartVerdict.Failure;
import dev.pfeiler.tree.Text;
import java.io.File;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Finds out from what {@code mvn} printed why it failed. */
final class MavenLog {
    private static final Pattern BEFORE_OPTION = Pattern.compile("\\s+(?=--?[A-Za-z])");
    private static final Pattern BLANKS = Pattern.compile("\\s+");
    private static final Pattern ERROR_MARK = Pattern.compile("^\\[ERROR\\]\\s*");
    private static final Pattern HELP_MARK = Pattern.compile("\\s*-> \\[Help.*");

    private static final Pattern COMPILE_ERROR = Pattern.compile("\\[ERROR\\] (\\S.*\\.java):\\[(\\d+),\\d+\\] (.*)");
    private static final Pattern ARTIFACT = Pattern.compile(
            "Could not (?:find artifact|transfer artifact) (\\S+?:\\S+?:\\S+)|Failure to find (\\S+)|The following artifacts could not be resolved: ([^,\\s]+)|the artifact (\\S+) has not been downloaded");
    private static final Pattern TESTS = Pattern.compile("Tests run: (\\d+), Failures: (\\d+), Errors: (\\d+).*");

    private static final Pattern ARCHIVE = Pattern.compile("\\[INFO\\] Building (?:jar|war|ear|zip|tar): (.+)");
    private static final String COMMAND_LINE = "[DEBUG] Command line options:";

    private final List<String> lines;
    private final Toolchain toolchain;

    MavenLog(List<String> lines, Toolchain toolchain) {
        this.lines = lines;
        this.toolchain = toolchain;
    }

    /** The cause in one plain sentence, with the next thing to do. */
    Failure failure() {
        return noCompiler()
                .or(() -> LevelError.in(lines, "ERROR", toolchain))
                .or(this::noDescriptor)
                .or(this::artifact)
                .or(this::compileError)
                .or(this::tests)
                .orElseGet(() -> new Failure(
                        "mvn failed: "
                                + first("[ERROR] Failed to execute goal")
                                        .or(() -> first("[ERROR]"))
                                        .orElse("no reason given")
                                + ".",
                        "See its output with pfeiler prove -v."));
    }

    private Optional<Failure> noCompiler() {
        return first("No compiler is provided in this environment").map(line -> toolchain.noCompiler());
    }

    private Optional<Failure> noDescriptor() {
        return first("there is no POM in this directory")
                .map(line -> new Failure(
                        "mvn found no pom.xml in its working directory.",
                        "Run mvn in the directory that contains pom.xml."));
    }

    private Optional<Failure> artifact() {
        for (String line : lines) {
            Matcher m = ARTIFACT.matcher(line);
            if (!line.contains("ERROR") || !m.find()) continue;
            String artifact = IntStream.rangeClosed(1, m.groupCount())
                    .mapToObj(m::group)
                    .filter(Objects::nonNull)
                    .findFirst()
                    .orElse("an artifact");
            boolean network = line.matches(
                    ".*(offline mode|Unknown host|Connection refused|timed out|unreachable|Temporary failure).*");
            return Optional.of(
                    network
                            ? new Failure(
                                    "mvn could not fetch " + artifact + ": no repository could be reached.",
                                    "Check the network and run pfeiler prove again.")
                            : new Failure(
                                    "No configured repository has " + artifact + ".",
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
                    "Check that line; a required library may be missing or in the wrong scope."));
        }
        return Optional.empty();
    }

    private Optional<Failure> tests() {
        if (first("There are test failures").isEmpty()) return Optional.empty();
        String counts = "";
        for (String line : lines) {
            Matcher m = TESTS.matcher(line);
            if (m.find())
                counts = ": " + m.group(2) + " failures and " + m.group(3) + " errors in " + m.group(1) + " tests";
        }
        return Optional.of(new Failure(
                "The code compiles, but tests fail" + counts + ".", "See the reports in target/surefire-reports."));
    }

    /** Why the test runner itself failed, beside tests that failed. */
    Optional<String> testRunnerFailure() {
        boolean failed = lines.stream()
                .anyMatch(line -> line.contains("Failed to execute goal")
                        && line.contains("maven-surefire-plugin")
                        && line.contains(":test "));
        if (!failed) return Optional.empty();
        return first("error in the forked process")
                .or(() -> first("forked VM terminated"))
                .or(() -> first("Failed to execute goal"));
    }

    /** The archives that were built, in order. */
    List<Path> archives() {
        return lines.stream()
                .map(ARCHIVE::matcher)
                .filter(Matcher::matches)
                .map(m -> Path.of(m.group(1)))
                .distinct()
                .toList();
    }

    /** The calls of the compiler, in order; printed where its plug-in logs at debug level. */
    List<CompilerCall> compilerCalls() {
        List<CompilerCall> calls = new ArrayList<>();
        for (int i = 1; i < lines.size(); i++) {
            if (lines.get(i - 1).endsWith(COMMAND_LINE)) calls.add(call(lines.get(i)));
        }
        return calls;
    }

    /** Reads a command line, in which values are not quoted: each ends where the next option starts. */
    private static CompilerCall call(String line) {
        Path output = Path.of("");
        List<Path> classPath = new ArrayList<>();
        List<String> arguments = new ArrayList<>();
        for (String option : BEFORE_OPTION.split(Text.withoutStart(line, "[DEBUG] "))) {
            String[] parts = BLANKS.split(option, 2);
            switch (parts[0]) {
                case "-d" -> output = Path.of(parts[1].strip());
                case "-classpath", "--module-path" -> classPath.addAll(entries(parts));
                // where sources are is compared by what is compiled
                case "-sourcepath", "-s" -> {}
                default -> {
                    arguments.add(parts[0]);
                    if (parts.length > 1) arguments.add(parts[1].strip());
                }
            }
        }
        return new CompilerCall(output.endsWith("test-classes"), output, classPath, arguments);
    }

    private static List<Path> entries(String[] option) {
        if (option.length < 2) return List.of();
        return Stream.of(option[1].split(File.pathSeparator))
                .filter(entry -> !entry.isBlank())
                .map(entry -> Path.of(entry.strip()))
                .toList();
    }

    private Optional<String> first(String words) {
        return lines.stream()
                .filter(line -> line.contains(words))
                .map(line -> HELP_MARK
                        .matcher(ERROR_MARK.matcher(line).replaceFirst(""))
                        .replaceFirst("")
                        .strip())
                .filter(line -> !line.isEmpty())
                .map(line -> Text.withoutEnd(line, "."))
                .findFirst();
    }
}
