package dev.pfeiler.ecosystem.jvm;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Proposal;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** What build files do beside compiling: replace text, make several archives, hand the program on. */
class JvmBuildFileTest extends ProposedProject {
    @Test
    void replacedTextIsReplacedByTheBuildTool() throws IOException {
        sketch.file("src/p/A.java", "package p; class A { String v = Version.V; }")
                .file("templates/p/Version.java", "package p; class Version { static final String V = \"@VERSION@\"; }")
                .file("conf/a.properties", "owner=${owner}", "home=${user.home}")
                .file("conf/notes.txt", "not copied")
                .file(
                        "build.xml",
                        "<project><property name='version' value='3.1'/><property name='owner' value='Port office'/>",
                        "<target name='x'><copy todir='gen'><fileset dir='templates'/>",
                        "<filterset><filter token='VERSION' value='${version}'/></filterset></copy>",
                        "<javac srcdir='src:gen' destdir='out'/>",
                        "<copy todir='out'><fileset dir='conf' includes='*.properties'/>",
                        "<filterchain><expandproperties/></filterchain></copy></target></project>");
        Proposal proposal = propose();
        assertThat(value(proposal, "filtering")).isEqualTo("VERSION owner");
        assertThat(goal(proposal, "templates/p/Version.java")).isEqualTo("src/main/java-templates/p/Version.java");
        assertThat(goal(proposal, "conf/a.properties")).isEqualTo("src/main/resources/a.properties");
        assertThat(goal(proposal, "conf/notes.txt")).isEqualTo("stays");
        assertThat(written(proposal, "pom.xml"))
                .contains("<VERSION>${project.version}</VERSION>", "<owner>Port office</owner>")
                .containsSubsequence(
                        "<exclude>a.properties</exclude>", "<include>a.properties</include>", "<filtering>true<")
                .containsSubsequence("templating-maven-plugin", "<goal>filter-sources</goal>")
                .as("both kinds of marks are usual")
                .doesNotContain("<delimiter>");
        assertThat(written(propose("filtering=without"), "pom.xml")).doesNotContain("filtering", "Port office");
    }

    @Test
    void sourcesThatAreCopiedWithFiltersAreTemplatesWhereTextIsReplaced() throws IOException {
        sketch.file("src/p/Main.java", "package p; class Main { String owner = \"me@port.example\"; }")
                .file("src/p/Version.java", "package p; class Version { String is = \"@version@ @year@\"; }")
                .file("src/p/draft/Plan.java", "package p.draft; class Plan {}")
                .file("years.properties", "year=1999")
                .file(
                        "build.xml",
                        "<project><target name='x'><filter token='version' value='3.1'/>",
                        "<filter filtersfile='years.properties'/>",
                        "<copy todir='build/src' filtering='yes'><fileset dir='src'/></copy>",
                        "<javac srcdir='build/src' destdir='out' excludes='**/draft/**'/>",
                        "<jar destfile='p.jar' basedir='out'/></target></project>");
        Proposal proposal = propose();
        assertThat(value(proposal, "filtering")).isEqualTo("version year");
        assertThat(goal(proposal, "src/p/Main.java")).isEqualTo("src/main/java/p/Main.java");
        assertThat(goal(proposal, "src/p/Version.java")).isEqualTo("src/main/java-templates/p/Version.java");
        assertThat(goal(proposal, "src/p/draft/Plan.java")).isEqualTo("stays");
    }

    @Test
    void aSourceUnderAnotherNameGetsTheOneUnderWhichItIsCompiled() throws IOException {
        sketch.file("src/p/Main.java", "package p; class Main { Version v; Depth d; Berth b; }")
                .file("src/p/Version.java.in", "package p; class Version { String is = \"@VERSION@\"; }")
                .file("variants/Depth-metric.tmpl", "package p; class Depth {}")
                .file("variants/Depth-feet.tmpl", "package p; class Depth {}")
                .file("more/p/Berth.java.txt", "package p; class Berth {}")
                .file(
                        "build.xml",
                        "<project><property name='unit' value='metric'/><target name='x'>",
                        "<copy file='src/p/Version.java.in' tofile='gen/p/Version.java'>",
                        "<filterset><filter token='VERSION' value='3.1'/></filterset></copy>",
                        "<copy file='variants/Depth-${unit}.tmpl' tofile='gen/p/Depth.java'/>",
                        "<copy todir='gen'><fileset dir='more'/><globmapper from='*.java.txt' to='*.java'/></copy>",
                        "<javac srcdir='src:gen' destdir='out'/><jar destfile='p.jar' basedir='out'/>",
                        "</target></project>");
        Proposal proposal = propose();
        assertThat(goal(proposal, "src/p/Version.java.in")).isEqualTo("src/main/java-templates/p/Version.java");
        assertThat(goal(proposal, "variants/Depth-metric.tmpl")).isEqualTo("src/main/java/p/Depth.java");
        assertThat(goal(proposal, "variants/Depth-feet.tmpl")).isEqualTo("stays");
        assertThat(goal(proposal, "more/p/Berth.java.txt")).isEqualTo("src/main/java/p/Berth.java");
        // what an earlier build has left is compiled as it is
        sketch.file("gen/p/Depth.java", "package p; class Depth {}");
        assertThat(goal(propose(), "variants/Depth-metric.tmpl")).isEqualTo("stays");
    }

    @Test
    void aMacroTakesElementsAndArchivesOfOneCompilationAreModules() throws IOException {
        sketch.file("src/p/api/Gate.java", "package p.api; public class Gate {}")
                .file("src/p/Main.java", "package p; class Main { p.api.Gate gate; }")
                .file("src/p/old/Broken.java", "package p.old; class Broken extends Missing {}")
                .file(
                        "build.xml",
                        "<project name='port'><macrodef name='compile'><attribute name='from'/><element name='more' optional='true'/>",
                        "<sequential><javac srcdir='@{from}' destdir='out'><more/></javac></sequential></macrodef>",
                        "<target name='x'><compile from='src'><more><exclude name='**/old/**'/></more></compile>",
                        "<jar destfile='port-api.jar' basedir='out' includes='p/api/**'/>",
                        "<jar destfile='port.jar' basedir='out' excludes='p/api/**'/></target></project>");
        Proposal proposal = propose();
        assertThat(value(proposal, "modules")).isEqualTo("port-api port");
        assertThat(goal(proposal, "src/p/api/Gate.java")).isEqualTo("port-api/src/main/java/p/api/Gate.java");
        assertThat(goal(proposal, "src/p/Main.java")).isEqualTo("port/src/main/java/p/Main.java");
        assertThat(goal(proposal, "src/p/old/Broken.java")).as("excluded").isEqualTo("stays");
    }

