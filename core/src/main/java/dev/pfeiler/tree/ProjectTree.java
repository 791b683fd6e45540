package dev.pfeiler.tree;

import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.slf4j.LoggerFactory;

/** A read-only snapshot of the files under one folder, with what to leave out already left out. */
public final class ProjectTree {
    /** In bytes. Nobody writes so much by hand, and what is read whole must fit into memory. */
    public static final long LARGEST = 64 << 20;

    private final Path root;
    private final TreeMap<String, TreeFile> files = new TreeMap<>();
    private final SortedSet<String> folders = new TreeSet<>();
    private final List<String> leftOut = new ArrayList<>();
    private final List<Finding> trouble = new ArrayList<>();

    private ProjectTree(Path root) {
        this.root = root;
    }

    /**
     * Lists a folder.
     *
     * @throws Refusal where there is no such folder or it cannot be listed
     */
    public static ProjectTree read(Path folder) {
        Path root = folder.toAbsolutePath().normalize();
        if (!Files.exists(root)) {
            throw Refusal.notPossible("There is no folder " + folder + ".", "Name the folder that holds the project.");
        }
        if (!Files.isDirectory(root)) {
            throw Refusal.notPossible(folder + " is a file, not a folder.", "Name the folder that holds the project.");
        }
        if (!Files.isReadable(root) || !Files.isExecutable(root)) {
            throw Refusal.notPossible(
                    "The folder " + folder + " may not be read.", "Ask for the right to read it, or name another.");
        }
        ProjectTree tree = new ProjectTree(root);
        try {
            Files.walkFileTree(root, tree.new Lister());
        } catch (IOException e) {
            throw Refusal.inputOutput("The folder " + folder + " could not be listed: " + e, "Look at the disk.", e);
        }
        return tree;
    }

    public Path root() {
        return root;
    }

    /** The name of the folder itself. */
    public String name() {
        Path name = root.getFileName();
        return name == null ? "project" : name.toString();
    }

    /** All files, by path. */
    public List<TreeFile> files() {
        return List.copyOf(files.values());
    }

    /** The files in a folder, at any depth. */
    public Stream<TreeFile> under(String folder) {
        if (folder.isEmpty()) return files.values().stream();
        return files.subMap(folder + "/", folder + "0").values().stream();
    }

    /** All folders but the tree itself, by path. */
    public SortedSet<String> folders() {
        return folders;
    }

    public Optional<TreeFile> file(String path) {
        return Optional.ofNullable(files.get(path));
    }

    public boolean has(String path) {
        return files.containsKey(path);
    }

    /** Folders that were not listed, because they hold no part of the project. */
    public List<String> leftOut() {
        return leftOut;
    }

    /** What could not be listed. */
    public List<Finding> trouble() {
        return trouble;
    }

    /** Where a file of the tree lies on this machine. */
    public Path onDisk(String path) {
        return root.resolve(path);
    }

    /**
     * The bytes of a file, read anew at each call.
     *
     * @throws IOException also where it is larger than any source or descriptor
     */
    public byte[] bytes(String path) throws IOException {
        if (Files.size(root.resolve(path)) > LARGEST)
            throw new IOException(path + " is larger than " + (LARGEST >> 20) + " MB");
        return Files.readAllBytes(root.resolve(path));
    }

    /** The text of a file. */
    public Text text(String path) throws IOException {
        return Text.decode(bytes(path));
    }

    /** The lines of a text of at most so many bytes; none where it is larger, a link, or cannot be read. */
    public List<String> lines(TreeFile file, long largest) {
        if (file.link() || file.size() > largest) return List.of();
        try {
            return text(file.path()).lines();
        } catch (IOException e) {
            LoggerFactory.getLogger(ProjectTree.class).debug("{}", file.path(), e);
            return List.of();
        }
    }

    private final class Lister extends SimpleFileVisitor<Path> {
        private final int prefix = root.toString().length() + (root.getNameCount() == 0 ? 0 : 1);

        private String relative(Path path) {
            // the walk starts at the root, so that every path begins with it
            return path.toString().substring(prefix).replace('\\', '/');
        }

        @Override
        public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes) {
            if (folder.equals(root)) return FileVisitResult.CONTINUE;
            String path = relative(folder);
            if (IgnoredFolders.folder(folder)) {
                leftOut.add(path);
                return FileVisitResult.SKIP_SUBTREE;
            }
            folders.add(path);
            return FileVisitResult.CONTINUE;
        }

        @Override
        public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
            String path = relative(file);
            boolean link = attributes.isSymbolicLink();
            files.put(
                    path,
                    new TreeFile(
                            path,
                            attributes.size(),
                            attributes.lastModifiedTime().toInstant(),
                            link));
            if (!link && !Files.isReadable(file)) {
                trouble.add(Finding.trouble(path, "may not be read; it is left where it is"));
            }
            return FileVisitResult.CONTINUE;
        }

        @Override
        public FileVisitResult visitFileFailed(Path file, IOException e) {
            trouble.add(Finding.trouble(relative(file), "could not be listed; what it holds is left where it is"));
            return FileVisitResult.CONTINUE;
        }
    }
}
