package dev.pfeiler.ecosystem.jvm;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Proposal;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Which scope libraries get, which annotation processors run, and how each module is compiled. */
class JvmClassPathTest extends ProposedProject {
    private static final String PROCESSOR = "META-INF/services/javax.annotation.processing.Processor";

    private static String scope(Proposal proposal, String jar) {
        return value(proposal, "scope:" + jar);
    }

    @Test
    void whatOnlyTestsSeeIsDeclaredForTestsEvenUnused() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file("checks/p/ATest.java", "package p; import org.junit.Test; class ATest { @Test void a() {} }")
                .jar("libs/junit.jar", "org.junit.Test", "junit.framework.TestCase")
                .jar("libs/rope.jar", "rope.Rope")
                .jar("libs/sail.jar", "sail.Sail")
                .file(
                        "build.xml",
                        "<project><path id='main'><pathelement location='libs/sail.jar'/></path>",
                        "<target name='x'><javac srcdir='src' destdir='out' classpathref='main'/>",
                        "<javac srcdir='checks' destdir='out-checks'><classpath><path refid='main'/>",
                        "<fileset dir='libs'/></classpath></javac></target></project>");
        Proposal proposal = propose();
        assertThat(scope(proposal, "libs/junit.jar")).isEqualTo("test");
        assertThat(scope(proposal, "libs/rope.jar")).isEqualTo("test");
        assertThat(scope(proposal, "libs/sail.jar"))
                .as("on the class path of the program")
                .isEqualTo("runtime");
        Decision rope = proposal.decision("scope:libs/rope.jar").orElseThrow();
        assertThat(rope.evidence().get(0).place()).isEqualTo("build.xml:4");
    }

    @Test
    void aFolderOfTestLibrariesCountsOnlyIfTestsUseIt() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file("src/p/ATest.java", "package p; import org.junit.Test; class ATest { @Test void a() {} }")
                .jar("lib-test/junit.jar", "org.junit.Test")
                .jar("lib-test/rope.jar", "rope.Rope")
                .jar("test/sail.jar", "sail.Sail");
        Proposal proposal = propose();
        assertThat(scope(proposal, "lib-test/rope.jar")).isEqualTo("test");
        assertThat(scope(proposal, "test/sail.jar")).isEqualTo("runtime");
    }

    @Test
    void whatIsBehindALoggingInterfaceIsNeededAtRunTimeOnly() throws IOException {
        sketch.file("src/p/A.java", "package p; import org.slf4j.LoggerFactory; class A {}")
                .jar("lib/api.jar", "org.slf4j.LoggerFactory uses org.slf4j.impl.StaticLoggerBinder")
                .jar("lib/binding.jar", "org.slf4j.impl.StaticLoggerBinder uses engine.Engine")
                .jar("lib/engine.jar", "engine.Engine");
        Proposal proposal = propose();
        assertThat(scope(proposal, "lib/api.jar")).isEqualTo("compile");
        assertThat(scope(proposal, "lib/binding.jar")).isEqualTo("runtime");
        assertThat(scope(proposal, "lib/engine.jar")).isEqualTo("runtime");
    }

    @Test
    void aLibraryThatSettingsNameAndLibrariesNeedIsThereForTheCompiler() throws IOException {
        sketch.file("src/p/A.java", "package p; import mast.Mast; class A {}")
                .file("src/beans.xml", "<beans><bean class='deck.Deck'/></beans>")
                .jar("lib/mast.jar", "mast.Mast uses deck.Deck")
                .jar("lib/deck.jar", "deck.Deck");
        assertThat(scope(propose(), "lib/deck.jar")).isEqualTo("compile");
    }

    @Test
    void statedAnnotationProcessorsGetAPathOfTheirOwn() throws IOException {
        sketch.file("src/p/A.java", "package p; @tag.Tag class A {}")
                .jar("lib/tag.jar", "tag.Tag")
                .jar("tools/maker.jar", Map.of(PROCESSOR, "maker.Maker\n"), "maker.Maker")
                .file(
                        "build.sh",
                        "javac -processorpath tools/maker.jar -Adepth=3 -s gen -cp lib/tag.jar -d out src/p/A.java")
                .file("gen/p/Made.java", "package p; class Made {}");
        Proposal proposal = propose();
        assertThat(value(proposal, "processors")).isEqualTo("maker.jar");
        assertThat(written(proposal, "pom.xml"))
                .containsSubsequence(
                        "<arg>-Adepth=3</arg>", "<annotationProcessorPaths>", "<artifactId>maker</artifactId>");
        assertThat(written(proposal, "pom.xml").split("<artifactId>maker<", -1)).hasSize(2);
        assertThat(goal(proposal, "tools/maker.jar")).startsWith("local-repository/");
        assertThat(goal(proposal, "gen/p/Made.java"))
                .as("written again by the processor")
                .isEqualTo("retired");
    }

    @Test
    void aProcessorAmongTheLibrariesIsNotShipped() throws IOException {
        sketch.file("src/p/A.java", "package p; import tag.Tag; @Tag class A {}")
                .bytes(
                        "lib/tag.jar",
                        Sketch.zip(Map.of(
                                "tag/Tag.class",
                                Sketch.annotation("tag.Tag"),
                                "tag/Maker.class",
                                Sketch.classFile(8, "tag.Maker"),
                                PROCESSOR,
                                "tag.Maker\n".getBytes(StandardCharsets.UTF_8))));
        Proposal proposal = propose();
        assertThat(scope(proposal, "lib/tag.jar")).isEqualTo("provided");
        assertThat(value(proposal, "processors")).isEqualTo("tag.jar");
    }

    @Test
    void aLoggingBackEndWithAProcessorInItIsNoProcessor() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .jar("lib/api.jar", "org.apache.logging.log4j.LogManager")
                .jar(
                        "lib/core.jar",
                        Map.of(PROCESSOR, "core.Plugins\n"),
                        "core.Plugins uses org.apache.logging.log4j.LogManager")
                .jar("lib/maker.jar", Map.of(PROCESSOR, "maker.Maker\n"), "maker.Maker");
        Proposal proposal = propose();
        assertThat(scope(proposal, "lib/core.jar")).isEqualTo("runtime");
        assertThat(scope(proposal, "lib/maker.jar")).isEqualTo("provided");
        assertThat(proposal.decision("processors"))
                .as("the compiler looks on the class path, as it did")
                .isEmpty();
    }

    @Test
    void annotationsBesideOtherClassesAreShippedAsGeneratedSourcesMayUseThem() throws IOException {
        sketch.file("src/p/A.java", "package p; import tag.Tag; @Tag class A {}")
                .bytes(
                        "lib/tag.jar",
                        Sketch.zip(Map.of(
                                "tag/Tag.class", Sketch.annotation("tag.Tag"),
                                "tag/Base.class", Sketch.classFile(8, "tag.Base"))))
                .file("src/q/B.java", "package q; import mark.Mark; @Mark class B {}")
                .bytes("lib/mark.jar", Sketch.zip(Map.of("mark/Mark.class", Sketch.annotation("mark.Mark"))));
        Proposal proposal = propose();
        assertThat(scope(proposal, "lib/tag.jar")).isEqualTo("compile");
        assertThat(scope(proposal, "lib/mark.jar")).isEqualTo("provided");
    }

    @Test
    void processorsOfTheIdeAreRead() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .jar("tools/maker.jar", Map.of(PROCESSOR, "maker.Maker\n"), "maker.Maker")
                .file(".project", "<projectDescription><name>port</name></projectDescription>")
                .file(".classpath", "<classpath><classpathentry kind='src' path='src'/></classpath>")
                .file(
                        ".factorypath",
                        "<factorypath><factorypathentry kind='PLUGIN' id='org.ide' enabled='true'/>",
                        "<factorypathentry kind='WKSPJAR' id='/port/tools/maker.jar' enabled='true'/></factorypath>")
                .file(
                        ".settings/org.eclipse.jdt.apt.core.prefs",
                        "org.eclipse.jdt.apt.aptEnabled=true",
                        "org.eclipse.jdt.apt.genSrcDir=.apt_generated",
                        "org.eclipse.jdt.apt.processorOptions/depth=3");
        Proposal proposal = propose();
        assertThat(value(proposal, "processors")).isEqualTo("maker.jar");
        assertThat(proposal.decision("processors")
                        .orElseThrow()
                        .evidence()
                        .get(0)
                        .place())
                .isEqualTo(".factorypath:2");
        assertThat(value(proposal, "options")).isEqualTo("-Adepth=3");
        assertThat(goal(proposal, ".factorypath")).isEqualTo("retired");
    }

    @Test
    void theReleaseOptionIsUsedFromNineOnUnlessInternalPackagesAre() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file("build.sh", "javac -source 11 -target 11 -d out src/p/A.java");
        assertThat(written(propose(), "pom.xml")).contains("<maven.compiler.release>11<");
        assertThat(written(propose("release=no"), "pom.xml")).contains("<maven.compiler.target>11<");
        assertThat(propose("level=8").decision("release")).isEmpty();
        sketch.file("src/p/A.java", "package p; import sun.security.x509.X500Name; class A {}");
        Decision decision = propose().decision("release").orElseThrow();
        sketch.file("src/p/A.java", "package p; class A { Object o = sun.misc.Unsafe.class; }");
        assertThat(value(propose(), "release")).isEqualTo("no");
        assertThat(decision.value()).isEqualTo("no");
        assertThat(decision.evidence().get(0).place()).isEqualTo("src/p/A.java:1");
    }

    @Test
    void projectsOfAWorkspaceAreCompiledEachForItsOwnLevelAndSeeWhatOthersExport() throws IOException {
        sketch.file("hull/.project", "<projectDescription><name>hull</name></projectDescription>")
                .file(
                        "hull/.classpath",
                        "<classpath><classpathentry kind='src' path='src'/>",
                        "<classpathentry kind='lib' exported='true' path='lib/rope.jar'/></classpath>")
                .file("hull/.settings/org.eclipse.jdt.core.prefs", "org.eclipse.jdt.core.compiler.source=1.8")
                .jar("hull/lib/rope.jar", "rope.Rope")
                .file("hull/src/hull/Hull.java", "package hull; public class Hull {}")
                .file("deck/.project", "<projectDescription><name>deck</name></projectDescription>")
                .file(
                        "deck/.classpath",
                        "<classpath><classpathentry kind='src' path='src'/>",
                        "<classpathentry kind='src' path='/hull'/></classpath>")
                .file("deck/.settings/org.eclipse.jdt.core.prefs", "org.eclipse.jdt.core.compiler.source=11")
                .file(
                        "deck/src/deck/Deck.java",
                        "package deck; import hull.Hull; import rope.Rope; class Deck { Hull h; Rope r; }");
        Proposal proposal = propose();
        assertThat(value(proposal, "level")).isEqualTo("11");
        assertThat(value(proposal, "level:hull")).isEqualTo("8");
        assertThat(written(proposal, "hull/pom.xml")).contains("<maven.compiler.release>8<");
        assertThat(written(proposal, "deck/pom.xml"))
                .doesNotContain("maven.compiler")
                .contains("rope");
        assertThat(proposal.leftForYou()).isEmpty();
    }

    @Test
    void testClassesOfAnotherModuleComeInItsTestJar() throws IOException {
        String test =
                "<classpathentry kind='src' path='checks'><attributes><attribute name='test' value='true'/></attributes></classpathentry>";
        sketch.file("hull/.classpath", "<classpath><classpathentry kind='src' path='src'/>" + test + "</classpath>")
                .file("hull/src/hull/Hull.java", "package hull; public class Hull {}")
                .file("hull/checks/hull/Samples.java", "package hull; public class Samples {}")
                .file(
                        "deck/.classpath",
                        "<classpath><classpathentry kind='src' path='src'/><classpathentry kind='src' path='/hull'/>"
                                + test + "</classpath>")
                .file("deck/src/deck/Deck.java", "package deck; class Deck { hull.Hull h; }")
                .file("deck/checks/deck/DeckCheck.java", "package deck; import hull.Samples; class DeckCheck {}");
        Proposal proposal = propose();
        assertThat(written(proposal, "deck/pom.xml"))
                .containsSubsequence("<artifactId>hull</artifactId>", "<type>test-jar</type>", "<scope>test</scope>");
        assertThat(written(proposal, "hull/pom.xml")).containsSubsequence("maven-jar-plugin", "<goal>test-jar</goal>");
        assertThat(written(proposal, "deck/pom.xml")).doesNotContain("<goal>test-jar</goal>");
    }

    @Test
    void anArchiveKeepsItsNameAndItsVersionIsTheProjects() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file(
                        "build.xml",
                        "<project name='port'><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<jar destfile='dist/PortDesk.jar' basedir='out'><manifest>",
                        "<attribute name='Implementation-Version' value='2.4'/></manifest></jar></target></project>");
        Proposal proposal = propose();
        assertThat(value(proposal, "archive")).isEqualTo("PortDesk");
        assertThat(value(proposal, "version")).isEqualTo("2.4");
        sketch.file(
                "build.xml",
                "<project name='port'><target name='x'><javac srcdir='src' destdir='out'/>",
                "<jar destfile='dist/port-3.1.jar' basedir='out'/></target></project>");
        proposal = propose();
        assertThat(proposal.decision("archive")).as("what it is called anyway").isEmpty();
        assertThat(value(proposal, "version")).isEqualTo("3.1");
    }

    @Test
    void namesAreTransliteratedAndSourcesDecodedAsTheyAreCompiled() throws IOException {
        sketch.file("quellen/fähre/Boot.java", StandardCharsets.ISO_8859_1, "package fähre; class Boot { int größe; }")
                .file(
                        "bau.sh",
                        "javac -encoding ISO-8859-1 -d aus quellen/fähre/Boot.java",
                        "jar cf Fähre.jar -C aus .");
        Proposal proposal = propose();
        assertThat(goal(proposal, "quellen/fähre/Boot.java")).isEqualTo("src/main/java/fähre/Boot.java");
        assertThat(value(proposal, "group")).isEqualTo("faehre");
        assertThat(proposal.questions()).anyMatch(question -> question.key().equals("group"));
        assertThat(value(proposal, "archive")).isEqualTo("Fähre");
    }

    @Test
    void testsForSeveralFrameworksAllRun() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file("checks/p/OldTest.java", "package p; import org.junit.Test; class OldTest { @Test void a() {} }")
                .file(
                        "checks/p/NewTest.java",
                        "package p; import org.junit.jupiter.api.Test; class NewTest { @Test void a() {} }")
                .describedJar("lib/junit.jar", "junit:junit:4.13.2", "org.junit.Test")
                .describedJar(
                        "lib/jupiter.jar", "org.junit.jupiter:junit-jupiter-api:5.8.2", "org.junit.jupiter.api.Test");
        Proposal proposal = propose();
        assertThat(value(proposal, "junit-vintage-engine")).isEqualTo("5.8.2");
        assertThat(written(proposal, "pom.xml"))
                .contains("junit-vintage-engine")
                .doesNotContain("surefire-junit");
        sketch.file(
                        "checks/p/NgTest.java",
                        "package p; import org.testng.annotations.Test; class NgTest { @Test void a() {} }")
                .describedJar("lib/testng.jar", "org.testng:testng:7.5", "org.testng.annotations.Test");
        proposal = propose();
        assertThat(value(proposal, "junit-platform-launcher")).isEqualTo("1.8.2");
        assertThat(written(proposal, "pom.xml"))
                .contains("surefire-junit-platform", "surefire-testng")
                .doesNotContain("surefire-junit4");
        sketch.describedJar("lib/junit.jar", "junit:junit:4.8", "org.junit.Test");
        assertThat(written(propose(), "pom.xml"))
                .as("too old for the vintage engine")
                .contains("surefire-junit4")
                .doesNotContain("junit-vintage-engine");
    }
}
