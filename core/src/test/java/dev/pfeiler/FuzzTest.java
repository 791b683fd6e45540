package dev.pfeiler;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.jvm.JvmEcosystem;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.ChoicesFile;
import dev.pfeiler.survey.Survey;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Foreign files with random damage: each is read in bounded time, and what is wrong with it is a finding or a refusal and
 * nothing else. {@code -Dpfeiler.fuzz=N} takes N turns for each kind of file, {@code -Dpfeiler.seed=S} another seed.
 */
class FuzzTest {
    private static final int TURNS = Integer.getInteger("pfeiler.fuzz", 40);
    private static final long SEED = Long.getLong("pfeiler.seed", 42);
    private static final Duration LIMIT = Duration.ofSeconds(60);

    /** Sound files of each kind, to be damaged. */
    private static final Map<String, String> SOUND = new LinkedHashMap<>();

    static {
        SOUND.put(
                "office/Office.csproj",
                "<Project><Import Project='..\\office\\Office.csproj'/><PropertyGroup><A Condition=\"'$(A)' == '' and Exists('a')\">$(A)$([x]::y())</A></PropertyGroup>"
                        + "<ItemGroup><Compile Include='**\\*.cs;a%20b' Exclude='x\\?.cs'><Link>$(A)\\%(RecursiveDir)</Link></Compile>"
                        + "<Reference Include='Q'><HintPath>..\\packages\\Q.1.0\\Q.dll</HintPath></Reference></ItemGroup></Project>");
        SOUND.put(
                "office/Office.sln",
                "Project(\"{1}\") = \"A\", \"Office.csproj\", \"{2}\"\nEndProject\nGlobal\nGlobalSection(SolutionConfigurationPlatforms) = preSolution\nDebug|x = Debug|x\nEndGlobalSection\nEndGlobal\n");
        SOUND.put(
                "office/A.cs",
                "using System;\n[assembly: AssemblyTitle(@\"x\"), B(1)]\nnamespace N { class A { static void Main() { var s = $\"{1}\" + \"\"\"raw\"\"\"; } } }\n#if X\n#endif\n");
        SOUND.put(
                "build.xml",
                "<project name='port' default='all'><property name='v' value='1.2'/><property file='b.properties'/>"
                        + "<path id='cp'><fileset dir='lib' includes='**/*.jar'/><pathelement path='a:b;c'/></path>"
                        + "<macrodef name='m'><attribute name='d'/><sequential><javac srcdir='@{d}' destdir='out'"
                        + " classpathref='cp'/></sequential></macrodef><target name='all' depends='one' if='v'>"
                        + "<m d='src'/><ant dir='src'/><copy todir='out'><fileset dir='src'/></copy>"
                        + "<jar destfile='p-${v}.jar' basedir='out'><manifest><attribute name='Main-Class' value='p.A'/>"
                        + "</manifest></jar></target><target name='one'/></project>");
        SOUND.put("b.properties", "a=b\nc = ${a}/x\nd:\\u00e5\n# x\nlong=\\\n  more\n");
        SOUND.put(
                ".classpath",
                "<classpath><classpathentry kind='src' path='src' including='**/*.java' excluding='x/|y/*'/>"
                        + "<classpathentry kind='lib' path='lib/x.jar'/><classpathentry kind='output' path='bin'/></classpath>");
        SOUND.put(
                ".settings/org.eclipse.jdt.core.prefs",
                "eclipse.preferences.version=1\norg.eclipse.jdt.core.compiler.source=1.8\n");
        SOUND.put(
                "port.iml",
                "<module><component name='NewModuleRootManager' LANGUAGE_LEVEL='JDK_1_8'><content url='file://$MODULE_DIR$'>"
                        + "<sourceFolder url='file://$MODULE_DIR$/src' isTestSource='false'/></content>"
                        + "<orderEntry type='module-library'><library><CLASSES><root url='jar://$MODULE_DIR$/lib/x.jar!/'/>"
                        + "</CLASSES></library></orderEntry></component></module>");
        SOUND.put(
                "nbproject/project.properties",
                "src.dir=src\njavac.classpath=lib/x.jar:${y}\njavac.source=1.8\nmain.class=p.A\n");
        SOUND.put(
                "build.sh",
                "#!/bin/sh\nCP=$(ls lib/*.jar | tr '\\n' ':')\nfor f in src/p/*.java; do echo $f; done > s.txt\n"
                        + "javac -d out -cp \"$CP\" @s.txt && jar cfe p.jar p.A -C out . # x\n");
        SOUND.put(
                "make.bat",
                "@echo off\r\nset CP=lib\\x.jar\r\nfor %%f in (src\\p\\*.java) do javac -d out -cp %CP% %%f\r\n");
        SOUND.put(
                "Makefile",
                "SRC := $(wildcard src/p/*.java)\nOUT ?= out\nall: $(SRC)\n\tjavac -d $(OUT) $^\nifdef X\nOUT += y\nendif\n");
        SOUND.put(
                "web/WEB-INF/web.xml",
                "<web-app version='3.1'><servlet><servlet-name>a</servlet-name><servlet-class>p.A</servlet-class></servlet>"
                        + "<servlet-mapping><servlet-name>a</servlet-name><url-pattern>/a</url-pattern></servlet-mapping></web-app>");
        SOUND.put(
                "site/a.php",
                "<?php namespace P; use Q\\{R, S as T}; require_once __DIR__ . '/../b' . \"{$x}.php\"; define('A', dirname(__FILE__));"
                        + " if (!defined('B')) { exit; } #[X] final class C extends R { function f(?T $t): int { return fn() => 1; } }"
                        + " spl_autoload_register(function ($c) { foreach (['x/', 'y/'] as $d) include A . $d . \"$c.php\"; }); ?>\n<p><?= $p ?>\n");
        SOUND.put(
                ".idea/kotlinc.xml",
                "<project><component name='Kotlin2JvmCompilerArguments'><option name='jvmTarget' value='1.8'/></component>"
                        + "<component name='KotlinCompilerSettings'><option name='additionalArguments' value='-Xa -P x'/>"
                        + "</component></project>");
        SOUND.put(
                "compile.sh",
                "JAVA_OPTS=\"-Dgroovy.target.bytecode=1.8\" groovyc -j -Jsource=1.8 --classpath lib/x.jar -d out src\n"
                        + "kotlinc -jvm-target 1.8 -Xplugin=a/allopen.jar -P plugin:x:y=z src -include-runtime -d p.jar\n"
                        + "scalac -release 8 -target:jvm-1.8 -d out src/p/S.scala\n");
        SOUND.put(
                "src/p/K.kt",
                "@file:JvmName(\"K\")\npackage p\nimport a.b.C as D\nimport a.b.f\n/* x /* y */ z */ object O { @JvmStatic fun main() {} }\n"
                        + "fun main(a: Array<String>) { println(\"${a[0] + \"${1}\"} $x\"); val c = 'c'; \"\"\"r $c\"\"\" }\n");
        SOUND.put(
                "src/p/G.groovy",
                "#!/usr/bin/env groovy\npackage p\nimport static a.b.C.*\ndef x = ~/a\\/b/ + $/c$/ + \"${[a: 'b'].a}\"\nclass G { static void main(String[] a) {} }\n");
        SOUND.put(
                "src/p/S.scala",
                "package a\npackage b\nimport c.{D => E, _}, f.G\nobject S extends App { val s = s\"${1 + 2}\"; val q = 'sym; val c = '\\n' }\n@main def go() = ()\n");
        SOUND.put("site/lib/composer.json", "{\"name\": \"p/q\", \"autoload\": {\"psr-4\": {\"P\\\\\": [\"src\"]}}}");
        SOUND.put(
                "web/index.jsp",
                "<%@ page import=\"p.A, java.util.*\" %><%@ taglib prefix='c' uri='u' %><jsp:useBean class='p.A'/>");
        SOUND.put(
                "src/p/A.java",
                "package p;\nimport java.util.*;\n@Deprecated class A<T> { String s = \"a.b.C\"; void m() { var x = (Object o) -> 1; } }\n");
    }

