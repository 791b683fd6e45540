package dev.pfeiler.ecosystem.php;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.ecosystem.php.coverage.PhpCoverage;
import dev.pfeiler.ecosystem.php.decision.PhpDecider;
import dev.pfeiler.ecosystem.php.decision.PhpDecisions;
import dev.pfeiler.ecosystem.php.edit.PhpEdits;
import dev.pfeiler.ecosystem.php.finding.PhpFindings;
import dev.pfeiler.ecosystem.php.loading.Autoloader;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.LibraryUse;
import dev.pfeiler.proposal.PartProposal;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.script.ShellText;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What was read of a PHP project. */
record PhpReading(PhpProject project, List<Finding> findings) implements Reading {
    static PhpReading of(PhpProject project) {
        return new PhpReading(project, List.copyOf(new PhpFindings(project).all()));
    }

    @Override
    public PartProposal propose(String target, Deliberation deliberation, Surroundings around) {
        PhpDecisions decisions = PhpDecider.decide(project, deliberation);
        ComposerFile composer = decisions.composer();
        List<Step> steps = new ArrayList<>();
        steps.add(new Step.Write(ComposerFile.NAME, composer.text(), "the build descriptor"));
        steps.addAll(new PhpEdits(
                        project, decisions.coverage(), decisions.naming(), decisions.goals(), composer.autoloader())
                .steps());
        return new PartProposal(
                deliberation.decisions(),
                deliberation.questions(),
                steps,
                leftForYou(decisions),
                List.of(),
                List.of(),
                commands(composer),
                List.of("/" + composer.vendorFolder() + "/"),
                Map.of(),
                libraries(composer.requirements()));
    }

    private static List<LibraryUse> libraries(ComposerFile.Requirements requirements) {
        Map<String, String> folders = new HashMap<>();
        requirements.repositories().forEach(local -> folders.put(local.name(), local.folder()));
        List<LibraryUse> uses = new ArrayList<>();
        requirements.require().forEach((name, range) -> uses.add(library(name, range, "require", folders)));
        requirements.requireDev().forEach((name, range) -> uses.add(library(name, range, "require-dev", folders)));
        // the language and its extensions are no libraries
        uses.removeIf(use -> !use.name().contains("/"));
        return uses;
    }

    private static LibraryUse library(String name, String range, String section, Map<String, String> folders) {
        Optional<String> folder = Optional.ofNullable(folders.get(name));
        return new LibraryUse(
                "", folder, name, range, section, LibraryUse.State.DECLARED, folder.isEmpty(), List.of(), "");
    }

    private List<Finding> leftForYou(PhpDecisions decisions) {
        PhpCoverage coverage = decisions.coverage();
        List<Finding> left = new ArrayList<>();
        findings.stream().filter(Finding::leftForYou).forEach(left::add);
        left.addAll(project.tree().trouble());
        for (Autoloader autoloader : project.autoloaders()) {
            boolean function = coverage.replaced(autoloader)
                    && !autoloader.function().isEmpty()
                    && !coverage.retired().contains(autoloader.source().path());
            if (function)
                left.add(Finding.trouble(
                        autoloader.function(), "was an autoloader and is no longer called", autoloader.evidence()));
            else if (autoloader.understood() && !coverage.replaced(autoloader))
                left.add(Finding.trouble(
                        autoloader.source().path(),
                        "has an autoloader that loads files with side effects; kept",
                        autoloader.evidence()));
        }
        decisions
                .naming()
                .stay()
                .forEach((name, place) -> left.add(Finding.trouble(
                        name, "remains without a namespace, as this reference cannot be updated", place)));
        return left;
    }

    private List<Proposal.Command> commands(ComposerFile composer) {
        List<Proposal.Command> commands = new ArrayList<>();
        commands.add(new Proposal.Command("install the dependencies and write the autoloader", "composer install"));
        if (composer.scripts().containsKey("test"))
            commands.add(new Proposal.Command("run the tests", "composer test"));
        if (!project.pages().isEmpty()) {
            String root = project.webRoot().filter(r -> !r.isEmpty()).orElse(".");
            commands.add(new Proposal.Command("serve it locally", "php -S localhost:8080 -t " + root));
        }
        project.programs().stream()
                .filter(program -> !project.isTest(program))
                .limit(2)
                .forEach(program -> commands.add(new Proposal.Command("run it", "php " + ShellText.quote(program))));
        return commands;
    }
}
