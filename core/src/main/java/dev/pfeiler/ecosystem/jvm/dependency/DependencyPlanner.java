package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.library.JarIdentity;
import dev.pfeiler.ecosystem.jvm.library.Starters;
import dev.pfeiler.ecosystem.jvm.library.Usage;
import dev.pfeiler.ecosystem.jvm.library.Usage.Way;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.Declaration;
import dev.pfeiler.ecosystem.jvm.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.repository.Resolved;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Question;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/** Decides, jar by jar, which artifact is declared in which scope. */
public final class DependencyPlanner {
    private static final String LEAVE = "leave";
    /** Classes that only containers bring: one for each interface they implement. */
    private static final String WITHOUT = "without";

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
    private final boolean alone;
    private final String group;
    private final String name;
    private final String module;
    private final Repositories repositories;
    private final List<JarOutcome> decided = new ArrayList<>();
    private final List<Library> libraries = new ArrayList<>();

    /** A jar whose artifact is settled, while its scope is not yet. */
    private record Library(
            Jar jar, Coordinates coordinates, boolean laidIn, String note, ScopeFinding natural, String scopeKey) {}

    /**
     * What was decided about a module's class path.
     *
     * @param pins versions stated for what comes along
     * @param brings what comes along with the module itself, by group and artifact
     */
    public record Decided(List<JarOutcome> dependencies, List<JarOutcome.Pin> pins, Map<String, Resolved> brings) {
        public Decided {
            dependencies = List.copyOf(dependencies);
            pins = List.copyOf(pins);
        }
    }

    /**
     * @param group the project's own group, for jars that have none
     * @param name the project's own name, which no such jar may bear
     * @param module the name of the module that declares them, which its scopes' keys bear; empty where there is one
     * @param lacking whether a deployed program goes without a jar, so that its container has to bring it
     * @param alone whether it is a program with a server in it, so that there is no container
     */
    public DependencyPlanner(
            Deliberation deliberation,
            Map<Jar, JarIdentity> identities,
            Repositories repositories,
            Usage usage,
            String group,
            String name,
            String module,
            Predicate<Jar> lacking,
            boolean alone) {
        this.deliberation = deliberation;
        this.identities = identities;
        this.repositories = repositories;
        this.usage = usage;
        this.fromMain = usage.reached(Way.MAIN);
        this.fromTests = usage.reached(Way.TEST);
        this.fromNames = usage.reached(Way.BY_NAME);
        this.group = group;
        this.name = name;
        this.module = module;
        this.lacking = lacking;
        this.alone = alone;
    }

