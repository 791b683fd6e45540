package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.ecosystem.jvm.language.LanguageVersion;
import dev.pfeiler.ecosystem.jvm.model.CompiledLanguage;
import java.util.List;
import java.util.Optional;

/**
 * The plug-in that compiles Kotlin. It comes with the compiler of its own release, and releases of Gradle take no plug-in
 * before a certain one; sources for an earlier compiler are then compiled as the language that they are written in. Source:
 * "Compatibility matrix" in Gradle's user manual, "Compatibility modes" in the Kotlin documentation.
 *
 * @param languageVersion to be stated, where it is not that of the plug-in
 */
record KotlinPlugin(LanguageVersion release, Optional<String> languageVersion) {
    /** The newest releases of Gradle first. */
    private static final List<Requirement> REQUIREMENTS = List.of(
            new Requirement(9, "2.0.0", "2.0.21", "1.4"),
            new Requirement(8, "1.6.10", "1.8.22", "1.3"),
            new Requirement(7, "1.3.72", "1.3.72", "1.0"),
            new Requirement(6, "1.3.21", "1.3.72", "1.0"));

    /**
     * What releases of Gradle from one on need.
     *
     * @param lowest release of the plug-in that they take
     * @param instead the release that is used for lower ones
     * @param language the lowest version of the language that it compiles
     */
    private record Requirement(int gradle, String lowest, String instead, String language) {}

    static KotlinPlugin of(CompiledLanguage compiled, GradleVersion gradle) {
        LanguageVersion own = compiled.release();
        return REQUIREMENTS.stream()
                .filter(requirement -> gradle.atLeast(requirement.gradle(), 0))
                .findFirst()
                .filter(requirement -> own.before(new LanguageVersion(requirement.lowest())))
                .map(requirement -> new KotlinPlugin(
                        new LanguageVersion(requirement.instead()),
                        Optional.of(
                                own.before(new LanguageVersion(requirement.language()))
                                        ? requirement.language()
                                        : own.series())))
                .orElse(new KotlinPlugin(own, Optional.empty()));
    }
}
