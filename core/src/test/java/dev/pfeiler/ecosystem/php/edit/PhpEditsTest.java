package dev.pfeiler.ecosystem.php.edit;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.php.coverage.PhpCoverage;
import dev.pfeiler.ecosystem.php.layout.PhpNamespace;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What changes in the files of a PHP project. */
class PhpEditsTest {
    @TempDir
    Path folder;

    private Sketch sketch;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(folder.resolve("port"));
        sketch.file("lib/Tide.php", "<?php", "class Tide {}");
    }

    private List<Step> steps(Map<String, String> goals) {
        PhpProject project = PhpProject.of(sketch.tree());
        PhpCoverage coverage = new PhpCoverage(project, Set.of(), Set.of());
        return new PhpEdits(project, coverage, PhpNamespace.none(project), goals, "vendor/autoload.php").steps();
    }

    private static String text(Step step) {
        return new String(((Step.Edit) step).bytes(), java.nio.charset.StandardCharsets.UTF_8);
    }

    @Test
    void statementsGoAndTheAutoloaderIsLoaded() throws IOException {
        sketch.file("index.php", "<?php", "require_once 'lib/Tide.php';", "echo new Tide;");
        List<Step> steps = steps(Map.of());
        assertThat(steps).hasSize(1);
        assertThat(text(steps.get(0)))
                .isEqualTo("<?php\nrequire_once __DIR__ . '/vendor/autoload.php';\necho new Tide;\n");
    }

    @Test
    void aFileThatMovesIsNamedAtItsNewPlaceWhereItIsStillLoaded() throws IOException {
        sketch.file("conf/data.php", "<?php", "return [1];");
        sketch.file(
                "index.php",
                "<?php",
                "require_once 'lib/Tide.php';",
                "$d = require 'conf/data.php';",
                "echo new Tide;");
        List<Step> steps = steps(Map.of("lib/Tide.php", "src/Tide.php"));
        assertThat(steps)
                .extracting(step -> step.path() + " " + step.goal().orElse(""))
                .containsExactly("index.php ", "lib/Tide.php src/Tide.php");
        assertThat(text(steps.get(0)))
                .isEqualTo(
                        "<?php\nrequire_once __DIR__ . '/vendor/autoload.php';\n$d = require 'conf/data.php';\necho new Tide;\n");
    }

    @Test
    void namesInAnotherLetterCaseAreCorrected() throws IOException {
        sketch.file("index.php", "<?php", "require_once 'lib/Tide.php';", "echo new TIDE;");
        assertThat(text(steps(Map.of()).get(0))).contains("echo new Tide;");
    }

    @Test
    void filesThatAreLoadedByAComputedPathMustNotMove() throws IOException {
        sketch.file("index.php", "<?php", "$n = $_GET['n'];", "require_once 'lib/' . $n . '.php';", "echo 'x';");
        PhpProject project = PhpProject.of(sketch.tree());
        PhpCoverage coverage = new PhpCoverage(project, Set.of(), Set.of());
        assertThat(PhpEdits.stuck(project, coverage)).contains("lib/Tide.php", "index.php");
    }

    @Test
    void statementsThatAreRemovedAreNamed() throws IOException {
        sketch.file("index.php", "<?php", "require_once 'lib/Tide.php';", "echo new Tide;");
        sketch.file("lib/page.php", "<?php", "echo 'page';");
        sketch.file("page.php", "<?php", "require 'lib/page.php';");
        PhpProject project = PhpProject.of(sketch.tree());
        LoadChanges changes = new LoadChanges(project, new PhpCoverage(project, Set.of(), Set.of()));
        assertThat(project.sources().values().stream()
                        .flatMap(source -> project.loading().of(source).stream())
                        .filter(changes::isRemoved)
                        .map(load -> load.file().orElseThrow()))
                .containsExactly("lib/Tide.php");
        assertThat(project.sources().values().stream()
                        .filter(changes::loadsAutoloader)
                        .map(source -> source.path()))
                .containsExactly("index.php");
    }
}
