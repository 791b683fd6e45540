package dev.pfeiler.ecosystem;

import java.util.List;

/**
 * A package that was chosen to be declared in a managed project.
 *
 * @param request what to declare
 * @param declared the same for people, with version and scope
 * @param reason why this version
 * @param brings what is a transitive dependency
 * @param changes artifacts that are there in another version by it, in words
 * @param notes what a user must know besides
 */
public record PackageChoice(
        ManagedBuild.Request request,
        String declared,
        String reason,
        List<String> brings,
        List<String> changes,
        List<String> notes) {
    public PackageChoice {
        brings = List.copyOf(brings);
        changes = List.copyOf(changes);
        notes = List.copyOf(notes);
    }
}
