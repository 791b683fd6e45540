package dev.pfeiler.ecosystem;

import dev.pfeiler.evidence.Evidence;
import java.util.Optional;

/**
 * A project in a tree, as its ecosystem finds it.
 *
 * @param folder the smallest folder that contains all of it; empty for the tree itself
 * @param claim what shows that it is a project
 * @param managed where a build tool manages it already, with the tool's name as the excerpt
 * @param sources how many source files it has
 */
public record Part(String folder, Claim claim, Optional<Evidence> managed, int sources) {
    /** What shows that a folder is a project. */
    public enum Claim {
        /** Files that say how it is built or started. */
        WIRED,
        /** Nothing but source files; inside another part they belong to that part. */
        SOURCES
    }
}
