package dev.pfeiler.proposal;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Finding;
import java.util.List;
import java.util.Map;

/**
 * What is proposed for one part, with paths and keys as the part itself sees them.
 *
 * @param leftForYou what no one but the user can decide or fix
 * @param agreements what several descriptors state, and the resulting values
 * @param checks how the plan was checked before it is shown, a sentence each
 * @param commands what to type in the converted part, in a useful order
 * @param ignored patterns for version control: what the build writes
 * @param built paths of what the old build makes, with the paths under which it is built now
 * @param libraries what becomes of the libraries, as far as the ecosystem tells
 */
public record PartProposal(
        List<Decision> decisions,
        List<Question> questions,
        List<Step> steps,
        List<Finding> leftForYou,
        List<Agreement> agreements,
        List<String> checks,
        List<Proposal.Command> commands,
        List<String> ignored,
        Map<String, String> built,
        List<LibraryUse> libraries) {
    public PartProposal {
        decisions = List.copyOf(decisions);
        questions = List.copyOf(questions);
        steps = List.copyOf(steps);
        leftForYou = List.copyOf(leftForYou);
        agreements = List.copyOf(agreements);
        checks = List.copyOf(checks);
        commands = List.copyOf(commands);
        ignored = List.copyOf(ignored);
        built = Map.copyOf(built);
        libraries = List.copyOf(libraries);
    }
}
