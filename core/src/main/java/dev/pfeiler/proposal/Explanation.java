package dev.pfeiler.proposal;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.Paths;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.apache.commons.text.similarity.LevenshteinDistance;

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
     * @throws Refusal where nothing does
     */
    public static Explanation of(Proposal proposal, String subject) {
        String plain = subject.strip().replaceFirst("^\\./", "").replaceFirst("/$", "");
        Set<Decision> decisions = new LinkedHashSet<>();
        proposal.decisions().stream().filter(d -> concerns(d, plain)).forEach(decisions::add);
        List<Step> steps =
                proposal.steps().stream().filter(step -> concerns(step, plain)).toList();
        for (Step step : steps) {
            proposal.decisions().stream().filter(d -> governs(d, step)).forEach(decisions::add);
        }
        // the scope of a jar belongs to its identity
        for (Decision decision : List.copyOf(decisions)) {
            // a scope's key may bear a module's name before the path
            String path = decision.key().replaceFirst("^(jar|scope):([^:/]*:)?", "");
            proposal.decisions().stream()
                    .filter(d -> List.of("jar", "scope").contains(d.section())
                            && d.key().endsWith(":" + path))
                    .forEach(decisions::add);
        }
        if (decisions.isEmpty() && steps.isEmpty()) throw unknown(proposal, plain);
        return new Explanation(subject, List.copyOf(decisions), steps);
    }

    private static boolean concerns(Decision decision, String subject) {
        if (decision.key().equals(subject)) return true;
        if (decision.section().isEmpty()) return decision.title().equalsIgnoreCase(subject);
        String path = decision.key().substring(decision.section().length() + 1);
        if (path.equals(subject)
                || path.endsWith(":" + subject)
                || Paths.name(path).equals(subject)) return true;
        if (!decision.section().equals("jar")) return false;
        String[] coordinates = decision.value().split(":");
        boolean names = coordinates.length > 2
                && (coordinates[1].equals(subject) || decision.value().startsWith(subject + ":"));
        return names || decision.value().equals(subject);
    }

    private static boolean concerns(Step step, String subject) {
        return Stream.concat(Stream.of(step.path()), step.goal().stream())
                .anyMatch(path -> path.equals(subject) || Paths.name(path).equals(subject));
    }

    /** Whether a decision about a folder or a jar led to a step. */
    private static boolean governs(Decision decision, Step step) {
        if (!step.leaves()) return false;
        if (decision.key().equals("jar:" + step.path())) return true;
        if (!decision.section().equals("folder")) return false;
        String folder = decision.key().substring("folder:".length());
        return Paths.within(folder.equals(".") ? "" : folder, step.path());
    }

    private static Refusal unknown(Proposal proposal, String subject) {
        LevenshteinDistance distance = LevenshteinDistance.getDefaultInstance();
        String nearest = Stream.concat(
                        proposal.decisions().stream().map(Decision::key),
                        proposal.steps().stream().map(step -> Paths.name(step.path())))
                .min(Comparator.comparingInt(name -> distance.apply(name, subject)))
                .orElse("");
        return Refusal.notPossible(
                "Nothing was decided about \"" + subject + "\".",
                nearest.isEmpty()
                        ? "Name a dependency, a file or a setting."
                        : "Name a dependency, a file or a setting, for example \"" + nearest + "\".");
    }
}
