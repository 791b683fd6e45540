package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.Tools;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Demo projects converted for Gradle and built by the installed one; and a project in Kotlin, for Maven as well. */
class GradleIT {
    @TempDir
    Path folder;

    private final Program program = new Program();

    @BeforeEach
    void requireGradle() {
        Tools.require("gradle");
    }

    private Program.Run proven(Path project, String target) {
        Program.Run convert = program.run("convert", "--to", target, project);
        assertThat(convert.exit()).as(convert.err()).isZero();
        Program.Run prove = program.run("prove", "--json", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.different()).isEmpty();
        return prove;
    }

    @Test
    void aWebProgramIsBuiltServedAndPutBack() throws IOException {
        Path project = Program.demo("tidewatch", folder);
        Map<String, String> before = new Sketch(project).digest();
        Program.Run prove = proven(project, "gradle");
        assertThat(prove.row("classes")).isEqualTo("explained 7 / 6");
        assertThat(prove.row("libraries")).isEqualTo("explained 7 / 6");
        assertThat(prove.row("compiler settings")).isEqualTo("same 8 ISO-8859-1 / 8 ISO-8859-1");
        assertThat(prove.row("tests")).isEqualTo("same 5 run, 5 passed / 5 run, 5 passed");
        assertThat(prove.row("pages")).isEqualTo("same 5 requested / 5 requested");
        assertThat(prove.differences("runtime class path"))
                .contains("gone servlet-api.jar: in scope provided: an API that the container provides");
        assertThat(project.resolve(".gitignore")).hasContent("/build/\n/.gradle/");
        assertThat(program.run("why", project, "gson").out()).contains("com.google.code.gson:gson:2.8.9");
        assertThat(program.run("add", project, "commons-cli:commons-cli:1.5.0").exit())
                .isZero();
        assertThat(project.resolve("build.gradle"))
                .content()
                .contains("3.12.0'\n    implementation 'commons-cli:commons-cli:1.5.0'\n\n    providedCompile");
        Program.Run undo = program.run("undo", "--take-old", project);
        assertThat(undo.exit()).as(undo.out() + undo.err()).isZero();
        // what was edited since is the user's
        Files.delete(project.resolve("build.gradle.yours"));
        assertThat(new Sketch(project).digest()).isEqualTo(before);
    }

    @Test
    void severalModulesShareTheirSettings() {
        Program.Run prove = proven(Program.demo("buoylog", folder), "gradle");
        assertThat(prove.row("buoyformat classes")).isEqualTo("same 11 / 11");
        assertThat(prove.row("buoyformat compiler settings"))
                .isEqualTo("same 8 windows-1252 -parameters / 8 windows-1252 -parameters");
        assertThat(prove.row("buoylog test class path")).isEqualTo("same 3 jars / 3 jars");
        assertThat(prove.row("buoylog tests")).isEqualTo("same 1 run, 1 passed / 1 run, 1 passed");
        assertThat(prove.differences("buoylog archive"))
                .containsExactly("changed Class-Path: libraries are named after their artifacts");
    }

    @Test
    void aServerInKotlinForBothTargets() throws IOException {
        Path project = Program.demo("tidegate", folder);
        Map<String, String> before = new Sketch(project).digest();
        for (String target : new String[] {"maven", "gradle"}) {
            Program.Run prove = proven(project, target);
            assertThat(prove.row("classes")).as(target).isEqualTo("same 7 / 7");
            assertThat(prove.row("class level")).isEqualTo("same 6, 8 / 6, 8");
            assertThat(prove.row("resources")).isEqualTo("same 2 / 2");
            assertThat(prove.row("tests")).isEqualTo("same 4 run, 4 passed / 4 run, 4 passed");
            assertThat(prove.row("pages")).isEqualTo("same 2 requested / 2 requested");
            assertThat(project.resolve("src/main/kotlin/no/haldervik/tidegate/Gate.kt"))
                    .exists();
            assertThat(project.resolve("src/test/kotlin/no/haldervik/tidegate/GateTest.kt"))
                    .exists();
            assertThat(program.run("undo", project).exit()).isZero();
            assertThat(new Sketch(project).digest()).isEqualTo(before);
        }
    }

