package dev.pfeiler.ecosystem.jvm.layout;

import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import java.util.List;

/**
 * A folder with a role.
 *
 * @param path within the tree; empty for the tree itself
 * @param why what gave it the role, in a few words
 */
public record Folder(String path, Role role, Certainty certainty, String why, List<Evidence> evidence) {
    public Folder {
        evidence = List.copyOf(evidence);
    }

    /** The path as it is shown; the tree itself is a dot. */
    public String shown() {
        return path.isEmpty() ? "." : path;
    }

    /** The evidence by which it was decided, or its own place if there is none. */
    public Evidence firstEvidence() {
        return evidence.isEmpty() ? Evidence.of(shown(), why) : evidence.get(0);
    }
}
