package dev.pfeiler.ecosystem.go;

import static dev.pfeiler.Proposed.decision;
import static dev.pfeiler.Proposed.files;
import static dev.pfeiler.Proposed.left;
import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Golden;
import dev.pfeiler.ModuleFolder;
import dev.pfeiler.Pfeiler;
import dev.pfeiler.Sketch;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Proposal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is proposed for Go projects. */
class GoProposalTest {
    private static final String UNITS =
            "package units\n\n// Metres of feet.\nfunc Metres(f float64) float64 { return f * 0.3048 }\n";

    @TempDir
    Path temp;

    private ModuleFolder modules;
    private Sketch sketch;

    @BeforeEach
    void publish() throws IOException {
        modules = new ModuleFolder(temp.resolve("proxy"))
                .publish("port.example/units", "v1.2.0", "", "units.go", UNITS)
                .publish("port.example/units", "v1.1.0", "", "units.go", "package units\n")
                .publish("port.example/units", "v1.3.0", "", "units.go", UNITS + "\nconst Later = 1\n")
                .publish(
                        "port.example/tides/v2",
                        "v2.1.0",
                        "require port.example/units v1.1.0\n",
                        "tides.go",
                        "package tides\n\nimport \"port.example/units\"\n\nvar Low = units.Metres(3)\n");
        sketch = new Sketch(Files.createDirectories(temp.resolve("sluice")));
    }

    private Proposal propose(String... choices) {
        return proposeFrom(modules.address(), choices);
    }

    private Proposal proposeFrom(String proxy, String... choices) {
        Environment environment = new Environment(
                temp.resolve("home"),
                Map.of("GOPROXY", proxy, "GOMODCACHE", temp.resolve("cache").toString()),
                Path.of(System.getProperty("java.home")),
                false);
        Pfeiler pfeiler = new Pfeiler(environment);
        return pfeiler.propose(pfeiler.survey(sketch.root()), Sketch.chosen(choices));
    }

    /** A workspace with a make file: the project leaves it, what it uses is required in the copied versions. */
    @Test
    void aWorkspaceBecomesAModule() throws IOException {
        sketch.file(
                        "Makefile",
                        "export GOPATH := $(CURDIR)",
                        "export GO111MODULE := off",
                        "",
                        "all:",
                        "\tgo install haldervik/sluice/...")
                .file(
                        "src/haldervik/sluice/gate/gate.go",
                        "package gate",
                        "",
                        "import (",
                        "\t\"port.example/tides/v2\"",
                        "\t\"haldervik/sluice/level\"",
                        ")",
                        "",
                        "var Gate = tides.Low + level.Level")
                .file("src/haldervik/sluice/level/level.go", "package level", "", "const Level = 1_0")
                .file("src/haldervik/sluice/cmd/sluice/main.go", "package main", "", "func main() {}")
                .file(
                        "src/port.example/tides/v2/tides.go",
                        "package tides",
                        "",
                        "import \"port.example/units\"",
                        "",
                        "var Low = units.Metres(3)")
                .file("src/port.example/units/units.go", UNITS.strip().split("\n"));
        Proposal proposal = propose();
        Golden.check("go/workspace", files(proposal));
        assertThat(proposal.questions()).isEmpty();
        assertThat(decision(proposal, "package:port.example/units").value()).isEqualTo("v1.2.0");
        assertThat(decision(proposal, "level").evidence().get(0).place())
                .isEqualTo("src/haldervik/sluice/level/level.go:3");
    }

