package dev.pfeiler.ecosystem;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SurroundingsTest {
    @TempDir
    Path root;

    private Surroundings around(Map<String, String> moved) throws IOException {
        new Sketch(root).file("web/js/a.js", "1").file("web/b.html", "2").file("lib/c.js", "3");
        return new Surroundings(ProjectTree.read(root), "front/client", moved, List.of(), stage -> {});
    }

    @Test
    void aPathOutsideIsSeenFromTheFolderOfThePart() throws IOException {
        Surroundings around = around(Map.of());
        assertThat(around.has("../../web/js/a.js")).isTrue();
        assertThat(around.has("../../web/js/z.js")).isFalse();
        assertThat(around.has("../../../outside")).isFalse();
        assertThat(around.moved("../../web/js")).isEqualTo("../../web/js");
    }

    @Test
    void aFolderGoesWhereItsFilesGo() throws IOException {
        Surroundings around =
                around(Map.of("web/js/a.js", "src/main/webapp/js/a.js", "web/b.html", "src/main/webapp/b.html"));
        assertThat(around.moved("../../web/js")).isEqualTo("../../src/main/webapp/js");
        assertThat(around.moved("../../web/js/new/x.js")).isEqualTo("../../src/main/webapp/js/new/x.js");
        assertThat(around.moved("../../web/css")).isEqualTo("../../src/main/webapp/css");
        assertThat(around.moved("../../lib/c.js")).isEqualTo("../../lib/c.js");
    }

    @Test
    void aFolderWhoseFilesPartStaysWhereItWas() throws IOException {
        Surroundings around = around(Map.of("web/js/a.js", "one/js/a.js", "web/b.html", "two/b.html"));
        assertThat(around.moved("../../web")).isEqualTo("../../web");
        assertThat(around.moved("../../web/js/a.js")).isEqualTo("../../one/js/a.js");
    }
}
