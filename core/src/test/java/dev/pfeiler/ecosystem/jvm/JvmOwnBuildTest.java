package dev.pfeiler.ecosystem.jvm;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Proposal;
import java.io.IOException;
import org.junit.jupiter.api.Test;

/** Builds as their owners wrote them: what counts of their targets, what they compile, and what they pack. */
class JvmOwnBuildTest extends ProposedProject {
    private static final String COMPILE = "<javac srcdir='src' destdir='out' debug='on'/>";

    private Proposal build(String... lines) throws IOException {
        sketch.file("src/p/A.java", "package p; public class A {}").file("build.xml", lines);
        return propose();
    }

    private static String target(String name, String... tasks) {
        return "<target name='" + name + "'>" + String.join("\n", tasks) + "</target>";
    }

    private static String project(String... targets) {
        return "<project name='mole' default='jar'>" + String.join("\n", targets) + "</project>";
    }

    @Test
    void whatNoTargetOfTheProductReachesIsNotCompiled() throws IOException {
        sketch.file("src/p/mac/Mac.java", "package p.mac; public class Mac { com.apple.X x; }");
        Proposal proposal = build(project(
                target(
                        "jar",
                        "<javac srcdir='src' destdir='out' excludes='p/mac/**'/>",
                        "<jar destfile='mole.jar' basedir='out'/>"),
                target(
                        "mac",
                        "<javac srcdir='src' destdir='out' includes='p/mac/**'/>",
                        "<exec executable='codesign'/>")));
        assertThat(goal(proposal, "src/p/A.java")).isEqualTo("src/main/java/p/A.java");
        assertThat(goal(proposal, "src/p/mac/Mac.java")).isEqualTo("stays");
        assertThat(proposal.leftForYou()).extracting(Finding::subject).doesNotContain("<exec> codesign");
    }

    @Test
    void aBuildFileThatCompilesNothingAndThatNothingCallsIsAside() throws IOException {
        sketch.file("site/index.html", "<html></html>")
                .file(
                        "site/build.xml",
                        "<project default='x'><target name='x'><jar destfile='../site.war' basedir='.'/></target></project>");
        Proposal proposal = build(project(target("jar", COMPILE, "<jar destfile='mole.jar' basedir='out'/>")));
        assertThat(value(proposal, "packaging")).isEqualTo("jar");
        assertThat(goal(proposal, "site/index.html")).isEqualTo("stays");
        assertThat(goal(proposal, "site/build.xml")).isEqualTo("stays");
    }

    @Test
    void anIdeDoesNotTakeBackWhatTheBuildLeavesOut() throws IOException {
        sketch.file("src/p/Old.java", "package p; public class Old { gone.X x; }")
                .file("extra/q/B.java", "package q; public class B {}")
                .file(
                        ".classpath",
                        "<classpath><classpathentry kind='src' path='src'/><classpathentry kind='src' path='extra'/></classpath>");
        Proposal proposal = build(project(target(
                "jar",
                "<javac srcdir='src' destdir='out' excludes='p/Old.java'/>",
                "<jar destfile='mole.jar' basedir='out'/>")));
        assertThat(goal(proposal, "src/p/Old.java")).isEqualTo("stays");
        assertThat(goal(proposal, "extra/q/B.java")).isEqualTo("src/main/java/q/B.java");
    }

    @Test
    void theCompilerFindsWhatTheGivenSourcesName() throws IOException {
        sketch.file("src/q/B.java", "package q; public class B { r.C c; }")
                .file("src/r/C.java", "package r; public class C {}")
                .file("src/z/Z.java", "package z; public class Z { gone.X x; }")
                .file("src/p/Odd.java", "package p; public class Odd { gone.X x; }")
                .file("src/p/M.java", "package p; import p.*; public class M { q.B b; }");
        Proposal proposal = build(project(target(
                "jar",
                "<javac srcdir='src' destdir='out' includes='p/M.java'/>",
                "<jar destfile='mole.jar' basedir='out'/>")));
        assertThat(goal(proposal, "src/r/C.java")).isEqualTo("src/main/java/r/C.java");
        assertThat(goal(proposal, "src/z/Z.java")).isEqualTo("stays");
        assertThat(goal(proposal, "src/p/Odd.java"))
                .as("in a package that is imported as a whole")
                .isEqualTo("stays");
    }

