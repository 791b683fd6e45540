package dev.pfeiler.conversion;

import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.Hashing;
import dev.pfeiler.tree.InParallel;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Progress;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** Carries steps out: the ledger is on disk before the first file is touched, and each step is one or two renames. */
public final class Conversion {
    /** A file larger than this is not kept twice; in bytes. */
    private static final long LARGEST_COPY = 16 << 20;

    private final Path root;
    private final ProjectTree tree;
    private final Disk disk;

    private Conversion(ProjectTree tree, Disk disk) {
        this.tree = tree;
        this.root = tree.root();
        this.disk = disk;
    }

    /**
     * Carries the steps out in a tree.
     *
     * @param decided what led to the steps, recorded before the first change
     * @return the steps in the order in which they were taken
     * @throws Refusal before the first change where a step is not possible, later only where the disk fails
     */
    public static List<Step> run(ProjectTree tree, List<Step> steps, Ledger.Decided decided) {
        return run(tree, steps, decided, new Disk());
    }

    static List<Step> run(ProjectTree tree, List<Step> steps, Ledger.Decided decided, Disk disk) {
        if (LedgerFile.exists(tree.root())) throw alreadyConverted(tree.root());
        Conversion conversion = new Conversion(tree, disk);
        List<Step> ordered = StepOrder.of(steps, tree::has);
        new Preflight(tree, ordered).refuse();
        Lock lock = null;
        try {
            lock = Lock.take(tree.root());
            if (LedgerFile.exists(tree.root())) throw alreadyConverted(tree.root());
            LedgerFile.requireNoOriginals(tree.root());
            // litter of a conversion that was cut off before its ledger was on disk
            lock.keepOnly();
            Ledger ledger = conversion.plan(ordered, decided);
            disk.makeFolders(LedgerFile.folder(tree.root()));
            for (Map.Entry<String, byte[]> file : decided.files().entrySet()) {
                disk.write(LedgerFile.folder(tree.root()).resolve(file.getKey()), file.getValue());
            }
            LedgerFile.write(ledger, tree.root(), disk);
            Progress.Pieces done = tree.progress().begin("converting", ordered.size());
            for (int i = 0; i < ordered.size(); i++) {
                conversion.take(ordered.get(i), ledger.entries().get(i));
                done.done();
            }
            conversion.removeEmptied();
        } catch (IOException e) {
            throw Refusal.inputOutput(
                    "The conversion stopped: " + e, "Restore the project with pfeiler undo, then try again.", e);
        } finally {
            if (lock != null) lock.release();
        }
        return ordered;
    }

    /** Says that a tree has been converted before. */
    public static Refusal alreadyConverted(Path root) {
        return Refusal.notPossible(
                "The project in " + root + " is already converted (its ledger is in " + Ledger.FOLDER + "/).",
                "Revert the conversion with pfeiler undo, or keep it with pfeiler accept.");
    }

    private Ledger plan(List<Step> steps, Ledger.Decided decided) throws IOException {
        Set<String> concerned = new HashSet<>();
        steps.forEach(step -> concerned.add(step.path()));
        // the bytes of every file that moves are hashed
        List<Ledger.Entry> entries = InParallel.map(steps, this::entry);
        List<Ledger.Folder> folders = new ArrayList<>();
        for (String folder : tree.folders()) {
            folders.add(new Ledger.Folder(folder, Trees.mode(tree.onDisk(folder))));
        }
        List<String> untouched = tree.files().stream()
                .map(TreeFile::path)
                .filter(path -> !concerned.contains(path))
                .toList();
        return new Ledger(
                Ledger.FORMAT,
                decided.parts(),
                decided.decisions(),
                decided.choices(),
                folders,
                tree.leftOut().stream()
                        .filter(folder -> !folder.equals(Ledger.FOLDER))
                        .toList(),
                untouched,
                entries);
    }

    private Ledger.Entry entry(Step step) throws IOException {
        String kept = Ledger.KEPT + step.path();
        if (step instanceof Step.Move move) {
            boolean copied = tree.file(move.path()).orElseThrow().size() <= LARGEST_COPY;
            return new Ledger.Moved(move.path(), move.to(), hash(move.path()), copied ? kept : "");
        }
        if (step instanceof Step.Write write) return new Ledger.Written(write.path(), Hashing.sha256(bytes(write)));
        if (step instanceof Step.Edit edit) {
            return new Ledger.Edited(edit.path(), edit.to(), kept, Hashing.sha256(edit.bytes()));
        }
        return new Ledger.Retired(step.path(), kept);
    }

    private String hash(String path) throws IOException {
        return Files.isSymbolicLink(tree.onDisk(path)) ? "" : Hashing.sha256(tree.onDisk(path));
    }

    private static byte[] bytes(Step.Write write) {
        return write.content().getBytes(StandardCharsets.UTF_8);
    }

    private void take(Step step, Ledger.Entry entry) throws IOException {
        Path file = root.resolve(step.path());
        String mode = step instanceof Step.Edit ? Trees.mode(file) : "";
        if (entry instanceof Ledger.Moved moved && !moved.kept().isEmpty()) {
            disk.copy(file, LedgerFile.folder(root).resolve("draft"), root.resolve(moved.kept()));
        }
        if (entry.source().isPresent())
            disk.move(file, root.resolve(entry.source().get()));
        if (step instanceof Step.Write write) put(write.path(), bytes(write), mode);
        if (step instanceof Step.Edit edit) put(edit.to(), edit.bytes(), mode);
    }

    private void put(String path, byte[] bytes, String mode) throws IOException {
        Path draft = LedgerFile.folder(root).resolve("draft");
        disk.write(draft, bytes);
        Trees.setMode(draft, mode);
        disk.move(draft, root.resolve(path));
    }

    /** Folders that held files and hold none now go; folders that were empty stay. */
    private void removeEmptied() throws IOException {
        Set<String> heldFiles = new TreeSet<>();
        for (TreeFile file : tree.files()) {
            for (String f = Paths.parent(file.path()); !f.isEmpty(); f = Paths.parent(f)) heldFiles.add(f);
        }
        // deepest first
        for (String folder : new TreeSet<>(heldFiles).descendingSet()) {
            Path path = root.resolve(folder);
            if (Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS) && Trees.isEmpty(path)) disk.delete(path);
        }
    }
}
