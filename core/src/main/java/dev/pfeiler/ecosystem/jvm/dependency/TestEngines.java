package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.model.TestRunner;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.maven.artifact.versioning.ComparableVersion;

/**
 * Decides what runs the tests of a module that are written for several frameworks. Version numbers: the JUnit 5 User
 * Guide, "Dependency Metadata"; the vintage engine needs JUnit 4.12.
 */
public final class TestEngines {
    private static final String JUPITER = "org.junit.jupiter";
    private static final String PLATFORM = "org.junit.platform";
    private static final String VINTAGE = "org.junit.vintage";
    private static final ComparableVersion LOWEST_FOR_VINTAGE = new ComparableVersion("4.12");

    private final Deliberation deliberation;
    private final ModuleName module;
    private final boolean brought;
    private final Map<TestRunner, Evidence> frameworks = new EnumMap<>(TestRunner.class);
    private final List<JarOutcome> added = new ArrayList<>();

    /** What was decided. */
    public record Decided(Set<TestRunner> runners, List<JarOutcome> added) {
        public Decided {
            runners = runners.isEmpty() ? Set.of() : EnumSet.copyOf(runners);
            added = List.copyOf(added);
        }
    }

    private TestEngines(Deliberation deliberation, ModuleName module, boolean brought) {
        this.deliberation = deliberation;
        this.module = module;
        this.brought = brought;
    }

    /**
     * @param brought whether the build tool fetches the engine of a single framework by itself
     * @param tests the sources that a test framework would run
     * @param classPath the artifacts that the tests are compiled against
     */
    public static Decided decide(
            Deliberation deliberation,
            ModuleName module,
            boolean brought,
            Collection<SourceFile> tests,
            Collection<Coordinates> classPath) {
        return new TestEngines(deliberation, module, brought).decide(tests, classPath);
    }

    private Decided decide(Collection<SourceFile> tests, Collection<Coordinates> classPath) {
        tests.forEach(test -> note(test, classPath));
        Set<TestRunner> runners = EnumSet.noneOf(TestRunner.class);
        runners.addAll(frameworks.keySet());
        Optional<String> jupiter = version(classPath, JUPITER);
        Optional<String> junit = version(classPath, "junit");
        if (junit.filter(v -> v.startsWith("3.")).isPresent() && runners.remove(TestRunner.JUNIT_4))
            runners.add(TestRunner.JUNIT_3);
        if (!runners.contains(TestRunner.JUNIT_PLATFORM)) return new Decided(runners, added);
        // it holds all engines
        if (classPath.stream().anyMatch(TestEngines::isStandalone)) {
            runners.remove(TestRunner.JUNIT_4);
            return new Decided(runners, added);
        }
        if (jupiter.isPresent() && runners.contains(TestRunner.JUNIT_4)) vintage(classPath, runners, jupiter.get());
        if (runners.size() > 1 || !brought) platform(classPath, runners, jupiter);
        return new Decided(runners, added);
    }

    /** Whether an artifact is the platform, its engines and their APIs in one. */
    public static boolean isStandalone(Coordinates artifact) {
        return artifact.group().equals(PLATFORM) && artifact.artifact().equals("junit-platform-console-standalone");
    }

    /** Lets the platform run the tests for JUnit 4, too, if their version allows it. */
    private void vintage(Collection<Coordinates> classPath, Set<TestRunner> runners, String jupiter) {
        boolean old = version(classPath, "junit")
                .filter(v -> new ComparableVersion(v).compareTo(LOWEST_FOR_VINTAGE) < 0)
                .isPresent();
        if (old) return;
        Coordinates engine = new Coordinates(VINTAGE, "junit-vintage-engine", jupiter);
        if (has(classPath, engine) || added(engine, "finds the tests for JUnit 3 and 4", TestRunner.JUNIT_4))
            runners.remove(TestRunner.JUNIT_4);
    }

