package dev.pfeiler.process;

import dev.pfeiler.evidence.Refusal;
import java.io.File;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * What a project finds on this machine.
 *
 * @param home the user's home folder
 * @param variables the environment variables
 * @param javaHome the Java that runs Pfeiler, the last place to look for a JDK
 * @param offline whether other machines must not be asked
 * @param noCache whether cached results of reading the project and its jars are ignored
 * @param platform whose rules hold
 */
public record Environment(
        Path home, Map<String, String> variables, Path javaHome, boolean offline, boolean noCache, Platform platform) {
    /** What systems do differently. */
    public enum Platform {
        POSIX(":", List.of("")),
        /** Names of variables have no letter case there, and names of programs an ending. */
        WINDOWS(";", List.of(".exe", ".cmd", ".bat"));

        private final String separator;
        private final List<String> endings;

        Platform(String separator, List<String> endings) {
            this.separator = separator;
            this.endings = endings;
        }

        static Platform here() {
            return File.separatorChar == '\\' ? WINDOWS : POSIX;
        }
    }

    public Environment {
        Map<String, String> sorted =
                platform == Platform.WINDOWS ? new TreeMap<>(String.CASE_INSENSITIVE_ORDER) : new TreeMap<>();
        sorted.putAll(variables);
        variables = Collections.unmodifiableMap(sorted);
    }

    /** That of a machine of this kind. */
    public Environment(Path home, Map<String, String> variables, Path javaHome, boolean offline) {
        this(home, variables, javaHome, offline, Platform.here());
    }

    public Environment(Path home, Map<String, String> variables, Path javaHome, boolean offline, Platform platform) {
        this(home, variables, javaHome, offline, false, platform);
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
        return new Environment(home, variables, javaHome, so, noCache, platform);
    }

    public Environment noCache(boolean so) {
        return new Environment(home, variables, javaHome, offline, so, platform);
    }

    /** Pfeiler's folder below the user's cache folder, the only place that reading writes to. */
    public Path cache() {
        return own("XDG_CACHE_HOME", ".cache");
    }

    /** The folder for cached results of some kind; empty if none are used. */
    public Optional<Path> kept(String name) {
        return noCache ? Optional.empty() : Optional.of(cache().resolve(name));
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

    /** A program on the PATH, found without running it; relative folders there would lead into the project. */
    public Optional<Path> program(String name) {
        return Stream.of(variables.getOrDefault("PATH", "").split(platform.separator))
                .flatMap(folder -> folder(folder).stream())
                .flatMap(folder -> platform.endings.stream().map(ending -> folder.resolve(name + ending)))
                .filter(file -> Files.isRegularFile(file) && Files.isExecutable(file))
                .findFirst();
    }

    private static Optional<Path> folder(String text) {
        try {
            return Optional.of(Path.of(text)).filter(Path::isAbsolute);
        } catch (InvalidPathException e) {
            return Optional.empty();
        }
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
