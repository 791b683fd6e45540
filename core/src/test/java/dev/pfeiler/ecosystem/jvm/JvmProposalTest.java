package dev.pfeiler.ecosystem.jvm;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.Pfeiler;
import dev.pfeiler.Sketch;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.proposal.Question;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What wirings lead to: modules, options, manifests, kept layouts, libraries that are missing. */
class JvmProposalTest {
    @TempDir
    Path folder;

    private Sketch sketch;
    private Pfeiler pfeiler;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(Files.createDirectories(folder.resolve("port")));
        Path home = Files.createDirectories(folder.resolve("home"));
        pfeiler = new Pfeiler(Sketch.alone(home, true));
    }

    private Proposal propose(String... choices) {
        return pfeiler.propose(pfeiler.survey(sketch.root()), Optional.empty(), Sketch.chosen(choices));
    }

    private static String written(Proposal proposal, String path) {
        return proposal.steps().stream()
                .filter(step -> step instanceof Step.Write && step.path().equals(path))
                .map(step -> ((Step.Write) step).content())
                .findFirst()
                .orElse("");
    }

    private static String goal(Proposal proposal, String path) {
        return proposal.steps().stream()
                .filter(step -> step.path().equals(path))
                .map(step -> step.leaves() ? step.goal().orElse("retired") : "stays")
                .findFirst()
                .orElse("stays");
    }

    private void twoArchives() throws IOException {
        sketch.file("base/p/Base.java", "package p; public class Base {}")
                .file("base/p/base.txt", "x")
                .file(
                        "app/q/App.java",
                        "package q; import p.Base; public class App { Base b; public static void main(String[] a) {} }")
                .file(
                        "checks/p/BaseTest.java",
                        "package p; import org.junit.Test; public class BaseTest { @Test public void a() { new Base(); } }")
                .file(
                        "checks/q/AppTest.java",
                        "package q; import org.junit.Test; import p.Base; public class AppTest { @Test public void a() { new App(); new Base(); } }")
                .describedJar("lib/junit.jar", "junit:junit:4.13.2", "org.junit.Test")
                .file(
                        "build.xml",
                        "<project name='port' default='all'><property name='version' value='3.1'/><target name='all'>",
                        "<javac srcdir='base' destdir='out/base' target='8' debug='on'/>",
                        "<javac srcdir='app' destdir='out/app' classpath='out/base' target='8' debug='on'/>",
                        "<jar destfile='dist/harbour-base-${version}.jar' basedir='out/base'/>",
                        "<jar destfile='dist/harbour.jar' basedir='out/app'><manifest>",
                        "<attribute name='Main-Class' value='q.App'/><attribute name='Tide' value='low'/></manifest></jar>",
                        "</target></project>");
    }

    @Test
    void anArchiveOfEachOfSeveralCompilationsMakesModules() throws IOException {
        twoArchives();
        Proposal proposal = propose();
        assertThat(written(proposal, "pom.xml"))
                .contains("<packaging>pom</packaging>")
                .contains("<module>harbour-base</module>\n    <module>harbour</module>");
        assertThat(goal(proposal, "base/p/Base.java")).isEqualTo("harbour-base/src/main/java/p/Base.java");
        assertThat(goal(proposal, "base/p/base.txt")).isEqualTo("harbour-base/src/main/resources/p/base.txt");
        assertThat(goal(proposal, "app/q/App.java")).isEqualTo("harbour/src/main/java/q/App.java");
        assertThat(goal(proposal, "checks/p/BaseTest.java"))
                .as("a test follows what it uses")
                .startsWith("harbour-base/src/test/");
        assertThat(goal(proposal, "checks/q/AppTest.java"))
                .as("and the last of several")
                .startsWith("harbour/src/test/");
        assertThat(written(proposal, "harbour/pom.xml"))
                .contains("<artifactId>harbour-base</artifactId>")
                .contains("<mainClass>q.App</mainClass>")
                .contains("<Tide>low</Tide>")
                .contains("<artifactId>port</artifactId>");
        assertThat(written(proposal, "harbour-base/pom.xml"))
                .contains("<scope>test</scope>")
                .doesNotContain("mainClass");
        assertThat(proposal.decision("scope:harbour:lib/junit.jar").map(Decision::value))
                .contains("test");
    }

    @Test
    void archivesThatShareTheirClassesByPatternMakeModulesToo() throws IOException {
        sketch.file("src/p/api/Tide.java", "package p.api; public interface Tide {}")
                .file("src/p/api/package-info.java", "package p.api;")
                .file("src/p/impl/Table.java", "package p.impl; public class Table implements p.api.Tide {}")
                .file(
                        "build.xml",
                        "<project><target name='all'><javac srcdir='src' destdir='out' debug='on'/>",
                        "<jar destfile='tide-api.jar' basedir='out' includes='p/api/**'/>",
                        "<jar destfile='tide.jar'><fileset dir='out'><exclude name='p/api/**'/></fileset></jar>",
                        "</target></project>");
        Proposal proposal = propose();
        assertThat(goal(proposal, "src/p/api/Tide.java")).isEqualTo("tide-api/src/main/java/p/api/Tide.java");
        assertThat(goal(proposal, "src/p/api/package-info.java")).startsWith("tide-api/");
        assertThat(goal(proposal, "src/p/impl/Table.java")).startsWith("tide/src/main");
        assertThat(written(proposal, "tide/pom.xml")).contains("<artifactId>tide-api</artifactId>");
    }

    @Test
    void anArchiveThatIsNotMadeAnyMoreIsLeftForThePerson() throws IOException {
        sketch.file("src/p/A.java", "package p; public class A {}")
                .file("src/p/B.java", "package p; public class B { A a; }")
                .file(
                        "build.xml",
                        "<project><target name='all'><javac srcdir='src' destdir='out' debug='on'/>",
                        "<jar destfile='all.jar' basedir='out'/>",
                        "<jar destfile='small.jar' basedir='out' includes='p/A.class'/>",
                        "</target></project>");
        Proposal proposal = propose();
        assertThat(written(proposal, "pom.xml")).doesNotContain("<module>");
        assertThat(proposal.leftForYou()).extracting(Finding::subject).contains("small.jar");
    }

    private void workspace() throws IOException {
        String jre = "<classpathentry kind='con' path='org.eclipse.jdt.launching.JRE_CONTAINER'/>";
        sketch.file("base/java/p/Base.java", "package p; public class Base { x.Lib lib; }")
                .jar("base/lib/lib.jar", "x.Lib")
                .file("base/.project", "<projectDescription><name>harbour base</name></projectDescription>")
                .file(
                        "base/.classpath",
                        "<classpath><classpathentry kind='src' path='java'/>" + jre,
                        "<classpathentry kind='lib' path='lib/lib.jar' exported='true'/></classpath>")
                .file("board/src/q/Board.java", "package q; public class Board { p.Base base; }")
                .file("board/site/WEB-INF/web.xml", "<web-app version='3.1'/>")
                .file("board/site/index.html", "tides")
                .bytes(
                        "board/site/WEB-INF/lib/lib.jar",
                        Files.readAllBytes(sketch.root().resolve("base/lib/lib.jar")))
                .file("board/.project", "<projectDescription><name>board</name></projectDescription>")
                .file(
                        "board/.classpath",
                        "<classpath><classpathentry kind='src' path='src'/>" + jre,
                        "<classpathentry kind='src' path='/harbour base'/></classpath>")
                .file("tools/src/r/Unrelated.java", "package r; public class Unrelated {}")
                .file(
                        "tools/.classpath",
                        "<classpath><classpathentry kind='src' path='src'/>" + jre,
                        "<classpathentry kind='src' path='/board'/>",
                        "<classpathentry kind='lib' path='/harbour base/lib/lib.jar'/></classpath>");
    }

    @Test
    void projectsThatReferToEachOtherBecomeModulesWhereTheyLie() throws IOException {
        workspace();
        Proposal proposal = propose();
        assertThat(written(proposal, "pom.xml"))
                .contains("<artifactId>port</artifactId>")
                .contains("<module>base</module>\n    <module>board</module>\n    <module>tools</module>");
        assertThat(goal(proposal, "base/java/p/Base.java")).isEqualTo("base/src/main/java/p/Base.java");
        assertThat(goal(proposal, "board/site/index.html")).isEqualTo("board/src/main/webapp/index.html");
        assertThat(goal(proposal, "board/site/WEB-INF/lib/lib.jar"))
                .as("the same bytes as another jar")
                .isEqualTo("retired");
        assertThat(written(proposal, "board/pom.xml"))
                .contains("<packaging>war</packaging>")
                .contains("<artifactId>harbour-base</artifactId>");
        assertThat(written(proposal, "tools/pom.xml"))
                .as("a reference, though no class is used")
                .contains("<artifactId>board</artifactId>");
        assertThat(written(proposal, "base/pom.xml"))
                .contains("<artifactId>lib</artifactId>")
                .doesNotContain("war");
        assertThat(proposal.leftForYou()).isEmpty();
    }

    @Test
    void buildFilesThatCallEachOtherBecomeModules() throws IOException {
        sketch.file("core/src/p/Base.java", "package p; public class Base {}")
                .file("app/src/q/App.java", "package q; public class App { p.Base b; }")
                .file(
                        "build.xml",
                        "<project name='port'><property name='out' location='out'/>",
                        "<property name='level' value='11'/><property name='lib' value='lib'/>",
                        "<target name='all'><ant dir='core'/><ant dir='app' inheritAll='true'/><ant dir='gone'/>",
                        "</target></project>")
                .file(
                        "core/build.xml",
                        "<project name='port-core' default='d'><target name='d'>",
                        "<javac srcdir='src' destdir='${out}/core' target='${level}' debug='on'/>",
                        "<jar destfile='${out}/core.jar' basedir='${out}/core'/></target></project>")
                .file(
                        "app/build.xml",
                        "<project name='port-app' default='d'><target name='d'>",
                        "<javac srcdir='${basedir}/src' destdir='${out}/app' target='${level}' debug='on'>",
                        "<classpath><pathelement location='${out}/core.jar'/></classpath></javac>",
                        "<jar destfile='${out}/app.jar' basedir='${out}/app'/></target></project>");
        Proposal proposal = propose();
        assertThat(written(proposal, "pom.xml"))
                .contains("<maven.compiler.target>11</maven.compiler.target>")
                .contains("<module>core</module>\n    <module>app</module>");
        assertThat(goal(proposal, "app/src/q/App.java")).isEqualTo("app/src/main/java/q/App.java");
        assertThat(written(proposal, "app/pom.xml")).contains("<artifactId>port-core</artifactId>");
        assertThat(goal(proposal, "core/build.xml")).isEqualTo("retired");
        assertThat(proposal.leftForYou())
                .extracting(Finding::subject)
                .as("a build file that is not there")
                .contains("<ant> gone", "build.xml");
    }

    @Test
    void whatTestRunsWereToldIsKept() throws IOException {
        sketch.file("src/p/A.java", "package p; public class A {}")
                .file(
                        "tests/p/ATest.java",
                        "package p; public class ATest { @org.junit.Test public void a() { new A(); } }")
                .file("tests/data/tides.csv", "1")
                .describedJar("lib/junit.jar", "junit:junit:4.13.2", "org.junit.Test")
                .file(
                        "build.xml",
                        "<project><target name='all'><javac srcdir='src' destdir='out' debug='on'/>",
                        "<javac srcdir='tests' destdir='out-test' classpath='lib/junit.jar' debug='on'/>",
                        "<junit fork='yes' dir='tests'><jvmarg value='-Xmx64m'/>",
                        "<sysproperty key='data' file='tests/data'/><sysproperty key='mode' value='quiet'/>",
                        "<sysproperty key='mine' value='${user.home}'/><env key='TZ' value='UTC'/></junit>",
                        "</target></project>");
        String pom = written(propose(), "pom.xml");
        assertThat(pom)
                .contains("<argLine>-Xmx64m</argLine>")
                .contains("<data>${project.basedir}/src/test/resources/data</data>")
                .contains("<mode>quiet</mode>")
                .contains("<TZ>UTC</TZ>")
                .contains("<workingDirectory>${project.basedir}/src/test/java</workingDirectory>")
                .doesNotContain("user.home");
        assertThat(written(propose("layout=keep"), "pom.xml")).contains("<data>${project.basedir}/tests/data</data>");
        assertThat(written(propose("test-run=without"), "pom.xml")).doesNotContain("argLine");
    }

    @Test
    void oneModuleMayBeChosen() throws IOException {
        twoArchives();
        Proposal proposal = propose("modules=one");
        assertThat(written(proposal, "pom.xml")).doesNotContain("<module>");
        assertThat(goal(proposal, "base/p/Base.java")).isEqualTo("src/main/java/p/Base.java");
        assertThatThrownBy(() -> propose("modules=three")).isInstanceOf(Refusal.class);
    }

    @Test
    void modulesThatNeedEachOtherStayOne() throws IOException {
        twoArchives();
        sketch.file("base/p/Base.java", "package p; import q.App; public class Base { App a; }");
        assertThat(written(propose(), "pom.xml")).doesNotContain("<module>");
    }

    @Test
    void compilerOptionsAreKept() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file(
                        "build.sh",
                        "javac --release 11 -parameters -Xlint:all -nowarn -proc:none --add-exports java.base/sun.net=ALL-UNNAMED -d out src/p/A.java");
        Proposal proposal = propose();
        assertThat(proposal.decision("options").map(Decision::value))
                .contains("--release -parameters -Xlint:all -proc:none --add-exports java.base/sun.net=ALL-UNNAMED");
        assertThat(written(proposal, "pom.xml"))
                .contains("<maven.compiler.release>11<")
                .contains("<parameters>true</parameters>")
                .contains("<proc>none</proc>")
                .contains("<arg>-Xlint:all</arg>")
                .contains("<arg>--add-exports</arg>\n              <arg>java.base/sun.net=ALL-UNNAMED</arg>")
                .doesNotContain("nowarn");
    }

    @Test
    void aKeptLayoutIsDescribedAndMovesNothing() throws IOException {
        sketch.file("one/p/A.java", "package p; public class A {}")
                .file(
                        "one/p/ATest.java",
                        "package p; import org.junit.Test; public class ATest { @Test public void a() {} }")
                .file("one/p/a.txt", "x")
                .file("two/q/B.java", "package q; public class B {}")
                .file("two/q/C.java", "package q; public class C {}")
                .file("one/p/D.java", "package p; public class D {}");
        Proposal proposal = propose("layout=keep");
        assertThat(proposal.steps()).allMatch(step -> step instanceof Step.Write);
        assertThat(written(proposal, "pom.xml"))
                .contains("<sourceDirectory>one</sourceDirectory>")
                .contains("<source>two</source>")
                .contains("<exclude>p/ATest.java</exclude>")
                .contains("<testInclude>p/ATest.java</testInclude>")
                .contains("<directory>one</directory>\n        <excludes>\n          <exclude>**/*.java</exclude>");
    }

    @Test
    void librariesThatNoJarHasAreAskedFor() throws IOException {
        sketch.file("src/p/A.java", "package p; import javax.servlet.http.HttpServlet; class A extends HttpServlet {}")
                .file(
                        "checks/p/T.java",
                        "package p; import org.junit.*; import org.junit.jupiter.api.Assertions; class T { @Test void a() {} }")
                .file(
                        "web/WEB-INF/web.xml",
                        "<!DOCTYPE web-app PUBLIC \"-//Sun Microsystems, Inc.//DTD Web Application 2.3//EN\" \"x\"><web-app/>");
        Proposal proposal = propose();
        assertThat(proposal.questions())
                .extracting("key")
                .contains("library:javax.servlet", "library:org.junit", "library:org.junit.jupiter");
        assertThat(proposal.decision("library:javax.servlet").map(Decision::value))
                .as("the version fits the descriptor")
                .contains("javax.servlet:servlet-api:2.3");
        assertThat(proposal.decision("library:javax.servlet").orElseThrow().evidence())
                .contains(new Evidence("src/p/A.java", 1, "import javax.servlet.http.HttpServlet;"));
        assertThat(written(proposal, "pom.xml"))
                .contains("<scope>provided</scope>")
                .contains("its version is a guess");
        Proposal answered = propose(
                "library:javax.servlet=none", "library:org.junit=junit:junit:4.12", "library:org.junit.jupiter=none");
        assertThat(written(answered, "pom.xml"))
                .contains("<version>4.12</version>")
                .contains("<scope>test</scope>")
                .doesNotContain("servlet-api");
    }

    @Test
    void whatAJarOrTheProjectHasIsNotMissing() throws IOException {
        sketch.file("src/org/junit/Own.java", "package org.junit; public class Own {}")
                .file(
                        "src/p/A.java",
                        "package p; import org.junit.Own; import javax.servlet.Servlet; import javax.el.*; class A {}")
                .jar("lib/s.jar", "javax.servlet.Servlet", "javax.el.ELContext");
        assertThat(propose().questions()).extracting("key").noneMatch(key -> key.toString()
                .startsWith("library:"));
    }

    @Test
    void disagreementsAreShownWithAllPlaces() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file(
                        "build.xml",
                        "<project><target name='x'>",
                        "<javac srcdir='src' target='8' encoding='utf-8'/></target></project>")
                .file("build.sh", "javac -target 1.7 -encoding UTF-8 -d out src/p/A.java")
                .file(".settings/org.eclipse.jdt.core.prefs", "org.eclipse.jdt.core.compiler.source=1.8");
        Proposal proposal = propose();
        assertThat(proposal.decision("level").map(Decision::value)).contains("8");
        assertThat(proposal.leftForYou()).singleElement().satisfies(finding -> {
            assertThat(finding.subject()).isEqualTo("Java level");
            assertThat(finding.fact()).contains("8 in the build file, 1.7 in the shell script");
            assertThat(finding.evidence())
                    .extracting(Evidence::place)
                    .containsExactly("build.xml:2", "build.sh:1", ".settings/org.eclipse.jdt.core.prefs:1");
        });
    }

    @Test
    void aWiringThatSaysMoreThanIsUnderstoodStays() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file("build.sh", "javac -d out src/p/A.java")
                .file("release.sh", "javac -d out src/p/A.java", "scp out/x port:");
        Proposal proposal = propose();
        assertThat(goal(proposal, "build.sh")).isEqualTo("retired");
        assertThat(goal(proposal, "release.sh")).isEqualTo("stays");
        assertThat(proposal.leftForYou()).extracting(Finding::subject).contains("release.sh", "scp");
    }

    @Test
    void sourcesThatNoWiringCompilesAreLeft() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file("attic/old/Draft.java", "package old; class Draft {}")
                .file("shared/s/Used.java", "package s; public class Used {}")
                .file("src/p/B.java", "package p; import s.Used; class B {}")
                .file("build.sh", "javac -sourcepath src -d out src/p/A.java");
        Proposal proposal = propose();
        assertThat(goal(proposal, "attic/old/Draft.java")).isEqualTo("stays");
        assertThat(goal(proposal, "shared/s/Used.java"))
                .as("what is compiled uses it")
                .startsWith("src/main/java");
        assertThat(proposal.decision("folder:attic").map(Decision::reason))
                .get()
                .asString()
                .contains("no wiring compiles it");
    }

    @Test
    void aGrammarsSourcesAreWrittenByThePlugIn() throws IOException {
        sketch.file("grammar/T.jj", "x")
                .file(
                        "gen/p/T.java",
                        "/* Generated By:JavaCC: Do not edit this line. T.java */",
                        "package p; public class T {}")
                .file("gen/p/Mine.java", "package p; public class Mine {}")
                .file(
                        "build.xml",
                        "<project><target name='x'><java classname='javacc'><arg value='-OUTPUT_DIRECTORY=gen/p'/><arg file='grammar/T.jj'/></java>",
                        "<javac srcdir='gen'/><java classname='com.sun.tools.xjc.Driver'><arg value='s.xsd'/></java></target></project>");
        Proposal proposal = propose();
        assertThat(goal(proposal, "grammar/T.jj")).isEqualTo("src/main/javacc/T.jj");
        assertThat(goal(proposal, "gen/p/T.java")).isEqualTo("retired");
        assertThat(goal(proposal, "gen/p/Mine.java")).isEqualTo("src/main/java/p/Mine.java");
        assertThat(written(proposal, "pom.xml")).contains("javacc-maven-plugin");
        assertThat(proposal.leftForYou()).extracting(Finding::subject).contains("xjc");
        assertThat(goal(propose("generator:grammar/T.jj=keep"), "gen/p/T.java")).isEqualTo("src/main/java/p/T.java");
    }

    @Test
    void generatorsBecomeThePluginsOfTheirTools() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file("forms/berth.xsd", "<schema><include schemaLocation='ship.xsd'/></schema>")
                .file("forms/ship.xsd", "<schema/>")
                .file("forms/other.xsd", "<schema/>")
                .file("forms/words.flex", "%%")
                .file("forms/Calc.g", "grammar Calc;")
                .file(
                        "gen/p/berth/Berth.java",
                        "// This file was generated by the Eclipse Implementation of JAXB, v3.0.2",
                        "package p.berth;",
                        "import jakarta.xml.bind.annotation.XmlType;",
                        "class Berth {}")
                .file("gen/p/words/Words.java", "// Generated by JFlex 1.8.2", "package p.words; class Words {}")
                .file("gen/p/calc/CalcParser.java", "// $ANTLR 3.5.2 Calc.g", "package p.calc; class CalcParser {}")
                .file(
                        "build.sh",
                        "xjc -d gen -p p.berth forms/berth.xsd",
                        "jflex -d gen/p/words forms/words.flex",
                        "antlr3 -o gen/p/calc forms/Calc.g",
                        "javac -d out $(find src gen -name '*.java')");
        Proposal proposal = propose();
        assertThat(goal(proposal, "forms/berth.xsd")).isEqualTo("src/main/xsd/berth.xsd");
        assertThat(goal(proposal, "forms/ship.xsd")).isEqualTo("src/main/xsd/ship.xsd");
        assertThat(proposal.steps()).extracting(Step::path).doesNotContain("forms/other.xsd");
        assertThat(goal(proposal, "forms/words.flex")).isEqualTo("src/main/jflex/words.flex");
        assertThat(goal(proposal, "forms/Calc.g")).isEqualTo("src/main/antlr3/p/calc/Calc.g");
        assertThat(Arrays.asList("gen/p/berth/Berth.java", "gen/p/words/Words.java", "gen/p/calc/CalcParser.java"))
                .allMatch(path -> goal(proposal, path).equals("retired"));
        assertThat(written(proposal, "pom.xml"))
                .containsSubsequence(
                        "jaxb-maven-plugin",
                        "<version>4",
                        "<generatePackage>p.berth<",
                        "<schemaDirectory>src/main/xsd<",
                        "<include>berth.xsd<")
                .contains("jflex-maven-plugin", "antlr3-maven-plugin");
        assertThat(proposal.leftForYou()).extracting(Finding::subject).doesNotContain("xjc", "jflex", "antlr3");
    }

    @Test
    void whatTheDocumentationToolIsToldStays() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file(
                        "build.xml",
                        "<project><property name='v' value='2.1'/><target name='x'><javac srcdir='src'/>",
                        "<javadoc sourcepath='src' destdir='doc' windowtitle='Tides ${v}' author='true' use='no' access='protected'>",
                        "<link href='https://docs.haldervik.example/api/'/><link href='../other'/><bottom><![CDATA[<i>Port</i>]]></bottom>",
                        "</javadoc></target></project>");
        Proposal proposal = propose();
        assertThat(written(proposal, "pom.xml"))
                .containsSubsequence(
                        "maven-javadoc-plugin",
                        "<author>true</author>",
                        "<bottom>&lt;i>Port&lt;/i></bottom>",
                        "<link>https://docs.haldervik.example/api/</link>",
                        "<show>protected</show>",
                        "<windowtitle>Tides 2.1</windowtitle>")
                .doesNotContain("../other", "<use>");
        assertThat(proposal.decision("documentation").orElseThrow().evidence())
                .extracting(Evidence::place)
                .containsExactly("build.xml:2");
        assertThat(proposal.commands()).extracting(Proposal.Command::line).contains("mvn javadoc:javadoc");
        Proposal without = propose("documentation=without");
        assertThat(written(without, "pom.xml")).doesNotContain("javadoc");
    }

    @Test
    void theClassThatIsStartedStaysOneCommandAway() throws IOException {
        String main = "public static void main(String[] a) {}";
        sketch.file("src/p/A.java", "package p; public class A { " + main + " }");
        assertThat(value(propose(), "run")).isEqualTo("p.A");
        sketch.file("src/p/B.java", "package p; public class B { " + main + " }");
        Proposal open = propose();
        assertThat(open.questions()).extracting(Question::key).contains("run");
        assertThat(value(open, "run")).isEqualTo("without");
        assertThat(written(open, "pom.xml")).doesNotContain("exec-maven-plugin");
        Proposal settled = propose("run=p.B");
        assertThat(written(settled, "pom.xml")).containsSubsequence("exec-maven-plugin", "<mainClass>p.B</mainClass>");
        assertThat(settled.commands()).extracting(Proposal.Command::line).contains("mvn compile exec:java");
        sketch.file("build.sh", "javac -d out src/p/*.java", "java -cp out p.B");
        assertThat(value(propose(), "run")).isEqualTo("p.B");
        sketch.file("build.sh", "javac -d out src/p/*.java", "java -cp out p.B", "jar cfe port.jar p.A -C out .");
        Decision stated = propose().decision("run").orElseThrow();
        assertThat(stated.value()).isEqualTo("p.A");
        assertThat(stated.evidence()).extracting(Evidence::place).containsExactly("build.sh:3");
    }

    @Test
    void webArchivesAreServedInTheFamilyOfTheirPackageNames() throws IOException {
        sketch.file("src/p/S.java", "package p; class S extends javax.servlet.http.HttpServlet {}")
                .file("web/WEB-INF/web.xml", "<web-app version='3.1'/>")
                .jar("lib/api.jar", "javax.servlet.Servlet", "javax.servlet.http.HttpServlet");
        assertThat(written(propose(), "pom.xml"))
                .containsSubsequence("jetty-maven-plugin", "<version>9.4", "<contextPath>/");
        sketch.file("src/p/S.java", "package p; class S extends jakarta.servlet.http.HttpServlet {}")
                .jar("lib/api.jar", "jakarta.servlet.Servlet", "jakarta.servlet.http.HttpServlet");
        assertThat(written(propose(), "pom.xml")).contains("jetty-ee");
        assertThat(propose().commands()).extracting(Proposal.Command::line).contains("mvn jetty:run");
    }

    private void servlet(String... build) throws IOException {
        sketch.file("src/p/S.java", "package p; class S extends javax.servlet.http.HttpServlet { q.Gauge g; }")
                .file("web/WEB-INF/web.xml", "<web-app version='3.1'/>")
                .describedJar("lib/gauge.jar", "q:gauge:1.0", "q.Gauge")
                .describedJar("lib/api.jar", "javax.servlet:javax.servlet-api:3.1.0", "javax.servlet.http.HttpServlet")
                .describedJar("run/store.jar", "q:store:2.0", "q.store.Driver")
                .file("build.xml", build);
    }

    @Test
    void whatTheBuildLaysIntoAWebArchiveIsDeployedWithIt() throws IOException {
        servlet(
                "<project><target name='x'><javac srcdir='src' destdir='out'><classpath><fileset dir='lib'/></classpath></javac>",
                "<war destfile='s.war'><fileset dir='web'/><classes dir='out'/><lib dir='lib' includes='g*'/><lib dir='run'/>",
                "<webinf dir='etc' includes='tide*'/><classes dir='text'/></war></target></project>");
        sketch.file("etc/tide.xml", "<t/>").file("etc/notes.txt", "x").file("text/words.txt", "x");
        Proposal proposal = propose();
        assertThat(value(proposal, "scope:lib/gauge.jar")).isEqualTo("compile");
        assertThat(value(proposal, "scope:lib/api.jar")).isEqualTo("provided");
        assertThat(value(proposal, "scope:run/store.jar")).isEqualTo("runtime");
        assertThat(goal(proposal, "etc/tide.xml")).isEqualTo("src/main/webapp/WEB-INF/tide.xml");
        assertThat(goal(proposal, "etc/notes.txt")).isEqualTo("stays");
        assertThat(goal(proposal, "text/words.txt")).isEqualTo("src/main/resources/words.txt");
        assertThat(written(propose("layout=keep"), "pom.xml"))
                .containsSubsequence(
                        "<webResources>", "<directory>etc<", "<targetPath>WEB-INF<", "<exclude>notes.txt</exclude>");
    }

    @Test
    void aLibraryIsLeftToTheServerOnlyWhereSomethingShowsWhatIsDeployed() throws IOException {
        servlet(
                "<project><target name='x'><javac srcdir='src' destdir='out'><classpath><fileset dir='lib'/></classpath>",
                "</javac></target></project>");
        assertThat(value(propose(), "scope:lib/gauge.jar")).isEqualTo("compile");
        sketch.jar("web/WEB-INF/lib/other.jar", "q.Other");
        assertThat(value(propose(), "scope:lib/gauge.jar")).isEqualTo("provided");
    }

    @Test
    void withoutAnyWiringAJarThatIsUsedIsALibraryThoughItIsNotDeployed() throws IOException {
        servlet("<project/>");
        Files.delete(sketch.root().resolve("build.xml"));
        sketch.jar("web/WEB-INF/lib/other.jar", "q.Other");
        Proposal proposal = propose();
        assertThat(value(proposal, "scope:lib/api.jar")).isEqualTo("provided");
        assertThat(value(proposal, "scope:lib/gauge.jar")).isEqualTo("provided");
        assertThat(proposal.questions()).extracting(Question::key).noneMatch(key -> key.startsWith("library:"));
    }

    /** Two projects of an IDE, and a third that packs them. */
    private void enterprise() throws IOException {
        String facet = ".settings/org.eclipse.wst.common.project.facet.core.xml";
        String component = ".settings/org.eclipse.wst.common.component";
        sketch.file("beans/.project", "<projectDescription><name>Beans</name></projectDescription>")
                .file("beans/src/p/Fees.java", "package p; @javax.ejb.Stateless public class Fees { q.Gauge g; }")
                .file(
                        "beans/.classpath",
                        "<classpath><classpathentry kind='src' path='src'/>",
                        "<classpathentry kind='lib' path='../ear/lib/gauge.jar'/></classpath>")
                .file("beans/" + facet, "<f><installed facet='jst.ejb'/></f>")
                .file("beans/" + component, "<m><wb-module deploy-name='Beans'/></m>")
                .file("web/.project", "<projectDescription><name>Web</name></projectDescription>")
                .file(
                        "web/.classpath",
                        "<classpath><classpathentry kind='src' path='src'/>",
                        "<classpathentry kind='src' path='/Beans'/>",
                        "<classpathentry kind='lib' path='../server/api.jar'/></classpath>")
                .file("web/src/q/S.java", "package q; class S extends javax.servlet.http.HttpServlet { p.Fees f; }")
                .file("web/pages/WEB-INF/web.xml", "<web-app version='3.1'/>")
                .file("web/" + facet, "<f><installed facet='jst.web'/></f>")
                .file(
                        "web/" + component,
                        "<m><wb-module deploy-name='Web'><wb-resource deploy-path='/' source-path='/pages'/></wb-module></m>")
                .file("ear/.project", "<projectDescription><name>Ear</name></projectDescription>")
                .file("ear/" + facet, "<f><installed facet='jst.ear'/></f>")
                .file(
                        "ear/" + component,
                        "<m><wb-module deploy-name='Ear'><wb-resource deploy-path='/' source-path='/'/>",
                        "<dependent-module archiveName='Beans.jar' deploy-path='/' handle='module:/resource/Beans/Beans'/>",
                        "<dependent-module archiveName='Web.war' deploy-path='/' handle='module:/resource/Web/Web'/>",
                        "</wb-module></m>")
                .describedJar("ear/lib/gauge.jar", "q:gauge:1.0", "q.Gauge")
                .describedJar(
                        "server/api.jar",
                        "javax:javaee-api:7.0",
                        "javax.servlet.Servlet",
                        "javax.servlet.http.HttpServlet",
                        "javax.ejb.Stateless");
    }

    @Test
    void anEnterpriseArchivePacksTheOtherProjects() throws IOException {
        enterprise();
        Proposal proposal = propose();
        assertThat(written(proposal, "pom.xml"))
                .contains("<module>beans</module>\n    <module>web</module>\n    <module>ear</module>");
        assertThat(written(proposal, "ear/pom.xml"))
                .contains("<packaging>ear</packaging>")
                .containsSubsequence("<artifactId>Web</artifactId>", "<type>war</type>")
                .containsSubsequence("<artifactId>gauge</artifactId>", "<generateApplicationXml>false<")
                .containsSubsequence("<jarModule>", "<uri>Beans.jar</uri>", "<webModule>", "<uri>Web.war</uri>");
        assertThat(written(proposal, "web/pom.xml"))
                .as("the archive around it brings it")
                .containsSubsequence("<artifactId>Beans</artifactId>", "<scope>provided</scope>")
                .doesNotContain("jetty");
        assertThat(goal(proposal, "ear/.project")).isEqualTo("retired");
    }

    @Test
    void anEnterpriseArchiveIsToldOfAPathThatIsNotItsModulesName() throws IOException {
        enterprise();
        assertThat(written(propose(), "ear/src/main/application/META-INF/application.xml"))
                .as("the names say it all")
                .isEmpty();
        String component = "web/.settings/org.eclipse.wst.common.component";
        String stated = Files.readString(sketch.root().resolve(component))
                .replace("</wb-module>", "<property name='context-root' value='board'/></wb-module>");
        sketch.file(component, stated);
        assertThat(written(propose(), "ear/src/main/application/META-INF/application.xml"))
                .contains("<ejb>Beans.jar</ejb>")
                .containsSubsequence("<web-uri>Web.war</web-uri>", "<context-root>/board</context-root>");
        assertThat(propose("application.xml:Ear=without").steps())
                .extracting(Step::path)
                .noneMatch(path -> path.endsWith("application.xml"));
    }

    @Test
    void whatTheDescriptorOfAnEnterpriseArchiveNamesHasToBeThere() throws IOException {
        enterprise();
        sketch.file(
                "ear/META-INF/application.xml",
                "<application version='7'><module><ejb>Bean.jar</ejb></module>",
                "<module><web><web-uri>Web.war</web-uri><context-root>/b</context-root></web></module>",
                "<module><web><web-uri>Old.war</web-uri><context-root>b</context-root></web></module></application>");
        assertThat(propose().leftForYou())
                .filteredOn(finding -> finding.evidence().stream()
                        .anyMatch(evidence -> evidence.file().endsWith("application.xml")))
                .extracting(finding -> finding.subject() + " " + finding.fact().replaceFirst(";.*", "") + " @"
                        + finding.evidence().get(0).line())
                .containsExactlyInAnyOrder(
                        "Bean.jar is named as a module and does not go into the archive @1",
                        "Old.war is named as a module and does not go into the archive @3",
                        "b is the path of Web.war as well as of Old.war @3");
    }

    @Test
    void aWebDescriptorIsWrittenWhereOneIsNeeded() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file("pages/index.jsp", "<p>")
                .file("pages/b.jsp", "<p>");
        String path = "src/main/webapp/WEB-INF/web.xml";
        assertThat(written(propose(), path)).as("nothing asks for it").isEmpty();
        sketch.describedJar("lib/api.jar", "javax.servlet:servlet-api:2.3", "javax.servlet.Servlet");
        assertThat(written(propose(), path))
                .contains("<!DOCTYPE web-app PUBLIC")
                .contains("<welcome-file>index.jsp</welcome-file>")
                .doesNotContain("b.jsp");
        assertThat(written(propose("web.xml=without"), path)).isEmpty();
        sketch.describedJar(
                "lib/api.jar",
                "javax.servlet:javax.servlet-api:4.0.1",
                "javax.servlet.Servlet",
                "javax.servlet.annotation.WebServlet");
        assertThat(written(propose(), path)).as("annotations may do it").isEmpty();
        sketch.file("pages/WEB-INF/port-servlet.xml", "<beans/>")
                .jar("lib/mvc.jar", "org.springframework.web.servlet.DispatcherServlet");
        assertThat(written(propose(), path))
                .contains("version=\"4.0\"")
                .containsSubsequence(
                        "<servlet-name>port</servlet-name>",
                        "<servlet-class>org.springframework.web.servlet.DispatcherServlet</servlet-class>",
                        "<url-pattern>/</url-pattern>");
        assertThat(written(propose("layout=keep"), "pages/WEB-INF/web.xml")).isNotEmpty();
        sketch.file("pages/WEB-INF/web.xml", "<web-app version='4.0'/>");
        assertThat(propose().leftForYou())
                .extracting(Finding::fact)
                .anyMatch(fact -> fact.contains("declare it, mapped" + " to /"));
        Files.delete(sketch.root().resolve("pages/WEB-INF/web.xml"));
        sketch.file("src/p/Start.java", "package p; class Start implements WebApplicationInitializer {}");
        assertThat(written(propose(), path)).as("declared by code").isEmpty();
    }

    @Test
    void aDescriptorNamesTheOnlyModuleOfAnEnterpriseArchive() throws IOException {
        servlet("<project><target name='x'><javac srcdir='src' destdir='out'/></target></project>");
        sketch.file(
                "META-INF/application.xml",
                "<application version='6'><display-name>Port desk</display-name>",
                "<module><web><web-uri>desk.war</web-uri><context-root>/d</context-root></web></module></application>");
        Proposal proposal = propose();
        assertThat(written(proposal, "port-desk/pom.xml"))
                .containsSubsequence("<version>6</version>", "<uri>desk.war</uri>", "<contextRoot>/d</contextRoot>");
        assertThat(goal(proposal, "META-INF/application.xml"))
                .isEqualTo("port-desk/src/main/application/META-INF/application.xml");
        assertThat(goal(proposal, "web/WEB-INF/web.xml")).isEqualTo("desk/src/main/webapp/WEB-INF/web.xml");
        sketch.file(
                "META-INF/application.xml",
                "<application version='6'><module><ejb>beans.jar</ejb></module>",
                "<module><web><web-uri>desk.war</web-uri></web></module></application>");
        assertThat(goal(propose(), "META-INF/application.xml")).isEqualTo("stays");
        assertThat(propose().leftForYou())
                .extracting(Finding::fact)
                .anyMatch(fact -> fact.contains("nothing shows which sources belong to which of its modules"));
    }

    @Test
    void filesLieInTheArchiveWhereTheBuildLaidThem() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file("etc/port.xml", "<p/>")
                .file("etc/notes.txt", "x")
                .file(
                        "build.xml",
                        "<project><target name='x'><javac srcdir='src' destdir='out'/><jar destfile='a.jar' basedir='out'>",
                        "<metainf dir='etc' includes='*.xml'/></jar></target></project>");
        assertThat(goal(propose(), "etc/port.xml")).isEqualTo("src/main/resources/META-INF/port.xml");
        assertThat(goal(propose(), "etc/notes.txt")).isEqualTo("stays");
        assertThat(written(propose("layout=keep"), "pom.xml"))
                .containsSubsequence("<targetPath>META-INF</targetPath>", "<directory>etc</directory>");
    }

    @Test
    void whatSeveralPlacesStateIsLaidSideBySide() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file(
                        "build.xml",
                        "<project name='tides'><target name='x'><javac srcdir='src' target='11'/></target></project>")
                .file(".project", "<projectDescription><name>tide-board</name></projectDescription>")
                .file(".classpath", "<classpath><classpathentry kind='src' path='src'/></classpath>")
                .file("Dockerfile", "FROM eclipse-temurin:1.8-jre", "COPY port.jar /")
                .file(".github/workflows/build.yml", "steps:", "  - with:", "      java-version: '17'")
                .file(".java-version", "11.0.2");
        Proposal proposal = propose();
        assertThat(proposal.agreements())
                .extracting(row -> row.subject() + " " + row.standing() + " "
                        + row.statements().stream()
                                .map(s -> s.value() + "@" + s.evidence().place() + (s.agrees() ? "" : "!"))
                                .toList())
                .contains(
                        "Name tides [tides@build.xml:1, tide-board@.project:1!]",
                        "Java level 11 [11@build.xml:1, on 17@.github/workflows/build.yml:3, on 11@.java-version:1, on 8@Dockerfile:1!]");
        // the IDE's file leaves, the container file does not
        assertThat(proposal.leftForYou())
                .filteredOn(f -> f.fact().contains("bring them together"))
                .singleElement()
                .satisfies(f -> assertThat(f.evidence().get(0).place()).isEqualTo("Dockerfile:1"));
    }

    @Test
    void containerFilesAreHeldAgainstWhatIsBuilt() throws IOException {
        sketch.file("src/p/A.java", "package p; class A { public static void main(String[] a) {} }")
                .file("src/p/B.java", "package p; class B { public static void main(String[] a) {} }")
                .file(
                        "build.xml",
                        "<project><property name='version' value='2.1'/><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<jar destfile='dist/port.jar' basedir='out'/></target></project>")
                .file(
                        "Dockerfile",
                        "FROM eclipse-temurin:17",
                        "COPY --chown=1 dist/port.jar \\",
                        "  /app/",
                        "CMD [\"java\", \"-cp\", \"/app/port.jar\", \"p.B\"]");
        Proposal proposal = propose();
        assertThat(value(proposal, "run")).as("what the image starts").isEqualTo("p.B");
        assertThat(proposal.leftForYou())
                .filteredOn(finding -> finding.subject().equals("dist/port.jar"))
                .singleElement()
                .satisfies(finding -> {
                    assertThat(finding.fact()).contains("target/port-2.1.jar");
                    assertThat(finding.evidence().get(0).place()).isEqualTo("Dockerfile:2");
                });
        assertThat(propose("run=p.A").agreements())
                .filteredOn(row -> row.subject().equals("Main class"))
                .singleElement()
                .satisfies(row ->
                        assertThat(row.statements().get(0).stillDiffers()).isTrue());
    }

    @Test
    void aWebArchiveIsServedBelowThePathThatAllPlacesState() throws IOException {
        servlet("<project><target name='x'><javac srcdir='src' destdir='out'/></target></project>");
        sketch.file("Dockerfile", "FROM tomcat:9", "COPY port.war /usr/local/tomcat/webapps/tides.war")
                .file("web/META-INF/context.xml", "<Context path='/board'/>")
                .file("web/WEB-INF/web.xml", "<web-app version='4.0'/>");
        assertThat(propose().agreements())
                .extracting(row -> row.subject() + " " + row.standing() + " "
                        + row.statements().stream()
                                .map(s -> s.value() + (s.agrees() ? "" : "!"))
                                .toList())
                .contains("Context path port [tides!, board!]", "Servlet interface 3.1.0 [4.0!]");
    }

    @Test
    void aToolkitThatLeftTheJdkIsDeclaredWithTheLevelThatRunsIt() throws IOException {
        sketch.file(
                        "src/p/Gauge.java",
                        "package p; import javafx.application.Application;",
                        "public class Gauge extends Application { public static void main(String[] a) { launch(a); } }")
                .file(
                        ".classpath",
                        "<classpath><classpathentry kind='src' path='src'/>",
                        "<classpathentry kind='con' path='org.eclipse.fx.ide.jdt.core.JAVAFX_CONTAINER'/></classpath>");
        Proposal proposal = propose();
        assertThat(written(proposal, "pom.xml")).contains("<artifactId>javafx-controls</artifactId>");
        Decision level = proposal.decision("level").orElseThrow();
        assertThat(level.value()).isEqualTo("11");
        assertThat(level.reason()).isEqualTo("javafx-controls, which is imported, needs it");
        assertThat(proposal.leftForYou()).isEmpty();
    }

    @Test
    void aThemeThatNoLibraryHasIsTold() throws IOException {
        servlet("<project><target name='x'><javac srcdir='src' destdir='out'/></target></project>");
        sketch.jar("web/WEB-INF/lib/primefaces.jar", "org.primefaces.component.button.Button")
                .file(
                        "web/WEB-INF/web.xml",
                        "<web-app version='3.1'><context-param><param-name>primefaces.THEME</param-name>",
                        "<param-value>fjord</param-value></context-param></web-app>");
        assertThat(needs()).containsExactly("fjord org.primefaces.themes:fjord @web/WEB-INF/web.xml:1");
        sketch.jar("web/WEB-INF/lib/fjord-1.0.jar", "q.Theme");
        assertThat(needs()).isEmpty();
    }

    @Test
    void theManifestAmongTheSourcesIsThatOfTheArchive() throws IOException {
        sketch.file("src/p/A.java", "package p; class A { public static void main(String[] a) {} }")
                .file("src/p/B.java", "package p; class B { public static void main(String[] a) {} }")
                .file(
                        "src/META-INF/MANIFEST.MF",
                        "Manifest-Version: 1.0",
                        "Bundle-SymbolicName: no.port",
                        "Bundle-Version: 3.0",
                        "Main-Class: p.B");
        Proposal proposal = propose();
        assertThat(written(proposal, "pom.xml"))
                .contains("<manifestFile>src/main/resources/META-INF/MANIFEST.MF</manifestFile>")
                .doesNotContain("manifestEntries");
        assertThat(value(proposal, "run")).isEqualTo("p.B");
        assertThat(proposal.agreements()).extracting("subject").contains("Version");
        assertThat(written(propose("layout=keep"), "pom.xml")).contains("<manifestFile>src/META-INF/MANIFEST.MF<");
        sketch.file("src/META-INF/MANIFEST.MF", "Main-Class: p.A", "Class-Path: lib/a.jar", "Tide: low");
        assertThat(written(propose(), "pom.xml"))
                .contains("<addClasspath>true</addClasspath>", "<Tide>low</Tide>", "<mainClass>p.A</mainClass>")
                .doesNotContain("manifestFile");
        sketch.file("port.mf", "Main-Class: p.B", "Gauge: nine")
                .file(
                        "build.xml",
                        "<project><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<jar destfile='a.jar' basedir='out' manifest='port.mf'/></target></project>");
        assertThat(written(propose(), "pom.xml")).contains("<mainClass>p.B</mainClass>", "<Gauge>nine</Gauge>");
    }

    private List<String> needs() {
        return propose().leftForYou().stream()
                .filter(finding -> finding.fact().contains("; add "))
                .map(finding -> finding.subject() + " "
                        + finding.fact()
                                .replaceFirst(".*; add ", "")
                                .replaceFirst("^one, such as ", "")
                                .replaceFirst(",.*", "")
                        + " "
                        + finding.evidence())
                .map(line -> line.replaceAll("\\[Evidence\\[file=(.*?), line=(\\d+).*", "@$1:$2"))
                .toList();
    }

    @Test
    void whatAProgramNeedsOnlyWhenItRunsIsToldBefore() throws IOException {
        sketch.file(
                        "src/p/A.java",
                        "package p;",
                        "import org.slf4j.Logger;",
                        "import org.springframework.boot.SpringApplication;",
                        "class A { public static void main(String[] a) {} }")
                .file("src/META-INF/persistence.xml", "<persistence/>")
                .file("src/templates/home.html", "<p>")
                .file(
                        "src/app.properties",
                        "# jdbc:mysql://x",
                        "url=jdbc:postgresql://port/tides?password=gull",
                        "other=jdbc:h2:mem")
                .file(
                        "build.sh",
                        "javac -cp lib/a.jar:lib/h2.jar -d out src/p/A.java",
                        "cp -r src/META-INF src/templates src/app.properties out/",
                        "java -cp out p.A")
                .jar(
                        "lib/a.jar",
                        "org.slf4j.Logger",
                        "org.slf4j.LoggerFactory",
                        "org.springframework.boot.SpringApplication")
                .jar("lib/h2.jar", "org.h2.Driver");
        assertThat(needs())
                .containsExactlyInAnyOrder(
                        "jdbc:postgresql org.postgresql:postgresql @src/app.properties:2",
                        "src/META-INF/persistence.xml org.hibernate:hibernate-core @src/META-INF/persistence.xml:0",
                        "src/templates/home.html org.springframework.boot:spring-boot-starter-thymeleaf @src/templates/home.html:0",
                        "org.slf4j ch.qos.logback:logback-classic @src/p/A.java:2");
        assertThat(propose().leftForYou()).flatExtracting(Finding::evidence).noneMatch(e -> e.toString()
                .contains("gull"));
        sketch.jar(
                "lib/b.jar",
                "org.postgresql.Driver",
                "org.slf4j.impl.StaticLoggerBinder",
                "org.thymeleaf.TemplateEngine",
                "org.hibernate.jpa.HibernatePersistenceProvider");
        assertThat(needs()).isEmpty();
        sketch.jar("lib/h2.jar", "org.springframework.jdbc.core.JdbcTemplate");
        assertThat(propose().leftForYou()).extracting(Finding::subject).contains("spring.datasource.url");
        sketch.file("src/app.properties", "spring.datasource.url=jdbc:postgresql://port/tides");
        assertThat(propose().leftForYou()).extracting(Finding::subject).doesNotContain("spring.datasource.url");
    }

    @Test
    void anArchiveThatHoldsItsLibrariesIsMadeBesideThePlainOne() throws IOException {
        sketch.file("src/p/A.java", "package p; public class A { public static void main(String[] a) {} }")
                .file(
                        "build.xml",
                        "<project><target name='x'><javac srcdir='src' destdir='out'/><jar destfile='tides.jar' basedir='out'>",
                        "<zipgroupfileset dir='lib' includes='*.jar'/>",
                        "<manifest><attribute name='Main-Class' value='p.A'/></manifest></jar></target></project>");
        Proposal proposal = propose();
        Decision decision = proposal.decision("self-contained").orElseThrow();
        assertThat(decision.value()).isEqualTo("yes");
        assertThat(decision.evidence()).extracting(Evidence::place).containsExactly("build.xml:2");
        assertThat(written(proposal, "pom.xml"))
                .containsSubsequence("maven-shade-plugin", "<shadedClassifierName>all<");
        assertThat(proposal.commands())
                .extracting(Proposal.Command::line)
                .anyMatch(line -> line.matches("java -jar target/port-.*-all\\.jar"));
        assertThat(written(propose("self-contained=no"), "pom.xml")).doesNotContain("shade");
    }

    private static String value(Proposal proposal, String key) {
        return proposal.decision(key).map(Decision::value).orElse("");
    }
}
