package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.dependency.Usage.Way;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Question;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/** Decides, jar by jar, which artifact is declared in which scope. */
public final class Dependencies {
    private static final String LEAVE = "leave";
    /** Classes that only containers bring: one for each interface they implement. */
    private static final Set<String> CONTAINER = Set.of(
            "javax.servlet.Servlet",
            "jakarta.servlet.Servlet",
            "javax.servlet.jsp.JspPage",
            "jakarta.servlet.jsp.JspPage",
            "javax.el.ELContext",
            "jakarta.el.ELContext",
            "javax.ejb.EJBHome",
            "jakarta.ejb.EJBHome");

    private final Deliberation deliberation;
    private final Map<Jar, JarIdentity> identities;
    private final Usage usage;
    private final Map<Jar, Jar> fromMain;
    private final Map<Jar, Jar> fromTests;
    private final Map<Jar, Jar> fromNames;
    private final Predicate<Jar> lacking;
    private final String group;
    private final String name;
    private final String module;
    private final Map<String, Jar> first = new HashMap<>();

    /**
     * @param group the project's own group, for jars that have none
     * @param name the project's own name, which no such jar may bear
     * @param module the name of the module that declares them, which its scopes' keys bear; empty where there is one
     * @param lacking whether a deployed program goes without a jar, so that its container has to bring it
     */
    public Dependencies(
            Deliberation deliberation,
            Map<Jar, JarIdentity> identities,
            Usage usage,
            String group,
            String name,
            String module,
            Predicate<Jar> lacking) {
        this.deliberation = deliberation;
        this.identities = identities;
        this.usage = usage;
        this.fromMain = usage.reached(Way.MAIN);
        this.fromTests = usage.reached(Way.TEST);
        this.fromNames = usage.reached(Way.BY_NAME);
        this.group = group;
        this.name = name;
        this.module = module;
        this.lacking = lacking;
    }

    /** Decides about jars in class-path order. */
    public List<Dependency> decide(List<Jar> jars) {
        List<Dependency> decided = new ArrayList<>();
        for (Jar jar : jars) decided.add(decide(jar));
        return decided;
    }

    private Dependency decide(Jar jar) {
        if (jar.kind() != Jar.Kind.LIBRARY) return Dependency.left(jar, notALibrary(jar));
        JarIdentity identity = identities.get(jar);
        Coordinates own = inProject(jar, identity);
        boolean published = identity.sign().published();
        String value = published ? settlePublished(jar, identity) : settleOwn(jar, identity, own);
        if (value.equals(LEAVE)) return Dependency.left(jar, "left by your choice");
        Coordinates coordinates = Coordinates.parse(value).orElseThrow();
        Jar other = first.putIfAbsent(coordinates.key(), jar);
        if (other != null) {
            return Dependency.dropped(jar, "the same library as " + other.path() + ", which comes first");
        }
        ScopeFinding scope = scope(jar);
        Scope standing = Scope.parse(deliberation.settle(
                        Decision.of(
                                "scope:" + (module.isEmpty() ? "" : module + ":") + jar.path(),
                                "Scope of " + jar.name() + (module.isEmpty() ? "" : " in " + module),
                                scope.scope.word(),
                                scope.certainty,
                                scope.why,
                                scope.evidence),
                        text -> Scope.parse(text).map(Scope::word)))
                .orElseThrow();
        if (standing == Scope.DROP) return Dependency.dropped(jar, "dropped by your choice");
        boolean laidIn = !published && coordinates.equals(own);
        String note = laidIn ? note(identity) : scope.note;
        return new Dependency(Optional.of(jar), Optional.of(coordinates), standing, laidIn, false, scope.why, note);
    }

    private static String notALibrary(Jar jar) {
        return switch (jar.kind()) {
            case SOURCES -> "holds sources, no classes";
            case DOCUMENTATION -> "holds documentation, no classes";
            default -> jar.trouble();
        };
    }

    private String settlePublished(Jar jar, JarIdentity identity) {
        List<Decision.Alternative> others = identity.alternatives().stream()
                .map(c -> new Decision.Alternative(c.toString(), identity.sign().words() + " as well"))
                .toList();
        return deliberation.settle(
                Decision.of(
                                "jar:" + jar.path(),
                                jar.name() + " is",
                                identity.coordinates().toString(),
                                identity.sign().certainty(),
                                identity.sign().words(),
                                identity.evidence())
                        .turningDown(others),
                Dependencies::check);
    }

