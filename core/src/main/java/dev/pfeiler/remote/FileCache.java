package dev.pfeiler.remote;

import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.slf4j.LoggerFactory;

/** Files that were fetched, kept for later runs. Two processes may share it; whoever deletes it loses nothing. */
public final class FileCache {
    private static final String ABSENT = ".absent";

    private final Path folder;

    public FileCache(Path folder) {
        this.folder = folder;
    }

    /**
     * What is kept under a name.
     *
     * @param name a path without {@code ..}
     * @param age how old it may be; nothing if it never changes
     */
    public Optional<byte[]> get(String name, Optional<Duration> age) {
        Path file = file(name);
        try {
            boolean there = Files.isReadable(file) && (age.isEmpty() || isFresh(file, age.get()));
            return there ? Optional.of(Files.readAllBytes(file)) : Optional.empty();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** Whether it is known, not longer than for some time, that there is nothing of a name. */
    public boolean isAbsent(String name, Duration age) {
        Path file = file(name + ABSENT);
        try {
            return Files.exists(file) && isFresh(file, age);
        } catch (IOException e) {
            return false;
        }
    }

    public void keepAbsent(String name) {
        keep(name + ABSENT, new byte[0]);
    }

    /** Keeps a file; one that cannot be kept is fetched again. */
    public void keep(String name, byte[] bytes) {
        Path file = file(name);
        try {
            Files.createDirectories(file.getParent());
            Trees.replace(file, bytes);
        } catch (IOException e) {
            LoggerFactory.getLogger(FileCache.class).debug("{} is not kept", file, e);
        }
    }

    private Path file(String name) {
        if (!Paths.isPlain(name)) throw new IllegalArgumentException("not a name in a cache: " + name);
        return folder.resolve(name);
    }

    private static boolean isFresh(Path file, Duration age) throws IOException {
        return Files.getLastModifiedTime(file).toInstant().isAfter(Instant.now().minus(age));
    }
}
