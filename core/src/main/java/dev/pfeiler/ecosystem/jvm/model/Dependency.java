package dev.pfeiler.ecosystem.jvm.model;

import dev.pfeiler.artifact.repository.Coordinates;
import java.util.Collections;
import java.util.Set;
import java.util.TreeSet;

/**
 * A declared dependency on an artifact.
 *
 * @param projectRepository whether it comes from the repository that the project carries with it
 * @param exclusions {@code group:artifact} of transitive dependencies that are not wanted
 * @param note a remark for readers of the descriptor; empty if there is none
 */
public record Dependency(
        Coordinates coordinates, Scope scope, boolean projectRepository, Set<String> exclusions, String note) {
    public Dependency {
        exclusions = Collections.unmodifiableSet(new TreeSet<>(exclusions));
    }

    public static Dependency of(Coordinates coordinates, Scope scope, String note) {
        return new Dependency(coordinates, scope, false, Set.of(), note);
    }
}