    /**
     * Decides about jars in class-path order.
     *
     * @param missing libraries that are declared and were in no jar
     * @param brought what needed modules bring along, by group and artifact
     */
    public Decided decide(List<Jar> jars, List<JarOutcome> missing, Map<String, Resolved> brought) {
        Map<String, Jar> first = new HashMap<>();
        for (Jar jar : jars) identify(jar, first);
        List<Starters.Starter> starters = starters();
        Map<String, ClassPathPlan.Entry> entries = new LinkedHashMap<>();
        Set<String> dropped = new HashSet<>();
        for (Library library : libraries) {
            Optional<String> chosen = deliberation
                    .choices()
                    .of(library.scopeKey())
                    .map(choice -> choice.value().strip());
            Scope scope = chosen.flatMap(Scope::parse).orElse(library.natural().scope());
            String key = library.coordinates().key();
            if (scope == Scope.DROP) dropped.add(key);
            else {
                boolean stood = starters.stream().anyMatch(starter -> stands(starter, library));
                boolean itself = starters.stream()
                        .anyMatch(starter -> starter.coordinates().key().equals(key));
                boolean along = scope == Scope.ALONG
                        || chosen.isEmpty() && (stood || !library.natural().direct()) && !itself;
                Scope declared = scope == Scope.ALONG ? library.natural().scope() : scope;
                entries.put(
                        key,
                        new ClassPathPlan.Entry(
                                library.jar(), library.coordinates(), !library.laidIn(), !along, declared));
            }
        }
        List<JarOutcome> added = starters.stream()
                .filter(starter -> !entries.containsKey(starter.coordinates().key()))
                .map(starter -> JarOutcome.starter(
                        starter.coordinates(), scope(starter), starter.brings().size()))
                .toList();
        List<Declaration> further = new ArrayList<>();
        missing.forEach(d -> further.add(new Declaration(d.declared().orElseThrow(), "compile", Set.of())));
        added.forEach(d -> further.add(
                new Declaration(d.declared().orElseThrow(), d.scope().word(), Set.of())));
        ClassPathPlan plan = new ClassPathPlan(repositories, entries.values(), further, brought, dropped);
        for (Library library : libraries)
            settle(library, entries.get(library.coordinates().key()), plan);
        decided.addAll(missing);
        decided.addAll(added);
        Map<String, Resolved> brings = new LinkedHashMap<>(brought);
        plan.resolution().artifacts().stream()
                .filter(a -> a.scope().equals("compile") || a.scope().equals("runtime"))
                .forEach(a -> brings.put(a.coordinates().key(), a));
        for (ClassPathPlan.Entry entry : entries.values()) {
            boolean shipped = entry.scope() == Scope.COMPILE || entry.scope() == Scope.RUNTIME;
            if (plan.declares(entry) && shipped) {
                brings.put(
                        entry.coordinates().key(),
                        new Resolved(entry.coordinates(), entry.scope().word(), List.of()));
            }
        }
        List<JarOutcome.Pin> pins = plan.pins().stream()
                .map(pin -> new JarOutcome.Pin(pin, plan.why(entries.get(pin.key()))))
                .toList();
        return new Decided(decided, pins, brings);
    }

    /** The artifacts that stand for several libraries, unless the person wants those one by one. */
    private List<Starters.Starter> starters() {
        List<Coordinates> classPath = libraries.stream()
                .filter(library -> !library.laidIn())
                .map(Library::coordinates)
                .toList();
        return new Starters(repositories)
                .of(classPath).stream().filter(this::standing).toList();
    }

    private boolean standing(Starters.Starter starter) {
        String artifact = starter.coordinates().artifact();
        List<Evidence> evidence = libraries.stream()
                .filter(library -> library.coordinates().key().equals(starter.mark()))
                .map(library ->
                        Evidence.of(library.jar().path(), library.coordinates().toString()))
                .toList();
        String standing = deliberation.settle(
                Decision.of(
                        (module.isEmpty() ? "starter:" : "starter:" + module + ":") + artifact,
                        artifact,
                        starter.coordinates().version(),
                        Certainty.LIKELY,
                        "stands for " + starter.brings().size()
                                + " libraries, all that it brings and that were on the class path",
                        evidence),
                text -> Optional.of(text.strip())
                        .filter(t -> t.equals(starter.coordinates().version()) || t.equals(WITHOUT)));
        return !standing.equals(WITHOUT);
    }

    private static boolean stands(Starters.Starter starter, Library library) {
        return !library.laidIn()
                && starter.brings().contains(library.coordinates().key());
    }

    /** A starter has the scope of what shows what it is for. */
    private Scope scope(Starters.Starter starter) {
        return libraries.stream()
                .filter(library -> library.coordinates().key().equals(starter.mark()))
                .map(library -> library.natural().scope())
                .filter(scope -> scope == Scope.TEST || scope == Scope.PROVIDED)
                .findFirst()
                .orElse(Scope.COMPILE);
    }