    private String settleOwn(Jar jar, JarIdentity identity, Coordinates own) {
        String key = "jar:" + jar.path();
        if (identity.sign() == JarIdentity.Sign.CHANGED) {
            Decision.Alternative original =
                    new Decision.Alternative(identity.coordinates().toString(), "the published one has other bytes");
            return deliberation.settle(
                    Decision.of(
                                    key,
                                    jar.name() + " is",
                                    own.toString(),
                                    Certainty.LIKELY,
                                    "a changed copy, laid into the project's own repository",
                                    identity.evidence())
                            .turningDown(List.of(original)),
                    Dependencies::check);
        }
        Question question = new Question(
                key,
                "Which artifact is " + jar.path() + "? No repository is known to have it.",
                Optional.of(own.toString()),
                List.of());
        return deliberation.ask(question, jar.name() + " is", identity.evidence(), Dependencies::check);
    }

    /**
     * The coordinates under which a jar that nobody publishes is laid into the project. The version bears part of the
     * hash: a machine's local repository keeps what it once fetched, and must not take other bytes for these.
     */
    private Coordinates inProject(Jar jar, JarIdentity identity) {
        Coordinates c = identity.coordinates();
        String version = c.version() + "-" + jar.sha1().substring(0, 8);
        if (identity.sign() == JarIdentity.Sign.CHANGED) return c.withVersion(version);
        String itsGroup = c.group().isEmpty() ? group : c.group();
        String artifact = itsGroup.equals(group) && c.artifact().equals(name) ? c.artifact() + "-lib" : c.artifact();
        return new Coordinates(itsGroup, artifact, version);
    }

    private static Optional<String> check(String text) {
        if (text.strip().equals(LEAVE)) return Optional.of(LEAVE);
        return Coordinates.parse(text).map(Coordinates::toString);
    }

    private static String note(JarIdentity identity) {
        return identity.sign() == JarIdentity.Sign.CHANGED
                ? "a changed copy of " + identity.coordinates() + ", kept in this project's own repository"
                : "kept in this project's own repository: no other is known to have it";
    }

    private record ScopeFinding(Scope scope, Certainty certainty, String why, List<Evidence> evidence, String note) {}

    private ScopeFinding scope(Jar jar) {
        List<Evidence> main = usage.evidence(jar, Way.MAIN);
        List<Evidence> named = usage.evidence(jar, Way.BY_NAME);
        boolean container = CONTAINER.stream().anyMatch(jar::holds);
        boolean needed = fromMain.containsKey(jar) || fromNames.containsKey(jar);
        if (container && (needed || !usage.uses(Way.TEST, jar))) {
            return found(Scope.PROVIDED, Certainty.CERTAIN, "an interface that the container brings", main);
        }
        if (needed && lacking.test(jar)) {
            return found(Scope.PROVIDED, Certainty.LIKELY, "on the class path, but not deployed", main);
        }
        if (usage.uses(Way.MAIN, jar)) {
            return found(Scope.COMPILE, Certainty.CERTAIN, "used by " + files(main.size()), main);
        }
        if (fromMain.containsKey(jar)) {
            String by = "needed by " + fromMain.get(jar).name();
            return found(
                    Scope.COMPILE,
                    Certainty.LIKELY,
                    by,
                    List.of(Evidence.of(fromMain.get(jar).path(), by)));
        }
        if (usage.uses(Way.BY_NAME, jar)) {
            return found(Scope.RUNTIME, Certainty.LIKELY, "used by name in " + files(named.size()), named);
        }
        if (fromNames.containsKey(jar)) {
            return found(
                    Scope.RUNTIME,
                    Certainty.LIKELY,
                    "needed by " + fromNames.get(jar).name(),
                    List.of());
        }
        List<Evidence> test = usage.evidence(jar, Way.TEST);
        if (usage.uses(Way.TEST, jar)) {
            return found(Scope.TEST, Certainty.CERTAIN, "used by " + files(test.size()) + " of the tests", test);
        }
        if (fromTests.containsKey(jar)) {
            return found(
                    Scope.TEST,
                    Certainty.LIKELY,
                    "needed by " + fromTests.get(jar).name(),
                    List.of());
        }
        return new ScopeFinding(
                Scope.RUNTIME,
                Certainty.GUESS,
                "no sign of use",
                List.of(),
                "no sign of use was found; kept as it was");
    }

    private static ScopeFinding found(Scope scope, Certainty certainty, String why, List<Evidence> evidence) {
        return new ScopeFinding(scope, certainty, why, evidence, "");
    }

    private static String files(int count) {
        return count == 1 ? "1 file" : count + " files";
    }
}
