package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The whole way on the demo project, with the real build tool. */
class TidewatchIT {
    @TempDir
    Path folder;

    private final Program program = new Program();
    private Path project;

    @BeforeEach
    void layOut() {
        project = Program.demo("tidewatch", folder);
    }

    @Test
    void isConvertedProvenAndPutBack() throws IOException {
        Map<String, String> before = new Sketch(project).digest();
        Program.Run survey = program.run("survey", "--json", project);
        assertThat(survey.exit()).isZero();
        assertThat(survey.json().get("parts")).hasSize(1);
        assertThat(program.run("propose", project).exit()).isZero();
        assertThat(new Sketch(project).digest()).as("reading changes nothing").isEqualTo(before);

        Program.Run convert = program.run("convert", project);
        assertThat(convert.exit()).isZero();
        assertThat(convert.err()).isEmpty();
        assertThat(project.resolve("src/main/java/no/haldervik/tidewatch/model/Gauge.java"))
                .exists();
        assertThat(project.resolve("src/main/resources/tidewatch.properties")).exists();
        assertThat(project.resolve("src/test/java/no/haldervik/tidewatch/model/GaugeSmokeTest.java"))
                .exists();
        assertThat(project.resolve("src/test/resources/no/haldervik/tidewatch/model/sample.txt"))
                .exists();
        assertThat(project.resolve("src/main/webapp/WEB-INF/web.xml")).exists();
        assertThat(project.resolve(".gitignore")).hasContent("/target/");
        assertThat(project.resolve("README.md"))
                .content()
                .contains("(src/main/webapp/index.html)", "(src/main/resources/tidewatch.properties)");
        assertThat(Files.list(project).map(p -> p.getFileName().toString()))
                .containsExactlyInAnyOrder(".gitignore", ".pfeiler", "README.md", "local-repository", "pom.xml", "src");

        Program.Run prove = program.run("prove", "--json", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.different()).isEmpty();
        assertThat(prove.row("class level")).isEqualTo("same 8 / 8");
        assertThat(prove.row("compiler settings")).isEqualTo("same 8 ISO-8859-1 / 8 ISO-8859-1");
        assertThat(prove.row("classes")).isEqualTo("explained 7 / 6");
        assertThat(prove.differences("libraries"))
                .contains(
                        "moved gson.jar: identical content",
                        "gone commons-lang3-3.9.jar: version 3.12.0 comes first on the class path");
        assertThat(prove.row("compile class path")).isEqualTo("explained 10 jars / 5 jars");
        assertThat(prove.row("test class path")).isEqualTo("explained 10 jars / 9 jars");
        assertThat(prove.row("tests")).isEqualTo("same 5 run, 5 passed / 5 run, 5 passed");
        assertThat(prove.row("pages")).isEqualTo("same 5 requested / 5 requested");
        try (ZipFile war =
                new ZipFile(project.resolve(".pfeiler/proof/target/tides.war").toFile())) {
            assertThat(war.stream().map(Object::toString))
                    .contains(
                            "WEB-INF/lib/jstl-1.2.jar", "WEB-INF/jsp/board.jsp", "WEB-INF/classes/tidewatch.properties")
                    .noneMatch(name -> name.contains("servlet-api") || name.contains("junit"));
        }

        assertThat(program.run("why", project, "servlet-api.jar").out())
                .contains("javax.servlet:javax.servlet-api:3.1.0")
                .contains("BoardServlet.java:5");
        assertThat(program.run("why", project, "commons-codec").out())
                .contains("added: org.apache.commons.codec.binary.PortHex")
                .contains("gone: org.apache.commons.codec.language.Nysiis");
        assertThat(program.run("why", project, "derbyclient").out()).contains("Archive.java:9");
        assertThat(program.run("why", project, "encoding").out()).contains("org.eclipse.core.resources.prefs:2");

        assertThat(program.run("convert", project).exit()).as("a second time").isEqualTo(3);
        assertThat(program.run("undo", project).exit()).isZero();
        Map<String, String> after = new Sketch(project).digest();
        after.keySet().removeIf(path -> path.equals("target") || path.startsWith("target/"));
        after.remove("");
        before.remove("");
        assertThat(after).isEqualTo(before);
    }

    @Test
    void aBuildThatFailsSaysWhyInOneSentence() throws IOException {
        Path sources = project.resolve("code/no/haldervik/tidewatch/model/Broken.java");
        Files.writeString(
                sources, "package no.haldervik.tidewatch.model; class Broken { Missing m; }", StandardCharsets.UTF_8);
        program.run("convert", project);
        Program.Run prove = program.run("prove", project);
        assertThat(prove.exit()).isEqualTo(1);
        assertThat(prove.out())
                .contains("Not proven: The converted sources do not compile")
                .contains("Broken.java:1");
        assertThat(program.run("prove", "-v", project).out()).contains("COMPILATION ERROR");
    }