    @Test
    void theToolThatAProjectMentionsIsProposed() throws IOException {
        Sketch sketch = new Sketch(Files.createDirectories(folder.resolve("port")))
                .file("src/p/A.java", "package p; class A {}")
                .file("README.md", "Build it with `./gradlew build`, once that is set up.")
                .file(
                        "gradle/wrapper/gradle-wrapper.properties",
                        "distributionUrl=https\\://example.org/gradle-7.6.4-bin.zip");
        Program.Run propose = program.run("propose", "--json", sketch.root());
        assertThat(propose.exit()).as(propose.err()).isZero();
        assertThat(propose.out())
                .contains("the project mentions it", "the release that the project's wrapper starts", "7.6.4");
        assertThat(program.run("propose", "--choose", "gradle-version=newest", sketch.root())
                        .exit())
                .isEqualTo(2);
        Program.Run old =
                program.run("propose", "--choose", "script=kotlin", "--choose", "gradle-version=4.4.1", sketch.root());
        assertThat(old.exit()).isEqualTo(2);
        assertThat(old.err()).contains("Gradle 4.4.1 does not run scripts in Kotlin.");
    }

    @Test
    void anEnterpriseArchiveIsPackedAsBefore() throws IOException {
        Sketch sketch = new Sketch(Files.createDirectories(folder.resolve("port")))
                .file("core/p/Core.java", "package p; public class Core { public String text() { return \"x\"; } }")
                .file("web/q/View.java", "package q; public class View { String shown = new p.Core().text(); }")
                .file("board/index.html", "<p>Tides</p>")
                .file(
                        "board/WEB-INF/web.xml",
                        "<web-app xmlns='http://xmlns.jcp.org/xml/ns/javaee' version='3.1'>"
                                + "<display-name>board</display-name></web-app>")
                .file(
                        "ear/META-INF/application.xml",
                        "<application xmlns='http://xmlns.jcp.org/xml/ns/javaee' version='7'><module><web>"
                                + "<web-uri>board.war</web-uri><context-root>/board</context-root></web></module>"
                                + "<library-directory>lib</library-directory></application>")
                .file(
                        "build.xml",
                        "<project name='port' default='all'><target name='all'>",
                        "<javac srcdir='core' destdir='out/core' source='8' target='8' debug='on'/>",
                        "<javac srcdir='web' destdir='out/web' classpath='out/core' source='8' target='8' debug='on'/>",
                        "<jar destfile='dist/core.jar' basedir='out/core'/>",
                        "<war destfile='dist/board.war' webxml='board/WEB-INF/web.xml'>",
                        "<fileset dir='board' excludes='WEB-INF/web.xml'/><classes dir='out/web'/></war>",
                        "<ear destfile='dist/port.ear' appxml='ear/META-INF/application.xml'>",
                        "<fileset dir='dist' includes='board.war'/>",
                        "<zipfileset dir='dist' includes='core.jar' prefix='lib'/></ear>",
                        "</target></project>");
        Program.Run convert = program.run(
                "convert", "--to", "gradle", "--group", "no.haldervik", "--project-version", "1.0", sketch.root());
        assertThat(convert.exit()).as(convert.err()).isZero();
        Program.Run prove = program.run("prove", "--json", "--no-run", sketch.root());
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.row("core archive")).isEqualTo("same core.jar / core.jar");
        assertThat(prove.row("board web files")).isEqualTo("same 2 / 2");
        assertThat(prove.row("port modules")).isEqualTo("same 2 / 2");
        assertThat(prove.row("port descriptors and other files")).isEqualTo("same 1 / 1");
    }
}
