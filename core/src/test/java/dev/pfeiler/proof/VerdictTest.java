package dev.pfeiler.proof;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.proof.PartVerdict.Outcome;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class VerdictTest {
    private static final Difference EXPLAINED =
            new Difference("lib/rope.jar", Difference.Kind.GONE, "in scope test: used by 1 test source");
    private static final Difference UNCHECKED =
            new Difference("<mooring>", Difference.Kind.UNCHECKED, "build.xml:12", "");
    private static final Difference UNKNOWN = new Difference("p/Quay.class", Difference.Kind.GONE, "");

    private static PartVerdict part(Difference... differences) {
        Comparison row = new Comparison("classes", "2", "2", List.of(differences));
        return new PartVerdict(List.of(row), Optional.empty(), List.of(), Path.of("build.log"), List.of());
    }

    private static Verdict verdict(PartVerdict... parts) {
        return new Verdict(
                List.of(parts).stream().map(part -> new Verdict.Part("", part)).toList(), List.of());
    }

    @Test
    void differencesOfKnownCauseAreProven() {
        assertThat(part(EXPLAINED).outcome()).isEqualTo(Outcome.PROVEN);
    }

    @Test
    void whatCouldNotBeComparedIsNeitherProvenNorDifferent() {
        assertThat(part(EXPLAINED, UNCHECKED).outcome()).isEqualTo(Outcome.NOT_COMPARED);
        assertThat(part(UNCHECKED, UNKNOWN).outcome()).isEqualTo(Outcome.DIFFERENT);
        assertThat(verdict(part(UNCHECKED)).proven()).isFalse();
    }

    @Test
    void theWorstOfSeveralPartsCounts() {
        PartVerdict failed = PartVerdict.failed("mvn failed", "See its output.", Path.of("build.log"));
        assertThat(verdict(part(), part(UNCHECKED)).outcome()).isEqualTo(Outcome.NOT_COMPARED);
        assertThat(verdict(part(UNKNOWN), failed, part()).outcome()).isEqualTo(Outcome.FAILED);
        assertThat(verdict(part(), part(EXPLAINED)).proven()).isTrue();
    }
}
