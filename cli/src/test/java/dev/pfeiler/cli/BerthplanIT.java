package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.Tools;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A PHP program held together by require statements, with the real php and composer. */
class BerthplanIT {
    @TempDir
    Path folder;

    private final Program program = new Program();
    private Path project;

    @BeforeEach
    void layOut() {
        Tools.require("php", "composer");
        project = Program.demo("berthplan", folder);
    }

    private String text(String path) throws IOException {
        return Files.readString(project.resolve(path));
    }

    @Test
    void isConvertedProvenAndPutBack() throws IOException {
        Map<String, String> before = new Sketch(project).digest();
        assertThat(program.run("survey", project).out())
                .contains("app/code/….php (5 files)")
                .contains("is a bundled copy of brygge/csvline 1.4.0")
                .contains("differs in letter case from Haldervik\\Berthplan\\Planning\\Planner")
                .contains("Tariff");
        Program.Run convert = program.run("convert", project);
        assertThat(convert.exit()).as(convert.err()).isZero();
        assertThat(convert.out()).contains("composer install").contains("php -S localhost:8080 -t web");
        assertThat(project.resolve("src/Planning/Report.php")).exists();
        assertThat(project.resolve("inc/autoload.php")).doesNotExist();
        assertThat(text("inc/bootstrap.php"))
                .as("it sets an error handler and gives settings")
                .contains("/inc/errors.php'; // also sets")
                .contains("$settings = require")
                .as("where every start comes first")
                .contains("require_once __DIR__ . '/../vendor/autoload.php';")
                .doesNotContain("Ship.php");
        assertThat(text("bin/plan"))
                .contains("new Haldervik\\Berthplan\\Planning\\Planner(")
                .doesNotContain("autoload", "Planner.php");
        assertThat(Files.isExecutable(project.resolve("bin/plan"))).isTrue();
        assertThat(text(".gitignore")).contains("/vendor/");

        Program.Run prove = program.run("prove", "--offline", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.out())
                .containsPattern("autoloaded +11 declared +10 by Composer")
                .containsPattern("= classes +11 +11")
                .containsPattern("= functions and constants +3 +3")
                .containsPattern("= run bin/plan --help +exit 0 +exit 0")
                .containsPattern("= test checks/run.php +exit 0 +exit 0")
                .containsPattern("= pages +4 requested +4 requested");
        assertThat(project.resolve("vendor")).as("it is proven in a copy").doesNotExist();
        assertThat(program.run("undo", project).exit()).isZero();
        assertThat(new Sketch(project).digest()).isEqualTo(before);
    }

    /** Users of a library load its classes in programs of their own, without an include path. */
    @Test
    void aLibraryIsUsedFromOutside() throws IOException {
        Path library = folder.resolve("tides");
        new Sketch(library)
                .file(
                        "lib/Port/Tide.php",
                        "<?php",
                        "require_once 'Port/Tide/Gauge.php';",
                        "require_once 'Port/units.php';",
                        "class Port_Tide {",
                        "  private $gauge;",
                        "  function __construct() { $this->gauge = new Port_Tide_Gauge(PORT_UNIT); }",
                        "  static function create() { return new self; }",
                        "  static function wipe() { exit(1); }",
                        "}")
                .file("lib/Port/Tide/Gauge.php", "<?php", "class Port_Tide_Gauge { function __construct($unit) {} }")
                .file(
                        "lib/Port/Chart.php",
                        "<?php",
                        "class Port_Chart {",
                        "  function __construct() { if (!isset($this->x)) include 'Port/scale.php'; }",
                        "}")
                .file("lib/Port/scale.php", "<?php", "$scale = 1;", "return $scale;")
                .file("lib/Port/units.php", "<?php", "define('PORT_UNIT', 'm');");
        assertThat(program.run("convert", library).exit()).isZero();
        Path descriptor = library.resolve("composer.json");
        assertThat(Files.readString(descriptor))
                .contains("\"files\": [\n            \"lib/Port/units.php\"")
                .contains("\"include-path\": [\n        \"lib/\"");
        assertThat(Files.readString(library.resolve("lib/Port/Tide.php"))).doesNotContain("require_once");
        Program.Run prove = program.run("prove", "--offline", library);
        assertThat(prove.out()).containsPattern("= standalone use +3 objects +3 objects");
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();

        String stated = Files.readString(descriptor);
        Files.writeString(descriptor, stated.replace("lib/Port/units.php", "lib/Port/Tide/Gauge.php"));
        assertThat(program.run("prove", "--offline", library).out()).contains("PORT_UNIT is not defined");
        Files.writeString(descriptor, stated.replace("\"lib/\"\n", "\"other/\"\n"));
        assertThat(program.run("prove", "--offline", library).out()).contains("Not proven");
    }

    @Test
    void classesWithoutANamespaceAreTheSameUnderTheirNewNames() throws IOException {
        Program.Run convert = program.run("convert", "--choose", "namespace=Haldervik\\Berthplan\\Legacy", project);
        assertThat(convert.exit()).as(convert.err()).isZero();
        assertThat(text("src/Legacy/TideTable.php")).startsWith("<?php\n\nnamespace Haldervik\\Berthplan\\Legacy;\n");
        assertThat(text("web/index.php")).contains("use Haldervik\\Berthplan\\Legacy\\Tariff;");
        Program.Run prove = program.run("prove", "--offline", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.out())
                .containsPattern("autoloaded +11 declared +10 by Composer")
                .containsPattern("= classes +11 +11")
                .containsPattern("= test checks/run.php +exit 0 +exit 0")
                .containsPattern("= pages +4 requested +4 requested");
    }

