package dev.pfeiler.proof;

import java.util.List;
import java.util.Optional;

/**
 * How many tests passed and how many did not.
 *
 * @param failed with those that ended by an error
 */
public record TestCounts(int passed, int failed, int skipped) {
    public int run() {
        return passed + failed;
    }

    @Override
    public String toString() {
        return passed + " passed" + (failed == 0 ? "" : ", " + failed + " failed")
                + (skipped == 0 ? "" : ", " + skipped + " skipped");
    }

    /**
     * One run of the tests.
     *
     * @param exit the exit code of the test runner
     * @param counts nothing if its output does not tell
     */
    public record Run(int exit, Optional<TestCounts> counts) {
        public boolean succeeded() {
            return exit == 0;
        }

        @Override
        public String toString() {
            return counts.map(TestCounts::toString).orElse("exit " + exit);
        }

        /** The row of a proof in which this is the old run. */
        public Comparison against(Run now, String cause) {
            boolean same = succeeded() == now.succeeded() && counts.equals(now.counts);
            List<Difference> differences = same
                    ? List.of()
                    : List.of(new Difference(
                            "the tests",
                            Difference.Kind.CHANGED,
                            this + ", now " + now,
                            now.succeeded() && !succeeded() ? cause : ""));
            return new Comparison("tests", toString(), now.toString(), differences);
        }

        /** The row of a proof that has no old run. */
        public Comparison alone(String name, String log) {
            List<Difference> differences =
                    succeeded() ? List.of() : List.of(new Difference(name, Difference.Kind.CHANGED, "see " + log, ""));
            return new Comparison("tests", "", toString(), differences);
        }
    }
}
