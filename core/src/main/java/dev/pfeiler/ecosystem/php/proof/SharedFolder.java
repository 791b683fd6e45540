package dev.pfeiler.ecosystem.php.proof;

import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeCopy;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * One folder in which two trees take turns, so that the paths which programs print are the same on both sides. The tree
 * that is not in it lies beside it.
 */
final class SharedFolder {
    private final Path place;
    private String current = "";

    /** @param place which is not there yet */
    SharedFolder(Path place) {
        this.place = place;
    }

    /** A folder that a single tree is in. */
    static SharedFolder of(Path place, String name) {
        SharedFolder folder = new SharedFolder(place);
        folder.current = name;
        return folder;
    }

    Path path() {
        return place;
    }

    /** Copies a tree, to be put into the folder under a name. */
    void add(String name, ProjectTree tree) throws IOException {
        TreeCopy.of(tree, Files.createDirectories(aside(name)));
    }

    /** Puts the tree of a name into the folder. */
    void enter(String name) throws IOException {
        if (current.equals(name)) return;
        if (!current.isEmpty()) Files.move(place, aside(current));
        current = "";
        Files.move(aside(name), place);
        current = name;
    }

    private Path aside(String name) {
        return place.resolveSibling(place.getFileName() + "." + name);
    }
}
