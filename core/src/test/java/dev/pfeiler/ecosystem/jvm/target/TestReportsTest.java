package dev.pfeiler.ecosystem.jvm.target;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.ecosystem.jvm.target.TestResults.Outcome;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class TestReportsTest {
    @TempDir
    Path output;

    @Test
    void outcomesAreReadWithWhatFailed() throws IOException {
        Path folder = Files.createDirectories(output.resolve("test"));
        Files.writeString(
                folder.resolve("TEST-p.GateTest.xml"),
                """
                <testsuite>
                  <testcase classname="p.GateTest" name="opens"/>
                  <testcase classname="p.GateTest" name="waits"><skipped/></testcase>
                  <testcase classname="p.GateTest" name="closes[1]">
                    <failure message="no" type="X">java.lang.AssertionError: no
                	at p.GateTest.closes(GateTest.java:9)</failure>
                  </testcase>
                  <testcase classname="p.GateTest" name="reflects">
                    <error type="Y">java.lang.IllegalStateException: odd
                Caused by: java.lang.reflect.InaccessibleObjectException: Unable to make field accessible: \
                module java.base does not "opens java.util" to unnamed module @1b</error>
                  </testcase>
                </testsuite>
                """);
        TestResults results = TestReports.read(output);
        assertThat(results.outcomes())
                .containsEntry("p.GateTest#opens", Outcome.PASSED)
                .containsEntry("p.GateTest#waits", Outcome.SKIPPED)
                .containsEntry("p.GateTest#closes[1]", Outcome.FAILED)
                .containsEntry("p.GateTest#reflects", Outcome.FAILED)
                .hasSize(4);
        assertThat(results.failure("p.GateTest#closes").orElseThrow().message())
                .isEqualTo("java.lang.AssertionError: no");
        assertThat(results.failure("p.GateTest#opens")).isEmpty();
        assertThat(results.closed()).isEqualTo(Set.of("java.base/java.util"));
        assertThat(ClosedPackages.hint(results.closed()))
                .endsWith("pfeiler convert --choose \"opens=java.base/java.util\".");
    }
}
