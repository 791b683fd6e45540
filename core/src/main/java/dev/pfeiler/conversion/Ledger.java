package dev.pfeiler.conversion;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.IgnoredFolders;
import dev.pfeiler.tree.Paths;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Pattern;

/**
 * The record under {@code .pfeiler/} from which the old tree can be laid out again. Described in docs/ledger.md.
 *
 * @param format version of this format
 * @param parts the parts that were converted; none in format 1
 * @param decisions all effective decisions, by key; none in format 1
 * @param choices those of them that the user made
 * @param folders the folders of the old tree
 * @param leftOut folders of the old tree that were not read, as they hold no part of the project; none before format 3
 * @param untouched the files of the old tree that no step concerns
 * @param entries what was done, in this order
 */
public record Ledger(
        String format,
        List<Part> parts,
        Map<String, String> decisions,
        Map<String, String> choices,
        List<Folder> folders,
        List<String> leftOut,
        List<String> untouched,
        List<Entry> entries) {
    public static final String FOLDER = ".pfeiler";
    static final String FORMAT = "pfeiler-ledger/3";
    /** Without parts. */
    private static final String FIRST = "pfeiler-ledger/1";

    private static final List<String> EARLIER = List.of("pfeiler-ledger/2", FIRST);
    /** Where originals are kept, within the tree. */
    static final String KEPT = FOLDER + "/kept/";

    private static final Pattern SHA_256 = Pattern.compile("[0-9a-f]{64}");
    private static final Pattern MODE = Pattern.compile("[r-][w-][xsS-][r-][w-][xsS-][r-][w-][xtT-]");

    /** Whether it records a conversion, and not cures of a managed project. */
    @JsonIgnore
    public boolean isOfConversion() {
        return !parts.isEmpty() || format.equals(FIRST);
    }

    /**
     * A part of the tree that was converted.
     *
     * @param id which its keys start with, if there are several
     * @param folder within the tree; empty for the tree itself
     * @param ecosystem the id of its ecosystem
     * @param target the id of the build tool it was converted for
     */
    public record Part(String id, String folder, String ecosystem, String target) {
        public Part {
            if (!folder.isEmpty()) requireInside(folder);
        }
    }

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
    public record Folder(String path, String mode) {
        public Folder {
            requireInside(path);
            mode = mode == null ? "" : mode;
            if (!mode.isEmpty() && !MODE.matcher(mode).matches())
                throw foreign("it gives " + path + " the mode " + mode);
        }
    }

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
            requireConvertible(path);
            requireConvertible(to);
            if (!kept.isEmpty()) requireKept(kept);
            if (!sha256.isEmpty()) requireHash(sha256);
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
        public Written {
            requireConvertible(path);
            requireHash(sha256);
        }

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
            requireConvertible(path);
            requireConvertible(to);
            requireKept(kept);
            requireHash(sha256);
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
        public Retired {
            requireConvertible(path);
            requireKept(kept);
        }

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
        if (!FORMAT.equals(format) && !EARLIER.contains(format)) {
            throw Refusal.notPossible(
                    "The ledger has the format " + format + ", this program reads " + FORMAT + " and earlier ones.",
                    "Use the version of Pfeiler that made the conversion.");
        }
        if (folders == null || untouched == null || entries == null) throw foreign("it is incomplete");
        parts = parts == null ? List.of() : List.copyOf(parts);
        decisions = sorted(decisions);
        choices = sorted(choices);
        folders = List.copyOf(folders);
        leftOut = leftOut == null ? List.of() : List.copyOf(leftOut);
        untouched = List.copyOf(untouched);
        entries = List.copyOf(entries);
        leftOut.forEach(Ledger::requireInside);
        untouched.forEach(Ledger::requireInside);
    }

    /** Whether it names the folders that were not read: those of earlier formats do not. */
    boolean knowsLeftOut() {
        return format.equals(FORMAT);
    }

    private static void requireInside(String path) {
        if (!Paths.isPlain(path)) throw foreign("it names " + path + ", which is not a path inside the project");
    }

    /** A path of a file that a conversion changes: never one of version control, of a library folder, or of the ledger. */
    private static void requireConvertible(String path) {
        requireInside(path);
        if (IgnoredFolders.contain(path)) throw foreign("it names " + path + ", which no conversion changes");
    }

    private static void requireKept(String path) {
        requireInside(path);
        if (!path.startsWith(KEPT)) throw foreign("it takes " + path + " for an original, which is not in " + KEPT);
    }

    private static void requireHash(String hash) {
        if (!SHA_256.matcher(hash).matches()) throw foreign("it has \"" + hash + "\" in place of a SHA-256 hash");
    }

    /** Says that a ledger was not written by Pfeiler, or not for the folder that it is in. */
    static Refusal foreign(String how) {
        return Refusal.notPossible(
                "The ledger in " + FOLDER + "/ was not written by Pfeiler for this directory: " + how + ".",
                "If you converted this project, restore " + FOLDER
                        + "/ from a backup. If it came with the project, delete " + FOLDER
                        + "/; no other file is changed by that.");
    }

    private static Map<String, String> sorted(Map<String, String> values) {
        return Collections.unmodifiableSortedMap(new TreeMap<>(values == null ? Map.of() : values));
    }
}
