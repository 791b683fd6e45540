package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.dataformat.yaml.YAMLMapper;
import dev.pfeiler.Sketch;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What the commands print: terminal views at several widths, JSON that fits its schemas, the choices file. */
class OutputIT {
    @TempDir
    Path folder;

    private Path project;

    @BeforeEach
    void layOut() throws IOException {
        project = Program.demo("tidewatch", folder);
        new Sketch(project)
                .jar("board/WEB-INF/lib/haldervik-signals-with-a-rather-long-name-indeed-1.4.jar", "no.signal.Lamp")
                .file(
                        "code/no/haldervik/tidewatch/model/AClassWithAnExceedinglyLongNameThatFitsNoColumnAtAllWhateverOneTries.java",
                        "package no.haldervik.tidewatch.model; class X {}");
    }

    @Test
    void documentsOfPhpProjectsFitTheSchemas() throws IOException {
        Sketch quays = new Sketch(Files.createDirectories(folder.resolve("quays")))
                .file("index.php", "<?php require 'code/quay.php'; new Port\\Quay;")
                .file("code/quay.php", "<?php namespace Port; class Quay { const AT = __DIR__ . '/x'; }")
                .file("code/x", "x");
        Program program = new Program();
        Schemas.valid("survey", program.run("survey", "--json", quays.root()).out());
        JsonNode proposal = Schemas.valid(
                "proposal", program.run("propose", "--json", quays.root()).out());
        assertThat(proposal.at("/parts/0/target").asText()).isEqualTo("composer");
        assertThat(proposal.path("steps").findValuesAsText("to")).containsExactly("src/Quay.php");
        assertThat(program.run("propose", "--write", quays.root()).exit()).isZero();
        assertThat(program.run("convert", quays.root()).exit()).isZero();
        assertThat(quays.root().resolve("src/Quay.php")).content().contains("__DIR__ . '/../code/x'");
    }

    @Test
    void aLibraryIsFoundAndAdded() throws IOException {
        Program program = new Program();
        Program.Run find = program.run("find", "com.google.gson.Gson");
        assertThat(find.exit()).isZero();
        assertThat(find.out())
                .contains("com.google.code.gson:gson")
                .contains("2.8.9")
                .contains("pfeiler add");
        Schemas.valid("found", program.run("find", "--json", "gson").out());
        assertThat(program.run("find", "no.such.thing.AtAll").exit()).isEqualTo(1);

        assertThat(program.run("add", project, "jstl").exit())
                .as("not converted yet")
                .isEqualTo(3);
        assertThat(program.run("convert", project).exit()).isZero();
        Program.Run add = program.run("add", project, "com.google.code.gson:gson:2.8.9");
        assertThat(add.exit()).isEqualTo(3);
        assertThat(add.err()).contains("already declared");
        Program.Run cli = program.run("add", project, "commons-cli:commons-cli:1.5.0", "--scope", "runtime");
        assertThat(cli.exit()).as(cli.err()).isZero();
        assertThat(cli.out())
                .contains("Declared commons-cli:commons-cli:1.5.0 (runtime)")
                .contains("<artifactId>commons-cli</artifactId>");
        assertThat(Files.readString(project.resolve("pom.xml"))).contains("<artifactId>commons-cli</artifactId>");
        Schemas.valid(
                "addition",
                program.run("add", "--json", project, "org.hamcrest:hamcrest-library:1.3")
                        .out());
        assertThat(program.run("add", project).exit()).isEqualTo(3);
        assertThat(program.run("find").exit()).isEqualTo(2);
    }

    @Test
    void jsonFitsItsSchemas() throws IOException {
        Program program = new Program();
        JsonNode survey =
                Schemas.valid("survey", program.run("survey", "--json", project).out());
        assertThat(survey.findValuesAsText("subject")).contains("board/WEB-INF/web.xml");
        JsonNode proposal = Schemas.valid(
                "proposal", program.run("propose", "--json", project).out());
        assertThat(proposal.findValuesAsText("step")).contains("move", "write", "retire");
        Schemas.valid(
                "explanation", program.run("why", "--json", project, "level").out());
        JsonNode conversion = Schemas.valid(
                "conversion", program.run("convert", "--json", project).out());
        assertThat(conversion.path("steps")).isEqualTo(proposal.path("steps"));
        assertThat(conversion.path("commands").findValuesAsText("line")).contains("mvn package");
        Schemas.valid(
                "explanation", program.run("why", "--json", project, "gson").out());
        JsonNode verdict =
                Schemas.valid("verdict", program.run("prove", "--json", project).out());
        assertThat(verdict.get("proven").asBoolean()).isTrue();
        assertThat(verdict.findValuesAsText("subject")).contains("classes", "libraries", "tests");
    }

