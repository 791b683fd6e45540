package dev.pfeiler.conversion;

import dev.pfeiler.tree.PathPattern;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** The files that builds wrote since a conversion. They would be in the way of the next one. */
final class BuiltFiles {
    private final Path root;
    private final Ledger ledger;
    private final ProjectTree tree;
    private final Set<String> known;
    private final Set<String> oldFolders = new HashSet<>();
    private final TreeSet<String> files = new TreeSet<>();
    /** Folders that only hold what builds write; they stay when somebody deletes the files. */
    private final TreeSet<String> outputs = new TreeSet<>();

    private BuiltFiles(Path root, Ledger ledger, ProjectTree tree, Set<String> known) {
        this.root = root;
        this.ledger = ledger;
        this.tree = tree;
        this.known = known;
        ledger.folders().forEach(folder -> oldFolders.add(folder.path()));
    }

    /** @param known files of the old tree and those that the conversion left */
    static BuiltFiles of(Path root, Ledger ledger, ProjectTree tree, Set<String> known, BuildOutput output)
            throws IOException {
        BuiltFiles built = new BuiltFiles(root, ledger, tree, known);
        for (Ledger.Part part : ledger.parts()) {
            if (!part.folder().isEmpty() && !tree.folders().contains(part.folder())) continue;
            Set<String> descriptors = new TreeSet<>();
            for (Ledger.Entry entry : ledger.entries())
                entry.result()
                        .map(Ledger.Result::path)
                        .filter(path -> Paths.within(part.folder(), path))
                        .ifPresent(path -> descriptors.add(Paths.relative(part.folder(), path)));
            TreeMap<String, List<PathPattern>> byFolder = new TreeMap<>();
            for (String pattern : output.of(part, tree.at(part.folder(), List.of()), descriptors)) {
                String path = Paths.resolved(Paths.join(part.folder(), pattern));
                if (Paths.isPlain(path))
                    byFolder.computeIfAbsent(folder(path), folder -> new ArrayList<>())
                            .add(PathPattern.of(path));
            }
            for (String folder : byFolder.keySet()) built.find(folder, byFolder.get(folder));
        }
        return built;
    }

    /** The folder that all paths of a pattern are in. */
    private static String folder(String pattern) {
        int wildcard = pattern.indexOf('*');
        return Paths.parent(wildcard < 0 ? pattern : pattern.substring(0, wildcard));
    }

    private void find(String folder, List<PathPattern> patterns) throws IOException {
        Path start = root.resolve(folder);
        if (!isReal(folder) || isInLeftOut(folder) || !Files.isDirectory(start, LinkOption.NOFOLLOW_LINKS)) return;
        // a folder without wildcards is looked into no deeper than its files
        Files.walkFileTree(start, new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult preVisitDirectory(Path inner, BasicFileAttributes attributes) {
                String path = relative(inner);
                boolean left = wasLeftOut(path) || path.equals(Ledger.FOLDER);
                boolean mayHold = inner.equals(start) || patterns.stream().anyMatch(pattern -> pattern.mayHold(path));
                if (left || !mayHold) return FileVisitResult.SKIP_SUBTREE;
                String inside = Paths.join(path, "file");
                if (!path.isEmpty() && patterns.stream().anyMatch(pattern -> pattern.matches(inside)))
                    outputs.add(path);
                return FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
                String path = relative(file);
                boolean built = !known.contains(path) && patterns.stream().anyMatch(pattern -> pattern.matches(path));
                if (built) files.add(path);
                return FileVisitResult.CONTINUE;
            }
        });
    }

    /** Whether no link leads to a folder. */
    private boolean isReal(String folder) {
        for (String at = folder; !at.isEmpty(); at = Paths.parent(at))
            if (Files.isSymbolicLink(root.resolve(at))) return false;
        return true;
    }

    private boolean isInLeftOut(String folder) {
        for (String at = folder; !at.isEmpty(); at = Paths.parent(at)) if (wasLeftOut(at)) return true;
        return false;
    }

    /** Whether a folder may have been in the old tree although it was not read. */
    private boolean wasLeftOut(String folder) {
        return ledger.knowsLeftOut()
                ? ledger.leftOut().contains(folder)
                : tree.leftOut().contains(folder);
    }

    private String relative(Path path) {
        return root.relativize(path).toString().replace(path.getFileSystem().getSeparator(), "/");
    }

    boolean contains(String path) {
        return files.contains(path);
    }

    /**
     * Deletes them, with the folders that are empty then and the old tree did not have.
     *
     * @return what is gone: files, and the outermost folders
     */
    List<String> delete(Disk disk) throws IOException {
        Set<String> folders = new TreeSet<>();
        for (String file : files) {
            disk.delete(root.resolve(file));
            addNew(Paths.parent(file), folders);
        }
        outputs.forEach(output -> addNew(output, folders));
        Set<String> gone = new TreeSet<>();
        for (String folder : new TreeSet<>(folders).descendingSet()) {
            deleteEmptied(folder, disk);
            if (!Files.exists(root.resolve(folder), LinkOption.NOFOLLOW_LINKS)) gone.add(folder);
        }
        Set<String> shown = new TreeSet<>();
        for (String file : files) {
            String outermost = file;
            for (String at = Paths.parent(file); !at.isEmpty(); at = Paths.parent(at))
                if (gone.contains(at)) outermost = at;
            shown.add(outermost);
        }
        return List.copyOf(shown);
    }

    /** Adds a folder and those around it that the old tree did not have. */
    private void addNew(String folder, Set<String> folders) {
        for (String at = folder; !at.isEmpty() && !oldFolders.contains(at); at = Paths.parent(at)) folders.add(at);
    }

    /** Deletes a folder in which no file is left; builds make empty folders, too. */
    private void deleteEmptied(String folder, Disk disk) throws IOException {
        Path start = root.resolve(folder);
        if (!Files.isDirectory(start, LinkOption.NOFOLLOW_LINKS)) return;
        List<Path> folders = new ArrayList<>();
        boolean[] empty = {true};
        Files.walkFileTree(start, new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult preVisitDirectory(Path inner, BasicFileAttributes attributes) {
                if (oldFolders.contains(relative(inner))) empty[0] = false;
                folders.add(0, inner);
                return empty[0] ? FileVisitResult.CONTINUE : FileVisitResult.TERMINATE;
            }

            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
                empty[0] = false;
                return FileVisitResult.TERMINATE;
            }
        });
        if (empty[0]) for (Path inner : folders) disk.delete(inner);
    }
}
