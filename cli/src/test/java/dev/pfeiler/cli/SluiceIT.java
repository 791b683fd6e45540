package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.ModuleFolder;
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

/** A Go workspace with copied packages, with the real go command and a module proxy in a folder. */
class SluiceIT {
    @TempDir
    Path folder;

    private Path project;
    private Map<String, String> variables;

    @BeforeEach
    void layOut() throws IOException {
        Tools.require("go");
        project = Program.demo("sluice", folder);
        Path copies = project.resolve("src/haldervik.example/sluice/vendor/kystkart.example");
        String units = Files.readString(copies.resolve("units/v2/units.go"));
        ModuleFolder modules = new ModuleFolder(folder.resolve("proxy"))
                .publish("kystkart.example/units/v2", "v2.0.1", "", "units.go", units)
                .publish("kystkart.example/units/v2", "v2.1.0", "", "units.go", units.replace("* 0.3048", "* 2"))
                .publish(
                        "kystkart.example/tables",
                        "v1.4.0",
                        "",
                        "tables.go",
                        Files.readString(copies.resolve("tables/tables.go")));
        variables = Map.of(
                "GOPROXY",
                modules.address(),
                "GOSUMDB",
                "off",
                // the go command makes it read-only
                "GOMODCACHE",
                Program.HOME.resolve("cli/target/go-modules").toString());
    }

    @Test
    void withoutAProxyCopiesStayAndAreProven() {
        variables = Map.of("GOPROXY", "off", "GOSUMDB", "off");
        assertThat(run("convert", project.toString()).exit()).isZero();
        Program.Run prove = run("prove", "--run-with", "north 10", project.toString());
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.out()).containsPattern("= run cmd/level north 10 +exit 0 +exit 0");
    }

    @Test
    void freshProjectsAreBuiltTestedAndStarted() {
        for (String kind : List.of("library", "server")) {
            Path fresh = folder.resolve(kind);
            List<String> words = new ArrayList<>(List.of("new", fresh.toString(), "--language", "go", "--kind", kind));
            if (kind.equals("server")) words.addAll(List.of("--with", "json", "--with", "templates"));
            Program.Run create = run(words.toArray(String[]::new));
            assertThat(create.exit()).as(create.err()).isZero();
            Program.Run prove = run("prove", fresh.toString());
            assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
            assertThat(prove.out()).containsPattern("= tests +2 passed");
            if (kind.equals("server"))
                assertThat(prove.out())
                        .containsPattern("= GET /knots\\?value=10 +200  5.14 m/s")
                        .containsPattern("= GET /json +200  \\{\"knots\":10}")
                        .containsPattern("= GET /templates +200  The wind blows at 10 knots.");
        }
    }

    private Program.Run run(String... words) {
        Program program = new Program();
        variables.forEach(program::with);
        return program.run((Object[]) words);
    }

    @Test
    void aWorkspaceIsConvertedProvenAndPutBack() throws IOException {
        Map<String, String> before = new Sketch(project).digest();
        Program.Run convert = run("convert", project.toString());
        assertThat(convert.exit()).as(convert.out() + convert.err()).isZero();
        assertThat(Files.readString(project.resolve("go.mod")))
                .isEqualTo(
                        """
                        module haldervik.example/sluice

                        go 1.12

                        require (
                        	kystkart.example/tables v1.4.0
                        	kystkart.example/units/v2 v2.0.1
                        )
                        """);
        assertThat(Files.readString(project.resolve("Makefile")))
                .isEqualTo(
                        """
                        all: level board

                        level:
                        	go build -o bin/level haldervik.example/sluice/cmd/level

                        board:
                        	go build -o bin/board haldervik.example/sluice/cmd/board

                        check:
                        	go test haldervik.example/sluice/...
                        """);
        assertThat(project.resolve("src")).doesNotExist();
        Program.Run prove = run("prove", "--run-with", "north 10", project.toString());
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.out())
                .containsPattern("= packages +3 +3")
                .containsPattern("= exported names +1 package +1 package")
                .containsPattern("= go vet +passes +passes")
                .containsPattern("= run cmd/level north 10 +exit 0 +exit 0")
                .containsPattern("= pages of cmd/board +2 requested +2 requested")
                .containsPattern("= tests +2 passed +2 passed");
        Path descriptor = project.resolve("go.mod");
        String text = Files.readString(descriptor);
        Files.writeString(descriptor, text.replace("v2.0.1", "v2.1.0"));
        assertThat(run("prove", "--run-with", "north 10", project.toString()).out())
                .containsPattern("≠ run cmd/level north 10")
                .contains("changed /board: no known cause")
                .contains("Not proven");
        Files.writeString(descriptor, text);
        assertThat(run("undo", project.toString()).exit()).isZero();
        assertThat(new Sketch(project).digest()).isEqualTo(before);
    }
}
