package dev.pfeiler.ecosystem.php.proof;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.proof.TestCounts;
import java.util.List;
import org.junit.jupiter.api.Test;

class PhpUnitSummaryTest {
    @Test
    void theSummaryIsRead() {
        assertThat(PhpUnitSummary.of(0, List.of("OK (3 tests, 5 assertions)")).counts())
                .contains(new TestCounts(3, 0, 0));
        assertThat(PhpUnitSummary.of(0, List.of("OK (1 test, 1 assertion)")).counts())
                .contains(new TestCounts(1, 0, 0));
        assertThat(PhpUnitSummary.of(2, List.of("Tests: 7, Assertions: 9, Errors: 1, Failures: 2, Skipped: 1."))
                        .counts())
                .contains(new TestCounts(3, 3, 1));
        assertThat(PhpUnitSummary.of(255, List.of("Fatal error")).counts()).isEmpty();
    }
}