    @Test
    void theTestsThatTheOldBuildRanAreRun() throws IOException {
        sketch.file("src/p/A.java", "package p; public class A {}")
                .file(
                        "test/p/ATest.java",
                        "package p; import org.junit.Test; public class ATest { @Test public void a() {} }")
                .file(
                        "test/p/BTest.java",
                        "package p; import org.junit.Test; public class BTest { @Test public void b() {} }")
                .file(
                        "test/p/BaseTest.java",
                        "package p; import org.junit.Test;",
                        "public abstract class BaseTest { @Test public void c() {} }")
                .file(
                        "test/p/AllTests.java",
                        "package p; import org.junit.runner.RunWith; import org.junit.runners.Suite;",
                        "@RunWith(Suite.class) @Suite.SuiteClasses(ATest.class) public class AllTests {}")
                .jar("lib/junit.jar", "org.junit.Test", "org.junit.runner.RunWith", "org.junit.runners.Suite");
        String start = "<project><target name='x'><javac srcdir='src' destdir='out' classpath='lib/junit.jar'/>"
                + "<javac srcdir='test' destdir='out-test' classpath='lib/junit.jar:out'/><junit>";
        String end = "</junit></target></project>";
        sketch.file("build.xml", start + "<test name='p.AllTests'/>" + end);
        Proposal suite = propose();
        assertThat(value(suite, "tests")).isEqualTo("p/AllTests.class");
        assertThat(suite.decision("tests").orElseThrow().reason())
                .isEqualTo("the old build runs these; 2 others are not run");
        assertThat(written(suite, "pom.xml"))
                .contains("<include>p/AllTests.java</include>")
                .doesNotContain("*Test.java");
        assertThat(written(propose("target=gradle"), "build.gradle"))
                .contains("include 'p/AllTests.class'", "scanForTestClasses = false");
        assertThat(written(propose("tests=all"), "pom.xml")).doesNotContain("<include>p/AllTests.java</include>");
        String set = "<batchtest><fileset dir='test' includes='**/*Test%s.java' excludes='**/Base*'/></batchtest>";
        sketch.file("build.xml", start + set.formatted("") + end);
        assertThat(value(propose(), "tests")).as("not the suite").isEqualTo("**/*Test.class !**/Base*");
        sketch.file("build.xml", start + set.formatted("*") + end);
        assertThat(propose().decision("tests")).as("all that can be run").isEmpty();
    }

    @Test
    void sourcesAreInTheArchivesThatTheyWereIn() throws IOException {
        sketch.file("src/p/A.java", "package p; public class A {}")
                .file("src/p/B.java", "package p; public class B {}")
                .file("src/p/package-info.java", "package p;")
                .file(
                        "build.xml",
                        "<project name='tides'><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<jar destfile='tides-slim.jar' basedir='out' excludes='**/B*'/>",
                        "<copy todir='out/code'><fileset dir='src' excludes='**/package-info.java'/></copy>",
                        "<jar destfile='tides.jar' basedir='out'/></target></project>");
        Proposal proposal = propose();
        assertThat(value(proposal, "archive")).isEqualTo("tides");
        assertThat(written(proposal, "pom.xml"))
                .containsSubsequence(
                        "<targetPath>code</targetPath>",
                        "<directory>src/main/java</directory>",
                        "<include>**/*.java</include>",
                        "<exclude>p/package-info.java</exclude>");
        assertThat(written(proposal, "src/assembly/tides-slim.xml"))
                .as("packed before the sources were copied")
                .contains("<exclude>code/**</exclude>", "<exclude>p/B.class</exclude>");
    }

    @Test
    void aLicenceIsInTheArchivesOfAllModulesThatPackedIt() throws IOException {
        sketch.file("src/p/A.java", "package p; public class A {}")
                .file("src/q/B.java", "package q; public class B {}")
                .file("src/r/C.java", "package r; public class C {}")
                .file("LICENSE", "free")
                .file(
                        "build.xml",
                        "<project><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<jar destfile='p.jar'><fileset dir='out' includes='p/**'/><fileset file='LICENSE'/></jar>",
                        "<jar destfile='q.jar'><fileset dir='out' includes='q/**'/><fileset file='LICENSE'/></jar>",
                        "<jar destfile='r.jar'><fileset dir='out' includes='r/**'/></jar></target></project>");
        Proposal proposal = propose();
        assertThat(value(proposal, "modules")).isEqualTo("p q r");
        assertThat(goal(proposal, "LICENSE")).isEqualTo("stays");
        for (String module : new String[] {"p", "q"})
            assertThat(written(proposal, module + "/pom.xml"))
                    .containsSubsequence("<directory>${project.basedir}/..</directory>", "<include>LICENSE</include>");
        assertThat(written(proposal, "r/pom.xml")).doesNotContain("LICENSE");
    }

    @Test
    void testsOfAModuleFindTheFilesOfTheProjectThatItWasAPartOf() throws IOException {
        sketch.file("src/p/A.java", "package p; public class A {}")
                .file("src/q/B.java", "package q; public class B {}")
                .file("data/tides.txt", "1")
                .file(
                        "test/p/ATest.java",
                        "package p; import java.io.*; import org.junit.Test;",
                        "public class ATest { @Test public void a() { new A(); new File(\"data/tides.txt\"); } }")
                .file(
                        "test/q/BTest.java",
                        "package q; import org.junit.Test; public class BTest { @Test public void b() { new B(); } }")
                .jar("lib/junit.jar", "org.junit.Test")
                .file(
                        "build.xml",
                        "<project><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<javac srcdir='test' destdir='out-test' classpath='lib/junit.jar:out'/>",
                        "<jar destfile='p.jar'><fileset dir='out' includes='p/**'/></jar>",
                        "<jar destfile='q.jar'><fileset dir='out' includes='q/**'/></jar></target></project>");
        Proposal proposal = propose();
        assertThat(value(proposal, "test-run:p")).isEqualTo("in ..");
        assertThat(written(proposal, "p/pom.xml"))
                .contains("<workingDirectory>${project.basedir}/..</workingDirectory>");
        assertThat(proposal.decision("test-run:q")).as("opens no file").isEmpty();
        assertThat(written(propose("target=gradle"), "p/build.gradle")).contains("workingDir = file('..')");
    }

