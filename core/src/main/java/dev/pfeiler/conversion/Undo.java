package dev.pfeiler.conversion;

import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.Hashing;
import dev.pfeiler.tree.InParallel;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Progress;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeCopy;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * Lays the old tree out from the ledger: in its place again, or elsewhere as a copy. Each entry is reversed by what is
 * there, so that a reversal can be cut off anywhere and run again: entries are reversed in the opposite order, and when
 * the turn comes to one, whatever may have come to its old place has been taken away from it; a file at the old place is
 * then the old file itself.
 */
public final class Undo {
    /** What to do with files that the user has changed since. */
    public enum Edits {
        /** Do nothing at all. */
        REFUSE,
        /** The user's work stays where the old tree has a place for it. */
        KEEP_MINE,
        /** Restore the original files; those of the user are saved under another name. */
        TAKE_OLD
    }

    /**
     * What was done.
     *
     * @param reversed how many steps
     * @param aside files that were set aside, by the paths where they are now
     * @param left files that were made since, which stay where they are; a new folder as a whole, with a slash at its end
     * @param built files and folders that builds wrote since, which are gone
     */
    public record Result(int reversed, List<String> aside, List<String> left, List<String> built) {
        public Result {
            aside = List.copyOf(aside);
            left = List.copyOf(left);
            built = List.copyOf(built);
        }
    }

    /** How long another run is waited for. */
    private static final Duration PATIENCE = Duration.ofMinutes(1);

    private final Path root;
    private final Ledger ledger;
    private final LedgerIndex index;
    private final Disk disk;
    private final List<String> aside = new ArrayList<>();

    private Undo(Path root, String purpose, Disk disk) {
        this.root = root;
        this.ledger = LedgerFile.require(root, purpose);
        this.index = new LedgerIndex(ledger);
        this.disk = disk;
    }

    /**
     * Puts the old tree back and drops the ledger.
     *
     * @throws Refusal if a file has changed since the conversion and nothing is said of such files, before the first
     *     change
     */
    public static Result run(Path folder, Edits edits, BuildOutput output) {
        return run(folder, edits, output, Progress.NONE);
    }

    /**
     * Puts the old tree back and drops the ledger.
     *
     * @param progress receives the number of files restored
     * @throws Refusal if a file has changed since the conversion and nothing is said of such files, before the first
     *     change
     */
    public static Result run(Path folder, Edits edits, BuildOutput output, Progress progress) {
        return run(folder, edits, output, new Disk(), progress);
    }

    static Result run(Path folder, Edits edits, BuildOutput output, Disk disk) {
        return run(folder, edits, output, disk, Progress.NONE);
    }

    private static Result run(Path folder, Edits edits, BuildOutput output, Disk disk, Progress progress) {
        Undo undo = new Undo(folder.toAbsolutePath().normalize(), "to undo", disk);
        Lock lock = null;
        try {
            lock = Lock.take(undo.root);
            progress.accept("comparing files with the ledger");
            List<LaterEdit> later = undo.laterEdits();
            if (edits == Edits.REFUSE && !later.isEmpty()) throw refuse(later);
            ProjectTree tree = ProjectTree.read(undo.root);
            Set<String> known = undo.known();
            BuiltFiles builtFiles = BuiltFiles.of(undo.root, undo.ledger, tree, known, output);
            List<String> left = undo.madeSince(tree, known, builtFiles);
            List<String> built = builtFiles.delete(disk);
            int count = 0;
            List<Ledger.Entry> backwards = new ArrayList<>(undo.ledger.entries());
            Collections.reverse(backwards);
            Progress.Pieces done = progress.begin("restoring files", backwards.size());
            for (Ledger.Entry entry : backwards) {
                undo.reverse(entry, edits);
                done.done();
                count++;
            }
            undo.restoreFolders();
            LedgerFile.drop(undo.root, disk);
            return new Result(count, undo.aside, undo.withLeftOut(left, tree), built);
        } catch (IOException e) {
            throw Refusal.inputOutput("Undo stopped: " + e, "Fix the problem and run pfeiler undo again.", e);
        } finally {
            if (lock != null) lock.release();
        }
    }

