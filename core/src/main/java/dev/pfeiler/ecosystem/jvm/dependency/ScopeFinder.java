package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.library.ContainerApis;
import dev.pfeiler.ecosystem.jvm.library.Usage;
import dev.pfeiler.ecosystem.jvm.library.Usage.Way;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.project.JarTraits;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Text;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/** Finds the scope of a jar by how the module uses it. */
public final class ScopeFinder {
    /** Interfaces of logging, whose calls never show a class of the implementation behind them. */
    private static final Set<String> FACADES = Set.of(
            "org.slf4j.LoggerFactory",
            "org.apache.commons.logging.LogFactory",
            "org.apache.logging.log4j.LogManager",
            "org.jboss.logging.Logger");

    /** Starts of the names of packages that only tests use. */
    private static final List<String> TEST_FRAMEWORKS = List.of(
            "junit.",
            "org.junit.",
            "org.testng.",
            "org.hamcrest.",
            "org.mockito.",
            "org.easymock.",
            "org.jmock.",
            "org.assertj.",
            "spock.");

    private final Usage usage;
    private final JarTraits traits;
    private final Predicate<Jar> notDeployed;
    private final boolean ownServer;
    private final boolean generates;
    private final Map<Jar, Jar> fromMain;
    private final Map<Jar, Jar> fromTests;
    private final Map<Jar, Jar> fromNames;
    private final Map<Jar, Jar> fromTestServices;

    /**
     * @param traits what else is known of the jars
     * @param notDeployed whether a jar is on the class path of a deployed program and not deployed with it
     * @param ownServer whether the program contains its server, so that there is no container
     * @param jars on the class path
     */
    public ScopeFinder(
            Usage usage, JarTraits traits, Predicate<Jar> notDeployed, boolean ownServer, Collection<Jar> jars) {
        this.usage = usage;
        this.traits = traits;
        this.notDeployed = notDeployed;
        this.ownServer = ownServer;
        this.generates = !traits.processors().isEmpty() || jars.stream().anyMatch(this::isProcessor);
        this.fromMain = usage.reached(Way.MAIN);
        this.fromTests = usage.reached(Way.TEST);
        this.fromNames = usage.reached(Way.BY_NAME);
        this.fromTestServices = usage.reached(Way.BY_TEST_SERVICE);
    }

    /**
     * The scope in which a jar is used.
     *
     * @param direct whether the module uses it itself, and not only other jars do
     * @param compiled whether the compiler needs it for the sources of the program
     * @param note a remark for readers of the descriptor; empty if there is none
     */
    record ScopeFinding(
            Scope scope,
            boolean direct,
            boolean compiled,
            Certainty certainty,
            String why,
            List<Evidence> evidence,
            String note) {
        /** The same of a jar that sources of the program are compiled against. */
        ScopeFinding compiledAgainst() {
            return new ScopeFinding(scope, direct, true, certainty, why, evidence, note);
        }

        /** The same in another scope, for another reason. */
        ScopeFinding as(Scope other, String reason) {
            return new ScopeFinding(other, direct, compiled, Certainty.LIKELY, reason, evidence, "");
        }
    }

    ScopeFinding find(Jar jar) {
        ScopeFinding found = scope(jar);
        return usage.uses(Way.MAIN, jar) ? found.compiledAgainst() : found;
    }