    /** Declares the platform itself: of runners that are named one by one, build tools match no versions. */
    private void platform(Collection<Coordinates> classPath, Set<TestRunner> runners, Optional<String> jupiter) {
        List<Coordinates> needed = new ArrayList<>();
        jupiter.ifPresent(version -> needed.add(new Coordinates(JUPITER, "junit-jupiter-engine", version)));
        version(classPath, PLATFORM)
                .or(() -> jupiter.map(TestEngines::platformVersion))
                .ifPresent(version -> needed.add(new Coordinates(PLATFORM, "junit-platform-launcher", version)));
        String reason = runners.size() > 1
                ? "runs the tests for JUnit 5 beside those of others"
                : "runs tests on the JUnit Platform";
        for (Coordinates one : needed) if (!has(classPath, one)) added(one, reason, TestRunner.JUNIT_PLATFORM);
    }

    private void note(SourceFile test, Collection<Coordinates> classPath) {
        for (SourceFile.Import declared : test.imports()) {
            Optional<TestRunner> runner = runner(declared.name(), classPath);
            runner.ifPresent(
                    r -> frameworks.putIfAbsent(r, new Evidence(test.path(), declared.line(), declared.text())));
        }
    }

    private static Optional<TestRunner> runner(String imported, Collection<Coordinates> classPath) {
        if (imported.startsWith("spock.lang")) {
            boolean platform = version(classPath, "org.spockframework")
                    .filter(v -> !v.startsWith("0.") && !v.startsWith("1."))
                    .isPresent();
            return Optional.of(platform ? TestRunner.JUNIT_PLATFORM : TestRunner.JUNIT_4);
        }
        // these stand for the annotations of another framework
        if (imported.startsWith("kotlin.test")) {
            if (version(classPath, JUPITER).isPresent()) return Optional.of(TestRunner.JUNIT_PLATFORM);
            return Optional.of(version(classPath, "org.testng").isPresent() ? TestRunner.TESTNG : TestRunner.JUNIT_4);
        }
        if (imported.startsWith("org.junit.jupiter.")) return Optional.of(TestRunner.JUNIT_PLATFORM);
        if (imported.startsWith("org.testng.")) return Optional.of(TestRunner.TESTNG);
        // assertions of JUnit 4 are used in tests for JUnit 5, too
        boolean four = imported.equals("org.junit")
                || imported.equals("org.junit.Test")
                || imported.startsWith("org.junit.runner")
                || imported.startsWith("junit.framework")
                || imported.startsWith("groovy.util.GroovyTestCase")
                || imported.startsWith("groovy.test");
        return four ? Optional.of(TestRunner.JUNIT_4) : Optional.empty();
    }

    private boolean added(Coordinates engine, String reason, TestRunner framework) {
        String standing = deliberation.settle(
                Decision.of(
                                module.key(engine.artifact()),
                                module.titled(engine.artifact()),
                                engine.version(),
                                Certainty.CERTAIN,
                                reason,
                                List.of(frameworks.get(framework)))
                        .in("Test engines"),
                Choosable.oneOf(engine.version(), Choosable.WITHOUT));
        if (standing.equals(Choosable.WITHOUT)) return false;
        added.add(new JarOutcome.Added(Dependency.of(engine, Scope.TEST, reason), false, reason));
        return true;
    }

    private static boolean has(Collection<Coordinates> classPath, Coordinates artifact) {
        return classPath.stream().anyMatch(c -> c.key().equals(artifact.key()));
    }

    private static Optional<String> version(Collection<Coordinates> classPath, String group) {
        return classPath.stream()
                .filter(c -> c.group().equals(group))
                .map(Coordinates::version)
                .findFirst();
    }

    /** The version of the platform that belongs to one of JUnit 5: 1.8.2 to 5.8.2; later ones are numbered alike. */
    private static String platformVersion(String jupiter) {
        return jupiter.startsWith("5.") ? "1." + jupiter.substring(2) : jupiter;
    }
}
