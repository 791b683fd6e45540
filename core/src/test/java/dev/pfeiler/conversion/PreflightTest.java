package dev.pfeiler.conversion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.Sketch;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is refused before the first change, and what undo says of later edits. */
class PreflightTest {
    @TempDir
    Path folder;

    private Sketch sketch;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(Files.createDirectories(folder.resolve("port")))
                .file("src/A.java", "class A {}")
                .file("lib/x.jar", "jar")
                .file("Main/keep.txt", "x");
    }

    private void refused(String why, Step... steps) throws IOException {
        refused(sketch.tree(), why, steps);
    }

    private void refused(ProjectTree tree, String why, Step... steps) throws IOException {
        Map<String, String> before = sketch.digest();
        assertThatThrownBy(() -> Conversion.run(tree, List.of(steps), Ledger.Decided.NOTHING))
                .isInstanceOfSatisfying(Refusal.class, refusal -> {
                    assertThat(refusal.reason()).isEqualTo(Refusal.Reason.NOT_POSSIBLE);
                    assertThat(refusal.next()).isNotBlank();
                })
                .hasMessageContaining(why);
        assertThat(sketch.digest()).as("nothing was changed").isEqualTo(before);
    }

    @Test
    void pathsThatDifferOnlyInLetterCase() throws IOException {
        refused("differ only in letter case", new Step.Move("src/A.java", "main/A.java", ""));
        refused(
                "differ only in letter case",
                new Step.Move("src/A.java", "x/a.txt", ""),
                new Step.Write("x/A.txt", "", ""));
        Conversion.run(sketch.tree(), List.of(new Step.Move("src/A.java", "src/a.java", "")), Ledger.Decided.NOTHING);
    }

    @Test
    void pathsThatAreTooLong() throws IOException {
        refused("too long", new Step.Move("src/A.java", "x/" + "a".repeat(256) + ".java", ""));
        refused("too long", new Step.Write("x/" + "ø".repeat(130), "", ""));
    }

    @Test
    void aTreeThatHasChangedSinceItWasRead() throws IOException {
        ProjectTree tree = sketch.tree();
        sketch.file("src/A.java", "class A { int later; }");
        refused(tree, "changed while", new Step.Move("src/A.java", "x/A.java", ""));
        ProjectTree other = sketch.tree();
        Files.delete(sketch.root().resolve("lib/x.jar"));
        refused(other, "changed while", new Step.Retire("lib/x.jar", ""));
    }

    @Test
    void linksAreNotMovedAndNotMovedThrough() throws IOException {
        Path outside = Files.createDirectories(folder.resolve("outside"));
        Files.createSymbolicLink(sketch.root().resolve("out"), outside);
        Files.createSymbolicLink(sketch.root().resolve("src/B.java"), outside.resolve("B.java"));
        refused("is a symbolic link", new Step.Write("out/pom.xml", "", ""));
        refused("is a symbolic link", new Step.Move("src/B.java", "x/B.java", ""));
        assertThat(outside).isEmptyDirectory();
    }

    @Test
    void aFileWhereAFolderIsNeeded() throws IOException {
        refused("is a file", new Step.Write("lib/x.jar/pom.xml", "", ""));
    }

    @Test
    void aSecondRunAtTheSameTime() throws IOException {
        Lock held = Lock.take(sketch.root());
        refused("Another run is changing", new Step.Write("pom.xml", "", ""));
        held.release();
        Path lock = sketch.root().resolve(".pfeiler/lock");
        // what a process that was killed left: its lock ended with it
        Files.createDirectories(lock.getParent());
        Files.writeString(lock, "litter");
        Conversion.run(sketch.tree(), List.of(new Step.Write("pom.xml", "", "")), Ledger.Decided.NOTHING);
        assertThat(lock).as("given back").doesNotExist();
    }

    private void converted() {
        Conversion.run(
                sketch.tree(),
                List.of(
                        new Step.Move("src/A.java", "main2/A.java", ""),
                        new Step.Retire("lib/x.jar", ""),
                        new Step.Write("pom.xml", "<project/>", ""),
                        new Step.Edit(
                                "Main/keep.txt", "Main/keep.txt", "edited", StandardCharsets.UTF_8, List.of(), "")),
                Ledger.Decided.NOTHING);
    }

    private String text(String path) throws IOException {
        return Files.readString(sketch.root().resolve(path)).strip();
    }

    private void edits() throws IOException {
        sketch.file("main2/A.java", "class A { int mine; }")
                .file("lib/x.jar", "my own jar")
                .file("pom.xml", "<project>mine</project>")
                .file("Main/keep.txt", "mine")
                .file("main2/New.java", "class New {}");
    }

    @Test
    void laterEditsAreToldOneByOne() throws IOException {
        converted();
        edits();
        assertThatThrownBy(() -> Undo.run(sketch.root(), Undo.Edits.REFUSE, BuildOutput.NONE))
                .hasMessageContaining("main2/A.java was edited")
                .hasMessageContaining("--keep-mine: moved back with your changes")
                .hasMessageContaining("--take-old:  restored; your version is saved as NAME.yours")
                .hasMessageContaining("lib/x.jar was created")
                .hasMessageContaining("pom.xml was edited")
                .hasMessageContaining("Main/keep.txt was edited");
        Files.delete(sketch.root().resolve("main2/A.java"));
        assertThatThrownBy(() -> Undo.run(sketch.root(), Undo.Edits.REFUSE, BuildOutput.NONE))
                .hasMessageContaining("main2/A.java was deleted");
    }

    @Test
    void thePersonsWorkMayBeKept() throws IOException {
        converted();
        edits();
        Undo.Result result = Undo.run(sketch.root(), Undo.Edits.KEEP_MINE, BuildOutput.NONE);
        assertThat(text("src/A.java")).isEqualTo("class A { int mine; }");
        assertThat(text("lib/x.jar")).isEqualTo("my own jar");
        assertThat(text("lib/x.jar.before")).isEqualTo("jar");
        assertThat(text("Main/keep.txt")).isEqualTo("mine");
        assertThat(text("Main/keep.txt.before")).isEqualTo("x");
        assertThat(text("pom.xml")).isEqualTo("<project>mine</project>");
        assertThat(result.aside()).containsExactlyInAnyOrder("lib/x.jar.before", "Main/keep.txt.before");
        assertThat(result.left()).containsExactly("main2/New.java");
    }

    @Test
    void theOldFilesMayBeWanted() throws IOException {
        converted();
        edits();
        sketch.file("lib/x.jar.yours", "taken");
        Undo.Result result = Undo.run(sketch.root(), Undo.Edits.TAKE_OLD, BuildOutput.NONE);
        assertThat(text("src/A.java")).isEqualTo("class A {}");
        assertThat(text("src/A.java.yours")).isEqualTo("class A { int mine; }");
        assertThat(text("lib/x.jar")).isEqualTo("jar");
        assertThat(text("lib/x.jar.yours2")).as("a free name").isEqualTo("my own jar");
        assertThat(text("Main/keep.txt")).isEqualTo("x");
        assertThat(text("pom.xml.yours")).isEqualTo("<project>mine</project>");
        assertThat(sketch.root().resolve("pom.xml")).doesNotExist();
        assertThat(result.aside()).hasSize(4);
    }

    @Test
    void aFileThatReplacesAMovedOneAtItsOldPlaceIsTold() throws IOException {
        converted();
        Files.delete(sketch.root().resolve("main2/A.java"));
        sketch.file("src/A.java", "class A { int again; }");
        assertThatThrownBy(() -> Undo.run(sketch.root(), Undo.Edits.REFUSE, BuildOutput.NONE))
                .hasMessageContaining("src/A.java created after main2/A.java was deleted")
                .hasMessageContaining("--take-old:  saved as NAME.yours; the original is restored");
        Undo.run(sketch.root(), Undo.Edits.TAKE_OLD, BuildOutput.NONE);
        assertThat(text("src/A.java")).isEqualTo("class A {}");
        assertThat(text("src/A.java.yours")).isEqualTo("class A { int again; }");
    }

    @Test
    void whatWasDeletedComesBackWhereItIsWanted() throws IOException {
        converted();
        Files.delete(sketch.root().resolve("main2/A.java"));
        Undo.run(sketch.root(), Undo.Edits.TAKE_OLD, BuildOutput.NONE);
        assertThat(text("src/A.java")).isEqualTo("class A {}");
    }
}