    /** A changed copy stays in use; what a list pins is taken without a copy; the rest is the newest release. */
    @Test
    void copiesThatWereChangedReplaceTheirModules() throws IOException {
        modules.publish("port.example/charts", "v0.1.0", "", "charts.go", "package charts\n")
                .publish("port.example/charts", "v0.2.0", "", "charts.go", "package charts\n")
                .publish("port.example/lamps", "v0.4.0", "", "lamps.go", "package lamps\n")
                .publish("port.example/lamps", "v0.5.0", "", "lamps.go", "package lamps\n");
        sketch.file(
                        "main.go",
                        "package main // import \"port.example/sluice\"",
                        "",
                        "import (",
                        "\t_ \"port.example/charts\"",
                        "\t_ \"port.example/gone\"",
                        "\t_ \"port.example/lamps\"",
                        "\t_ \"port.example/units\"",
                        ")",
                        "",
                        "func main() {}")
                .file(
                        "vendor/port.example/units/units.go",
                        UNITS.replace("0.3048", "0.3").strip().split("\n"))
                .file("glide.lock", "hash: x", "imports:", "- name: port.example/charts", "  version: v0.1.0");
        Proposal proposal = propose();
        Golden.check("go/changed-copy", files(proposal));
        assertThat(proposal.libraries())
                .extracting(use -> use.file().orElse("-") + " " + use.name() + " " + use.version() + " " + use.scope()
                        + " " + use.state() + (use.published() ? "" : " unpublished"))
                .containsExactly(
                        "- port.example/charts v0.1.0 require DECLARED",
                        "- port.example/lamps v0.5.0 require DECLARED",
                        "third_party/port.example/units port.example/units v0.0.0 require DECLARED unpublished");
        assertThat(decision(proposal, "module").reason()).isEqualTo("an import comment");
        assertThat(decision(proposal, "package:port.example/lamps").value()).isEqualTo("v0.5.0");
        assertThat(left(proposal))
                .contains("port.example/gone: is imported, and nothing provides it")
                .anyMatch(text -> text.startsWith("port.example/units: was changed after it was copied from v1.2.0"));
    }

    /** Two repositories of one's own, one of which uses the other. */
    @Test
    void aScriptBesideTheOnlyModuleStaysAsItIs() throws IOException {
        sketch.file("port/Makefile", "export GOPATH := $(CURDIR)", "all:", "\tgo install haldervik/sluice/...")
                .file("port/src/haldervik/sluice/main.go", "package main", "", "func main() {}")
                .file("tools/deep/check.sh", "#!/bin/sh", "go vet ./...");
        assertThat(propose().steps())
                .extracting("path")
                .contains("port/Makefile")
                .doesNotContain("tools/deep/check.sh");
    }

    @Test
    void ownRepositoriesBecomeModulesThatFindEachOther() throws IOException {
        sketch.file("src/gauge/gauge.go", "package gauge", "", "const Zero = 0")
                .file("src/gauge/sill/sill.go", "package sill", "", "const Depth = 4")
                .file(
                        "src/office/main.go",
                        "package main",
                        "",
                        "import \"gauge\"",
                        "",
                        "func main() { println(gauge.Zero) }")
                .file("build.sh", "#!/bin/sh", "GOPATH=$PWD GO111MODULE=off go build office");
        Golden.check("go/two-modules", files(propose()));
    }

    /** Packages side by side in a workspace are one module; imports and commands follow. */
    @Test
    void packagesSideBySideBecomeOneModule() throws IOException {
        sketch.file("src/gauge/gauge.go", "package gauge", "", "import \"sill\"", "", "const Zero = sill.Depth")
                .file("src/sill/sill.go", "package sill", "", "const Depth = 4")
                .file(
                        "src/level/main.go",
                        "package main",
                        "",
                        "import \"gauge\"",
                        "",
                        "func main() { println(gauge.Zero) }")
                .file("src/port.example/units/units.go", UNITS.split("\n"))
                .file(
                        "build.sh",
                        "#!/bin/sh",
                        "export GOPATH=$PWD GO111MODULE=off",
                        "go build -o level -ldflags \"-X gauge.version=1\" level && go test sill/...");
        Golden.check("go/flat", files(propose("module=port.example/sluice")));
    }

