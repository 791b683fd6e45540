package dev.pfeiler.ecosystem;

import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.PartProposal;
import java.util.List;
import java.util.Optional;

/** What was read of one part, and what would be proposed for it. */
public interface Reading {
    List<Finding> findings();

    /** The build tool that the project or this machine speaks for; nothing if neither does. */
    default Optional<PreferredTarget> preferred() {
        return Optional.empty();
    }

    /**
     * The proposal that follows from the findings and the user's choices.
     *
     * @param target the id of one of the ecosystem's build tools
     * @param around the other parts of the tree
     * @throws dev.pfeiler.evidence.Refusal if a choice is invalid or nothing can be proposed
     */
    PartProposal propose(String target, Deliberation deliberation, Surroundings around);
}
