package dev.pfeiler.hostile;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.conversion.Undo;
import dev.pfeiler.proposal.Proposal;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;

/**
 * Projects with hostile, odd or huge files, over all readers and ecosystems: each is read within its time, nothing of it is
 * run, nothing outside is touched, and what can be converted is undone to the last byte.
 */
class HostileProjectTest {
    private static final int DEEP = 100_000;
    private static final int LONG = 10 << 20;

    @TempDir
    Path folder;

    /** Makes a project. */
    private interface Maker {
        void make(Sandbox sandbox) throws IOException;
    }

    private static Maker files(String... pathsAndTexts) {
        return sandbox -> {
            for (int i = 0; i < pathsAndTexts.length; i += 2)
                sandbox.project().file(pathsAndTexts[i], StandardCharsets.UTF_8, pathsAndTexts[i + 1]);
        };
    }

    private static final String JAVA = "package p; public class A { public static void main(String[] a) { } }";

    /** Beside a sound project of each ecosystem, so that all of their readers look at it. */
    private static Maker beside(Maker odd) {
        return sandbox -> {
            sandbox.project()
                    .file("src/p/A.java", JAVA)
                    .file("app/index.php", "<?php require 'quay.php'; echo (new Quay)->name();")
                    .file("app/quay.php", "<?php class Quay { function name() { return 'north'; } }")
                    .file("web/index.html", "<script src=\"main.js\"></script>")
                    .file("web/main.js", "document.title = 'tide';");
            odd.make(sandbox);
        };
    }

    private static String many(int times, java.util.function.IntFunction<String> each) {
        return IntStream.range(0, times).mapToObj(each).collect(Collectors.joining());
    }

