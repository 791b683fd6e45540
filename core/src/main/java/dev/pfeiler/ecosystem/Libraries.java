package dev.pfeiler.ecosystem;

import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Optional;

/** Looks up libraries. */
public interface Libraries {
    /**
     * Libraries that contain something of a name, or are named so; the likeliest first.
     *
     * @param tree of the folder that is searched first
     * @param all whether prereleases are listed too
     */
    List<Found> find(ProjectTree tree, String name, boolean all, Environment environment);

    /**
     * A managed project that gets one more dependency.
     *
     * @param target the tool that manages it
     */
    record Project(ProjectTree tree, Target target, ManagedBuild build) {}

    /**
     * The package that is meant by a name, in the version that fits a managed project.
     *
     * @param name as for a search, or the library's own name with or without a version
     * @param scope what the user wants; empty for the usual one
     * @throws dev.pfeiler.evidence.Refusal if it is declared already, unknown or ambiguous
     */
    PackageChoice choose(Project project, String name, Optional<String> scope, Environment environment);
}
