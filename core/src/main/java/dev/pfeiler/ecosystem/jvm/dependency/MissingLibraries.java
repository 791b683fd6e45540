package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.source.JavaSource;
import dev.pfeiler.ecosystem.jvm.source.Names;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Question;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** Libraries whose packages are imported while no jar of the project has them, as where an IDE brought them. */
public final class MissingLibraries {
    private static final String NONE = "none";

    private final Map<String, Missing> missing = new TreeMap<>();

    /** A library that is missing, with the imports that ask for it. */
    public record Missing(
            Catalogue.Entry entry, Coordinates coordinates, boolean testsAlone, List<Evidence> evidence) {}

    /**
     * Finds them.
     *
     * @param all every source of the project; what it declares is not missing
     * @param servletVersion of the Servlet API that the project is written for; empty where it does not say
     */
    public MissingLibraries(
            Collection<JavaSource> main,
            Collection<JavaSource> tests,
            Collection<JavaSource> all,
            List<Jar> jars,
            String servletVersion) {
        Names<Object> known = new Names<>();
        Set<String> packages = new HashSet<>();
        for (Jar jar : jars) {
            known.add(jar, jar.classes());
            packages.addAll(jar.packages());
        }
        for (JavaSource source : all) {
            known.add(source, source.typeNames());
            packages.add(source.packageName());
        }
        Catalogue catalogue = Catalogue.shipped();
        for (JavaSource source : main) look(source, false, known, packages, catalogue, servletVersion);
        for (JavaSource source : tests) look(source, true, known, packages, catalogue, servletVersion);
    }

    private void look(
            JavaSource source,
            boolean test,
            Names<Object> known,
            Set<String> packages,
            Catalogue catalogue,
            String servletVersion) {
        for (JavaSource.Import declared : source.imports()) {
            boolean answered =
                    known.owner(declared.name()) != null || declared.onDemand() && packages.contains(declared.name());
            if (answered) continue;
            catalogue.having(declared.name() + ".").ifPresent(entry -> {
                Missing before = missing.get(entry.prefix());
                List<Evidence> evidence = new ArrayList<>(before == null ? List.of() : before.evidence());
                evidence.add(new Evidence(source.path(), declared.line(), declared.words()));
                boolean testsAlone = test && (before == null || before.testsAlone());
                missing.put(entry.prefix(), new Missing(entry, entry.fitting(servletVersion), testsAlone, evidence));
            });
        }
    }

    public Collection<Missing> all() {
        return missing.values();
    }

    /** Asks which artifacts they are, and declares them. */
    public List<Dependency> decide(Deliberation deliberation) {
        List<Dependency> declared = new ArrayList<>();
        Set<String> keys = new HashSet<>();
        for (Missing m : missing.values()) {
            Question question = new Question(
                    "library:" + m.entry().prefix(),
                    "Sources import " + m.entry().prefix() + ", and no jar here has it. Which artifact has it?",
                    Optional.of(m.coordinates().toString()),
                    List.of());
            String value =
                    deliberation.ask(question, m.entry().prefix() + " is from", m.evidence(), MissingLibraries::check);
            if (value.equals(NONE)) continue;
            Coordinates coordinates = Coordinates.parse(value).orElseThrow();
            if (!keys.add(coordinates.key())) continue;
            Scope scope =
                    m.testsAlone() ? Scope.TEST : Scope.parse(m.entry().scope()).orElseThrow();
            declared.add(Dependency.missing(coordinates, scope));
        }
        return declared;
    }

    private static Optional<String> check(String text) {
        if (text.strip().equals(NONE)) return Optional.of(NONE);
        return Coordinates.parse(text).map(Coordinates::toString);
    }
}