    private static Refusal refuse(List<LaterEdit> later) {
        String lines = later.stream()
                .map(edit -> "\n  " + edit.path() + " " + edit.what() + "\n      --keep-mine: " + edit.keepingMine()
                        + "\n      --take-old:  " + edit.takingOld())
                .collect(Collectors.joining());
        return Refusal.notPossible(
                "These files have changed since the conversion:" + lines,
                "Choose pfeiler undo --keep-mine or pfeiler undo --take-old, or keep the conversion with pfeiler accept.");
    }

    /**
     * Drops the ledger: the conversion stays.
     *
     * @return how many retired or edited files the ledger had kept
     */
    public static int accept(Path folder) {
        Undo undo = new Undo(folder.toAbsolutePath().normalize(), "to accept", new Disk());
        Lock lock = null;
        try {
            lock = Lock.take(undo.root);
            LedgerFile.drop(undo.root, undo.disk);
        } catch (IOException e) {
            throw Refusal.inputOutput("The ledger could not be deleted: " + e, "Run pfeiler accept again.", e);
        } finally {
            if (lock != null) lock.release();
        }
        return (int) undo.ledger.entries().stream()
                .filter(e -> e instanceof Ledger.Retired || e instanceof Ledger.Edited)
                .count();
    }

    /**
     * Copies the old tree into an empty folder, and the converted one, without what builds wrote in it, into another.
     *
     * @return the moved files that have been edited since, by their new paths; they are laid out as they are now
     */
    public static List<String> layOut(Path root, Path old, Path converted, BuildOutput output) throws IOException {
        Undo undo = new Undo(root, "to lay out", new Disk());
        // a conversion or an undo meanwhile would leave half of each
        Lock lock = Lock.take(root, PATIENCE);
        try {
            ProjectTree tree = ProjectTree.read(root);
            BuiltFiles built = BuiltFiles.of(root, undo.ledger, tree, undo.known(), output);
            TreeCopy copy = new TreeCopy(root, converted);
            for (TreeFile file : tree.files())
                if (!built.contains(file.path())) copy.put(tree.onDisk(file.path()), file.path());
            return undo.layOutOld(old);
        } finally {
            lock.release();
        }
    }

    private List<String> layOutOld(Path scratch) throws IOException {
        TreeCopy copy = new TreeCopy(root, scratch);
        for (Ledger.Folder folder : ledger.folders()) Files.createDirectories(scratch.resolve(folder.path()));
        for (String path : ledger.untouched()) {
            if (Files.exists(root.resolve(path), LinkOption.NOFOLLOW_LINKS)) copy.put(root.resolve(path), path);
        }
        List<String> edited = new ArrayList<>();
        for (Ledger.Entry entry : ledger.entries()) {
            Optional<String> source = available(entry);
            if (source.isPresent()) copy.put(root.resolve(source.get()), entry.path());
            Optional<Ledger.Result> result = entry.result();
            if (result.isPresent()
                    && (!exists(result.get().path())
                            || differs(result.get().path(), result.get().sha256())))
                edited.add(result.get().path());
        }
        return edited;
    }

    /** Where an old file is now: where the step put it, or the copy that the ledger keeps if that was deleted. */
    private Optional<String> available(Ledger.Entry entry) {
        Optional<String> kept = entry instanceof Ledger.Moved moved
                ? Optional.of(moved.kept()).filter(k -> !k.isEmpty())
                : Optional.empty();
        return entry.source().filter(this::exists).or(() -> kept.filter(this::exists));
    }

    /** Whether what is in the ledger was done, and not reversed yet; asked before the first reversal. */
    private boolean taken(Ledger.Entry entry) throws IOException {
        if (entry.source().isEmpty()) return !restored(entry.path());
        // where the old file still is at its place, the new place may be another file's that has not left it yet
        if (entry instanceof Ledger.Moved moved) return exists(moved.to()) && !isAtHome(moved) && !holdsAnother(moved);
        return exists(entry.source().get());
    }

