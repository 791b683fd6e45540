package dev.pfeiler.ecosystem.jvm.target.gradle;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class GradleOrderingTest {
    @Test
    void versionsAreOrderedAsTheManualSays() {
        List<String> ordered = List.of(
                "1.0-dev",
                "1.0-alpha",
                "1.0-zeta",
                "1.0-rc",
                "1.0-snapshot",
                "1.0-final",
                "1.0-ga",
                "1.0-release",
                "1.0-sp",
                "1.0",
                "1.0.1",
                "1.0.9",
                "1.0.10",
                "1.1a",
                "1.1.a",
                "1.1",
                "1.2",
                "007",
                "10");
        List<String> shuffled = new ArrayList<>(ordered);
        shuffled.remove("1.1.a");
        Collections.shuffle(shuffled, new Random(1));
        shuffled.sort(new GradleOrdering());
        List<String> expected = new ArrayList<>(ordered);
        expected.remove("1.1.a");
        assertThat(shuffled).isEqualTo(expected);
        assertThat(new GradleOrdering().compare("1.1a", "1.1.a"))
                .as("separators do not count")
                .isZero();
        assertThat(new GradleOrdering().compare("1.a", "1.A")).isPositive();
    }

    @Test
    void releasesAreReadAndCompared() {
        assertThat(GradleVersion.parse("4.4.1")).hasValueSatisfying(version -> {
            assertThat(version.atLeast(4, 4)).isTrue();
            assertThat(version.atLeast(4, 6)).isFalse();
            assertThat(version.runsKotlinScripts()).isFalse();
        });
        assertThat(GradleVersion.parse("8.5-rc-1"))
                .map(GradleVersion::hasReleaseOption)
                .contains(true);
        assertThat(GradleVersion.parse("newest")).isEmpty();
    }
}
