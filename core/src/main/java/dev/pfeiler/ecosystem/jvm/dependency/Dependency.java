package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import java.util.Optional;

/**
 * What becomes of one jar, or of a library that is missing.
 *
 * @param jar the jar it was; nothing where it was missing in the tree
 * @param declared the coordinates to declare; nothing where the jar is not declared
 * @param inProject whether the jar is laid into the project's own repository, because no other is known to have it
 * @param stays whether the file stays in the tree
 * @param why in a few words
 * @param note what a reader of the build descriptor must know; empty where nothing
 */
public record Dependency(
        Optional<Jar> jar,
        Optional<Coordinates> declared,
        Scope scope,
        boolean inProject,
        boolean stays,
        String why,
        String note) {
    static Dependency left(Jar jar, String why) {
        return new Dependency(Optional.of(jar), Optional.empty(), Scope.DROP, false, true, why, "");
    }

    static Dependency dropped(Jar jar, String why) {
        return new Dependency(Optional.of(jar), Optional.empty(), Scope.DROP, false, false, why, "");
    }

    static Dependency missing(Coordinates coordinates, Scope scope) {
        return new Dependency(
                Optional.empty(),
                Optional.of(coordinates),
                scope,
                false,
                true,
                "imported, and in no jar here",
                "was in no jar of the project; its version is a guess");
    }
}
