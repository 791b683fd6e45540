package dev.pfeiler.artifact.repository;

import java.util.List;

/**
 * An artifact of a resolved class path.
 *
 * @param scope by its word
 * @param via the chain of dependencies from the declared one to the one that names it; empty for a declared one
 */
public record Resolved(Coordinates coordinates, String scope, List<Coordinates> via) {
    public Resolved {
        via = List.copyOf(via);
    }
}
