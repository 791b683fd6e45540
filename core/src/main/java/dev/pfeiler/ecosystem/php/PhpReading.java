package dev.pfeiler.ecosystem.php;

import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Proposal;
import java.util.List;

/** What was read of a PHP project. */
record PhpReading(PhpProject project, List<Finding> findings) implements Reading {
    static PhpReading of(PhpProject project) {
        return new PhpReading(project, List.copyOf(new PhpFindings(project).all()));
    }

    @Override
    public int sources() {
        return project.sources().size();
    }

    @Override
    public Proposal propose(String target, Choices choices) {
        return new PhpProposing(project, target, choices).propose(findings);
    }
}
