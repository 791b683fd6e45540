package dev.pfeiler.checking;

import dev.pfeiler.check.CheckRequest;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.check.PartCheck;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.survey.Survey;
import dev.pfeiler.survey.SurveyedPart;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/** Checks the managed parts of a tree, and what they have in common. */
public final class CheckRun {
    private final List<Ecosystem> ecosystems;
    private final Environment environment;
    private final Consumer<String> stage;

    /** @param stage is notified of what is being done */
    public CheckRun(List<Ecosystem> ecosystems, Environment environment, Consumer<String> stage) {
        this.ecosystems = ecosystems;
        this.environment = environment;
        this.stage = stage;
    }

    /**
     * Checks a tree.
     *
     * @throws Refusal if no build tool manages a part of it, or a descriptor is invalid
     */
    public CheckResult of(ProjectTree tree, Acceptances acceptances) {
        List<SurveyedPart> parts = withoutInputs(Survey.managed(tree, ecosystems));
        if (parts.isEmpty())
            throw Refusal.notPossible(
                    "No build tool manages a project in " + tree.root() + ".",
                    "Convert it first with pfeiler convert, or pass the directory of a managed project.");
        Set<Discrepancy> found = new LinkedHashSet<>();
        List<Evidence> unread = new ArrayList<>();
        Map<SurveyedPart, PartCheck> checks = new LinkedHashMap<>();
        for (SurveyedPart part : parts) {
            Target target = part.target().orElseThrow();
            stage.accept("checking " + (part.folder().isEmpty() ? tree.name() : part.folder()) + " (" + target.title()
                    + ")");
            PartCheck check = target.check(new CheckRequest(view(tree, part, parts), environment));
            check.discrepancies().stream().map(one -> one.below(part.folder())).forEach(found::add);
            check.unread().stream().map(place -> place.below(part.folder())).forEach(unread::add);
            checks.put(part, check);
        }
        stage.accept("checking what the parts have in common");
        found.addAll(new SharedChecks(tree, checks, environment).discrepancies());
        List<Discrepancy> open = new ArrayList<>();
        List<Discrepancy> accepted = new ArrayList<>();
        found.stream()
                .map(one -> one.cure().isWithin(tree) ? one : one.undecided())
                .sorted()
                .forEach(one -> (acceptances.accept(one) ? accepted : open).add(one));
        return new CheckResult(parts.size(), open, accepted, unread);
    }

    /**
     * All files in a part's folder but those of other parts that the same tools manage: what a build takes of them is said
     * by its descriptors, and not by who else has files there.
     */
    private static ProjectTree view(ProjectTree tree, SurveyedPart part, List<SurveyedPart> all) {
        Set<String> inner = all.stream()
                .filter(other -> other.ecosystem() == part.ecosystem())
                .map(SurveyedPart::folder)
                .filter(folder -> !folder.equals(part.folder()) && Paths.within(part.folder(), folder))
                .collect(Collectors.toSet());
        return tree.at(part.folder(), inner);
    }

    /** The parts that are not inputs of another part's tests. */
    private static List<SurveyedPart> withoutInputs(List<SurveyedPart> parts) {
        List<SurveyedPart> own = parts.stream()
                .filter(part -> !TestInputs.contain(part.folder() + "/"))
                .toList();
        return own.isEmpty() ? parts : own;
    }
}
