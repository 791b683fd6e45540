package dev.pfeiler.conversion;

import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Set;

/** Knows what the builds of converted parts write. */
@FunctionalInterface
public interface BuildOutput {
    /** Knows of no build. */
    BuildOutput NONE = (part, tree, descriptors) -> List.of();

    /**
     * Patterns of all files that the build of a part writes and a person does not, by paths within the part.
     *
     * @param tree the part as it is now
     * @param descriptors files of the part that the conversion wrote or edited
     */
    List<String> of(Ledger.Part part, ProjectTree tree, Set<String> descriptors);
}
