package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.Tools;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Calls and projects that are wrong in some way: a clear word, the right exit code, nothing changed. */
class BadInputIT {
    @TempDir
    Path folder;

    private final Program program = new Program();
    private Sketch sketch;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(Files.createDirectories(folder.resolve("port")));
    }

    private void refused(int exit, String words, Object... call) throws IOException {
        Map<String, String> before = new Sketch(folder).digest();
        Program.Run run = program.run(call);
        assertThat(run.exit()).as(run.err()).isEqualTo(exit);
        assertThat(run.out()).isEmpty();
        assertThat(run.err()).contains(words).doesNotContain("\tat ");
        assertThat(run.err().lines().filter(line -> line.startsWith("pfeiler: ")))
                .hasSizeGreaterThanOrEqualTo(2);
        assertThat(new Sketch(folder).digest()).isEqualTo(before);
    }

    @Test
    void usage() throws IOException {
        refused(2, "Unknown command: convrt", "convrt", sketch.root());
        refused(2, "Missing command");
        refused(2, "--colour", "survey", "--colour=never");
        refused(2, "--color", "survey", "--color=pink");
        sketch.file("src/p/A.java", "package p; class A {}");
        refused(2, "cannot be converted for ant", "convert", "--to", "ant", sketch.root());
        refused(2, "Invalid value for level: \"huge\"", "convert", "--choose", "level=huge", sketch.root());
        refused(2, "There is no decision \"encodign\"", "convert", "--choose", "encodign=UTF-8", sketch.root());
        refused(2, "Invalid value for folder:src: \"bogus\"", "propose", "--choose", "folder:src=bogus", sketch.root());
    }

    @Test
    void noProject() throws IOException {
        refused(3, "No such directory", "survey", folder.resolve("nowhere"));
        refused(3, "is empty", "convert", sketch.root());
        sketch.file("notes.txt", "nothing to build");
        refused(3, "No project in", "convert", sketch.root());
        refused(3, "is a file, not a directory", "survey", sketch.root().resolve("notes.txt"));
        refused(3, "no ledger found", "undo", sketch.root());
        refused(3, "no ledger found", "prove", sketch.root());
        assertThat(program.run("survey", sketch.root()).exit())
                .as("a survey may find nothing")
                .isZero();
    }

    @Test
    void aManagedProject() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}").file("pom.xml", "<project/>");
        refused(3, "Already managed by Maven (pom.xml)", "convert", sketch.root());
        assertThat(program.run("survey", sketch.root()).out()).contains("already manages this project");
    }

    @Test
    void aChoicesFileWithAWrongKey() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}").file("pfeiler.yaml", "name: port", "levl: 8");
        refused(2, "There is no decision \"levl\" (pfeiler.yaml:2)", "convert", sketch.root());
        assertThat(program.run("convert", sketch.root()).err()).contains("Did you mean \"level\"?");
        sketch.file("pfeiler.yaml", "level: '8");
        refused(2, "is not valid YAML", "propose", sketch.root());
    }

    @Test
    void brokenJarsAndSourcesAreFindingsAndTheRestIsConverted() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .bytes(
                        "src/p/B.java",
                        "package p; class B { String s = \"\u00e5\"; }".getBytes(StandardCharsets.ISO_8859_1))
                .file(".settings/org.eclipse.core.resources.prefs", "encoding/<project>=UTF-8")
                .file("lib/broken.jar", "no archive");
        Map<String, String> before = sketch.digest();
        Program.Run survey = program.run("survey", sketch.root());
        assertThat(survey.exit()).isZero();
        assertThat(survey.out())
                .contains("lib/broken.jar")
                .contains("is not a valid archive")
                .contains("is not valid UTF-8");
        Program.Run convert = program.run("convert", sketch.root());
        assertThat(convert.exit()).as(convert.err()).isZero();
        assertThat(convert.out()).contains("Left for you").contains("lib/broken.jar is not a valid archive");
        assertThat(sketch.root().resolve("lib/broken.jar")).exists();
        assertThat(program.run("undo", sketch.root()).exit()).isZero();
        assertThat(sketch.digest()).isEqualTo(before);
    }

    @Test
    void twoFilesForOnePath() throws IOException {
        sketch.file("one/p/A.java", "package p; class A {}")
                .file("two/p/B.java", "package p; class B {}")
                .file("one/app.properties", "x=1")
                .file("two/app.properties", "x=2");
        refused(3, "would both be moved to src/main/resources/app.properties", "convert", sketch.root());
    }

    /** Rights do not bind the administrator, so the program is started as somebody else. */
    @Test
    void aFolderThatMayNotBeRead() throws IOException {
        Path copy = folder.resolve("program");
        try (Stream<Path> jars = Stream.concat(
                Stream.of(Program.HOME.resolve("cli/target/pfeiler.jar")),
                Files.list(Program.HOME.resolve("cli/target/lib")))) {
            for (Path jar : (Iterable<Path>) jars::iterator) {
                Path goal = copy.resolve(Program.HOME.resolve("cli/target").relativize(jar));
                Files.createDirectories(goal.getParent());
                Files.copy(jar, goal);
            }
        }
        sketch.file("src/p/A.java", "package p; class A {}").file("secret/p/B.java", "package p; class B {}");
        for (Path open : List.of(
                folder, copy, copy.resolve("lib"), sketch.root(), sketch.root().resolve("src"))) {
            Files.setPosixFilePermissions(open, PosixFilePermissions.fromString("rwxr-xr-x"));
        }
        Files.setPosixFilePermissions(sketch.root().resolve("secret"), PosixFilePermissions.fromString("rwx------"));
        boolean root = "root".equals(System.getProperty("user.name"));
        if (!root)
            Files.setPosixFilePermissions(
                    sketch.root().resolve("secret"), PosixFilePermissions.fromString("---------"));
        List<String> command = new ArrayList<>();
        if (root) command.addAll(List.of("setpriv", "--reuid=65534", "--regid=65534", "--clear-groups"));
        if (root) Tools.require("setpriv");
        command.addAll(
                List.of(Path.of(System.getProperty("java.home"), "bin/java").toString(), "-jar"));
        command.add(copy.resolve("pfeiler.jar").toString());
        List<String> whole = new ArrayList<>(command);
        whole.addAll(List.of("survey", sketch.root().toString()));
        Program.Run run = Program.start(whole, Map.of("LC_ALL", "C.UTF-8", "HOME", folder.toString()));
        assertThat(run.exit()).as(run.err()).isZero();
        assertThat(run.out()).contains("secret").contains("could not be listed").contains("1 file");
        List<String> inner = new ArrayList<>(command);
        inner.addAll(List.of("survey", sketch.root().resolve("secret").toString()));
        Program.Run refused = Program.start(inner, Map.of("LC_ALL", "C.UTF-8", "HOME", folder.toString()));
        assertThat(refused.exit()).isEqualTo(3);
        assertThat(refused.err()).contains("permission denied");
        Files.setPosixFilePermissions(sketch.root().resolve("secret"), PosixFilePermissions.fromString("rwx------"));
    }
}
