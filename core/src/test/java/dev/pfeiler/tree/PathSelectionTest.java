package dev.pfeiler.tree;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.tree.PathSelection.Condition;
import dev.pfeiler.tree.PathSelection.Quantifier;
import java.util.List;
import org.junit.jupiter.api.Test;

class PathSelectionTest {
    private static PathSelection of(String... includes) {
        return new PathSelection(List.of(includes), List.of());
    }

    @Test
    void conditionsCombineSelections() {
        PathSelection any = new PathSelection(
                List.of(), List.of("**/*.txt"), List.of(new Condition(Quantifier.ANY, List.of(of("a/**"), of("b/*")))));
        assertThat(any.takes("a/x/y")).isTrue();
        assertThat(any.takes("b/y")).isTrue();
        assertThat(any.takes("b/x/y")).isFalse();
        assertThat(any.takes("a/x.txt")).isFalse();
        assertThat(any.isByPatterns()).isFalse();
        assertThat(any).isNotEqualTo(new PathSelection(List.of(), List.of("**/*.txt")));
        PathSelection none =
                new PathSelection(List.of("a/**"), List.of(), List.of(new Condition(Quantifier.NONE, List.of(any))));
        assertThat(none.takes("a/y")).isFalse();
        assertThat(none.takes("a/x.txt")).isTrue();
        PathSelection all = new PathSelection(
                List.of(), List.of(), List.of(new Condition(Quantifier.ALL, List.of(of("a/**"), of("**/*.txt")))));
        assertThat(all.takes("a/x.txt")).isTrue();
        assertThat(all.takes("a/x")).isFalse();
    }

    @Test
    void patternsTellWhetherSomethingBelowAFolderMayBeTaken() {
        assertThat(PathSelection.ALL.mayTakeBelow("a")).isTrue();
        assertThat(of("LICENSE").mayTakeBelow("a")).isFalse();
        assertThat(of("LICENSE").mayTakeBelow("")).isTrue();
        assertThat(of("a/b/c.txt").mayTakeBelow("a")).isTrue();
        assertThat(of("b/**", "a/**").mayTakeBelow("a/b")).isTrue();
        assertThat(of("a/b/*.txt").mayTakeBelow("a")).isTrue();
        assertThat(of("a/b/*.txt").mayTakeBelow("c")).isFalse();
        assertThat(of("a/").mayTakeBelow("a/b")).isTrue();
        assertThat(of("**/a/*").mayTakeBelow("b")).isTrue();
    }
}
