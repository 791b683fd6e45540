package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.ModuleFolder;
import dev.pfeiler.Sketch;
import dev.pfeiler.Tools;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A Go workspace with copied packages, with the real go command and a module proxy in a folder. */
class SluiceIT {
    private static final String[] UNITS = {
        "// Package units converts.",
        "package units",
        "",
        "// Metres of feet.",
        "func Metres(f float64) float64 { return f * 0.3048 }"
    };

    @TempDir
    Path folder;

    private Path project;
    private Map<String, String> variables;

    @BeforeEach
    void layOut() throws IOException {
        Tools.require("go");
        ModuleFolder modules = new ModuleFolder(folder.resolve("proxy"))
                .publish("port.example/units/v2", "v2.0.1", "", "units.go", String.join("\n", UNITS) + "\n")
                .publish(
                        "port.example/units/v2",
                        "v2.1.0",
                        "",
                        "units.go",
                        String.join("\n", UNITS).replace("* 0.3048", "* 2"));
        variables = Map.of(
                "GOPROXY",
                modules.address(),
                "GOSUMDB",
                "off",
                // the go command makes it read-only
                "GOMODCACHE",
                Program.HOME.resolve("cli/target/go-modules").toString());
        project = new Sketch(Files.createDirectories(folder.resolve("sluice")))
                .file(
                        "Makefile",
                        "export GOPATH := $(CURDIR)",
                        "export GO111MODULE := off",
                        "",
                        "all:",
                        "\tgo install haldervik/sluice/...")
                .file("src/port.example/units/v2/units.go", UNITS)
                .file(
                        "src/haldervik/sluice/gauge/gauge.go",
                        "// Package gauge reads the gauge of a lock gate.",
                        "package gauge",
                        "",
                        "import \"port.example/units/v2\"",
                        "",
                        "// Level in metres.",
                        "func Level(feet float64) float64 { return units.Metres(feet) }")
                .file(
                        "src/haldervik/sluice/gauge/gauge_test.go",
                        "package gauge",
                        "",
                        "import \"testing\"",
                        "",
                        "func TestLevel(t *testing.T) {",
                        "\tif Level(0) != 0 {",
                        "\t\tt.Fail()",
                        "\t}",
                        "}")
                .file(
                        "src/haldervik/sluice/cmd/level/main.go",
                        "package main",
                        "",
                        "import (",
                        "\t\"fmt\"",
                        "\t\"os\"",
                        "",
                        "\t\"haldervik/sluice/gauge\"",
                        ")",
                        "",
                        "func main() { fmt.Printf(\"%d %.2f m\\n\", len(os.Args), gauge.Level(10)) }")
                .file(
                        "src/haldervik/sluice/cmd/board/main.go",
                        "package main",
                        "",
                        "import (",
                        "\t\"fmt\"",
                        "\t\"net/http\"",
                        "\t\"os\"",
                        "",
                        "\t\"haldervik/sluice/gauge\"",
                        ")",
                        "",
                        "func main() {",
                        "\thttp.HandleFunc(\"/level\", func(w http.ResponseWriter, r *http.Request) {",
                        "\t\tfmt.Fprintf(w, \"%.2f m\", gauge.Level(10))",
                        "\t})",
                        "\thttp.ListenAndServe(\"127.0.0.1:\"+os.Getenv(\"PORT\"), nil)",
                        "}")
                .root();
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
                .isEqualTo("module haldervik/sluice\n\ngo 1.12\n\nrequire port.example/units/v2 v2.0.1\n");
        assertThat(Files.readString(project.resolve("Makefile")))
                .isEqualTo("all:\n\tgo install haldervik/sluice/...\n");
        assertThat(project.resolve("src")).doesNotExist();
        Program.Run prove = run("prove", "--run-with", "north", project.toString());
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.out())
                .containsPattern("= packages +3 +3")
                .containsPattern("= exported names +1 package +1 package")
                .containsPattern("= go vet +passes +passes")
                .containsPattern("= run cmd/level north +exit 0 +exit 0")
                .containsPattern("= pages of cmd/board +2 requested +2 requested")
                .containsPattern("= tests +1 passed +1 passed");
        Path descriptor = project.resolve("go.mod");
        String text = Files.readString(descriptor);
        Files.writeString(descriptor, text.replace("v2.0.1", "v2.1.0"));
        assertThat(run("prove", "--run-with", "north", project.toString()).out())
                .containsPattern("≠ run cmd/level north")
                .contains("changed /level: no known cause")
                .contains("Not proven");
        Files.writeString(descriptor, text);
        assertThat(run("undo", project.toString()).exit()).isZero();
        assertThat(new Sketch(project).digest()).isEqualTo(before);
    }
}
