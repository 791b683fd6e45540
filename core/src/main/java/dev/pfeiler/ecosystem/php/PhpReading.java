package dev.pfeiler.ecosystem.php;

import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Proposal;
import java.util.List;

/** What was read of a PHP project. */
record PhpReading(PhpProject project) implements Reading {
    @Override
    public int sources() {
        return project.sources().size();
    }

    @Override
    public List<Finding> findings() {
        return new PhpFindings(project).all();
    }

    @Override
    public Proposal propose(String target, Choices choices) {
        return new PhpProposing(project, target, choices).propose();
    }
}