    @Test
    void relativeImportsAndOwnImportsFollowTheModule() throws IOException {
        sketch.file("sill/sill.go", "package sill // import \"port.example/old/sill\"", "", "const Depth = 4")
                .file(
                        "gauge/gauge.go",
                        "package gauge",
                        "",
                        "import \"port.example/old/sill\"",
                        "",
                        "const Zero = sill.Depth")
                .file("main.go", "package main", "", "import \"./gauge\"", "", "func main() { println(gauge.Zero) }")
                .file("odd/odd.go", "package odd", "", "import _ \"../gone\"");
        Proposal proposal = propose("module=port.example/sluice");
        assertThat(files(proposal))
                .containsEntry(
                        "sill/sill.go", "package sill // import \"port.example/sluice/sill\"\n\nconst Depth = 4\n")
                .containsEntry(
                        "gauge/gauge.go",
                        "package gauge\n\nimport \"port.example/sluice/sill\"\n\nconst Zero = sill.Depth\n")
                .containsEntry(
                        "main.go",
                        "package main\n\nimport \"port.example/sluice/gauge\"\n\nfunc main() { println(gauge.Zero) }\n");
        assertThat(proposal.leftForYou())
                .extracting(finding -> finding.subject() + ": " + finding.fact())
                .contains("odd/odd.go: imports a folder that is no package of the project");
    }

    /** A copy of a release whose module has a major version in its path, or another path by now. */
    @Test
    void importsOfRenamedModulesFollow() throws IOException {
        modules.publish("port.example/locks", "v1.0.0", "", "locks.go", "package locks\n")
                .publish("port.example/locks/v3", "v3.1.0", "", "locks.go", "package locks\n\nconst Many = 3\n")
                .publish(
                        "port.example/Gates",
                        "v1.4.0",
                        "",
                        "gates.go",
                        "package gates\n",
                        "go.mod",
                        "module port.example/gates\n")
                .publish("port.example/gates", "v1.4.0", "", "gates.go", "package gates\n");
        sketch.file(
                        "main.go",
                        "package main",
                        "",
                        "import (",
                        "\t_ \"port.example/Gates\"",
                        "\t\"port.example/locks\"",
                        ")",
                        "",
                        "func main() { println(locks.Many) }")
                .file("vendor/port.example/locks/locks.go", "package locks", "", "const Many = 3")
                .file("vendor/port.example/Gates/gates.go", "package gates");
        Map<String, String> files = files(propose("module=port.example/sluice"));
        assertThat(files.get("go.mod"))
                .isEqualTo("module port.example/sluice\n\ngo 1.12\n\nrequire (\n\tport.example/gates v1.4.0\n"
                        + "\tport.example/locks/v3 v3.1.0\n)\n");
        assertThat(files.get("main.go"))
                .isEqualTo("package main\n\nimport (\n\t_ \"port.example/gates\"\n\t\"port.example/locks/v3\"\n)\n\n"
                        + "func main() { println(locks.Many) }\n");
    }

    /** Without copies, the newest release of what is imported, and of the rest what that asks for. */
    @Test
    void versionsThatRequirementsImplyAreTaken() throws IOException {
        sketch.file(
                "gate.go",
                "package gate // import \"port.example/gate\"",
                "",
                "import \"port.example/tides/v2\"",
                "",
                "func Low[T any](t T) float64 { return tides.Low }");
        Proposal proposal = propose();
        assertThat(files(proposal).get("go.mod"))
                .isEqualTo("module port.example/gate\n\ngo 1.18\n\nrequire port.example/tides/v2 v2.1.0\n\n"
                        + "require port.example/units v1.1.0 // indirect\n");
        assertThat(decision(proposal, "package:port.example/tides/v2").certainty())
                .isEqualTo(Certainty.GUESS);
        assertThat(decision(proposal, "package:port.example/units").certainty()).isEqualTo(Certainty.LIKELY);
    }

    /** What the tests of a requirement need is listed, and what that needs is implied by it. */
    @Test
    void whatAListedRequirementImpliesIsNotListed() throws IOException {
        modules.publish(
                        "port.example/check",
                        "v1.0.0",
                        "require port.example/units v1.1.0\n",
                        "c.go",
                        "package check\n\nimport _ \"port.example/units\"\n")
                .publish(
                        "port.example/wave",
                        "v1.0.0",
                        "",
                        "w.go",
                        "package wave\n",
                        "w_test.go",
                        "package wave\n\nimport _ \"port.example/check\"\n");
        sketch.file("gate.go", "package gate // import \"port.example/gate\"", "", "import _ \"port.example/wave\"");
        assertThat(files(propose()).get("go.mod"))
                .isEqualTo("module port.example/gate\n\ngo 1.12\n\nrequire port.example/wave v1.0.0\n\n"
                        + "require port.example/check v1.0.0 // indirect\n");
    }

