package dev.pfeiler.ecosystem;

import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Optional;

/** Looks up libraries, and declares them in managed projects. */
public interface Libraries {
    /**
     * Libraries that contain something of a name, or are named so; the likeliest first.
     *
     * @param tree of the folder that is searched first
     * @param all whether prereleases are listed too
     */
    List<Found> find(ProjectTree tree, String name, boolean all, Environment environment);

    /**
     * Declares one more dependency in a managed project, as an edit of its descriptor.
     *
     * @param name as for a search, or the library's own name with or without a version
     * @param scope what the user wants; empty for the usual one
     * @throws dev.pfeiler.evidence.Refusal if it cannot be done, or the name is ambiguous
     */
    Addition add(ProjectTree tree, String name, Optional<String> scope, Environment environment);
}
