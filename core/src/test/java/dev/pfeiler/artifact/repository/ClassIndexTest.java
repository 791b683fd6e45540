package dev.pfeiler.artifact.repository;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ClassIndexTest {
    @TempDir
    Path folder;

    private Path store;
    private Path file;
    private Sketch sketch;

    @BeforeEach
    void setUp() throws IOException {
        store = Files.createDirectories(folder.resolve("store"));
        file = folder.resolve("classes");
        sketch = new Sketch(Files.createDirectories(folder.resolve("made")));
        publish("no.port:lamps:1.2", "lamp.Wick", "lamp.Wick$Flame", "lamp.Glass");
        publish("no.port:ropes:2.0", "rope.Knot");
    }

    private void publish(String coordinates, String... classes) throws IOException {
        sketch.jar("one.jar", classes).published("one.jar", store, coordinates);
    }

    private ClassIndex index() {
        return ClassIndex.of(new LocalRepository(store), Optional.of(file));
    }

    @Test
    void anArtifactIsFoundByAClassOfIt() {
        assertThat(index().holding(List.of("lamp.Wick", "rope.Knot", "sea.Tide")))
                .hasEntrySatisfying("lamp.Wick", found -> assertThat(found)
                        .extracting(Coordinates::toString)
                        .containsExactly("no.port:lamps:1.2"))
                .hasEntrySatisfying("rope.Knot", found -> assertThat(found)
                        .extracting(Coordinates::toString)
                        .containsExactly("no.port:ropes:2.0"))
                .containsEntry("sea.Tide", List.of());
    }

    @Test
    void classesAreFoundByTheEndOfTheirNames() {
        assertThat(index().matching("wick", 10))
                .extracting(hit -> hit.className() + " " + hit.coordinates())
                .containsExactly("lamp.Wick no.port:lamps:1.2");
        assertThat(index().named("rope")).extracting(Coordinates::toString).containsExactly("no.port:ropes:2.0");
    }

    @Test
    void whatIsKeptFollowsTheStore() throws IOException {
        index();
        FileTime written = Files.getLastModifiedTime(file);
        publish("no.port:lamps:1.3", "lamp.Mantle");
        assertThat(index().holding(List.of("lamp.Mantle")))
                .hasEntrySatisfying("lamp.Mantle", found -> assertThat(found).hasSize(1));
        Files.delete(store.resolve("no/port/ropes/2.0/ropes-2.0.jar"));
        assertThat(index().holding(List.of("rope.Knot"))).containsEntry("rope.Knot", List.of());
        assertThat(Files.getLastModifiedTime(file)).isGreaterThanOrEqualTo(written);
    }

    @Test
    void aBrokenFileIsMadeAgain() throws IOException {
        Files.writeString(file, "not a table");
        assertThat(index().holding(List.of("lamp.Glass")))
                .hasEntrySatisfying("lamp.Glass", found -> assertThat(found).hasSize(1));
        assertThat(index().holding(List.of("lamp.Glass")))
                .hasEntrySatisfying("lamp.Glass", found -> assertThat(found).hasSize(1));
    }
}
