package dev.pfeiler.ecosystem.jvm.model;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.LanguageCompilerTraits;
import dev.pfeiler.ecosystem.jvm.language.LanguageVersion;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * A language beside Java that sources of a module are in.
 *
 * @param version of its compiler, which is that of its runtime library
 * @param level of its classes, where that is not the one of the classes of sources in Java
 * @param arguments for its compiler, in its own notation
 * @param plugins of its compiler, each with its options as {@code name=value}
 * @param joint whether sources in Java name classes of the language, so that it has to be compiled first
 * @param main the folders with sources of the program, relative to the module
 * @param test the folders with tests
 */
public record CompiledLanguage(
        JvmLanguage language,
        String version,
        Optional<Integer> level,
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

    /** The level of its classes beside those of a level. */
    public int levelBeside(int shared) {
        return level.orElse(shared);
    }

    /** A level as its compiler takes it. */
    public String target(int level) {
        return compiler().target().of(release(), level);
    }

    /** The arguments that make its compiler write classes of a level. */
    public List<String> levelArguments(int level) {
        return compiler().levelArguments().of(release(), level);
    }

    /** Its compiler. */
    public LanguageCompilerTraits compiler() {
        return language.compiler().orElseThrow();
    }

    /** Its version, to be compared. */
    public LanguageVersion release() {
        return new LanguageVersion(version);
    }

    /** Whether its version is a lower one. */
    public boolean before(int major, int minor) {
        return release().before(major, minor);
    }
}
