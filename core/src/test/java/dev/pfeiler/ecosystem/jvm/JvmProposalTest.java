package dev.pfeiler.ecosystem.jvm;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.proposal.Question;
import java.io.IOException;
import java.nio.file.Files;
import java.util.Arrays;
import org.junit.jupiter.api.Test;

/** What wirings lead to: modules, options, manifests, kept layouts, libraries that are missing. */
class JvmProposalTest extends ProposedProject {
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
        assertThat(goal(proposal, "base/p/base.txt"))
                .as("no step of the build copies it")
                .isEqualTo("stays");
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
    void aJarOfSomeOfTheClassesIsMadeBesideThatOfAll() throws IOException {
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
        assertThat(written(proposal, "src/assembly/small.xml")).contains("<include>p/A.class</include>");
        assertThat(proposal.leftForYou()).isEmpty();
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
                .as("identical to another jar")
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
                .contains("<maven.compiler.release>11</maven.compiler.release>")
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
                .contains("-parameters -Xlint:all -proc:none --add-exports java.base/sun.net=ALL-UNNAMED");
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
        assertThat(proposal.leftForYou())
                .extracting(Finding::fact)
                .containsExactlyInAnyOrder(
                        "uploads or deploys what it makes (scp); that is not part of the build",
                        "contains steps that are not part of the build and was kept, but the sources it compiles have moved");
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
                .contains("compiled by no wiring");
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

    private Proposal parser(String token) throws IOException {
        sketch.file("grammar/T.jj", "x")
                .file(
                        "gen/p/T.java",
                        "/* Generated By:JJTree&JavaCC: Do not edit this line. T.java */",
                        "package p; class T {}")
                .file(
                        "gen/p/Tree.java",
                        "/* Generated By:JJTree: Do not edit this line. Tree.java */",
                        "package p; class Tree {}")
                .file("gen/p/Token.java", token, "package p; class Token { int tide; }")
                .file("build.sh", "javacc -OUTPUT_DIRECTORY=gen/p grammar/T.jj", "javac -d out gen/p/*.java");
        return propose();
    }

    @Test
    void ofAGeneratorsSourcesOnlyThoseThatItWritesAgainAreRetired() throws IOException {
        Proposal proposal = parser("/* Generated By:JavaCC: Do not edit this line. Token.java Version 7.0 */");
        assertThat(goal(proposal, "gen/p/T.java")).isEqualTo("retired");
        assertThat(goal(proposal, "gen/p/Token.java")).as("edited").isEqualTo("src/main/java/p/Token.java");
        assertThat(goal(proposal, "gen/p/Tree.java")).as("of another tool").isEqualTo("src/main/java/p/Tree.java");
    }

    @Test
    void aParserOfAnotherReleaseThanItsClassesIsNotGenerated() throws IOException {
        Proposal proposal = parser("/* Generated By:JavaCC: Do not edit this line. Token.java Version 3.0 */");
        assertThat(goal(proposal, "gen/p/T.java")).isEqualTo("src/main/java/p/T.java");
        assertThat(written(proposal, "pom.xml")).doesNotContain("javacc");
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
        assertThat(level.reason()).isEqualTo("required by javafx-controls, which is imported");
        assertThat(proposal.leftForYou()).isEmpty();
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
                .containsSubsequence("maven-shade-plugin", "<outputFile>${project.build.directory}/tides.jar<");
        assertThat(proposal.commands())
                .extracting(Proposal.Command::line)
                .anyMatch(line -> line.equals("java -jar target/tides.jar"));
        assertThat(written(propose("self-contained=no"), "pom.xml")).doesNotContain("shade");
    }
}
