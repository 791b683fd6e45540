package dev.pfeiler.ecosystem.jvm.managed;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.evidence.Evidence;
import java.util.Set;

/**
 * An artifact that a module depends on directly.
 *
 * @param coordinates with an empty version where none is known
 * @param exclusions group and artifact of what it may not bring
 * @param passedOn whether modules that depend on this one get it to compile against
 * @param optional whether modules that depend on this one do not get it at all
 * @param evidence where it is declared; in another file where it is inherited
 */
public record DeclaredArtifact(
        Coordinates coordinates,
        Scope scope,
        Set<String> exclusions,
        boolean passedOn,
        boolean optional,
        Evidence evidence) {
    public DeclaredArtifact {
        exclusions = Set.copyOf(exclusions);
    }

    public String key() {
        return coordinates.key();
    }
}