    @Test
    void sourcesThatAreCopiedBeforeTheyAreCompiledAreTheSources() throws IOException {
        Proposal proposal = build(project(target(
                "jar",
                "<copy todir='b/src'><fileset dir='src'/></copy>",
                "<javac srcdir='b/src' destdir='b/out'/>",
                "<jar destfile='mole.jar' basedir='b/out'/>")));
        assertThat(goal(proposal, "src/p/A.java")).isEqualTo("src/main/java/p/A.java");
        assertThat(value(proposal, "archive")).isEqualTo("mole");
    }

    @Test
    void onlyWhatAStepNamesIsPacked() throws IOException {
        sketch.file("src/p/makefile", "all:")
                .file("src/p/plan.txt", "to do")
                .file("src/p/A.java.bak", "old")
                .file("Tides.txt", "low")
                .file("pictures/a.txt", "a")
                .file("NOTICE.txt", "made up");
        Proposal proposal = build(project(target(
                "jar",
                COMPILE,
                "<copy file='Tides.txt' todir='out'/>",
                "<copy file='pictures/a.txt' tofile='out/q/b.txt'/>",
                "<jar destfile='mole.jar'><fileset dir='out'/><fileset file='NOTICE.txt'/></jar>")));
        assertThat(goal(proposal, "src/p/makefile")).isEqualTo("stays");
        assertThat(goal(proposal, "src/p/plan.txt")).isEqualTo("stays");
        assertThat(goal(proposal, "src/p/A.java.bak")).isEqualTo("stays");
        assertThat(goal(proposal, "Tides.txt")).isEqualTo("src/main/resources/Tides.txt");
        assertThat(goal(proposal, "pictures/a.txt")).isEqualTo("src/main/resources/q/b.txt");
        assertThat(goal(proposal, "NOTICE.txt"))
                .as("people look for it at the top")
                .isEqualTo("stays");
        assertThat(written(proposal, "pom.xml")).contains("<include>NOTICE.txt</include>");
        assertThat(proposal.leftForYou()).extracting(Finding::subject).containsExactly("src/p/plan.txt");
    }

    @Test
    void pathsStartAtTheStatedFolder() throws IOException {
        sketch.file("src/p/A.java", "package p; public class A {}")
                .file(
                        "build/build.xml",
                        "<project name='mole' default='jar' basedir='..'><property name='home' value='${basedir}/src'/>",
                        "<target name='jar'><javac srcdir='${home}' destdir='${basedir}/out'/>",
                        "<jar jarfile='${basedir}/dist/mole_2.1.jar' basedir='${basedir}/out'/></target></project>");
        Proposal proposal = propose();
        assertThat(goal(proposal, "src/p/A.java")).isEqualTo("src/main/java/p/A.java");
        assertThat(value(proposal, "archive"))
                .as("whatever is before the version stays")
                .isEqualTo("mole_2.1");
    }

    @Test
    void conditionsLookForClassesOnTheirClassPath() throws IOException {
        sketch.file("src/p/io/R.java", "package p.io; public class R { rope.Rope r; }")
                .file("src/p/sea/S.java", "package p.sea; public class S { gone.X x; }")
                .jar("lib/rope.jar", "rope.Rope");
        Proposal proposal = build(project(target(
                "jar",
                "<path id='cp'><fileset dir='lib'/></path>",
                "<available property='io' classname='rope.Rope' classpathref='cp'/>",
                "<available property='sea' classname='gone.X' classpathref='cp'/>",
                "<javac srcdir='src' destdir='out' classpathref='cp'><exclude name='p/io/**' unless='io'/>",
                "<exclude name='p/sea/**' unless='sea'/></javac>",
                "<jar destfile='mole.jar' basedir='out'/>")));
        assertThat(goal(proposal, "src/p/io/R.java")).isEqualTo("src/main/java/p/io/R.java");
        assertThat(goal(proposal, "src/p/sea/S.java")).isEqualTo("stays");
    }

    @Test
    void aManifestThatATaskWritesIsThatOfTheJar() throws IOException {
        Proposal proposal = build(project(target(
                "jar",
                COMPILE,
                "<manifest file='out.mf'><attribute name='Main-Class' value='p.A'/><attribute name='Tide' value='low'/></manifest>",
                "<jar file='mole.jar' basedir='out' manifest='out.mf'/>")));
        assertThat(written(proposal, "pom.xml")).contains("<mainClass>p.A</mainClass>", "<Tide>low</Tide>");
    }

