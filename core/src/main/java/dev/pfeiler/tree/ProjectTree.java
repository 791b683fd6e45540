package dev.pfeiler.tree;

import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.slf4j.LoggerFactory;

/** A read-only snapshot of the files under one folder, with what to leave out already left out. */
public final class ProjectTree {
    /** In bytes. Nobody writes so much by hand, and what is read whole must fit into memory. */
    public static final long LARGEST = 64 << 20;

    private final Path root;
    private final Progress progress;
    /** By path. */
    private List<TreeFile> files = List.of();

    private final SortedSet<String> folders = new TreeSet<>();
    private final List<String> leftOut = new ArrayList<>();
    private final Set<String> elsewhere = new TreeSet<>();
    private final List<Finding> trouble = new ArrayList<>();
    private final List<String> unnamed = new ArrayList<>();
    /** By path, once somebody asked for one. */
    private volatile Map<String, TreeFile> byPath;

    private ProjectTree(Path root, Progress progress) {
        this.root = root;
        this.progress = progress;
    }

    /**
     * Lists a folder.
     *
     * @throws Refusal if there is no such folder or it cannot be listed
     */
    public static ProjectTree read(Path folder) {
        return read(folder, Progress.NONE);
    }

    /**
     * Lists a folder.
     *
     * @param progress receives the progress of this and of later work on the tree
     * @throws Refusal if there is no such folder or it cannot be listed
     */
    public static ProjectTree read(Path folder, Progress progress) {
        Path root = folder.toAbsolutePath().normalize();
        if (!Files.exists(root)) {
            throw Refusal.notPossible("No such directory: " + folder + ".", "Pass the project directory.");
        }
        if (!Files.isDirectory(root)) {
            throw Refusal.notPossible(folder + " is a file, not a directory.", "Pass the project directory.");
        }
        if (!Files.isReadable(root) || !Files.isExecutable(root)) {
            throw Refusal.notPossible(
                    "Cannot read " + folder + ": permission denied.",
                    "Fix its permissions, or pass another directory.");
        }
        ProjectTree tree = new ProjectTree(root, progress);
        try {
            Lister lister = tree.new Lister();
            Files.walkFileTree(root, lister);
            tree.files = sorted(lister.files);
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot list " + folder + ": " + e, "Check the disk.", e);
        }
        return tree;
    }

    /**
     * The view of one folder of the tree: what is in it, with paths relative to it.
     *
     * @param without paths of files and folders of this tree that the view leaves out
     */
    public ProjectTree at(String folder, Collection<String> without) {
        if (folder.isEmpty() && without.isEmpty()) return this;
        ProjectTree view = new ProjectTree(root.resolve(folder), progress);
        Set<String> out = Set.copyOf(without);
        // they stay in their order
        view.files = under(folder)
                .filter(file -> !isIn(file.path(), folder, out))
                .map(file ->
                        new TreeFile(Paths.relative(folder, file.path()), file.size(), file.modified(), file.link()))
                .toList();
        folders.stream()
                .filter(path -> !path.equals(folder) && Paths.within(folder, path) && !isIn(path, folder, out))
                .forEach(path -> view.folders.add(Paths.relative(folder, path)));
        leftOut.stream()
                .filter(path -> Paths.within(folder, path))
                .forEach(path -> view.leftOut.add(Paths.relative(folder, path)));
        without.stream()
                .filter(path -> Paths.within(folder, path))
                .forEach(path -> view.elsewhere.add(Paths.relative(folder, path)));
        trouble.stream()
                .filter(finding -> Paths.within(folder, finding.subject()))
                .filter(finding -> !isIn(finding.subject(), folder, out))
                .forEach(finding -> view.trouble.add(finding.about(Paths.relative(folder, finding.subject()))));
        return view;
    }

    /** Whether a path, or a folder between it and the view's, is left out. */
    private static boolean isIn(String path, String folder, Set<String> without) {
        for (String p = path; !p.equals(folder) && !p.isEmpty(); p = Paths.parent(p))
            if (without.contains(p)) return true;
        return false;
    }

    /** Receives the progress of work on the tree. */
    public Progress progress() {
        return progress;
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
        return files;
    }

    /** The files in a folder, at any depth. */
    public Stream<TreeFile> under(String folder) {
        if (folder.isEmpty()) return files.stream();
        // in the order of paths, the digit comes behind the slash
        return files.subList(place(folder + "/"), place(folder + "0")).stream();
    }

    /** The place of the first file whose path is not before another. */
    private int place(String path) {
        int low = 0;
        int high = files.size();
        while (low < high) {
            int middle = low + high >>> 1;
            if (files.get(middle).path().compareTo(path) < 0) low = middle + 1;
            else high = middle;
        }
        return low;
    }

    private static List<TreeFile> sorted(List<TreeFile> files) {
        return files.stream().sorted(Comparator.comparing(TreeFile::path)).toList();
    }

