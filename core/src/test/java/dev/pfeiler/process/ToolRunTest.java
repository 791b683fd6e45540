package dev.pfeiler.process;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.Sketch;
import dev.pfeiler.evidence.Refusal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ToolRunTest {
    @TempDir
    Path folder;

    private ToolRun run(String script, Duration limit) throws IOException {
        return ToolRun.of(List.of("sh", "-c", script), folder, Map.of(), folder.resolve("out.log"), limit);
    }

    @Test
    void whatIsPrintedIsKept() throws IOException {
        ToolRun run = run("echo tide; echo surge >&2; exit 3", Duration.ofMinutes(1));
        assertThat(run.exit()).isEqualTo(3);
        assertThat(run.output()).containsExactly("tide", "surge");
    }

    /** A program that prints without end fills neither the disk nor the memory. */
    @Test
    void whoPrintsTooMuchIsStopped() throws IOException {
        ToolRun run = run("yes \"$(printf '%0500d' 0)\"", Duration.ofMinutes(5));
        assertThat(run.outOfTime()).isTrue();
        assertThat(run.output().size()).isGreaterThan(1000);
        List<String> end = Files.readAllLines(folder.resolve("out.log"));
        assertThat(end.get(end.size() - 1)).isEqualTo("pfeiler: stopped, as it has printed more than 64 MB");
    }

    /** When a program is out of time, those that it has started have ended, too. */
    @Test
    void allThatAProgramStartedIsStopped() throws IOException {
        ToolRun run = run("sleep 300 & echo $! > child; wait", Duration.ofSeconds(1));
        assertThat(run.outOfTime()).isTrue();
        long child = Long.parseLong(Files.readString(folder.resolve("child")).strip());
        assertThat(ProcessHandle.of(child).filter(ProcessHandle::isAlive)).isEmpty();
    }

    @Test
    void aWorkFolderGoesWithAllInIt() throws IOException {
        Path path;
        try (WorkFolder work = WorkFolder.make("test")) {
            path = work.path();
            new Sketch(path).file("a/b/c.txt", "x");
            Files.createSymbolicLink(path.resolve("link"), folder);
        }
        assertThat(path).doesNotExist();
        assertThat(folder).exists();
    }

    /** A copy is on its own: no link leads back to the project or out of it. */
    @Test
    void linksOfACopyStayInIt() throws IOException {
        Sketch outside = new Sketch(folder.resolve("outside"))
                .file("shared/x.txt", "shared")
                .file("one.txt", "one");
        Sketch project = new Sketch(folder.resolve("project")).file("src/a.txt", "a");
        Files.createSymbolicLink(project.root().resolve("in"), Path.of("src/a.txt"));
        Files.createSymbolicLink(
                project.root().resolve("absolute"), project.root().resolve("src"));
        Files.createSymbolicLink(project.root().resolve("out"), Path.of("../outside/shared"));
        Files.createSymbolicLink(project.root().resolve("file"), outside.root().resolve("one.txt"));
        Files.createSymbolicLink(project.root().resolve("above"), Path.of(".."));
        Files.createSymbolicLink(project.root().resolve("device"), Path.of("/dev/zero"));
        try (WorkFolder work = WorkFolder.make("test")) {
            Path copy = work.copy(project.tree(), "copy");
            Files.writeString(copy.resolve("in"), "changed");
            Files.writeString(copy.resolve("absolute/new.txt"), "new");
            Files.writeString(copy.resolve("out/x.txt"), "changed");
            Files.writeString(copy.resolve("file"), "changed");
            assertThat(copy.resolve("src/a.txt")).hasContent("changed");
            assertThat(copy.resolve("src/new.txt")).exists();
            assertThat(copy.resolve("above")).doesNotExist();
            assertThat(copy.resolve("device")).doesNotExist();
        }
        assertThat(project.root().resolve("src/a.txt")).hasContent("a\n");
        assertThat(project.root().resolve("src/new.txt")).doesNotExist();
        assertThat(outside.root().resolve("shared/x.txt")).hasContent("shared\n");
        assertThat(outside.root().resolve("one.txt")).hasContent("one\n");
    }

    @Test
    void copiesThatDoNotFitAreRefused() throws IOException {
        Sketch project = new Sketch(folder.resolve("project")).file("a.txt", "x".repeat(1 << 20));
        try (WorkFolder work = WorkFolder.make("test")) {
            assertThatThrownBy(() -> work.requireSpace(Collections.nCopies(1000, project.tree()), 1_000_000))
                    .isInstanceOf(Refusal.class)
                    .hasMessageContaining("Not enough disk space");
        }
    }

    @Test
    void longCommandLinesGoToAFile() throws IOException {
        List<String> brief = List.of("java", "-version");
        assertThat(ArgumentFile.shortened(brief, folder.resolve("args"))).isEqualTo(brief);
        String path = "/lib/a b\"c\\d.jar:".repeat(2500);
        List<String> shortened = ArgumentFile.shortened(List.of("java", "-cp", path, "Main"), folder.resolve("args"));
        assertThat(shortened).containsExactly("java", "@" + folder.resolve("args"));
        assertThat(Files.readAllLines(folder.resolve("args")))
                .containsExactly("\"-cp\"", '"' + path.replace("\\", "\\\\").replace("\"", "\\\"") + '"', "\"Main\"");
    }
}
