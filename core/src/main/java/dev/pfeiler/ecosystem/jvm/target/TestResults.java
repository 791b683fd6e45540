package dev.pfeiler.ecosystem.jvm.target;

import java.util.Collections;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Pattern;

/**
 * What tests came to.
 *
 * @param outcomes by test, as {@code class#method}
 */
public record TestResults(Map<String, Outcome> outcomes) {
    /** What became of a test. */
    public enum Outcome {
        PASSED,
        FAILED,
        SKIPPED
    }

    private static final Pattern ARGUMENTS = Pattern.compile("(?<=#[\\w$]{0,200})[^\\w$#].*$");

    public static final TestResults NONE = new TestResults(Map.of());

    public TestResults {
        SortedMap<String, Outcome> sorted = new TreeMap<>(outcomes);
        outcomes = Collections.unmodifiableSortedMap(sorted);
    }

    /** Of two outcomes of one test, the one that counts. */
    public static Outcome worse(Outcome one, Outcome other) {
        if (one == Outcome.FAILED || other == Outcome.FAILED) return Outcome.FAILED;
        return one == Outcome.PASSED || other == Outcome.PASSED ? Outcome.PASSED : Outcome.SKIPPED;
    }

    /** The outcomes by method: invocations with different arguments are one, as engines number them differently. */
    public SortedMap<String, Outcome> byMethod() {
        SortedMap<String, Outcome> byMethod = new TreeMap<>();
        outcomes.forEach((test, outcome) ->
                byMethod.merge(ARGUMENTS.matcher(test).replaceFirst(""), outcome, TestResults::worse));
        return byMethod;
    }
}
