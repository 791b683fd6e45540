package dev.pfeiler.ecosystem.go;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.ecosystem.go.decision.GoDecider;
import dev.pfeiler.ecosystem.go.decision.GoDecisions;
import dev.pfeiler.ecosystem.go.project.GoProject;
import dev.pfeiler.ecosystem.go.registry.GoSettings;
import dev.pfeiler.ecosystem.go.registry.ModuleProxy;
import dev.pfeiler.ecosystem.go.step.GoSteps;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.LibraryUse;
import dev.pfeiler.proposal.PartProposal;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What was read of a Go project. */
record GoReading(GoProject project, Environment environment) implements Reading {
    @Override
    public List<Finding> findings() {
        return new GoFindings(project).all();
    }

    @Override
    public PartProposal propose(String target, Deliberation deliberation, Surroundings around) {
        around.stage().accept("looking modules up");
        ModuleProxy proxy = new ModuleProxy(GoSettings.of(environment), environment);
        GoDecisions decisions = new GoDecider(project, deliberation, proxy).decide();
        GoSteps steps = new GoSteps(project, decisions);
        List<Step> all = steps.steps();
        List<Finding> left = new ArrayList<>(decisions.left());
        findings().stream().filter(Finding::leftForYou).forEach(left::add);
        left.addAll(steps.left());
        left.addAll(project.tree().trouble());
        return new PartProposal(
                deliberation.decisions(),
                deliberation.questions(),
                all,
                left,
                List.of(),
                List.of(),
                commands(decisions),
                steps.ignored(),
                Map.of(),
                libraries(decisions));
    }

    private static List<LibraryUse> libraries(GoDecisions decisions) {
        List<LibraryUse> uses = new ArrayList<>();
        for (GoDecisions.Module module : decisions.modules())
            module.file().required().forEach((path, required) -> {
                Optional<String> copy = Optional.ofNullable(module.kept().get(path));
                uses.add(new LibraryUse(
                        decisions.modules().size() == 1 ? "" : module.file().path(),
                        copy,
                        path,
                        required.version(),
                        "require",
                        required.indirect() ? LibraryUse.State.TRANSITIVE : LibraryUse.State.DECLARED,
                        copy.isEmpty(),
                        List.of(),
                        ""));
            });
        return uses;
    }

    private List<Proposal.Command> commands(GoDecisions decisions) {
        List<Proposal.Command> commands = new ArrayList<>();
        for (GoDecisions.Module module : decisions.modules()) {
            String into = module.goal().isEmpty() ? "" : "cd " + ShellText.quote(module.goal()) + " && ";
            if (module.lock().isEmpty() && !module.file().required().isEmpty())
                commands.add(new Proposal.Command("fetch the modules and write go.sum", into + "go mod tidy"));
            commands.add(new Proposal.Command("build", into + "go build ./..."));
            boolean tests = project.sourcesOf(module.own()).stream().anyMatch(source -> source.isTest());
            if (tests) commands.add(new Proposal.Command("test", into + "go test ./..."));
            project.programs(module.own()).keySet().stream()
                    .limit(2)
                    .forEach(folder -> commands.add(new Proposal.Command(
                            "run it",
                            into + "go run "
                                    + ShellText.quote(
                                            "./" + Paths.relative(module.own().folder(), folder)))));
        }
        return commands;
    }
}