    @Test
    void aProgramsJarIsMadeBesideTheWebArchive() throws IOException {
        sketch.file("web/WEB-INF/web.xml", "<web-app version='2.5'/>")
                .file("src/q/B.java", "package q; public class B {}");
        Proposal proposal = build(project(
                target("jar", COMPILE, "<jar destfile='mole-core.jar' basedir='out' excludes='q/**'/>"),
                target("war", "<war destfile='mole.war' webxml='web/WEB-INF/web.xml'><classes dir='out'/></war>")));
        assertThat(value(proposal, "packaging")).isEqualTo("war");
        assertThat(value(proposal, "archive:mole-core.jar")).isEqualTo("yes");
        assertThat(written(proposal, "src/assembly/mole-core.xml")).contains("<exclude>q/**</exclude>");
        assertThat(written(proposal, "pom.xml")).contains("<finalName>mole-core</finalName>", "<attach>false</attach>");
    }

    @Test
    void scriptsPackWhatTheyWillHaveCompiled() throws IOException {
        sketch.file("src/p/A.java", "package p; public class A {}")
                .file("src/q/B.java", "package q; public class B {}")
                .file(
                        "Makefile",
                        "VER = 1.2",
                        "JAR = jar",
                        "all: p-$(VER).jar q-$(VER).jar",
                        ".classes:",
                        "\tjavac -d classes src/p/A.java src/q/B.java",
                        "p-$(VER).jar: .classes",
                        "\t(cd classes; $(JAR) cf ../$@ p/*class)",
                        "q-$(VER).jar: .classes",
                        "\t(cd classes; $(JAR) cf ../$@ q/*class)");
        Proposal proposal = propose();
        assertThat(goal(proposal, "src/p/A.java")).isEqualTo("p/src/main/java/p/A.java");
        assertThat(goal(proposal, "src/q/B.java")).isEqualTo("q/src/main/java/q/B.java");
    }

    @Test
    void aScriptThatOnlyPacksNamesTheArchive() throws IOException {
        sketch.file("p/A.java", "package p; public class A {}")
                .file("p/tides.txt", "low")
                .file("texts/de.txt", "Ebbe")
                .file("pack.bat", "del mole.jar", "jar cf mole.jar p\\*.class", "jar uf mole.jar texts\\*.txt");
        Proposal proposal = propose();
        assertThat(value(proposal, "archive")).isEqualTo("mole");
        assertThat(goal(proposal, "texts/de.txt")).isEqualTo("src/main/resources/texts/de.txt");
        assertThat(goal(proposal, "p/tides.txt")).isEqualTo("stays");
    }

    @Test
    void aPackingScriptWhoseStepsAreNotAllReadStays() throws IOException {
        sketch.file("src/p/A.java", "package p; public class A {}")
                .file("build.sh", "javac -d out src/p/A.java")
                .file("pack.sh", "jar cf mole.jar -C out .", "scp mole.jar server:/srv/");
        Proposal proposal = propose();
        assertThat(value(proposal, "archive")).isEqualTo("mole");
        assertThat(goal(proposal, "pack.sh")).isEqualTo("stays");
        assertThat(proposal.leftForYou()).extracting(Finding::subject).contains("pack.sh");
    }

    @Test
    void thePlanOfClassPathsIsCheckedBeforeItIsShown() throws IOException {
        sketch.file("src/p/A.java", "package p; public class A { rope.Rope r; }")
                .jar("lib/rope.jar", "rope.Rope");
        assertThat(propose().checks()).containsExactly("Compile class path of 1 source set: complete");
        Proposal without = propose("scope:lib/rope.jar=exclude");
        assertThat(without.checks()).containsExactly("Compile class path of 1 source set: 1 used jar not on them");
        assertThat(without.leftForYou())
                .extracting(finding -> finding.subject() + " " + finding.fact())
                .contains("lib/rope.jar is used by sources that will not see it: excluded by your choice");
    }

    private static final String TEST =
            "package p; import org.junit.Test; public class ATest { @Test public void a() { new Anchor(); } }";

    private static String testedBuild() {
        return project(
                target("jar", COMPILE, "<jar destfile='mole.jar' basedir='out'/>"),
                target("tests", "<javac srcdir='checks/java' destdir='tested'/>", "<junit fork='yes'/>"));
    }

