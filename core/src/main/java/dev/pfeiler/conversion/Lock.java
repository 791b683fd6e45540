package dev.pfeiler.conversion;

import dev.pfeiler.evidence.Refusal;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Optional;
import java.util.stream.Stream;
import org.slf4j.LoggerFactory;

/** Keeps a second run away from a project while one changes it: a file with the process id of its holder. */
final class Lock {
    private static final String FILE = "lock";

    private final Path root;

    private Lock(Path root) {
        this.root = root;
    }

    /**
     * Takes the lock of a project; one that a process left which runs no more is taken over.
     *
     * @throws Refusal where another process holds it
     */
    static Lock take(Path root) throws IOException {
        Path file = Ledger.folder(root).resolve(FILE);
        Files.createDirectories(Ledger.folder(root));
        for (int turn = 0; turn < 2; turn++) {
            try {
                Files.write(
                        file,
                        String.valueOf(ProcessHandle.current().pid()).getBytes(StandardCharsets.US_ASCII),
                        StandardOpenOption.CREATE_NEW,
                        StandardOpenOption.WRITE);
                return new Lock(root);
            } catch (FileAlreadyExistsException e) {
                Optional<Long> holder = holder(file);
                if (holder.isPresent()) throw held(root, holder.get());
                Files.deleteIfExists(file);
            }
        }
        throw new IOException(file + " cannot be taken");
    }

    /** The process that holds a lock, where it still runs. */
    private static Optional<Long> holder(Path file) throws IOException {
        String text = Files.readString(file).strip();
        if (!text.matches("\\d{1,10}")) return Optional.empty();
        long pid = Long.parseLong(text);
        return ProcessHandle.of(pid).filter(ProcessHandle::isAlive).map(ProcessHandle::pid);
    }

    private static Refusal held(Path root, long pid) {
        return Refusal.notPossible(
                "Another run is changing " + root + " (process " + pid + ").", "Wait until it has ended.");
    }

    /** Removes all but the lock from the ledger's folder. */
    void keepOnly() throws IOException {
        Path folder = Ledger.folder(root);
        try (Stream<Path> inner = Files.list(folder)) {
            for (Path path : inner.toList()) if (!path.getFileName().toString().equals(FILE)) Trees.delete(path);
        }
    }

    /** Gives the lock back; the folder goes with it where nothing else is in it. */
    void release() {
        Path folder = Ledger.folder(root);
        try {
            if (!Files.isDirectory(folder)) return;
            Files.deleteIfExists(folder.resolve(FILE));
            if (Trees.isEmpty(folder)) Files.delete(folder);
        } catch (IOException e) {
            // its holder will not run any more, which the next one sees
            LoggerFactory.getLogger(Lock.class).debug("{}", folder, e);
        }
    }
}