    /** Whether the old tree had a file at a path, and it is there. */
    private boolean restored(String path) {
        return index.tookFrom(path).stream()
                .anyMatch(entry -> !exists(entry.source().orElseThrow()));
    }

    /** Whether the old file that the tree had at a path is there, and not one that came to its place. */
    private boolean holdsOld(String path) throws IOException {
        for (Ledger.Entry entry : index.tookFrom(path)) {
            // a user may have deleted what was moved; what the ledger keeps only an undo takes out
            boolean here =
                    entry instanceof Ledger.Moved moved && !moved.sha256().isEmpty()
                            ? exists(path) && !differs(path, moved.sha256())
                            : !exists(entry.source().get());
            if (here) return true;
        }
        return false;
    }

    /**
     * Whether what is at the new place of a moved file is still the old file of that place. A move begins with a copy for
     * the ledger, so without one it was cut off before, and the user may have edited the file that had yet to leave.
     */
    private boolean holdsAnother(Ledger.Moved moved) throws IOException {
        boolean notBegun = !moved.kept().isEmpty() && !exists(moved.kept()) && index.isOld(moved.to());
        return notBegun || holdsOld(moved.to());
    }

    private List<LaterEdit> laterEdits() throws IOException {
        return InParallel.map(ledger.entries(), this::edit).stream()
                .flatMap(Optional::stream)
                .toList();
    }

    private Optional<LaterEdit> edit(Ledger.Entry entry) throws IOException {
        if (entry instanceof Ledger.Moved moved) {
            boolean gone = !exists(moved.to()) && !isAtHome(moved) && exists(moved.kept());
            if (gone && exists(moved.path()) && !index.isGoal(moved.path()))
                return Optional.of(new LaterEdit(
                        moved.path(),
                        "created after " + moved.to() + " was deleted",
                        "kept; the original is not restored",
                        "saved as NAME.yours; the original is restored"));
            if (gone) return Optional.of(new LaterEdit(moved.to(), "was deleted", "not restored", "restored"));
            if (!taken(entry)) return Optional.empty();
            if (differs(moved.to(), moved.sha256())) {
                String old = exists(moved.kept())
                        ? "restored; your version is saved as NAME.yours"
                        : "moved back with your changes, as it was too large to be kept twice";
                return Optional.of(new LaterEdit(moved.to(), "was edited", "moved back with your changes", old));
            }
            return occupied(moved.path());
        }
        if (entry instanceof Ledger.Retired retired) {
            return exists(retired.kept()) && !same(retired.kept(), retired.path())
                    ? occupied(retired.path())
                    : Optional.empty();
        }
        if (entry instanceof Ledger.Edited edited) {
            if (!exists(edited.kept())) return Optional.empty();
            if (edited.away() && exists(edited.path()) && !index.isGoal(edited.path())) return occupied(edited.path());
            if (!differs(edited.to(), edited.sha256())) return Optional.empty();
            return Optional.of(new LaterEdit(
                    edited.to(),
                    "was edited",
                    (edited.away() ? "moved back" : "kept")
                            + " with your changes; the original is saved as NAME.before",
                    "restored; your version is saved as NAME.yours"));
        }
        Ledger.Written written = (Ledger.Written) entry;
        if (!taken(entry) || !differs(written.path(), written.sha256())) return Optional.empty();
        return Optional.of(new LaterEdit(
                written.path(), "was edited", "kept, if no original file needs its path", "saved as NAME.yours"));
    }

    /** Whether both files are there and have the same bytes, as where a build has made again what was retired. */
    private boolean same(String one, String other) throws IOException {
        boolean files = Files.isRegularFile(root.resolve(one), LinkOption.NOFOLLOW_LINKS)
                && Files.isRegularFile(root.resolve(other), LinkOption.NOFOLLOW_LINKS);
        return files && Files.mismatch(root.resolve(one), root.resolve(other)) < 0;
    }

