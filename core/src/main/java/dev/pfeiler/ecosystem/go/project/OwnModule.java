package dev.pfeiler.ecosystem.go.project;

import dev.pfeiler.evidence.Evidence;
import java.util.Optional;

/**
 * A module that is the project's own.
 *
 * @param path by which its packages are imported now; nothing if none says it
 * @param folder in the tree
 */
public record OwnModule(Optional<Stated> path, String folder) {
    /** A path with where it is said. */
    public record Stated(String path, boolean certain, String reason, Evidence evidence) {}
}
