package dev.pfeiler.ecosystem;

import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Proposal;
import java.util.List;

/** What one ecosystem found in a tree, and what it would propose. */
public interface Reading {
    /** How many source files of its languages there are. */
    int sources();

    List<Finding> findings();

    /**
     * The proposal that follows from the findings and the person's choices.
     *
     * @param target one of the ecosystem's build tools
     * @throws dev.pfeiler.evidence.Refusal where a choice is wrong or nothing can be proposed
     */
    Proposal propose(String target, Choices choices);
}
