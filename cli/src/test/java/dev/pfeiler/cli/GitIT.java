package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.Tools;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A project in a git work tree: what is not committed is told, and git's own files are left alone. */
class GitIT {
    @TempDir
    Path folder;

    private Sketch sketch;

    @BeforeEach
    void setUp() throws IOException {
        Tools.require("git");
        sketch = new Sketch(Files.createDirectories(folder.resolve("harbour/port")));
        sketch.file("code/p/A.java", "package p;", "/** A gauge. */", "class A {", "  int level = 3;", "}")
                .file("code/p/B.java", "package p; class B {}")
                .file("show.sh", "cat code/p/A.java")
                .file(".gitignore", "bin", "*.log", "*.jar")
                .file("bin/note.txt", "built")
                .file("port.log", "12:00 low water")
                .jar("lib/own.jar", "own.Thing");
        git("init", "-q", "..");
        git("add", "-f", "lib/own.jar");
        git("add", "-A");
        git("-c", "user.name=Ida Moe", "-c", "user.email=ida@haldervik.example", "commit", "-q", "-m", "Before");
    }

    private String git(String... words) {
        List<String> command =
                new ArrayList<>(List.of("git", "-C", sketch.root().toString()));
        command.addAll(List.of(words));
        Program.Run run = Program.start(command, Map.of("GIT_CONFIG_GLOBAL", "/dev/null"));
        assertThat(run.exit()).as(run.err()).isZero();
        return run.out();
    }

    @Test
    void whatIsNotCommittedIsToldAndTheIndexStaysAsItIs() throws IOException {
        sketch.file("code/p/B.java", "package p; class B { int changed; }").file("notes/ny å.txt", "x");
        // kept by a program of the repository's choice, which is not started
        git("config", "core.fsmonitor", "touch " + folder.resolve("started"));
        Path index = folder.resolve("harbour/.git/index");
        byte[] before = Files.readAllBytes(index);
        String head = git("rev-parse", "HEAD");
        Files.deleteIfExists(folder.resolve("started"));

        Program.Run run = new Program().run("convert", "--group", "no.port", sketch.root());
        assertThat(run.exit()).as(run.err()).isZero();
        assertThat(run.err())
                .contains("1 file with uncommitted changes, converted as they are: code/p/B.java")
                .contains("1 file not tracked by git, converted as they are: notes/ny å.txt")
                .doesNotContain("port.log");
        assertThat(folder.resolve("started")).doesNotExist();
        git("config", "--unset", "core.fsmonitor");
        assertThat(Files.readAllBytes(index)).isEqualTo(before);
        assertThat(git("rev-parse", "HEAD")).isEqualTo(head);
        assertThat(sketch.root().resolve("port.log")).hasContent("12:00 low water\n");
        assertThat(sketch.root().resolve(".gitignore")).content().startsWith("bin\n*.log\n*.jar\n");
    }

    @Test
    void movesAreRenamesAndAllThatTheBuildNeedsCanBeCommitted() {
        Program.Run run = new Program().run("convert", "--group", "no.port", sketch.root());
        assertThat(run.exit()).as(run.err()).isZero();
        assertThat(run.err()).isEmpty();
        git("add", "-A");
        assertThat(git("status", "--porcelain").lines())
                .contains(
                        "R  port/code/p/A.java -> port/src/main/java/p/A.java",
                        "R  port/code/p/B.java -> port/src/main/java/p/B.java",
                        "M  port/show.sh")
                .anyMatch(line -> line.matches("R  port/lib/own.jar -> port/local-repository/.*\\.jar"))
                .noneMatch(line -> line.contains(".pfeiler"));
    }

    @Test
    void aRepositoryWithinIsLeftAlone() throws IOException {
        sketch.file("other/.git/HEAD", "ref: refs/heads/main").file("other/q/C.java", "package q; class C {}");
        Map<String, String> inner = new Sketch(sketch.root().resolve("other")).digest();
        Program.Run run = new Program().run("convert", "--group", "no.port", sketch.root());
        assertThat(run.exit()).as(run.err()).isZero();
        assertThat(new Sketch(sketch.root().resolve("other")).digest()).isEqualTo(inner);
    }
}
