package dev.pfeiler.ecosystem.jvm.wiring.script;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import dev.pfeiler.Sketch;
import dev.pfeiler.ecosystem.jvm.reading.Wirings;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.PathSelection;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Shell and batch scripts and make files, with the odd forms that people write. */
class ScriptsTest {
    @TempDir
    Path folder;

    private Sketch sketch;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(folder)
                .file("src/p/A.java", "package p; class A {}")
                .file("src/p/q/B.java", "package p.q; class B {}")
                .file("lib/a.jar", "x")
                .file("lib/b.jar", "x")
                .file("conf/manifest.txt", "Main-Class: p.A", "Class-Path: a.jar");
    }

    private Wiring only(String path, String... lines) throws IOException {
        sketch.file(path, lines);
        List<Wiring> wirings = Wirings.read(sketch.tree());
        assertThat(wirings).hasSize(1);
        return wirings.get(0);
    }

    private Wiring shell(String... lines) throws IOException {
        return only("build.sh", lines);
    }

    private static List<String> libraries(Wiring wiring) {
        return wiring.libraries().stream().map(Wiring.Library::path).toList();
    }

    /** A class path of sixty jars is one word, and no reader goes as deep as it is long. */
    @Test
    void longWordsAreRead() throws IOException {
        Wiring wiring = shell(
                "CP=" + "lib/a.jar:".repeat(5000) + "lib/b.jar",
                "javac -d out -cp $CP src/p/A.java",
                "X='" + "y".repeat(100_000) + "' java p.A");
        assertThat(libraries(wiring)).hasSize(5001).contains("lib/a.jar").endsWith("lib/b.jar");
    }

    /** What is in quotes ends no command. */
    @Test
    void joinsInQuotesAreText() throws IOException {
        Wiring wiring = shell("echo \"a && javac -d no src/p/A.java; b\" && javac -d out src/p/q/B.java # && javac x");
        assertThat(wiring.compilations()).hasSize(1);
        assertThat(wiring.compilations().get(0).output().orElseThrow().value()).isEqualTo("out");
    }

    /** What a here-document contains is no command. */
    @Test
    void hereDocumentsAreText() throws IOException {
        Wiring wiring = shell("cat > x <<EOF", "javac -d no src/p/A.java", "EOF", "javac -d out src/p/q/B.java");
        assertThat(wiring.compilations()).hasSize(1);
    }

    @Test
    void deploymentsAreNoPartOfTheBuild() throws IOException {
        Wiring wiring = shell(
                "javac -d out src/p/A.java",
                "jar cf x.jar -C out .",
                "cp x.jar /opt/tomcat/lib",
                "git push",
                "curl -T x.jar http://h/");
        assertThat(wiring.unanalyzed().uploads())
                .extracting(Wiring.Setting::value)
                .containsExactly("cp to /opt/tomcat/lib", "git push", "curl -T");
    }

    @Test
    void anArchiveWithoutAKnownNameIsTold() throws IOException {
        Wiring wiring = shell(
                "pack() {", "  jar -cf \"$1\" -C out .", "}", "javac -d out src/p/A.java", "jar cf port.jar -C out .");
        assertThat(wiring.archives()).extracting(Wiring.Archive::path).containsExactly("port.jar");
        assertThat(wiring.trouble())
                .extracting(Finding::subject, f -> f.evidence().get(0).line())
                .contains(tuple("jar", 2));
    }

    @Test
    void variablesAndFoundSourcesAreFollowed() throws IOException {
        Wiring wiring = shell(
                "#!/bin/sh",
                "OUT=classes; LEVEL=1.8",
                "VERSION=2.4",
                "CP=$(ls lib/*.jar 2>/dev/null | tr '\\n' ':')",
                "find src -name '*.java' > sources.txt",
                "javac -encoding ISO-8859-1 -source $LEVEL -target ${LEVEL} \\",
                "  -g -d \"$OUT\" -cp \"$CP\" @sources.txt",
                "jar cfm dist/tides-$VERSION.jar conf/manifest.txt -C $OUT .");
        assertThat(wiring.kind()).isEqualTo(Wiring.Kind.SHELL_SCRIPT);
        assertThat(libraries(wiring)).containsExactly("lib/a.jar", "lib/b.jar");
        assertThat(wiring.levels().get(0).value()).isEqualTo("1.8");
        assertThat(wiring.levels().get(0).evidence().place()).isEqualTo("build.sh:6");
        assertThat(wiring.settings("-encoding").get(0).value()).isEqualTo("ISO-8859-1");
        assertThat(wiring.outputs().get(0).value()).isEqualTo("classes");
        assertThat(wiring.sources().get(0).path()).isEqualTo("src/p");
        assertThat(wiring.version().orElseThrow().value()).isEqualTo("2.4");
        assertThat(wiring.archives().get(0).path()).isEqualTo("dist/tides-2.4.jar");
        assertThat(wiring.archives().get(0).folders()).containsExactly("classes");
        assertThat(wiring.mainClasses().get(0).value()).isEqualTo("p.A");
        assertThat(wiring.mainClasses().get(0).evidence().file()).isEqualTo("conf/manifest.txt");
        assertThat(wiring.trouble()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "javac -cp 'lib/*' -d out src/p/A.java src/p/q/B.java",
                "javac -classpath lib/a.jar:lib/b.jar -d out `find src -name '*.java'`",
                "for j in lib/*.jar; do CP=$CP:$j; done\njavac -cp $CP -d out $(find src -name \"*.java\" | sort)",
                "CP=`echo lib/*.jar | tr ' ' ':'`\njavac -cp .:$CP -d out src/p/*.java src/p/q/*.java",
                "for j in `ls lib`\ndo\n  CP=\"$CP:lib/$j\"\ndone\njavac -cp \"$CP\" -d out $(find ./src -type f -name *.java)",
                "cd src && javac -cp ../lib/a.jar:../lib/b.jar -d ../out p/A.java p/q/B.java",
                "CP=$(find lib -name '*.jar' | paste -sd: -)\njavac --class-path=$CP -d out $(find src | grep java$)"
            })
    void classPathsAndSourcesAreWrittenInManyWays(String script) throws IOException {
        Wiring wiring = shell(script.split("\n"));
        assertThat(libraries(wiring)).containsExactly("lib/a.jar", "lib/b.jar");
        assertThat(wiring.outputs().get(0).value()).isEqualTo("out");
        assertThat(wiring.sources()).singleElement().satisfies(source -> {
            assertThat(source.path()).isEqualTo("src/p");
            assertThat(source.excluding()).isEmpty();
        });
    }

    @Test
    void sourcesThatAreLeftOutAreKnown() throws IOException {
        Wiring wiring = shell("javac -d out src/p/A.java");
        assertThat(wiring.sources().get(0).path()).isEqualTo("src/p");
        assertThat(wiring.sources().get(0).excluding()).containsExactly("q/B.java");
    }

    @Test
    void aSourcePathIsASourceFolder() throws IOException {
        Wiring wiring = shell("javac -sourcepath src -d out src/p/A.java");
        assertThat(wiring.sources()).singleElement().satisfies(source -> {
            assertThat(source.path()).isEqualTo("src");
            assertThat(source.root()).isTrue();
        });
    }

    @Test
    void whatIsCopiedTogetherGoesIntoTheArchive() throws IOException {
        new Sketch(folder)
                .file("lib/a.jar", "x")
                .file("web/i.html", "x")
                .file("web/css/a.css", "x")
                .file("etc/port.xml", "x");
        Wiring wiring = shell(
                "mkdir -p war/WEB-INF/lib war/WEB-INF/classes",
                "cp -r web/* war",
                "cp lib/*.jar war/WEB-INF/lib/",
                "cp -r etc war/WEB-INF",
                "javac -d war/WEB-INF/classes src/p/A.java",
                "jar cf port.war -C war .",
                "jar cf art.jar web/css etc/port.xml");
        Wiring.Archive war = wiring.archives().get(0);
        assertThat(war.entry("lib/a.jar")).contains("WEB-INF/lib/a.jar");
        assertThat(war.entry("web/i.html")).contains("i.html");
        assertThat(war.entry("web/css/a.css")).contains("css/a.css");
        assertThat(war.entry("etc/port.xml")).contains("WEB-INF/etc/port.xml");
        Wiring.Archive jar = wiring.archives().get(1);
        assertThat(jar.entry("web/css/a.css")).contains("web/css/a.css");
        assertThat(jar.entry("etc/port.xml")).contains("etc/port.xml");
        assertThat(jar.entry("web/i.html")).isEmpty();
    }

    @Test
    void newOptionsAndOldOnesOfTheArchiver() {
        assertThat(JarCall.of(List.of("cvfe", "x.jar", "p.A", "-C", "out", ".")).mainClass())
                .isEqualTo("p.A");
        assertThat(JarCall.of(List.of("-cfm", "x.jar", "m.txt", "out")).manifest())
                .isEqualTo("m.txt");
        JarCall modern = JarCall.of(List.of("--create", "--file=x.jar", "--main-class", "p.A", "-C", "out", "."));
        assertThat(modern)
                .isEqualTo(new JarCall(true, false, "x.jar", "", "p.A", List.of(new JarCall.Part("out", "."))));
        assertThat(JarCall.of(List.of("xf", "x.jar")).creates()).isFalse();
    }

    @Test
    void copiesBesideTheClassesAreResources() throws IOException {
        Wiring wiring = shell("javac -d out src/p/A.java", "cp -r conf/* out/");
        assertThat(wiring.copies()).singleElement().satisfies(copy -> {
            assertThat(copy.to()).isEqualTo("out");
            assertThat(copy.content().path()).isEqualTo("conf");
        });
    }

    @Test
    void whatIsNotReadIsLeftWithItsPlace() throws IOException {
        Wiring wiring = shell(
                "curl -O http://port.example/x.jar",
                "ajc src",
                "python gen.py",
                "javac -cp /opt/x.jar -d out src/p/A.java",
                "echo done");
        assertThat(wiring.trouble())
                .extracting(Finding::subject)
                .containsExactly("curl", "ajc", "python gen.py", "/opt/x.jar");
    }

    @Test
    void aScriptThatCompilesNothingIsNoWiring() throws IOException {
        sketch.file("run.sh", "java -cp out p.A");
        assertThat(Wirings.read(sketch.tree())).isEmpty();
    }

    @Test
    void aScriptInAFolderOfItsOwnWorksFromTheProject() throws IOException {
        Wiring wiring = only("bin/build.sh", "cd \"$(dirname \"$0\")/..\"", "javac -cp lib/a.jar -d out src/p/A.java");
        assertThat(libraries(wiring)).containsExactly("lib/a.jar");
    }

    @Test
    void batchScriptsLoopAndCall() throws IOException {
        Wiring wiring = only(
                "build.bat",
                "@echo off",
                "setlocal enabledelayedexpansion",
                "REM comment javac",
                "set OUT=classes",
                "set CP=.",
                "for %%j in (lib\\*.jar) do call :add %%j",
                "dir /s /b src\\*.java > sources.txt",
                "javac -source 1.7 -target 1.7 -encoding Cp1252 -cp \"%CP%\" ^",
                "  -d %OUT% @sources.txt",
                "jar cvfe dist\\tides.jar p.A -C %OUT% .",
                "goto :eof",
                ":add",
                "set CP=%CP%;%1",
                "goto :eof");
        assertThat(wiring.kind()).isEqualTo(Wiring.Kind.BATCH_SCRIPT);
        assertThat(libraries(wiring)).containsExactly("lib/a.jar", "lib/b.jar");
        assertThat(wiring.levels().get(0).value()).isEqualTo("1.7");
        assertThat(wiring.levels().get(0).evidence().line()).isEqualTo(8);
        assertThat(wiring.sources().get(0).path()).isEqualTo("src/p");
        assertThat(wiring.archives().get(0).path()).isEqualTo("dist/tides.jar");
        assertThat(wiring.mainClasses().get(0).value()).isEqualTo("p.A");
    }

    @Test
    void batchScriptsDelayTheirVariables() throws IOException {
        Wiring wiring =
                only("make.cmd", "for %%f in (lib\\*.jar) do set CP=!CP!;%%f", "javac -cp !CP! -d out src\\p\\A.java");
        assertThat(libraries(wiring)).containsExactly("lib/a.jar", "lib/b.jar");
    }

    @Test
    void makeFilesHaveFunctionsAndAutomaticVariables() throws IOException {
        sketch.file("common.mk", "LEVEL ?= 8");
        Wiring wiring = only(
                "Makefile",
                "NAME = tides",
                "VERSION := 1.4",
                "include common.mk",
                "LIBS = $(wildcard lib/*.jar)",
                "EMPTY =",
                "SPACE = $(EMPTY) $(EMPTY)",
                "CP = $(subst $(SPACE),:,$(LIBS))",
                "SRCS = $(shell find src -name '*.java')",
                "FLAGS = -encoding UTF-8",
                "FLAGS += -source $(LEVEL) -target $(LEVEL)",
                "",
                "dist/$(NAME)-$(VERSION).jar: $(SRCS)",
                "\t@mkdir -p classes dist",
                "\t$(JAVAC) $(FLAGS) -d classes -cp \"$(CP)\" $^",
                "\tjar cf $@ -C classes .",
                "JAVAC = javac");
        assertThat(wiring.kind()).isEqualTo(Wiring.Kind.MAKE_FILE);
        assertThat(wiring.name().orElseThrow().value()).isEqualTo("tides");
        assertThat(wiring.version().orElseThrow().evidence().place()).isEqualTo("Makefile:2");
        assertThat(libraries(wiring)).containsExactly("lib/a.jar", "lib/b.jar");
        assertThat(wiring.levels().get(0).value()).isEqualTo("8");
        assertThat(wiring.levels().get(0).evidence().place()).isEqualTo("Makefile:14");
        assertThat(wiring.sources().get(0).path()).isEqualTo("src/p");
        assertThat(wiring.archives().get(0).path()).isEqualTo("dist/tides-1.4.jar");
        assertThat(wiring.files()).containsExactly("Makefile", "common.mk");
    }

    @Test
    void ofAConditionalOnlyTheBranchThatMakeTakesIsRead() throws IOException {
        Wiring wiring = only(
                "Makefile",
                "MODE = release",
                "ifeq ($(OS),Windows_NT)",
                "SEP = ;",
                "else ifdef ANDROID",
                "SEP = |",
                "else",
                "SEP = :",
                "endif",
                "ifneq '$(MODE)' 'release'",
                "  ifdef MODE",
                "LEVEL = 11",
                "  endif",
                "else",
                "LEVEL = 8",
                "endif",
                "all:",
                "ifdef LEVEL",
                "\tjavac --release $(LEVEL) -cp 'lib/a.jar$(SEP)lib/b.jar' -d out src/p/A.java",
                "else",
                "\tjavac --release 6 -d out src/p/A.java",
                "endif");
        assertThat(wiring.compilations()).hasSize(1);
        assertThat(libraries(wiring)).containsExactly("lib/a.jar", "lib/b.jar");
        assertThat(wiring.levels()).extracting(Wiring.Setting::value).containsExactly("8");
    }

    @Test
    void makeFunctionsLoopChooseAndCall() throws IOException {
        Wiring wiring = only(
                "Makefile",
                "JARS = a b",
                "jar = lib/$(1).jar$(2)",
                "LIBS := $(foreach n,$(JARS),$(call jar,$(n),:))",
                "define compile",
                "\tmkdir -p $(1)",
                "\tjavac $(if $(LEVEL),--release $(LEVEL),-g) -cp \"$(LIBS)\" -d $(1) src/p/A.java",
                "endef",
                "LEVEL = $(or $(WANTED),11)",
                "all:",
                "\t$(call compile,out)");
        assertThat(libraries(wiring)).containsExactly("lib/a.jar", "lib/b.jar");
        assertThat(wiring.levels()).extracting(Wiring.Setting::value).containsExactly("11");
    }

    @Test
    void endlessMakeFunctionsEnd() throws IOException {
        Wiring wiring = only("Makefile", "f = $(call f,x$(1))", "A = $(call f,y)", "all:", "\tjavac -d out $(A)");
        assertThat(wiring.trouble()).isNotEmpty();
    }

    @Test
    void endlessMakeVariablesEnd() throws IOException {
        Wiring wiring = only("Makefile", "A = $(B) $(B)", "B = $(A) $(A)", "all:", "\tjavac -d out $(A) src/p/A.java");
        assertThat(wiring.compilations()).hasSize(1);
    }

    @Test
    void wiringsComeInTheOrderOfTrust() throws IOException {
        sketch.file("build.sh", "javac -d out src/p/A.java")
                .file("build.bat", "javac -d out src\\p\\A.java")
                .file("Makefile", "all:", "\tjavac -d out src/p/A.java")
                .file("build.xml", "<project><javac srcdir='src'/></project>")
                .file(".classpath", "<classpath/>");
        assertThat(Wirings.read(sketch.tree())).extracting(Wiring::kind).containsExactly(Wiring.Kind.values());
    }

    @Test
    void aTestRunnerIsNoMainClass() throws IOException {
        Wiring wiring = shell(
                "javac -d out src/p/A.java",
                "java -Xmx64m -Ddata=conf -Dquiet -cp out:lib/a.jar org.junit.runner.JUnitCore p.ATest");
        assertThat(wiring.mainClasses()).isEmpty();
        Wiring.TestRun run = wiring.testRuns().get(0);
        assertThat(run.properties()).containsOnlyKeys("data", "quiet");
        assertThat(run.jvmArguments()).extracting(Wiring.Setting::value).containsExactly("-Xmx64m");
        assertThat(run.classes()).containsExactly(new PathSelection(List.of("p/ATest.class"), List.of()));
    }

    /** Make is run beside its file: paths, wildcards and what the shell prints start there. */
    @Test
    void makeFilesInFoldersAreRunThere() throws IOException {
        sketch.file("tools/gen/src/gen/Gen.java", "package gen; class Gen {}")
                .file("tools/gen/common.mk", "OUT = out")
                .file(
                        "tools/gen/Makefile",
                        "include common.mk",
                        "SOURCES = $(wildcard src/gen/*.java)",
                        "all:",
                        "\tjavac -d $(CURDIR)/$(OUT) $(SOURCES) $(shell find src -name 'None.java')",
                        "\tcd $(OUT) && jar cf ../gen.jar gen");
        List<Wiring> wirings = Wirings.read(sketch.tree());
        assertThat(wirings).hasSize(1);
        Wiring wiring = wirings.get(0);
        assertThat(wiring.folder()).isEqualTo("tools/gen");
        assertThat(wiring.sources()).extracting(Wiring.SourceFolder::path).containsExactly("tools/gen/src/gen");
        assertThat(wiring.files()).containsExactly("tools/gen/Makefile", "tools/gen/common.mk");
        assertThat(wiring.archives()).extracting(Wiring.Archive::path).containsExactly("tools/gen/gen.jar");
    }
}
