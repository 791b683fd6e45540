package dev.pfeiler.ecosystem.php.source;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class PhpReaderTest {
    private static PhpSource read(String... lines) {
        return PhpReader.read("a/b.php", String.join("\n", lines) + "\n");
    }

    private static String declared(PhpSource source) {
        return source.declarations().stream()
                .map(d -> d.kind() + " " + d.name() + (d.conditional() ? "?" : ""))
                .collect(Collectors.joining(", "));
    }

    @Test
    void readsDeclarationsInAllTheirForms() {
        PhpSource source = read(
                "<?php",
                "declare(strict_types=1);",
                "namespace Port\\Model;",
                "use Other\\{Thing, More as M};",
                "use function strlen;",
                "#[Tagged(1)] final class Berth extends Thing implements \\Countable { const A = 1; function count(): int { return 1; } }",
                "abstract class Quay {} interface Floating {} trait Moored {}",
                "enum State: string { case Free = 'f'; }",
                "function book() { function inner() {} class Local {} }",
                "const LIMIT = 5, MORE = 6;",
                "define('PORT', 'Haldervik');");
        assertThat(declared(source))
                .isEqualTo("CLASS Port\\Model\\Berth, CLASS Port\\Model\\Quay, INTERFACE Port\\Model\\Floating,"
                        + " TRAIT Port\\Model\\Moored, ENUM Port\\Model\\State, FUNCTION Port\\Model\\book,"
                        + " CONSTANT Port\\Model\\LIMIT, CONSTANT Port\\Model\\MORE, CONSTANT PORT");
        assertThat(source.declaresOnly()).isTrue();
        assertThat(source.uses()).extracting(PhpSource.Use::name).contains("Other\\Thing", "Other\\More", "Countable");
        assertThat(source.features()).containsKeys(PhpFeature.ENUM, PhpFeature.ATTRIBUTE, PhpFeature.RETURN_TYPE);
    }

    @Test
    void namespacesInBracesAndNamesInThem() {
        PhpSource source = read(
                "<?php namespace A { class X {} } namespace B\\C { use A\\X as Y; class Z extends Y { function f(?Y $y, namespace\\Q $q) { return new Sub\\W; } } }",
                "namespace { class G {} }");
        assertThat(declared(source)).isEqualTo("CLASS A\\X, CLASS B\\C\\Z, CLASS G");
        assertThat(source.uses())
                .extracting(PhpSource.Use::name)
                .contains("A\\X", "B\\C\\Q", "B\\C\\Sub\\W")
                .doesNotContain("B\\C\\Y");
    }

    @Test
    void tellsDeclaringFromDoing() {
        assertThat(read("<?php", "class A {}", "A::start();").effects())
                .extracting(PhpSource.Effect::text)
                .containsExactly("A::start();");
        assertThat(read("<?php if (!defined('PORT')) exit; defined('X') or die('no'); class A {}")
                        .declaresOnly())
                .isTrue();
        assertThat(declared(read("<?php if (!class_exists('A')) { class A {} } else { return; }")))
                .isEqualTo("CLASS A?");
        assertThat(read("<?php class A {} ?>\n<p>").prints()).isTrue();
        assertThat(read("<?php class A {} ?>").prints()).isFalse();
        assertThat(read("<?php return ['a' => 1];").returns()).isEqualTo(1);
        assertThat(read("#!/usr/bin/php", "<?php class A {}").prints()).isFalse();
        assertThat(read("<?php foreach ([1] as $x) { echo $x; }", "class B {}").effects())
                .hasSize(1);
    }

    @Test
    void whatLooksLikeCodeIsNone() {
        PhpSource source = read(
                "<?php",
                "// class No {} ?> <?php",
                "# require 'no.php';",
                "/* new Never */",
                "$a = 'class No2 { require \\'x\\'; }';",
                "$b = \"new {$a['x']} Gone\";",
                "$c = <<<TEXT",
                "class No3 {} $a",
                "  TEXT;",
                "$d = <<<'TEXT'",
                "function no4() {}",
                "TEXT;",
                "$e->class->require('x'); A::include;",
                "class Yes {}");
        assertThat(declared(source)).isEqualTo("CLASS Yes");
        assertThat(source.loads()).isEmpty();
        assertThat(source.broken()).isEmpty();
        assertThat(source.uses()).extracting(PhpSource.Use::name).doesNotContain("Never", "Gone", "No2");
    }

    @Test
    void loadsAreStatementsOrPartsOfOthers() {
        PhpSource source = read(
                "<?php",
                "require_once 'a.php';",
                "@include('b.php');",
                "$x = require 'c.php';",
                "if ($x) require 'd.php';",
                "if ($x) { require 'e.php'; }",
                "function f() { require_once(dirname(__FILE__) . '/f.php'); }",
                "require 'g.php' or die();",
                "?><?= include 'h.php' ?>");
        assertThat(source.loads().stream()
                        .map(l -> source.words(l.expression(), l.behind()) + (l.alone() ? " alone" : "")
                                + (l.top() ? " top" : "") + " " + l.function()))
                .containsExactly(
                        "'a.php' alone top ",
                        "'b.php' alone top ",
                        "'c.php' ",
                        "'d.php' ",
                        "'e.php' ",
                        "dirname(__FILE__) . '/f.php' alone f",
                        "'g.php' top ",
                        "'h.php' ");
    }

    @Test
    void theLevelIsThatOfTheNewestSyntax() {
        assertThat(newest("$a = $b ?? $c;")).isEqualTo("7.0");
        assertThat(newest("class A { private ?int $x; }")).isEqualTo("7.4");
        assertThat(newest("class A { function __construct(private int $x) {} }"))
                .isEqualTo("8.0");
        assertThat(newest("class A { public readonly int $x; }")).isEqualTo("8.1");
        assertThat(newest("readonly class A {}")).isEqualTo("8.2");
        assertThat(newest("$f = fn($x) => $x;")).isEqualTo("7.4");
        assertThat(newest("$f = strlen(...);")).isEqualTo("8.1");
        assertThat(newest("$x = match(true) { default => 1 };")).isEqualTo("8.0");
        assertThat(read("<?php $enum = array(1); class match2 { function list() {} }")
                        .features())
                .isEmpty();
    }

    private static String newest(String code) {
        return read("<?php " + code).newest().orElseThrow().getKey().level();
    }

    @Test
    void brokenSyntaxIsFoundWithItsLine() {
        assertThat(read("<?php", "class A {", "function f() { }")
                        .broken()
                        .orElseThrow()
                        .line())
                .isEqualTo(2);
        assertThat(read("<?php", "$x = 'open;").broken().orElseThrow().line()).isEqualTo(2);
        assertThat(read("<?php", "f(]);").broken().orElseThrow().excerpt()).startsWith("]");
        assertThat(read("<?php $x = \"{$a['b']} \\\" }\"; $y = [1, (2)]; ?> }").broken())
                .isEmpty();
    }

    @Test
    void headingsComeBeforeTheFirstStatement() {
        PhpSource source =
                read("<?php", "/** about */", "declare(strict_types=1);", "namespace A;", "use B\\C;", "", "run();");
        assertThat(source.text().substring(source.codeStart())).startsWith("run();");
    }
}
