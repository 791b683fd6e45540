package dev.pfeiler.ecosystem.php.coverage;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which files an autoloader can load instead of statements. */
class PhpCoverageTest {
    @TempDir
    Path folder;

    private Sketch sketch;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(folder.resolve("port"));
        sketch.file(
                "index.php",
                "<?php",
                "require_once 'lib/Tide.php';",
                "require_once 'lib/util.php';",
                "echo Tide::now();");
        sketch.file("lib/util.php", "<?php", "function knots($x) { return $x; }");
    }

    private PhpCoverage coverage(String... kept) {
        return new PhpCoverage(PhpProject.of(sketch.tree()), Set.of(), Set.of(kept));
    }

    private static List<String> paths(List<PhpSource> sources) {
        return sources.stream().map(PhpSource::path).toList();
    }

    @Test
    void filesThatOnlyDeclareClassesAreCovered() throws IOException {
        sketch.file("lib/Tide.php", "<?php", "class Tide { static function now() { return 3; } }");
        PhpCoverage coverage = coverage();
        assertThat(paths(coverage.classFiles(false))).containsExactly("lib/Tide.php");
        assertThat(coverage.functionFiles()).containsExactly("lib/util.php");
        assertThat(coverage.count()).isEqualTo(new PhpCoverage.Count(1, new java.util.TreeMap<>()));
        assertThat(coverage.count().autoloaded()).isEqualTo(1);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "class Tide {} echo 'x';                         | has side effects: echo 'x';",
                "class Tide {} return 3;                         | returns a value to the file that loads it",
                "class Tide {} header('X: y');                   | has side effects: header('X: y')",
                "class Tide {                                    | syntax error",
                "if ($a) { class Tide {} }                       | declares Tide conditionally"
            })
    void othersAreLoadedAsBefore(String code, String reason) throws IOException {
        sketch.file("lib/Tide.php", "<?php", code);
        assertThat(coverage().autoloads("lib/Tide.php")).isFalse();
        if (!reason.equals("syntax error"))
            assertThat(coverage().refused("lib/Tide.php"))
                    .hasValueSatisfying(why -> assertThat(why).startsWith(reason));
    }

    @Test
    void aClassThatTwoFilesDeclareIsNotCovered() throws IOException {
        sketch.file("lib/Tide.php", "<?php", "class Tide {}").file("old/Tide.php", "<?php", "class Tide {}");
        sketch.file("old.php", "<?php", "require_once 'old/Tide.php';", "echo 'x';");
        assertThat(coverage().refused("lib/Tide.php")).contains("also declared by another file: Tide");
    }

    @Test
    void theUserMayKeepAFile() throws IOException {
        sketch.file("lib/Tide.php", "<?php", "class Tide {}");
        PhpCoverage coverage = coverage("lib/Tide.php");
        assertThat(coverage.covers("lib/Tide.php")).isFalse();
        assertThat(coverage.refused("lib/Tide.php")).contains("by your choice");
        assertThat(coverage.count().others()).isEqualTo(Map.of("by your choice", 1));
    }

    @Test
    void functionsAreCoveredOnlyIfEveryStartLoadsThem() throws IOException {
        sketch.file("lib/Tide.php", "<?php", "class Tide {}");
        sketch.file("other.php", "<?php", "require_once 'lib/Tide.php';", "echo 'x';");
        assertThat(coverage().functionFiles()).isEmpty();
        assertThat(coverage().refused("lib/util.php"))
                .contains("declares functions or constants, but not every entry point loads it");
    }

    @Test
    void aFileThatLoadsMoreThanClassesIsNotCovered() throws IOException {
        sketch.file("lib/Tide.php", "<?php", "require_once __DIR__ . '/setup.php';", "class Tide {}")
                .file("lib/setup.php", "<?php", "ini_set('a', 'b');");
        assertThat(coverage().covers("lib/Tide.php")).isFalse();
    }

    /** The line that loads the autoloader goes where most starts pass first. */
    @Test
    void startsShareTheFirstFileThatTheyLoad() throws IOException {
        sketch.file("lib/Tide.php", "<?php", "class Tide {}").file("boot.php", "<?php", "$x = ini_get('a');");
        for (String start : List.of("index.php", "a.php", "b.php"))
            sketch.file(start, "<?php", "require_once 'boot.php';", "require_once 'lib/Tide.php';", "echo new Tide;");
        PhpProject project = PhpProject.of(sketch.tree());
        PhpStarts starts = new PhpStarts(project);
        assertThat(starts.lines(
                        path -> path.equals("lib/Tide.php"), Set.of("index.php", "a.php", "b.php"), load -> false))
                .containsExactly("boot.php");
        assertThat(starts.isSound("lib/Tide.php")).isTrue();
        assertThat(starts.connected("lib/Tide.php")).contains("lib/Tide.php");
    }
}
