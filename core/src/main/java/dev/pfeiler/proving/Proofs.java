package dev.pfeiler.proving;

import dev.pfeiler.conversion.LedgerFile;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.proof.VerdictFile;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/** The last proof of a conversion, kept with its records. */
public final class Proofs {
    private Proofs() {}

    /** Keeps a verdict if it is on a conversion; the same verdict. */
    public static Verdict keep(Path folder, Verdict verdict) {
        Path root = root(folder);
        if (!LedgerFile.exists(root) || !verdict.compared()) return verdict;
        Path file = LedgerFile.folder(root).resolve(VerdictFile.NAME);
        try {
            Trees.replace(file, VerdictFile.write(verdict));
        } catch (IOException e) {
            throw Refusal.inputOutput(
                    "Cannot write " + file + ": " + e,
                    "Check the permissions of its directory; the proof is complete.",
                    e);
        }
        return verdict;
    }

    /**
     * The verdict that was kept last.
     *
     * @throws Refusal if it cannot be read
     */
    public static Optional<Verdict> last(Path folder) {
        return LedgerFile.beside(
                root(folder), VerdictFile.NAME, VerdictFile::read, "Delete it, and run pfeiler prove again.");
    }

    private static Path root(Path folder) {
        return folder.toAbsolutePath().normalize();
    }
}
