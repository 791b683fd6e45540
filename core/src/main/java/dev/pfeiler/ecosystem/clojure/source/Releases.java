package dev.pfeiler.ecosystem.clojure.source;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** The release of Clojure that names of its core came with. Source: its changes file. */
final class Releases {
    private static final Map<String, String> BY_NAME = read();

    private Releases() {}

    private static Map<String, String> read() {
        Map<String, String> byName = new HashMap<>();
        try (InputStream in = Releases.class.getResourceAsStream("releases.txt")) {
            String text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
            text.lines().filter(line -> !line.startsWith("#")).forEach(line -> {
                String[] words = line.split(" ");
                for (int i = 1; i < words.length; i++) byName.put(words[i], words[0]);
            });
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return byName;
    }

    static Optional<String> of(String name) {
        return Optional.ofNullable(BY_NAME.get(name));
    }

    /** Whether a release comes after another. */
    static boolean after(String one, String other) {
        return minor(one) > minor(other);
    }

    private static int minor(String release) {
        return Integer.parseInt(release.substring(release.indexOf('.') + 1));
    }
}
