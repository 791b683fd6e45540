package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.library.MissingLibraries.Missing;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Question;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/** Decides which artifacts are declared for libraries that sources import and no jar contains. */
public final class MissingDecisions {
    private static final Pattern IMPORT = Pattern.compile("^import (static )?");
    private static final Pattern IMPORT_END = Pattern.compile("(\\.\\*)?;$");

    private static final String NONE = "none";

    private MissingDecisions() {}

    /**
     * Asks which artifacts they are, and declares them.
     *
     * @param provided whether the server has what the archive does not contain
     */
    public static List<JarOutcome> decide(Collection<Missing> missing, Deliberation deliberation, boolean provided) {
        List<JarOutcome> declared = new ArrayList<>();
        Set<String> keys = new HashSet<>();
        for (Missing m : missing) {
            String value = artifact(m, deliberation);
            if (value.equals(NONE)) continue;
            Coordinates coordinates = Coordinates.parse(value).orElseThrow();
            if (!keys.add(coordinates.key())) continue;
            boolean byServer = provided && m.scope() == Scope.COMPILE;
            Scope scope = byServer ? Scope.PROVIDED : m.scope();
            declared.add(new JarOutcome.Added(
                    Dependency.of(
                            coordinates,
                            scope,
                            m.listed() ? "" : "was in no jar of the project; its version is a guess"),
                    true,
                    "imported, and in no jar of the project"));
            if (byServer) continue;
            for (String companion : m.companions()) {
                Coordinates needed = Coordinates.parse(companion).orElseThrow();
                if (!keys.add(needed.key())) continue;
                declared.add(new JarOutcome.Added(
                        Dependency.of(needed, Scope.RUNTIME, "required at run time by " + coordinates.artifact()),
                        true,
                        "required at run time by " + coordinates));
            }
        }
        return declared;
    }

    private static String artifact(Missing m, Deliberation deliberation) {
        String key = "library:" + m.key().replace(':', '.');
        String subject = names(m) + " is from";
        String proposed = m.coordinates().toString();
        if (m.listed())
            return deliberation.settle(
                    Decision.of(key, subject, proposed, Certainty.CERTAIN, m.found(), m.evidence()),
                    MissingDecisions::check);
        Question question = new Question(
                key,
                "Sources import " + names(m) + ", which no jar contains. Which artifact contains it?",
                Optional.of(proposed),
                List.of());
        return deliberation.ask(question, subject, "Libraries without a jar", m.evidence(), MissingDecisions::check);
    }

    /** The package that is imported, or the first of several. */
    private static String names(Missing m) {
        String imported = m.evidence().get(0).excerpt();
        if (imported.contains(m.key())) return m.key();
        return IMPORT_END.matcher(IMPORT.matcher(imported).replaceFirst("")).replaceFirst("");
    }

    private static Optional<String> check(String text) {
        if (text.strip().equals(NONE)) return Optional.of(NONE);
        return Coordinates.parse(text).map(Coordinates::toString);
    }
}
