package dev.pfeiler.ecosystem.jvm.step;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.proposal.LibraryUse;
import dev.pfeiler.proposal.LibraryUse.State;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** What becomes of the jars of all modules, for people who look at a conversion. */
public final class JarUses {
    private JarUses() {}

    public static List<LibraryUse> of(Map<ModuleName, List<JarOutcome>> outcomes) {
        List<LibraryUse> uses = new ArrayList<>();
        outcomes.forEach((module, all) ->
                all.forEach(outcome -> uses.add(use(outcomes.size() == 1 ? "" : module.toString(), outcome))));
        return uses;
    }

    private static LibraryUse use(String module, JarOutcome outcome) {
        List<String> via = outcome instanceof JarOutcome.Transitive transitive
                ? transitive.via().stream().map(Coordinates::key).toList()
                : List.of();
        return new LibraryUse(
                module,
                outcome.jar().map(Jar::path),
                outcome.coordinates().map(Coordinates::key).orElse(""),
                outcome.coordinates().map(Coordinates::version).orElse(""),
                outcome.scope().map(Scope::word).orElse(""),
                state(outcome),
                outcome.dependency().stream().noneMatch(Dependency::projectRepository),
                via,
                outcome.why());
    }

    private static State state(JarOutcome outcome) {
        if (outcome instanceof JarOutcome.Transitive transitive)
            return transitive.pinned() ? State.PINNED : State.TRANSITIVE;
        if (outcome instanceof JarOutcome.Processor) return State.BUILD;
        if (outcome instanceof JarOutcome.Excluded) return State.EXCLUDED;
        if (outcome instanceof JarOutcome.LeftInPlace) return State.IN_PLACE;
        return State.DECLARED;
    }
}