    private ScopeFinding scope(Jar jar) {
        List<Evidence> main = usage.evidence(jar, Way.MAIN);
        List<Evidence> named = usage.evidence(jar, Way.BY_NAME);
        List<Evidence> test = usage.evidence(jar, Way.TEST);
        boolean container = !ownServer && ContainerApis.isOne(jar);
        boolean used = usage.uses(Way.MAIN, jar) || usage.uses(Way.BY_NAME, jar);
        boolean needed = fromMain.containsKey(jar) || fromNames.containsKey(jar);
        if (container && (needed || !usage.uses(Way.TEST, jar))) {
            return found(Scope.PROVIDED, used, Certainty.CERTAIN, "an API that the container provides", main);
        }
        if (needed && notDeployed.test(jar)) {
            return found(Scope.PROVIDED, used, Certainty.LIKELY, "on the class path, but not deployed", main);
        }
        // code that stated processors generate may use what their annotations come with
        boolean only = jar.offersProcessor() || traits.processors().isEmpty();
        if (only && traits.compileOnly().contains(jar) && !fromNames.containsKey(jar)) {
            String why = "only the compiler uses it: annotations in " + Text.count(main.size(), "file");
            return found(Scope.PROVIDED, true, Certainty.LIKELY, why, main);
        }
        if (usage.uses(Way.MAIN, jar)) {
            return found(Scope.COMPILE, true, Certainty.CERTAIN, "used by " + Text.count(main.size(), "file"), main);
        }
        if (traits.testOnly().containsKey(jar)) {
            Evidence place = traits.testOnly().get(jar);
            boolean direct = usage.uses(Way.TEST, jar);
            return found(Scope.TEST, direct, Certainty.CERTAIN, "on the class path of tests only", List.of(place));
        }
        if (usage.uses(Way.BY_NAME, jar)) {
            boolean compile = fromMain.containsKey(jar) && !behindFacade(jar);
            String why = "named in " + Text.count(named.size(), "file");
            return found(compile ? Scope.COMPILE : Scope.RUNTIME, true, Certainty.LIKELY, why, named);
        }
        if (fromMain.containsKey(jar))
            return neededBy(behindFacade(jar) ? Scope.RUNTIME : Scope.COMPILE, fromMain.get(jar));
        if (fromNames.containsKey(jar)) return neededBy(Scope.RUNTIME, fromNames.get(jar));
        if (usage.uses(Way.TEST, jar)) {
            return found(
                    Scope.TEST, true, Certainty.CERTAIN, "used by " + Text.count(test.size(), "test source"), test);
        }
        if (fromTests.containsKey(jar)) return neededBy(Scope.TEST, fromTests.get(jar));
        if (usage.uses(Way.BY_SERVICE, jar)) {
            return byService(Scope.RUNTIME, false, usage.evidence(jar, Way.BY_SERVICE));
        }
        if (usage.uses(Way.BY_TEST_SERVICE, jar))
            return byService(Scope.TEST, true, usage.evidence(jar, Way.BY_TEST_SERVICE));
        if (fromTestServices.containsKey(jar)) return neededBy(Scope.TEST, fromTestServices.get(jar));
        if (isProcessor(jar)) {
            String why = "an annotation processor";
            return found(Scope.PROVIDED, true, Certainty.LIKELY, why, List.of(Evidence.of(jar.path(), why)));
        }
        // what is deployed was shipped until now
        if (isTestFramework(jar) && !jar.path().contains("WEB-INF/lib/"))
            return found(Scope.TEST, false, Certainty.LIKELY, "a framework for tests; no usage found", List.of());
        if (generates && !jar.classes().isEmpty() && !needsFacade(jar)) {
            String note = "no usage found; kept for code that annotation processors generate";
            return new ScopeFinding(Scope.COMPILE, false, false, Certainty.GUESS, note, List.of(), note);
        }
        String note = "no usage found; kept at runtime scope";
        return new ScopeFinding(Scope.RUNTIME, false, false, Certainty.GUESS, "no usage found", List.of(), note);
    }

    /** Whether most packages of a jar are those of frameworks for tests. */
    private static boolean isTestFramework(Jar jar) {
        long ofTests = jar.packages().stream()
                .filter(name -> TEST_FRAMEWORKS.stream().anyMatch((name + ".")::startsWith))
                .count();
        return ofTests * 2 > jar.packages().size();
    }

    private static ScopeFinding byService(Scope scope, boolean direct, List<Evidence> offered) {
        String service = Text.behindLast(offered.get(0).file(), "/");
        return found(scope, direct, Certainty.LIKELY, "provides the service " + service, offered);
    }

    /** Whether sources reach a jar only through an interface that hides it. */
    private boolean behindFacade(Jar jar) {
        for (Jar each = jar; ; ) {
            Jar by = fromMain.get(each);
            if (by == null || by.equals(each)) return false;
            if (isFacade(by)) return true;
            each = by;
        }
    }

    /** Whether a jar is there for the compiler alone; logging back ends contain processors, too. */
    private boolean isProcessor(Jar jar) {
        return jar.offersProcessor() && jar.services().size() == 1 && !needsFacade(jar);
    }

    private boolean needsFacade(Jar jar) {
        return usage.needs(jar).stream().anyMatch(ScopeFinder::isFacade);
    }

    private static boolean isFacade(Jar jar) {
        return FACADES.stream().anyMatch(jar::holds);
    }

    private static ScopeFinding neededBy(Scope scope, Jar other) {
        String by = "required by " + other.name();
        return found(scope, false, Certainty.LIKELY, by, List.of(Evidence.of(other.path(), by)));
    }

    private static ScopeFinding found(
            Scope scope, boolean direct, Certainty certainty, String why, List<Evidence> evidence) {
        return new ScopeFinding(scope, direct, false, certainty, why, evidence, "");
    }
}
