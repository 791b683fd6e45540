package dev.pfeiler.proposal;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Finding;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The decisions about a tree, and the steps they lead to.
 *
 * @param ecosystem the ecosystem that made it
 * @param target the build tool the result is for
 * @param leftForYou what nobody but the person can settle or mend
 * @param agreements what several descriptors state, and what stands
 * @param commands what to type in the converted project, by what it does, in a useful order
 */
public record Proposal(
        String ecosystem,
        String target,
        List<Decision> decisions,
        List<Question> questions,
        List<Step> steps,
        List<Finding> leftForYou,
        List<Agreement> agreements,
        List<Command> commands) {
    /** A command of the build tool and what it does. */
    public record Command(String purpose, String line) {}

    public Proposal {
        decisions = List.copyOf(decisions);
        questions = List.copyOf(questions);
        steps = List.copyOf(steps);
        leftForYou = List.copyOf(leftForYou);
        // records of earlier versions have none
        agreements = agreements == null ? List.of() : List.copyOf(agreements);
        commands = List.copyOf(commands);
    }

    public Optional<Decision> decision(String key) {
        return decisions.stream().filter(d -> d.key().equals(key)).findFirst();
    }

    /** The same with further steps and further things left for the person. */
    public Proposal with(List<Step> furtherSteps, List<Finding> furtherLeft) {
        List<Step> allSteps = new ArrayList<>(steps);
        allSteps.addAll(furtherSteps);
        List<Finding> allLeft = new ArrayList<>(leftForYou);
        allLeft.addAll(furtherLeft);
        return new Proposal(ecosystem, target, decisions, questions, allSteps, allLeft, agreements, commands);
    }

    /** Questions that stop the conversion until somebody answers. */
    public List<Question> open() {
        return questions.stream().filter(q -> q.fallback().isEmpty()).toList();
    }
}
