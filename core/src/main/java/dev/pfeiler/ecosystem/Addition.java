package dev.pfeiler.ecosystem;

import dev.pfeiler.conversion.Step;
import java.util.List;

/**
 * One more dependency of a managed project.
 *
 * @param edit of the descriptor
 * @param declared what is declared, with its version and scope
 * @param reason why this version
 * @param brings what is a transitive dependency
 * @param changes artifacts that are there in another version by it, in words
 * @param notes what a user must know besides
 */
public record Addition(
        Step.Edit edit, String declared, String reason, List<String> brings, List<String> changes, List<String> notes) {
    public Addition {
        brings = List.copyOf(brings);
        changes = List.copyOf(changes);
        notes = List.copyOf(notes);
    }
}
