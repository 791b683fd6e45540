package dev.pfeiler.ecosystem.jvm;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.reading.Wirings;
import dev.pfeiler.ecosystem.jvm.wiring.CompilerPlugins;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.proposal.Proposal;
import java.io.IOException;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** Projects in Kotlin, Groovy and Scala: how they are wired, and what is proposed for them. */
class JvmLanguagesTest extends ProposedProject {
    private List<Wiring.Compilation> calls() {
        return Wirings.read(sketch.tree()).get(0).compilations();
    }

    private static String settings(Wiring.Compilation call) {
        return call.language()
                + call.settings().entrySet().stream()
                        .sorted(java.util.Map.Entry.comparingByKey())
                        .map(entry ->
                                " " + entry.getKey() + "=" + entry.getValue().value())
                        .collect(Collectors.joining())
                + call.flags().stream().map(flag -> " " + flag.value()).collect(Collectors.joining());
    }

    private void mixed() throws IOException {
        sketch.file("src/p/K.kt", "package p", "class K")
                .file("src/p/G.groovy", "package p", "class G {}")
                .file("src/p/S.scala", "package p", "class S")
                .file("src/p/A.java", "package p; class A {}");
    }

    @Test
    void callsOfCompilersInScripts() throws IOException {
        mixed();
        sketch.describedJar("lib/kotlin-stdlib-1.3.50.jar", "org.jetbrains.kotlin:kotlin-stdlib:1.3.50", "kotlin.Unit")
                .file(
                        "build.sh",
                        "kotlinc -no-stdlib -jvm-target 1.8 -Xjsr305=strict -language-version 1.3 -cp lib/kotlin-stdlib-1.3.50.jar -d out src",
                        "JAVA_OPTS=\"-Dgroovy.target.bytecode=1.7 -Xmx1g\" groovyc -e ISO-8859-1 -j -Jsource=1.8 -d out $(find src -name '*.groovy' -o -name '*.java')",
                        "scalac -encoding UTF-8 -release:8 -deprecation -classpath out -d out src/p/*.scala",
                        "kotlinc src -include-runtime -d port.jar");
        assertThat(calls())
                .extracting(JvmLanguagesTest::settings)
                .containsExactly(
                        "Kotlin -target=1.8 -Xjsr305=strict -language-version 1.3",
                        "Groovy -encoding=ISO-8859-1 -source=1.8 -target=1.7 -j",
                        "Scala -encoding=UTF-8 -target=8 -deprecation",
                        "Kotlin");
        Wiring.Compilation kotlin = calls().get(0);
        assertThat(kotlin.takes("src/p/K.kt")).isTrue();
        assertThat(kotlin.takes("src/p/A.java")).as("it looks at it").isFalse();
        assertThat(kotlin.sees("src/p/A.java")).isTrue();
        assertThat(kotlin.classPath()).extracting(Wiring.Library::path).containsExactly("lib/kotlin-stdlib-1.3.50.jar");
        assertThat(calls().get(1).takes("src/p/A.java")).as("compiled along").isTrue();
        assertThat(calls().get(2).takes("src/p/K.kt")).isFalse();
        Wiring wiring = Wirings.read(sketch.tree()).get(0);
        assertThat(wiring.archives()).singleElement().satisfies(archive -> {
            assertThat(archive.path()).isEqualTo("port.jar");
            assertThat(archive.unpacked()).isPresent();
        });
        assertThat(wiring.trouble()).isEmpty();
    }

    @Test
    void tasksOfBuildFiles() throws IOException {
        mixed();
        sketch.file(
                "build.xml",
                "<project><target name='all'>",
                "<kotlinc src='src' output='out'><compilerarg value='-Xjsr305=strict'/></kotlinc>",
                "<groovyc srcdir='src' destdir='out' encoding='UTF-8' targetBytecode='1.8' excludes='x/**'><javac source='1.7' target='1.7'/></groovyc>",
                "<scalac srcdir='src' destdir='out' target='jvm-1.8' addparams='-deprecation -feature'/>",
                "<javac srcdir='src' destdir='out' debug='on'><withKotlin/></javac>",
                "</target></project>");
        assertThat(calls())
                .extracting(JvmLanguagesTest::settings)
                .containsExactly(
                        "Kotlin -Xjsr305=strict",
                        "Groovy -encoding=UTF-8 -source=1.7 -target=1.8 -j",
                        "Scala -target=1.8 -deprecation -feature",
                        "Kotlin",
                        "Java");
        assertThat(calls().get(1).output()).map(Wiring.Setting::value).contains("out");
    }