    /** All folders but the tree itself, by path. */
    public SortedSet<String> folders() {
        return folders;
    }

    public Optional<TreeFile> file(String path) {
        return Optional.ofNullable(byPath().get(path));
    }

    public boolean has(String path) {
        return byPath().containsKey(path);
    }

    // most questions are for one path, and comparing paths along a sorted tree takes much longer than hashing one
    private Map<String, TreeFile> byPath() {
        Map<String, TreeFile> all = byPath;
        if (all == null) {
            Map<String, TreeFile> made = new HashMap<>(files.size() * 2);
            for (TreeFile file : files) made.put(file.path(), file);
            byPath = all = made;
        }
        return all;
    }

    /** A tree without files. */
    public static ProjectTree empty() {
        return new ProjectTree(Path.of(""), Progress.NONE);
    }

    /** Whether a path is in what this view of a larger tree leaves out. */
    public boolean isElsewhere(String path) {
        return elsewhere.stream().anyMatch(folder -> Paths.within(folder, path));
    }

    /** Folders that were not listed, because they hold no part of the project. */
    public List<String> leftOut() {
        return leftOut;
    }

    /** What could not be listed. */
    public List<Finding> trouble() {
        return trouble;
    }

    /** Files and folders whose names cannot be decoded in this system's character set. */
    public List<String> unnamed() {
        return unnamed;
    }

    /** Whether a file may be executed. */
    public boolean isExecutable(String path) {
        return Files.isExecutable(onDisk(path));
    }

    /** Where a file of the tree is on this machine. */
    public Path onDisk(String path) {
        return root.resolve(path);
    }

    /**
     * The bytes of a file, read again at each call.
     *
     * @throws IOException also where it is larger than any source or descriptor, not a regular file, or a link that
     *     leads out of the tree
     */
    public byte[] bytes(String path) throws IOException {
        Path file = root.resolve(path);
        boolean link = file(path).map(TreeFile::link).orElse(false);
        if (link && !file.toRealPath().startsWith(root.toRealPath()))
            throw new IOException(path + " is a link that leads out of the project");
        BasicFileAttributes attributes = Files.readAttributes(file, BasicFileAttributes.class);
        // a device or a pipe has no end
        if (!attributes.isRegularFile()) throw new IOException(path + " is not a regular file");
        if (attributes.size() > LARGEST) throw new IOException(path + " is larger than " + (LARGEST >> 20) + " MB");
        return Files.readAllBytes(file);
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
        private final List<TreeFile> files = new ArrayList<>();
        private final Progress.Pieces listed = progress.begin("listing files", 0);
        private final int prefix = root.toString().length() + (root.getNameCount() == 0 ? 0 : 1);

        /** Whether a name cannot be decoded, so that a path made of it would lead to nothing. */
        private boolean isUnnamed(Path path) {
            String name = path.getFileName().toString();
            if (name.indexOf('\uFFFD') < 0 && name.indexOf('?') < 0) return false;
            try {
                return !path.equals(path.resolveSibling(name));
            } catch (InvalidPathException e) {
                return true;
            }
        }

        private FileVisitResult unnamed(Path path, FileVisitResult next) {
            // as an address it shows its bytes
            String address = Paths.withoutSlash(path.toUri().getRawPath());
            String shown = Paths.join(Paths.parent(relative(path)), Paths.name(address));
            unnamed.add(shown);
            trouble.add(Finding.trouble(
                    shown, "has a name that is not valid in this system's character set; left in place"));
            return next;
        }

        private String relative(Path path) {
            // the walk starts at the root, so that every path begins with it
            String relative = path.toString().substring(prefix);
            // elsewhere, a backslash is part of a name
            return path.getFileSystem().getSeparator().equals("\\") ? relative.replace('\\', '/') : relative;
        }

        @Override
        public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes) {
            if (folder.equals(root)) return FileVisitResult.CONTINUE;
            if (isUnnamed(folder)) return unnamed(folder, FileVisitResult.SKIP_SUBTREE);
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
            listed.done();
            if (isUnnamed(file)) return unnamed(file, FileVisitResult.CONTINUE);
            String path = relative(file);
            boolean link = attributes.isSymbolicLink();
            if (attributes.isOther()) {
                trouble.add(Finding.trouble(path, "is a device or a pipe, not a file; left in place"));
                return FileVisitResult.CONTINUE;
            }
            files.add(new TreeFile(
                    path, attributes.size(), attributes.lastModifiedTime().toInstant(), link));
            if (!link && !Files.isReadable(file)) {
                trouble.add(Finding.trouble(path, "permission denied; left in place"));
            }
            return FileVisitResult.CONTINUE;
        }

        @Override
        public FileVisitResult visitFileFailed(Path file, IOException e) {
            trouble.add(Finding.trouble(relative(file), "could not be listed; its contents are left in place"));
            return FileVisitResult.CONTINUE;
        }
    }
}
