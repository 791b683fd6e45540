package dev.pfeiler.conversion;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.pfeiler.evidence.Refusal;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * The record under {@code .pfeiler/} from which the old tree can be laid out again. Described in docs/ledger.md.
 *
 * @param format version of this format
 * @param parts the parts that were converted; none in format 1
 * @param decisions all effective decisions, by key; none in format 1
 * @param choices those of them that the user made
 * @param folders the folders of the old tree
 * @param untouched the files of the old tree that no step concerns
 * @param entries what was done, in this order
 */
public record Ledger(
        String format,
        List<Part> parts,
        Map<String, String> decisions,
        Map<String, String> choices,
        List<Folder> folders,
        List<String> untouched,
        List<Entry> entries) {
    public static final String FOLDER = ".pfeiler";
    static final String FORMAT = "pfeiler-ledger/2";
    private static final String FORMAT_1 = "pfeiler-ledger/1";
    private static final String FILE = "ledger.json";
    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    /**
     * A part of the tree that was converted.
     *
     * @param id which its keys start with, if there are several
     * @param folder within the tree; empty for the tree itself
     * @param ecosystem the id of its ecosystem
     * @param target the id of the build tool it was converted for
     */
    public record Part(String id, String folder, String ecosystem, String target) {}

    /**
     * What was decided, to be recorded.
     *
     * @param decisions all effective decisions, by key
     * @param choices those of them that the user made
     * @param files further files beside the ledger, by name
     */
    public record Decided(
            List<Part> parts, Map<String, String> decisions, Map<String, String> choices, Map<String, byte[]> files) {
        public static final Decided NOTHING = new Decided(List.of(), Map.of(), Map.of(), Map.of());
    }

    /**
     * A folder of the old tree.
     *
     * @param mode its permissions as {@code rwxr-xr-x}; empty if the file system has none
     */
    public record Folder(String path, String mode) {}

    /** What one step needs to be reversed. */
    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "step")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Moved.class, name = "move"),
        @JsonSubTypes.Type(value = Written.class, name = "write"),
        @JsonSubTypes.Type(value = Edited.class, name = "edit"),
        @JsonSubTypes.Type(value = Retired.class, name = "retire")
    })
    public sealed interface Entry {
        /** The file's path in the old tree; of a written file, its path in the new one. */
        String path();

        /** Where the old file is now, within the tree; empty if there was none. */
        Optional<String> source();

        /** What the step left in the tree; empty if it left nothing. */
        Optional<Result> result();
    }

    /** A file that a step left in the tree, with its SHA-256; of a link the hash is empty. */
    public record Result(String path, String sha256) {}

    /**
     * A moved file.
     *
     * @param kept where a copy of it is, within the tree; empty if it is too large to be kept twice
     */
    public record Moved(String path, String to, String sha256, String kept) implements Entry {
        public Moved {
            kept = kept == null ? "" : kept;
        }

        @Override
        public Optional<String> source() {
            return Optional.of(to);
        }

        @Override
        public Optional<Result> result() {
            return Optional.of(new Result(to, sha256));
        }
    }

    /** A written file. */
    public record Written(String path, String sha256) implements Entry {
        @Override
        public Optional<String> source() {
            return Optional.empty();
        }

        @Override
        public Optional<Result> result() {
            return Optional.of(new Result(path, sha256));
        }
    }

    /**
     * A file with new content.
     *
     * @param to where the new content is; the file's path where it stayed
     * @param kept where its old bytes are, within the tree
     * @param sha256 of the new content
     */
    public record Edited(String path, String to, String kept, String sha256) implements Entry {
        public Edited {
            // ledgers of earlier versions do not say it
            to = to == null ? path : to;
        }

        /** Whether the file went to another place, too. */
        boolean away() {
            return !to.equals(path);
        }

        @Override
        public Optional<String> source() {
            return Optional.of(kept);
        }

        @Override
        public Optional<Result> result() {
            return Optional.of(new Result(to, sha256));
        }
    }

    /**
     * A retired file.
     *
     * @param kept where it is, within the tree
     */
    public record Retired(String path, String kept) implements Entry {
        @Override
        public Optional<String> source() {
            return Optional.of(kept);
        }

        @Override
        public Optional<Result> result() {
            return Optional.empty();
        }
    }

    public Ledger {
        if (!FORMAT.equals(format) && !FORMAT_1.equals(format)) {
            throw Refusal.notPossible(
                    "The ledger has the format " + format + ", this program reads " + FORMAT + " and " + FORMAT_1 + ".",
                    "Use the version of Pfeiler that made the conversion.");
        }
        parts = parts == null ? List.of() : List.copyOf(parts);
        decisions = sorted(decisions);
        choices = sorted(choices);
        folders = List.copyOf(folders);
        untouched = List.copyOf(untouched);
        entries = List.copyOf(entries);
    }

    private static Map<String, String> sorted(Map<String, String> values) {
        return Collections.unmodifiableSortedMap(new TreeMap<>(values == null ? Map.of() : values));
    }

    /** Where a project's ledger is. */
    public static Path folder(Path root) {
        return root.resolve(FOLDER);
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
        Optional<Path> above = Optional.ofNullable(root.getParent()).filter(Ledger::exists);
        if (above.isPresent() || !Files.isDirectory(root)) return above;
        try (Stream<Path> inner = Files.list(root)) {
            return inner.filter(Ledger::exists).sorted().findFirst();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    public static boolean exists(Path root) {
        return Files.exists(folder(root).resolve(FILE));
    }

    /**
     * Reads the ledger of a project, where it has one.
     *
     * @throws Refusal if it cannot be read
     */
    public static Optional<Ledger> read(Path root) {
        Path file = folder(root).resolve(FILE);
        if (!Files.exists(file)) return Optional.empty();
        try {
            return Optional.of(JSON.readValue(Files.readAllBytes(file), Ledger.class));
        } catch (IOException e) {
            if (e.getCause() instanceof Refusal refusal) throw refusal;
            throw Refusal.inputOutput(
                    "The ledger " + file + " cannot be read: " + e.getMessage(),
                    "Nothing was changed; the retired files are beside it.",
                    e);
        }
    }

    /** Puts the ledger on disk, whole or not at all. */
    void write(Path root, Disk disk) throws IOException {
        Path folder = folder(root);
        disk.makeFolders(folder);
        // keeps version control from seeing the ledger without touching the project's own ignore file
        disk.write(folder.resolve(".gitignore"), "*\n".getBytes(StandardCharsets.UTF_8));
        Path draft = folder.resolve(FILE + ".draft");
        disk.write(draft, JSON.writeValueAsBytes(this));
        disk.moveOver(draft, folder.resolve(FILE));
        disk.settle(folder);
    }

    /** Removes the ledger and all it keeps. */
    static void drop(Path root, Disk disk) throws IOException {
        // the record goes first: without it, what is left is only litter
        disk.delete(folder(root).resolve(FILE));
        disk.before("delete " + folder(root));
        Trees.delete(folder(root));
    }
}
