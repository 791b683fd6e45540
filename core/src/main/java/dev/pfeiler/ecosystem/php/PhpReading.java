package dev.pfeiler.ecosystem.php;

import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.PartProposal;
import java.util.List;

/** What was read of a PHP project. */
record PhpReading(PhpProject project, List<Finding> findings) implements Reading {
    static PhpReading of(PhpProject project) {
        return new PhpReading(project, List.copyOf(new PhpFindings(project).all()));
    }

    @Override
    public PartProposal propose(String target, Deliberation deliberation, Surroundings around) {
        return new PhpProposing(project, deliberation).propose(findings);
    }
}
