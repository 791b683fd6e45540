package dev.pfeiler.proof;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.process.ToolRun;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

class ProgramComparisonTest {
    private final List<Integer> starts = new ArrayList<>();

    private static ProgramResult result(int exit, String... output) {
        return new ProgramResult(exit, List.of(output));
    }

    private ProgramComparison.Outcome compare(boolean failures, ProgramComparison.Start before, ProgramResult after)
            throws IOException {
        ProgramComparison.Start counted = number -> {
            starts.add(number);
            return before.run(number);
        };
        return new ProgramComparison("run tide", line -> line.replace("/old", "/new"), failures)
                .compare(counted, number -> after, output -> output.contains("closed") ? "opened now" : "");
    }

    @Test
    void equalProgramsAreStartedOnce() throws IOException {
        ProgramComparison.Outcome outcome =
                compare(true, number -> result(0, "in /old", "3 m"), result(0, "in /new", "3 m"));
        assertThat(outcome.row()).isEqualTo(new Comparison("run tide", "exit 0", "exit 0", List.of()));
        assertThat(starts).containsExactly(1);
    }

    @Test
    void whatChangesFromStartToStartIsNoDifference() throws IOException {
        ProgramComparison.Outcome outcome =
                compare(true, number -> result(0, "took " + number + " ms", "3 m"), result(0, "took 40 ms", "3 m"));
        assertThat(outcome.row().differences()).isEmpty();
        assertThat(starts).containsExactly(1, 2);
    }

    @Test
    void anotherOutputIsADifference() throws IOException {
        ProgramComparison.Outcome outcome =
                compare(true, number -> result(0, "took " + number + " ms", "3 m"), result(0, "took 40 ms", "4 m"));
        assertThat(outcome.row().differences()).containsExactly(new Difference("output", Difference.Kind.CHANGED, ""));
        assertThat(starts).containsExactly(1, 2, 3);
    }

    @Test
    void anExitCodeIsExplainedByItsCauseOnlyIfTheOldProgramFailed() throws IOException {
        assertThat(compare(true, number -> result(1, "closed"), result(0, "fine"))
                        .row()
                        .state())
                .isEqualTo(Comparison.State.EXPLAINED);
        assertThat(compare(true, number -> result(0, "closed"), result(1, "fine"))
                        .row()
                        .state())
                .isEqualTo(Comparison.State.DIFFERENT);
    }

    @Test
    void outputsOfFailuresCountOnRequest() throws IOException {
        assertThat(compare(false, number -> result(1, "at a.js:1"), result(1, "at b.js:2"))
                        .row()
                        .differences())
                .isEmpty();
        assertThat(compare(true, number -> result(1, "at a.js:1"), result(1, "at b.js:2"))
                        .row()
                        .differences())
                .hasSize(1);
    }

    @Test
    void aProgramThatDoesNotEndIsNotCompared() throws IOException {
        ProgramComparison.Outcome outcome =
                compare(true, number -> result(ToolRun.OUT_OF_TIME, "waiting"), result(0, "waiting"));
        assertThat(outcome.row())
                .isEqualTo(ProgramComparison.unchecked(
                        "run tide", "runs on", "does not exit on its own; --run-with passes other arguments"));
        assertThat(outcome.after()).isEmpty();
    }

    @Test
    void testRunsAreComparedByTheirCounts() {
        TestCounts.Run before = new TestCounts.Run(1, java.util.Optional.of(new TestCounts(2, 1, 0)));
        TestCounts.Run after = new TestCounts.Run(0, java.util.Optional.of(new TestCounts(3, 0, 1)));
        Comparison row = before.against(after, "it is installed now");
        assertThat(row.before()).isEqualTo("2 passed, 1 failed");
        assertThat(row.after()).isEqualTo("3 passed, 1 skipped");
        assertThat(row.state()).isEqualTo(Comparison.State.EXPLAINED);
        assertThat(after.against(before, "it is installed now").state()).isEqualTo(Comparison.State.DIFFERENT);
        assertThat(before.against(before, "").differences()).isEmpty();
    }

    @Test
    void unaryOperatorsOfLinesLeaveTheExitCodeAlone() {
        assertThat(result(3, "a").with(UnaryOperator.identity())).isEqualTo(result(3, "a"));
    }
}
