package dev.pfeiler.ecosystem.php;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.Pfeiler;
import dev.pfeiler.Sketch;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.conversion.Undo;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Proposal;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PhpProposalTest {
    @TempDir
    Path folder;

    private Sketch sketch;
    private Pfeiler pfeiler;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(Files.createDirectories(folder.resolve("quays")));
        pfeiler = new Pfeiler(Sketch.alone(folder.resolve("home"), true));
    }

    private Proposal propose(String... chosen) {
        return pfeiler.propose(pfeiler.survey(sketch.root()), Sketch.chosen(chosen));
    }

    private static JsonNode composer(Proposal proposal) throws IOException {
        Step.Write file = (Step.Write) proposal.steps().stream()
                .filter(step -> step.path().equals("composer.json"))
                .findFirst()
                .orElseThrow();
        return new ObjectMapper().readTree(file.content());
    }

    private static String edited(Proposal proposal, String path) {
        return proposal.steps().stream()
                .filter(step -> step instanceof Step.Edit && step.path().equals(path))
                .map(step -> ((Step.Edit) step).content())
                .findFirst()
                .orElseThrow();
    }

    private List<String> troubles() {
        return pfeiler.survey(sketch.root()).findings().stream()
                .filter(f -> f.topic() == Finding.Topic.TROUBLE)
                .map(f -> f.subject() + " " + f.fact())
                .toList();
    }

    @Test
    void classesGoWhereTheirNamespacesSayAndStatementsGo() throws IOException {
        sketch.file(
                        "index.php",
                        "<?php",
                        "require 'code/quay.php'; require 'code/Crane.php';",
                        "echo (new Port\\Quay)->name();")
                .file(
                        "code/quay.php",
                        "<?php",
                        "namespace Port;",
                        "require_once 'Crane.php';",
                        "class Quay { function name() { return file_get_contents(__DIR__ . '/../names.txt'); } }")
                .file("code/Crane.php", "<?php", "namespace Port\\Lifting;", "class Crane {}")
                .file("names.txt", "Nordkai");
        Proposal proposal = propose();
        assertThat(composer(proposal).at("/autoload/psr-4/Port\\").asText()).isEqualTo("src/");
        assertThat(proposal.steps())
                .anyMatch(s -> s instanceof Step.Move && s.goal().orElse("").equals("src/Lifting/Crane.php"))
                .anyMatch(s -> s instanceof Step.Edit && s.goal().orElse("").equals("src/Quay.php"));
        assertThat(edited(proposal, "index.php"))
                .isEqualTo("<?php\nrequire_once __DIR__ . '/vendor/autoload.php';\necho (new Port\\Quay)->name();\n");
        assertThat(edited(proposal, "code/quay.php")).doesNotContain("Crane").contains("__DIR__ . '/../names.txt'");
        assertThat(proposal.decision("loads:Port")
                        .orElseThrow()
                        .evidence()
                        .get(0)
                        .place())
                .isEqualTo("code/Crane.php:3");
        Proposal kept = propose("loads:code/quay.php=as before");
        assertThat(kept.steps()).noneMatch(s -> s.path().equals("code/quay.php") && s.leaves());
        assertThat(edited(kept, "index.php")).contains("require 'code/quay.php'");
    }

    @Test
    void eachPlaceWhosePathIsOnlyKnownLaterIsTold() throws IOException {
        sketch.file(
                "index.php",
                "<?php",
                "require 'a.php';",
                "require $_GET['page'];",
                "include 'pages/' . $_GET['name'] . '.php';");
        sketch.file("a.php", "<?php echo 1;");
        assertThat(pfeiler.survey(sketch.root()).findings())
                .filteredOn(finding -> finding.fact().contains("computed at run time"))
                .singleElement()
                .satisfies(finding ->
                        assertThat(finding.evidence()).extracting("line").containsExactly(3, 4));
    }

    private void withoutNamespaces() throws IOException {
        sketch.file(
                        "index.php",
                        "<?php",
                        "require 'lib/Gull.php'; require 'lib/Roof.php'; require 'lib/Nest.php';",
                        "$r = new Roof; echo \\Gull::CRY;",
                        "function nest(Nest $n) { return $n; }")
                .file(
                        "lib/Gull.php",
                        "<?php",
                        "declare(strict_types=1);",
                        "/** A gull. */",
                        "class Gull extends ArrayObject implements Countable, Iterable2 {",
                        "  const CRY = 'kai', LOUD = E_ALL | E_STRICT;",
                        "  function at(Nest $n, ?DateTime $d, int|Roof $x): Exception { return new Exception(strlen(self::CRY)); }",
                        "  function odd() { try { Roof::lift(); } catch (LogicException | RangeException $e) {} }",
                        "}")
                .file("lib/Roof.php", "<?php class Roof { static function lift() {} }")
                .file("lib/Nest.php", "<?php class Nest {}");
    }

    @Test
    void classesWithoutANamespaceAreGivenOne() throws IOException {
        withoutNamespaces();
        assertThat(propose().decision("namespace").orElseThrow().value()).isEqualTo("without");
        Proposal proposal = propose("namespace=Port\\Birds\\");
        assertThat(composer(proposal).at("/autoload/psr-4/Port\\Birds\\").asText())
                .isEqualTo("src/");
        assertThat(edited(proposal, "index.php"))
                .isEqualTo(String.join(
                        "\n",
                        "<?php",
                        "use Port\\Birds\\Nest;",
                        "use Port\\Birds\\Roof;",
                        "require_once __DIR__ . '/vendor/autoload.php';",
                        "$r = new Roof; echo \\Port\\Birds\\Gull::CRY;",
                        "function nest(Nest $n) { return $n; }",
                        ""));
        assertThat(edited(proposal, "lib/Gull.php"))
                .isEqualTo(String.join(
                        "\n",
                        "<?php",
                        "declare(strict_types=1);",
                        "",
                        "namespace Port\\Birds;",
                        "/** A gull. */",
                        "class Gull extends \\ArrayObject implements \\Countable, \\Iterable2 {",
                        "  const CRY = 'kai', LOUD = E_ALL | E_STRICT;",
                        "  function at(Nest $n, ?\\DateTime $d, int|Roof $x): \\Exception { return new \\Exception(strlen(self::CRY)); }",
                        "  function odd() { try { Roof::lift(); } catch (\\LogicException | \\RangeException $e) {} }",
                        "}",
                        ""));
        assertThat(proposal.steps())
                .anyMatch(step -> step.path().equals("lib/Nest.php")
                        && step.goal().orElse("").equals("src/Nest.php"));
    }

    @Test
    void aClassStaysWithoutANamespaceWhereSomethingCannotFollow() throws IOException {
        withoutNamespaces();
        sketch.file("lib/Nest.php", "<?php class Nest { function f() { return is_a($this, 'Nest'); } }");
        Proposal proposal = propose("namespace=Port");
        assertThat(proposal.leftForYou())
                .filteredOn(finding -> finding.fact().contains("remains without a namespace"))
                .singleElement()
                .satisfies(finding -> {
                    assertThat(finding.subject()).isEqualTo("Nest");
                    assertThat(finding.evidence().get(0).place()).isEqualTo("lib/Nest.php:1");
                });
        assertThat(edited(proposal, "lib/Gull.php")).contains("\\Nest $n").contains("new \\Exception");
        assertThat(edited(proposal, "index.php")).contains("use Port\\Roof;").doesNotContain("use Port\\Nest;");
        sketch.file("lib/Nest.php", "<?php class Nest { function f($kind) { return new $kind; } }");
        assertThatThrownBy(() -> propose("namespace=Port"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("lib/Nest.php:1");
    }

    @Test
    void everyFileMayStay() throws IOException {
        sketch.file(
                        "index.php",
                        "<?php",
                        "require 'code/Port/Quay.php';",
                        "new Port\\Quay; new Old;",
                        "require 'old.php';")
                .file("code/Port/Quay.php", "<?php namespace Port; class Quay {}")
                .file("old.php", "<?php class Old {}");
        Proposal proposal = propose("layout=keep");
        assertThat(proposal.steps()).noneMatch(Step::leaves);
        assertThat(composer(proposal).at("/autoload/psr-4/Port\\").asText()).isEqualTo("code/Port/");
        assertThat(composer(proposal).at("/autoload/classmap/0").asText()).isEqualTo("old.php");
    }

    @Test
    void whatDoesMoreThanDeclareIsLoadedAsBefore() throws IOException {
        sketch.file(
                        "index.php",
                        "<?php",
                        "require 'side.php';",
                        "$settings = require 'settings.php';",
                        "if ($_GET) { require 'Maybe.php'; }",
                        "require 'loads.php';",
                        "require 'tools.php';",
                        "new Side; new Loads;")
                .file("other.php", "<?php", "require 'Plain.php';", "echo Plain::X, class_exists('Side');")
                .file("Plain.php", "<?php class Plain { const X = 1; }")
                .file("side.php", "<?php class Side {}", "Side::$count = 1;")
                .file("settings.php", "<?php return [];")
                .file("Maybe.php", "<?php class Maybe {}")
                .file("loads.php", "<?php require_once 'side.php'; class Loads {}")
                .file("tools.php", "<?php function tool() {}");
        Proposal proposal = propose();
        // what it loads stays, but a class that the program asks for may have been loaded by the autoloader before
        assertThat(edited(proposal, "index.php"))
                .isEqualTo(String.join(
                        "\n",
                        "<?php",
                        "require_once __DIR__ . '/vendor/autoload.php';",
                        "require_once 'side.php';",
                        "$settings = require 'settings.php';",
                        "if ($_GET) { require 'Maybe.php'; }",
                        "require 'loads.php';",
                        "require 'tools.php';",
                        "new Side; new Loads;",
                        ""));
        assertThat(composer(proposal).at("/autoload/classmap").toString())
                .isEqualTo("[\"Maybe.php\",\"Plain.php\",\"loads.php\",\"side.php\"]");
        assertThat(composer(proposal).at("/autoload/files").isMissingNode())
                .as("not every start loads the functions")
                .isTrue();
    }

    @Test
    void aFileThatActsDifferentlyWithinAFunctionIsLoadedAsBefore() throws IOException {
        sketch.file(
                        "index.php",
                        "<?php",
                        "require 'local.php'; require 'shows.php'; require 'fine.php'; require 'Plain.php';",
                        "echo $count, Fine::X, new Plain;")
                .file("local.php", "<?php class Local {}", "$count = 1;")
                .file("shows.php", "<?php class Shows {}", "echo 'x';")
                .file(
                        "fine.php",
                        "<?php class Fine { const X = 1; }",
                        "define('A', 1); $GLOBALS['b'] = function ($c) { return $c; };")
                .file("Plain.php", "<?php if (!class_exists('Plain')) { class Plain {} }");
        Proposal proposal = propose();
        assertThat(composer(proposal).at("/autoload/classmap").toString()).isEqualTo("[\"Plain.php\",\"fine.php\"]");
        assertThat(proposal.decision("loads:local.php").orElseThrow().reason())
                .isEqualTo("has side effects: $count = 1;");
        assertThat(proposal.decision("loads:shows.php").orElseThrow().reason()).startsWith("has side effects: echo");
        assertThat(proposal.decision("classes").orElseThrow().value()).isEqualTo("2 of 4 classes");
        assertThat(proposal.decision("classes").orElseThrow().reason())
                .isEqualTo("in 4 files; loaded as before: 2 has side effects");
    }

    @Test
    void constantsThatNeedOthersComeNoSoonerThanBefore() throws IOException {
        sketch.file(
                        "index.php",
                        "<?php",
                        "require 'base.php'; require 'paths.php'; require 'texts.php';",
                        "echo DATA, TEXT;")
                .file("base.php", "<?php define('BASE', getenv('PORT'));", "ini_set('memory_limit', '64M');")
                .file("paths.php", "<?php define('DATA', BASE . '/data');")
                .file(
                        "texts.php",
                        "<?php const TEXT = 'x' . PHP_EOL; define('HERE', dirname(__FILE__)); function t() { return BASE; }");
        Proposal proposal = propose();
        assertThat(composer(proposal).at("/autoload/files").toString()).isEqualTo("[\"texts.php\"]");
        assertThat(proposal.decision("loads:paths.php").orElseThrow().reason()).contains("DATA depends on constants");
    }

    @Test
    void whatStartsWithAFileThatCannotBeEditedIsLoadedAsBefore() throws IOException {
        sketch.file("index.php", "<?php // \u0001", "require 'start.php';")
                .file("start.php", "<?php", "require 'load.php'; require 'Quay.php';", "new Quay; new Tide;")
                .file(
                        "load.php",
                        "<?php spl_autoload_register(function ($c) { require __DIR__ . '/old/' . $c . '.php'; });")
                .file("old/Tide.php", "<?php class Tide {}")
                .file("Quay.php", "<?php class Quay {}");
        Proposal proposal = propose();
        assertThat(proposal.steps())
                .filteredOn(step -> !(step instanceof Step.Write))
                .hasSize(1);
        assertThat(edited(proposal, "start.php"))
                .as("the first file of the start that can be edited")
                .startsWith("<?php\nrequire_once __DIR__ . '/vendor/autoload.php';\nrequire 'load.php'; require 'Quay");
    }

    @Test
    void theProgramsOwnAutoloaderGoes() throws IOException {
        sketch.file("bin/run", "#!/usr/bin/env php", "<?php", "require __DIR__ . '/../start.php';", "new Port\\Quay;")
                .file(
                        "start.php",
                        "<?php",
                        "require_once __DIR__ . '/load.php';",
                        "ini_set('memory_limit', '64M');",
                        "spl_autoload_register(function ($c) { include __DIR__ . '/old/' . $c . '.php'; });")
                .file(
                        "load.php",
                        "<?php",
                        "spl_autoload_register('load_port');",
                        "function load_port($c) {",
                        "  require __DIR__ . '/code/' . str_replace('\\\\', '/', $c) . '.php';",
                        "}")
                .file("code/Port/Quay.php", "<?php namespace Port; class Quay {}")
                .file("old/Tide.php", "<?php class Tide {}");
        Proposal proposal = propose();
        assertThat(proposal.steps())
                .anyMatch(s -> s instanceof Step.Retire && s.path().equals("load.php"));
        assertThat(edited(proposal, "start.php"))
                .as("where the registration was that goes")
                .isEqualTo("<?php\nrequire_once __DIR__ . '/vendor/autoload.php';\nini_set('memory_limit', '64M');\n");
        assertThat(composer(proposal).at("/autoload/classmap/0").asText()).isEqualTo("old/Tide.php");
        assertThat(proposal.steps()).noneMatch(step -> step.path().equals("bin/run"));
    }

    @Test
    void aMethodOfAnotherClassWithTheNameOfAnAutoloaderIsNone() throws IOException {
        sketch.file(
                        "index.php",
                        "<?php",
                        "require 'Loader.php'; require 'View.php';",
                        "Loader::start(); (new View)->load('x');")
                .file(
                        "Loader.php",
                        "<?php",
                        "class Loader {",
                        "  static function load($c) { require __DIR__ . '/old/' . $c . '.php'; }",
                        "}",
                        "spl_autoload_register(array('Loader', 'load'));")
                .file("View.php", "<?php class View { function load($n) { include __DIR__ . '/old/' . $n . '.php'; } }")
                .file("old/Tide.php", "<?php class Tide {}");
        Proposal proposal = propose();
        assertThat(composer(proposal).at("/autoload/classmap").toString())
                .isEqualTo("[\"Loader.php\",\"View.php\",\"old/Tide.php\"]");
        assertThat(proposal.steps())
                .as("what a view loads is no part of the autoloader, and stays")
                .noneMatch(step -> step.path().equals("View.php"));
    }

    @Test
    void findingsBeforeHarm() throws IOException {
        sketch.file(
                        "index.php",
                        "<?php",
                        "require 'A.php'; require 'B.php';",
                        "new A; new b; $x = 'P\\q';",
                        "include \"plug/{$_GET['p']}.php\";",
                        "include 'gone.php';")
                .file("A.php", "<?php class A {}")
                .file("B.php", "<?php class B {} class A2 {}", "if (!class_exists('P\\Q')) { class X {} }")
                .file("A_old.php", "<?php class A {}")
                .file("P.php", "<?php namespace P; class Q {}")
                .file("plug/one.php", "<?php class One {}", "echo 1;")
                .file("plug/two.php", "<?php class Two {}")
                .file("idle.php", "<?php function idle() {}")
                .file("broken.php", "<?php class Broken {");
        assertThat(troubles())
                .anyMatch(t -> t.startsWith("A is declared by several files; the one in use"))
                .anyMatch(t -> t.startsWith("b differs in letter case from B"))
                .anyMatch(t -> t.startsWith("P\\q in a string differs in letter case"))
                .anyMatch(t -> t.startsWith("X is declared conditionally"))
                .anyMatch(t -> t.startsWith("plug/one.php is only loaded by a path"))
                .anyMatch(t -> t.startsWith("gone.php is loaded but not in this project"))
                .anyMatch(t -> t.startsWith("idle.php is not loaded by any file"))
                .noneMatch(t -> t.startsWith("P.php is not loaded") || t.startsWith("plug/two.php"))
                .anyMatch(t -> t.startsWith("broken.php syntax error"));
    }

    @Test
    void ofTwoFilesInUseWithOneClassNeitherIsDeclared() throws IOException {
        sketch.file("one.php", "<?php require 'a/T.php'; new T;")
                .file("two.php", "<?php require 'b/T.php'; new T;")
                .file("a/T.php", "<?php class T {}")
                .file("b/T.php", "<?php class T {}");
        assertThatThrownBy(this::propose)
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("a/T.php also declared by another file: T");
        assertThat(troubles()).anyMatch(t -> t.startsWith("T is declared by several files in use"));
    }

    @Test
    void textsKeepTheirLineEndsAndEncoding() throws IOException {
        String text = "<?php\r\n// \u00e5pen\r\nrequire 'Quay.php';\r\nnew Quay;\r\n";
        sketch.file("index.php", StandardCharsets.ISO_8859_1, text).file("Quay.php", "<?php class Quay {}");
        Step.Edit edit = (Step.Edit) propose().steps().stream()
                .filter(step -> step.path().equals("index.php"))
                .findFirst()
                .orElseThrow();
        assertThat(edit.charset()).isEqualTo(StandardCharsets.ISO_8859_1);
        assertThat(edit.content())
                .isEqualTo("<?php\r\n// \u00e5pen\r\nrequire_once __DIR__ . '/vendor/autoload.php';\r\nnew Quay;\r\n");
    }

    @Test
    void levelExtensionsLicenseAndTestFramework() throws IOException {
        sketch.file(
                        "index.php",
                        "<?php",
                        "echo mb_strlen($x ?? ''), json_encode(new PDO('sqlite:')), ctype_own();",
                        "function ctype_own() {}")
                .file("LICENSE", "Permission is hereby granted, free of charge, to any person")
                .file("tests/QuayTest.php", "<?php class QuayTest extends \\PHPUnit\\Framework\\TestCase {}");
        JsonNode composer = composer(propose());
        assertThat(composer.path("require").toString())
                .isEqualTo("{\"php\":\">=7.0\",\"ext-json\":\"*\",\"ext-mbstring\":\"*\",\"ext-pdo\":\"*\"}");
        assertThat(composer.path("license").asText()).isEqualTo("MIT");
        assertThat(composer.at("/require-dev/phpunit~1phpunit").asText()).isEqualTo("^5.7");
        assertThat(composer.at("/scripts/test").asText()).isEqualTo("phpunit tests");
        assertThat(composer(propose("level=8.2")).path("require").has("ext-json"))
                .isFalse();
    }

    @Test
    void copiedLibrariesWithADescriptorBecomePackages() throws IOException {
        sketch.file(
                        "index.php",
                        "<?php require 'third/geo/src/Point.php'; require 'third/geo/boot.php'; new Geo\\Point;")
                .file(
                        "third/geo/composer.json",
                        "{\"name\": \"brygge/geo\", \"version\": \"2.1.0\", \"autoload\": {\"psr-4\": {\"Geo\\\\\": \"src\"}}}")
                .file("third/geo/src/Point.php", "<?php namespace Geo; class Point {}")
                .file("third/geo/boot.php", "<?php Geo\\Point::$zero = 0;");
        Proposal proposal = propose();
        assertThat(composer(proposal).at("/require/brygge~1geo").asText()).isEqualTo("2.1.0");
        assertThat(composer(proposal).at("/repositories/0/url").asText()).isEqualTo("third/geo");
        assertThat(proposal.libraries())
                .extracting(use -> use.file().orElse("-") + " " + use.name() + " " + use.version() + " " + use.scope()
                        + " " + use.state() + (use.published() ? "" : " unpublished"))
                .containsExactly("third/geo brygge/geo 2.1.0 require DECLARED unpublished");
        assertThat(edited(proposal, "index.php")).doesNotContain("Point.php").contains("third/geo/boot.php");
        Proposal kept = propose("copy:third/geo=keep");
        assertThat(composer(kept).path("require").size()).isEqualTo(1);
        assertThat(composer(kept).at("/autoload/psr-4/Geo\\").asText()).isEqualTo("third/geo/src/");
        assertThat(edited(kept, "index.php"))
                .contains("require 'third/geo/src/Point.php'; require 'third/geo/boot.php'");
        sketch.file(
                "third/geo/composer.json",
                "{\"name\": \"brygge/geo\", \"require\": {\"php\": \">=5\", \"brygge/sums\": \"^1\"}}");
        assertThat(propose().decision("copy:third/geo").orElseThrow().reason())
                .isEqualTo("requires brygge/sums, not in the project; autoloaded where it is");
    }

    @Test
    void aManagedProjectIsLeftAlone() throws IOException {
        sketch.file("index.php", "<?php echo 1;").file("composer.json", "{}");
        assertThatThrownBy(this::propose).isInstanceOf(Refusal.class).hasMessageContaining("Composer");
    }

    @Test
    void aFileThatIsStartedAndLoadedKeepsWorkingEitherWay() throws IOException {
        sketch.file("a.php", "<?php", "require 'Foo.php';", "echo Foo::X;")
                .file("b.php", "<?php", "require 'a.php';")
                .file("c.php", "<?php", "define('C', 1);", "require 'Foo.php';")
                .file("Foo.php", "<?php class Foo { const X = 1; }");
        Proposal proposal = propose();
        assertThat(edited(proposal, "a.php"))
                .isEqualTo("<?php\nrequire_once __DIR__ . '/vendor/autoload.php';\necho Foo::X;\n");
        assertThat(proposal.steps()).as("a.php comes first in it").noneMatch(step -> step.path()
                .equals("b.php"));
        assertThat(edited(proposal, "c.php"))
                .as("it only defines and loads")
                .isEqualTo("<?php\nrequire_once __DIR__ . '/vendor/autoload.php';\ndefine('C', 1);\n");
    }

    @Test
    void startsThatLoadTheBootstrapByAPathKnownInPartGetALineOfTheirOwn() throws IOException {
        String registers = "spl_autoload_register(function ($c) { require __DIR__ . '/classes/' . $c . '.php'; });";
        sketch.file("common.php", "<?php", registers, "header('X: y');")
                .file("classes/Quay.php", "<?php class Quay {}")
                .file("one.php", "<?php require_once __DIR__ . '/common.php'; echo new Quay;")
                .file("two.php", "<?php", "require_once 'common.php'; echo new Quay;")
                .file("pages/three.php", "<?php", "require $_GET['top'] . 'common.php';", "echo new Quay;");
        Proposal proposal = propose();
        assertThat(edited(proposal, "common.php"))
                .isEqualTo("<?php\nrequire_once __DIR__ . '/vendor/autoload.php';\nheader('X: y');\n");
        assertThat(edited(proposal, "pages/three.php"))
                .startsWith(
                        "<?php\nrequire_once __DIR__ . '/../vendor/autoload.php';\nrequire $_GET['top'] . 'common.php';");
        assertThat(proposal.steps()).noneMatch(step -> step.path().matches("(one|two)\\.php"));
    }

    @Test
    void aLibraryIsCoveredWholeOrItsStatementsStay() throws IOException {
        sketch.file("index.php", "<?php", "require 'lib/Part.php';", "echo new Part;")
                .file("lib/Main.php", "<?php", "$count = 0;", "require_once 'Part.php';", "class Main { }")
                .file("lib/Part.php", "<?php", "require_once 'Other.php';", "class Part extends Other {}")
                .file("lib/Other.php", "<?php class Other {}")
                .file("more.php", "<?php echo $count;");
        Proposal proposal = propose();
        assertThat(proposal.steps()).noneMatch(step -> step.path().startsWith("lib/"));
        assertThat(edited(proposal, "index.php"))
                .isEqualTo(
                        "<?php\nrequire_once __DIR__ . '/vendor/autoload.php';\nrequire 'lib/Part.php';\necho new Part;\n");
        assertThat(composer(proposal).at("/autoload").toString())
                .isEqualTo("{\"classmap\":[\"lib/Other.php\",\"lib/Part.php\"]}");
    }

    @Test
    void aVendorFolderKeptByHandIsNeitherSkippedNorIgnored() throws IOException {
        sketch.file("index.php", "<?php", "require 'vendor/Lamps/Lamp.php';", "echo new Lamps\\Lamp;")
                .file("vendor/Lamps/Lamp.php", "<?php", "namespace Lamps;", "class Lamp {}");
        var before = sketch.digest();
        Proposal proposal = propose();
        assertThat(composer(proposal).at("/config/vendor-dir").asText()).isEqualTo("composer-packages");
        assertThat(composer(proposal).at("/autoload/psr-4/Lamps\\").asText()).isEqualTo("vendor/Lamps/");
        assertThat(edited(proposal, "index.php")).contains("require_once __DIR__ . '/composer-packages/autoload.php';");
        pfeiler.convert(pfeiler.survey(sketch.root()), proposal, Sketch.chosen());
        assertThat(Files.readString(sketch.root().resolve(".gitignore"))).isEqualTo("/composer-packages/\n");
        pfeiler.undo(sketch.root(), Undo.Edits.REFUSE);
        assertThat(sketch.digest()).isEqualTo(before);
    }

    @Test
    void aFileThatAPathEndsInDoesNotMove() throws IOException {
        sketch.file(
                        "index.php",
                        "<?php",
                        "require 'code/quay.php'; require 'code/tide.php';",
                        "new Port\\Quay; new Port\\Tide;")
                .file(
                        "code/quay.php",
                        "<?php",
                        "namespace Port;",
                        "class Quay { function f($d) { include $d . '/tide.php'; } }")
                .file("code/tide.php", "<?php", "namespace Port;", "class Tide {}");
        Proposal proposal = propose();
        assertThat(proposal.steps()).noneMatch(step -> step.path().equals("code/tide.php"));
        assertThat(composer(proposal).at("/autoload/classmap").toString()).isEqualTo("[\"code/\"]");
    }

    @Test
    void anAutoloaderWhoseRuleIsNotUnderstoodStaysBehindAClassMap() throws IOException {
        sketch.file("index.php", "<?php", "require 'loader.php';", "(new Loader)->add('a'); new One; new Two;")
                .file(
                        "loader.php",
                        "<?php",
                        "class Loader { var $d = array();",
                        "  function add($x) { $this->d[] = $x; spl_autoload_register(array($this, 'load')); }",
                        "  function load($c) { foreach ($this->d as $d) { @include $d . DIRECTORY_SEPARATOR . $c . '.php'; } } }")
                .file("a/One.php", "<?php class One {}")
                .file("a/Two.php", "<?php class Two {}")
                .file("a/part.php", "<?php echo 'not a class';");
        Proposal proposal = propose();
        assertThat(composer(proposal).at("/autoload/classmap").toString()).isEqualTo("[\"a/\",\"loader.php\"]");
        assertThat(proposal.steps()).noneMatch(step -> step.path().equals("loader.php"));
        assertThat(proposal.decision("classes").orElseThrow().value()).isEqualTo("3 of 3 classes");
    }

    @Test
    void namesWithUnderscoresAndFoldersThatMatchAreLeftWhereTheyAre() throws IOException {
        sketch.file(
                        "index.php",
                        "<?php require 'lib/Port/Gate.php'; require 'src2/Tide/Table.php'; new Port_Gate; new Tide\\Table;")
                .file("lib/Port/Gate.php", "<?php class Port_Gate {}")
                .file("lib/Port/Gate/Lock.php", "<?php class Port_Gate_Lock {}")
                .file("src2/Tide/Table.php", "<?php namespace Tide; class Table {}")
                .file("src2/Tide/Row/Cell.php", "<?php namespace Tide\\Row; class Cell {}")
                .file("old/A.php", "<?php class A {} class A1 {}")
                .file("old/B.php", "<?php class B {} class B1 {}")
                .file("old/C.php", "<?php class C {} class C1 {}")
                .file("old/D.php", "<?php class D {} class D1 {}")
                .file("old/bad.php", "<?php class Bad {}", "echo 1;")
                .file("old/view.php", "<?php echo 'no class';");
        Proposal proposal = propose();
        assertThat(proposal.steps()).noneMatch(Step::leaves);
        assertThat(composer(proposal).path("autoload").toString())
                .isEqualTo("{\"psr-4\":{\"Tide\\\\\":\"src2/Tide/\"},\"psr-0\":{\"Port_\":\"lib/\"},"
                        + "\"classmap\":[\"old/\"],\"exclude-from-classmap\":[\"old/bad.php\"]}");
    }

    @Test
    void theDescriptorSaysWhatTheProgramsOwnFilesSay() throws IOException {
        String gpl = "/* This program is free software under the GNU General Public License, version 3,\n"
                + " * or (at your option) any later version. */";
        sketch.file("README.md", "# quays", "", "Keeps the books of the quays", "of Haldervik. Written by Tuva.")
                .file(
                        "bin/quays",
                        "#!/usr/bin/env php",
                        "<?php",
                        gpl,
                        "require __DIR__ . '/../lib/a.php';",
                        "echo new A;")
                .file("lib/a.php", "<?php", gpl, "#[Tagged]", "class A { function f() { return curl_init(); } }")
                .file(
                        "lib/b.php",
                        "<?php",
                        gpl,
                        "class B { function f() { return function_exists('gzopen') && gzopen('x', 'r'); } }")
                .file("lib/c.php", "<?php", gpl, "class C { function f() { return gzopen('x', 'r'); } }")
                .file("lib/d.php", "<?php", gpl, "class D { function f() { return new C; } }")
                .file("lib/e.php", "<?php", gpl, "class E { function f() { return ldap_connect('x'); } }")
                .file("lib/third.php", "<?php", "/* @license MIT */", "namespace Other;", "class F {}");
        JsonNode composer = composer(propose());
        assertThat(composer.path("name").asText()).as("not that of a library").isEqualTo("quays/quays");
        assertThat(composer.path("description").asText()).isEqualTo("Keeps the books of the quays of Haldervik");
        assertThat(composer.path("license").asText()).isEqualTo("GPL-3.0-or-later");
        assertThat(composer.path("bin").toString()).isEqualTo("[\"bin/quays\"]");
        assertThat(composer.path("require").toString())
                .as("an attribute on a line of its own is a comment; guarded in one place is required in another")
                .isEqualTo("{\"php\":\">=5.3\",\"ext-curl\":\"*\",\"ext-zlib\":\"*\"}");
        assertThat(composer.path("suggest").toString())
                .isEqualTo("{\"ext-ldap\":\"used by E alone, which nothing names\"}");
    }

    @Test
    void functionsThatALibraryAlwaysLoadsAreLoadedAtEveryStart() throws IOException {
        sketch.file("lib/Sums.php", "<?php", "namespace Port;", "require_once __DIR__ . '/add.php';", "class Sums {}")
                .file("lib/add.php", "<?php", "namespace Port;", "function add($a, $b) { return $a + $b; }")
                .file("lib/one.php", "<?php function twice() {}")
                .file("lib/other.php", "<?php function twice() {}");
        Proposal proposal = propose();
        assertThat(composer(proposal).path("type").asText()).isEqualTo("library");
        assertThat(composer(proposal).at("/autoload/files").toString()).isEqualTo("[\"lib/add.php\"]");
    }
}