    /** Archives keep their names, also where each has a version of its own. */
    @Test
    void archivesOfAMakeFileHaveTheirOwnVersions() throws IOException {
        sketch.file("p/A.java", "package p; public class A {}")
                .file("q/B.java", "package q; public class B {}")
                .file("q/Skip.java", "package q; public class Skip extends nowhere.Missing {}")
                .file(
                        "Makefile",
                        "VER=1.2",
                        "QVER=0.3",
                        "SRC=$(shell find p q -name '*.java' -and -not -name 'Skip.java')",
                        "all: p-$(VER).jar q-$(QVER).jar",
                        ".classes: $(SRC)",
                        "\tmkdir -p classes",
                        "\tjavac -d classes $^",
                        "p-$(VER).jar: .classes",
                        "\t(cd classes; jar cf ../$@ p/*class)",
                        "q-$(QVER).jar: .classes",
                        "\t(cd classes; jar cf ../$@ q/*class)");
        Proposal proposal = propose();
        assertThat(value(proposal, "version")).isEqualTo("1.2");
        assertThat(goal(proposal, "q/Skip.java")).isEqualTo("stays");
        assertThat(proposal.decision("archive:p")).as("its usual name").isEmpty();
        assertThat(value(proposal, "archive:q")).isEqualTo("q-0.3");
        assertThat(written(proposal, "q/pom.xml")).contains("<finalName>q-0.3</finalName>");
        assertThat(value(propose("version=2.0"), "archive:q")).isEqualTo("q-0.3");
    }

    @Test
    void modulesOfTheModuleSystemAreModulesOfTheBuild() throws IOException {
        sketch.file("src/port.hull/module-info.java", "module port.hull { exports port.hull; }")
                .file("src/port.hull/port/hull/Hull.java", "package port.hull; public class Hull {}")
                .file("src/port.deck/module-info.java", "module port.deck { requires port.hull; requires rope; }")
                .file("src/port.deck/port/deck/Deck.java", "package port.deck; class Deck { rope.Rope rope; }")
                .jar("mods/rope.jar", "rope.Rope")
                .file(
                        "build.sh",
                        "javac --release 11 -d out --module-source-path src -p mods $(find src -name '*.java')",
                        "jar --create --file deck.jar -C out/port.deck .",
                        "java -p out:mods -m port.deck/port.deck.Deck");
        Proposal proposal = propose();
        assertThat(value(proposal, "modules")).isEqualTo("port.hull deck");
        assertThat(goal(proposal, "src/port.deck/module-info.java")).isEqualTo("deck/src/main/java/module-info.java");
        assertThat(written(proposal, "deck/pom.xml"))
                .as("required, though no class of it is used")
                .contains("<artifactId>port.hull</artifactId>", "<artifactId>rope</artifactId>");
        assertThat(proposal.decision("folder:mods")).as("a folder of libraries").isEmpty();
    }

    @Test
    void aDistributionIsMadeOfTheProductItsLibrariesAndFiles() throws IOException {
        sketch.file("src/p/A.java", "package p; class A { public static void main(String[] a) {} }")
                .jar("libs/rope.jar", "rope.Rope")
                .file("native/depth.so", "x")
                .file("README.txt", "read me")
                .file(
                        "build.xml",
                        "<project name='port'><path id='cp'><fileset dir='libs'/></path><target name='x'>",
                        "<javac srcdir='src' destdir='out' classpathref='cp'/>",
                        "<pathconvert property='names' pathsep=' '><path refid='cp'/>",
                        "<chainedmapper><flattenmapper/><globmapper from='*' to='lib/*'/></chainedmapper></pathconvert>",
                        "<jar destfile='Port.jar' basedir='out'><manifest><attribute name='Class-Path' value='${names}'/>",
                        "</manifest></jar><zip destfile='dist/Port-1.7.zip'><zipfileset file='Port.jar' prefix='Port-1.7'/>",
                        "<zipfileset dir='libs' prefix='Port-1.7/lib'/><zipfileset dir='native' prefix='Port-1.7/native'/>",
                        "<zipfileset file='README.txt' prefix='Port-1.7'/></zip></target></project>");
        Proposal proposal = propose();
        assertThat(value(proposal, "version")).isEqualTo("1.7");
        assertThat(value(proposal, "distribution")).isEqualTo("Port-1.7.zip");
        assertThat(written(proposal, "pom.xml"))
                .contains("<finalName>Port-${project.version}</finalName>", "<classpathPrefix>lib/</classpathPrefix>");
        assertThat(written(proposal, "src/assembly/distribution.xml"))
                .containsSubsequence(
                        "<format>zip</format>",
                        "<outputDirectory>Port-${project.version}</outputDirectory>",
                        "<include>README.txt</include>",
                        "<include>native/**</include>",
                        "</fileSets>",
                        "<dependencySet>",
                        "<outputDirectory>Port-${project.version}/lib</outputDirectory>")
                .doesNotContain("depth.so");
        assertThat(written(propose("distribution=without"), "src/assembly/distribution.xml"))
                .isEmpty();
    }

    @Test
    void filesOfAJarThatHandsTheProductOnAreNoResources() throws IOException {
        sketch.file("src/p/Main.java", "package p; class Main {}")
                .file("notes/plan.txt", "later")
                .file("conf/a.properties", "a=1")
                .file(
                        "build.xml",
                        "<project name='port'><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<copy todir='out'><fileset dir='conf'/></copy><jar destfile='port.jar' basedir='out'/>",
                        "<copy file='port.jar' todir='all'/>",
                        "<copy todir='all/notes'><fileset dir='notes'/></copy>",
                        "<jar destfile='bundle.jar' basedir='all'/></target></project>");
        Proposal proposal = propose();
        assertThat(goal(proposal, "notes/plan.txt")).isEqualTo("stays");
        assertThat(goal(proposal, "conf/a.properties")).isEqualTo("src/main/resources/a.properties");
    }

    @Test
    void aDistributionOfOneOfSeveralModulesTakesNothingThatIsBuilt() throws IOException {
        sketch.file("src/p/api/Gate.java", "package p.api; public class Gate {}")
                .file("src/p/Main.java", "package p; class Main { p.api.Gate gate; }")
                .file("data/tides.csv", "1;2")
                .file("license.txt", "free")
                .file(
                        "build.xml",
                        "<project name='port'><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<jar destfile='api.jar' basedir='out' includes='p/api/**'/>",
                        "<jar destfile='port.jar' basedir='out' excludes='p/api/**'/>",
                        "<zip destfile='port.zip'><fileset dir='.' includes='port.jar,src/**,data/**,license.txt'/></zip>",
                        "</target></project>");
        assertThat(written(propose(), "port/src/assembly/distribution.xml"))
                .containsSubsequence(
                        "<fileSets>",
                        "<directory>..</directory>",
                        "<include>data/**</include>",
                        "<include>license.txt</include>",
                        "</includes>",
                        "<directory>../api/src/main/java</directory>",
                        "<outputDirectory>src</outputDirectory>",
                        "<directory>src/main/java</directory>",
                        "<outputDirectory>src</outputDirectory>",
                        "</fileSets>");
    }