    @Test
    void anArtifactThatNoRepositoryHasIsNamed() {
        program.run("convert", "--choose", "jar:board/WEB-INF/lib/gson.jar=no.haldervik:nowhere:1", project);
        Program.Run prove = program.run("prove", "--offline", project);
        assertThat(prove.exit()).isEqualTo(1);
        assertThat(prove.out()).contains("no.haldervik:nowhere:jar:1");
    }

    @Test
    void aLevelNewerThanTheJdkIsNamed() {
        program.run("convert", "--choose", "level=99", project);
        Program.Run prove = program.run("prove", project);
        assertThat(prove.exit()).isEqualTo(1);
        assertThat(prove.out().replaceAll("\\s+", " ")).contains("cannot compile for level 99");
    }

    @Test
    void aRuntimeWithoutACompilerIsNamed() throws IOException {
        program.run("convert", project);
        Path runtime = folder.resolve("runtime");
        Files.createDirectories(runtime.resolve("bin"));
        Path java = Path.of(System.getProperty("java.home"), "bin/java");
        Path script = Files.writeString(runtime.resolve("bin/java"), "#!/bin/sh\nexec '" + java + "' \"$@\"\n");
        assertThat(script.toFile().setExecutable(true)).isTrue();
        Program.Run prove = new Program().with("JAVA_HOME", runtime.toString()).run("prove", project);
        assertThat(prove.exit()).isEqualTo(1);
        assertThat(prove.out().replaceAll("\\s+", " ")).contains("is a Java runtime, not a JDK");
    }

    @Test
    void oneFolderTooHighOrTooLowIsTold() {
        program.run("convert", project);
        Program.Run high = program.run("prove", folder);
        assertThat(high.exit()).isEqualTo(3);
        assertThat(high.err()).contains("The conversion was made in " + project);
        Program.Run low = program.run("undo", project.resolve("src"));
        assertThat(low.exit()).isEqualTo(3);
        assertThat(low.err()).contains("The conversion was made in " + project);
    }

    @Test
    void aConversionThatIsAcceptedStays() {
        program.run("convert", project);
        assertThat(program.run("accept", project).exit()).isZero();
        assertThat(project.resolve(".pfeiler")).doesNotExist();
        assertThat(program.run("undo", project).exit()).isEqualTo(3);
        Program.Run convert = program.run("convert", project);
        assertThat(convert.exit()).isEqualTo(3);
        assertThat(convert.err()).contains("Already managed by Maven (pom.xml)");
    }

    @Test
    void everyFileMayStayWhereItIs() throws IOException {
        Map<String, String> before = new Sketch(project).digest();
        assertThat(program.run("convert", "--keep-layout", project).exit()).isZero();
        Map<String, String> after = new Sketch(project).digest();
        after.keySet().removeIf(path -> path.startsWith(".pfeiler"));
        // jars that no repository has are laid into the project's own all the same
        after.keySet().removeIf(path -> path.startsWith("local-repository"));
        after.keySet().removeAll(before.keySet());
        assertThat(after.keySet()).containsExactly(".gitignore", "pom.xml");
        Program.Run prove = program.run("prove", "--json", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.row("tests")).isEqualTo("same 5 run, 5 passed / 5 run, 5 passed");
        assertThat(prove.row("classes")).isEqualTo("explained 7 / 6");
    }

    @Test
    void librariesThatTheIdeBroughtAreAskedForAndDeclared() throws IOException {
        Trees.delete(project.resolve("container"));
        Trees.delete(project.resolve("checks/lib"));
        Path classPath = project.resolve(".classpath");
        String kept = Files.readString(classPath)
                .lines()
                .filter(line -> !line.contains("container/") && !line.contains("checks/lib"))
                .collect(Collectors.joining("\n"));
        Files.writeString(classPath, kept);
        assertThat(program.run("propose", project).out()).contains("--choose library:javax.servlet=VALUE");
        assertThat(program.run("convert", project).exit()).isZero();
        Program.Run prove = program.run("prove", "--no-run", "--json", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.row("tests")).isEqualTo("same 5 run, 5 passed / 5 run, 5 passed");
    }

    @Test
    void theDemoGoesTheWholeWay() {
        Program.Run demo = program.run("demo");
        assertThat(demo.exit()).as(demo.out() + demo.err()).isZero();
        assertThat(demo.out())
                .contains("$ pfeiler survey tidewatch")
                .contains("$ pfeiler prove tidewatch")
                .contains("Proven:")
                .contains("Original project restored");
    }
}
