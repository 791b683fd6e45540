package dev.pfeiler.ecosystem.jvm.repository;

import java.util.List;

/**
 * An artifact of a resolved class path.
 *
 * @param scope by its word
 * @param along what brings it, from the declared dependency to the one that names it; empty for a declared one
 */
public record Resolved(Coordinates coordinates, String scope, List<Coordinates> along) {
    public Resolved {
        along = List.copyOf(along);
    }
}
