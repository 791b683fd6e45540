package dev.pfeiler.conversion;

import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.util.concurrent.ThreadLocalRandom;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Keeps a second run away from a project while one changes it: a lock of the operating system on a file in the ledger's
 * folder. It ends with the process that holds it, however that ends.
 */
final class Lock {
    private static final String FILE = "lock";
    /** Of the lock file, in bytes. */
    private static final long LONGEST = 1 << 16;

    private static final Duration PAUSE = Duration.ofMillis(100);
    private static final Logger LOG = LoggerFactory.getLogger(Lock.class);

    private final Path root;
    private final FileChannel channel;

    private Lock(Path root, FileChannel channel) {
        this.root = root;
        this.channel = channel;
    }

    /**
     * Takes the lock of a project.
     *
     * @throws Refusal if another run holds it
     */
    static Lock take(Path root) throws IOException {
        return take(root, Duration.ZERO);
    }

    /** Takes the lock of a project, waiting for another run to release it. */
    static Lock take(Path root, Duration patience) throws IOException {
        long end = System.nanoTime() + patience.toNanos();
        while (true) {
            LedgerFile.requireOwnFolder(root);
            Path folder = Files.createDirectories(LedgerFile.folder(root));
            FileChannel channel = FileChannel.open(
                    folder.resolve(FILE),
                    StandardOpenOption.CREATE,
                    StandardOpenOption.READ,
                    StandardOpenOption.WRITE,
                    LinkOption.NOFOLLOW_LINKS);
            if (isLocked(channel) && isCurrent(channel, folder.resolve(FILE))) return new Lock(root, channel);
            channel.close();
            if (System.nanoTime() >= end)
                throw Refusal.notPossible("Another run is changing " + root + ".", "Wait until it has ended.");
            pause();
        }
    }

    private static void pause() throws IOException {
        try {
            Thread.sleep(PAUSE.toMillis());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("interrupted while waiting for another run", e);
        }
    }

    /** Locks a file, unless another run or this one has locked it. */
    static boolean isLocked(FileChannel channel) throws IOException {
        try {
            FileLock lock = channel.tryLock();
            return lock != null;
        } catch (OverlappingFileLockException e) {
            // held by this very process
            return false;
        }
    }

    /**
     * Whether the locked file is still the one in the folder, and not one that another run deleted meanwhile: it gets a
     * random length, which the file at that path must have. It is not opened a second time, as systems with mandatory locks
     * refuse that.
     */
    private static boolean isCurrent(FileChannel channel, Path file) throws IOException {
        long length = ThreadLocalRandom.current().nextLong(1, LONGEST);
        channel.truncate(0);
        channel.write(ByteBuffer.wrap(new byte[1]), length - 1);
        channel.force(true);
        try {
            return Files.size(file) == length;
        } catch (NoSuchFileException e) {
            return false;
        }
    }

    /** Removes all but the lock from the ledger's folder. */
    void keepOnly() throws IOException {
        try (Stream<Path> inner = Files.list(LedgerFile.folder(root))) {
            for (Path path : inner.toList()) if (!path.getFileName().toString().equals(FILE)) Trees.delete(path);
        }
    }

    /** Releases the lock; the folder is removed if nothing else is in it. */
    void release() {
        Path folder = LedgerFile.folder(root);
        try {
            if (Files.isDirectory(folder)) {
                // deleted while it is held: who opens the file afterwards opens a new one
                Files.deleteIfExists(folder.resolve(FILE));
                if (Trees.isEmpty(folder)) Files.delete(folder);
            }
            channel.close();
        } catch (IOException e) {
            LOG.debug("{}", folder, e);
        }
    }
}
