package dev.pfeiler.ecosystem.jvm.reading;

import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.PartVerdict;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The Java of this machine, found without running it.
 *
 * @param java the Java that the build tool would run on
 * @param feature its feature release, for example 17; 0 if it does not say
 * @param compiler whether it is a JDK and not only a runtime
 */
public record Toolchain(Path java, int feature, boolean compiler) {
    public static Toolchain of(Environment environment) {
        Path java = java(environment);
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
                    .map(line -> line.replaceAll("[^0-9.]", "").replaceFirst("^1\\.", ""))
                    .map(version -> Integer.parseInt(version.replaceFirst("\\..*", "")))
                    .findFirst()
                    .orElse(0);
        } catch (IOException | NumberFormatException e) {
            return 0;
        }
    }
}
