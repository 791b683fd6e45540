package dev.pfeiler.ecosystem.jvm.target.gradle;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.model.CompiledLanguage;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which plug-in a release of Gradle is given, and the language that it then compiles. */
class KotlinPluginTest {
    @ParameterizedTest
    @CsvSource({
        "4.4.1, 1.3.50, 1.3.50,",
        "5.6, 1.3.50, 1.3.50,",
        "6.0, 1.3.50, 1.3.50,",
        "6.9, 1.2.71, 1.3.72, 1.2",
        "7.6, 1.3.50, 1.3.72, 1.3",
        "8.14, 1.3.50, 1.8.22, 1.3",
        "8.14, 1.2.71, 1.8.22, 1.3",
        "8.14, 1.5.31, 1.8.22, 1.5",
        "8.14, 1.6.10, 1.6.10,",
        "8.14, 2.1.0, 2.1.0,",
        "9.0, 1.9.25, 2.0.21, 1.9"
    })
    void plugin(String gradle, String kotlin, String release, String language) {
        CompiledLanguage compiled = new CompiledLanguage(
                JvmLanguage.KOTLIN,
                kotlin,
                Optional.empty(),
                List.of(),
                new TreeMap<>(),
                false,
                List.of("src/main/kotlin"),
                List.of());
        KotlinPlugin plugin =
                KotlinPlugin.of(compiled, GradleVersion.parse(gradle).orElseThrow());
        assertThat(plugin.release().text()).isEqualTo(release);
        assertThat(plugin.languageVersion()).isEqualTo(Optional.ofNullable(language));
    }
}
