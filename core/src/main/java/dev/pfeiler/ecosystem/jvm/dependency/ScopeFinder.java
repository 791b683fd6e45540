package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.library.Usage;
import dev.pfeiler.ecosystem.jvm.library.Usage.Way;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/** Finds the scope of a jar by how the module uses it. */
public final class ScopeFinder {
    /** Classes that only containers bring: one for each API they implement. */
    private static final Set<String> CONTAINER = Set.of(
            "javax.servlet.Servlet",
            "jakarta.servlet.Servlet",
            "javax.servlet.jsp.JspPage",
            "jakarta.servlet.jsp.JspPage",
            "javax.el.ELContext",
            "jakarta.el.ELContext",
            "javax.ejb.EJBHome",
            "jakarta.ejb.EJBHome");

    private final Usage usage;
    private final Predicate<Jar> notDeployed;
    private final boolean ownServer;
    private final Map<Jar, Jar> fromMain;
    private final Map<Jar, Jar> fromTests;
    private final Map<Jar, Jar> fromNames;

    /**
     * @param notDeployed whether a jar is on the class path of a deployed program and not deployed with it
     * @param ownServer whether the program contains its server, so that there is no container
     */
    public ScopeFinder(Usage usage, Predicate<Jar> notDeployed, boolean ownServer) {
        this.usage = usage;
        this.notDeployed = notDeployed;
        this.ownServer = ownServer;
        this.fromMain = usage.reached(Way.MAIN);
        this.fromTests = usage.reached(Way.TEST);
        this.fromNames = usage.reached(Way.BY_NAME);
    }

    /**
     * The scope in which a jar is used.
     *
     * @param direct whether the module uses it itself, and not only other jars do
     * @param note a remark for readers of the descriptor; empty if there is none
     */
    record ScopeFinding(
            Scope scope, boolean direct, Certainty certainty, String why, List<Evidence> evidence, String note) {}

    ScopeFinding find(Jar jar) {
        List<Evidence> main = usage.evidence(jar, Way.MAIN);
        List<Evidence> named = usage.evidence(jar, Way.BY_NAME);
        List<Evidence> test = usage.evidence(jar, Way.TEST);
        boolean container = !ownServer && CONTAINER.stream().anyMatch(jar::holds);
        boolean used = usage.uses(Way.MAIN, jar) || usage.uses(Way.BY_NAME, jar);
        boolean needed = fromMain.containsKey(jar) || fromNames.containsKey(jar);
        if (container && (needed || !usage.uses(Way.TEST, jar))) {
            return found(Scope.PROVIDED, used, Certainty.CERTAIN, "an API that the container provides", main);
        }
        if (needed && notDeployed.test(jar)) {
            return found(Scope.PROVIDED, used, Certainty.LIKELY, "on the class path, but not deployed", main);
        }
        if (usage.uses(Way.MAIN, jar)) {
            return found(Scope.COMPILE, true, Certainty.CERTAIN, "used by " + files(main.size()), main);
        }
        if (usage.uses(Way.BY_NAME, jar)) {
            String why = "named in " + files(named.size());
            return found(Scope.RUNTIME, true, Certainty.LIKELY, why, named);
        }
        if (fromMain.containsKey(jar)) return neededBy(Scope.COMPILE, fromMain.get(jar));
        if (fromNames.containsKey(jar)) return neededBy(Scope.RUNTIME, fromNames.get(jar));
        if (usage.uses(Way.TEST, jar)) {
            return found(Scope.TEST, true, Certainty.CERTAIN, "used by " + tests(test.size()), test);
        }
        if (fromTests.containsKey(jar)) return neededBy(Scope.TEST, fromTests.get(jar));
        if (usage.uses(Way.BY_SERVICE, jar)) {
            List<Evidence> offered = usage.evidence(jar, Way.BY_SERVICE);
            String service = offered.get(0).file().replaceFirst(".*/", "");
            return found(Scope.RUNTIME, false, Certainty.LIKELY, "provides the service " + service, offered);
        }
        String note = "no usage found; kept at runtime scope";
        return new ScopeFinding(Scope.RUNTIME, false, Certainty.GUESS, "no usage found", List.of(), note);
    }

    private static ScopeFinding neededBy(Scope scope, Jar other) {
        String by = "required by " + other.name();
        return found(scope, false, Certainty.LIKELY, by, List.of(Evidence.of(other.path(), by)));
    }

    private static ScopeFinding found(
            Scope scope, boolean direct, Certainty certainty, String why, List<Evidence> evidence) {
        return new ScopeFinding(scope, direct, certainty, why, evidence, "");
    }

    private static String files(int count) {
        return count == 1 ? "1 file" : count + " files";
    }

    private static String tests(int count) {
        return count == 1 ? "1 test source" : count + " test sources";
    }
}
