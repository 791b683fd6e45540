package dev.pfeiler.ecosystem;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What surrounds a project on this machine.
 *
 * @param home the person's home folder
 * @param environment the environment variables
 * @param javaHome the Java that runs Pfeiler, the last place to look for a JDK
 */
public record Surroundings(Path home, Map<String, String> environment, Path javaHome) {
    public Surroundings {
        environment = Map.copyOf(environment);
    }

    /** This process's own. */
    public static Surroundings here() {
        return new Surroundings(
                Path.of(System.getProperty("user.home")), System.getenv(), Path.of(System.getProperty("java.home")));
    }

    /** A program on the search path, found without running it. */
    public Optional<Path> program(String name) {
        String ending = File.separatorChar == '\\' ? ".cmd" : "";
        return Stream.of(environment.getOrDefault("PATH", "").split(File.pathSeparator))
                .filter(folder -> !folder.isEmpty())
                .map(folder -> Path.of(folder, name + ending))
                .filter(Files::isExecutable)
                .findFirst();
    }
}