    /** A new file of the user is where an original was. */
    private Optional<LaterEdit> occupied(String path) {
        if (!exists(path) || index.isGoal(path)) return Optional.empty();
        return Optional.of(new LaterEdit(
                path,
                "was created",
                "kept; the original is saved as NAME.before",
                "saved as NAME.yours; the original is restored"));
    }

    /** Files of the old tree, and those that the conversion left. */
    private Set<String> known() {
        Set<String> known = new HashSet<>(ledger.untouched());
        for (Ledger.Entry entry : ledger.entries()) {
            known.add(entry.path());
            entry.result().ifPresent(result -> known.add(result.path()));
        }
        return known;
    }

    /** Files of the tree that the ledger does not know and no build wrote; a new folder of several as a whole. */
    private List<String> madeSince(ProjectTree tree, Set<String> known, BuiltFiles built) {
        Set<String> old = ledger.folders().stream().map(Ledger.Folder::path).collect(Collectors.toSet());
        Set<String> ours = new HashSet<>();
        for (Ledger.Entry entry : ledger.entries())
            entry.result().ifPresent(result -> {
                for (String f = Paths.parent(result.path()); !f.isEmpty(); f = Paths.parent(f)) ours.add(f);
            });
        Map<String, List<String>> byPlace = new TreeMap<>();
        for (TreeFile file : tree.files()) {
            if (known.contains(file.path()) || built.contains(file.path())) continue;
            String place = file.path();
            for (String f = Paths.parent(place); !f.isEmpty(); f = Paths.parent(f))
                if (!old.contains(f) && !ours.contains(f)) place = f + "/";
            byPlace.computeIfAbsent(place, p -> new ArrayList<>()).add(file.path());
        }
        List<String> made = new ArrayList<>();
        byPlace.forEach((place, files) -> made.add(files.size() == 1 ? files.get(0) : place));
        return made;
    }

    /** With folders that hold no part of the project, are new and are still there. */
    private List<String> withLeftOut(List<String> left, ProjectTree tree) {
        if (!ledger.knowsLeftOut()) return left;
        List<String> all = new ArrayList<>(left);
        tree.leftOut().stream()
                .filter(folder ->
                        !folder.equals(Ledger.FOLDER) && !ledger.leftOut().contains(folder))
                .filter(this::exists)
                .forEach(folder -> all.add(folder + "/"));
        return all;
    }

    private boolean differs(String path, String sha256) throws IOException {
        Path file = root.resolve(path);
        if (sha256.isEmpty() || !Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) return false;
        return !Hashing.sha256(file).equals(sha256);
    }

    private boolean exists(String path) {
        return !path.isEmpty() && disk.exists(root.resolve(path));
    }

    private void reverse(Ledger.Entry entry, Edits edits) throws IOException {
        if (entry instanceof Ledger.Moved moved) reverse(moved, edits);
        else if (entry instanceof Ledger.Written written) reverse(written, edits);
        else if (entry instanceof Ledger.Edited edited) reverse(edited, edits);
        else bringBack(entry.source().orElseThrow(), entry.path(), edits);
    }

    private void reverse(Ledger.Edited edited, Edits edits) throws IOException {
        if (!exists(edited.kept())) return;
        boolean changed = differs(edited.to(), edited.sha256());
        boolean mine = changed && edits == Edits.KEEP_MINE;
        if (!edited.away()) {
            if (mine) setAside(edited.kept(), edited.path(), "before");
            else {
                if (changed) setAside(edited.to(), edited.path(), "yours");
                disk.moveOver(root.resolve(edited.kept()), root.resolve(edited.path()));
            }
            return;
        }
        // a file of the user's own may be at the old place
        if (mine && !exists(edited.path())) {
            disk.move(root.resolve(edited.to()), root.resolve(edited.path()));
            setAside(edited.kept(), edited.path(), "before");
            return;
        }
        if (changed) setAside(edited.to(), edited.path(), "yours");
        else if (exists(edited.to())) disk.delete(root.resolve(edited.to()));
        bringBack(edited.kept(), edited.path(), edits);
    }