    /** Without a proxy, copies stay in use, and the rest is said not to have been asked for. */
    @Test
    void copiesStayWhereNothingCanBeAsked() throws IOException {
        sketch.file(
                        "gate.go",
                        "package gate // import \"port.example/gate\"",
                        "",
                        "import (",
                        "\t_ \"port.example/tides/v2\"",
                        "\t_ \"port.example/units\"",
                        ")")
                .file("vendor/port.example/units/units.go", UNITS.strip().split("\n"));
        Proposal proposal = proposeFrom("off");
        assertThat(files(proposal).get("go.mod"))
                .contains("replace port.example/units => ./third_party/port.example/units\n");
        assertThat(files(proposal)).containsKey("third_party/port.example/units/units.go");
        assertThat(left(proposal))
                .contains("port.example/tides/v2: is imported, and no module proxy can be asked for it")
                .anyMatch(text -> text.startsWith("third_party: keeps all copies"));
    }

    /** Releases before 1.13 take no descriptor below a workspace. */
    @Test
    void containersBuildOutsideOfAWorkspace() throws IOException {
        sketch.file("main.go", "package main", "", "import _ \"port.example/sluice/level\"", "", "func main() {}")
                .file("level/level.go", "package level")
                .file(
                        "Dockerfile",
                        "FROM golang:1.11",
                        "ENV GOPATH /go",
                        "ENV GO111MODULE=off",
                        "WORKDIR /go/src/port.example/sluice",
                        "COPY . /go/src/port.example/sluice/",
                        "RUN GO111MODULE=off go build -o /usr/bin/sluice . && go vet ./...")
                .file("build.sh", "#!/bin/sh", "export GOPATH=$HOME/go", "CGO_ENABLED=0 go build -o out/gate .");
        Map<String, String> files = files(propose());
        assertThat(files.get("Dockerfile"))
                .isEqualTo("FROM golang:1.11\nWORKDIR /src/sluice\nCOPY . /src/sluice/\n"
                        + "RUN go build -o /usr/bin/sluice . && go vet ./...\n");
        assertThat(files.get("build.sh")).isEqualTo("#!/bin/sh\nCGO_ENABLED=0 go build -o out/gate .\n");
        assertThat(files.get(".gitignore")).isEqualTo("/sluice\n/out/gate\n");
    }

    @Test
    void aPathThatNothingSaysIsAsked() throws IOException {
        sketch.file("main.go", "package main", "", "func main() {}");
        Proposal proposal = propose();
        assertThat(proposal.questions())
                .extracting(question -> question.fallback().orElse(""))
                .containsExactly("sluice");
        assertThat(files(propose("module=port.example/sluice")).get("go.mod"))
                .isEqualTo("module port.example/sluice\n\ngo 1.12\n");
    }

    @Test
    void twoMajorVersionsAndWhatBuildsLeaveAreFound() throws IOException {
        sketch.file(
                        "main.go",
                        "package main",
                        "",
                        "import (",
                        "\t_ \"port.example/tides\"",
                        "\t_ \"port.example/tides/v2/low\"",
                        ")",
                        "",
                        "func main() {}")
                .file("pkg/linux_amd64/tides.a", "archive")
                .file("Thumbs.db", "thumbs");
        Environment environment = Sketch.alone(temp.resolve("home"), true);
        assertThat(new Pfeiler(environment).survey(sketch.root()).findings())
                .extracting(finding -> finding.subject() + " " + finding.fact())
                .contains(
                        "port.example/tides, port.example/tides/v2 are major versions of one module; programs contain both",
                        "*.a is written by a build or a desktop; it does not belong in version control",
                        "Thumbs.db is written by a build or a desktop; it does not belong in version control");
    }
}
