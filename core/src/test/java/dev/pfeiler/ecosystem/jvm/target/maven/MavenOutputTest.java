package dev.pfeiler.ecosystem.jvm.target.maven;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class MavenOutputTest {
    @TempDir
    Path folder;

    @Test
    void libraryFoldersOfTheDescriptorAreWrittenByTheBuild() throws IOException {
        Sketch sketch = new Sketch(folder)
                .file(
                        "pom.xml",
                        "<project><outputDirectory>${project.build.directory}/lib</outputDirectory>",
                        "<outputDirectory>${project.build.directory}/../src</outputDirectory></project>")
                .file("target/lib/a.jar", "")
                .file("broken/pom.xml", "<project>");
        assertThat(new MavenTarget().output(sketch.tree(), ""))
                .contains("target/classes/**", "target/lib/*.jar")
                .noneMatch(pattern -> pattern.contains(".."));
        assertThat(new MavenTarget().output(sketch.tree(), "broken")).contains("broken/target/classes/**");
    }
}
