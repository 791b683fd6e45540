package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the proof has to notice: each test changes one thing in a converted project. */
class ProofIT {
    @TempDir
    static Path shared;

    @TempDir
    Path folder;

    private final Program program = new Program();
    private Path project;

    @BeforeAll
    static void convert() {
        Path demo = Program.demo("tidewatch", shared);
        assertThat(new Program().run("convert", demo).exit()).isZero();
    }

    @BeforeEach
    void copy() throws IOException {
        project = Files.createDirectories(folder.resolve("tidewatch"));
        Trees.overlay(shared.resolve("tidewatch"), project);
    }

    private void edit(String file, String before, String after) throws IOException {
        Path path = project.resolve(file);
        String text = Files.readString(path);
        assertThat(text).contains(before);
        Files.writeString(path, text.replace(before, after));
    }

    private Program.Run prove(int exit) {
        Program.Run prove = program.run("prove", "--no-run", "--json", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isEqualTo(exit);
        return prove;
    }

    @Test
    void wrongLevel() throws IOException {
        edit("pom.xml", "<maven.compiler.source>1.8<", "<maven.compiler.source>11<");
        edit("pom.xml", "<maven.compiler.target>1.8<", "<maven.compiler.target>11<");
        assertThat(prove(1).different()).contains("class level", "compiler settings");
    }

    /** A step that was not analyzed may change what the old build makes: equal classes prove nothing of that. */
    @Test
    void stepsThatWereNotAnalyzed() throws IOException {
        project = Files.createDirectories(folder.resolve("sluice/src")).getParent();
        Files.writeString(project.resolve("src/Gate.java"), "class Gate {}\n");
        Files.writeString(
                project.resolve("build.xml"),
                """
                <project name="sluice"><target name="jar"><javac srcdir="src" destdir="out" source="8" target="8"/>
                <exec executable="stamp"/><jar destfile="sluice.jar" basedir="out"/></target></project>
                """);
        assertThat(program.run("convert", project).exit()).isZero();
        Program.Run prove = prove(1);
        assertThat(prove.different()).containsExactly("build steps");
        assertThat(prove.row("build steps")).isEqualTo("different 1 not analyzed / ");
        assertThat(prove.row("classes")).isEqualTo("same 1 / 1");
    }

    /** What one archive of the classes has at a place is not what another has there. */
    @Test
    void filesOfFurtherArchives() throws IOException {
        project = Files.createDirectories(folder.resolve("pilot/src/p"))
                .getParent()
                .getParent();
        Files.writeString(
                project.resolve("src/p/Pilot.java"),
                "package p; public class Pilot { public static void main(String[] words) {} }\n");
        Files.writeString(project.resolve("src/p/Full.java"), "package p; public class Full extends Pilot {}\n");
        for (String one : List.of("Full", "Pilot"))
            Files.writeString(Files.createDirectories(project.resolve(one)).resolve("pilot"), "p." + one);
        Files.writeString(
                project.resolve("build.xml"),
                """
                <project name="pilot"><target name="jar"><javac srcdir="src" destdir="out" source="8" target="8"/>
                <jar destfile="small.jar"><fileset dir="out" excludes="**/Full.class"/><fileset dir="Pilot"/></jar>
                <jar destfile="pilot.jar"><fileset dir="out"/><fileset dir="Full"/></jar>
                <jar destfile="start.jar"><manifest><attribute name="Main-Class" value="p.Pilot"/>
                <attribute name="Class-Path" value="small.jar"/></manifest></jar></target></project>
                """);
        assertThat(program.run("convert", project).exit()).isZero();
        Program.Run proven = prove(0);
        assertThat(proven.row("resources")).isEqualTo("same 1 / 1");
        assertThat(proven.row("small.jar resources")).isEqualTo("same 1 / 1");
        assertThat(proven.row("start.jar manifest")).isEqualTo("same 2 attributes / 2 attributes");
        edit("pom.xml", "<Class-Path>small.jar</Class-Path>", "<Class-Path>large.jar</Class-Path>");
        edit("src/assembly/small.xml", "<directory>Pilot<", "<directory>src/main/resources<");
        assertThat(prove(1).different()).containsExactlyInAnyOrder("small.jar resources", "start.jar manifest");
    }

    /** The name with its letter case, and the manifest, are part of a product. */
    @Test
    void lostAttributesOfTheManifest() throws IOException {
        project = Files.createDirectories(folder.resolve("gauge/src")).getParent();
        Files.writeString(project.resolve("src/Gauge.java"), "public class Gauge {}\n");
        Files.writeString(
                project.resolve("build.xml"),
                """
                <project><target name="jar"><javac srcdir="src" destdir="out" source="8" target="8"/>
                <jar destfile="TideGauge.jar" basedir="out"><manifest>
                <attribute name="Implementation-Title" value="Gauge of Haldervik"/></manifest></jar></target></project>
                """);
        assertThat(program.run("convert", project).exit()).isZero();
        assertThat(prove(0).row("archive")).isEqualTo("same TideGauge.jar / TideGauge.jar");
        edit("pom.xml", "<Implementation-Title>Gauge of Haldervik</Implementation-Title>", "");
        edit("pom.xml", "<finalName>TideGauge</finalName>", "<finalName>tidegauge</finalName>");
        Program.Run prove = prove(1);
        assertThat(prove.different()).containsExactly("archive");
        assertThat(prove.differences("archive"))
                .containsExactly("changed name: the descriptor was edited", "gone Implementation-Title: ");
    }

    @Test
    void packagesOfTheJdkAreOpenedWhereThePersonChoosesSo() throws IOException {
        project = Files.createDirectories(folder.resolve("probe/src")).getParent();
        Files.writeString(
                project.resolve("src/Probe.java"),
                """
                public class Probe {
                    public static void main(String[] args) throws Exception {
                        java.util.ArrayList.class.getDeclaredField("size").setAccessible(true);
                    }
                }
                """);
        Files.writeString(project.resolve("build.sh"), "javac -source 8 -target 8 -d out src/*.java\n");
        String choice = "opens=java.base/java.util";
        assertThat(program.run("convert", "--choose", choice, project).exit()).isZero();
        assertThat(project.resolve(".mvn/jvm.config")).hasContent("--add-opens=java.base/java.util=ALL-UNNAMED");
        Program.Run prove = program.run("prove", "--json", project);
        assertThat(prove.exit()).as(prove.out()).isZero();
        assertThat(prove.row("run --help")).isEqualTo("explained exit 1 / exit 0");
        assertThat(prove.differences("run --help"))
                .first()
                .isEqualTo("changed exit code: packages of the JDK are opened that the old program could not reach");
    }

    @Test
    void wrongEncoding() throws IOException {
        edit("pom.xml", "sourceEncoding>ISO-8859-1<", "sourceEncoding>UTF-8<");
        Program.Run prove = prove(1);
        assertThat(prove.different()).contains("compiler settings");
        assertThat(prove.differences("compiler settings")).containsExactly("changed encoding: ");
    }

    @Test
    void wrongCompilerOption() throws IOException {
        edit(
                "pom.xml",
                "<artifactId>maven-compiler-plugin</artifactId>",
                "<artifactId>maven-compiler-plugin</artifactId><configuration><parameters>true</parameters></configuration>");
        Program.Run prove = prove(1);
        assertThat(prove.differences("compiler settings")).containsExactly("added -parameters: ");
    }

    @Test
    void sourceLeftOut() throws IOException {
        edit(
                "pom.xml",
                "<artifactId>maven-compiler-plugin</artifactId>",
                "<artifactId>maven-compiler-plugin</artifactId><configuration><excludes><exclude>**/Archive.java</exclude>"
                        + "</excludes></configuration>");
        Program.Run prove = prove(1);
        assertThat(prove.differences("classes")).contains("gone no/haldervik/tidewatch/web/Archive.class: ");
    }

    @Test
    void wrongScope() throws IOException {
        edit(
                "pom.xml",
                "<version>10.14.2.0</version>\n      <scope>runtime</scope>",
                "<version>10.14.2.0</version>\n      <scope>provided</scope>");
        Program.Run prove = prove(1);
        assertThat(prove.different()).contains("libraries", "runtime class path");
        assertThat(prove.differences("runtime class path")).contains("gone derbyclient.jar: ");
    }

    @Test
    void lostAndAddedLibraries() throws IOException {
        edit(
                "pom.xml",
                "<artifactId>jstl</artifactId>\n      <version>1.2</version>",
                "<artifactId>jstl</artifactId>\n      <version>1.1.2</version>");
        Program.Run prove = prove(1);
        assertThat(prove.differences("libraries"))
                .contains("gone jstl-1.2.jar: ")
                .anyMatch(row -> row.startsWith("added jstl-1.1.2.jar"));
    }

    @Test
    void testThatFailsNow() throws IOException {
        Files.delete(project.resolve("src/test/resources/no/haldervik/tidewatch/model/sample.txt"));
        Program.Run prove = prove(1);
        assertThat(prove.different()).containsExactly("tests");
        assertThat(prove.row("tests")).isEqualTo("different 5 run, 5 passed / 5 run, 4 passed");
    }

    @Test
    void testThatIsNotFoundAnyMore() throws IOException {
        edit("pom.xml", "<includes>", "<excludes><exclude>**/TideTableTest.java</exclude></excludes><includes>");
        Program.Run prove = prove(1);
        assertThat(prove.different()).containsExactly("tests");
        assertThat(prove.differences("tests"))
                .anyMatch(row -> row.matches("gone no\\.haldervik\\.tidewatch\\.model\\.TideTableTest#\\w+: "));
    }

    @Test
    void whatThePersonChoseAgainstTheWiringIsADifferenceWithThatCause() {
        assertThat(program.run("undo", project).exit()).isZero();
        assertThat(program.run("convert", "--choose", "level=11", project).exit())
                .isZero();
        Program.Run prove = prove(0);
        assertThat(prove.row("class level")).isEqualTo("explained 8 / 11");
        assertThat(prove.differences("compiler settings"))
                .containsExactly(
                        "changed level: your choice", "changed --release: selects the platform's API with the level");
    }

    /** Edits that change no product are no difference; the proof reports them and finds what was built all the same. */
    @Test
    void editedVersionAndName() throws IOException {
        edit("pom.xml", "<version>2.4</version>", "<version>2.5</version>");
        edit("pom.xml", "<finalName>tides</finalName>", "<finalName>board</finalName>");
        Program.Run prove = prove(0);
        assertThat(prove.json().get("notes").get(0).asText()).contains("pom.xml");
        assertThat(prove.json().get("parts").get(0).get("products").get(0).asText())
                .endsWith("target/board.war");
    }
}
