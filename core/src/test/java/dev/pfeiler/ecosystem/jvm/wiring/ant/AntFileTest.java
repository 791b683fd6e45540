package dev.pfeiler.ecosystem.jvm.wiring.ant;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import dev.pfeiler.Sketch;
import dev.pfeiler.ecosystem.jvm.wiring.BuildTime;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.PathSelection;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class AntFileTest {
    @TempDir
    Path folder;

    private Sketch sketch;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(folder)
                .file("src/p/A.java", "package p; class A {}")
                .file("libs/a.jar", "x")
                .file("libs/b-test.jar", "x")
                .file("conf/app.xml", "<a/>");
    }

    private Wiring read(String... lines) throws IOException {
        sketch.file("build.xml", "<project name='tides' default='all'>\n" + String.join("\n", lines) + "\n</project>");
        return AntFile.read(sketch.tree()).get(0);
    }

    private static List<String> libraries(Wiring wiring) {
        return wiring.libraries().stream().map(Wiring.Library::path).toList();
    }

    @Test
    void theFirstSettingOfAPropertyStands() throws IOException {
        sketch.file("build.properties", "level = 1.7", "unused=1");
        Wiring wiring = read(
                "<property name='level' value='11'/>",
                "<property file='build.properties'/>",
                "<property name='base' value='s'/>",
                "<property name='dir' location='${base}rc'/>",
                "<target name='all'>",
                "  <property name='level' value='17'/>",
                "  <javac srcdir='${dir}' source='${level}' target='${level}'/>",
                "</target>");
        assertThat(wiring.levels()).singleElement().satisfies(level -> {
            assertThat(level.value()).isEqualTo("11");
            assertThat(level.evidence().place())
                    .as("where a person would change it")
                    .isEqualTo("build.xml:2");
        });
        assertThat(wiring.sources().get(0).path()).isEqualTo("src");
        assertThat(wiring.files()).containsExactly("build.xml", "build.properties");
    }

    @Test
    void propertyFilesAreReadWithTheirLines() throws IOException {
        sketch.file("build.properties", "# note", "level=1.7", "version=2.4");
        Wiring wiring = read(
                "<property file='build.properties'/>",
                "<target name='all'><javac srcdir='src' target='${level}'/></target>");
        assertThat(wiring.levels().get(0).evidence().place()).isEqualTo("build.properties:2");
        assertThat(wiring.version().orElseThrow().value()).isEqualTo("2.4");
    }

    @Test
    void pathsFileSetsAndReferencesMakeClassPaths() throws IOException {
        Wiring wiring = read(
                "<path id='base'><fileset dir='libs'><include name='*.jar'/><exclude name='*-test.jar'/></fileset></path>",
                "<path id='all'><path refid='base'/><pathelement path='libs/b-test.jar:out'/></path>",
                "<patternset id='jars'><include name='b*.jar'/></patternset>",
                "<target name='all'>",
                "  <javac srcdir='src' destdir='out' classpathref='all'/>",
                "  <javac srcdir='src'><classpath><filelist dir='libs' files='a.jar'/></classpath></javac>",
                "  <javac srcdir='src'><classpath><fileset dir='libs'><patternset refid='jars'/></fileset></classpath></javac>",
                "</target>");
        assertThat(wiring.compilations())
                .extracting(
                        c -> c.classPath().stream().map(Wiring.Library::path).toList())
                .containsExactly(
                        List.of("libs/a.jar", "libs/b-test.jar", "out"),
                        List.of("libs/a.jar"),
                        List.of("libs/b-test.jar"));
        assertThat(wiring.outputs()).extracting(Wiring.Setting::value).containsExactly("out");
    }

    @Test
    void whatLiesOutsideOrIsMissingIsTold() throws IOException {
        Wiring wiring = read(
                "<target name='all'>",
                "<javac srcdir='src' classpath='/opt/x.jar;libs/gone.jar;C:/y.jar'/>",
                "<javac srcdir='src' classpathref='nowhere'/>",
                "</target>");
        assertThat(wiring.trouble())
                .extracting(Finding::subject)
                .containsExactlyInAnyOrder("/opt/x.jar", "libs/gone.jar", "C:/y.jar", "nowhere");
    }

    @Test
    void macrosAndPresetsAreFollowed() throws IOException {
        Wiring wiring = read(
                "<macrodef name='build'><attribute name='dir'/><attribute name='to' default='8'/>",
                "<sequential><javac srcdir='@{dir}' target='@{to}'/></sequential></macrodef>",
                "<presetdef name='strict'><javac encoding='UTF-8'><compilerarg value='-Xlint:all'/></javac></presetdef>",
                "<target name='all'><build dir='src'/><strict srcdir='src'/></target>");
        assertThat(wiring.compilations()).hasSize(2);
        assertThat(wiring.levels().get(0).value()).isEqualTo("8");
        assertThat(wiring.settings("-encoding").get(0).value()).isEqualTo("UTF-8");
        assertThat(wiring.compilations().get(1).flags())
                .extracting(Wiring.Setting::value)
                .contains("-Xlint:all");
    }

    @Test
    void letterCaseDoesNotMatterWhereItDoesNotMatterToAnt() throws IOException {
        Wiring wiring = read(
                "<macroDef name='buildAll'><attribute name='srcDir'/><element name='More'/>",
                "<sequential><javac srcDir='@{SRCDIR}' destDir='out' Target='8'><More/></javac></sequential></macroDef>",
                "<target name='all'><buildAll SrcDir='src'><more><classPath location='libs/a.jar'/></more></buildAll>",
                "<copy toDir='stage'><fileSet dir='conf'/></copy>",
                "<jar destFile='Tides.jar'><fileSet dir='stage'/><manifest>",
                "<attribute name='Main-Class' value='p.A'/></manifest></jar></target>");
        assertThat(wiring.compilations()).singleElement().satisfies(c -> assertThat(c.sources())
                .extracting(s -> s.path())
                .containsExactly("src"));
        assertThat(libraries(wiring)).containsExactly("libs/a.jar");
        assertThat(wiring.levels()).extracting(Wiring.Setting::value).containsExactly("8");
        assertThat(wiring.archives()).singleElement().satisfies(archive -> {
            assertThat(archive.path()).isEqualTo("Tides.jar");
            assertThat(archive.entry("conf/app.xml")).hasValue("app.xml");
            assertThat(archive.manifest().get("Main-Class").value()).isEqualTo("p.A");
        });
    }

    @Test
    void aTargetRunsAsOftenAsItIsCalledWithProperties() throws IOException {
        Wiring wiring = read(
                "<target name='pack'><property name='inner' value='${file}'/>",
                "<jar destfile='${inner}.jar' basedir='out' excludes='${without}'/></target>",
                "<target name='all'><javac srcdir='src' destdir='out'/><property name='without' value='none'/></target>",
                "<target name='view' depends='all'><antcall target='pack'><param name='file' value='view'/>",
                "<param name='without' value='q/**'/></antcall></target>",
                "<target name='tool' depends='all'><antcall target='pack'><param name='file' value='tool'/></antcall>",
                "<antcall target='pack'><param name='file' value='tool'/></antcall></target>",
                "<target name='round'><antcall target='round'><param name='x' value='1'/></antcall></target>");
        assertThat(wiring.archives())
                .extracting(
                        Wiring.Archive::path,
                        archive -> archive.contents().get(0).excluding())
                .startsWith(tuple("view.jar", List.of("q/**")), tuple("tool.jar", List.of("none")));
        assertThat(wiring.compilations()).hasSize(1);
    }

    @Test
    void anotherFileOfTheSameFolderRunsAsOftenAsItIsCalled() throws IOException {
        sketch.file("more/q/B.java", "package q; class B {}")
                .file(
                        "ant/compile.xml",
                        "<project name='compile' default='run' basedir='..'>",
                        "<property name='from' location='src'/><property name='out' location='out'/>",
                        "<target name='run'><javac srcdir='${from}' destdir='${out}'>",
                        "<classpath refid='needed'/></javac></target>",
                        "<target name='unused'><jar destfile='unused.jar' basedir='out'/></target></project>");
        Wiring wiring = read(
                "<path id='a'><pathelement location='libs/a.jar'/></path>",
                "<target name='all'>",
                "<ant antfile='ant/compile.xml' inheritall='false'><reference refid='a' torefid='needed'/></ant>",
                "<ant antfile='ant/compile.xml' dir='.' inheritall='false'>",
                "<property name='from' location='more'/></ant>",
                "<ant target='pack'><property name='file' value='tides'/></ant>",
                "<ant antfile='ant/compile.xml' target='nowhere'/></target>",
                "<target name='pack'><jar destfile='${file}.jar' basedir='out'/></target>");
        assertThat(wiring.name().orElseThrow().value()).isEqualTo("tides");
        assertThat(wiring.compilations())
                .extracting(
                        call -> call.sources().get(0).path(),
                        call -> call.output().orElseThrow().value(),
                        call -> call.classPath().size(),
                        call -> call.evidence().place())
                .containsExactly(
                        tuple("src", "out", 1, "ant/compile.xml:3"), tuple("more", "out", 0, "ant/compile.xml:3"));
        assertThat(wiring.archives()).extracting(Wiring.Archive::path).containsExactly("tides.jar");
        assertThat(AntFile.read(sketch.tree())).as("a part of its caller").hasSize(1);
    }

    @Test
    void aFileThatIsCalledWithoutAFolderRunsInThatOfTheCallerUnlessItInheritsNothing() throws IOException {
        String build =
                "<project basedir='.' default='x'><target name='x'><javac srcdir='src' destdir='out'/></target></project>";
        sketch.file("berth/src/q/B.java", "package q; class B {}").file("berth/build.xml", build);
        sketch.file("pilot/src/r/C.java", "package r; class C {}").file("pilot/pilot.xml", build);
        read(
                "<target name='all'><ant antfile='berth/build.xml'/>",
                "<ant antfile='pilot/pilot.xml' inheritall='false'/></target>");
        assertThat(AntFile.read(sketch.tree()))
                .extracting(
                        Wiring::folder,
                        wiring -> wiring.compilations().get(0).sources().get(0).path())
                .containsExactlyInAnyOrder(tuple("", "src"), tuple("pilot", "pilot/src"));
    }

    @Test
    void aFileThatSeveralFoldersShareIsReadForEach() throws IOException {
        sketch.file("berth/src/q/B.java", "package q; class B {}")
                .file("pilot/src/r/C.java", "package r; class C {}")
                .file(
                        "shared.xml",
                        "<project default='run'><target name='run'><javac srcdir='src' destdir='out'/>",
                        "<jar destfile='${name}.jar' basedir='out'/></target></project>")
                .file(
                        "build.xml",
                        "<project name='tides' default='all'><target name='all'>",
                        "<ant antfile='shared.xml'><property name='name' value='tides'/></ant>",
                        "<ant antfile='../shared.xml' dir='berth'><property name='name' value='berth'/></ant>",
                        "<subant genericantfile='shared.xml'><property name='name' value='pilot'/>",
                        "<dirset dir='.' includes='pilot'/></subant></target></project>");
        assertThat(AntFile.read(sketch.tree()))
                .extracting(Wiring::folder, wiring -> wiring.archives().stream()
                        .map(Wiring.Archive::path)
                        .toList())
                .containsExactlyInAnyOrder(
                        tuple("", List.of("tides.jar")),
                        tuple("berth", List.of("berth/berth.jar")),
                        tuple("pilot", List.of("pilot/pilot.jar")));
    }

    @Test
    void aTargetOfALoopIsNotRunWithoutItsProperty() throws IOException {
        Wiring wiring = read(
                "<target name='all'><javac srcdir='src' destdir='out'/></target>",
                "<target name='pack'><jar destfile='${part}.jar' basedir='out'/></target>",
                "<target name='each'><foreach list='view,tool' param='part' target='pack'/></target>");
        assertThat(wiring.archives()).extracting(Wiring.Archive::path).containsExactly("view.jar", "tool.jar");
    }

    @Test
    void targetsThatCallEachOtherManyTimesAreLookedThroughOnce() throws IOException {
        String calls = "<antcall target='a'/><antcall target='b'/>".repeat(30);
        Wiring wiring = read(
                "<target name='all'><javac srcdir='src' destdir='out'/></target>",
                "<target name='a'>" + calls + "</target>",
                "<target name='b' if='nowhere'>" + calls + "</target>",
                "<target name='c'>" + calls + "<jar destfile='c.jar' basedir='out'/></target>");
        assertThat(wiring.archives()).extracting(Wiring.Archive::path).containsExactly("c.jar");
    }

    @Test
    void loopsOverListsAreFollowed() throws IOException {
        Wiring wiring = read(
                "<target name='all'><property name='parts' value='view, tool'/><javac srcdir='src' destdir='out'/>",
                "<foreach list='${parts}' param='part' target='pack' trim='true'/>",
                "<for list='a;b' delimiter=';' param='Name'><sequential>",
                "<jar destfile='@{Name}.jar' basedir='out'/></sequential></for>",
                "<for param='x'><path path='src'/><sequential><jar destfile='@{x}.jar'/></sequential></for></target>",
                "<target name='pack'><jar destfile='${part}.jar' basedir='out'/></target>");
        assertThat(wiring.archives())
                .extracting(Wiring.Archive::path)
                .containsExactly("view.jar", "tool.jar", "a.jar", "b.jar");
        assertThat(wiring.trouble())
                .extracting(Finding::subject)
                .as("what is there when it runs is not known")
                .containsExactly("<for>");
    }

    @Test
    void aRunnerThatForksDoesSoForEachClassUnlessItSaysElse() throws IOException {
        String batch = "<batchtest><fileset dir='src'/></batchtest></junit>";
        assertThat(read(
                                "<target name='all'><javac srcdir='src' destdir='out'/>",
                                "<junit fork='yes'>" + batch,
                                "<junit>" + batch.replace("<batchtest>", "<batchtest fork='true'>"),
                                "<junit fork='true' forkMode='once'>" + batch,
                                "<junit>" + batch + "</target>")
                        .testRuns())
                .extracting(Wiring.TestRun::isolated)
                .containsExactly(true, true, false, false);
    }

    @Test
    void conditionsDecideByWhatIsThere() throws IOException {
        Wiring wiring = read(
                "<available file='conf/app.xml' property='has.conf'/>",
                "<condition property='level' value='9' else='8'><and><isset property='has.conf'/>",
                "<not><available file='nowhere'/></not></and></condition>",
                "<target name='all' depends='one,two'/>",
                "<target name='one' if='has.conf'><javac srcdir='src' target='${level}'/></target>",
                "<target name='two' unless='has.conf'><javac srcdir='src' target='6'/></target>");
        assertThat(wiring.levels()).extracting(Wiring.Setting::value).containsExactly("9");
    }

    @Test
    void importsAreReadAndMissingOnesTold() throws IOException {
        sketch.file(
                "ant/common.xml",
                "<project>",
                "<target name='all'>",
                "<javac srcdir='src' target='7'/>",
                "</target>",
                "</project>");
        Wiring wiring = read(
                "<import file='ant/common.xml'/>",
                "<import file='gone.xml' optional='true'/>",
                "<import file='lost.xml'/>");
        assertThat(wiring.levels().get(0).evidence().place()).isEqualTo("ant/common.xml:3");
        assertThat(wiring.trouble()).extracting(Finding::subject).containsExactly("lost.xml");
    }

    @Test
    void archivesHaveTheirFoldersAndManifests() throws IOException {
        Wiring wiring = read(
                "<target name='all'>",
                "<javac srcdir='src' destdir='out'/>",
                "<copy todir='out'><fileset dir='conf'/></copy>",
                "<jar destfile='dist/tides-1.2.jar' basedir='out'><zipfileset dir='conf' prefix='x'/>",
                "<manifest><attribute name='Main-Class' value='p.A'/></manifest></jar>",
                "</target>");
        assertThat(wiring.archives()).singleElement().satisfies(archive -> {
            assertThat(archive.path()).isEqualTo("dist/tides-1.2.jar");
            assertThat(archive.folders()).containsExactly("out", "conf");
            assertThat(archive.manifest().get("Main-Class").value()).isEqualTo("p.A");
        });
        assertThat(wiring.copies()).singleElement().satisfies(copy -> {
            assertThat(copy.to()).isEqualTo("out");
            assertThat(copy.content().path()).isEqualTo("conf");
        });
        assertThat(wiring.mainClasses()).extracting(Wiring.Setting::value).containsExactly("p.A");
    }

    @Test
    void stepsThatMayChangeWhatIsMadeAreNamed() throws IOException {
        Wiring wiring = read(
                "<target name='all'>",
                "<javac srcdir='src' destdir='out'/>",
                "<exec executable='sed'/>",
                "<echo file='out/version.txt'>1</echo>",
                "<echo file='log.txt'>done</echo>",
                "<filterset id='texts'/>",
                "<scp file='a.jar' todir='port:'/>",
                "<harbourupload file='a.jar'/>",
                "<exec executable='git'><arg value='push'/></exec>",
                "<exec command='rsync -a out/ deploy@port:/srv'/>",
                "<jar destfile='a.jar' basedir='out'/>",
                "</target>");
        assertThat(wiring.unanalyzed().steps())
                .extracting(
                        step -> step.subject() + " " + step.evidence().get(0).line())
                .containsExactly("<exec> sed 4", "<echo> 5");
        assertThat(wiring.unanalyzed().uploads())
                .extracting(Wiring.Setting::value)
                .containsExactly("<scp>", "<harbourupload>", "git push", "rsync");
    }

    @Test
    void webArchivesNameTheirWebFolder() throws IOException {
        sketch.file("web/WEB-INF/web.xml", "<web-app/>");
        Wiring wiring = read(
                "<target name='all'><war destfile='t.war' webxml='web/WEB-INF/web.xml'><fileset dir='web'/><classes dir='out'/></war></target>");
        assertThat(wiring.webRoots().get(0).value()).isEqualTo("web");
    }

    @Test
    void archivesSayWhereAFileGoesInThem() throws IOException {
        sketch.file("lib/a.jar", "x")
                .file("run/b.jar", "x")
                .file("far/c.jar", "x")
                .file("etc/web.xml", "<web-app/>");
        Wiring wiring = read(
                "<path id='far'><fileset dir='far'/></path>",
                "<target name='all'><war destfile='t.war' webxml='etc/web.xml'>",
                "<lib dir='lib' includes='*.jar'/><lib file='run/b.jar'/><classes dir='out'/>",
                "<webinf dir='conf' excludes='*.old'/><zipfileset dir='art' prefix='img/big'/>",
                "<mappedresources><path refid='far'/><chainedmapper><flattenmapper/>",
                "<globmapper from='*' to='WEB-INF/lib/*'/></chainedmapper></mappedresources></war></target>");
        Wiring.Archive war = wiring.archives().get(0);
        assertThat(war.entry("lib/a.jar")).contains("WEB-INF/lib/a.jar");
        assertThat(war.entry("lib/a.txt")).isEmpty();
        assertThat(war.entry("run/b.jar")).contains("WEB-INF/lib/b.jar");
        assertThat(war.entry("far/c.jar")).contains("WEB-INF/lib/c.jar");
        assertThat(war.entry("out/p/A.class")).contains("WEB-INF/classes/p/A.class");
        assertThat(war.entry("conf/x.xml")).contains("WEB-INF/x.xml");
        assertThat(war.entry("conf/x.old")).isEmpty();
        assertThat(war.entry("art/a/b.png")).contains("img/big/a/b.png");
        assertThat(war.entry("etc/web.xml")).contains("WEB-INF/web.xml");
    }

    @Test
    void whatIsCopiedIntoAFolderGoesIntoTheArchiveOfThatFolder() throws IOException {
        sketch.file("lib/a.jar", "x").file("web/i.html", "x");
        Wiring wiring = read(
                "<target name='all'><copy todir='stage'><fileset dir='web'/></copy>",
                "<copy todir='tmp/lib'><fileset dir='lib' includes='a*.jar'/></copy>",
                "<copy todir='stage/WEB-INF'><fileset dir='tmp'/></copy>",
                "<copy file='made/base.jar' todir='stage/WEB-INF/lib'/>",
                "<javac srcdir='src' destdir='stage/WEB-INF/classes'/>",
                "<jar destfile='t.war' basedir='stage'/></target>");
        Wiring.Archive war = wiring.archives().get(0);
        assertThat(war.entry("web/i.html")).contains("i.html");
        assertThat(war.entry("lib/a.jar")).as("by way of two copies").contains("WEB-INF/lib/a.jar");
        assertThat(war.entry("lib/b.jar")).isEmpty();
        assertThat(war.entry("made/base.jar")).contains("WEB-INF/lib/base.jar");
        assertThat(war.entry("stage/WEB-INF/classes/p/A.class")).contains("WEB-INF/classes/p/A.class");
    }

    @Test
    void patternsOfTheCompilerAreKept() throws IOException {
        Wiring wiring = read(
                "<target name='all'><javac srcdir='src' excludes='p/old/**, **/Draft.java' includes='**/*.java'><exclude name='q/**'/></javac></target>");
        assertThat(wiring.sources()).singleElement().satisfies(source -> {
            assertThat(source.including()).containsExactly("**/*.java");
            assertThat(source.excluding()).containsExactly("p/old/**", "**/Draft.java", "q/**");
        });
    }

    @Test
    void generatorsAreRecognised() throws IOException {
        sketch.file("grammar/T.jj", "x").file("grammar/E.g4", "x");
        Wiring wiring = read(
                "<target name='all'>",
                "<java classname='javacc'><arg value='-OUTPUT_DIRECTORY=gen'/><arg file='grammar/T.jj'/></java>",
                "<java classname='org.antlr.v4.Tool'><arg line='-o gen4 -visitor grammar/E.g4'/></java>",
                "</target>");
        assertThat(wiring.generators()).extracting(Wiring.Generator::tool).containsExactly("javacc", "antlr4");
        assertThat(wiring.generators()).extracting(Wiring.Generator::output).containsExactly("gen", "gen4");
        assertThat(wiring.generators().get(0).inputs()).containsExactly("grammar/T.jj");
    }

    @Test
    void whatIsNotUnderstoodIsLeftWithItsPlace() throws IOException {
        Wiring wiring = read(
                "<target name='all'>",
                "<echo>hi</echo><mkdir dir='out'/>",
                "<exec executable='obfuscate'/>",
                "<get src='http://port.example/x.jar' dest='libs'/>",
                "<ourtask/>",
                "</target>");
        assertThat(wiring.trouble())
                .extracting(Finding::subject)
                .containsExactly("<exec> obfuscate", "libs/x.jar", "<ourtask>");
        assertThat(wiring.trouble().get(0).evidence().get(0).place()).isEqualTo("build.xml:4");
    }

    @Test
    void brokenAndCircularFilesDoNoHarm() throws IOException {
        sketch.file("build.xml", "<project><target");
        assertThat(AntFile.read(sketch.tree()).get(0).trouble()).hasSize(1);
        Wiring wiring = read(
                "<property name='a' value='${b}'/><property name='b' value='${a}'/>",
                "<import file='build.xml'/>",
                "<target name='all' depends='other'><javac srcdir='${a}'/></target>",
                "<target name='other' depends='all'/>");
        assertThat(wiring.compilations()).hasSize(1);
    }

    @Test
    void theTestsThatARunnerIsGivenAreKnown() throws IOException {
        Wiring wiring = read(
                "<property name='quick' value='yes'/>",
                "<target name='all'><javac srcdir='src' destdir='out'/><junit>",
                "<test name='p.AllTests'/><test name='p.SlowTests' unless='quick'/>",
                "<batchtest><fileset dir='src' includes='**/*Test.java'>",
                "<exclude name='**/Base*.java'/></fileset></batchtest></junit>",
                "<junitlauncher><testclasses><fileset dir='out'><include name='q/**'/></fileset></testclasses></junitlauncher>",
                "<junit><test name='${one.test}'/></junit></target>");
        assertThat(wiring.testRuns())
                .extracting(Wiring.TestRun::classes)
                .containsExactly(
                        List.of(
                                new PathSelection(List.of("p/AllTests.class"), List.of()),
                                new PathSelection(List.of("**/*Test.class"), List.of("**/Base*.class"))),
                        List.of());
    }

    @Test
    void theTimeOfTheBuildIsKeptAsItsFormat() throws IOException {
        Wiring wiring = read(
                "<property name='version' value='2.4'/>",
                "<tstamp prefix='start'><format property='stamp' pattern='yyyy-MM-dd'/></tstamp>",
                "<tstamp><format property='later' pattern='yyyy' offset='1' unit='year'/></tstamp>",
                "<target name='all'><javac srcdir='src' destdir='out'/>",
                "<jar destfile='a.jar' basedir='out'><manifest>",
                "<attribute name='Built' value='${version} of ${start.stamp}'/>",
                "<attribute name='Day' value='${DSTAMP}'/>",
                "<attribute name='Until' value='${later}'/>",
                "</manifest></jar></target>");
        Map<String, Wiring.Setting> manifest = wiring.archives().get(0).manifest();
        assertThat(manifest.get("Built").value()).isEqualTo("2.4 of ${time:yyyy-MM-dd}");
        assertThat(manifest.get("Day").value()).isEqualTo("${time:yyyyMMdd}");
        assertThat(BuildTime.isUnknown(manifest.get("Built").value())).isFalse();
        assertThat(BuildTime.isUnknown(manifest.get("Until").value()))
                .as("another time than that of the build")
                .isTrue();
    }

    @Test
    void whatIsCopiedAndThenRenamedHasTheNewName() throws IOException {
        sketch.file("res/legal.text", "free");
        Wiring wiring = read(
                "<target name='all'><javac srcdir='src' destdir='out'/>",
                "<copy todir='build/res'><fileset dir='res'/></copy>",
                "<jar destfile='a.jar' basedir='out'>",
                "<zipfileset file='build/res/legal.text' fullpath='META-INF/LICENSE'/></jar></target>");
        assertThat(wiring.archives().get(0).entry("res/legal.text")).contains("META-INF/LICENSE");
    }

    @Test
    void whatIsDeletedGoesIntoNoLaterArchive() throws IOException {
        sketch.file("doc/guide.txt", "guide");
        Wiring wiring = read(
                "<target name='all'><javac srcdir='src' destdir='out'/><jar destfile='a.jar' basedir='out'/>",
                "<copy todir='tmp'><fileset dir='src'/></copy>",
                "<zip destfile='src.zip' basedir='tmp'/><delete dir='tmp'/>",
                "<copy todir='tmp'><fileset dir='.' includes='a.jar'/><fileset dir='doc'/></copy>",
                "<zip destfile='dist.zip' basedir='tmp'/><delete dir='tmp'/></target>",
                "<target name='pack' depends='clean'><jar destfile='b.jar' basedir='res'/></target>",
                "<target name='clean'><delete dir='out'/><delete dir='res'/></target>",
                "<target name='copy'><copy todir='res'><fileset dir='conf'/></copy><jar destfile='c.jar' basedir='res'/></target>");
        Wiring.Archive sources = wiring.distributions().get(0);
        Wiring.Archive program = wiring.distributions().get(1);
        assertThat(sources.entry("src/p/A.java")).contains("p/A.java");
        assertThat(sources.entry("a.jar")).isEmpty();
        assertThat(program.entry("src/p/A.java")).isEmpty();
        assertThat(program.entry("a.jar")).contains("a.jar");
        assertThat(program.entry("doc/guide.txt")).contains("guide.txt");
        assertThat(wiring.archives())
                .as("a target that cleans runs at another time")
                .filteredOn(archive -> archive.path().equals("b.jar"))
                .singleElement()
                .satisfies(archive -> assertThat(archive.entry("conf/app.xml")).contains("app.xml"));
    }

    @Test
    void whatIsCopiedAfterAnArchiveIsMadeDoesNotGoIntoIt() throws IOException {
        sketch.file("doc/guide.txt", "guide").file("img/logo.png", "logo");
        Wiring wiring = read(
                "<target name='all'><javac srcdir='src' destdir='out'/><copy todir='out'><fileset dir='conf'/></copy>",
                "<antcall target='pack'/><copy todir='out'><fileset dir='img'/></copy>",
                "<jar destfile='b.jar' basedir='out'/></target>",
                "<target name='pack'><jar destfile='a.jar' basedir='out'/>",
                "<copy todir='out'><fileset dir='doc'/></copy></target>");
        Wiring.Archive first = wiring.archives().get(0);
        Wiring.Archive second = wiring.archives().get(1);
        assertThat(first.entry("conf/app.xml")).contains("app.xml");
        assertThat(first.entry("doc/guide.txt")).as("copied by the same target").isEmpty();
        assertThat(first.entry("img/logo.png"))
                .as("copied by the target that calls it")
                .isEmpty();
        assertThat(second.entry("doc/guide.txt")).contains("guide.txt");
        assertThat(second.entry("img/logo.png")).contains("logo.png");
    }

    @Test
    void whatABuildFileInAFolderCopiesIsNotTheWholeFolder() throws IOException {
        sketch.file("boat/src/p/a.properties", "x=1")
                .file("boat/notes.txt", "private")
                .file("boat/legal/LICENSE", "free")
                .file(
                        "boat/build.xml",
                        "<project default='jar'><target name='jar'><javac srcdir='src' destdir='out'/>",
                        "<copy todir='out'><fileset dir='src' includes='**/*.properties'/></copy>",
                        "<jar destfile='boat.jar' basedir='out'><zipfileset dir='legal' prefix='META-INF'/></jar>",
                        "</target></project>");
        Wiring.Archive archive = AntFile.read(sketch.tree()).get(0).archives().get(0);
        assertThat(archive.entry("boat/src/p/a.properties")).contains("p/a.properties");
        assertThat(archive.entry("boat/legal/LICENSE")).contains("META-INF/LICENSE");
        assertThat(archive.entry("boat/notes.txt")).isEmpty();
    }

    @Test
    void aBuildFileThatIsCalledOnlyIfAPropertyIsSetIsNoPartOfTheBuild() throws IOException {
        sketch.file("extra/src/q/B.java", "package q; class B {}")
                .file(
                        "extra/build.xml",
                        "<project default='jar'><target name='clean'/><target name='jar'>"
                                + "<javac srcdir='src' destdir='out'/><jar destfile='b.jar' basedir='out'/></target></project>");
        String[] lines = {
            "<target name='all' depends='extra'><javac srcdir='src' destdir='out'/>",
            "<jar destfile='a.jar' basedir='out'/></target>",
            "<target name='run'><ant dir='extra' target='${what}'/></target>",
            "<target name='extra' if='driver'><antcall target='run'><param name='what' value='jar'/></antcall></target>",
            "<target name='clean'><antcall target='run'><param name='what' value='clean'/></antcall></target>"
        };
        read(lines);
        List<Wiring> wirings = AntFile.read(sketch.tree());
        assertThat(wirings).extracting(Wiring::folder).containsExactly("");
        assertThat(wirings.get(0).trouble())
                .filteredOn(finding -> finding.subject().equals("extra/build.xml"))
                .singleElement()
                .satisfies(finding -> {
                    assertThat(finding.fact()).isEqualTo("is called only if driver is set; it was left as it is");
                    assertThat(finding.evidence().get(0).place()).isEqualTo("build.xml:4");
                });
        sketch.file("build.properties", "driver=yes");
        lines[0] = "<property file='build.properties'/>" + lines[0];
        read(lines);
        assertThat(AntFile.read(sketch.tree())).extracting(Wiring::folder).containsExactly("", "extra");
    }

    @Test
    void aTargetThatMakesTheDefaultTargetsArchiveInAnotherWayIsLeft() throws IOException {
        Wiring wiring = read(
                "<target name='all'><javac srcdir='src' destdir='out' excludes='mac/**'/>",
                "<jar destfile='dist/a.jar' basedir='out'/></target>",
                "<target name='mac'><javac srcdir='src' destdir='out' includes='mac/**'/>",
                "<jar destfile='mac/a.jar' basedir='out'/></target>",
                "<target name='tools'><javac srcdir='tools' destdir='t'/><jar destfile='t.jar' basedir='t'/></target>");
        assertThat(wiring.archives()).extracting(Wiring.Archive::path).containsExactly("dist/a.jar", "t.jar");
        assertThat(wiring.sources()).extracting(Wiring.SourceFolder::path).containsExactly("src", "tools");
        assertThat(wiring.sources().get(0).takes("src/mac/Dock.java")).isFalse();
        assertThat(wiring.trouble()).extracting(Finding::subject).containsExactly("target mac");
    }

    @Test
    void whatADistributionsTargetsCompileCountsIfItGoesIntoSomething() throws IOException {
        sketch.file("examples/e/E.java", "package e; class E {}")
                .file("viewer/v/V.java", "package v; class V {}")
                .file("tests/t/T.java", "package t; class T {}");
        Wiring wiring = read(
                "<target name='all'><javac srcdir='src' destdir='out'/><jar destfile='a.jar' basedir='out'/></target>",
                "<target name='more'><javac srcdir='examples' destdir='e'/><javac srcdir='viewer' destdir='v'/>",
                "<copy todir='tests.tmp'><fileset dir='examples'/></copy><javac srcdir='tests.tmp'/>",
                "<javac srcdir='tests' destdir='t'/></target>",
                "<target name='dist' depends='all,more'><zip destfile='a.zip'><zipfileset dir='v' prefix='v'/></zip></target>");
        assertThat(wiring.sources())
                .extracting(Wiring.SourceFolder::path)
                .containsExactlyInAnyOrder("src", "viewer", "tests");
    }

    @Test
    void propertiesStandForAttributesThatTheCompilerIsNotGiven() throws IOException {
        Wiring wiring = read(
                "<property name='ant.build.javac.source' value='9'/>",
                "<property name='ant.build.javac.target' value='11'/>",
                "<target name='all'><javac srcdir='src' destdir='out' source='8'/></target>");
        assertThat(wiring.settings("-source")).extracting(Wiring.Setting::value).containsExactly("8");
        assertThat(wiring.settings("-target")).singleElement().satisfies(target -> {
            assertThat(target.value()).isEqualTo("11");
            assertThat(target.evidence().place()).isEqualTo("build.xml:3");
        });
    }

    @Test
    void withoutSourcesNothingIsOutOfDate() throws IOException {
        String check = "<uptodate property='%s' targetfile='t'><srcfiles dir='%s' includes='%s'/></uptodate>";
        Wiring wiring = read(
                "<target name='check'>",
                check.formatted("none", "src", "**/*.jj"),
                check.formatted("some", "src", "**/*.java"),
                check.formatted("made", "out", "**/*.class"),
                "</target>",
                "<target name='none' if='none'><javac srcdir='src' destdir='none'/></target>",
                "<target name='some' if='some'><javac srcdir='src' destdir='some'/></target>",
                "<target name='made' if='made'><javac srcdir='src' destdir='made'/></target>",
                "<target name='all' depends='check,none,some,made'/>");
        assertThat(wiring.outputs()).extracting(Wiring.Setting::value).containsExactly("none");
    }

    @Test
    void aLibraryThatIsUnpackedBesideTheClassesIsInTheArchive() throws IOException {
        Wiring wiring = read(
                "<target name='all'><unjar src='libs/a.jar' dest='out'/><javac srcdir='src' destdir='out'/>",
                "<jar destfile='whole.jar' basedir='out'/><jar destfile='own.jar' basedir='src'/></target>");
        assertThat(wiring.archives().get(0).unpacked())
                .map(Evidence::place)
                .as("where the library is unpacked")
                .contains("build.xml:2");
        assertThat(wiring.archives().get(1).unpacked()).isEmpty();
        assertThat(wiring.unanalyzed().steps()).isEmpty();
    }

    @Test
    void aBuildFileThatNobodyCallsAndThatPacksNothingIsNoPartOfTheBuild() throws IOException {
        String compiling = "<project default='c'><target name='c'><javac srcdir='.' destdir='.'/>%s</target></project>";
        sketch.file("examples/tides/build.xml", compiling.formatted(""))
                .file("cases/build.xml", "<project default='c'><target name='c'><ant dir='one'/></target></project>")
                .file("cases/one/build.xml", compiling.formatted(""))
                .file("plugin/build.xml", compiling.formatted("<jar destfile='p.jar' basedir='.'/>"))
                .file("trials/build.xml", compiling.formatted("<junit/>"))
                .file("core/build.xml", compiling.formatted(""));
        read("<target name='all'><ant dir='core'/></target>", "<target name='check'><ant dir='cases'/></target>");
        assertThat(AntFile.read(sketch.tree()))
                .extracting(Wiring::folder)
                .containsExactlyInAnyOrder("", "core", "plugin", "trials");
    }

    @Test
    void selectorsDecideWhatGoesIntoAnArchive() throws IOException {
        Wiring wiring = read(
                "<selector id='own'><or><filename name='p/**'/><filename name='q/*'/></or></selector>",
                "<selector id='plain'><and><filename name='**/*.java' negate='true'/><size value='4'/></and></selector>",
                "<target name='all'><javac srcdir='src' destdir='out'/><jar destfile='a.jar' basedir='out'>",
                "<and><selector refid='own'/><selector refid='plain'/><not><filename name='p/x/**'/></not></and>",
                "</jar><jar destfile='b.jar'><fileset dir='out'><or><filename name='p/*'/><date/></or></fileset></jar>",
                "</target>");
        Wiring.Archive archive = wiring.archives().get(0);
        assertThat(Stream.of(
                                "p/A.class",
                                "p/d/B.class",
                                "q/C.class",
                                "q/d/D.class",
                                "p/A.java",
                                "p/x/E.class",
                                "r/F.class")
                        .filter(path -> archive.entry("out/" + path).isPresent()))
                .containsExactly("p/A.class", "p/d/B.class", "q/C.class");
        assertThat(wiring.archives().get(1).entry("out/r/F.class"))
                .as("its date may select it")
                .isPresent();
    }

    @Test
    void aFileOfTheTopFolderThatIsCopiedBringsNothingElse() throws IOException {
        sketch.file("LICENSE", "free").file("docs/index.html", "<p>");
        Wiring wiring = read(
                "<target name='all'><javac srcdir='src' destdir='out'/>",
                "<copy todir='out/META-INF'><fileset dir='.' includes='LICENSE'/></copy>",
                "<jar destfile='a.jar' basedir='out'/>",
                "<copy todir='a-1/docs'><fileset dir='docs'/></copy>",
                "<zip destfile='a-1.zip' basedir='.' includes='**/a-1/**'/></target>");
        assertThat(wiring.archives().get(0).contents()).hasSize(2);
        assertThat(wiring.archives().get(0).entry("LICENSE")).contains("META-INF/LICENSE");
        assertThat(wiring.archives().get(0).entry("docs/index.html")).isEmpty();
        assertThat(wiring.distributions().get(0).entry("docs/index.html")).contains("a-1/docs/index.html");
    }
}
