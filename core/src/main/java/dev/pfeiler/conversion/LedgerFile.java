package dev.pfeiler.conversion;

import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.Optional;
import java.util.stream.Stream;

/** The file that a ledger is kept in, with what is beside it. What is read from it is checked before it is used. */
public final class LedgerFile {
    private static final String FILE = "ledger.json";
    /** In bytes; room for a tree of a million files. */
    private static final long LARGEST = 512 << 20;

    /** Says that a conversion has been undone or accepted, while its records are being deleted. */
    private static final String DROPPED = "dropped";

    private LedgerFile() {}

    /** Made when there is a ledger to read or to write: most runs only see that there is none. */
    private static final class Json {
        private static final JsonMapper MAPPER =
                JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
    }

    /** Where a project's ledger is. */
    public static Path folder(Path root) {
        return root.resolve(Ledger.FOLDER);
    }

    /**
     * Reads the ledger of a project that has to have one.
     *
     * @param purpose what it is wanted for, for example {@code to prove}
     * @throws Refusal if it has none; it says where the conversion was made, if that was one folder higher or lower
     */
    public static Ledger require(Path root, String purpose) {
        return read(root)
                .orElseThrow(() -> Refusal.notPossible(
                        "There is no conversion " + purpose + " in " + root + ": no ledger found.",
                        near(root)
                                .map(path -> "The conversion was made in " + path + "; pass that directory.")
                                .orElse("Pass the directory that was converted, or run pfeiler convert first.")));
    }

    /** The folder with a ledger that is one higher or lower. */
    public static Optional<Path> near(Path root) {
        Optional<Path> above = Optional.ofNullable(root.getParent()).filter(LedgerFile::exists);
        if (above.isPresent() || !Files.isDirectory(root)) return above;
        try (Stream<Path> inner = Files.list(root)) {
            return inner.filter(LedgerFile::exists).sorted().findFirst();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    public static boolean exists(Path root) {
        return Files.exists(folder(root).resolve(FILE), LinkOption.NOFOLLOW_LINKS);
    }

    /**
     * Reads the ledger of a project, where it has one.
     *
     * @throws Refusal if it cannot be read
     */
    public static Optional<Ledger> read(Path root) {
        if (!exists(root)) return Optional.empty();
        Path file = folder(root).resolve(FILE);
        requireOwnFolder(root);
        if (!Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS))
            throw Ledger.foreign(FILE + " is not a regular file");
        try {
            if (Files.size(file) > LARGEST) throw Ledger.foreign("it is larger than " + (LARGEST >> 20) + " MB");
            Ledger ledger = Json.MAPPER.readValue(Files.readAllBytes(file), Ledger.class);
            new LedgerCheck(root, ledger).refuse();
            return Optional.of(ledger);
        } catch (IOException e) {
            for (Throwable cause = e; cause != null; cause = cause.getCause())
                if (cause instanceof Refusal refusal) throw refusal;
            throw Refusal.inputOutput(
                    "The ledger " + file + " cannot be read: "
                            + e.getMessage().lines().findFirst().orElse(""),
                    "Nothing was changed. Restore the file from a backup; the original files are beside it, in kept/.",
                    e);
        }
    }

    /** How a file beside a ledger is read. */
    public interface Reader<T> {
        T read(byte[] bytes) throws IOException;
    }

    /**
     * What a conversion has kept in a file beside its ledger; nothing if there is no ledger or no such file.
     *
     * @param next what to do where the file cannot be understood
     * @throws Refusal if it cannot be read
     */
    public static <T> Optional<T> beside(Path root, String name, Reader<T> reader, String next) {
        Optional<byte[]> bytes = beside(root, name);
        try {
            return bytes.isEmpty() ? Optional.empty() : Optional.of(reader.read(bytes.get()));
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot read " + folder(root).resolve(name) + ": " + e, next, e);
        }
    }

    private static Optional<byte[]> beside(Path root, String name) {
        Path file = folder(root).resolve(name);
        if (read(root).isEmpty() || !Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) return Optional.empty();
        try {
            if (Files.size(file) > LARGEST) throw Ledger.foreign(name + " is larger than " + (LARGEST >> 20) + " MB");
            return Optional.of(Files.readAllBytes(file));
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot read " + file + ": " + e, "Check its permissions.", e);
        }
    }

    /**
     * Makes sure that what is written to the ledger's folder stays in the project.
     *
     * @throws Refusal if the folder is a link
     */
    static void requireOwnFolder(Path root) {
        Path folder = folder(root);
        if (Files.isSymbolicLink(folder)
                || Files.exists(folder, LinkOption.NOFOLLOW_LINKS)
                        && !Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS))
            throw Refusal.notPossible(
                    folder + " is not a directory of its own, and Pfeiler keeps its records there.",
                    "Delete or rename it, then try again.");
    }

    /** Puts the ledger on disk, whole or not at all. */
    static void write(Ledger ledger, Path root, Disk disk) throws IOException {
        Path folder = folder(root);
        disk.makeFolders(folder);
        // keeps version control from seeing the ledger without touching the project's own ignore file
        disk.write(folder.resolve(".gitignore"), "*\n".getBytes(StandardCharsets.UTF_8));
        Path draft = folder.resolve(FILE + ".draft");
        disk.write(draft, Json.MAPPER.writeValueAsBytes(ledger));
        disk.moveOver(draft, folder.resolve(FILE));
        disk.settle(folder);
    }

    /**
     * Makes sure that what is left beside a ledger that is missing may be deleted.
     *
     * @throws Refusal if it may be the originals of a conversion
     */
    static void requireNoOriginals(Path root) throws IOException {
        Path kept = root.resolve(Ledger.KEPT);
        boolean litter = Files.exists(folder(root).resolve(DROPPED), LinkOption.NOFOLLOW_LINKS);
        if (litter || !Files.isDirectory(kept, LinkOption.NOFOLLOW_LINKS) || Trees.isEmpty(kept)) return;
        throw Refusal.notPossible(
                kept + " contains original files of an earlier conversion, but its ledger is missing.",
                "Move them to a safe place, or delete " + Ledger.FOLDER + "/ if you do not need them.");
    }

    /** Removes the ledger and all it keeps. */
    static void drop(Path root, Disk disk) throws IOException {
        // from here on, what is left without a record is only litter
        disk.write(folder(root).resolve(DROPPED), new byte[0]);
        disk.delete(folder(root).resolve(FILE));
        disk.before("delete " + folder(root));
        Trees.delete(folder(root));
    }
}
