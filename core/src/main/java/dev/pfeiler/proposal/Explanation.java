package dev.pfeiler.proposal;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * What a proposal says about one subject.
 *
 * @param decisions the decisions that concern it
 * @param steps the steps that concern it
 */
public record Explanation(String subject, List<Decision> decisions, List<Step> steps) {
    public Explanation {
        decisions = List.copyOf(decisions);
        steps = List.copyOf(steps);
    }

    /**
     * Finds what concerns a subject: a setting's key, a dependency's name or coordinates, a path before or after.
     *
     * @throws Refusal if nothing does
     */
    public static Explanation of(Proposal proposal, String subject) {
        String plain = Paths.withoutSlash(Text.withoutStart(subject.strip(), "./"));
        Set<Decision> decisions = new LinkedHashSet<>();
        proposal.decisions().stream().filter(d -> concerns(d, plain)).forEach(decisions::add);
        List<Step> steps =
                proposal.steps().stream().filter(step -> concerns(step, plain)).toList();
        for (Step step : steps) {
            if (!step.leaves()) continue;
            proposal.decisions().stream()
                    .filter(d -> governs(proposal, d, step))
                    .forEach(decisions::add);
        }
        // a decision and those that refine it belong together
        for (Decision decision : List.copyOf(decisions)) {
            String main = decision.about().orElse(decision.key());
            proposal.decisions().stream()
                    .filter(d -> d.key().equals(main) || d.about().equals(Optional.of(main)))
                    .forEach(decisions::add);
        }
        if (decisions.isEmpty() && steps.isEmpty()) throw unknown(proposal, plain);
        return new Explanation(subject, List.copyOf(decisions), steps);
    }

    private static boolean concerns(Decision decision, String subject) {
        if (decision.key().equals(subject) || decision.title().equalsIgnoreCase(subject)) return true;
        String about = about(decision);
        if (about.isEmpty()) return Paths.name(decision.key()).equals(subject);
        if (about.equals(subject)
                || about.endsWith(":" + subject)
                || Paths.name(about).equals(subject)) return true;
        // a value may be made up of parts, as coordinates are
        String value = decision.value();
        return value.equals(subject) || value.startsWith(subject + ":") || value.contains(":" + subject + ":");
    }

    /** What a decision is about: the part of its key after the first colon. */
    private static String about(Decision decision) {
        return decision.section().isEmpty()
                ? ""
                : decision.key().substring(decision.section().length() + 1);
    }

    private static boolean concerns(Step step, String subject) {
        return Stream.concat(Stream.of(step.path()), step.goal().stream())
                .anyMatch(path -> path.equals(subject) || Paths.name(path).equals(subject));
    }

    /** Whether a decision about a file, or about a folder that contains it, led to a step. */
    private static boolean governs(Proposal proposal, Decision decision, Step step) {
        String about = about(decision);
        if (about.isEmpty()) return false;
        String folder = proposal.partOf(decision).map(Proposal.Part::folder).orElse("");
        String path = Paths.join(folder, about.equals(".") ? "" : about);
        return !path.isEmpty() && Paths.within(path, step.path())
                || about.equals(".") && Paths.within(folder, step.path());
    }

    private static Refusal unknown(Proposal proposal, String subject) {
        Stream<String> names = Stream.concat(
                proposal.decisions().stream().map(Decision::key),
                proposal.steps().stream().map(step -> Paths.name(step.path())));
        String example = Nearest.of(names, subject)
                .map(name -> ", for example \"" + name + "\"")
                .orElse("");
        return Refusal.notPossible(
                "No decision about \"" + subject + "\".", "Pass a dependency, a file or a setting" + example + ".");
    }
}
