package dev.pfeiler.ecosystem.node;

import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.ecosystem.node.decision.ManagerDecision;
import dev.pfeiler.ecosystem.node.decision.NodeDecisions;
import dev.pfeiler.ecosystem.node.decision.NodeDecisions.Settled;
import dev.pfeiler.ecosystem.node.model.Dependencies;
import dev.pfeiler.ecosystem.node.model.LibraryCopy;
import dev.pfeiler.ecosystem.node.model.NodeBuild;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.registry.Registry;
import dev.pfeiler.ecosystem.node.step.NodeSteps;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.LibraryUse;
import dev.pfeiler.proposal.PartProposal;
import dev.pfeiler.proposal.Proposal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What was read of a project of scripts and pages. */
record NodeReading(NodeProject project, Registry registry, Environment environment, List<Finding> findings)
        implements Reading {
    NodeReading {
        findings = List.copyOf(findings);
    }

    @Override
    public PartProposal propose(String target, Deliberation deliberation, Surroundings around) {
        Settled settled = new NodeDecisions(project, deliberation, around, registry, environment).settle();
        String manager = ManagerDecision.of(project.tree(), deliberation);
        NodeSteps steps = new NodeSteps(project, settled, around);
        List<Finding> left = new ArrayList<>();
        findings.stream().filter(Finding::leftForYou).forEach(left::add);
        left.addAll(project.tree().trouble());
        left.addAll(settled.left());
        return new PartProposal(
                deliberation.decisions(),
                deliberation.questions(),
                steps.steps(),
                left,
                List.of(),
                List.of(),
                commands(settled, manager),
                steps.ignored(),
                steps.built(),
                libraries(settled.build()));
    }

    private static List<LibraryUse> libraries(NodeBuild build) {
        List<LibraryUse> uses = new ArrayList<>();
        for (Dependencies.Section section : Dependencies.Section.values())
            build.dependencies().of(section).forEach((name, range) -> {
                List<LibraryCopy> copies = build.copies().stream()
                        .filter(copy -> copy.dependency().equals(name))
                        .toList();
                if (copies.isEmpty()) uses.add(LibraryUse.declared(Optional.empty(), name, range, section.field()));
                copies.forEach(
                        copy -> uses.add(LibraryUse.declared(Optional.of(copy.file()), name, range, section.field())));
            });
        return uses;
    }

    private static List<Proposal.Command> commands(Settled settled, String manager) {
        List<Proposal.Command> commands = new ArrayList<>();
        commands.add(new Proposal.Command("install the packages and write the lock file", manager + " install"));
        Map<String, String> scripts = settled.build().scripts();
        if (scripts.containsKey("build")) commands.add(new Proposal.Command("build", manager + " run build"));
        if (scripts.containsKey("test")) commands.add(new Proposal.Command("run the tests", manager + " test"));
        if (scripts.containsKey("dev"))
            commands.add(new Proposal.Command("serve the pages while you work", manager + " run dev"));
        if (scripts.containsKey("start")) commands.add(new Proposal.Command("run it", manager + " start"));
        return commands;
    }
}
