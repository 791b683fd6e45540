package dev.pfeiler.ecosystem.jvm.target;

import dev.pfeiler.proof.TestCounts;
import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * What tests came to.
 *
 * @param outcomes by test, as {@code class#method}
 * @param failures why tests failed, where that is known
 */
public record TestResults(Map<String, Outcome> outcomes, Map<String, Failure> failures) {
    /**
     * Why a test failed.
     *
     * @param message the first line of the exception
     * @param closed packages of the JDK that it could not reach, as {@code module/package}
     */
    public record Failure(String message, Set<String> closed) {
        public Failure {
            closed = Set.copyOf(closed);
        }
    }

    /** What became of a test. */
    public enum Outcome {
        PASSED,
        FAILED,
        SKIPPED
    }

    private static final Pattern ARGUMENTS = Pattern.compile("(?<=#[\\w$]{0,200})[^\\w$#].*$");

    public static final TestResults NONE = new TestResults(Map.of(), Map.of());

    public TestResults {
        SortedMap<String, Outcome> sorted = new TreeMap<>(outcomes);
        outcomes = Collections.unmodifiableSortedMap(sorted);
        failures = Map.copyOf(failures);
    }

    /** Why a method failed, with any arguments. */
    public Optional<Failure> failure(String method) {
        return failures.entrySet().stream()
                .filter(entry -> byMethod(entry.getKey()).equals(method))
                .min(Map.Entry.comparingByKey())
                .map(Map.Entry::getValue);
    }

    /** The packages of the JDK that failing tests could not reach. */
    public SortedSet<String> closed() {
        return failures.values().stream()
                .flatMap(failure -> failure.closed().stream())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    private static String byMethod(String test) {
        return ARGUMENTS.matcher(test).replaceFirst("");
    }

    /** Of two outcomes of one test, the one that counts. */
    public static Outcome worse(Outcome one, Outcome other) {
        if (one == Outcome.FAILED || other == Outcome.FAILED) return Outcome.FAILED;
        return one == Outcome.PASSED || other == Outcome.PASSED ? Outcome.PASSED : Outcome.SKIPPED;
    }

    /** The outcomes by method: invocations with different arguments are one, as engines number them differently. */
    public SortedMap<String, Outcome> byMethod() {
        SortedMap<String, Outcome> byMethod = new TreeMap<>();
        outcomes.forEach((test, outcome) -> byMethod.merge(byMethod(test), outcome, TestResults::worse));
        return byMethod;
    }

    /** How many methods passed and failed. */
    public TestCounts counts() {
        int[] counts = new int[Outcome.values().length];
        byMethod().values().forEach(outcome -> counts[outcome.ordinal()]++);
        return new TestCounts(
                counts[Outcome.PASSED.ordinal()], counts[Outcome.FAILED.ordinal()], counts[Outcome.SKIPPED.ordinal()]);
    }
}
