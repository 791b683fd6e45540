package dev.pfeiler.conversion;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.ecosystem.jvm.wiring.script.JavaPathArguments;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ReferencesTest {
    @TempDir
    Path folder;

    private static References references(Sketch sketch) {
        return References.of(
                sketch.tree(),
                List.of(
                        new Step.Move("code/p/A.java", "src/main/java/p/A.java", ""),
                        new Step.Move("code/tides.properties", "src/main/resources/tides.properties", ""),
                        new Step.Move("board/index.html", "src/main/webapp/index.html", ""),
                        new Step.Move("board/css/a.css", "src/main/webapp/css/a.css", ""),
                        new Step.Retire("lib/x.jar", ""),
                        new Step.Retire("build.sh", "")),
                Map.of(
                        "dist/app.jar", "target/app.jar",
                        "out", "target/classes",
                        "lib/x.jar", "target/lib/x-1.jar",
                        "lib/*", "target/lib/*"),
                Set.of("java"),
                List.of(new JavaPathArguments()));
    }

    private static List<String> left(Sketch sketch) {
        return references(sketch).left().stream()
                .map(finding -> finding.subject() + " " + finding.fact().replace(" and is still referenced", "") + " "
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
        Sketch sketch = sketch().file("Dockerfile", "FROM x", "ENV A=board/css", "COPY lib/*.jar /srv/lib/")
                .file(
                        "start.sh",
                        "cd /srv",
                        "java -cp lib/x.jar -Dc=code/tides.properties p.A",
                        "cat code/tides.properties")
                .file("README", "See code/p/A.java and https://port.no/code/p/A.java");
        assertThat(left(sketch))
                .containsExactlyInAnyOrder(
                        "board/css was moved to src/main/webapp/css Dockerfile:2",
                        "lib was retired Dockerfile:3",
                        "lib/x.jar was retired start.sh:2",
                        "code/tides.properties was moved to src/main/resources/tides.properties start.sh:2",
                        "code/p/A.java was moved to src/main/java/p/A.java README:1");
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
                        "code/tides.properties was moved to src/main/resources/tides.properties code/p/A.java:4");
    }

    @Test
    void aFolderThatKeepsFilesHasNotGone() throws IOException {
        Sketch sketch = sketch().file("board/notes.txt", "x").file("start", "ls board/ board/css/");
        assertThat(left(sketch)).containsExactly("board/css was moved to src/main/webapp/css start:1");
    }

    @Test
    void whatStaysIsNoReference() throws IOException {
        Sketch sketch = sketch().file("start.sh", "ls docs/x code/q other/lib/x.jar $HOME/lib/x.jar");
        assertThat(References.of(sketch.tree(), List.of(), Map.of(), Set.of(), List.of())
                        .left())
                .isEmpty();
        assertThat(left(sketch)).isEmpty();
    }

    @Test
    void wherePathsNameFilesForCertainTheyAreRewritten() throws IOException {
        Sketch sketch = sketch().file(
                        "Dockerfile",
                        "FROM x",
                        "COPY ./board/ code/tides.properties /srv/board/css",
                        "COPY --from=x board/css /")
                .file(
                        "docs/guide.md",
                        "The [board](../board/index.html#top), `board/css`, [gone](../lib/x.jar).",
                        "",
                        "[code]: ../code/p")
                .file(
                        "start.sh",
                        "#!/bin/sh",
                        "cd \"$(dirname \"$0\")\"",
                        "# board/css",
                        "cat \"code/tides.properties\" $X/board/css >board/css/b.css");
        References references = references(sketch);
        assertThat(references.edits())
                .extracting(Step::path)
                .containsExactly("Dockerfile", "docs/guide.md", "start.sh");
        assertThat(references.edits())
                .flatExtracting(step -> ((Step.Edit) step).content().lines().toList())
                .containsExactly(
                        "FROM x",
                        "COPY src/main/webapp/ src/main/resources/tides.properties /srv/board/css",
                        "COPY --from=x board/css /",
                        "The [board](../src/main/webapp/index.html#top), `board/css`, [gone](../lib/x.jar).",
                        "",
                        "[code]: ../src/main/java/p",
                        "#!/bin/sh",
                        "cd \"$(dirname \"$0\")\"",
                        "# board/css",
                        "cat \"src/main/resources/tides.properties\" $X/board/css >board/css/b.css");
        Step.Edit script = (Step.Edit) references.edits().get(2);
        assertThat(script.changes()).extracting(Step.Change::line).containsExactly(4);
        assertThat(left(sketch))
                .containsExactlyInAnyOrder(
                        "board/css was moved to src/main/webapp/css Dockerfile:3",
                        "board/css was moved to src/main/webapp/css docs/guide.md:1",
                        "lib/x.jar was retired docs/guide.md:1",
                        "board/css was moved to src/main/webapp/css start.sh:3");
    }

    @Test
    void aFileKeepsItsBytesElsewhere() throws IOException {
        byte[] windows = "# caf\u00e9\r\ncat board/index.html\r\nend".getBytes(StandardCharsets.ISO_8859_1);
        Step.Edit edit = (Step.Edit)
                references(sketch().bytes("show.sh", windows)).edits().get(0);
        assertThat(edit.content().getBytes(edit.charset()))
                .isEqualTo(
                        "# caf\u00e9\r\ncat src/main/webapp/index.html\r\nend".getBytes(StandardCharsets.ISO_8859_1));
        byte[] marked = "\uFEFFcat board/index.html".getBytes(StandardCharsets.UTF_8);
        edit = (Step.Edit) references(sketch().bytes("show.sh", marked)).edits().get(0);
        assertThat(edit.bytes()).isEqualTo("\uFEFFcat src/main/webapp/index.html".getBytes(StandardCharsets.UTF_8));
        // a control character would be lost
        byte[] colored = "\u001B[1mcat board/index.html".getBytes(StandardCharsets.UTF_8);
        assertThat(references(sketch().bytes("show.sh", colored)).edits()).isEmpty();
    }

    private static String edited(Sketch sketch, String path) {
        return references(sketch).edits().stream()
                .filter(step -> step.path().equals(path))
                .map(step -> ((Step.Edit) step).content())
                .findFirst()
                .orElse("");
    }

    @Test
    void scriptsStartWhatIsBuiltElsewhereNow() throws IOException {
        Sketch sketch = sketch().file(
                        "run.sh",
                        "#!/bin/sh",
                        "HERE=$(cd \"$(dirname \"$0\")\" && pwd)",
                        "java -Xmx1g -cp \"out:lib/x.jar:conf\" p.A",
                        "exec java -cp \"$HERE/out:$HERE/lib/*\" p.A \"$@\"")
                .file("bin/start.sh", "cd \"$(dirname \"$0\")/..\"", "java -jar dist/app.jar out")
                .file("bin/elsewhere.sh", "java -jar dist/app.jar")
                .file(
                        "start.bat",
                        "@echo off",
                        "rem java -jar dist\\app.jar",
                        "cd /d %~dp0",
                        "java -jar dist\\app.jar %*")
                .file("bin/start.cmd", "java -cp \"%~dp0..\\dist\\app.jar;%~dp0..\\lib\\*\" p.A");
        assertThat(edited(sketch, "run.sh").lines())
                .endsWith(
                        "java -Xmx1g -cp \"target/classes:target/lib/x-1.jar:conf\" p.A",
                        "exec java -cp \"$HERE/target/classes:$HERE/target/lib/*\" p.A \"$@\"");
        assertThat(edited(sketch, "bin/start.sh").lines()).endsWith("java -jar target/app.jar out");
        assertThat(edited(sketch, "start.bat").lines())
                .endsWith("rem java -jar dist\\app.jar", "cd /d %~dp0", "java -jar target\\app.jar %*");
        assertThat(edited(sketch, "bin/start.cmd").lines())
                .containsExactly("java -cp \"%~dp0..\\target\\app.jar;%~dp0..\\target\\lib\\*\" p.A");
        assertThat(left(sketch)).containsExactly("dist/app.jar is built as target/app.jar now bin/elsewhere.sh:1");
    }
}
