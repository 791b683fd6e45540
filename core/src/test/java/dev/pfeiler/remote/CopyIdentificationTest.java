package dev.pfeiler.remote;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.Sketch;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Copies are found among published files, whatever publishes them. */
class CopyIdentificationTest {
    @TempDir
    Path folder;

    private Sketch sketch;
    private final Shelf shelf = new Shelf();

    /** Packages in memory: files by path, by name and version. */
    private static final class Shelf implements PackageIndex {
        private final Map<String, Map<String, Map<String, byte[]>>> packages = new TreeMap<>();
        private final List<String> looked = new ArrayList<>();

        Shelf put(String name, String version, String... filesAndTexts) {
            Map<String, byte[]> files = new TreeMap<>();
            for (int i = 0; i < filesAndTexts.length; i += 2)
                files.put(filesAndTexts[i], filesAndTexts[i + 1].getBytes(StandardCharsets.UTF_8));
            packages.computeIfAbsent(name, n -> new TreeMap<>()).put(version, files);
            return this;
        }

        @Override
        public Optional<List<String>> versions(String name) {
            return Optional.ofNullable(packages.get(name)).map(versions -> new TreeMap<>(versions)
                    .descendingKeySet().stream().toList());
        }

        @Override
        public boolean has(String name, String version) {
            return packages.getOrDefault(name, Map.of()).containsKey(version);
        }

        @Override
        public Optional<Map<String, byte[]>> files(String name, String version) {
            looked.add(name + " " + version);
            return Optional.ofNullable(packages.getOrDefault(name, Map.of()).get(version));
        }

        @Override
        public List<String> search(String words) {
            return packages.keySet().stream().filter(words::contains).toList();
        }

        @Override
        public boolean isUnreachable() {
            return false;
        }
    }

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(folder.resolve("port"));
        sketch.file("web/lamp/js/lamp.js", StandardCharsets.UTF_8, "lamp 2")
                .file("web/lamp/img/a.png", StandardCharsets.UTF_8, "picture")
                .file("web/lamp/img/own.png", StandardCharsets.UTF_8, "own");
        shelf.put("lamp", "1.0.0", "js/lamp.js", "lamp 1")
                .put("lamp", "2.0.0", "js/lamp.js", "lamp 2", "copy/x.js", "lamp 2", "img/a.png", "picture")
                .put("lamp", "3.0.0", "js/lamp.js", "lamp 3");
    }

    private Optional<CopyIdentification.Match> find(boolean stated, List<String> names, String... versions) {
        return new CopyIdentification(sketch.tree(), shelf, Arrays::equals, name -> name)
                .of(new CopyIdentification.Copy(
                        "web/lamp/js/lamp.js", names, List.of(versions), stated, stated ? "the lamp library" : ""));
    }

    @Test
    void theVersionThatTheFileMentionsIsLookedIntoFirst() {
        assertThat(find(true, List.of("lamp"), "2.0.0"))
                .contains(new CopyIdentification.Match(
                        "lamp", "2.0.0", "js/lamp.js", true, Map.of("web/lamp/img/a.png", "img/a.png")));
        assertThat(shelf.looked).containsExactly("lamp 2.0.0");
    }

    @Test
    void withoutOneTheNewestAre() {
        assertThat(find(false, List.of("beacon", "lamp")).orElseThrow().version())
                .isEqualTo("2.0.0");
        assertThat(shelf.looked).containsExactly("lamp 3.0.0", "lamp 2.0.0");
    }

    @Test
    void aChangedCopyIsWhatItStates() {
        CopyIdentification.Match match = find(true, List.of("lamp"), "1.0.0").orElseThrow();
        assertThat(match.version()).isEqualTo("1.0.0");
        assertThat(match.identical()).isFalse();
    }

    @Test
    void anUnknownNameIsSearchedForByTheTitle() {
        assertThat(find(true, List.of("light"), "2.0.0").orElseThrow().name()).isEqualTo("lamp");
        assertThat(find(false, List.of("light"), "2.0.0")).isEmpty();
    }

    @Test
    void hashesAreThoseOfSubresourceIntegrity() {
        byte[] bytes = "tide".getBytes(StandardCharsets.UTF_8);
        String hash = java.util.Base64.getEncoder()
                .encodeToString(Integrity.digest("SHA-512").digest(bytes));
        assertThat(Integrity.fits(bytes, "sha512-" + hash)).isTrue();
        assertThat(Integrity.fits(bytes, "sha1-xx sha512-" + hash + "?x=y")).isTrue();
        assertThat(Integrity.fits(bytes, "sha512-AAAA")).isFalse();
        assertThat(Integrity.fits(bytes, "md5-" + hash))
                .as("no algorithm that counts")
                .isFalse();
        assertThat(Integrity.fits(bytes, " ")).isTrue();
    }

    @Test
    void aCacheForgetsWhatIsTooOld() throws IOException {
        FileCache cache = new FileCache(folder.resolve("cache"));
        byte[] bytes = {1, 2};
        cache.keep("a/b", bytes);
        cache.keepAbsent("a/c");
        assertThat(cache.get("a/b", Optional.of(Duration.ofDays(1)))).contains(bytes);
        assertThat(cache.isAbsent("a/c", Duration.ofDays(1))).isTrue();
        for (String name : List.of("b", "c.absent"))
            Files.setLastModifiedTime(
                    folder.resolve("cache/a").resolve(name),
                    FileTime.from(Instant.now().minus(Duration.ofDays(2))));
        assertThat(cache.get("a/b", Optional.of(Duration.ofDays(1)))).isEmpty();
        assertThat(cache.get("a/b", Optional.empty())).as("never changes").contains(bytes);
        assertThat(cache.isAbsent("a/c", Duration.ofDays(1))).isFalse();
        assertThatThrownBy(() -> cache.keep("../x", bytes)).isInstanceOf(IllegalArgumentException.class);
    }
}