    /** Settles which artifact a jar is. */
    private void identify(Jar jar, Map<String, Jar> first) {
        if (jar.kind() != Jar.Kind.LIBRARY) {
            decided.add(JarOutcome.left(jar, notALibrary(jar)));
            return;
        }
        JarIdentity identity = identities.get(jar);
        Coordinates own = inProject(jar, identity);
        boolean published = identity.sign().published();
        String value = published ? settlePublished(jar, identity) : settleOwn(jar, identity, own);
        if (value.equals(LEAVE)) {
            decided.add(JarOutcome.left(jar, "left by your choice"));
            return;
        }
        Coordinates coordinates = Coordinates.parse(value).orElseThrow();
        // a copy under a version of its own is still the same library
        Coordinates library = published || coordinates.equals(own) ? identity.coordinates() : coordinates;
        Jar other = first.putIfAbsent(library.key(), jar);
        if (other != null) {
            String which = identities.get(other).coordinates().version();
            String why = "version " + which + " of it comes first on the class path";
            deliberation.settle(
                    Decision.of(
                            scopeKey(jar),
                            scopeTitle(jar),
                            Scope.DROP.word(),
                            Certainty.CERTAIN,
                            why,
                            List.of(Evidence.of(other.path(), ""))),
                    text -> Optional.of(text.strip()).filter(Scope.DROP.word()::equals));
            decided.add(JarOutcome.dropped(jar, why));
            return;
        }
        boolean laidIn = !published && coordinates.equals(own);
        libraries.add(new Library(jar, coordinates, laidIn, laidIn ? note(identity) : "", scope(jar), scopeKey(jar)));
    }

    private String scopeKey(Jar jar) {
        return "scope:" + (module.isEmpty() ? "" : module + ":") + jar.path();
    }

    private String scopeTitle(Jar jar) {
        return "Scope of " + jar.name() + (module.isEmpty() ? "" : " in " + module);
    }

    /** Settles the scope of a library, as the plan has it unless the person says otherwise. */
    private void settle(Library library, ClassPathPlan.Entry entry, ClassPathPlan plan) {
        Jar jar = library.jar();
        ScopeFinding natural = library.natural();
        boolean along = entry != null && !plan.declares(entry);
        String planned = entry == null ? "" : plan.why(entry);
        String why = natural.why();
        Certainty certainty = natural.certainty();
        if (along) {
            why = "comes along with " + chain(plan.along(entry))
                    + (planned.isEmpty() ? "" : "; pinned, as it " + planned);
            certainty = Certainty.CERTAIN;
        } else if (!planned.isEmpty()) why = natural.why() + "; it " + planned;
        Scope proposed = along ? Scope.ALONG : entry == null ? natural.scope() : entry.scope();
        Scope standing = Scope.parse(deliberation.settle(
                        Decision.of(
                                library.scopeKey(),
                                scopeTitle(jar),
                                proposed.word(),
                                certainty,
                                why,
                                natural.evidence()),
                        text -> Scope.parse(text).map(Scope::word)))
                .orElseThrow();
        if (standing == Scope.DROP) decided.add(JarOutcome.dropped(jar, "dropped by your choice"));
        else if (along) decided.add(JarOutcome.along(jar, library.coordinates(), why));
        else {
            String note = library.note().isEmpty() ? natural.note() : library.note();
            decided.add(new JarOutcome(
                    Optional.of(jar),
                    Optional.of(library.coordinates()),
                    entry.scope(),
                    library.laidIn(),
                    false,
                    plan.exclusions(entry),
                    why,
                    note));
        }
    }