    @Test
    void oneProgramIsHandedOnInSeveralFormatsWithClassesBesideItsJar() throws IOException {
        sketch.file("src/p/Main.java", "package p; class Main {}")
                .file("src/p/a.txt", "a")
                .file("license.txt", "free")
                .file("scripts/start.sh", "#!/bin/sh", "java -jar port.jar")
                .file(
                        "build.xml",
                        "<project name='port'><target name='x'><javac srcdir='src' destdir='dist/port/bin'/>",
                        "<copy todir='dist/port/bin'><fileset dir='src' includes='**/*.txt'/></copy>",
                        "<jar destfile='dist/port/port.jar' basedir='dist/port/bin'/>",
                        "<copy file='license.txt' todir='dist/port'/>",
                        "<copy file='scripts/start.sh' tofile='dist/port/port'/>",
                        "<zip destfile='dist/port.zip' basedir='dist/port'/>",
                        "<tar destfile='dist/port.tar' basedir='dist/port'/>",
                        "<gzip src='dist/port.tar' destfile='dist/port.tar.gz'/>",
                        "<zip destfile='dist/port-alone.zip'><fileset file='dist/port/port.jar'/></zip>",
                        "</target></project>");
        Proposal proposal = propose();
        assertThat(value(proposal, "distribution")).isEqualTo("port.zip");
        assertThat(value(proposal, "distribution:port.tar.gz")).isEqualTo("port.tar.gz");
        assertThat(value(proposal, "distribution:port-alone.zip")).isEqualTo("port-alone.zip");
        assertThat(written(proposal, "src/assembly/distribution.xml"))
                .containsSubsequence(
                        "<format>zip</format>",
                        "<format>tar.gz</format>",
                        "<source>${project.build.directory}/${project.build.finalName}.jar</source>",
                        "<source>scripts/start.sh</source>",
                        "<outputDirectory>/</outputDirectory>",
                        "<destName>port</destName>",
                        "<include>license.txt</include>",
                        "<directory>${project.build.outputDirectory}</directory>",
                        "<outputDirectory>bin</outputDirectory>",
                        "</fileSets>")
                .doesNotContain("a.txt");
        assertThat(written(proposal, "src/assembly/port-alone.xml"))
                .contains("<format>zip</format>")
                .doesNotContain("fileSet");
        assertThat(written(propose("target=gradle"), "build.gradle"))
                .containsSubsequence(
                        "tasks.register('distribution', Zip)",
                        "into('bin') {",
                        "from sourceSets.main.output",
                        "include 'start.sh'",
                        "rename { 'port' }",
                        ", Tar)",
                        "compression = Compression.GZIP");
    }

    @Test
    void ofSeveralModulesTheOneThatNeedsTheOthersMakesTheirDistribution() throws IOException {
        sketch.jar("libs/gate.jar", "q.Gate")
                .file("src/p/api/Gate.java", "package p.api; public class Gate extends q.Gate {}")
                .file("src/p/Main.java", "package p; class Main { p.api.Gate gate; }")
                .file(
                        "build.xml",
                        "<project name='port'><target name='x'>",
                        "<javac srcdir='src' destdir='out' classpath='libs/gate.jar'/>",
                        "<jar destfile='api.jar' basedir='out' includes='p/api/**'/>",
                        "<jar destfile='port.jar' basedir='out' excludes='p/api/**'/>",
                        "<zip destfile='port.zip'><zipfileset dir='.' includes='*.jar' prefix='port/'/>",
                        "<zipfileset dir='libs' prefix='port/lib'/></zip></target></project>");
        Proposal proposal = propose();
        assertThat(written(proposal, "api/src/assembly/distribution.xml")).isEmpty();
        assertThat(written(proposal, "port/src/assembly/distribution.xml"))
                .containsSubsequence(
                        "<outputDirectory>port</outputDirectory>",
                        "<dependencySet>",
                        "<outputDirectory>port</outputDirectory>",
                        "<outputFileNameMapping>api.jar</outputFileNameMapping>",
                        "<include>${project.groupId}:api</include>",
                        "<dependencySet>",
                        "<outputDirectory>port/lib</outputDirectory>",
                        "<exclude>${project.groupId}:api</exclude>");
        assertThat(written(propose("target=gradle"), "port/build.gradle"))
                .containsSubsequence(
                        "into('port')",
                        "from(configurations.runtimeClasspath) {",
                        "include 'api.jar'",
                        "into('port/lib')",
                        "exclude 'api.jar'");
    }

    @Test
    void anArchiveThatGetsMoreIsOneAndWhatAnotherTargetAddsIsLeftOut() throws IOException {
        sketch.file("src/p/Main.java", "package p; class Main { public static void main(String[] a) {} }")
                .file("src/p/release", "Manifest-version: 1.0", "main-class: p.Main", "Build: @NUMBER@")
                .file("conf/a.properties", "a=1")
                .file(
                        "build.xml",
                        "<project name='port' default='compile'><target name='compile'><filter token='NUMBER' value='7'/>",
                        "<javac srcdir='src' destdir='out'/></target><target name='jar' depends='compile'>",
                        "<copy file='src/p/release' tofile='out/p/release' filtering='on'/>",
                        "<jar destfile='port.jar' basedir='out' manifest='out/p/release'/>",
                        "<jar destfile='port.jar' update='yes'><fileset dir='conf'/></jar></target>",
                        "<target name='sources' depends='jar'><jar destfile='port.jar' update='yes' basedir='src'/></target>",
                        "</project>");
        Proposal proposal = propose();
        assertThat(goal(proposal, "conf/a.properties")).isEqualTo("src/main/resources/a.properties");
        assertThat(written(proposal, "pom.xml"))
                .containsSubsequence("<mainClass>p.Main</mainClass>", "<Build>7</Build>")
                .doesNotContain("**/*.java", "anifest-version");
        assertThat(proposal.leftForYou())
                .extracting(Finding::subject, Finding::fact)
                .contains(tuple("target sources", "adds to an archive that another target makes; it was left out"));
    }

    @Test
    void whatIsFetchedIsReadWhereTheTreeHasIt() throws IOException {
        sketch.jar("lib/gate.jar", "q.Gate")
                .file("src/p/Main.java", "package p; class Main { q.Gate gate; }")
                .file(
                        "build.xml",
                        "<project name='port' default='x'><target name='x'>",
                        "<get src='http://port.example/jars/gate.jar' dest='lib/gate.jar'/>",
                        "<get src='http://port.example/jars/gate.jar' dest='lib'/>",
                        "<get src='http://port.example/tides.xml' dest='src/p/tides.xml'/>",
                        "<javac srcdir='src' destdir='out' classpath='lib/gate.jar'/>",
                        "<jar destfile='port.jar' basedir='out'/></target></project>");
        assertThat(propose().leftForYou())
                .filteredOn(finding -> finding.subject().startsWith("<get>"))
                .extracting(finding -> finding.evidence().get(0).place())
                .containsExactly("build.xml:4");
    }

