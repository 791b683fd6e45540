package dev.pfeiler.ecosystem.jvm.model;

import java.util.List;

/**
 * Settings of the compiler.
 *
 * @param level the Java level of sources and classes
 * @param release whether the level also selects the platform's API ({@code --release})
 * @param encoding the name of the charset of the sources
 * @param arguments further arguments, in the notation of {@code javac}
 */
public record CompilerSettings(int level, boolean release, String encoding, List<String> arguments) {
    /** The option that selects level and API together. */
    public static final String RELEASE = "--release";

    public CompilerSettings {
        arguments = List.copyOf(arguments);
        if (arguments.contains(RELEASE)) throw new IllegalArgumentException(RELEASE + " is not an argument");
    }
}
