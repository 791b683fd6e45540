package dev.pfeiler.ecosystem;

import dev.pfeiler.evidence.Evidence;
import java.util.List;

/**
 * The build tool that something speaks for.
 *
 * @param target its id
 * @param reason in a few words
 */
public record PreferredTarget(String target, String reason, List<Evidence> evidence) {
    public PreferredTarget {
        evidence = List.copyOf(evidence);
    }
}