    private static Map<String, Maker> odd() {
        Map<String, Maker> cases = new LinkedHashMap<>();
        // paths
        cases.put(
                "a build file with paths that lead out",
                files(
                        "build.xml",
                        "<project default='a'><property file='../outside/victim.txt'/><import file='/etc/passwd'/>"
                                + "<target name='a'><javac srcdir='../outside' destdir='/tmp/out'/><copy todir='../outside'>"
                                + "<fileset dir='/etc'/></copy><delete dir='../outside'/><jar destfile='../outside/x.jar' basedir='..'/>"
                                + "<war destfile='../../x.war' webxml='../victim.txt'/></target></project>"));
        cases.put(
                "an IDE's class path that leads out",
                files(
                        ".classpath",
                        "<classpath><classpathentry kind='src' path='../outside'/><classpathentry kind='lib' path='/etc/passwd'/>"
                                + "<classpathentry kind='src' path='..'/><classpathentry kind='output' path='../outside'/></classpath>"));
        cases.put(
                "a module file that leads out",
                files(
                        "x.iml",
                        "<module><component name='NewModuleRootManager'><content url='file://$MODULE_DIR$/../outside'>"
                                + "<sourceFolder url='file://$MODULE_DIR$/../outside'/></content><orderEntry type='module-library'>"
                                + "<library><CLASSES><root url='jar:///etc/passwd!/'/></CLASSES></library></orderEntry></component></module>"));
        cases.put("a manifest that leads out", sandbox -> sandbox.project()
                .jar(
                        "lib/a.jar",
                        Map.of(
                                "META-INF/MANIFEST.MF",
                                "Manifest-Version: 1.0\nClass-Path: ../../outside/x.jar /etc/passwd\n"),
                        "p.B"));
        cases.put("a jar that says it is another place", sandbox -> sandbox.project()
                .jar(
                        "lib/a.jar",
                        Map.of(
                                "META-INF/maven/x/y/pom.properties",
                                "groupId=..\nartifactId=..\nversion=../../outside/x\n"),
                        "p.B"));
        cases.put("a jar whose entries climb", sandbox -> sandbox.project()
                .bytes(
                        "lib/a.jar",
                        Sketch.zip(Map.of(
                                "../../outside/evil.class", Sketch.classFile(8, "Evil"), "/abs.class", new byte[3]))));
        cases.put(
                "a shell script that leads out",
                files(
                        "build.sh",
                        "cd ..\ncd outside\njavac -d /tmp/x Victim.java\ncp victim.txt /etc/\nrm -rf ../outside ~ /\njar cf ../x.jar ."));
        cases.put(
                "a batch file that leads out",
                files("build.bat", "cd ..\\outside\r\njavac -d C:\\x Victim.java\r\ndel /s /q ..\\outside\r\n"));
        cases.put(
                "a make file that leads out",
                files(
                        "Makefile",
                        "include ../outside/victim.txt\nall:\n\tcd ../outside && javac Victim.java && rm victim.txt\n"));
        cases.put(
                "a descriptor of a package with paths that lead out",
                files(
                        "web/package.json",
                        "{\"name\":\"../../x\",\"version\":\"../..\",\"main\":\"../../outside/victim.txt\",\"dependencies\":"
                                + "{\"../../outside\":\"file:../../outside\",\"a/../b\":\"*\"},\"workspaces\":[\"../../*\"]}"));
        cases.put(
                "a lock file with paths that lead out",
                files(
                        "web/package-lock.json",
                        "{\"lockfileVersion\":3,\"packages\":{\"node_modules/../../outside\":{\"version\":\"1\"},"
                                + "\"../../outside\":{\"link\":true,\"resolved\":\"/etc\"}}}"));
        cases.put(
                "a compiler's settings that lead out",
                files(
                        "web/tsconfig.json",
                        "{\"extends\":\"../../outside/x.json\",\"compilerOptions\":{\"outDir\":\"../../outside\",\"rootDir\":\"/\"},"
                                + "\"include\":[\"../../**/*\",\"/etc/*\"],\"files\":[\"../../outside/victim.txt\"]}",
                        "web/a.ts",
                        "export const a = 1;"));
        cases.put(
                "a page with addresses that lead out",
                files(
                        "web/odd.html",
                        "<script src='../../outside/victim.txt'></script><script src='/etc/passwd'></script>"
                                + "<script src='file:///etc/passwd'></script><link rel='stylesheet' href='../../../victim.txt'>"
                                + "<script src='%2e%2e/%2e%2e/outside/victim.txt'></script>"));
        cases.put(
                "a program in PHP that loads files outside",
                files(
                        "app/evil.php",
                        "<?php require '../../outside/victim.txt'; require '/etc/passwd'; require __DIR__ . '/../../victim.txt';"
                                + " require 'php://filter/read=/etc/passwd'; require 'http://127.0.0.1:1/x';"));
        cases.put(
                "a descriptor of Composer that leads out",
                files(
                        "app/composer.json",
                        "{\"name\":\"x/y\",\"config\":{\"vendor-dir\":\"../../outside\"},\"autoload\":{\"psr-4\":{\"A\\\\\\\\\":\"../../outside\"},"
                                + "\"files\":[\"/etc/passwd\"]},\"repositories\":[{\"type\":\"path\",\"url\":\"../../outside\"}]}"));
        cases.put(
                "a web descriptor that names files outside",
                files(
                        "web2/WEB-INF/web.xml",
                        "<web-app><welcome-file-list><welcome-file>../../../outside/victim.txt</welcome-file></welcome-file-list>"
                                + "<servlet><servlet-name>x</servlet-name><servlet-class>../../x</servlet-class></servlet></web-app>"));
        // links
        cases.put(
                "a link to a folder outside",
                sandbox -> Files.createSymbolicLink(sandbox.root().resolve("src/out"), sandbox.outside()));
        cases.put("a link to a file outside", sandbox -> {
            Files.createSymbolicLink(
                    sandbox.root().resolve("src/p/Victim.java"),
                    sandbox.outside().resolve("Victim.java"));
            Files.createSymbolicLink(
                    sandbox.root().resolve("build.xml"), sandbox.outside().resolve("victim.txt"));
            Files.createSymbolicLink(
                    sandbox.root().resolve("web/package.json"),
                    sandbox.outside().resolve("victim.txt"));
        });
        cases.put("a cycle of links", sandbox -> {
            Files.createSymbolicLink(sandbox.root().resolve("src/again"), sandbox.root());
            Files.createSymbolicLink(sandbox.root().resolve("one"), Path.of("two"));
            Files.createSymbolicLink(sandbox.root().resolve("two"), Path.of("one"));
        });
        cases.put("links to devices", sandbox -> {
            Files.createSymbolicLink(sandbox.root().resolve("src/p/Zero.java"), Path.of("/dev/zero"));
            Files.createSymbolicLink(sandbox.root().resolve("build.sh"), Path.of("/dev/zero"));
            Files.createSymbolicLink(sandbox.root().resolve("app/zero.php"), Path.of("/dev/zero"));
            Files.createSymbolicLink(sandbox.root().resolve("web/zero.js"), Path.of("/dev/zero"));
            Files.createSymbolicLink(sandbox.root().resolve("pfeiler.yaml"), Path.of("/dev/zero"));
        });
        cases.put(
                "a link without a goal",
                sandbox -> Files.createSymbolicLink(sandbox.root().resolve("src/p/Gone.java"), Path.of("nowhere")));
        // sizes
        for (String path : List.of(
                "src/p/Long.java",
                "src/p/Long.kt",
                "src/p/Long.groovy",
                "src/p/Long.scala",
                "app/long.php",
                "web/long.js",
                "web/long.ts",
                "web/long.html",
                "web/long.css",
                "build.sh",
                "build.bat",
                "Makefile",
                "Dockerfile",
                "notes.md")) cases.put("a line of 10 MB in " + path, files(path, "x ".repeat(LONG / 2)));
        for (String path : List.of(
                "build.sh", "Makefile", "Dockerfile", "run.bat", "app/word.php", "web/word.js", "src/p/Word.java"))
            cases.put(
                    "a word of 100,000 characters in " + path,
                    files(
                            path,
                            "CP=" + "lib/a.jar:".repeat(10_000) + "\njavac -cp $CP src/p/A.java\nRUN "
                                    + "a/".repeat(50_000)));
        cases.put(
                "a quoted word of 100,000 characters",
                files(
                        "build.sh",
                        "javac -d 'out" + "x".repeat(100_000) + "' src/p/A.java",
                        "Dockerfile",
                        "RUN \"" + "y".repeat(100_000) + "\""));
        cases.put(
                "a thousand comments before a script",
                files(
                        "web/main.js",
                        "// tide\n".repeat(5000) + "'use strict';\nvar tide = 1;",
                        "web/block.js",
                        "/* x */\n".repeat(5000) + "var b;"));
        cases.put(
                "a class path of 100,000 entries",
                files(
                        ".classpath",
                        "<classpath>" + many(100_000, i -> "<classpathentry kind='lib' path='lib/l" + i + ".jar'/>")
                                + "</classpath>"));
        cases.put(
                "a page with 20,000 scripts",
                files("web/many.html", many(20_000, i -> "<script src='s" + i + ".js'></script>\n")));
        cases.put(
                "a descriptor with 100,000 dependencies",
                files(
                        "web/package.json",
                        "{\"name\":\"x\",\"version\":\"1.0.0\",\"devDependencies\":{\"a\":\"1\""
                                + many(100_000, i -> ",\"p" + i + "\":\"1\"") + "}}"));
        cases.put("an archive with 100,000 entries", sandbox -> {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            try (ZipOutputStream zip = new ZipOutputStream(out)) {
                for (int i = 0; i < 100_000; i++) zip.putNextEntry(new ZipEntry("d/e" + i + ".txt"));
            }
            sandbox.project().bytes("lib/many.jar", out.toByteArray());
        });
        cases.put("an archive that unpacks to gigabytes", sandbox -> {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            try (ZipOutputStream zip = new ZipOutputStream(out)) {
                for (String name : List.of(
                        "META-INF/MANIFEST.MF", "META-INF/maven/a/b/pom.properties", "p/B.class", "META-INF/x.tld")) {
                    zip.putNextEntry(new ZipEntry(name));
                    byte[] zeros = new byte[1 << 20];
                    for (int i = 0; i < 200; i++) zip.write(zeros);
                }
            }
            sandbox.project().bytes("lib/bomb.jar", out.toByteArray());
        });
        cases.put("a cut archive", sandbox -> {
            byte[] whole = Sketch.zip(Map.of("p/B.class", Sketch.classFile(8, "p.B")));
            sandbox.project().bytes("lib/cut.jar", java.util.Arrays.copyOf(whole, whole.length / 2));
        });
        // depths
        for (String path : List.of(
                "src/p/Deep.java",
                "src/p/Deep.kt",
                "src/p/Deep.groovy",
                "src/p/Deep.scala",
                "app/deep.php",
                "web/deep.js",
                "web/deep.ts"))
            cases.put(
                    "braces nested deeply in " + path,
                    files(
                            path,
                            (path.endsWith("php") ? "<?php " : "") + "class D " + "{".repeat(DEEP) + "(".repeat(DEEP)
                                    + "[".repeat(DEEP)));
        cases.put(
                "XML nested deeply",
                files(
                        "build.xml",
                        "<project>" + "<target>".repeat(DEEP),
                        ".classpath",
                        "<classpath>" + "<a>".repeat(DEEP),
                        "x.iml",
                        "<m>".repeat(DEEP)));
        cases.put(
                "JSON nested deeply",
                files(
                        "web/package.json",
                        "{\"a\":" + "[".repeat(DEEP),
                        "web/tsconfig.json",
                        "{\"a\":".repeat(DEEP),
                        "app/composer.json",
                        "[".repeat(DEEP)));
        cases.put(
                "YAML nested deeply",
                files(".github/workflows/ci.yml", "a: " + "[".repeat(DEEP), "compose.yaml", "- ".repeat(DEEP)));
        cases.put(
                "markup nested deeply",
                files("web/deep.html", "<div>".repeat(20_000) + "<script src='main.js'></script>"));
        cases.put(
                "substitutions nested deeply",
                files(
                        "build.sh",
                        "A=" + "$(echo ".repeat(5_000) + "x\njavac $A",
                        "Makefile",
                        "A=" + "$(subst a,b,".repeat(5_000) + "\nall:\n\tjavac $(A)\n"));
        // bombs
        cases.put(
                "entities that multiply",
                files(
                        "build.xml",
                        "<!DOCTYPE p [<!ENTITY a \"aaaaaaaaaa\">"
                                + many(
                                        12,
                                        i -> "<!ENTITY " + (char) ('b' + i) + " \""
                                                + ("&" + (char) ('a' + i) + ";").repeat(10) + "\">")
                                + "]><project name='&m;'><target name='x'>&m;</target></project>"));
        cases.put(
                "entities from outside",
                sandbox -> sandbox.project()
                        .file(
                                "build.xml",
                                "<!DOCTYPE p SYSTEM \"http://127.0.0.1:1/x.dtd\" [<!ENTITY v SYSTEM \""
                                        + sandbox.outside()
                                                .resolve("victim.txt")
                                                .toUri()
                                        + "\">]><project name='&v;' default='a'><target name='a'><javac srcdir='src'/></target></project>"));
        cases.put(
                "anchors that multiply",
                files(
                        ".github/workflows/ci.yml",
                        "a: &a [x,x,x,x,x,x,x,x,x]\n"
                                + many(
                                        12,
                                        i -> (char) ('b' + i) + ": &" + (char) ('b' + i) + " ["
                                                + ("*" + (char) ('a' + i) + ",").repeat(9) + "x]\n")));
        cases.put(
                "variables that double",
                files(
                        "build.sh",
                        "A=xxxxxxxxxx\n" + "A=$A$A\n".repeat(60) + "javac $A",
                        "Makefile",
                        "A=x\n" + many(60, i -> "A" + (i + 1) + "=$(A" + i + ")$(A" + i + ")\n")
                                + "all:\n\tjavac $(A60)\n",
                        "build.properties",
                        "a=${b}\nb=${a}\n",
                        "build.xml",
                        "<project default='x'><property file='build.properties'/><target name='x'><javac srcdir='${a}'/></target></project>"));
        cases.put(
                "calls without end",
                files(
                        "build.sh",
                        "f() { f; }\nf\nwhile true; do javac src/p/A.java; done",
                        "build.bat",
                        ":a\ncall :a\ngoto a\n",
                        "Makefile",
                        "A=$(B)\nB=$(A)\nall: all\n\t$(MAKE) all $(A)\n",
                        "build.xml",
                        "<project default='a'><target name='a' depends='b'><antcall target='a'/></target><target name='b' depends='a'><ant/></target></project>"));
        cases.put(
                "expressions that backtrack",
                files(
                        "app/composer.json",
                        "{\"name\":\"" + "a".repeat(60) + "!/" + "b".repeat(60) + "!\"}",
                        "README.md",
                        "#".repeat(50_000) + " " + "*".repeat(50_000),
                        "web/lib.js",
                        "/*! " + "a ".repeat(30_000) + "v" + "1.".repeat(30_000) + " */"));
        // damaged text
        cases.put("bytes that are no text", sandbox -> {
            byte[] all = new byte[4096];
            for (int i = 0; i < all.length; i++) all[i] = (byte) (i * 31 + i / 256);
            for (String path : List.of(
                    "src/p/Odd.java",
                    "src/p/Odd.kt",
                    "app/odd.php",
                    "web/odd.js",
                    "web/odd.html",
                    "build.xml",
                    "build.sh",
                    "pom.properties")) sandbox.project().bytes(path, all);
        });
        cases.put("byte order marks and zeros", sandbox -> {
            for (String path :
                    List.of("src/p/Mark.java", "app/mark.php", "web/mark.js", "build.sh", "web/package.json"))
                sandbox.project().bytes(path, new byte[] {(byte) 0xFF, (byte) 0xFE, 0, 0, 'x', 0});
        });
        cases.put("names with all kinds of signs", sandbox -> {
            for (String name : List.of(
                    "a b", "a;id", "a&b", "a'b", "a\"b", "$(id)", "`id`", "ä ö", "-rf", "a\\b", "a\nb", "%PATH%", "a|b",
                    "日本"))
                sandbox.project()
                        .file("src/p/" + name + "/N.java", "class N {}")
                        .file("web/" + name + ".js", "var n = 1;")
                        .file("web/" + name + ".html", "<script src=\"main.js\"></script>")
                        .file("app/" + name + ".php", "<?php class N {}");
        });
        // settings that would run something
        cases.put(
                "settings of version control that name programs",
                files(
                        ".git/config",
                        "[core]\nfsmonitor = touch ../outside/fs\nhooksPath = .\n[filter \"x\"]\nclean = touch ../outside/clean\nprocess = touch ../outside/p\n",
                        ".gitattributes",
                        "* filter=x\n"));
        cases.put(
                "scripts that deploy",
                files(
                        "build.sh",
                                "javac -d out src/p/A.java && scp out/* deploy@port.example:/srv && git push && curl -d @out http://127.0.0.1:1/",
                        "web/build.sh",
                                "esbuild main.js --outfile=out.js && rsync -a out.js deploy@port.example:/srv/"));
        cases.put(
                "a packages folder with programs",
                files(
                        "web/node_modules/typescript/package.json",
                                "{\"name\":\"typescript\",\"version\":\"5.9.3\",\"bin\":{\"tsc\":\"bin/tsc\"}}",
                        "web/node_modules/typescript/lib/typescript.js",
                                "require('fs').writeFileSync('/tmp/pfeiler-doctored', 'x')",
                        "web/node_modules/.bin/tsc", "#!/bin/sh\ntouch /tmp/pfeiler-doctored",
                        "web/node_modules/../package.json", "{\"name\":\"x\"}"));
        return cases;
    }

