package dev.pfeiler.artifact.archive;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class UnpackingTest {
    @TempDir
    Path folder;

    @Test
    void ofTwoEntriesOfOneNameTheFirstIsTaken() throws IOException {
        Map<String, byte[]> entries = new LinkedHashMap<>();
        entries.put("p/one.txt", "first".getBytes(StandardCharsets.UTF_8));
        entries.put("p/two.txt", "second".getBytes(StandardCharsets.UTF_8));
        entries.put("../out.txt", new byte[0]);
        // no library writes such an archive, some build tools do
        String bytes = new String(Sketch.zip(entries), StandardCharsets.ISO_8859_1).replace("p/two.txt", "p/one.txt");
        Path archive = folder.resolve("twice.jar");
        Files.write(archive, bytes.getBytes(StandardCharsets.ISO_8859_1));
        Path goal = folder.resolve("goal");
        Unpacking.into(goal, archive, Optional::of);
        assertThat(goal.resolve("p/one.txt")).hasContent("first");
        assertThat(folder.resolve("out.txt")).doesNotExist();
    }
}
