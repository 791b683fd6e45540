package dev.pfeiler.ecosystem.jvm.language.lexical;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.ecosystem.jvm.language.EntryPoint;
import dev.pfeiler.ecosystem.jvm.language.Language;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SourceText;
import dev.pfeiler.ecosystem.jvm.language.groovy.GroovyLanguage;
import dev.pfeiler.ecosystem.jvm.language.kotlin.KotlinLanguage;
import dev.pfeiler.ecosystem.jvm.language.scala.ScalaLanguage;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** What is read of sources in Kotlin, Groovy and Scala. */
class ReadersTest {
    private static SourceFile read(Language language, String path, String... lines) {
        byte[] bytes = (String.join("\n", lines) + "\n").getBytes(StandardCharsets.UTF_8);
        return language.read(path, SourceText.of(bytes));
    }

    private static SourceFile kotlin(String... lines) {
        return read(new KotlinLanguage(), "src/tide-gate.kt", lines);
    }

    private static SourceFile groovy(String... lines) {
        return read(new GroovyLanguage(), "src/Buoys.groovy", lines);
    }

    private static SourceFile scala(String... lines) {
        return read(new ScalaLanguage(), "src/Buoys.scala", lines);
    }

    private static SourceFile.Import imported(String name, boolean onDemand, int line, String written) {
        return new SourceFile.Import(name, false, onDemand, line, written);
    }

    @Test
    void kotlinImportsAndTypes() {
        SourceFile source = kotlin(
                "@file:Suppress(\"x\")",
                "package no.haldervik.gate",
                "",
                "import a.b.Level",
                "import a.b.Level as Height",
                "import a.b.times",
                "import c.*",
                "/* import d.E /* nested */ class No */",
                "data class Reading(val at: Int) { class Inner; companion object }",
                "interface Gate { fun open() }",
                "object Harbour",
                "private val level = x.y.Measure.read() // import z.Z");
        assertThat(source.packageName()).isEqualTo("no.haldervik.gate");
        assertThat(source.packageLine()).isEqualTo(2);
        assertThat(source.imports())
                .containsExactly(
                        imported("a.b.Level", false, 4, "import a.b.Level"),
                        imported("a.b.Level", false, 5, "import a.b.Level"),
                        imported("a.b", true, 6, "import a.b.times"),
                        imported("c", true, 7, "import c.*"));
        assertThat(source.types()).containsExactly("Reading", "Gate", "Harbour", "Tide_gateKt");
        assertThat(source.qualified()).containsExactly(Assertions.entry("x.y.Measure", 12));
        assertThat(source.annotations()).containsKey("file");
        assertThat(source.entryPoint()).isEmpty();
        assertThat(source.packageText()).isEqualTo("package no.haldervik.gate");
    }

    @Test
    void kotlinMainFunctions() {
        assertThat(kotlin("package p", "fun main() { }").entryPoint()).contains(new EntryPoint("p.Tide_gateKt", 2));
        assertThat(kotlin("@file:JvmName(\"Gate\")", "fun main(args: Array<String>) {}")
                        .entryPoint())
                .contains(new EntryPoint("Gate", 2));
        assertThat(kotlin("package p", "object Gate {", "  @JvmStatic", "  fun main(a: Array<String>) {}", "}")
                        .entryPoint())
                .contains(new EntryPoint("p.Gate", 4));
        assertThat(kotlin("class Gate { fun main() {} }").entryPoint()).isEmpty();
    }

    @Test
    void stringsWithExpressionsHideNoBraces() {
        SourceFile source = kotlin(
                "package p",
                "val a = \"${list.map { \"<${it}>\" }} } {\"",
                "val b = \"\"\" { \" ${if (x) \"}\" else '}'} \"\"\"",
                "val c = \"no.haldervik.Driver\"",
                "class After");
        assertThat(source.types()).containsExactly("After", "Tide_gateKt");
        assertThat(source.strings()).containsExactly(Assertions.entry("no.haldervik.Driver", 4));
    }

    @Test
    void groovyImportsTypesAndScripts() {
        SourceFile source = groovy(
                "#!/usr/bin/env groovy",
                "package no.haldervik",
                "import static a.B.c",
                "import a.D as E",
                "import a.f.*",
                "@CompileStatic",
                "class Buoys extends",
                "    Base {",
                "  def pattern = ~/\\{ [}'\"] /",
                "  String s = 'it\\'s {'",
                "  static void main(String[] args) { }",
                "}",
                "trait Floating { }");
        assertThat(source.packageName()).isEqualTo("no.haldervik");
        assertThat(source.imports()).extracting(SourceFile.Import::name).containsExactly("a.B.c", "a.D", "a.f");
        assertThat(source.imports().get(0).isStatic()).isTrue();
        assertThat(source.types()).containsExactly("Buoys", "Floating");
        assertThat(source.entryPoint()).contains(new EntryPoint("no.haldervik.Buoys", 11));
        SourceFile script = groovy("import a.B", "", "println new B().read(4 / 2, 6 / 3)");
        assertThat(script.types()).containsExactly("Buoys");
        assertThat(script.entryPoint()).contains(new EntryPoint("Buoys", 3));
    }

    @Test
    void scalaImportsPackagesAndPrograms() {
        SourceFile source = scala(
                "package no.haldervik",
                "package buoys",
                "",
                "import a.b.{C, D => E, _}",
                "import f.G, h.i._",
                "import scala.jdk.CollectionConverters.*",
                "",
                "sealed trait Buoy",
                "case class Lit(name: String, symbol: Symbol = 'lit) extends Buoy { import k.L; object Inner }",
                "object Board extends Buoy with App { val text = s\"${1 + 2} }\" }");
        assertThat(source.packageName()).isEqualTo("no.haldervik.buoys");
        assertThat(source.imports())
                .extracting(SourceFile.Import::name)
                .containsExactly("a.b.C", "a.b.D", "a.b", "f.G", "h.i", "scala.jdk.CollectionConverters", "k.L");
        assertThat(source.imports().get(2).onDemand()).isTrue();
        assertThat(source.types()).containsExactly("Buoy", "Lit", "Board");
        assertThat(source.entryPoint()).contains(new EntryPoint("no.haldervik.buoys.Board", 10));
        assertThat(scala("object A {", "  def main(args: Array[String]): Unit = ()", "}")
                        .entryPoint())
                .contains(new EntryPoint("A", 2));
        assertThat(scala("package p", "@main def go(n: Int) = println(n)").entryPoint())
                .contains(new EntryPoint("p.go", 2));
        assertThat(scala("package object tides { type T = Int }").typeNames()).containsExactly("tides.package");
    }

    @Test
    void whatIsNotClosedEndsWithTheText() {
        Assertions.assertThatCode(() -> Assertions.assertThat(kotlin("package p", "class A", "val s = \"\"\" ${ {")
                                .types())
                        .contains("A"))
                .doesNotThrowAnyException();
        assertThat(groovy("/* class A", "class B").types()).isEmpty();
        assertThat(kotlin("val s = \"" + "${\"".repeat(5000)).types()).containsExactly("Tide_gateKt");
        org.junit.jupiter.api.Assertions.assertTimeout(
                Duration.ofSeconds(5), () -> scala("import a.{".repeat(2000)).imports());
    }
}
