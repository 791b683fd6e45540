package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.Tools;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.Map;
import java.util.jar.JarFile;
import java.util.stream.Stream;
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
        project = Program.demo("buoylog", folder);
    }

    @Test
    void becomesModulesAndIsProven() throws IOException {
        Map<String, String> before = new Sketch(project).digest();
        assertThat(program.run("survey", project).out())
                .contains("conflicting values: 1.8 in the build file, 1.7 in the shell script")
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
                .contains("Proven with the settings of the old build: every difference")
                .containsPattern("buoyformat classes +11 +11")
                .containsPattern("buoylog tests +1 run, 1 passed +1 run, 1 passed");
        try (JarFile jar = new JarFile(
                project.resolve(".pfeiler/proof/buoylog/target/buoylog-1.3.jar").toFile())) {
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
    void whatIsGeneratedNeedNotBeInTheTree() throws IOException {
        try (Stream<Path> generated = Files.walk(project.resolve("made"))) {
            for (Path one : generated.sorted(Comparator.reverseOrder()).toList()) Files.delete(one);
        }
        Program.Run convert = program.run("convert", project);
        assertThat(convert.exit()).as(convert.err()).isZero();
        assertThat(project.resolve("buoyformat/src/main/javacc/Sounding.jj")).exists();
        Program.Run prove = program.run("prove", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.out())
                .containsPattern("buoyformat classes +11 +11")
                .containsPattern(
                        "were\\s+compiled\\s+for\\s+the\\s+baseline\\s+as\\s+the\\s+new\\s+build\\s+generated");
    }

    @Test
    void everyFileMayStayWhereItIs() throws IOException {
        Map<String, String> before = new Sketch(project).digest();
        assertThat(program.run("convert", "--keep-layout", project).exit()).isZero();
        Map<String, String> after = new Sketch(project).digest();
        after.keySet().removeIf(path -> path.startsWith(".pfeiler"));
        assertThat(after.keySet()).containsAll(before.keySet());
        after.keySet().removeAll(before.keySet());
        assertThat(after.keySet())
                .containsExactly(
                        ".gitignore", "buoyformat", "buoyformat/pom.xml", "buoylog", "buoylog/pom.xml", "pom.xml");
        Program.Run prove = program.run("prove", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.out()).contains("Proven with the settings of the old build: every difference");
    }

    @Test
    void theOldBuildItselfCanBeRun() throws IOException {
        Tools.require("ant");
        Map<String, String> before = new Sketch(project).digest();
        assertThat(program.run("convert", project).exit()).isZero();
        Program.Run prove = program.run("prove", "--run-old-build", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.out())
                .contains("Proven by running the old build:")
                .containsPattern("archives of the old build +\\d");
        assertThat(Files.readString(project.resolve(".pfeiler/proof/old-build.log")))
                .contains("BUILD SUCCESSFUL");
        assertThat(project.resolve("dist")).as("never in the person's tree").doesNotExist();
        assertThat(before).containsKey("build.xml");
    }

    @Test
    void anOldBuildThatFailsIsTold() throws IOException {
        assertThat(program.run("convert", project).exit()).isZero();
        Files.writeString(
                project.resolve(".pfeiler/kept/build.xml"),
                "<project default='x'><target name='x'><fail message='no tide'/></target></project>");
        Program.Run prove = program.run("prove", "--run-old-build", project);
        assertThat(prove.exit()).isEqualTo(3);
        assertThat(prove.err()).containsAnyOf("The old build fails", "ant, which the old build needs");
    }

    @Test
    void thePlainDemoListsTheProjects() {
        assertThat(program.run("demo", "--only", folder.resolve("x")).err()).contains("tidewatch, buoylog");
        assertThat(program.run("demo", "lightship").exit()).isEqualTo(2);
    }
}
