package dev.pfeiler.conversion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.Sketch;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class StepMergeTest {
    @TempDir
    Path root;

    private StepMerge merge() throws IOException {
        new Sketch(root).file("web/js/a.js", "built").file("front/a.ts", "source");
        return new StepMerge(ProjectTree.read(root));
    }

    @Test
    void whatAnInnerPartsBuildWritesIsNotMovedByTheOuterPart() throws IOException {
        Step.Move move = new Step.Move("web/js/a.js", "src/main/webapp/js/a.js", "a web file");
        Step.Retire retire = new Step.Retire("../web/js/a.js", "build output");
        StepMerge outerFirst = merge();
        outerFirst.add(".", "", List.of(move), List.of());
        outerFirst.add("front", "front", List.of(retire), List.of("/../src/main/webapp/js/a.js", "/node_modules/"));
        assertThat(outerFirst.steps())
                .containsExactly(
                        new Step.Retire("web/js/a.js", "build output"),
                        new Step.Write(
                                ".gitignore",
                                "/src/main/webapp/js/a.js\n/front/node_modules/\n",
                                "ignores build output"));
        StepMerge innerFirst = merge();
        innerFirst.add("front", "front", List.of(retire), List.of());
        innerFirst.add(".", "", List.of(move), List.of());
        assertThat(innerFirst.steps()).containsExactly(new Step.Retire("web/js/a.js", "build output"));
    }

    @Test
    void otherContradictionsAreRefused() throws IOException {
        StepMerge merge = merge();
        merge.add("one", "", List.of(new Step.Write("x", "1", "")), List.of());
        assertThatThrownBy(() -> merge.add("two", "", List.of(new Step.Write("x", "2", "")), List.of()))
                .isInstanceOf(Refusal.class)
                .hasMessage("Two parts both change x: one and two.");
    }
}