    @Test
    void textReplacedInWhatIsHandedOnIsNamed() throws IOException {
        sketch.file("src/p/Main.java", "package p; class Main {}")
                .file("readme.txt", "@version@")
                .file(
                        "build.xml",
                        "<project name='port'><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<replace file='notes/gone.txt' token='a' value='b'/>",
                        "<jar destfile='dist/port.jar' basedir='out'/><copy file='readme.txt' todir='dist'/>",
                        "<replace file='dist/readme.txt' token='@version@' value='1'/>",
                        "<zip destfile='port.zip' basedir='dist'/>",
                        "<replace file='src/p/Main.java' token='a' value='b'/></target></project>");
        assertThat(propose().leftForYou())
                .filteredOn(finding -> finding.subject().equals("<replace>"))
                .extracting(finding -> finding.evidence().get(0).place())
                .containsExactly("build.xml:4", "build.xml:6");
    }

    @Test
    void documentationGoesIntoTheArchivesThatItWentInto() throws IOException {
        sketch.file("src/p/Main.java", "package p; class Main {}")
                .file("api/index.html", "made last week")
                .file("license.txt", "free")
                .file(
                        "build.xml",
                        "<project name='port'><target name='x'>",
                        "<javac srcdir='src' destdir='out'/><jar destfile='port.jar' basedir='out'/>",
                        "<javadoc sourcepath='src' destdir='api'/>",
                        "<jar destfile='port-doc.jar' basedir='api'/>",
                        "<zip destfile='port-1.zip'><zipfileset file='port.jar'/>",
                        "<zipfileset dir='api' prefix='docs/api'/><zipfileset file='license.txt'/></zip>",
                        "</target></project>");
        Proposal proposal = propose();
        assertThat(value(proposal, "documentation:port-doc.jar")).isEqualTo("port-doc.jar");
        assertThat(written(proposal, "src/assembly/port-doc.xml"))
                .containsSubsequence(
                        "<format>jar</format>",
                        "<fileSets>",
                        "<directory>${project.build.directory}/reports/apidocs</directory>",
                        "<outputDirectory>/</outputDirectory>",
                        "</fileSets>",
                        "</assembly>");
        assertThat(written(proposal, "src/assembly/distribution.xml"))
                .containsSubsequence(
                        "<include>license.txt</include>",
                        "<directory>${project.build.directory}/reports/apidocs</directory>",
                        "<outputDirectory>docs/api</outputDirectory>")
                .doesNotContain("<directory>api</directory>", "api/**");
        assertThat(written(proposal, "pom.xml"))
                .containsSubsequence(
                        "<phase>prepare-package</phase>",
                        "<goal>javadoc-no-fork</goal>",
                        "<doclint>none</doclint>",
                        "<failOnError>false</failOnError>");
        assertThat(written(propose("distribution=without", "documentation:port-doc.jar=without"), "pom.xml"))
                .doesNotContain("javadoc");
    }

    @Test
    void aProgramThatStartsWhereItIsBuiltStillDoes() throws IOException {
        sketch.jar("lib/gate.jar", "q.Gate")
                .file("src/p/Main.java", "package p; class Main { q.Gate g; public static void main(String[] a) {} }")
                .file("manifest.txt", "Main-Class: p.Main", "Class-Path: lib/gate.jar")
                .file(
                        "build.sh",
                        "javac -cp lib/gate.jar -d out src/p/Main.java",
                        "jar cfm dist/port.jar manifest.txt -C out .",
                        "cp lib/gate.jar dist/lib/")
                .file("run.sh", "java -jar dist/port.jar");
        Proposal proposal = propose();
        assertThat(value(proposal, "library-folder")).isEqualTo("lib");
        assertThat(goal(proposal, "manifest.txt")).isEqualTo("retired");
        assertThat(written(proposal, "pom.xml"))
                .containsSubsequence(
                        "<artifactId>maven-dependency-plugin</artifactId>",
                        "<goal>copy-dependencies</goal>",
                        "<outputDirectory>${project.build.directory}/lib</outputDirectory>");
        assertThat(proposal.steps())
                .filteredOn(step -> step.path().equals("run.sh"))
                .singleElement()
                .satisfies(step -> assertThat(((Step.Edit) step).content()).isEqualTo("java -jar target/port.jar\n"));
        assertThat(written(propose("library-folder=without"), "pom.xml")).doesNotContain("copy-dependencies");
    }

    @Test
    void aWebProgramNeedsNoSources() throws IOException {
        sketch.file("WEB-INF/web.xml", "<web-app version='3.1'/>")
                .file("index.xhtml", "<html xmlns='http://www.w3.org/1999/xhtml' xmlns:r='urn:rope'/>")
                .jar(
                        "WEB-INF/lib/rope.jar",
                        Map.of(
                                "META-INF/rope.taglib.xml",
                                "<facelet-taglib><namespace>urn:rope</namespace></facelet-taglib>"),
                        "rope.Tag")
                .jar("WEB-INF/lib/idle.jar", "idle.Idle");
        Proposal proposal = propose();
        assertThat(value(proposal, "packaging")).isEqualTo("war");
        assertThat(goal(proposal, "index.xhtml")).isEqualTo("src/main/webapp/index.xhtml");
        assertThat(proposal.decision("scope:WEB-INF/lib/rope.jar").orElseThrow().reason())
                .isEqualTo("named in 1 file");
        assertThat(proposal.decision("scope:WEB-INF/lib/idle.jar").orElseThrow().reason())
                .isEqualTo("no usage found");
    }

    @Test
    void aFileThatOnlyAFurtherArchiveHasAtAPlaceGoesIntoThatFromWhereItIs() throws IOException {
        String service = "META-INF/services/p.Pilot";
        sketch.file("src/p/Pilot.java", "package p; public interface Pilot {}")
                .file("src/p/Full.java", "package p; public class Full implements Pilot {}")
                .file("full/" + service, "p.Full")
                .file("small/" + service, "p.Small")
                .file(
                        "build.xml",
                        "<project default='x'><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<jar destfile='pilot-small.jar'><fileset dir='out' excludes='p/Full.class'/>",
                        "<fileset dir='small'/></jar>",
                        "<jar destfile='pilot.jar'><fileset dir='out'/><fileset dir='full'/></jar></target></project>");
        Proposal proposal = propose();
        assertThat(goal(proposal, "full/" + service)).isEqualTo("src/main/resources/" + service);
        assertThat(goal(proposal, "small/" + service)).isEqualTo("stays");
        assertThat(written(proposal, "src/assembly/pilot-small.xml"))
                .containsSubsequence(
                        "<directory>${project.build.outputDirectory}</directory>",
                        "<include>p/Pilot.class</include>",
                        "<directory>small</directory>",
                        "<outputDirectory>/</outputDirectory>");
        assertThat(proposal.leftForYou())
                .filteredOn(finding -> finding.subject().equals("small/" + service))
                .singleElement()
                .satisfies(finding -> assertThat(finding.fact())
                        .isEqualTo("left in place: the place of full/" + service + " would be the same"));
        assertThat(written(propose("target=gradle"), "build.gradle"))
                .containsSubsequence(
                        "from(sourceSets.main.output) {", "include 'p/Pilot.class', 'p/Pilot$*.class'", "from 'small'");
    }

