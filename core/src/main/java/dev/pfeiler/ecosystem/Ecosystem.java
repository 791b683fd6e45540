package dev.pfeiler.ecosystem;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** One language family and its build tools. */
public interface Ecosystem {
    String name();

    /** The build tools it can make a project for, the usual one first. */
    List<String> targets();

    /** Endings of files with its code, in lower case. */
    Set<String> extensions();

    /** Where the tree says that a build tool manages it already, with that tool's name as the excerpt. */
    Optional<Evidence> managed(ProjectTree tree);

    /** What it finds in a tree; nothing where the tree holds none of its languages. */
    Optional<Reading> read(ProjectTree tree, Environment environment);

    /**
     * Libraries that hold a class or a package, or bear a name, or part of one; the likeliest first.
     *
     * @param tree of the folder that is searched first
     * @param all whether versions that are no releases are listed too
     */
    List<Found> find(ProjectTree tree, String name, boolean all, Environment environment);

    /**
     * Declares one more dependency in a managed tree, as an edit of its descriptor.
     *
     * @param name as for a search, or the library's own name with or without a version
     * @param scope what the person wants; empty for the usual one
     * @throws dev.pfeiler.evidence.Refusal where it cannot be done, or more than one library is meant
     */
    Addition add(ProjectTree tree, String name, Optional<String> scope, Environment environment);

    /** Builds the converted tree with the build tool and holds the result against what the old wiring builds. */
    Verdict prove(ProofRequest proof, Environment environment);
}
