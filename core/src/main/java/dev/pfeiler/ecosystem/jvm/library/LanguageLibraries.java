package dev.pfeiler.ecosystem.jvm.library;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The runtime libraries of languages: what each source in a language needs, whether it names it or not. */
public final class LanguageLibraries {
    /** Classes that only the runtime library has; of several, the first that is there counts. */
    private static final Map<JvmLanguage, List<String>> SIGNS = Map.of(
            JvmLanguage.KOTLIN, List.of("kotlin.Unit"),
            JvmLanguage.GROOVY, List.of("groovy.lang.GroovyObject"),
            JvmLanguage.SCALA, List.of("scala.runtime.Scala3RunTime", "scala.Predef"));

    /** What is declared where no jar of the project is one: the last releases of their lines. */
    private static final Map<JvmLanguage, Coordinates> USUAL = Map.of(
            JvmLanguage.KOTLIN, new Coordinates("org.jetbrains.kotlin", "kotlin-stdlib", "1.9.25"),
            JvmLanguage.GROOVY, new Coordinates("org.codehaus.groovy", "groovy", "3.0.23"),
            JvmLanguage.SCALA, new Coordinates("org.scala-lang", "scala-library", "2.13.15"));

    private LanguageLibraries() {}

    /** The runtime library among jars. */
    public static Optional<Jar> of(JvmLanguage language, Collection<Jar> jars) {
        return SIGNS.getOrDefault(language, List.of()).stream()
                .flatMap(sign -> jars.stream().filter(jar -> jar.holds(sign)).limit(1))
                .findFirst();
    }

    /** The artifact to declare where there is none. */
    public static Coordinates usual(JvmLanguage language) {
        return USUAL.get(language);
    }
}
