package dev.pfeiler.survey;

import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Managed;
import dev.pfeiler.ecosystem.Part;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.tree.ProjectTree;
import java.util.Optional;

/**
 * A part of a tree with what was read of it.
 *
 * @param id which its keys start with, if there are several
 * @param folder within the tree; empty for the tree itself
 * @param view the part's own files
 * @param reading nothing for a part that a build tool manages already
 */
public record SurveyedPart(
        String id, String folder, Ecosystem ecosystem, Part part, ProjectTree view, Optional<Reading> reading) {
    /** The id of the part at the top of a tree with several parts. */
    public static final String TOP = ".";

    public Optional<Managed> managed() {
        return part.managed();
    }

    /** The build tool that manages it, if projects can be converted for that tool. */
    public Optional<Target> target() {
        return part.managed().flatMap(Managed::target);
    }
}
