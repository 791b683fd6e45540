package dev.pfeiler;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;

/** Expected output, compared whole. {@code -Dgolden.update=true} rewrites the files, to be read before a commit. */
public final class Golden {
    private static final Path FOLDER = Path.of("src/test/golden");
    private static final boolean UPDATE = Boolean.getBoolean("golden.update");

    private Golden() {}

    /** Compares some text with the file of a name. */
    public static void check(String name, String actual) throws IOException {
        Path file = FOLDER.resolve(name);
        if (UPDATE) {
            Files.createDirectories(file.getParent());
            Files.writeString(file, actual);
        }
        assertThat(file).exists();
        assertThat(actual).as(name).isEqualTo(Files.readString(file));
    }

    /** Compares texts by path with all files of a folder. */
    public static void check(String name, Map<String, String> actual) throws IOException {
        Path folder = FOLDER.resolve(name);
        for (Map.Entry<String, String> entry : actual.entrySet()) check(name + "/" + entry.getKey(), entry.getValue());
        Map<String, String> expected = new TreeMap<>();
        try (var files = Files.walk(folder)) {
            for (Path file : files.filter(Files::isRegularFile).toList())
                expected.put(folder.relativize(file).toString(), "");
        }
        assertThat(actual.keySet()).as(name).containsExactlyInAnyOrderElementsOf(expected.keySet());
    }
}
