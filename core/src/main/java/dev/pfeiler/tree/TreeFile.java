package dev.pfeiler.tree;

import java.time.Instant;

/**
 * One file of a project tree.
 *
 * @param path within the tree, with {@code /} between its parts
 * @param size in bytes
 * @param link whether it is a symbolic link; links are listed and never followed
 */
public record TreeFile(String path, long size, Instant modified, boolean link) {
    /** The last part of the path. */
    public String name() {
        return Paths.name(path);
    }

    /** What follows the last dot of the name, in lower case; empty if there is none. */
    public String extension() {
        return Paths.extension(path);
    }
}