    @TestFactory
    Stream<DynamicTest> nothingIsRunAndNothingIsLost() {
        List<DynamicTest> tests = new ArrayList<>();
        odd().forEach((name, odd) -> tests.add(DynamicTest.dynamicTest(name, () -> {
            Sandbox sandbox = new Sandbox(Files.createTempDirectory(folder, "case"));
            beside(odd).make(sandbox);
            sandbox.read();
            Map<String, String> before = sandbox.project().digest();
            if (sandbox.convert().refusal().isEmpty())
                sandbox.undo(Undo.Edits.REFUSE).done();
            Map<String, String> after = sandbox.project().digest();
            assertThat(after).as("the project, after convert and undo").isEqualTo(before);
        })));
        return tests.stream();
    }

    /** A pipe has no end, and no one writes into it. */
    @Test
    void aPipeIsNotRead() throws Exception {
        Sandbox sandbox = new Sandbox(folder);
        beside(files()).make(sandbox);
        for (String path : List.of("build.xml", "src/p/Pipe.java", "app/pipe.php", "web/package.json", ".npmrc")) {
            Process made =
                    new ProcessBuilder("mkfifo", sandbox.root().resolve(path).toString()).start();
            assertThat(made.waitFor()).isZero();
        }
        sandbox.run(() -> {
            Proposal proposal = sandbox.propose();
            assertThat(proposal.leftForYou()).anySatisfy(finding -> {
                assertThat(finding.subject()).isEqualTo("build.xml");
                assertThat(finding.fact()).contains("is a device or a pipe");
            });
            return proposal;
        });
    }

