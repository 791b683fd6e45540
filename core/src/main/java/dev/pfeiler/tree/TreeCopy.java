package dev.pfeiler.tree;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import org.slf4j.LoggerFactory;

/**
 * A copy of a tree that is on its own: a link within the tree leads to the same place of the copy, and one that leads out is
 * replaced by a copy of what it leads to. So nothing that is done to the copy reaches the original.
 */
public final class TreeCopy {
    /** What links that lead out may bring in, in bytes and in files; a link beyond that is left out. */
    private static final long MOST_BYTES = 512L << 20;

    private static final int MOST_FILES = 50_000;

    private final Path from;
    private final Path real;
    private final Path to;
    private long bytes;
    private int files;

    /**
     * @param from the original
     * @param to the folder of the copy
     */
    public TreeCopy(Path from, Path to) throws IOException {
        this.from = from;
        this.real = from.toRealPath();
        this.to = to;
    }

    /** Copies all files of a tree. */
    public static void of(ProjectTree tree, Path folder) throws IOException {
        TreeCopy copy = new TreeCopy(tree.root(), folder);
        for (String inner : tree.folders()) Files.createDirectories(folder.resolve(inner));
        for (TreeFile file : tree.files()) copy.put(tree.onDisk(file.path()), file.path());
    }

    /** Copies all that is in a folder, whatever it is. */
    public static void all(Path folder, Path to) throws IOException {
        TreeCopy copy = new TreeCopy(folder, to);
        Files.createDirectories(to);
        Files.walkFileTree(folder, new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult preVisitDirectory(Path inner, BasicFileAttributes attributes) throws IOException {
                Files.createDirectories(to.resolve(folder.relativize(inner).toString()));
                return FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) throws IOException {
                if (!attributes.isOther())
                    copy.put(file, folder.relativize(file).toString());
                return FileVisitResult.CONTINUE;
            }
        });
    }

    /**
     * Copies one file.
     *
     * @param source where it is now
     * @param path its place in the tree, from which a link leads on
     */
    public void put(Path source, String path) throws IOException {
        Path goal = to.resolve(path);
        if (!Files.isSymbolicLink(source)) {
            Trees.copy(source, goal);
            return;
        }
        Path link = Files.readSymbolicLink(source);
        Path target = from.resolve(path).getParent().resolve(link).normalize();
        Files.createDirectories(goal.getParent());
        if (target.startsWith(from) || target.startsWith(real)) {
            Path inner = (target.startsWith(from) ? from : real).relativize(target);
            link(goal, goal.getParent().relativize(to.resolve(inner.toString())), target);
        } else follow(target, goal);
    }

    /** Systems that let not everybody make links get a copy of the file. */
    private static void link(Path goal, Path relative, Path target) throws IOException {
        try {
            Files.createSymbolicLink(goal, relative);
        } catch (IOException | UnsupportedOperationException e) {
            if (Files.isRegularFile(target)) Files.copy(target, goal);
        }
    }

    private void follow(Path target, Path goal) throws IOException {
        // nothing that is read without end, and no link that leads to another one without end
        if (!Files.exists(target)) return;
        Path start = target.toRealPath();
        if (real.startsWith(start)) return;
        Files.walkFileTree(start, new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes) throws IOException {
                Files.createDirectories(goal.resolve(start.relativize(folder).toString()));
                return FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) throws IOException {
                if (!attributes.isRegularFile() || !Files.isReadable(file)) return FileVisitResult.CONTINUE;
                bytes += attributes.size();
                if (bytes > MOST_BYTES || ++files > MOST_FILES) {
                    LoggerFactory.getLogger(TreeCopy.class)
                            .warn("{} is too large to be copied with the project", start);
                    return FileVisitResult.TERMINATE;
                }
                String inner = start.relativize(file).toString();
                Files.copy(file, inner.isEmpty() ? goal : goal.resolve(inner));
                return FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult visitFileFailed(Path file, IOException e) {
                return FileVisitResult.CONTINUE;
            }
        });
    }
}
