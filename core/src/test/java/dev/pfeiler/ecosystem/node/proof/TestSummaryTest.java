package dev.pfeiler.ecosystem.node.proof;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.proof.TestCounts;
import java.util.List;
import org.junit.jupiter.api.Test;

class TestSummaryTest {
    @Test
    void theSummariesOfTestRunnersAreRead() {
        assertThat(TestSummary.of(1, List.of("# tests 4", "# pass 2", "# fail 1", "# skipped 1"))
                        .counts())
                .contains(new TestCounts(2, 1, 1));
        assertThat(TestSummary.of(0, List.of("  3 passing (12ms)", "  1 pending"))
                        .counts())
                .contains(new TestCounts(3, 0, 1));
        assertThat(TestSummary.of(1, List.of("Tests:       1 failed, 5 passed, 6 total"))
                        .counts())
                .contains(new TestCounts(5, 1, 0));
        assertThat(TestSummary.of(0, List.of("      Tests  7 passed (7)")).counts())
                .contains(new TestCounts(7, 0, 0));
    }

    @Test
    void anotherOutputHasNoCounts() {
        TestCounts.Run run = TestSummary.of(2, List.of("tide: 3 passed the bridge"));
        assertThat(run.counts()).isEmpty();
        assertThat(run).hasToString("exit 2");
    }
}