    private void reverse(Ledger.Moved moved, Edits edits) throws IOException {
        boolean changed = differs(moved.to(), moved.sha256());
        if (isAtHome(moved)) {
            // not taken, or reversed already; else the user has made the same file at the old place again
            boolean twice = exists(moved.to()) && !changed && !index.isOld(moved.to());
            if (twice) disk.delete(root.resolve(moved.to()));
            return;
        }
        // the step of that file was reversed, so this one was before it; the user has edited what came back
        if (holdsAnother(moved)) return;
        if (exists(moved.to()) && exists(moved.path())) {
            // a file of the user's own is at the old place
            if (!changed) bringBack(moved.to(), moved.path(), edits);
            else {
                setAside(moved.to(), moved.path(), "yours");
                if (edits == Edits.TAKE_OLD && exists(moved.kept())) bringBack(moved.kept(), moved.path(), edits);
            }
        } else if (exists(moved.to())) {
            if (changed && edits == Edits.TAKE_OLD && exists(moved.kept())) {
                setAside(moved.to(), moved.path(), "yours");
                disk.move(root.resolve(moved.kept()), root.resolve(moved.path()));
            } else disk.move(root.resolve(moved.to()), root.resolve(moved.path()));
        } else if (edits == Edits.TAKE_OLD && exists(moved.kept())) {
            // the user deleted it, and may have made another at the old place
            bringBack(moved.kept(), moved.path(), edits);
        }
    }

    /** Whether the very file is at its old place. */
    private boolean isAtHome(Ledger.Moved moved) throws IOException {
        return exists(moved.path()) && !differs(moved.path(), moved.sha256());
    }

    private void bringBack(String from, String to, Edits edits) throws IOException {
        if (!exists(from)) return;
        if (same(from, to)) disk.delete(root.resolve(to));
        else if (exists(to)) {
            if (edits == Edits.KEEP_MINE) {
                setAside(from, to, "before");
                return;
            }
            setAside(to, to, "yours");
        }
        disk.move(root.resolve(from), root.resolve(to));
    }

    private void reverse(Ledger.Written written, Edits edits) throws IOException {
        if (!exists(written.path()) || restored(written.path())) return;
        boolean changed = differs(written.path(), written.sha256());
        boolean wanted = !index.tookFrom(written.path()).isEmpty();
        if (!changed) disk.delete(root.resolve(written.path()));
        else if (edits == Edits.TAKE_OLD || wanted) setAside(written.path(), written.path(), "yours");
    }

    /** Moves a file beside the place it was meant for, under a name that is free. */
    private void setAside(String from, String place, String ending) throws IOException {
        String name = place + "." + ending;
        for (int n = 2; exists(name); n++) name = place + "." + ending + n;
        disk.move(root.resolve(from), root.resolve(name));
        aside.add(name);
    }

    private void restoreFolders() throws IOException {
        Set<String> old = new HashSet<>();
        for (Ledger.Folder folder : ledger.folders()) {
            old.add(folder.path());
            Path path = root.resolve(folder.path());
            disk.makeFolders(path);
            Trees.setMode(path, folder.mode());
        }
        TreeSet<String> made = new TreeSet<>();
        for (Ledger.Entry entry : ledger.entries()) {
            String path = entry.result().map(Ledger.Result::path).orElse(entry.path());
            for (String f = Paths.parent(path); !f.isEmpty(); f = Paths.parent(f)) made.add(f);
        }
        for (String folder : made.descendingSet()) {
            Path path = root.resolve(folder);
            if (!old.contains(folder) && Files.isDirectory(path) && Trees.isEmpty(path)) disk.delete(path);
        }
    }
}
