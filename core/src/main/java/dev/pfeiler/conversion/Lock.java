package dev.pfeiler.conversion;

import dev.pfeiler.evidence.Refusal;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.UUID;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Keeps a second run away from a project while one changes it: a lock of the operating system on a file in the ledger's
 * folder. It ends with the process that holds it, however that ends.
 */
final class Lock {
    private static final String FILE = "lock";
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
        Path folder = Files.createDirectories(Ledger.folder(root));
        FileChannel channel =
                FileChannel.open(folder.resolve(FILE), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        if (!isLocked(channel) || !isCurrent(channel, folder.resolve(FILE))) {
            channel.close();
            throw Refusal.notPossible("Another run is changing " + root + ".", "Wait until it has ended.");
        }
        return new Lock(root, channel);
    }

    private static boolean isLocked(FileChannel channel) throws IOException {
        try {
            FileLock lock = channel.tryLock();
            return lock != null;
        } catch (OverlappingFileLockException e) {
            // held by this very process
            return false;
        }
    }

    /** Whether the locked file is still the one in the folder, and not one that another run deleted meanwhile. */
    private static boolean isCurrent(FileChannel channel, Path file) throws IOException {
        String token = UUID.randomUUID().toString();
        channel.write(ByteBuffer.wrap(token.getBytes(StandardCharsets.US_ASCII)), 0);
        return Files.exists(file)
                && Files.readString(file, StandardCharsets.US_ASCII).startsWith(token);
    }

    /** Removes all but the lock from the ledger's folder. */
    void keepOnly() throws IOException {
        try (Stream<Path> inner = Files.list(Ledger.folder(root))) {
            for (Path path : inner.toList()) if (!path.getFileName().toString().equals(FILE)) Trees.delete(path);
        }
    }

    /** Releases the lock; the folder is removed if nothing else is in it. */
    void release() {
        Path folder = Ledger.folder(root);
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
