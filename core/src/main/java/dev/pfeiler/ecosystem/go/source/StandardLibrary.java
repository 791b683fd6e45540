package dev.pfeiler.ecosystem.go.source;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** Which release of Go brought what of its standard library, after 1.12. */
final class StandardLibrary {
    /** By {@code path} or {@code path.Name}, the minor release. */
    private static final Map<String, Integer> SINCE = read();

    private StandardLibrary() {}

    private static Map<String, Integer> read() {
        Map<String, Integer> since = new HashMap<>();
        try (InputStream in = StandardLibrary.class.getResourceAsStream("library.txt")) {
            new String(in.readAllBytes(), StandardCharsets.UTF_8).lines().forEach(line -> {
                if (line.startsWith("#")) return;
                String[] words = line.split(" ");
                int minor = Integer.parseInt(words[0]);
                if (words.length == 2) since.put(words[1], minor);
                for (int i = 2; i < words.length; i++) since.put(words[1] + "." + words[i], minor);
            });
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return Map.copyOf(since);
    }

    /** The release of a package, if it came after 1.12. */
    static Optional<Integer> since(String path) {
        return Optional.ofNullable(SINCE.get(path));
    }

    /** The release of a name of a package, if it came after 1.12. */
    static Optional<Integer> since(String path, String name) {
        return Optional.ofNullable(SINCE.get(path + "." + name));
    }
}
