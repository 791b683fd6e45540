package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import java.util.List;
import java.util.Optional;

/** What becomes of a jar of the old class path, or of a library that had no jar. */
public sealed interface JarOutcome {
    /** Why, in a few words. */
    String why();

    /** The jar; none if the library had no jar. */
    default Optional<Jar> jar() {
        return Optional.empty();
    }

    /** The dependency that is declared for it, if one is. */
    default Optional<Dependency> dependency() {
        return Optional.empty();
    }

    /** The scope it has on the new class path, if it is there. */
    default Optional<Scope> scope() {
        return dependency().map(Dependency::scope);
    }

    /** The artifact it is, if that is known. */
    default Optional<Coordinates> coordinates() {
        return dependency().map(Dependency::coordinates);
    }

    /** What becomes of a jar. */
    sealed interface OfJar extends JarOutcome {
        Jar file();

        @Override
        default Optional<Jar> jar() {
            return Optional.of(file());
        }
    }

    /** A jar that is declared. */
    record Declared(Jar file, Dependency declared, String why) implements OfJar {
        @Override
        public Optional<Dependency> dependency() {
            return Optional.of(declared);
        }
    }

    /**
     * A jar that something declared depends on.
     *
     * @param resolved the scope that it has by that
     * @param via what brings it, the declared artifact first
     * @param pinned whether its version is stated
     */
    record Transitive(Jar file, Coordinates artifact, Scope resolved, List<Coordinates> via, boolean pinned, String why)
            implements OfJar {
        public Transitive {
            via = List.copyOf(via);
        }

        @Override
        public Optional<Scope> scope() {
            return Optional.of(resolved);
        }

        @Override
        public Optional<Coordinates> coordinates() {
            return Optional.of(artifact);
        }
    }

    /**
     * A jar that is on the path of annotation processors and on no class path.
     *
     * @param declared what is declared for it there
     */
    record Processor(Jar file, Dependency declared, String why) implements OfJar {
        @Override
        public Optional<Coordinates> coordinates() {
            return Optional.of(declared.coordinates());
        }
    }

    /** A jar that is no longer on the class path. */
    record Excluded(Jar file, String why) implements OfJar {}

    /** A jar that is not a library, or that the user keeps; it stays in the tree. */
    record LeftInPlace(Jar file, String why) implements OfJar {}

    /**
     * A dependency on a library that had no jar.
     *
     * @param required whether the program or its tests need it however they are built
     */
    record Added(Dependency declared, boolean required, String why) implements JarOutcome {
        @Override
        public Optional<Dependency> dependency() {
            return Optional.of(declared);
        }
    }
}
