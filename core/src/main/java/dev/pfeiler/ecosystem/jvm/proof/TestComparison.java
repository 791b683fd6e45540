package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.ecosystem.jvm.target.TestResults;
import dev.pfeiler.ecosystem.jvm.target.TestResults.Outcome;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Difference.Kind;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Compares what the tests of a module came to with the old wiring and with the build tool. */
final class TestComparison {
    private TestComparison() {}

    static Comparison compare(TestResults old, TestResults now) {
        Map<String, Outcome> before = old.byMethod();
        Map<String, Outcome> after = now.byMethod();
        List<Difference> differences = new ArrayList<>();
        before.forEach((test, outcome) -> {
            Outcome other = after.get(test);
            if (other == null) {
                if (outcome == Outcome.PASSED || outcome == Outcome.FAILED)
                    differences.add(new Difference(test, Kind.GONE, "not run", ""));
            } else if (other == Outcome.FAILED) {
                String cause = outcome == Outcome.FAILED ? "fails with the old wiring, too" : "";
                differences.add(new Difference(test, Kind.CHANGED, fails(now, test), cause));
            } else if (outcome == Outcome.PASSED && other == Outcome.SKIPPED) {
                differences.add(new Difference(test, Kind.CHANGED, "skipped", ""));
            } else if (outcome == Outcome.FAILED) {
                differences.add(new Difference(test, Kind.CHANGED, "passes now", "failed with the old wiring"));
            }
        });
        after.forEach((test, outcome) -> {
            if (before.containsKey(test)) return;
            String cause = outcome == Outcome.FAILED ? "" : "not run by the old wiring's class names";
            String detail = outcome == Outcome.FAILED ? fails(now, test) : "";
            differences.add(new Difference(test, Kind.ADDED, detail, cause));
        });
        return new Comparison("tests", summary(before), summary(after), differences);
    }

    /** Without results of the old wiring: no test may fail, and every test class must run. */
    static Comparison withoutOld(List<String> classes, TestResults now) {
        Map<String, Outcome> after = now.byMethod();
        List<Difference> differences = new ArrayList<>();
        after.forEach((test, outcome) -> {
            if (outcome == Outcome.FAILED) differences.add(new Difference(test, Kind.CHANGED, fails(now, test), ""));
        });
        for (String type : classes) {
            boolean ran = after.keySet().stream()
                    .anyMatch(test -> test.startsWith(type + "#") || test.startsWith(type + "$"));
            if (!ran) differences.add(new Difference(type, Kind.GONE, "not run", ""));
        }
        String before = classes.size() + (classes.size() == 1 ? " class, not run" : " classes, not run");
        return new Comparison("tests", before, summary(after), differences);
    }

    private static String fails(TestResults results, String method) {
        return results.failure(method)
                .map(failure -> "fails: " + failure.message())
                .orElse("fails");
    }

    private static String summary(Map<String, Outcome> outcomes) {
        long passed = outcomes.values().stream().filter(Outcome.PASSED::equals).count();
        long skipped =
                outcomes.values().stream().filter(Outcome.SKIPPED::equals).count();
        return outcomes.size() + " run, " + passed + " passed" + (skipped > 0 ? ", " + skipped + " skipped" : "");
    }
}
