package dev.pfeiler.artifact.repository;

import java.util.Set;

/**
 * A dependency as a descriptor declares it.
 *
 * @param scope by its word, for example {@code compile}
 * @param exclusions group and artifact of what it may not bring along
 */
public record Declaration(Coordinates coordinates, String scope, Set<String> exclusions) {
    public Declaration {
        exclusions = Set.copyOf(exclusions);
    }
}