    @Test
    void settingsOfIdes() throws IOException {
        sketch.file("src/p/K.kt", "package p", "class K")
                .file(
                        "port.iml",
                        "<module><component name='FacetManager'><facet type='kotlin-language' name='Kotlin'><configuration>",
                        "<compilerArguments><option name='jvmTarget' value='11'/></compilerArguments></configuration></facet></component>",
                        "<component name='NewModuleRootManager'><content url='file://$MODULE_DIR$'>",
                        "<sourceFolder url='file://$MODULE_DIR$/src' isTestSource='false'/></content></component></module>")
                .file(
                        ".idea/kotlinc.xml",
                        "<project><component name='x'><option name='jvmTarget' value='1.8'/>",
                        "<option name='additionalArguments' value='-version -Xjsr305=strict'/></component></project>")
                .file(
                        ".idea/compiler.xml",
                        "<project><component name='CompilerConfiguration'><bytecodeTargetLevel target='17'/></component></project>");
        assertThat(calls())
                .extracting(JvmLanguagesTest::settings)
                .as("the module's own setting, and first that of the language that is used")
                .containsExactly("Kotlin -target=11 -Xjsr305=strict", "Java -target=17");
    }

    @Test
    void pluginsOfTheKotlinCompiler() {
        CompilerPlugins plugins = CompilerPlugins.of(List.of(
                "-Xplugin=/opt/kotlinc/lib/allopen-compiler-plugin.jar",
                "-P",
                "plugin:org.jetbrains.kotlin.allopen:annotation=p.Open",
                "-P",
                "plugin:org.jetbrains.kotlin.allopen:preset=spring",
                "-Xplugin=lib/kotlin-noarg.jar",
                "-P",
                "plugin:other:x=y",
                "-progressive"));
        assertThat(plugins.options())
                .containsEntry("allopen", List.of("annotation=p.Open", "preset=spring"))
                .containsEntry("noarg", List.of())
                .hasSize(2);
        assertThat(plugins.others()).containsExactly("-P", "plugin:other:x=y", "-progressive");
    }

    @Test
    void sourcesMoveToTheFolderOfTheirLanguage() throws IOException {
        sketch.file("src/p/K.kt", "package p", "import java.util.Date", "class K { val a = A() }")
                .file("src/p/A.java", "package p; public class A { K k; }")
                .file("src/p/texts.properties", "a=b")
                .file("src/p/KTest.kt", "package p", "import org.junit.Test", "class KTest { @Test fun x() {} }")
                .describedJar("lib/stdlib.jar", "org.jetbrains.kotlin:kotlin-stdlib:1.3.50", "kotlin.Unit")
                .describedJar("lib/junit.jar", "junit:junit:4.13.2", "org.junit.Test");
        Proposal proposal = propose();
        assertThat(goal(proposal, "src/p/K.kt")).isEqualTo("src/main/kotlin/p/K.kt");
        assertThat(goal(proposal, "src/p/KTest.kt")).isEqualTo("src/test/kotlin/p/KTest.kt");
        assertThat(goal(proposal, "src/p/texts.properties")).isEqualTo("src/main/resources/p/texts.properties");
        assertThat(goal(proposal, "src/p/A.java")).isEqualTo("src/main/java/p/A.java");
        assertThat(value(proposal, "kotlin-version")).isEqualTo("1.3.50");
        assertThat(value(proposal, "scope:lib/stdlib.jar")).isEqualTo("compile");
        assertThat(written(proposal, "pom.xml"))
                .contains("<artifactId>kotlin-maven-plugin</artifactId>", "<phase>process-sources</phase>")
                .contains("<sourceDir>${project.basedir}/src/main/java</sourceDir>")
                .contains("<jvmTarget>1.8</jvmTarget>");
        String kept = written(
                propose("layout=keep", "target=gradle", "gradle-version=8.14", "kotlin-version=1.9.25"),
                "build.gradle");
        assertThat(kept)
                .contains("id 'org.jetbrains.kotlin.jvm' version '1.9.25'")
                .contains("kotlin {\n            srcDirs = ['src']");
    }

    @Test
    void aLanguageWithoutItsLibraryGetsOne() throws IOException {
        sketch.file("src/p/G.groovy", "package p", "class G { static void main(String[] a) { } }");
        Proposal proposal = propose("groovy-version=2.5.23", "group=p", "version=1");
        assertThat(propose().decision("groovy-version").orElseThrow().reason())
                .isEqualTo("its library is in no jar of the project");
        assertThat(written(proposal, "pom.xml"))
                .contains("<artifactId>groovy</artifactId>\n      <version>2.5.23</version>")
                .contains("<artifactId>gmavenplus-plugin</artifactId>", "<mainClass>p.G</mainClass>")
                .doesNotContain("Stubs");
    }

