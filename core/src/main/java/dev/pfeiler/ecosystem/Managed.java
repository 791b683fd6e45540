package dev.pfeiler.ecosystem;

import dev.pfeiler.evidence.Evidence;
import java.util.Optional;

/**
 * That a build tool manages a project already.
 *
 * @param tool its name, for people
 * @param target the tool, if projects can be converted for it
 * @param evidence the descriptor
 */
public record Managed(String tool, Optional<Target> target, Evidence evidence) {
    /** By a tool that projects can be converted for. */
    public static Managed by(Target target, String descriptor) {
        return new Managed(target.title(), Optional.of(target), Evidence.of(descriptor, target.title()));
    }
}