    private static String chain(List<Coordinates> along) {
        return along.isEmpty()
                ? "a module of this project"
                : along.stream()
                        .map(c -> c.artifact() + " " + c.version())
                        .reduce((one, next) -> one + ", which needs " + next)
                        .orElseThrow();
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
                DependencyPlanner::check);
    }

    private String settleOwn(Jar jar, JarIdentity identity, Coordinates own) {
        String key = "jar:" + jar.path();
        String title = jar.name() + " is";
        if (identity.sign() == JarIdentity.Sign.NAME) {
            Question question = new Question(
                    key,
                    "Which artifact is " + jar.path() + "? No repository is known to have it.",
                    Optional.of(own.toString()),
                    List.of());
            return deliberation.ask(question, title, identity.evidence(), DependencyPlanner::check);
        }
        String why = identity.sign().words() + ", laid into the project's own repository";
        if (identity.sign() == JarIdentity.Sign.CHANGED) {
            String difference = identity.evidence().stream()
                    .filter(e -> e.file().equals(jar.path()))
                    .map(Evidence::excerpt)
                    .collect(Collectors.joining("; "));
            if (!difference.isEmpty()) why += "; " + difference;
        }
        List<Decision.Alternative> others = new ArrayList<>();
        if (identity.sign() == JarIdentity.Sign.CHANGED) {
            others.add(
                    new Decision.Alternative(identity.coordinates().toString(), "the published one has other bytes"));
        }
        identity.alternatives().forEach(c -> others.add(new Decision.Alternative(c.toString(), "is in it")));
        return deliberation.settle(
                Decision.of(key, title, own.toString(), Certainty.LIKELY, why, identity.evidence())
                        .turningDown(others),
                DependencyPlanner::check);
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
        return switch (identity.sign()) {
            case CHANGED -> "a changed copy of " + identity.coordinates() + ", kept in this project's own repository";
            case MERGED ->
                "several artifacts in one, kept in this project's own repository: " + identity.alternatives();
            default -> "kept in this project's own repository: no other is known to have it";
        };
    }

    /**
     * The scope in which a jar is used.
     *
     * @param direct whether it is used itself, and not by other jars alone
     */
    private record ScopeFinding(
            Scope scope, boolean direct, Certainty certainty, String why, List<Evidence> evidence, String note) {}

    private ScopeFinding scope(Jar jar) {
        List<Evidence> main = usage.evidence(jar, Way.MAIN);
        List<Evidence> named = usage.evidence(jar, Way.BY_NAME);
        List<Evidence> test = usage.evidence(jar, Way.TEST);
        boolean container = !alone && CONTAINER.stream().anyMatch(jar::holds);
        boolean used = usage.uses(Way.MAIN, jar) || usage.uses(Way.BY_NAME, jar);
        boolean needed = fromMain.containsKey(jar) || fromNames.containsKey(jar);
        if (container && (needed || !usage.uses(Way.TEST, jar))) {
            return found(Scope.PROVIDED, used, Certainty.CERTAIN, "an interface that the container brings", main);
        }
        if (needed && lacking.test(jar)) {
            return found(Scope.PROVIDED, used, Certainty.LIKELY, "on the class path, but not deployed", main);
        }
        if (usage.uses(Way.MAIN, jar)) {
            return found(Scope.COMPILE, true, Certainty.CERTAIN, "used by " + files(main.size()), main);
        }
        if (usage.uses(Way.BY_NAME, jar)) {
            String why = "used by name in " + files(named.size());
            return found(Scope.RUNTIME, true, Certainty.LIKELY, why, named);
        }
        if (fromMain.containsKey(jar)) return neededBy(Scope.COMPILE, fromMain.get(jar));
        if (fromNames.containsKey(jar)) return neededBy(Scope.RUNTIME, fromNames.get(jar));
        if (usage.uses(Way.TEST, jar)) {
            String why = "used by " + files(test.size()) + " of the tests";
            return found(Scope.TEST, true, Certainty.CERTAIN, why, test);
        }
        if (fromTests.containsKey(jar)) return neededBy(Scope.TEST, fromTests.get(jar));
        if (usage.uses(Way.BY_SERVICE, jar)) {
            List<Evidence> offered = usage.evidence(jar, Way.BY_SERVICE);
            String service = offered.get(0).file().replaceFirst(".*/", "");
            return found(Scope.RUNTIME, false, Certainty.LIKELY, "offers " + service, offered);
        }
        String note = "no sign of use was found; kept as it was";
        return new ScopeFinding(Scope.RUNTIME, false, Certainty.GUESS, "no sign of use", List.of(), note);
    }

    private static ScopeFinding neededBy(Scope scope, Jar other) {
        String by = "needed by " + other.name();
        return found(scope, false, Certainty.LIKELY, by, List.of(Evidence.of(other.path(), by)));
    }

    private static ScopeFinding found(
            Scope scope, boolean direct, Certainty certainty, String why, List<Evidence> evidence) {
        return new ScopeFinding(scope, direct, certainty, why, evidence, "");
    }

    private static String files(int count) {
        return count == 1 ? "1 file" : count + " files";
    }
}
