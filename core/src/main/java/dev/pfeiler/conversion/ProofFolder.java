package dev.pfeiler.conversion;

import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.stream.Stream;

/** The folder that the logs of one proof go to. A second proof at the same time gets another. */
public final class ProofFolder implements AutoCloseable {
    private static final String NAME = "proof";
    private static final String LOCK = "lock";
    private static final int MOST = 20;

    private final Path path;
    private final FileChannel channel;

    private ProofFolder(Path path, FileChannel channel) {
        this.path = path;
        this.channel = channel;
    }

    /**
     * Takes the folder for the proof of a conversion, beside its ledger, without what an earlier proof left there.
     *
     * @throws Refusal if the ledger's folder is a link
     */
    public static ProofFolder ofConversion(Path root) throws IOException {
        LedgerFile.requireOwnFolder(root);
        return in(LedgerFile.folder(root));
    }

    /** Takes one in a folder. */
    public static ProofFolder in(Path parent) throws IOException {
        Files.createDirectories(parent);
        for (int n = 1; n <= MOST; n++) {
            Path path = parent.resolve(n == 1 ? NAME : NAME + "-" + n);
            if (Files.isSymbolicLink(path)) Files.delete(path);
            Files.createDirectories(path);
            FileChannel channel = FileChannel.open(
                    path.resolve(LOCK), StandardOpenOption.CREATE, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS);
            if (!Lock.isLocked(channel)) {
                channel.close();
                continue;
            }
            try (Stream<Path> inner = Files.list(path)) {
                for (Path each : inner.toList()) if (!each.endsWith(LOCK)) Trees.delete(each);
            }
            return new ProofFolder(path, channel);
        }
        throw Refusal.notPossible(MOST + " proofs are running already.", "Wait until one has ended.");
    }

    public Path path() {
        return path;
    }

    @Override
    public void close() throws IOException {
        channel.close();
        Files.deleteIfExists(path.resolve(LOCK));
    }
}