    @Test
    void aFurtherJarTakesSources() throws IOException {
        sketch.file("src/p/Pilot.java", "package p; public class Pilot {}")
                .file("src/demo/Tour.java", "package demo; class Tour {}")
                .file(
                        "build.xml",
                        "<project default='x'><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<jar destfile='pilot.jar'><fileset dir='out'/></jar><jar destfile='tour.jar'>",
                        "<fileset dir='out' excludes='p/**'/><fileset dir='src' excludes='p/**'/></jar>",
                        "<zip destfile='tour.zip'><zipfileset dir='src' prefix='sources'/></zip></target></project>");
        Proposal proposal = propose();
        assertThat(written(proposal, "src/assembly/tour-jar.xml"))
                .as("the descriptor of the zip file has the name already")
                .containsSubsequence(
                        "<id>tour-jar</id>",
                        "<directory>src/main/java/demo</directory>",
                        "<outputDirectory>demo</outputDirectory>");
        assertThat(written(proposal, "src/assembly/tour.xml")).contains("<format>zip</format>");
        assertThat(written(propose("target=gradle"), "build.gradle"))
                .containsSubsequence("'jarTour'", "from('src/main/java/demo')");
    }

    @Test
    void ofTwoArchivesWithOneNameTheSecondIsLost() throws IOException {
        sketch.file("src/p/Pilot.java", "package p; public class Pilot {}")
                .file(
                        "build.xml",
                        "<project default='x'><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<jar destfile='plain/pilot.jar' basedir='out'/>",
                        "<jar destfile='checked/pilot.jar' basedir='out'/></target></project>");
        Proposal proposal = propose();
        assertThat(written(proposal, "pom.xml"))
                .contains("<finalName>pilot</finalName>")
                .doesNotContain("assembly");
        assertThat(proposal.leftForYou())
                .extracting(Finding::subject, Finding::fact)
                .contains(tuple("checked/pilot.jar", "is made by the old build; the new build no longer makes it"));
    }

    @Test
    void aClassPathKeepsWhatIsNotInTheProject() throws IOException {
        sketch.jar("lib/gate.jar", "q.Gate")
                .file("src/p/Main.java", "package p; class Main { q.Gate g; public static void main(String[] a) {} }")
                .file(
                        "build.xml",
                        "<project default='x'><target name='x'>",
                        "<javac srcdir='src' destdir='out' classpath='lib/gate.jar'/>",
                        "<jar destfile='port.jar' basedir='out'><manifest>",
                        "<attribute name='Class-Path' value='. conf/ lib/gate.jar lib/siren.jar'/>",
                        "</manifest></jar></target></project>");
        assertThat(written(propose(), "pom.xml"))
                .containsSubsequence(
                        "<addClasspath>true</addClasspath>",
                        "<classpathPrefix>lib/</classpathPrefix>",
                        "<Class-Path>. conf/ lib/siren.jar</Class-Path>");
        assertThat(written(propose("target=gradle"), "build.gradle"))
                .contains("(['.', 'conf/', 'lib/siren.jar'] + configurations.runtimeClasspath.collect"
                        + " { \"lib/$it.name\" }).join(' ')");
    }

    @Test
    void otherProgramsThatABuildStartsAreNoOtherMainClass() throws IOException {
        String main = "{ public static void main(String[] a) {} }";
        sketch.file("src/p/Main.java", "package p; class Main " + main)
                .file("src/p/Tour.java", "package p; class Tour " + main)
                .file(
                        "build.xml",
                        "<project default='x'><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<jar destfile='port.jar' basedir='out'><manifest>",
                        "<attribute name='Main-Class' value='p.Main'/></manifest></jar></target>",
                        "<target name='tour'><java classname='p.Tour'/></target>",
                        "<target name='gone'><java classname='p.Gone'/></target></project>");
        assertThat(propose().agreements())
                .filteredOn(row -> row.subject().equals("Main class"))
                .singleElement()
                .satisfies(row -> assertThat(row.statements())
                        .extracting(statement -> statement.value())
                        .containsExactly("p.Main", "p.Gone"));
    }

    @Test
    void theBuildAroundAllOthersNamesTheProject() throws IOException {
        sketch.file("src/core/p/Main.java", "package p; class Main {}")
                .file(
                        "src/build.xml",
                        "<project name='pilot' default='x'><target name='x'>",
                        "<ant dir='ant'/></target></project>")
                .file(
                        "src/ant/build.xml",
                        "<project name='pilot.compile' default='x'><target name='x'>",
                        "<javac srcdir='../core' destdir='../../out'/>",
                        "<jar destfile='../../pilot-2.1.7-sources.jar' basedir='../core'/>",
                        "<jar destfile='../../pilot.jar' basedir='../../out'/></target></project>");
        Proposal proposal = propose();
        assertThat(value(proposal, "name")).isEqualTo("pilot");
        assertThat(value(proposal, "version")).isEqualTo("2.1.7");
        assertThat(proposal.agreements()).extracting(row -> row.subject()).doesNotContain("Name");
    }

    @Test
    void aFolderOnTheClassPathOfTestsHoldsTheirResources() throws IOException {
        sketch.file("src/p/Main.java", "package p; class Main {}")
                .file(
                        "checks/src/p/MainTest.java",
                        "package p; import junit.framework.*; class MainTest extends TestCase {}")
                .file("checks/data/tides.properties", "high=06:12")
                .file(
                        "build.xml",
                        "<project default='x'><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<jar destfile='port.jar' basedir='out'/><ant dir='checks'/></target></project>")
                .file(
                        "checks/build.xml",
                        "<project default='x'><target name='x'>",
                        "<javac srcdir='src' destdir='out' classpath='../out;data'/></target></project>");
        assertThat(goal(propose(), "checks/data/tides.properties")).isEqualTo("src/test/resources/tides.properties");
    }

