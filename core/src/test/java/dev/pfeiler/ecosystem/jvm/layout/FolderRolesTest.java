package dev.pfeiler.ecosystem.jvm.layout;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.ecosystem.jvm.language.Languages;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SourceText;
import dev.pfeiler.ecosystem.jvm.language.java.JavaLanguage;
import dev.pfeiler.ecosystem.jvm.language.java.JavaReader;
import dev.pfeiler.ecosystem.jvm.reading.Wirings;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class FolderRolesTest {
    @TempDir
    Path folder;

    private Sketch sketch;

    @BeforeEach
    void setUp() {
        sketch = new Sketch(folder);
    }

    private Layout layout(Map<String, Role> settled) throws IOException {
        ProjectTree tree = sketch.tree();
        List<SourceFile> sources = new ArrayList<>();
        for (var file : tree.files()) {
            if (file.extension().equals("java"))
                sources.add(JavaReader.read(file.path(), SourceText.of(tree.bytes(file.path()))));
        }
        return FolderRoles.of(tree, new Languages(List.of(new JavaLanguage())), sources, Wirings.read(tree), settled);
    }

    private Layout layout() throws IOException {
        return layout(Map.of());
    }

    private static String place(Layout layout, String path) {
        return layout.of(path).map(p -> p.role() + " " + p.relative()).orElse("none");
    }

    @Test
    void aSourceFolderIsWherePackagesStart() throws IOException {
        sketch.file("stuff/code/no/port/A.java", "package no.port; class A {}")
                .file("stuff/code/no/port/a.properties", "x=1")
                .file("stuff/code/no/port/package.html", "<p>")
                .file("stuff/readme.txt", "hello");
        Layout layout = layout();
        assertThat(layout.folders(Role.MAIN).map(Folder::path)).containsExactly("stuff/code");
        assertThat(place(layout, "stuff/code/no/port/A.java")).isEqualTo("MAIN no/port/A.java");
        assertThat(place(layout, "stuff/code/no/port/a.properties")).isEqualTo("MAIN_RESOURCES no/port/a.properties");
        assertThat(place(layout, "stuff/code/no/port/package.html")).isEqualTo("MAIN no/port/package.html");
        assertThat(place(layout, "stuff/readme.txt")).isEqualTo("none");
    }

    @Test
    void ofTwoBuildsOfTheSameFoldersTheMoreTrustedOneDecides() throws IOException {
        sketch.file("src/p/A.java", "package p; class A { B b; }")
                .file("src/p/B.java", "package p; class B {}")
                .file("src/p/Old.java", "package p; class Old {}")
                .file("tools/q/Tool.java", "package q; class Tool {}")
                .file(
                        "build.xml",
                        "<project default='x'><target name='x'>",
                        "<javac srcdir='src' destdir='out' excludes='p/Old.java'/></target></project>")
                .file("compile.sh", "javac -d out $(find src -name '*.java')");
        assertThat(place(layout(), "src/p/B.java")).isEqualTo("MAIN p/B.java");
        assertThat(place(layout(), "src/p/Old.java")).isEqualTo("none");
        sketch.file("compile.sh", "javac -d out $(find src tools -name '*.java')");
        assertThat(place(layout(), "src/p/Old.java"))
                .as("another build, which compiles more")
                .isEqualTo("MAIN p/Old.java");
    }

    @Test
    void pagesOfAProgramWhoseBuildPacksAJarAreNoWebProgram() throws IOException {
        sketch.file("src/no/port/A.java", "package no.port; class A {}").file("examples/status.jsp", "<p>");
        assertThat(layout().folders(Role.WEB).map(Folder::path)).containsExactly("examples");
        sketch.file("build.sh", "javac -d out src/no/port/A.java", "jar cf tides.jar -C out .");
        assertThat(layout().folders(Role.WEB)).isEmpty();
    }

    @Test
    void whatTheBuildDoesNotPackGoesWithTheSourceItIsNamedAfter() throws IOException {
        sketch.file("src/no/port/Window.java", "package no.port; class Window {}")
                .file("src/no/port/Window.form", "<Form/>")
                .file("src/no/port/other.form", "<Form/>")
                .file("src/no/port/window.properties", "a=1")
                .file(
                        "nbproject/project.properties",
                        "src.dir=src",
                        "build.classes.dir=build/classes",
                        "build.classes.excludes=**/*.java,**/*.form",
                        "dist.jar=dist/port.jar")
                .file("build.xml", "<project><import file='nbproject/build-impl.xml'/></project>");
        Layout layout = layout();
        assertThat(place(layout, "src/no/port/Window.form")).isEqualTo("MAIN no/port/Window.form");
        assertThat(place(layout, "src/no/port/other.form")).isEqualTo("LEFT no/port/other.form");
        assertThat(place(layout, "src/no/port/window.properties"))
                .isEqualTo("MAIN_RESOURCES no/port/window.properties");
    }

    @Test
    void aFolderNamedTestMayHoldTheProgram() throws IOException {
        sketch.file("test/no/port/App.java", "package no.port; class App { static void main(String[] a) {} }");
        assertThat(layout().folders(Role.MAIN).map(Folder::path)).containsExactly("test");
    }

    @Test
    void aFolderOfTestsAndTheProgramIsSplit() throws IOException {
        sketch.file("src/no/port/A.java", "package no.port; public class A {}")
                .file(
                        "src/no/port/ATest.java",
                        "package no.port; import org.junit.Test; class ATest { @Test void a() {} A a; }")
                .file(
                        "src/no/port/BTest.java",
                        "package no.port; import org.junit.Test; class BTest { @Test void a() {} }");
        Layout layout = layout();
        assertThat(layout.folders(Role.MAIN).map(Folder::path)).containsExactly("src");
        assertThat(place(layout, "src/no/port/A.java")).isEqualTo("MAIN no/port/A.java");
        assertThat(place(layout, "src/no/port/ATest.java")).isEqualTo("TEST no/port/ATest.java");
    }

    @Test
    void testsAreKnownByWhatTheyUseNotByTheirFoldersName() throws IOException {
        sketch.file("code/no/port/A.java", "package no.port; public class A {}")
                .file(
                        "proofs/no/port/AProof.java",
                        "package no.port; import org.junit.Test; class AProof { @Test void a() {} }")
                .file("proofs/no/port/data.txt", "1");
        Layout layout = layout();
        assertThat(layout.folders(Role.TEST).map(Folder::path)).containsExactly("proofs");
        assertThat(place(layout, "proofs/no/port/data.txt")).isEqualTo("TEST_RESOURCES no/port/data.txt");
    }

    @Test
    void testsAmongTheSourcesAreTestsUnlessTheProgramUsesThem() throws IOException {
        sketch.file("src/p/A.java", "package p; class A { Rule r; }")
                .file(
                        "src/p/ATest.java",
                        "package p; import org.junit.Test; class ATest extends Base { @Test public void a() {} }")
                .file("src/p/Base.java", "package p; import org.junit.Before; abstract class Base { }")
                .file("src/p/Rule.java", "package p; import org.junit.Test; public class Rule { @Test void x() {} }")
                .file("src/p/B.java", "package p; class B {}")
                .file("src/p/C.java", "package p; class C {}");
        Layout layout = layout();
        assertThat(place(layout, "src/p/ATest.java")).startsWith("TEST ");
        assertThat(place(layout, "src/p/Base.java")).startsWith("TEST ");
        assertThat(place(layout, "src/p/Rule.java")).startsWith("MAIN ");
        assertThat(place(layout, "src/p/A.java")).startsWith("MAIN ");
    }

    @Test
    void aTestFrameworkIsNotItsOwnTest() throws IOException {
        sketch.file("src/org/junit/Test.java", "package org.junit; public @interface Test {}")
                .file(
                        "src/org/junit/runner/Runner.java",
                        "package org.junit.runner; import org.junit.Test; class Runner { Test t; }");
        assertThat(layout().files(Role.TEST)).isEmpty();
    }

    @Test
    void theWebFolderHoldsWebInf() throws IOException {
        sketch.file("site/WEB-INF/web.xml", "<web-app/>")
                .file("site/WEB-INF/src/p/A.java", "package p; class A {}")
                .file("site/index.jsp", "hi")
                .bytes("site/WEB-INF/classes/p/A.class", Sketch.classFile(8, "p.A"));
        Layout layout = layout();
        assertThat(layout.folders(Role.WEB).findFirst().orElseThrow().path()).isEqualTo("site");
        assertThat(place(layout, "site/index.jsp")).isEqualTo("WEB index.jsp");
        assertThat(place(layout, "site/WEB-INF/src/p/A.java")).isEqualTo("MAIN p/A.java");
        assertThat(place(layout, "site/WEB-INF/classes/p/A.class")).startsWith("OUTPUT");
    }

    @Test
    void aWebFolderAtTheTopServesNoReadme() throws IOException {
        sketch.file("WEB-INF/web.xml", "<web-app/>")
                .file("index.html", "hi")
                .file("README.md", "read me")
                .file("src/p/A.java", "package p; class A {}");
        Layout layout = layout();
        assertThat(place(layout, "index.html")).isEqualTo("WEB index.html");
        assertThat(place(layout, "WEB-INF/web.xml")).isEqualTo("WEB WEB-INF/web.xml");
        assertThat(place(layout, "README.md")).isEqualTo("none");
        assertThat(place(layout, "src/p/A.java")).isEqualTo("MAIN p/A.java");
    }

    @Test
    void sourcesAtTheTopLeaveTheRestOfTheTreeAlone() throws IOException {
        sketch.file("Main.java", "class Main {}")
                .file("p/A.java", "package p; class A {}")
                .file("p/a.txt", "x")
                .file("notes.txt", "x");
        Layout layout = layout();
        assertThat(place(layout, "Main.java")).isEqualTo("MAIN Main.java");
        assertThat(place(layout, "p/a.txt")).isEqualTo("MAIN_RESOURCES p/a.txt");
        assertThat(place(layout, "notes.txt")).isEqualTo("none");
    }

    @Test
    void aSourceThatLiesElsewhereThanItsPackageSaysKeepsItsPlace() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}").file("src/old/B.java", "package q; class B {}");
        assertThat(place(layout(), "src/old/B.java")).isEqualTo("MAIN old/B.java");
    }

    @Test
    void classesAmongTheirSourcesWereBuiltFromThem() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .bytes("src/p/A.class", Sketch.classFile(8, "p.A"))
                .bytes("src/p/A$1.class", Sketch.classFile(8, "p.A$1"))
                .bytes("src/p/Foreign.class", Sketch.classFile(8, "p.Foreign"));
        Layout layout = layout();
        assertThat(place(layout, "src/p/A.class")).startsWith("OUTPUT");
        assertThat(place(layout, "src/p/A$1.class")).startsWith("OUTPUT");
        assertThat(place(layout, "src/p/Foreign.class")).startsWith("MAIN_RESOURCES");
    }

    @Test
    void aPersonsWordStandsOverAllSigns() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}").file("conf/a.properties", "x=1");
        Layout layout = layout(Map.of("conf", Role.MAIN_RESOURCES, "src", Role.LEFT));
        assertThat(place(layout, "conf/a.properties")).isEqualTo("MAIN_RESOURCES a.properties");
        assertThat(place(layout, "src/p/A.java")).isEqualTo("none");
    }

    @Test
    void theWiringsFoldersAndPatternsAreFollowed() throws IOException {
        sketch.file(
                        ".classpath",
                        "<classpath>",
                        "<classpathentry kind='src' path='java' excluding='p/old/|**/*.bak'/>",
                        "<classpathentry kind='src' path='conf'/>",
                        "<classpathentry kind='output' path='bin'/>",
                        "</classpath>")
                .file("java/p/A.java", "package p; class A {}")
                .file("java/p/old/B.java", "package p.old; class B {}")
                .file("java/p/a.bak", "x")
                .file("conf/a.properties", "x=1")
                .file("bin/a.properties", "x=1");
        Layout layout = layout();
        assertThat(place(layout, "java/p/old/B.java")).isEqualTo("none");
        assertThat(place(layout, "java/p/a.bak")).isEqualTo("none");
        assertThat(place(layout, "conf/a.properties")).isEqualTo("MAIN_RESOURCES a.properties");
        assertThat(place(layout, "bin/a.properties")).isEqualTo("OUTPUT a.properties");
    }

    @Test
    void whatIsNotCompiledMayBePacked() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file("src/icons/buoy.gif", "x")
                .file("src/notes/todo.txt", "x")
                .file(
                        "build.xml",
                        "<project default='x'><target name='x'><javac srcdir='src' destdir='out' excludes='icons/*,notes/*'/>",
                        "<jar destfile='a.jar'><fileset dir='out'/><fileset dir='src' includes='icons/*.gif'/></jar>",
                        "</target></project>");
        Layout layout = layout();
        assertThat(place(layout, "src/icons/buoy.gif")).isEqualTo("MAIN_RESOURCES icons/buoy.gif");
        assertThat(place(layout, "src/notes/todo.txt")).isEqualTo("none");
    }

    @Test
    void ofTwoSourcesOfAClassTheCompiledOneIsMeant() throws IOException {
        sketch.file("src/p/Chart.java", "package p; class Chart { Node node; Depth depth; q.Used used; }")
                .file("src/p/Depth.java", "package p; class Depth {}")
                .file("contrib/p/Depth.java", "package p; class Depth {}")
                .file("examples/one/Node.java", "class Node {}")
                .file("examples/two/Node.java", "class Node { Node next; }")
                .file("shared/q/Used.java", "package q; public class Used { r.Deeper deeper; }")
                .file("deep/r/Deeper.java", "package r; public class Deeper {}")
                .file("build.xml", "<project><target name='x'><javac srcdir='src' destdir='out'/></target></project>");
        Layout layout = layout();
        assertThat(layout.folders(Role.LEFT).map(Folder::path))
                .as("the unnamed package is out of reach")
                .containsExactlyInAnyOrder("contrib", "examples/one", "examples/two");
        assertThat(layout.folders(Role.MAIN).map(Folder::path)).containsExactlyInAnyOrder("src", "shared", "deep");
    }
}
