package dev.pfeiler.ecosystem.jvm.reading;

import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.slf4j.LoggerFactory;

/**
 * The Java of this machine, found without running it.
 *
 * @param java the Java that the build tool would run on
 * @param feature its feature release, for example 17; 0 if it does not say
 * @param compiler whether it is a JDK and not only a runtime
 */
public record Toolchain(Path java, int feature, boolean compiler) {
    private static final Pattern NO_VERSION = Pattern.compile("[^0-9.]");
    private static final Pattern FIRST_ONE = Pattern.compile("^1\\.");

    public static Toolchain of(Environment environment) {
        return at(java(environment));
    }

    /** All JDKs in the places where they are usually installed, the oldest first. */
    public static List<Toolchain> installed(Environment environment) {
        Path home = environment.home();
        Set<Path> found = new LinkedHashSet<>();
        for (Path folder : List.of(
                Path.of("/usr/lib/jvm"),
                Path.of("/Library/Java/JavaVirtualMachines"),
                Path.of("C:\\Program Files\\Java"),
                home.resolve(".sdkman/candidates/java"),
                home.resolve(".jdks"))) {
            if (!Files.isDirectory(folder)) continue;
            try (Stream<Path> homes = Files.list(folder)) {
                for (Path each : homes.toList()) {
                    Path bundle = each.resolve("Contents/Home");
                    found.add((Files.isDirectory(bundle) ? bundle : each).toRealPath());
                }
            } catch (IOException e) {
                LoggerFactory.getLogger(Toolchain.class).debug("{}", folder, e);
            }
        }
        return found.stream()
                .map(Toolchain::at)
                .filter(jdk -> jdk.compiler() && jdk.feature() > 0)
                .sorted(Comparator.comparingInt((Toolchain jdk) -> jdk.feature())
                        .thenComparing(jdk -> jdk.java().toString()))
                .toList();
    }

    private static Toolchain at(Path java) {
        return new Toolchain(
                java,
                feature(java),
                Files.isExecutable(java.resolve("bin/javac")) || Files.exists(java.resolve("bin/javac.exe")));
    }

    /** A program of the JDK. */
    public Path tool(String name) {
        return java.resolve("bin").resolve(name);
    }

    /** Why nothing can be compiled, if this is not a JDK. */
    public PartVerdict.Failure noCompiler() {
        return new PartVerdict.Failure(
                "There is no compiler: " + java + " is a Java runtime, not a JDK.",
                "Install a JDK and set JAVA_HOME to it.");
    }

    /** The lowest level that the compiler still compiles. Source: the JDK's release notes on retired levels. */
    public int lowestLevel() {
        if (feature >= 20) return 8;
        return feature >= 12 ? 7 : 6;
    }

    private static Path java(Environment environment) {
        String home = environment.variables().getOrDefault("JAVA_HOME", "");
        if (!home.isBlank() && Files.isDirectory(Path.of(home))) return Path.of(home);
        return Stream.of("javac", "java")
                .flatMap(name -> environment.program(name).stream())
                .flatMap(program -> homeOf(program).stream())
                .findFirst()
                .orElse(environment.javaHome());
    }

    private static Optional<Path> homeOf(Path program) {
        try {
            Path bin = program.toRealPath().getParent();
            return bin.endsWith("bin") ? Optional.of(bin.getParent()) : Optional.empty();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private static int feature(Path java) {
        Path release = java.resolve("release");
        if (!Files.exists(release)) return 0;
        try (Stream<String> lines = Files.lines(release)) {
            return lines.filter(line -> line.startsWith("JAVA_VERSION="))
                    .map(line -> FIRST_ONE
                            .matcher(NO_VERSION.matcher(line).replaceAll(""))
                            .replaceFirst(""))
                    .map(version -> Integer.parseInt(Text.before(version, ".")))
                    .findFirst()
                    .orElse(0);
        } catch (IOException | NumberFormatException e) {
            return 0;
        }
    }
}