    @Test
    void whatIsCompiledApartAndNotPackedIsTestsWhereItHasTests() throws IOException {
        sketch.file("checks/java/p/ATest.java", TEST)
                .file("checks/java/p/Anchor.java", "package p; public class Anchor {}")
                .file("src/q/B.java", "package q; public class B { p.Anchor anchor() { return null; } }");
        Proposal proposal = build(testedBuild());
        assertThat(goal(proposal, "checks/java/p/ATest.java")).isEqualTo("src/test/java/p/ATest.java");
        assertThat(goal(proposal, "checks/java/p/Anchor.java"))
                .as("used by the program, but not in what is compiled for it")
                .isEqualTo("src/test/java/p/Anchor.java");
    }

    @Test
    void whatIsCompiledAndPackedApartIsAProductThoughItUsesATestFramework() throws IOException {
        sketch.file("kit/t/Runner.java", "package t; import org.junit.Test; public class Runner { Test test; }")
                .file("kit/t/Report.java", "package t; public class Report { p.A a; }");
        Proposal proposal = build(project(target(
                "jar",
                COMPILE,
                "<javac srcdir='kit' destdir='kitted'/>",
                "<jar destfile='mole.jar' basedir='out'/>",
                "<jar destfile='kit.jar' basedir='kitted'/>")));
        assertThat(value(proposal, "folder:kit")).isEqualTo("main");
        assertThat(goal(proposal, "kit/t/Report.java")).isEqualTo("kit/src/main/java/t/Report.java");
    }

    @Test
    void librariesThatTestsUseAreFoundWhereverTheyLie() throws IOException {
        sketch.file("checks/java/p/ATest.java", TEST)
                .file("checks/java/p/Anchor.java", "package p; public class Anchor { rope.Rope rope; }")
                .file("src/p/Quay.java", "package p; public class Quay { sea.Sea sea; }")
                .jar("lib/sea.jar", "sea.Sea")
                .jar("stuff/rope.jar", "rope.Rope", "rope.End uses rope.Rope")
                .jar("stuff/idle.jar", "idle.Idle");
        Proposal proposal = build(testedBuild().replace(COMPILE, COMPILE.replace("/>", " classpath='lib/sea.jar'/>")));
        assertThat(value(proposal, "scope:stuff/rope.jar")).isEqualTo("test");
        assertThat(proposal.decision("scope:stuff/idle.jar")).isEmpty();
    }

    @Test
    void sourcesThatTheBuildLeavesOutAreNotCompiledInAConventionalFolder() throws IOException {
        sketch.file("src/main/java/p/A.java", "package p; public class A {}")
                .file("src/main/java/p/mac/Mac.java", "package p.mac; public class Mac { com.apple.X x; }")
                .file("src/main/java/p/Old.java", "package p; public class Old { gone.X x; }")
                .file(
                        "build.xml",
                        project(target(
                                "jar",
                                "<javac srcdir='src/main/java' destdir='out' excludes='p/mac/**,p/Old.java'/>",
                                "<jar destfile='mole.jar' basedir='out'/>")));
        assertThat(written(propose(), "pom.xml"))
                .contains("<exclude>p/mac/*.java</exclude>", "<exclude>p/Old.java</exclude>");
    }

    @Test
    void settingsAreThoseOfTheCallWhoseClassesArePacked() throws IOException {
        sketch.file("tools/q/T.java", "package q; public class T {}");
        Proposal proposal = build(project(
                target("tools", "<javac srcdir='tools' destdir='t' target='1.8' source='1.8'/>"),
                "<target name='jar' depends='tools'>"
                        + "<javac srcdir='src' destdir='out' debug='true' target='11' source='11'/>"
                        + "<jar destfile='mole.jar' basedir='out'><manifest><attribute name='Main-Class' value=''/></manifest></jar>"
                        + "</target>"));
        assertThat(value(proposal, "level")).isEqualTo("11");
        assertThat(written(proposal, "pom.xml")).doesNotContain("-g:none", "<mainClass");
    }

    @Test
    void whatIsCopiedIntoAFolderGoesOnOnlyWhereEachStepTakesIt() throws IOException {
        sketch.file("docs/tides.html", "<html></html>").file("LICENSE", "made up");
        Proposal proposal = build(project(
                target(
                        "jar",
                        COMPILE,
                        "<jar destfile='mole.jar' basedir='out'><metainf dir='.' includes='LICENSE'/></jar>"),
                target(
                        "dist",
                        "<copy todir='made/docs'><fileset dir='docs'/></copy>",
                        "<copy todir='dist/tmp'><fileset dir='.' includes='made/**'/></copy>",
                        "<zip destfile='mole.zip' basedir='dist/tmp'/>")));
        assertThat(goal(proposal, "docs/tides.html")).isEqualTo("stays");
    }

