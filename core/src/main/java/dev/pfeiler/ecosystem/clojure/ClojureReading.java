package dev.pfeiler.ecosystem.clojure;

import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.PreferredTarget;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.ecosystem.clojure.decision.ClojureDecider;
import dev.pfeiler.ecosystem.clojure.decision.ClojureDecisions;
import dev.pfeiler.ecosystem.clojure.descriptor.ClojureTool;
import dev.pfeiler.ecosystem.clojure.descriptor.ClojureTools;
import dev.pfeiler.ecosystem.clojure.project.ClojureProject;
import dev.pfeiler.ecosystem.clojure.step.ClojureSteps;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.PartProposal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** What was read of a Clojure project. */
record ClojureReading(ClojureProject project, Environment environment) implements Reading {
    @Override
    public List<Finding> findings() {
        return new ClojureFindings(project).all();
    }

    @Override
    public Optional<PreferredTarget> preferred() {
        return ClojureTools.installed(environment);
    }

    @Override
    public PartProposal propose(String target, Deliberation deliberation, Surroundings around) {
        ClojureTool tool = ClojureTools.of(target);
        around.stage().accept("looking libraries up");
        Repositories repositories = Repositories.of(environment);
        ClojureDecisions decisions = new ClojureDecider(project, deliberation, repositories, tool.rules()).decide();
        tool.refuses(decisions.build()).ifPresent(why -> {
            throw Refusal.notPossible(why, "Convert it for Leiningen: --to leiningen.");
        });
        ClojureSteps steps = new ClojureSteps(project, decisions, tool);
        List<Finding> left = new ArrayList<>(decisions.left());
        findings().stream().filter(Finding::leftForYou).forEach(left::add);
        left.addAll(steps.left());
        left.addAll(repositories.trouble());
        left.addAll(project.tree().trouble());
        List<String> ignored = Stream.concat(tool.ignored(decisions.build()).stream(), outputs(decisions).stream())
                .distinct()
                .toList();
        return new PartProposal(
                deliberation.decisions(),
                deliberation.questions(),
                steps.steps(),
                left,
                List.of(),
                List.of(),
                tool.commands(decisions.build()),
                ignored,
                Map.of(),
                List.of());
    }

    /** What the compilers of pages write, as far as it is not in the tree. */
    private List<String> outputs(ClojureDecisions decisions) {
        List<String> outputs = new ArrayList<>();
        if (decisions.build().pages().isEmpty()) return outputs;
        project.pages().forEach(page -> {
            page.option("output-dir").or(() -> Optional.of("out")).ifPresent(folder -> outputs.add("/" + folder + "/"));
            page.option("output-to").ifPresent(file -> outputs.add("/" + file));
        });
        outputs.removeIf(one ->
                outputs.stream().anyMatch(other -> !other.equals(one) && other.endsWith("/") && one.startsWith(other)));
        return outputs;
    }
}
