package dev.pfeiler.ecosystem.dotnet;

import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.ecosystem.dotnet.decision.DotnetDecider;
import dev.pfeiler.ecosystem.dotnet.decision.DotnetDecisions;
import dev.pfeiler.ecosystem.dotnet.project.Compilation;
import dev.pfeiler.ecosystem.dotnet.project.DotnetProject;
import dev.pfeiler.ecosystem.dotnet.step.DotnetSteps;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Finding.Topic;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.PartProposal;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What was read of a tree of C# projects. */
record DotnetReading(DotnetProject project) implements Reading {
    @Override
    public List<Finding> findings() {
        List<Finding> findings = new ArrayList<>();
        findings.add(found(
                Topic.LANGUAGES,
                "C#",
                Text.count(project.sources().size(), "source") + " in "
                        + Text.count(project.compilations().size(), "project"),
                project.compilations().stream()
                        .map(Compilation::evidence)
                        .limit(3)
                        .toList()));
        for (Compilation one : project.compilations()) {
            findings.add(found(
                    Topic.FOLDERS,
                    one.id(),
                    "builds " + one.output() + " from "
                            + Text.count(one.files().sources().size(), "source")
                            + one.identity()
                                    .framework()
                                    .map(name -> " for " + name)
                                    .orElse(""),
                    List.of(one.identity().place())));
            one.references()
                    .packages()
                    .values()
                    .forEach(each -> findings.add(found(
                            Topic.LIBRARIES,
                            each.id() + " " + each.version(),
                            "is used by " + one.id(),
                            List.of(each.evidence()))));
            one.references()
                    .libraries()
                    .forEach(each -> findings.add(
                            found(Topic.LIBRARIES, each.path(), "is used by " + one.id(), List.of(each.evidence()))));
        }
        uncompiled(findings);
        unlisted(findings);
        findings.addAll(project.trouble());
        return findings;
    }

    /** Sources that lie in a project's folder, where an SDK would take them, and that no project compiles. */
    private void uncompiled(List<Finding> findings) {
        for (Compilation one : project.compilations()) {
            project.tree()
                    .under(one.folder())
                    .filter(file -> file.extension().equals(DotnetProject.EXTENSION))
                    .map(TreeFile::path)
                    .filter(path -> project.users(path) == 0)
                    .forEach(path -> findings.add(found(
                            Topic.TROUBLE, path, "is not compiled, and stays left out", List.of(one.evidence()))));
        }
    }

    private void unlisted(List<Finding> findings) {
        Set<String> listed = new HashSet<>();
        project.solutions().values().forEach(listed::addAll);
        if (!project.solutions().isEmpty())
            for (Compilation one : project.compilations())
                if (one.descriptor().isPresent() && !listed.contains(one.id()))
                    findings.add(found(
                            Topic.DESCRIPTORS,
                            one.id(),
                            "is in no solution; it will be listed",
                            project.solutions().keySet().stream()
                                    .map(path -> Evidence.of(path, ""))
                                    .toList()));
    }

    private static Finding found(Topic topic, String subject, String fact, List<Evidence> evidence) {
        return Finding.of(topic, subject, fact, Certainty.CERTAIN, evidence);
    }

    @Override
    public PartProposal propose(String target, Deliberation deliberation, Surroundings around) {
        if (project.compilations().isEmpty())
            throw Refusal.notPossible(
                    "No project file or script says what is compiled here.",
                    "Write a script that calls the compiler, or a project file.");
        DotnetDecisions decisions = new DotnetDecider(project, deliberation).decide();
        DotnetSteps steps = new DotnetSteps(project, decisions);
        List<Finding> left = new ArrayList<>(project.trouble());
        left.addAll(decisions.left());
        left.addAll(steps.left());
        left.addAll(project.tree().trouble());
        return new PartProposal(
                deliberation.decisions(),
                deliberation.questions(),
                steps.steps(),
                left,
                List.of(),
                List.of(),
                commands(decisions, steps.solution()),
                List.of("bin/", "obj/"),
                Map.of(),
                List.of());
    }

    private static List<Proposal.Command> commands(DotnetDecisions decisions, String solution) {
        List<Proposal.Command> commands = new ArrayList<>();
        commands.add(new Proposal.Command("build", "dotnet build " + ShellText.quote(solution)));
        decisions.projects().stream()
                .filter(one -> one.old().identity().kind() != Compilation.Kind.LIBRARY)
                .limit(2)
                .forEach(one -> commands.add(new Proposal.Command(
                        "run it",
                        "dotnet run --project " + ShellText.quote(one.project().path()))));
        return commands;
    }
}