    @Test
    void modulesThatACallNamesAreCompiledIntoFoldersOfTheirOwn() throws IOException {
        sketch.file("src/sea/module-info.java", "module sea { exports sea; }")
                .file("src/sea/sea/Tide.java", "package sea; public class Tide {}")
                .file("src/quay/module-info.java", "module quay { requires sea; }")
                .file("src/quay/quay/Quay.java", "package quay; public class Quay { sea.Tide tide; }")
                .file(
                        "build.sh",
                        "javac --release 11 --module-source-path src -d out -m quay,sea",
                        "for m in sea quay; do jar -c -f dist/$m-1.2.jar -C out/$m .; done");
        Proposal proposal = propose();
        assertThat(goal(proposal, "src/sea/sea/Tide.java")).isEqualTo("sea/src/main/java/sea/Tide.java");
        assertThat(value(proposal, "quay:archive"))
                .isEqualTo(value(proposal, "sea:archive").replace("sea", "quay"));
        assertThat(value(proposal, "version")).isEqualTo("1.2");
    }

    @Test
    void testsThatUseTestsOfALaterModuleBelongToIt() throws IOException {
        sketch.file("core/src/p/A.java", "package p; public class A {}")
                .file(
                        "core/test/p/ATest.java",
                        "package p; import org.junit.Test; public class ATest extends q.Base { @Test public void a() {} }")
                .file("desk/src/q/B.java", "package q; public class B { p.A a; }")
                .file(
                        "desk/test/q/Base.java",
                        "package q; import org.junit.Test; public class Base { B b; @Test public void b() {} }")
                .file(
                        "build.xml",
                        project(target(
                                "jar",
                                "<javac srcdir='core/src' destdir='core/out'/>",
                                "<javac srcdir='desk/src' destdir='desk/out' classpath='core/out'/>",
                                "<javac srcdir='core/test:desk/test' destdir='tested' classpath='core/out:desk/out'/>",
                                "<jar destfile='core.jar' basedir='core/out'/>",
                                "<jar destfile='desk.jar' basedir='desk/out'/>")));
        Proposal proposal = propose();
        assertThat(goal(proposal, "core/test/p/ATest.java")).isEqualTo("desk/src/test/java/p/ATest.java");
        assertThat(goal(proposal, "desk/test/q/Base.java")).isEqualTo("desk/src/test/java/q/Base.java");
    }

    @Test
    void testDataThatOnlyTheIdeCompilesIsLeft() throws IOException {
        sketch.file("tests/src/q/T.java", "package q; public class T {}")
                .file("tests/data/D.java", "public class D {}")
                .file(
                        ".classpath",
                        "<classpath><classpathentry kind='src' path='src'/><classpathentry kind='src' path='tests/data'/></classpath>");
        Proposal proposal = build(project(target(
                "jar",
                "<javac srcdir='src:tests/src' destdir='out'/>",
                "<jar destfile='mole.jar' basedir='out' includes='p/**'/>")));
        assertThat(goal(proposal, "src/p/A.java")).isEqualTo("src/main/java/p/A.java");
        assertThat(goal(proposal, "tests/src/q/T.java")).isEqualTo("src/test/java/q/T.java");
        assertThat(goal(proposal, "tests/data/D.java")).isEqualTo("stays");
    }

    @Test
    void testsThatAreAlsoPackedAreNoProduct() throws IOException {
        sketch.file("src/test/java/p/ATest.java", TEST)
                .file("src/test/java/p/Anchor.java", "package p; public class Anchor {}")
                .file("lib/junit-4.12.jar", "");
        Proposal proposal = build(project(
                target("jar", COMPILE, "<jar destfile='mole.jar' basedir='out'/>"),
                target(
                        "test",
                        "<javac srcdir='src/test/java' destdir='out-test' classpath='out:lib/junit-4.12.jar'/>",
                        "<jar destfile='mole_test.jar' basedir='out-test'/>")));
        assertThat(goal(proposal, "src/test/java/p/Anchor.java")).isEqualTo("stays");
        assertThat(value(proposal, "packaging")).isEqualTo("jar");
    }

