package dev.pfeiler.process;

import dev.pfeiler.evidence.Refusal;
import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What a project finds on this machine.
 *
 * @param home the user's home folder
 * @param variables the environment variables
 * @param javaHome the Java that runs Pfeiler, the last place to look for a JDK
 * @param offline whether other machines must not be asked
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

    /** Pfeiler's folder below the user's cache folder, the only place that reading writes to. */
    public Path cache() {
        return own("XDG_CACHE_HOME", ".cache");
    }

    /** Pfeiler's folder below the user's configuration folder. */
    public Path configuration() {
        return own("XDG_CONFIG_HOME", ".config");
    }

    /** Source: the XDG base directory specification, which takes absolute paths alone. */
    private Path own(String variable, String usual) {
        String folder = variables.getOrDefault(variable, "");
        Path base = folder.startsWith("/") ? Path.of(folder) : home.resolve(usual);
        return base.resolve("pfeiler");
    }

    /** A program on the PATH, found without running it. */
    public Optional<Path> program(String name) {
        boolean windows = File.separatorChar == '\\';
        List<String> endings = windows ? List.of(".exe", ".cmd", ".bat") : List.of("");
        return Stream.of(variables.getOrDefault("PATH", "").split(File.pathSeparator))
                .filter(folder -> !folder.isEmpty())
                .flatMap(folder -> endings.stream().map(ending -> Path.of(folder, name + ending)))
                .filter(Files::isExecutable)
                .findFirst();
    }

    /**
     * A program on the PATH that something cannot be done without.
     *
     * @param next what to do where it is not there
     * @throws Refusal if it is not there
     */
    public Path requiredProgram(String name, String next) {
        return program(name).orElseThrow(() -> Refusal.notPossible(name + " is not on the PATH.", next));
    }
}