    @Test
    void pagesBesideSourcesAreNotPackedForTheTestsOfAnotherProject() throws IOException {
        sketch.file("src/p/Main.java", "package p; class Main {}")
                .file("src/p/package.html", "<body>pilots</body>")
                .file("tours/q/Tour.java", "package q; class Tour {}")
                .file("more/r/Spare.java", "package r; class Spare {}")
                .file("more/r/package.html", "<body>spare</body>")
                .file(
                        "checks/src/p/MainTest.java",
                        "package p; import junit.framework.*; class MainTest extends TestCase {}")
                .file(
                        "build.xml",
                        "<project default='x'><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<javac srcdir='.' destdir='out' includes='tours/**/*.java'/>",
                        "<jar destfile='port.jar' basedir='out'/><ant dir='checks'/></target></project>")
                .file(
                        "checks/build.xml",
                        "<project default='x'><target name='x'>",
                        "<javac srcdir='src' destdir='out' classpath='../out;../src'/></target></project>");
        Proposal proposal = propose();
        assertThat(goal(proposal, "src/p/package.html")).isEqualTo("src/main/java/p/package.html");
        assertThat(goal(proposal, "more/r/package.html")).isEqualTo("stays");
        assertThat(written(proposal, "pom.xml")).doesNotContain("package.html");
    }

    @Test
    void whatNoBuildCompilesStays() throws IOException {
        sketch.file("src/p/Main.java", "package p; class Main {}")
                .file("src/p/Tour.scala", "package p\nclass Tour")
                .file("parts/tests/all.java", "import p.*; public class all { sun.tools.java.Gone gone; Main main; }")
                .file("notes/readme.txt", "no resource")
                .file(
                        "build.xml",
                        "<project default='x'><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<javac srcdir='notes' destdir='out'/>",
                        "<jar destfile='port.jar' basedir='out'/></target></project>");
        Proposal proposal = propose();
        for (String path : List.of("src/p/Tour.scala", "parts/tests/all.java", "notes/readme.txt"))
            assertThat(goal(proposal, path)).as(path).isEqualTo("stays");
        assertThat(written(proposal, "pom.xml")).doesNotContain("scala");
    }

    @Test
    void projectsThatCompileCopiesOfTheirSourcesAreModules() throws IOException {
        String build =
                """
                <project name='%s' default='x'><filter token='year' value='2026'/><target name='x'>
                <copy todir='build/src' filtering='yes'><fileset dir='src'/></copy>
                <javac srcdir='build/src' destdir='build/classes' classpath='../pilot/build/pilot.jar'/>
                <jar destfile='build/%1$s.jar' basedir='build/classes'/></target></project>""";
        sketch.file("pilot/src/p/Pilot.java", "package p; /** @year@ */ public class Pilot {}")
                .file("pilot/build.xml", build.formatted("pilot"))
                .file("berth/src/q/Berth.java", "package q; class Berth extends p.Pilot { String s = \"@year@\"; }")
                .file("berth/build.xml", build.formatted("berth"))
                .file(
                        "build.xml",
                        "<project name='port' default='x'><target name='x'><ant dir='pilot'/><ant dir='berth'/></target></project>");
        Proposal proposal = propose();
        assertThat(value(proposal, "modules")).isEqualTo("pilot berth");
        assertThat(written(proposal, "berth/pom.xml")).contains("<artifactId>pilot</artifactId>");
    }