    @Test
    void pagesWithoutTheProgramAreNotTheProduct() throws IOException {
        sketch.file("docs/web/index.html", "<html></html>").file("docs/web/WEB-INF/web.xml", "<web-app/>");
        Proposal proposal = build(project(target(
                "jar",
                COMPILE,
                "<jar destfile='mole.jar' basedir='out'/>",
                "<war destfile='docs.war' webxml='docs/web/WEB-INF/web.xml'><fileset dir='docs/web'/></war>")));
        assertThat(value(proposal, "packaging")).isEqualTo("jar");
        assertThat(goal(proposal, "docs/web/index.html")).isEqualTo("stays");
        assertThat(proposal.leftForYou()).extracting(Finding::subject).contains("docs.war");
    }

    @Test
    void aWebArchiveThatHoldsTheProgramsJarIsAModuleOfItsOwn() throws IOException {
        sketch.file("src/p/pages/index.html", "<html></html>")
                .file("src/p/pages/web.xml", "<web-app/>")
                .file("src/p/pages/answer.txt", "of the program")
                .file("src/p/core/C.java", "package p.core; public class C {}");
        Proposal proposal = build(project(target(
                "jar",
                COMPILE,
                "<jar destfile='dist/mole-core.jar' basedir='out' includes='p/core/**'/>",
                "<jar destfile='dist/mole.jar'><fileset dir='out'/><fileset dir='src' includes='**/*.txt'/></jar>",
                "<war destfile='dist/shore.war' webxml='src/p/pages/web.xml'>",
                "<fileset dir='src/p/pages' includes='index.html'/><lib dir='dist' includes='mole.jar'/></war>")));
        assertThat(value(proposal, "packaging:mole")).isEqualTo("jar");
        assertThat(value(proposal, "packaging:shore")).isEqualTo("war");
        assertThat(value(proposal, "archive:mole-core.jar")).isEqualTo("yes");
        assertThat(goal(proposal, "src/p/A.java")).isEqualTo("mole/src/main/java/p/A.java");
        assertThat(goal(proposal, "src/p/pages/answer.txt")).isEqualTo("mole/src/main/resources/p/pages/answer.txt");
        assertThat(goal(proposal, "src/p/pages/index.html")).isEqualTo("shore/src/main/webapp/index.html");
        assertThat(goal(proposal, "src/p/pages/web.xml")).isEqualTo("shore/src/main/webapp/WEB-INF/web.xml");
    }

    @Test
    void whatOnlyReportsOrComesAfterTheProductDoesNotChangeIt() throws IOException {
        Proposal proposal = build(project(
                target(
                        "jar",
                        COMPILE,
                        "<exec executable='git' outputproperty='revision'><arg value='describe'/></exec>",
                        "<checkstyle config='rules.xml'><fileset dir='src'/></checkstyle>",
                        "<jar destfile='mole.jar' basedir='out'/>",
                        "<stamp file='mole.jar'/>"),
                target("docs", "<brush dir='docs'/>", "<zip destfile='docs.zip' basedir='docs'/>")));
        assertThat(proposal.leftForYou())
                .extracting(Finding::subject)
                .contains("<stamp>")
                .doesNotContain("<exec> git", "<checkstyle>", "<brush>");
    }

    @Test
    void anArchiveOfTheSourcesIsMadeOfThemWhereTheyAreNow() throws IOException {
        sketch.file("src/p/texts.txt", "tide").file("src/p/Old.java", "package p; public class Old { gone.X x; }");
        Proposal proposal = build(project(target(
                "jar",
                "<javac srcdir='src' destdir='out' excludes='p/Old.java'/>",
                "<jar destfile='mole.jar'><fileset dir='out'/><fileset dir='src' includes='**/*.txt'/></jar>",
                "<jar destfile='mole-src.jar'><fileset dir='src' excludes='p/Old.java'/></jar>")));
        assertThat(value(proposal, "sources:mole-src.jar")).isEqualTo("mole-src.jar");
        assertThat(proposal.leftForYou()).extracting(Finding::subject).doesNotContain("mole-src.jar");
        assertThat(written(proposal, "src/assembly/mole-src.xml"))
                .contains(
                        """
                  <fileSets>
                    <fileSet>
                      <directory>src/main/java</directory>
                      <outputDirectory>/</outputDirectory>
                    </fileSet>
                    <fileSet>
                      <directory>src/main/resources</directory>
                      <outputDirectory>/</outputDirectory>
                    </fileSet>
                  </fileSets>
                """);
    }
}
