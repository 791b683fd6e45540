package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import dev.pfeiler.Sketch;
import dev.pfeiler.Tools;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A managed project that has drifted: checked, cured, checked again, built by the real tool, and restored. */
class CheckIT {
    @TempDir
    Path folder;

    private final Program program = new Program();
    private Path project;

    @BeforeEach
    void layOut() throws IOException {
        project = Program.demo("dredger", folder);
    }

    private static List<String> shown(JsonNode document, String field) {
        List<String> shown = new ArrayList<>();
        document.get(field)
                .forEach(one -> shown.add(one.get("severity").asText() + " "
                        + one.get("kind").asText() + " " + one.get("part").asText() + " "
                        + one.get("file").asText() + ":" + one.get("line").asText() + " "
                        + one.get("subject").asText() + (one.get("certain").asBoolean() ? "" : " (decision)")));
        return shown;
    }

    private static final List<String> FOUND = List.of(
            "error level-elsewhere . Dockerfile:1 8",
            "error artifact-name . Dockerfile:3 target/dredger-1.3.war",
            "error page-file-missing . client/index.html:6 style/chart.css",
            "warning part-version client client/package.json:0 client (decision)",
            "error entry-missing client client/package.json:6 src/chart.js",
            "warning unused-dependency . pom.xml:23 commons-codec:commons-codec",
            "error container-api-packed . pom.xml:28 javax.servlet:javax.servlet-api",
            "error php-level-too-low reports reports/composer.json:6 php",
            "error class-missing . src/main/webapp/WEB-INF/web.xml:6 no.haldervik.dredger.SiltServlet");

    @Test
    void nineDisagreementsAreFoundAndEightCured() throws Exception {
        Map<String, String> before = new Sketch(project).digest();
        Program.Run check = program.run("check", project, "--json", "--offline");
        assertThat(shown(Schemas.valid("check", check.out()), "findings")).isEqualTo(FOUND);
        assertThat(check.exit()).isEqualTo(1);
        assertThat(new Sketch(project).digest()).isEqualTo(before);

        Program.Run fix = program.run("check", project, "--fix", "--json", "--offline");
        JsonNode document = Schemas.valid("check", fix.out());
        assertThat(shown(document, "cured"))
                .isEqualTo(FOUND.stream()
                        .filter(one -> !one.endsWith("(decision)"))
                        .toList());
        assertThat(shown(document, "findings"))
                .containsExactly("warning part-version client client/package.json:0 client (decision)");
        // a warning: for people, the check has passed
        assertThat(program.run("check", project, "--offline").exit()).isZero();
        assertThat(program.run("check", project, "--offline", "--fail-on", "warning")
                        .exit())
                .isEqualTo(1);

        Program.Run again = program.run("check", project, "--fix", "--offline");
        assertThat(again.exit()).isZero();
        assertThat(again.out()).startsWith("Nothing to change: no finding has a certain cure.");

        assertThat(program.run("undo", project).exit()).isZero();
        assertThat(new Sketch(project).digest()).isEqualTo(before);
    }

    /** While the cures can be undone, a proof is that of the project as it is: nothing was converted. */
    @Test
    void theCuredProjectIsBuiltAndTested() {
        Tools.require("mvn", "node", "npm", "php", "composer");
        program.run("check", project, "--fix", "--offline");
        Program.Run proof = program.run("prove", project, "--offline", "--no-run", "--json");
        assertThat(proof.exit()).as(proof.toString()).isZero();
        List<String> rows = new ArrayList<>();
        proof.json().get("parts").forEach(part -> part.get("comparisons")
                .forEach(row -> rows.add(part.get("id").asText() + ": "
                        + row.get("subject").asText() + " " + row.get("after").asText())));
        assertThat(rows)
                .containsExactly(
                        ".: build dredger.war", ".: tests 0 passed", "client: tests 1 passed", "reports: install done");
        Program.Run second = program.run("check", project, "--fix", "--offline", "--fail-on", "none");
        assertThat(second.exit()).isZero();
    }

    @ParameterizedTest
    @ValueSource(strings = {"tidewatch", "buoylog", "harbourlog", "towlist", "tidegate", "berthplan"})
    void aProjectJustConvertedHasNoFindings(String demo) throws IOException {
        Path converted = Program.demo(demo, folder);
        assertThat(program.run("convert", converted, "--offline").exit()).isZero();
        assertThat(program.run("accept", converted).exit()).isZero();
        Program.Run check = program.run("check", converted, "--offline", "--json");
        assertThat(check.json().get("findings")).isEmpty();
        assertThat(check.exit()).isZero();
    }

    @Test
    void codeHostsGetThePlaces() throws IOException {
        Program.Run run = program.run("check", project, "--sarif", "--offline");
        assertThat(run.exit()).isEqualTo(1);
        Schemas.fitsSarif(run.json());
        JsonNode results = run.json().get("runs").get(0).get("results");
        assertThat(results).hasSize(FOUND.size());
        JsonNode first = results.get(0);
        assertThat(first.get("ruleId").asText()).isEqualTo("level-elsewhere");
        assertThat(first.get("level").asText()).isEqualTo("error");
        JsonNode place = first.get("locations").get(0).get("physicalLocation");
        assertThat(place.get("artifactLocation").get("uri").asText()).isEqualTo("Dockerfile");
        assertThat(place.get("region").get("startLine").asInt()).isEqualTo(1);
        JsonNode rules = run.json().get("runs").get(0).get("tool").get("driver").get("rules");
        assertThat(rules.get(first.get("ruleIndex").asInt()).get("id").asText()).isEqualTo("level-elsewhere");
    }

    @Test
    void anUnknownSeverityIsAUsageError() {
        Program.Run run = program.run("check", project, "--fail-on", "note");
        assertThat(run.exit()).isEqualTo(2);
        assertThat(run.err())
                .isEqualTo("pfeiler: Unknown severity: note.\npfeiler: Use one of: warning, error, none.\n");
    }
}