    @TempDir
    Path folder;

    private Sketch sketch;
    private Pfeiler pfeiler;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(Files.createDirectories(folder.resolve("port")));
        Path home = Files.createDirectories(folder.resolve("home"));
        pfeiler = new Pfeiler(Sketch.alone(home, true));
        sketch.file("src/p/B.java", "package p; class B {}");
    }

    private static byte[] damaged(byte[] sound, Random random) {
        byte[] bytes = sound.clone();
        for (int n = 1 + random.nextInt(4); n > 0 && bytes.length > 1; n--) {
            int at = random.nextInt(bytes.length);
            int length = 1 + random.nextInt(Math.min(12, bytes.length - at));
            bytes = switch (random.nextInt(5)) {
                case 0 -> {
                    bytes[at] = (byte) random.nextInt(256);
                    yield bytes;
                }
                case 1 -> joined(Arrays.copyOf(bytes, at), Arrays.copyOfRange(bytes, at + length, bytes.length));
                case 2 -> joined(Arrays.copyOf(bytes, at + length), Arrays.copyOfRange(bytes, at, bytes.length));
                case 3 -> Arrays.copyOf(bytes, at + 1);
                default -> {
                    byte[] sign = new byte[] {
                        "<>&'\"${}\\|*@%()\n\0;:".getBytes(StandardCharsets.US_ASCII)[random.nextInt(19)]
                    };
                    yield joined(joined(Arrays.copyOf(bytes, at), sign), Arrays.copyOfRange(bytes, at, bytes.length));
                }
            };
        }
        return bytes;
    }

    private static byte[] joined(byte[] one, byte[] other) {
        byte[] both = Arrays.copyOf(one, one.length + other.length);
        System.arraycopy(other, 0, both, one.length, other.length);
        return both;
    }

    /** Surveys and proposes; a refusal is an answer too. The survey that was made. */
    private Survey read(String what) {
        return assertTimeoutPreemptively(
                LIMIT,
                () -> {
                    Survey survey = pfeiler.survey(sketch.root());
                    try {
                        pfeiler.propose(survey, Choices.NONE);
                    } catch (Refusal refusal) {
                        assertThat(refusal.next()).isNotBlank();
                    }
                    return survey;
                },
                what);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "build.xml",
                "b.properties",
                ".classpath",
                ".settings/org.eclipse.jdt.core.prefs",
                "port.iml",
                "nbproject/project.properties",
                "build.sh",
                "make.bat",
                "Makefile",
                "web/WEB-INF/web.xml",
                "web/index.jsp",
                "site/a.php",
                "site/lib/composer.json",
                "src/p/A.java",
                "office/Office.csproj",
                "office/Office.sln",
                "office/A.cs"
            })
    void textsOfAllKinds(String path) throws IOException {
        if (path.equals("b.properties")) sketch.file("build.xml", SOUND.get("build.xml"));
        if (path.startsWith("office/"))
            for (String each : List.of("office/Office.csproj", "office/Office.sln", "office/A.cs"))
                sketch.file(each, SOUND.get(each));
        if (path.startsWith("site/"))
            sketch.file("site/b.php", "<?php require 'a.php'; new R;")
                    .file("site/r.php", "<?php namespace Q; class R {}")
                    .file("site/lib/src/L.php", "<?php namespace P; class L {}");
        byte[] sound = SOUND.get(path).getBytes(StandardCharsets.UTF_8);
        for (int turn = 0; turn < TURNS; turn++) {
            sketch.bytes(path, damaged(sound, new Random(SEED + turn)));
            read(path + ", seed " + (SEED + turn));
        }
    }

    @Test
    void phpWithoutBoundsEnds() throws IOException {
        int many = 100_000;
        sketch.file("a.php", "<?php " + "(".repeat(many) + "; class A {}")
                .file("b.php", "<?php " + "if (1) ".repeat(many) + ";")
                .file("c.php", "<?php " + "if (1) { ".repeat(many))
                .file("d.php", "<?php " + "$a = ".repeat(many) + "1;")
                .file("e.php", "<?php include " + "'a' . ".repeat(many) + "'b';")
                .file("f.php", "<?php " + "function f() { return f(); } ".repeat(many / 10) + "include f();")
                .file("g.php", "<?php $a = [" + "'x', ".repeat(many) + "]; foreach ($a as $b) include $b . '.php';")
                .file("h.php", "<?php " + "include $a . '.php'; foreach ($a as $b) ; ".repeat(many / 100));
        read("PHP without bounds");
    }

    @Test
    void goWithoutBoundsEnds() throws IOException {
        int many = 100_000;
        sketch.file("a.go", "package a", "import \"os\"; " + "import \"port.example/x\"; ".repeat(many))
                .file("b.go", "package a", "var x = " + "(".repeat(many))
                .file("c.go", "package a", "import \"os\"", "var x = " + "os.ReadFile + 2 << n + ".repeat(many) + "1")
                .file("d.go", "//go:build " + "(!".repeat(many), "", "package a")
                .file("e.go", "// +build a,!b c\n".repeat(many) + "\npackage a")
                .file("f.go", "package a", "var x = `" + "\"".repeat(many))
                .file("Makefile", "all:", "\tgo build " + "a.a/".repeat(many), "PKG = " + "a.".repeat(many));
        read("Go without bounds");
    }

    @Test
    void dotnetWithoutBoundsEnds() throws IOException {
        int many = 100_000;
        sketch.file(
                        "a.csproj",
                        "<Project><ItemGroup><Compile Include='" + "**\\".repeat(many)
                                + "*.cs'/></ItemGroup></Project>")
                .file(
                        "b.csproj",
                        "<Project><PropertyGroup>" + "<A>$(A)$(A)x</A>".repeat(1000) + "</PropertyGroup></Project>")
                .file("c.csproj", "<Project><PropertyGroup Condition=\"" + "(!".repeat(many) + "\"/></Project>")
                .file("d.csproj", "<Project><Import Project='*.csproj'/><Import Project='d.csproj'/></Project>")
                .file("a.cs", "[assembly: " + "A(\"x\"), ".repeat(many) + "]")
                .file("b.cs", "namespace " + "a.".repeat(many) + "b { " + "class A { ".repeat(many))
                .file("c.cs", "var s = " + "$\"{".repeat(many))
                .file(
                        "build.sh",
                        "mcs -out:a.exe " + "@build.sh ".repeat(1000),
                        "X=" + "$X$X".repeat(100),
                        "mcs $X *.cs");
        read(".NET without bounds");
    }

    @Test
    void clojureWithoutBoundsEnds() throws IOException {
        int many = 100_000;
        sketch.file("a.clj", "(ns a (:require " + "[b.c :as d] ".repeat(many) + "))")
                .file("b.clj", "(ns b)" + "(".repeat(many))
                .file("c.clj", "(ns c)" + "#_".repeat(many))
                .file("d.clj", "(ns d)" + "^".repeat(many))
                .file("e.clj", "(ns e)" + "'".repeat(many))
                .file("f.clj", "(ns f) \"" + "\\u00".repeat(many))
                .file("g.clj", "(ns " + "a.".repeat(many) + "b)")
                .file("h.cljc", "(ns h (:require #?@(:clj [" + "#?(:clj [i]) ".repeat(many) + "])))")
                .file(
                        "build.sh",
                        "java -cp " + "a:".repeat(many) + " clojure.main -e \"" + "(".repeat(many) + "\"",
                        "java " + "-Da=b ".repeat(many) + "-cp lib/*:. clojure.main a.clj");
        read("Clojure without bounds");
    }

    @Test
    void jarsAndTheClassesInThem() throws IOException {
        sketch.jar(
                "lib/x.jar",
                Map.of(
                        "META-INF/MANIFEST.MF",
                        "Manifest-Version: 1.0\nImplementation-Version: 3.4\nBundle-SymbolicName: no.port.x\n",
                        "META-INF/maven/no.port/x/pom.properties",
                        "groupId=no.port\nartifactId=x\nversion=1\n",
                        "META-INF/x.tld",
                        "<taglib><uri>u</uri></taglib>"),
                "a.B uses c.D",
                "a.E uses a.B");
        byte[] jar = Files.readAllBytes(sketch.root().resolve("lib/x.jar"));
        byte[] plainClass = Sketch.classFile(8, "a.B", "c.D", "e.F");
        sketch.file("src/p/A.java", "package p; import a.B; class A {}");
        for (int turn = 0; turn < TURNS * 3; turn++) {
            Random random = new Random(SEED + turn);
            // half of them keep a sound table of contents around a broken class
            byte[] bytes =
                    turn % 2 == 0 ? damaged(jar, random) : Sketch.zip(Map.of("a/B.class", damaged(plainClass, random)));
            sketch.bytes("lib/x.jar", bytes);
            read("jar, seed " + (SEED + turn));
        }
    }

    @Test
    void choices() {
        String sound = "level: \"8\"\nfolder:\n  src: main\nscope:\n  lib/x.jar: compile\n";
        for (int turn = 0; turn < TURNS * 10; turn++) {
            String text = new String(
                    damaged(sound.getBytes(StandardCharsets.UTF_8), new Random(SEED + turn)), StandardCharsets.UTF_8);
            assertTimeoutPreemptively(LIMIT, () -> {
                try {
                    ChoicesFile.read(text);
                } catch (Refusal refusal) {
                    assertThat(refusal.getMessage()).contains("pfeiler.yaml");
                }
            });
        }
    }

    @Test
    void documentsThatGrowWithoutBoundOrNameWhatLiesOutside() throws IOException {
        StringBuilder bomb = new StringBuilder("<!DOCTYPE a [<!ENTITY e0 \"x\">");
        for (int i = 1; i < 30; i++) {
            bomb.append("<!ENTITY e")
                    .append(i)
                    .append(" \"&e")
                    .append(i - 1)
                    .append(";&e")
                    .append(i - 1)
                    .append(";\">");
        }
        bomb.append("]><a>&e29;</a>");
        Path secret = Files.writeString(folder.resolve("secret.txt"), "the harbour master's password");
        String outside = "<!DOCTYPE a [<!ENTITY s SYSTEM \"" + secret.toUri() + "\">]><a><b>&s;</b></a>";
        String deep = "<a>".repeat(5000);
        for (String document : List.of(bomb.toString(), outside, deep)) {
            assertTimeoutPreemptively(LIMIT, () -> {
                try {
                    XmlElement read = XmlElement.read(document.getBytes(StandardCharsets.UTF_8));
                    assertThat(read.all().map(XmlElement::text)).noneMatch(text -> text.contains("password"));
                } catch (XmlElement.Malformed e) {
                    assertThat(e.getMessage()).doesNotContain("password");
                }
            });
            sketch.file("build.xml", document).file(".classpath", document);
            read(document.substring(0, 30));
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "build.xml|<project default='a'><macrodef name='m'><sequential><m/><m/></sequential></macrodef>"
                        + "<target name='a'><m/><javac srcdir='src'/></target></project>",
                "build.xml|<project default='a'><property file='grow.properties'/><target name='a'>"
                        + "<javac srcdir='${p1}'/></target></project>",
                "build.sh|javac src/p/A.java;X=xxxxxxxx;LINES(60)X=$X$X",
                "build.sh|javac src/p/A.java;X=DEEP(4000)",
                "Makefile|A0 = x;MAKE(60)all:;\tjavac $(A60)",
                "make.bat|javac src\\p\\A.java;:a;call :a;call :a",
                "make.bat|javac src\\p\\A.java;set X=x;LINES(60)set X=%X%%X%",
            })
    void wiringsThatFeedOnThemselves(String path, String text) throws IOException {
        StringBuilder grow = new StringBuilder("p60=x\n");
        StringBuilder make = new StringBuilder();
        for (int i = 0; i < 60; i++) {
            grow.append("p%d=${p%d}${p%d}\n".formatted(i, i + 1, i + 1));
            make.append("A%d = $(A%d)$(A%d)\n".formatted(i + 1, i, i));
        }
        String written = text.replace("MAKE(60)", make)
                .replace("DEEP(4000)", "$(".repeat(4000) + ")".repeat(4000))
                .replaceAll("LINES\\(60\\)(.*)", "$1\n".repeat(60))
                .replace(";", "\n");
        sketch.file("src/p/A.java", "package p; class A {}")
                .file("grow.properties", grow.toString())
                .file(path, written);
        List<Finding> findings = read(path).findings();
        // a property that grows is cut where it is worked out; nothing else of the file is lost
        if (text.contains("grow.properties")) return;
        assertThat(findings)
                .filteredOn(Finding::leftForYou)
                .extracting(Finding::fact)
                .anyMatch(fact -> fact.contains("expands without limit") || fact.contains("is recursive"));
    }

    @Test
    void jarsWithAbsurdRatiosAndEntriesThatClimbOut() throws IOException {
        Map<String, byte[]> entries = new LinkedHashMap<>();
        entries.put("../../../../evil.class", new byte[] {1});
        entries.put("big.class", new byte[64 << 20]);
        entries.put("META-INF/MANIFEST.MF", new byte[8 << 20]);
        sketch.bytes("lib/x.jar", Sketch.zip(entries)).file("src/p/A.java", "package p; class A {}");
        read("absurd jar");
        assertThat(folder.resolve("evil.class")).doesNotExist();
    }

    @Test
    void aSourceOfHundredsOfMegabytesStaysWhereItIs() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}");
        Path huge = sketch.root().resolve("src/p/Huge.java");
        // takes no room on the disk
        try (RandomAccessFile file = new RandomAccessFile(huge.toFile(), "rw")) {
            file.setLength(300L << 20);
        }
        Survey survey = read("a huge source");
        assertThat(survey.findings())
                .filteredOn(Finding::leftForYou)
                .extracting(Finding::subject)
                .contains("src/p/Huge.java");
        assertThat(pfeiler.propose(survey, Choices.NONE).steps())
                .extracting(Step::path)
                .contains("src/p/A.java")
                .doesNotContain("src/p/Huge.java");
    }

    @Test
    void aFolderOfManyFilesThatAreNoSources() throws IOException {
        for (int i = 0; i < 20_000; i++) sketch.bytes("data/" + i % 20 + "/" + i + ".dat", new byte[0]);
        sketch.file("src/p/A.java", "package p; class A {}");
        read("many files");
    }

    @Test
    void filesThatVanishWhileTheyAreRead() throws Exception {
        for (int i = 0; i < 200; i++) sketch.file("src/p/A" + i + ".java", "package p; class A" + i + " {}");
        sketch.jar("lib/x.jar", "a.B").file(".classpath", SOUND.get(".classpath"));
        ProjectTree tree = sketch.tree();
        for (int i = 0; i < 200; i += 2) Files.delete(sketch.root().resolve("src/p/A" + i + ".java"));
        Files.delete(sketch.root().resolve("lib/x.jar"));
        Files.delete(sketch.root().resolve(".classpath"));
        Reading reading = new JvmEcosystem().read(tree, Sketch.alone(folder.resolve("home"), true));
        assertThat(reading.findings())
                .filteredOn(Finding::leftForYou)
                .extracting(Finding::subject)
                .contains("src/p/A0.java", "lib/x.jar", ".classpath")
                .doesNotContain("src/p/A1.java");
    }

    @Test
    void namesOfAllSorts() throws IOException {
        for (String name : List.of("a b", "line\nend", "quote'\"", "åøæ", "-rf", "$(x)", "%PATH%", "semi;colon")) {
            sketch.file("src/p/" + name + "/T.java", "package p; class T {}").file("conf/" + name + ".xml", "<a/>");
        }
        Files.createSymbolicLink(sketch.root().resolve("loop"), Path.of("."));
        read("names");
    }
}
