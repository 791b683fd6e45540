package dev.pfeiler.process;

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
 * @param variables the environment variables
 * @param javaHome the Java that runs Pfeiler, the last place to look for a JDK
 * @param offline whether nothing may be asked of other machines
 */
public record Environment(Path home, Map<String, String> variables, Path javaHome, boolean offline) {
    public Environment {
        variables = Map.copyOf(variables);
    }

    /** This process's own. */
    public static Environment here() {
        return new Environment(
                Path.of(System.getProperty("user.home")),
                System.getenv(),
                Path.of(System.getProperty("java.home")),
                false);
    }

    public Environment offline(boolean so) {
        return new Environment(home, variables, javaHome, so);
    }

    /** Pfeiler's folder below the person's cache folder, the only place that reading writes to. */
    public Path cache() {
        String folder = variables.getOrDefault("XDG_CACHE_HOME", "");
        // the base directory specification takes absolute paths alone
        Path base = folder.startsWith("/") ? Path.of(folder) : home.resolve(".cache");
        return base.resolve("pfeiler");
    }

    /** A program on the search path, found without running it. */
    public Optional<Path> program(String name) {
        String ending = File.separatorChar == '\\' ? ".cmd" : "";
        return Stream.of(variables.getOrDefault("PATH", "").split(File.pathSeparator))
                .filter(folder -> !folder.isEmpty())
                .map(folder -> Path.of(folder, name + ending))
                .filter(Files::isExecutable)
                .findFirst();
    }
}
