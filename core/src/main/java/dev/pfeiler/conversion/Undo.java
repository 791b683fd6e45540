package dev.pfeiler.conversion;

import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.Hashing;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Lays the old tree out from the ledger: in its place again, or elsewhere as a copy. */
public final class Undo {
    private final Path root;
    private final Ledger ledger;

    private Undo(Path root, String purpose) {
        this.root = root;
        this.ledger = Ledger.require(root, purpose);
    }

    /**
     * Puts the old tree back and drops the ledger.
     *
     * @return how many files went back to how they were
     * @throws Refusal where a file has changed since the conversion, before the first change
     */
    public static int run(Path folder) {
        Undo undo = new Undo(folder.toAbsolutePath().normalize(), "to take back");
        try {
            undo.refuseLaterEdits();
            int count = 0;
            List<Ledger.Entry> backwards = new ArrayList<>(undo.ledger.entries());
            Collections.reverse(backwards);
            for (Ledger.Entry entry : backwards) {
                undo.reverse(entry);
                count++;
            }
            undo.restoreFolders();
            Ledger.drop(undo.root);
            return count;
        } catch (IOException e) {
            throw Refusal.inputOutput("Undo stopped: " + e, "Mend the cause and run pfeiler undo again.", e);
        }
    }

    /**
     * Drops the ledger: the conversion stays.
     *
     * @return how many retired or edited files the ledger had kept
     */
    public static int accept(Path folder) {
        Undo undo = new Undo(folder.toAbsolutePath().normalize(), "to accept");
        try {
            Ledger.drop(undo.root);
        } catch (IOException e) {
            throw Refusal.inputOutput("The ledger could not be dropped: " + e, "Run pfeiler accept again.", e);
        }
        return (int) undo.ledger.entries().stream()
                .filter(e -> e instanceof Ledger.Retired || e instanceof Ledger.Edited)
                .count();
    }

    /**
     * Copies the old tree into an empty folder; the converted one stays as it is.
     *
     * @return the moved files that have been edited since, by their new paths; they are laid out as they are now
     */
    public static List<String> layOut(Path root, Path scratch) throws IOException {
        Undo undo = new Undo(root, "to lay out");
        for (Ledger.Folder folder : undo.ledger.folders()) Files.createDirectories(scratch.resolve(folder.path()));
        for (String path : undo.ledger.untouched()) {
            if (Files.exists(root.resolve(path), LinkOption.NOFOLLOW_LINKS)) {
                Trees.copy(root.resolve(path), scratch.resolve(path));
            }
        }
        List<String> edited = new ArrayList<>();
        for (Ledger.Entry entry : undo.ledger.entries()) {
            if (entry.source().isEmpty() || !undo.exists(entry.source().get())) continue;
            Trees.copy(root.resolve(entry.source().get()), scratch.resolve(entry.path()));
            if (entry instanceof Ledger.Moved moved
                    && undo.differs(moved.result().orElseThrow())) edited.add(moved.to());
        }
        return edited;
    }

    private void refuseLaterEdits() throws IOException {
        List<String> changed = new ArrayList<>();
        for (Ledger.Entry entry : ledger.entries()) {
            // a cut-off conversion may not have come to this step
            if (entry instanceof Ledger.Edited edited && !exists(edited.kept())) continue;
            Optional<Ledger.Result> result = entry.result();
            if (result.isPresent() && differs(result.get()))
                changed.add(result.get().path());
            // a file of the person's own now lies where a retired one was
            if (entry instanceof Ledger.Retired retired && exists(retired.kept()) && exists(retired.path())) {
                changed.add(retired.path());
            }
        }
        if (changed.isEmpty()) return;
        throw Refusal.notPossible(
                "These files have changed since the conversion: " + String.join(", ", changed) + ".",
                "Set your changes aside elsewhere, or keep the conversion with pfeiler accept.");
    }

    private boolean differs(Ledger.Result result) throws IOException {
        Path file = root.resolve(result.path());
        if (result.sha256().isEmpty() || !Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) return false;
        return !Hashing.sha256(file).equals(result.sha256());
    }

    private boolean exists(String path) {
        return Files.exists(root.resolve(path), LinkOption.NOFOLLOW_LINKS);
    }

    /** Reverses one entry, whether its step was taken, half taken or not at all. */
    private void reverse(Ledger.Entry entry) throws IOException {
        if (entry.source().isPresent()) bring(entry.source().get(), entry.path());
        else Files.deleteIfExists(root.resolve(entry.path()));
    }

    private void bring(String from, String to) throws IOException {
        if (!exists(from)) return;
        Files.createDirectories(root.resolve(to).getParent());
        Files.move(
                root.resolve(from),
                root.resolve(to),
                StandardCopyOption.ATOMIC_MOVE,
                StandardCopyOption.REPLACE_EXISTING);
    }

    private void restoreFolders() throws IOException {
        Set<String> old = new HashSet<>();
        for (Ledger.Folder folder : ledger.folders()) {
            old.add(folder.path());
            Path path = root.resolve(folder.path());
            Files.createDirectories(path);
            Trees.setMode(path, folder.mode());
        }
        TreeSet<String> made = new TreeSet<>();
        for (Ledger.Entry entry : ledger.entries()) {
            String path = entry instanceof Ledger.Moved moved ? moved.to() : entry.path();
            for (String f = Paths.parent(path); !f.isEmpty(); f = Paths.parent(f)) made.add(f);
        }
        for (String folder : made.descendingSet()) {
            Path path = root.resolve(folder);
            if (!old.contains(folder) && Files.isDirectory(path) && Trees.isEmpty(path)) Files.delete(path);
        }
    }
}
