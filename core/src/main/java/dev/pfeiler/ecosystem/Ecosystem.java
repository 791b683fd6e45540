package dev.pfeiler.ecosystem;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proof.Proof;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Optional;

/** One language family and its build tools. */
public interface Ecosystem {
    String name();

    /** The build tools it can make a project for, the usual one first. */
    List<String> targets();

    /** Where the tree says that a build tool manages it already, with that tool's name as the excerpt. */
    Optional<Evidence> managed(ProjectTree tree);

    /** What it finds in a tree; nothing where the tree holds none of its languages. */
    Optional<Reading> read(ProjectTree tree, Surroundings surroundings);

    /** Builds the converted tree with the build tool and holds the result against what the old wiring builds. */
    Verdict prove(Proof proof, Surroundings surroundings);
}
