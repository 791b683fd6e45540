package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
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

/** Several projects of two ecosystems in one tree, with the real build tools. */
class HarbourdeskIT {
    @TempDir
    Path folder;

    private final Program program = new Program();
    private Path project;

    @BeforeEach
    void layOut() {
        Tools.require("php", "composer");
        project = Program.demo("harbourdesk", folder);
    }

    private static List<String> parts(JsonNode survey) {
        List<String> parts = new ArrayList<>();
        survey.get("parts")
                .forEach(part -> parts.add(part.get("folder").asText() + " "
                        + part.get("ecosystem").asText()));
        return parts;
    }

    private static List<String> proven(JsonNode verdict) {
        List<String> parts = new ArrayList<>();
        verdict.get("parts")
                .forEach(part -> parts.add(
                        part.get("id").asText() + " " + part.get("proven").asBoolean()));
        return parts;
    }

    @Test
    void isConvertedAsOneProvenByPartAndRestored() throws IOException {
        Map<String, String> before = new Sketch(project).digest();
        String managed = Files.readString(project.resolve("gateclient/pom.xml"));
        assertThat(parts(program.run("survey", "--json", project).json()))
                .containsExactly(" jvm", "gateclient jvm", "tools/report php");
        Program.Run convert = program.run("convert", "--choose", "tools/report/level=8.0", project);
        assertThat(convert.exit()).as(convert.err()).isZero();
        assertThat(project.resolve("pom.xml")).content().contains("<packaging>war</packaging>");
        assertThat(project.resolve("tools/report/composer.json")).content().contains("\"php\": \">=8.0\"");
        assertThat(project.resolve("gateclient/pom.xml")).hasContent(managed);

        Program.Run prove = program.run("prove", "--json", "--no-run", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(proven(prove.json())).containsExactly(". true", "tools/report true");

        Path descriptor = project.resolve("tools/report/composer.json");
        Files.writeString(descriptor, Files.readString(descriptor).replace("\"src/\"", "\"elsewhere/\""));
        Program.Run broken = program.run("prove", "--json", "--no-run", project);
        assertThat(broken.exit()).isEqualTo(1);
        assertThat(proven(broken.json())).containsExactly(". true", "tools/report false");

        assertThat(program.run("undo", project).exit()).as("a file was edited").isEqualTo(3);
        assertThat(program.run("undo", "--take-old", project).exit()).isZero();
        try (var files = Files.walk(project)) {
            for (Path file : files.filter(f -> f.toString().endsWith(".yours")).toList()) Files.delete(file);
        }
        assertThat(new Sketch(project).digest()).isEqualTo(before);
    }
}
