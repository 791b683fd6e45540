package dev.pfeiler.conversion;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class StepTest {
    private static Step.Change change(int line, String before, String after) {
        return new Step.Change(line, before, after);
    }

    @Test
    void changesAreTheLinesThatDiffer() {
        assertThat(Step.Change.between("a\nb\nc\n", "a\nB\nc\n")).containsExactly(change(2, "b", "B"));
        assertThat(Step.Change.between("a\nb\n", "a\nb\n")).isEmpty();
        assertThat(Step.Change.between("a\n b\n", "a\nb\n"))
                .as("shown without indentation")
                .containsExactly(change(2, "b", "b"));
    }

    @Test
    void anAddedLineDoesNotChangeTheOnesAfterIt() {
        assertThat(Step.Change.between("a\nb\nc\n", "a\nnew\nb\nc\n")).containsExactly(change(2, "", "new"));
        assertThat(Step.Change.between("a\nb\nc\n", "b\nc\n")).containsExactly(change(1, "a", ""));
        assertThat(Step.Change.between("a\nb\nc\nd\n", "x\na\nb\nD\nE\n"))
                .containsExactly(change(1, "", "x"), change(3, "c", "D"), change(4, "d", "E"));
    }

    @Test
    void anInsertedBlockIsShownWhole() {
        String before = "<list>\n  <entry>\n    a\n  </entry>\n  <entry>\n    c\n  </entry>\n</list>\n";
        String after = before.replace("    c", "    b\n  </entry>\n  <entry>\n    c");
        assertThat(Step.Change.between(before, after))
                .containsExactly(change(5, "", "<entry>"), change(5, "", "b"), change(5, "", "</entry>"));
        assertThat(Step.Change.between("", "a\n")).containsExactly(change(1, "", "a"));
    }
}
