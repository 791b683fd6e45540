package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.jar.JarFile;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Several archives, a generated parser and wirings that disagree, with the real build tool. */
class BuoylogIT {
    @TempDir
    Path folder;

    private final Program program = new Program();
    private Path project;

    @BeforeEach
    void layOut() {
        Program.Run run = program.run("demo", "buoylog", "--only", folder);
        assertThat(run.exit()).as(run.err()).isZero();
        project = folder.resolve("buoylog");
    }

    @Test
    void becomesModulesAndIsProven() throws IOException {
        Map<String, String> before = new Sketch(project).digest();
        assertThat(program.run("survey", project).out())
                .contains("is not agreed on: 1.8 in the build file, 1.7 in the shell script")
                .contains("build.properties:3")
                .contains("build.sh:9");
        Program.Run convert = program.run("convert", project);
        assertThat(convert.exit()).as(convert.err()).isZero();
        assertThat(Files.readString(project.resolve("pom.xml")))
                .contains("<module>buoyformat</module>")
                .contains("<parameters>true</parameters>")
                .contains("windows-1252");
        assertThat(project.resolve("buoyformat/src/main/javacc/Sounding.jj")).exists();
        assertThat(project.resolve("buoyformat/src/test/java/no/haldervik/buoylog/format/SoundingsTest.java"))
                .exists();
        assertThat(project.resolve("buoylog/src/main/resources/no/haldervik/buoylog/texts.properties"))
                .exists();
        assertThat(project.resolve("made")).as("written anew by the build tool").doesNotExist();
        assertThat(project.resolve("build.xml")).doesNotExist();

        Program.Run prove = program.run("prove", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.out())
                .contains("Proven: the build tool builds what the old wiring built.")
                .containsPattern("buoyformat classes +11 +11")
                .containsPattern("buoylog tests +1 class +1 run, 1 passed");
        try (JarFile jar =
                new JarFile(project.resolve("buoylog/target/buoylog-1.3.jar").toFile())) {
            assertThat(jar.getManifest().getMainAttributes().getValue("Main-Class"))
                    .isEqualTo("no.haldervik.buoylog.Main");
            assertThat(jar.getManifest().getMainAttributes().getValue("Class-Path"))
                    .contains("buoyformat-1.3.jar");
            assertThat(jar.getManifest().getMainAttributes().getValue("Implementation-Vendor"))
                    .isEqualTo("Haldervik port office");
        }
        assertThat(program.run("undo", project).exit()).isZero();
        Map<String, String> after = new Sketch(project).digest();
        after.keySet().removeIf(path -> path.matches("(buoyformat|buoylog)?(/?target.*)?"));
        before.remove("");
        assertThat(after).isEqualTo(before);
    }

    @Test
    void canBeOneModuleAndKeepItsGeneratedSources() throws IOException {
        Program.Run convert = program.run(
                "convert", "--choose", "modules=one", "--choose", "generator:grammar/Sounding.jj=keep", project);
        assertThat(convert.exit()).as(convert.err()).isZero();
        assertThat(Files.readString(project.resolve("pom.xml")))
                .doesNotContain("<module>")
                .doesNotContain("javacc");
        assertThat(project.resolve("src/main/java/no/haldervik/buoylog/format/parse/Token.java"))
                .exists();
        assertThat(project.resolve("grammar/Sounding.jj")).exists();
        Program.Run prove = program.run("prove", project);
        assertThat(prove.exit()).as(prove.out()).isZero();
    }

    @Test
    void thePlainDemoListsTheProjects() {
        assertThat(program.run("demo", "--only", folder.resolve("x")).err()).contains("tidewatch, buoylog");
        assertThat(program.run("demo", "sluice").exit()).isEqualTo(2);
    }
}
