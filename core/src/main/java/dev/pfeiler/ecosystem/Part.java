package dev.pfeiler.ecosystem;

import java.util.Optional;

/**
 * A project in a tree, as its ecosystem finds it.
 *
 * @param folder the smallest folder that contains all of it; empty for the tree itself
 * @param claim what shows that it is a project
 * @param managed that a build tool manages it already, if one does
 * @param sources how many source files it has
 */
public record Part(String folder, Claim claim, Optional<Managed> managed, int sources) {
    /** What shows that a folder is a project. */
    public enum Claim {
        /** Files that say how it is built or started. */
        WIRED,
        /** Nothing but source files; inside another part they belong to that part. */
        SOURCES
    }
}
