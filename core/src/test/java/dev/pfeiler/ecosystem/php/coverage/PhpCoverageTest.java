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
import org.junit.jupiter.params.provider.ValueSource;

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

    /** A class that is loaded in any program finds the functions and constants that its code names. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "require_once 'lib/util.php';             | lib/util.php",
                "if ($a) require_once 'lib/util.php';     | ",
                "require 'lib/util.php';                  | ",
                "if (function_exists('knots')) echo 1;    | ",
            })
    void whatClassesNameIsLoadedAtEveryStart(String other, String files) throws IOException {
        sketch.file("lib/Tide.php", "<?php", "class Tide { function speed() { return knots(3); } }");
        sketch.file("other.php", "<?php", other, "require_once 'lib/Tide.php';", "echo 'x';");
        sketch.file("third.php", "<?php", "require_once 'lib/Tide.php';", "echo 'x';");
        assertThat(coverage().functionFiles()).isEqualTo(files == null ? List.of() : List.of(files));
    }

    /** What cannot be loaded before all else is loaded as before, whoever needs it. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "defined('PORT') or die('no');",
                "if (!defined('PORT')) { exit; }",
                "require_once BASE . 'more.php';",
                "class Knot extends Base {}"
            })
    void whatNeedsAProgramAroundItIsNotLoadedAtEveryStart(String code) throws IOException {
        sketch.file("lib/Tide.php", "<?php", "class Tide { function speed() { return knots(3); } }");
        sketch.file("lib/util.php", "<?php", code, "function knots($x) { return $x; }");
        sketch.file("lib/Base.php", "<?php", "class Base {}", "echo 'x';");
        sketch.file("other.php", "<?php", "require_once 'lib/Base.php';", "require_once 'lib/Tide.php';", "echo 1;");
        assertThat(coverage().functionFiles()).isEmpty();
    }

    @Test
    void constantsBesideAClassAreLoadedAtEveryStartIfOtherClassesNameThem() throws IOException {
        sketch.file("lib/Tide.php", "<?php", "const LOWEST = 3;", "class Tide {}")
                .file("lib/Gauge.php", "<?php", "class Gauge { const X = 'LOWEST'; }");
        assertThat(coverage().functionFiles()).doesNotContain("lib/Tide.php");
        sketch.file("lib/Gauge.php", "<?php", "class Gauge { function low() { return LOWEST; } }");
        assertThat(coverage().functionFiles()).contains("lib/Tide.php");
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