    @Test
    void aFailedProofFitsItsSchemaToo() throws IOException {
        Program program = new Program();
        program.run("convert", "--choose", "level=99", project);
        Program.Run prove = program.run("prove", "--json", project);
        assertThat(prove.exit()).isEqualTo(1);
        assertThat(Schemas.valid("verdict", prove.out())
                        .at("/parts/0/failure/cause")
                        .asText())
                .contains("99");
    }

    @Test
    void theChoicesFileIsWrittenFitsItsSchemaAndIsFollowed() throws IOException {
        Program program = new Program();
        Program.Run write = program.run("propose", "--write", project);
        assertThat(write.err()).contains("pfeiler.yaml");
        Path file = project.resolve("pfeiler.yaml");
        Schemas.fits("choices", new YAMLMapper().readTree(Files.readString(file)));
        for (String other : List.of("buoylog", "towlist", "berthplan")) {
            Path written = Program.demo(other, folder).resolve("pfeiler.yaml");
            program.run("propose", "--write", written.getParent());
            Schemas.fits("choices", new YAMLMapper().readTree(Files.readString(written)));
            Program.Run again = program.run("propose", written.getParent());
            assertThat(again.exit()).as(other + again.err()).isZero();
        }
        Files.writeString(file, Files.readString(file).replace("group: no.haldervik", "group: no.haldervik.office"));
        assertThat(program.run("convert", project).exit()).isZero();
        assertThat(Files.readString(project.resolve("pom.xml"))).contains("<groupId>no.haldervik.office</groupId>");
        assertThat(program.run("undo", project).exit()).isZero();
        assertThat(file).exists();
    }

    @ParameterizedTest
    @ValueSource(ints = {80, 120})
    void viewsKeepToTheWidth(int columns) {
        Program program = new Program().with("COLUMNS", String.valueOf(columns));
        for (List<Object> call : List.<List<Object>>of(
                List.of("survey", project),
                List.of("survey", "-v", project),
                List.of("propose", project),
                List.of("why", project, "haldervik-signals-with-a-rather-long-name-indeed-1.4.jar"),
                List.of("--help"))) {
            String out = program.run(call.toArray()).out();
            assertThat(out.lines())
                    .as(call.toString())
                    .allMatch(line -> line.codePointCount(0, line.length()) <= columns);
            assertThat(out).doesNotContain("\u001b");
        }
    }

    @Test
    void whatIsCutIsMarked() {
        String out = new Program().with("COLUMNS", "80").run("propose", project).out();
        String trees = out.substring(0, out.indexOf("Decisions"));
        assertThat(trees.lines().filter(line -> line.contains("AClassWithAn")))
                .isNotEmpty()
                .allMatch(line -> line.contains("…"));
    }

    @Test
    void colourIsUsedWhereItIsWantedAndSaysNothingOfItsOwn() {
        String plain = new Program().run("survey", project).out();
        String coloured = new Program().run("survey", "--color=always", project).out();
        assertThat(coloured).contains("\u001b[1m");
        assertThat(coloured.replaceAll("\u001b\\[[0-9]*m", "")).isEqualTo(plain);
        assertThat(new Program().with("NO_COLOR", "1").run("survey", project).out())
                .isEqualTo(plain);
    }

    @Test
    void aTerminalThatKnowsAsciiAloneGetsAscii() {
        Program program = new Program().with("LC_ALL", "C").with("COLUMNS", "80");
        String out = program.run("survey", project).out()
                + program.run("propose", project).out();
        assertThat(out.chars()).allMatch(c -> c < 128);
    }

    @Test
    void proposeShowsEachFileInFullWhenAsked() {
        assertThat(new Program().run("propose", "-v", project).out())
                .contains("<groupId>com.google.code.gson</groupId>")
                .contains("+ pom.xml")
                .contains("→ src/main/webapp/index.html");
    }

    @Test
    void theVersionIsTold() {
        assertThat(new Program().run("--version").out())
                .matches("pfeiler \\d+\\.\\d+\\.\\d+ \\((commit [0-9a-f]+, )?Java \\d[^)]*\\)\n");
    }
}
