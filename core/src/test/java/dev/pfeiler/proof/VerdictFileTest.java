package dev.pfeiler.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class VerdictFileTest {
    @Test
    void aVerdictIsReadAsItWasWritten() throws IOException {
        PartVerdict part = new PartVerdict(
                        List.of(new Comparison(
                                "classes",
                                "2",
                                "1",
                                List.of(new Difference("p.A", Difference.Kind.GONE, "not compiled", "left out")))),
                        Optional.empty(),
                        List.of(Path.of("/quay/.pfeiler/proof/a.jar")),
                        Path.of("/quay/.pfeiler/proof/build.log"),
                        List.of("a note"))
                .attaching(List.of(new Attachment(Path.of("/quay/p.png"), "index", Attachment.Kind.PICTURE)))
                .comparedWith(PartVerdict.OldBuild.RUN);
        PartVerdict failed = PartVerdict.failed("no compiler", "Install one.", Path.of("/quay/log"));
        Verdict verdict = new Verdict(
                        List.of(new Verdict.Part("a", part), new Verdict.Part("b", failed)), List.of("edited"))
                .timed(List.of(new Verdict.StageTime("building", 12)));
        assertThat(VerdictFile.read(VerdictFile.write(verdict))).isEqualTo(verdict);
        Verdict delivering = new Verdict(
                List.of(new Verdict.Part(
                        "a", part.delivering(new PartVerdict.Delivery(Map.of("x", Path.of("/tmp/x")), Map.of())))),
                List.of());
        assertThat(VerdictFile.read(VerdictFile.write(delivering)).parts())
                .containsExactly(new Verdict.Part("a", part));
    }

    @Test
    void aClockTakesTheTimeBetweenStages() {
        Deque<Long> moments = new ArrayDeque<>(List.of(0L, 7_000_000L, 7_000_000L, 10_500_000L));
        List<String> passed = new ArrayList<>();
        StageClock clock = new StageClock(passed::add, moments::poll);
        clock.accept("copying");
        clock.accept("building");
        assertThat(clock.times())
                .containsExactly(new Verdict.StageTime("copying", 7), new Verdict.StageTime("building", 3));
        assertThat(passed).containsExactly("copying", "building");
    }
}
