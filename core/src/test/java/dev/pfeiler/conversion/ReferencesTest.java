package dev.pfeiler.conversion;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.evidence.Finding;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ReferencesTest {
    @TempDir
    Path folder;

    private List<String> left(Sketch sketch) {
        List<Step> steps = List.of(
                new Step.Move("code/p/A.java", "src/main/java/p/A.java", ""),
                new Step.Move("code/tides.properties", "src/main/resources/tides.properties", ""),
                new Step.Move("board/index.html", "src/main/webapp/index.html", ""),
                new Step.Move("board/css/a.css", "src/main/webapp/css/a.css", ""),
                new Step.Retire("lib/x.jar", ""),
                new Step.Retire("build.sh", ""));
        return References.left(sketch.tree(), steps).stream()
                .map(finding -> finding.subject() + " " + finding.fact().replaceFirst(", and.*", "") + " "
                        + finding.evidence().get(0).place())
                .toList();
    }

    private Sketch sketch() throws IOException {
        return new Sketch(folder)
                .file("code/p/A.java", "package p;", "class A {}")
                .file("code/tides.properties", "a=b")
                .file("board/index.html", "<link href='css/a.css'>")
                .file("board/css/a.css", "")
                .file("lib/x.jar", "x")
                .file("build.sh", "javac code/p/A.java");
    }

    @Test
    void scriptsAndTextsThatNameWhatMovesAreListedWithTheirLines() throws IOException {
        Sketch sketch = sketch().file("Dockerfile", "FROM x", "COPY ./board /srv/board", "COPY lib/*.jar /srv/lib/")
                .file("start.sh", "java -cp lib/x.jar -Dc=code/tides.properties p.A", "cat code/tides.properties")
                .file("README", "See code/p/A.java and https://port.no/code/p/A.java");
        assertThat(left(sketch))
                .containsExactlyInAnyOrder(
                        "board lies at src/main/webapp now Dockerfile:2",
                        "lib has left the tree Dockerfile:3",
                        "lib/x.jar has left the tree start.sh:1",
                        "code/tides.properties lies at src/main/resources/tides.properties now start.sh:1",
                        "code/p/A.java lies at src/main/java/p/A.java now README:1");
    }

    @Test
    void literalsThatOpenFilesAreListedAndClassPathLookUpsAreNot() throws IOException {
        Sketch sketch = sketch().file(
                        "code/p/A.java",
                        "package p;",
                        "class A {",
                        "  // see code/tides.properties",
                        "  Object a = new java.io.File(\"code/tides.properties\");",
                        "  Object b = A.class.getResource(\"/tides.properties\");",
                        "  Object c = A.class.getResource(\"css/a.css\");",
                        "}");
        assertThat(left(sketch))
                .containsExactly(
                        "code/tides.properties lies at src/main/resources/tides.properties now code/p/A.java:4");
    }

    @Test
    void aFolderThatKeepsFilesHasNotGone() throws IOException {
        Sketch sketch = sketch().file("board/notes.txt", "x").file("start.sh", "ls board/ board/css/");
        assertThat(left(sketch)).containsExactly("board/css lies at src/main/webapp/css now start.sh:1");
    }

    @Test
    void whatStaysIsNoReference() throws IOException {
        Sketch sketch = sketch().file("start.sh", "ls docs/x code/q other/lib/x.jar $HOME/lib/x.jar");
        List<Finding> none = References.left(sketch.tree(), List.of());
        assertThat(none).isEmpty();
        assertThat(left(sketch)).isEmpty();
    }
}
