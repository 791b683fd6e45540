package dev.pfeiler.ecosystem.dotnet.project;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The names under which programs ask for what is embedded. */
class ResourceNamesTest {
    @TempDir
    Path folder;

    @Test
    void placesClassesAndStatedNames() throws IOException {
        Sketch sketch = new Sketch(folder)
                .file("p/Views/Plan.cs", "namespace Office.Plans { class Plan {} }")
                .file("p/Views/Plan.resx", "<root/>");
        ResourceNames names = new ResourceNames(sketch.tree(), "Office", false);
        assertThat(names.name("p/Views/Plan.resx", "Views/Plan.resx", Map.of()))
                .isEqualTo("Office.Views.Plan.resources");
        assertThat(names.name("p/Views/Plan.resx", "Views/Plan.resx", Map.of("DependentUpon", "Plan.cs")))
                .isEqualTo("Office.Plans.Plan.resources");
        assertThat(names.name("p/Views/Plan.de.resx", "Views/Plan.de.resx", Map.of("DependentUpon", "Plan.cs")))
                .isEqualTo("Office.Plans.Plan.de.resources");
        assertThat(names.name("p/2024-plans/a b.txt", "2024-plans/a b.txt", Map.of()))
                .isEqualTo("Office._2024_plans.a b.txt");
        assertThat(names.name("x.txt", "Lists/x.txt", Map.of())).isEqualTo("Office.Lists.x.txt");
        assertThat(names.name("x.txt", "x.txt", Map.of("LogicalName", "words"))).isEqualTo("words");
        assertThat(names.name("x.resx", "x.resx", Map.of("ManifestResourceName", "words")))
                .isEqualTo("words.resources");
        assertThat(new ResourceNames(sketch.tree(), "Office", true)
                        .name("p/Views/Plan.resx", "Views/Plan.resx", Map.of()))
                .as("today's rule")
                .isEqualTo("Office.Plans.Plan.resources");
    }
}