    @Test
    void stubsThatTheGroovyCompilerWroteAreRetired() throws IOException {
        sketch.file("src/p/G.groovy", "package p", "class G { }")
                .file(
                        "src/p/G.java",
                        "package p; import groovy.lang.*; public class G implements groovy.lang.GroovyObject {}")
                .file("src/p/A.java", "package p; class A { G g; }")
                .describedJar("lib/groovy.jar", "org.codehaus.groovy:groovy:2.5.23", "groovy.lang.GroovyObject");
        Proposal proposal = propose();
        assertThat(goal(proposal, "src/p/G.java")).isEqualTo("retired");
        assertThat(goal(proposal, "src/p/A.java")).isEqualTo("src/main/java/p/A.java");
        assertThat(written(proposal, "pom.xml"))
                .as("Java names a class in Groovy")
                .contains("<goal>generateStubs</goal>");
        assertThat(written(propose("target=gradle", "gradle-version=4.4.1"), "build.gradle"))
                .contains("groovy {\n            srcDirs = ['src/main/groovy', 'src/main/java']")
                .contains("java {\n            srcDirs = []");
    }

    @Test
    void aScalaLibraryKeepsItsName() throws IOException {
        sketch.file("src/p/S.scala", "package p", "class S")
                .describedJar("lib/scala3.jar", "org.scala-lang:scala3-library_3:3.1.3", "scala.runtime.Scala3RunTime")
                .describedJar("lib/scala.jar", "org.scala-lang:scala-library:2.13.8", "scala.Predef")
                .file("build.sh", "scalac -release 11 -d out src/p/S.scala", "jar cf dist/tides_3-1.2.jar -C out .");
        Proposal proposal = propose("name=tides_3");
        assertThat(value(proposal, "scala-version")).as("of the two libraries").isEqualTo("3.1.3");
        assertThat(value(proposal, "version")).isEqualTo("1.2");
        assertThat(value(proposal, "level")).isEqualTo("11");
        assertThat(written(proposal, "pom.xml"))
                .contains("<scalaVersion>3.1.3</scalaVersion>", "<arg>-release</arg>\n            <arg>11</arg>")
                .doesNotContain("process-resources");
        assertThat(JvmLanguage.of("a.SCALA")).contains(JvmLanguage.SCALA);
    }

    @Test
    void modulesAreCompiledOnTheModulePath() throws IOException {
        sketch.file("src/module-info.java", "module port.tides { exports p; }")
                .file("src/p/A.java", "package p; public class A { }");
        assertThat(written(propose("target=gradle", "gradle-version=4.4.1"), "build.gradle"))
                .contains(
                        "compileJava {\n    doFirst {\n        options.compilerArgs += ['--module-path', classpath.asPath]");
        assertThat(written(propose("target=gradle", "gradle-version=8.14"), "build.gradle"))
                .doesNotContain("module-path");
    }

    @Test
    void sourcesOutsideTheFolderOfTheirPackageStayAndAreReported() throws IOException {
        sketch.file("src/gates/K.kt", "package no.port.gates", "class K")
                .file("src/L.kt", "package no.port", "class L")
                .file("build.sh", "kotlinc -d out src");
        assertThat(pfeiler.survey(sketch.root()).findings())
                .filteredOn(finding -> finding.subject().equals("2 sources"))
                .singleElement()
                .satisfies(finding -> assertThat(finding.evidence())
                        .extracting(place -> place.excerpt())
                        .containsExactlyInAnyOrder("package no.port.gates", "package no.port"));
        assertThat(goal(propose(), "src/gates/K.kt")).isEqualTo("src/main/kotlin/gates/K.kt");
    }

    /** A source in Java for which the compiler is told no level, beside one in Kotlin. */
    private Proposal besideKotlin(String level, String java) throws IOException {
        sketch.describedJar("lib/kotlin-stdlib-1.3.50.jar", "org.jetbrains.kotlin:kotlin-stdlib:1.3.50", "kotlin.Unit")
                .file("src/p/K.kt", "package p", "class K")
                .file("src/p/A.java", java)
                .file(
                        "build.sh",
                        "kotlinc -no-stdlib -jvm-target " + level + " -cp lib/kotlin-stdlib-1.3.50.jar -d out src",
                        "javac -cp out -d out $(find src -name '*.java')");
        return propose();
    }

    @Test
    void eachCompilerHasItsOwnLevel() throws IOException {
        Proposal proposal = besideKotlin("1.8", "package p; public record A(int depth) {}");
        assertThat(value(proposal, "level")).isEqualTo("16");
        assertThat(value(proposal, "kotlin-level")).isEqualTo("8");
        assertThat(written(proposal, "pom.xml"))
                .contains("<jvmTarget>1.8</jvmTarget>")
                .contains("<maven.compiler.release>16</maven.compiler.release>");
    }

    @Test
    void anotherCompilersLevelIsThatOfJavaWhereItsSourcesAllowIt() throws IOException {
        Proposal proposal = besideKotlin("11", "package p; public class A {}");
        assertThat(value(proposal, "level")).isEqualTo("11");
        assertThat(proposal.decisions()).extracting(decision -> decision.key()).doesNotContain("kotlin-level");
    }
}