    @Test
    void theTestsOfAFrameworkAreRunBeforeAndAfter() throws IOException {
        Tools.require("phpunit");
        new Sketch(project)
                .file(
                        "tests/ShipTest.php",
                        "<?php",
                        "require_once __DIR__ . '/../lib/csvline/src/Reader.php';",
                        "require_once __DIR__ . '/../app/code/Model/Ship.php';",
                        "use Haldervik\\Berthplan\\Model\\Ship;",
                        "class ShipTest extends PHPUnit\\Framework\\TestCase {",
                        "  function testItIsFound() { $this->assertSame('Havbris', Ship::named('Havbris')->name); }",
                        "  function testNoShip() { $this->assertNotNull(Ship::named('Havbris')); }",
                        "}");
        assertThat(program.run("convert", project).exit()).isZero();
        assertThat(text("composer.json")).contains("phpunit/phpunit", "\"test\"");
        Program.Run prove = program.run("prove", "--offline", project);
        assertThat(prove.out()).as(prove.err()).containsPattern("= tests +2 passed +2 passed");
        assertThat(prove.exit()).isZero();
        Path ship = project.resolve("src/Model/Ship.php");
        Files.writeString(ship, Files.readString(ship).replace("function named(", "function calledSo("));
        assertThat(program.run("prove", "--offline", project).out())
                .contains("changed the tests (2 passed, now 0 passed, 2 failed): no known cause");
    }

    @Test
    void whatIsBrokenIsNotProven() throws IOException {
        assertThat(program.run("convert", project).exit()).isZero();
        String descriptor = text("composer.json");
        Files.writeString(
                project.resolve("composer.json"), descriptor.replace("\"legacy/class.TideTable.php\"", "\"src\""));
        Program.Run gone = program.run("prove", project);
        assertThat(gone.exit()).isEqualTo(1);
        assertThat(gone.out())
                .contains("gone TideTable: no known cause")
                .contains("changed /index.php")
                .contains("Not proven");
        Files.writeString(project.resolve("composer.json"), descriptor);
        Path ship = project.resolve("src/Model/Ship.php");
        assertThat(text("src/Model/Ship.php")).contains("__DIR__ . '/../../data/ships.csv'");
        Files.writeString(ship, Files.readString(ship).replace("(float) $row[1]", "$row[1]"));
        assertThat(program.run("prove", "--no-run", project).out()).contains("Ship (named() changed): no known cause");
        Files.writeString(project.resolve("composer.json"), "{ broken");
        assertThat(program.run("prove", project).out()).contains("Not proven: composer failed");
    }

    @Test
    void everyFileMayStayWhereItIs() throws IOException {
        assertThat(program.run("convert", "--keep-layout", project).exit()).isZero();
        assertThat(text("composer.json")).contains("\"app/code/\"").contains("app/code/Planning/report.php");
        assertThat(project.resolve("app/code/Planning/Planner.php")).exists();
        Program.Run prove = program.run("prove", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
    }

    @Test
    void theSameWordsAsEverywhere() {
        Program.Run convert = program.run("convert", "--choose", "level=4.4", project);
        assertThat(convert.exit()).isEqualTo(2);
        assertThat(program.run("convert", "--to", "maven", project).exit()).isEqualTo(2);
        assertThat(program.run("why", project, "level").out()).contains("required by a short array");
        Program.Run demo = program.run("demo", "berthplan");
        assertThat(demo.exit()).as(demo.out() + demo.err()).isZero();
        assertThat(demo.out()).contains("Proven").contains("Original project restored");
    }

    /** Each change breaks a start that others load, or one that only some class needs. */
    @Test
    void aBrokenProgramIsNotProven() throws IOException {
        new Sketch(project)
                .file("tools/report.php", "<?php", "require_once __DIR__ . '/day.php';", "echo Day::NAME;")
                .file("tools/all.php", "<?php", "require __DIR__ . '/report.php';")
                .file("tools/day.php", "<?php class Day { const NAME = 'Monday'; }");
        assertThat(program.run("convert", project).exit()).isZero();
        String report = text("tools/report.php");
        Program.Run prove = program.run("prove", "--offline", "--no-run", "--json", project);
        assertThat(prove.row("autoloaded")).isEqualTo("explained 12 declared / 11 by Composer");
        Files.writeString(project.resolve("tools/report.php"), report.replaceFirst("require_once .*\n", ""));
        Program.Run broken = program.run("prove", "--offline", "--json", project);
        assertThat(broken.exit()).isEqualTo(1);
        assertThat(broken.different())
                .as("the line that loads the autoloader is gone; another file loads the start, too")
                .contains("run tools/report.php", "run tools/all.php --help");
    }

    @Test
    void nothingToCompareIsNotProven() throws IOException {
        Path empty = project.resolveSibling("sums");
        new Sketch(empty).file("sums.php", "<?php", "function sum($a, $b) { return $a + $b; }");
        assertThat(program.run("convert", empty).exit()).isZero();
        Program.Run prove = program.run("prove", "--offline", "--json", empty);
        assertThat(prove.exit()).as(prove.out()).isEqualTo(1);
        assertThat(prove.different()).containsExactly("program");
    }
}
