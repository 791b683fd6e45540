package dev.pfeiler.proposal;

import dev.pfeiler.conversion.StepMerge;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;

/** Puts the proposals of the parts of a tree together, as seen from the whole tree. */
public final class ProposalMerge {
    private final StepMerge steps;
    private final List<Proposal.Part> parts = new ArrayList<>();
    private final List<Decision> decisions = new ArrayList<>();
    private final List<Question> questions = new ArrayList<>();
    private final Set<Finding> leftForYou = new LinkedHashSet<>();
    private final List<Agreement> agreements = new ArrayList<>();
    private final List<String> checks = new ArrayList<>();
    private final List<Proposal.Command> commands = new ArrayList<>();

    private final List<LibraryUse> libraries = new ArrayList<>();

    private final Map<String, String> built = new TreeMap<>();

    public ProposalMerge(ProjectTree tree) {
        this.steps = new StepMerge(tree);
    }

    /** @param isFile whether a path names something in the part */
    public void add(Proposal.Part part, PartProposal proposal, Predicate<String> isFile) {
        String folder = part.folder();
        String prefix = PartKeys.prefix(part.id());
        parts.add(part);
        steps.add(part.id(), folder, proposal.steps(), proposal.ignored());
        proposal.decisions().forEach(decision -> decisions.add(decision.below(prefix, folder, isFile)));
        proposal.questions()
                .forEach(question -> questions.add(new Question(
                        prefix + question.key(),
                        folder.isEmpty() ? question.text() : folder + ": " + question.text(),
                        question.fallback(),
                        question.offers())));
        proposal.leftForYou().stream()
                .map(finding -> finding.below(folder, isFile))
                .forEach(leftForYou::add);
        proposal.agreements().forEach(agreement -> agreements.add(agreement.below(folder, isFile)));
        proposal.checks().forEach(check -> checks.add(folder.isEmpty() ? check : folder + ": " + check));
        proposal.libraries().forEach(library -> libraries.add(library.below(folder)));
        proposal.built().forEach((from, to) -> built.put(Paths.join(folder, from), Paths.join(folder, to)));
        proposal.commands()
                .forEach(command -> commands.add(
                        new Proposal.Command(command.purpose(), command.line(), Paths.join(folder, command.folder()))));
    }

    /** Paths of what the old builds make, with the paths under which it is built now. */
    public Map<String, String> built() {
        return built;
    }

    public Proposal merged() {
        return new Proposal(
                Proposal.FORMAT,
                parts,
                decisions,
                questions,
                steps.steps(),
                List.copyOf(leftForYou),
                agreements,
                checks,
                commands,
                libraries);
    }
}