    /** What is no text cannot be written again: it is named, with its bytes. */
    @Test
    void aNameThatIsNoTextIsNamed() throws Exception {
        Sandbox sandbox = new Sandbox(folder);
        beside(files()).make(sandbox);
        Process made = new ProcessBuilder(
                        "sh",
                        "-c",
                        "printf x > \"$0/src/notes-$(printf '\\377').txt\"",
                        sandbox.root().toString())
                .start();
        assertThat(made.waitFor()).isZero();
        sandbox.survey().done();
        sandbox.convert().refusedWith("src/notes-%FF.txt");
    }

    /** A file of the project cannot make reading start a program; the person can. */
    @Test
    void aChoiceOfTheProjectStartsNoCompiler() throws Exception {
        Sandbox sandbox = new Sandbox(folder);
        files(
                        "index.html",
                        "<script src=\"main.js\"></script>",
                        "main.js",
                        "var a = 1;",
                        "pfeiler.yaml",
                        "language: typescript\n",
                        "node_modules/typescript/package.json",
                        "{\"name\":\"typescript\",\"version\":\"5.9.3\"}",
                        "node_modules/typescript/lib/typescript.js",
                        "require('fs').writeFileSync('../outside/doctored', '')")
                .make(sandbox);
        sandbox.read().refusedWith("accepted on the command line only");
        Files.delete(sandbox.root().resolve("pfeiler.yaml"));
        // no registry can be asked, and the one in the project is not taken
        sandbox.read("language=typescript").refusedWith("TypeScript 5.9.3 is not in a registry that can be asked");
    }

    /** Choices of the project name no place outside. */
    @Test
    void choicesOfTheProjectStayInside() throws Exception {
        for (String choice : List.of(
                "name: ../../x", "group: ../x", "archive: ../../x", "version: ../../../x", "role:src: ../../x")) {
            Sandbox sandbox = new Sandbox(Files.createTempDirectory(folder, "case"));
            beside(files("pfeiler.yaml", choice + "\n")).make(sandbox);
            sandbox.convert();
            assertThat(sandbox.folder().resolve("place/x")).doesNotExist();
        }
    }
}
