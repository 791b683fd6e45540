package dev.pfeiler.check;

import dev.pfeiler.tree.ProjectTree;
import java.util.List;

/**
 * What makes a discrepancy go away.
 *
 * @param text what to do, as a sentence
 * @param changes that carry it out; empty where a person has to decide
 */
public record Cure(String text, List<Change> changes) {
    public Cure {
        changes = List.copyOf(changes);
    }

    /** One that a person has to decide about. */
    public static Cure choice(String text) {
        return new Cure(text, List.of());
    }

    public static Cure certain(String text, Change... changes) {
        return new Cure(text, List.of(changes));
    }

    public boolean isCertain() {
        return !changes.isEmpty();
    }

    /** Whether all that it changes is in a tree, and not in a file that is inherited from elsewhere. */
    public boolean isWithin(ProjectTree tree) {
        return changes.stream().allMatch(change -> change instanceof Change.Write || tree.has(change.path()));
    }

    /** The same in a tree that contains the cure's own tree as a folder. */
    public Cure below(String folder) {
        return new Cure(
                text, changes.stream().map(change -> change.below(folder)).toList());
    }
}
