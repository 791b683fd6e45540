package dev.pfeiler.ecosystem.jvm.library;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import java.util.Collection;
import java.util.Optional;

/** The runtime libraries of languages: what each source in a language needs, whether it names it or not. */
public final class LanguageLibraries {
    private LanguageLibraries() {}

    /** The runtime library among jars. */
    public static Optional<Jar> of(JvmLanguage language, Collection<Jar> jars) {
        return language.compiler().stream()
                .flatMap(compiler -> compiler.libraryTypes().stream())
                .flatMap(sign -> jars.stream().filter(jar -> jar.holds(sign)).limit(1))
                .findFirst();
    }

    /** The artifact to declare where there is none. */
    public static Coordinates usual(JvmLanguage language) {
        return language.compiler().orElseThrow().usualLibrary();
    }
}
