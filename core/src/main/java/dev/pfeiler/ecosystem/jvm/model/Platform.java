package dev.pfeiler.ecosystem.jvm.model;

import dev.pfeiler.artifact.repository.Coordinates;
import java.util.Set;

/**
 * A bill of materials that states the versions of dependencies.
 *
 * @param manages the declared artifacts whose versions it states as they are declared, by group and artifact
 */
public record Platform(Coordinates bom, Set<String> manages) {
    public Platform {
        manages = Set.copyOf(manages);
    }
}
