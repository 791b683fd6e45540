package dev.pfeiler.ecosystem.jvm.setting;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ReadMeTest {
    @TempDir
    Path folder;

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "It needs Java 11. | 11",
                "Requires JDK 1.8 to build. | 8",
                "It runs on the Java 2 Platform (JRE 1.6.0 or later). | 6",
                "It needs the Java 2 Platform. |",
                "It needs JDK 17.0.2. |",
                "Java 11 was nice. |",
            })
    void theLevelThatATextAsksFor(String line, Integer level) throws IOException {
        Files.writeString(folder.resolve("README.txt"), line + "\n");
        assertThat(ReadMe.levels(ProjectTree.read(folder)))
                .extracting(ProjectSettings.LevelSign::level)
                .isEqualTo(level == null ? List.of() : List.of(level));
    }
}
