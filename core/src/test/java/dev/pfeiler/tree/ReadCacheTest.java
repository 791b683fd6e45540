package dev.pfeiler.tree;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentSkipListSet;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ReadCacheTest {
    private static final int FILES = 250;
    private static final Supplier<Instant> LATER = () -> Instant.now().plusSeconds(60);

    @TempDir
    Path folder;

    private Path project;
    private Path caches;
    private String build = "one";
    private Supplier<Instant> clock = LATER;

    /** Keeps the text of a file. */
    private static final class Texts implements ReadCache.Form<String> {
        @Override
        public void write(String value, ReadCache.Out out) {
            out.text(value);
            out.number(value.length());
            out.flag(value.isEmpty());
        }

        @Override
        public String read(String path, ReadCache.In in) {
            String text = in.text();
            if (in.number() != text.length() || in.flag() != text.isEmpty()) throw new IllegalStateException();
            return text;
        }

        @Override
        public boolean isKept(String value) {
            return !value.startsWith("never");
        }
    }

    @BeforeEach
    void layOut() throws IOException {
        project = Files.createDirectories(folder.resolve("project"));
        caches = folder.resolve("caches");
        for (int i = 0; i < FILES; i++) Files.writeString(project.resolve("f%03d".formatted(i)), "text of " + i);
    }

    /** The texts of all files, and which of them were read and not looked up. */
    private record Run(TreeMap<String, String> texts, TreeSet<String> read) {}

    private Run run() {
        ProjectTree tree = ProjectTree.read(project);
        ConcurrentSkipListSet<String> read = new ConcurrentSkipListSet<>();
        TreeMap<String, String> texts = new TreeMap<>();
        try (ReadCache<String> cache = ReadCache.of(
                Optional.of(caches),
                Optional.of(build),
                tree,
                new Texts(),
                tree.files().size(),
                clock)) {
            List<String> found = tree.files().parallelStream()
                    .map(file -> cache.get(tree, file, () -> {
                        read.add(file.path());
                        return text(file.path());
                    }))
                    .toList();
            for (int i = 0; i < found.size(); i++) texts.put(tree.files().get(i).path(), found.get(i));
        }
        TreeMap<String, String> now = new TreeMap<>();
        tree.files().forEach(file -> now.put(file.path(), text(file.path())));
        assertThat(texts).isEqualTo(now);
        return new Run(texts, new TreeSet<>(read));
    }

    private String text(String path) {
        try {
            return Files.readString(project.resolve(path));
        } catch (IOException e) {
            throw new AssertionError(e);
        }
    }

    @Test
    void whatDidNotChangeIsNotReadAgain() {
        assertThat(run().read()).hasSize(FILES);
        assertThat(run().read()).isEmpty();
    }

    @Test
    void aChangeOfTheSameSizeShowsThoughItsTimeIsSetBack() throws IOException {
        run();
        Path file = project.resolve("f007");
        FileTime before = Files.getLastModifiedTime(file);
        Files.writeString(file, "TEXT OF 7");
        Files.setLastModifiedTime(file, before);
        assertThat(run().read()).containsExactly("f007");
    }

    @Test
    void aFileThatTakesThePlaceOfAnotherIsRead() throws IOException {
        run();
        FileTime time = Files.getLastModifiedTime(project.resolve("f010"));
        Path other = Files.writeString(folder.resolve("other"), "TEXT OF 10");
        Files.setLastModifiedTime(other, time);
        Files.move(other, project.resolve("f010"), StandardCopyOption.REPLACE_EXISTING);
        Files.move(project.resolve("f020"), project.resolve("f999"));
        assertThat(run().read()).containsExactly("f010", "f999");
    }

    @Test
    void whatHasJustChangedIsNotTrusted() {
        clock = Instant::now;
        run();
        assertThat(run().read()).hasSize(FILES);
    }

    @Test
    void whatDependsOnMoreThanTheFileIsReadAgain() throws IOException {
        Files.writeString(project.resolve("f000"), "never the same");
        run();
        assertThat(run().read()).containsExactly("f000");
    }

    @Test
    void anotherBuildReadsEverything() {
        run();
        build = "two";
        assertThat(run().read()).hasSize(FILES);
        assertThat(run().read()).isEmpty();
    }

    @Test
    void aDamagedFileCountsForNothing() throws IOException {
        run();
        Path kept;
        try (Stream<Path> all = Files.list(caches)) {
            kept = all.findFirst().orElseThrow();
        }
        byte[] whole = Files.readAllBytes(kept);
        for (int at = 0; at < whole.length; at += 997) {
            byte[] damaged = whole.clone();
            damaged[at] ^= 0x55;
            Files.write(kept, damaged);
            assertThat(run().read()).as("byte " + at).hasSize(FILES);
        }
        for (int length = 0; length < whole.length; length += 1009) {
            Files.write(kept, Arrays.copyOf(whole, length));
            assertThat(run().read()).as("length " + length).hasSize(FILES);
        }
    }

    @Test
    void twoMayUseItAtOnce() {
        List<CompletableFuture<Run>> runs = Stream.generate(() -> CompletableFuture.supplyAsync(this::run))
                .limit(6)
                .toList();
        runs.forEach(CompletableFuture::join);
        assertThat(run().read()).isEmpty();
    }

    @Test
    void withoutAPlaceNothingIsKept() {
        ProjectTree tree = ProjectTree.read(project);
        for (int i = 0; i < 2; i++) {
            TreeSet<String> read = new TreeSet<>();
            try (ReadCache<String> cache = ReadCache.of(Optional.empty(), tree, new Texts(), FILES)) {
                tree.files()
                        .forEach(file -> cache.get(tree, file, () -> {
                            read.add(file.path());
                            return text(file.path());
                        }));
            }
            assertThat(read).hasSize(FILES);
        }
    }
}