    @Test
    void classesThatOnlyAnotherBuildFilePacksAreOneProjectWithIt() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file("src/p/plan.txt", "not copied")
                .file("release.properties", "release=3.2")
                .file(
                        "src/p/build.xml",
                        "<project default='c'><target name='c'>",
                        "<javac srcdir='../../src' destdir='../../classes' target='11'/></target></project>")
                .file(
                        "build.xml",
                        "<project name='tides' default='jar'><property file='release.properties'/>",
                        "<target name='jar'><ant dir='src/p'/><copy file='release.properties' todir='classes'/>",
                        "<jar destfile='tides.jar' basedir='classes'/></target></project>");
        Proposal proposal = propose();
        assertThat(value(proposal, "name")).isEqualTo("tides");
        assertThat(value(proposal, "level")).isEqualTo("11");
        assertThat(goal(proposal, "src/p/A.java")).isEqualTo("src/main/java/p/A.java");
        assertThat(goal(proposal, "src/p/plan.txt")).isEqualTo("stays");
        assertThat(goal(proposal, "release.properties")).isEqualTo("src/main/resources/release.properties");
    }

    @Test
    void whatABuildFileAddsToTheArchiveOfAnotherIsOneModuleWithThat() throws IOException {
        String dist = "<target name='dist' depends='compile'><jar destfile='../dist/port.jar'";
        sketch.file("core/src/p/Port.java", "package p; public class Port {}")
                .file("tasks/src/p/tasks/Task.java", "package p.tasks; class Task { p.Port port; }")
                .file("view/src/q/View.java", "package q; class View { p.Port port; }")
                .file(
                        "core/build.xml",
                        "<project name='core' default='dist'><target name='compile'><javac srcdir='src' destdir='out'/></target>",
                        dist + " basedir='out'/></target></project>")
                .file(
                        "tasks/build.xml",
                        "<project name='tasks' default='dist'><target name='compile'>",
                        "<ant dir='../core' target='compile' inheritAll='false'/>",
                        "<javac srcdir='src' destdir='out' classpath='../core/out'/></target>",
                        dist + " basedir='out' update='true'/></target></project>")
                .file("tasks/build.sh", "javac -cp ../core/out -d out src/p/tasks/Task.java")
                .file(
                        "view/build.xml",
                        "<project name='view' default='jar'><target name='jar'>",
                        "<javac srcdir='src' destdir='out' classpath='../dist/port.jar'/>",
                        "<jar destfile='../dist/view.jar' basedir='out'><manifest><attribute name='Class-Path' value='port.jar'/>",
                        "</manifest></jar></target></project>")
                .file(
                        "build.xml",
                        "<project name='all' default='all'><target name='all'>",
                        "<ant dir='core'/><ant dir='tasks'/><ant dir='view'/></target></project>");
        Proposal proposal = propose();
        assertThat(written(proposal, "pom.xml"))
                .contains("<module>core</module>\n    <module>view</module>\n  </modules>");
        assertThat(written(proposal, "core/pom.xml")).contains("<finalName>port</finalName>");
        assertThat(written(proposal, "view/pom.xml"))
                .as("a repository has the archive under another name than the folder of the program")
                .containsSubsequence("<addClasspath>true</addClasspath>", "<Class-Path>port.jar</Class-Path>");
        assertThat(goal(proposal, "tasks/src/p/tasks/Task.java")).isEqualTo("core/src/main/java/p/tasks/Task.java");
        assertThat(goal(proposal, "view/src/q/View.java")).isEqualTo("view/src/main/java/q/View.java");
    }

    @Test
    void filesThatCodeOpensByTheirPathsStay() throws IOException {
        sketch.file("src/p/Main.java", "package p; class Main { Object o = Main.class.getResource(\"/p/plan.txt\"); }")
                .file("src/p/plan.txt", "on the class path")
                .file("src/p/icons/pier.png", "x")
                .file("src/p/icons/buoy.png", "x")
                .file("src/p/Icons.java", "package p; class Icons { String folder = \"./src/p/icons/\"; }")
                .file(
                        "test/p/MainTest.java",
                        "package p; import org.junit.Test; class MainTest {",
                        "String data = System.getProperty(\"user.dir\") + \"\\\\test\\\\data\\\\tides.csv\";",
                        "String all = \"test/p\"; @Test void reads() {} }")
                .file("test/data/tides.csv", "1")
                .file("test/data/other.csv", "2")
                .file("test/p/named.txt", "in a folder of sources");
        Proposal proposal = propose();
        assertThat(Stream.of(
                                "src/p/plan.txt",
                                "src/p/icons/pier.png",
                                "test/data/tides.csv",
                                "test/data/other.csv",
                                "test/p/named.txt")
                        .map(path -> goal(proposal, path)))
                .containsExactly(
                        "src/main/resources/p/plan.txt",
                        "stays",
                        "stays",
                        "src/test/resources/data/other.csv",
                        "src/test/resources/p/named.txt");
        assertThat(written(proposal, "pom.xml"))
                .containsSubsequence(
                        "<directory>src/main/resources</directory>",
                        "<directory>src</directory>",
                        "<include>p/icons/**</include>",
                        "<directory>src/test/resources</directory>",
                        "<directory>test</directory>",
                        "<include>data/tides.csv</include>");
        assertThat(proposal.decision("opened-files").orElseThrow().evidence())
                .extracting(Evidence::place)
                .containsExactlyInAnyOrder("src/p/Icons.java:1", "test/p/MainTest.java:2");
        assertThat(goal(propose("opened-files=move"), "test/data/tides.csv"))
                .isEqualTo("src/test/resources/data/tides.csv");
    }

    @Test
    void aLiteralMayBeLong() throws IOException {
        String table = "x/y\\n".repeat(20_000);
        sketch.file("src/p/Table.java", "package p; class Table { String table = \"" + table + "src/p/plan.txt\"; }")
                .file("src/p/plan.txt", "1");
        assertThat(goal(propose(), "src/p/plan.txt")).isEqualTo("src/main/resources/p/plan.txt");
        sketch.file("src/p/Plan.java", "package p; class Plan { String plan = \"src/p/plan.txt\"; }");
        assertThat(goal(propose(), "src/p/plan.txt")).isEqualTo("stays");
    }

    @Test
    void filesThatTestsOpenFromTheFolderTheyRunInStay() throws IOException {
        sketch.jar("lib/junit.jar", "org.junit.Test", "junit.framework.TestCase")
                .file("src/p/Main.java", "package p; class Main {}")
                .file(
                        "test/p/MainTest.java",
                        "package p; import org.junit.Test; class MainTest {",
                        "@Test void reads() { String data = \"data/tides.csv\"; } }")
                .file("test/data/tides.csv", "1")
                .file(
                        "build.xml",
                        "<project default='t'><target name='t'><javac srcdir='src' destdir='out'/>",
                        "<javac srcdir='test' destdir='tout' classpath='out:lib/junit.jar'/>",
                        "<junit fork='true' dir='test'><classpath path='out:tout:lib/junit.jar'/>",
                        "<batchtest><fileset dir='test' includes='**/*Test.java'/></batchtest></junit></target></project>");
        Proposal proposal = propose();
        assertThat(goal(proposal, "test/data/tides.csv")).isEqualTo("stays");
        assertThat(written(proposal, "pom.xml"))
                .contains("<workingDirectory>${project.basedir}/test</workingDirectory>");
    }

    @Test
    void aGrammarWhoseSourcesAreNotInTheTreeIsGeneratedFromAllTheSame() throws IOException {
        sketch.file("src/p/Main.java", "package p; import p.read.ParseException; class Main { p.read.Reader reader; }")
                .file("src/p/read/Base.java", "package p.read; class Base {}")
                .file(
                        "src/p/read/Reader.jj",
                        "PARSER_BEGIN(Reader) package p.read; class Reader extends Base {} PARSER_END(Reader)")
                .file("src/p/Scanner.flex", "package p;", "%%", "%class Scanner", "%%")
                .file(
                        "build.xml",
                        "<project default='x'><target name='x'>",
                        "<java classname='javacc' classpath='lib/javacc.jar'><arg value='-OUTPUT_DIRECTORY=gen/p/read'/>",
                        "<arg value='src/p/read/Reader.jj'/></java>",
                        "<jflex file='src/p/Scanner.flex' destdir='gen'/>",
                        "<javac srcdir='src:gen' destdir='out'/><jar destfile='a.jar' basedir='out'/></target></project>");
        Proposal proposal = propose();
        assertThat(goal(proposal, "src/p/read/Reader.jj")).isEqualTo("src/main/javacc/Reader.jj");
        assertThat(goal(proposal, "src/p/Scanner.flex")).isEqualTo("src/main/jflex/Scanner.flex");
        assertThat(written(proposal, "pom.xml")).contains("javacc-maven-plugin", "jflex-maven-plugin");
        assertThat(proposal.decisions())
                .extracting(Decision::key)
                .as("what is generated is in no library")
                .noneMatch(key -> key.startsWith("library:"));
        assertThat(proposal.leftForYou()).extracting(Finding::subject).doesNotContain("javacc", "jflex");
        Proposal kept = propose("generator:src/p/read/Reader.jj=keep");
        assertThat(kept.leftForYou())
                .filteredOn(finding -> finding.subject().equals("javacc"))
                .extracting(Finding::fact)
                .containsExactly("generates sources in the old build that are not in the project; the new build does"
                        + " not generate them");
    }

    @Test
    void classesInDocumentationThatIsHandedOnStay() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file("docs/applet/p/A.class", "x")
                .file("out/p/A.class", "x")
                .file(
                        "build.xml",
                        "<project default='x'><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<jar destfile='a.jar' basedir='out'/>",
                        "<zip destfile='a.zip'><fileset dir='.' includes='docs/**,a.jar,out/**'/></zip></target></project>");
        Proposal proposal = propose();
        assertThat(goal(proposal, "docs/applet/p/A.class")).isEqualTo("stays");
        assertThat(goal(proposal, "out/p/A.class")).isEqualTo("retired");
    }

    @Test
    void theOnlyBuildFileNamesTheProjectWhereverItIs() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file("make.bat", "javac -d classes src\\p\\A.java")
                .file(
                        "src/build.xml",
                        "<project name='Pilot' default='x'><target name='x'><javac srcdir='p' destdir='build'/>",
                        "<jar destfile='dist/pilot-1.2.jar' basedir='build'/></target></project>");
        assertThat(value(propose(), "name")).isEqualTo("Pilot");
        sketch.file(
                "more/build.xml",
                "<project name='More' default='x'><target name='x'><jar destfile='m.jar' basedir='.'/></target></project>");
        assertThat(value(propose(), "name")).isEqualTo("port");
    }
}
