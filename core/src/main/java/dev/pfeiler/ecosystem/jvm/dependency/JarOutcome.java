package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import java.util.Collections;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * What becomes of one jar, or of a library that is missing.
 *
 * @param jar the jar it was; nothing where it was missing in the tree
 * @param declared its coordinates; nothing where the jar is no dependency
 * @param inProject whether the jar is laid into the project's own repository, because no other is known to have it
 * @param stays whether the file stays in the tree
 * @param exclusions group and artifact of what it must not bring along
 * @param why in a few words
 * @param note what a reader of the build descriptor must know; empty where nothing
 */
public record JarOutcome(
        Optional<Jar> jar,
        Optional<Coordinates> declared,
        Scope scope,
        boolean inProject,
        boolean stays,
        Set<String> exclusions,
        String why,
        String note) {
    /**
     * A version that is stated for what comes along.
     *
     * @param why it needs one
     */
    public record Pin(Coordinates coordinates, String why) {}

    public JarOutcome {
        exclusions = Collections.unmodifiableSet(new TreeSet<>(exclusions));
    }

    static JarOutcome along(Jar jar, Coordinates coordinates, String why) {
        return new JarOutcome(Optional.of(jar), Optional.of(coordinates), Scope.ALONG, false, false, Set.of(), why, "");
    }

    /** Whether a descriptor names it. */
    public boolean isDeclared() {
        return declared.isPresent() && scope != Scope.ALONG;
    }

    static JarOutcome left(Jar jar, String why) {
        return new JarOutcome(Optional.of(jar), Optional.empty(), Scope.DROP, false, true, Set.of(), why, "");
    }

    static JarOutcome dropped(Jar jar, String why) {
        return new JarOutcome(Optional.of(jar), Optional.empty(), Scope.DROP, false, false, Set.of(), why, "");
    }

    /** Something that a library which was in no jar needs besides when the program runs. */
    public static JarOutcome companion(Coordinates coordinates, Coordinates of) {
        return new JarOutcome(
                Optional.empty(),
                Optional.of(coordinates),
                Scope.RUNTIME,
                false,
                true,
                Set.of(),
                "needed to run with " + of,
                "needed to run with " + of.artifact());
    }

    /** An artifact that stands for several libraries, which come along with it. */
    static JarOutcome starter(Coordinates coordinates, Scope scope, int brings) {
        String why = "brings " + brings + " libraries that were on the class path";
        return new JarOutcome(Optional.empty(), Optional.of(coordinates), scope, false, true, Set.of(), why, why);
    }

    public static JarOutcome missing(Coordinates coordinates, Scope scope) {
        return new JarOutcome(
                Optional.empty(),
                Optional.of(coordinates),
                scope,
                false,
                true,
                Set.of(),
                "imported, and in no jar here",
                "was in no jar of the project; its version is a guess");
    }
}
