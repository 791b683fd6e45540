package dev.pfeiler.process;

import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeCopy;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;

/** A scratch folder of one run. It goes when it is closed, or when this process ends, by a signal too. */
public final class WorkFolder implements AutoCloseable {
    /** What is to stay free, in bytes. */
    private static final long RESERVE = 64 << 20;

    private final Path path;

    private WorkFolder(Path path) {
        this.path = path;
    }

    /** @param purpose part of its name, for people who look into the folder for temporary files */
    public static WorkFolder make(String purpose) throws IOException {
        return new WorkFolder(Cleanup.folder("pfeiler-" + purpose + "-"));
    }

    public Path path() {
        return path;
    }

    /** A new folder in it. */
    public Path folder(String name) throws IOException {
        return Files.createDirectories(path.resolve(name));
    }

    /**
     * Makes sure that copies of trees fit onto the disk.
     *
     * @param times how often each is copied, what is built from it included
     * @throws Refusal if they do not
     */
    public void requireSpace(Collection<ProjectTree> trees, int times) throws IOException {
        long needed = RESERVE;
        for (ProjectTree tree : trees)
            needed += times * tree.files().stream().mapToLong(TreeFile::size).sum();
        long free = Files.getFileStore(path).getUsableSpace();
        if (free >= needed) return;
        throw Refusal.notPossible(
                "Not enough disk space for scratch copies in " + path.getParent() + ": " + (needed >> 20)
                        + " MB required, " + (free >> 20) + " MB available.",
                "Free some space there, or name another folder in the environment variable TMPDIR.");
    }

    /** Copies a tree into a new folder in it; links that lead out of the tree are replaced by what they lead to. */
    public Path copy(ProjectTree tree, String name) throws IOException {
        Path folder = folder(name);
        TreeCopy.of(tree, folder);
        return folder;
    }

    @Override
    public void close() {
        Cleanup.delete(path);
    }
}
