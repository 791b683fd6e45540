package dev.pfeiler.ecosystem.jvm.model;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import java.util.Collections;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * A language beside Java that sources of a module are in.
 *
 * @param version of its compiler, which is that of its runtime library
 * @param arguments for its compiler, in its own notation
 * @param plugins of its compiler, each with its options as {@code name=value}
 * @param joint whether sources in Java name classes of the language, so that it has to be compiled first
 * @param main the folders with sources of the program, relative to the module
 * @param test the folders with tests
 */
public record CompiledLanguage(
        JvmLanguage language,
        String version,
        List<String> arguments,
        SortedMap<String, List<String>> plugins,
        boolean joint,
        List<String> main,
        List<String> test) {
    public CompiledLanguage {
        arguments = List.copyOf(arguments);
        plugins = Collections.unmodifiableSortedMap(new TreeMap<>(plugins));
        main = List.copyOf(main);
        test = List.copyOf(test);
    }

    /** A level as its compiler takes it. Kotlin knows 1.6, until its own 1.6, and 1.8 and later ones. */
    public String target(int level) {
        if (language == JvmLanguage.KOTLIN && level < 8) return before(1, 6) ? "1.6" : "1.8";
        return level <= 8 ? "1." + level : String.valueOf(level);
    }

    /** The arguments that make its compiler write classes of a level. Source: the release notes of Scala 2.13.9. */
    public List<String> levelArguments(int level) {
        return switch (language) {
            case JAVA, GROOVY -> List.of();
            case KOTLIN -> List.of("-jvm-target", target(level));
            case SCALA -> {
                if (before(2, 13)) yield List.of("-target:jvm-" + target(level));
                List<String> release = List.of("-release", String.valueOf(level));
                // until then the option has selected the platform's API only
                boolean alone = level <= 8 || !version.matches("2\\.13\\.[0-8]");
                yield alone ? release : List.of("-release", String.valueOf(level), "-target:" + level);
            }
        };
    }

    /** Whether its version is a lower one. */
    public boolean before(int major, int minor) {
        String[] parts = version.split("[.-]");
        int first = number(parts, 0);
        return first < major || first == major && number(parts, 1) < minor;
    }

    private static int number(String[] parts, int at) {
        return at < parts.length && parts[at].matches("\\d{1,6}") ? Integer.parseInt(parts[at]) : 0;
    }
}
