package dev.pfeiler.ecosystem.jvm.wiring.ide;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.ecosystem.jvm.reading.Wirings;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Finding;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OtherIdeFilesTest {
    @TempDir
    Path folder;

    @Test
    void moduleFilesAreRead() throws IOException {
        new Sketch(folder)
                .file("code/p/A.java", "package p; class A {}")
                .file("lib/a.jar", "x")
                .file("lib/junit.jar", "x")
                .file("more/b.jar", "x")
                .file(
                        "tides.iml",
                        "<module><component name='NewModuleRootManager'><content url='file://$MODULE_DIR$'>",
                        "<sourceFolder url='file://$MODULE_DIR$/code' isTestSource='false'/>",
                        "<sourceFolder url='file://$MODULE_DIR$/checks' isTestSource='true'/>",
                        "</content><orderEntry type='module-library'><library><CLASSES>",
                        "<root url='jar://$MODULE_DIR$/lib/a.jar!/'/></CLASSES></library></orderEntry>",
                        "<orderEntry type='module-library' scope='TEST'><library><CLASSES>",
                        "<root url='jar://$MODULE_DIR$/lib/junit.jar!/'/></CLASSES></library></orderEntry>",
                        "<orderEntry type='library' name='more libs' level='project'/>",
                        "<orderEntry type='library' name='global' level='application'/>",
                        "<orderEntry type='module-library'><library><CLASSES>",
                        "<root url='jar:///opt/x.jar!/'/></CLASSES></library></orderEntry>",
                        "</component></module>")
                .file(
                        ".idea/libraries/more_libs.xml",
                        "<component><library><CLASSES><root url='file://$PROJECT_DIR$/more'/></CLASSES></library></component>")
                .file(
                        ".idea/misc.xml",
                        "<project><component name='ProjectRootManager' languageLevel='JDK_1_8'/></project>")
                .file(
                        ".idea/encodings.xml",
                        "<project><component><file url='PROJECT' charset='ISO-8859-1'/></component></project>");
        Wiring wiring = ImlFiles.read(new Sketch(folder).tree()).get(0);
        assertThat(wiring.name().orElseThrow().value()).isEqualTo("tides");
        assertThat(wiring.sources()).extracting("path").containsExactly("code", "checks");
        assertThat(wiring.sources()).extracting("test").containsExactly(false, true);
        assertThat(wiring.libraries()).extracting("path").containsExactly("lib/a.jar", "lib/junit.jar", "more/b.jar");
        assertThat(wiring.libraries()).extracting("test").containsExactly(false, true, false);
        assertThat(wiring.levels().get(0).value()).isEqualTo("1.8");
        assertThat(wiring.settings("-encoding").get(0).value()).isEqualTo("ISO-8859-1");
        assertThat(wiring.trouble()).extracting(Finding::subject).containsExactly("global", "jar:///opt/x.jar!/");
    }

    @Test
    void projectPropertiesAreRead() throws IOException {
        new Sketch(folder)
                .file("src/p/A.java", "package p; class A {}")
                .file("checks/p/ATest.java", "package p; class ATest {}")
                .file("lib/a.jar", "x")
                .file("build.xml", "<project><import file='nbproject/build-impl.xml'/></project>")
                .file(
                        "nbproject/project.properties",
                        "application.title=tides",
                        "src.dir=src",
                        "test.src.dir=checks",
                        "file.reference.a.jar=lib/a.jar",
                        "javac.classpath=\\",
                        "    ${file.reference.a.jar}:\\",
                        "    lib/gone.jar",
                        "javac.source=1.7",
                        "javac.target=1.7",
                        "javac.compilerargs=-Xlint:unchecked -parameters",
                        "source.encoding=UTF-8",
                        "main.class=p.A");
        Wiring wiring = Wirings.read(new Sketch(folder).tree()).get(0);
        assertThat(Wirings.read(new Sketch(folder).tree()))
                .as("the build file is the IDE's own")
                .hasSize(1);
        assertThat(wiring.sources()).extracting("path").containsExactly("src", "checks");
        assertThat(wiring.libraries()).extracting("path").containsExactly("lib/a.jar");
        assertThat(wiring.levels().get(0).evidence().place()).isEqualTo("nbproject/project.properties:9");
        assertThat(wiring.compilations().get(0).flags())
                .extracting("value")
                .containsExactly("-Xlint:unchecked", "-parameters");
        assertThat(wiring.mainClasses()).extracting("value").containsExactly("p.A");
        assertThat(wiring.trouble()).extracting(Finding::subject).containsExactly("lib/gone.jar");
    }

    @Test
    void sourceFoldersAreThoseThatTheProjectNames() throws IOException {
        new Sketch(folder)
                .file("code/p/A.java", "package p; class A {}")
                .file("demo/p/D.java", "package p; class D {}")
                .file("checks/p/ATest.java", "package p; class ATest {}")
                .file("src/old/B.java", "package old; class B {}")
                .file("build.xml", "<project><import file='nbproject/build-impl.xml'/></project>")
                .file(
                        "nbproject/project.properties",
                        "src.dir=demo",
                        "tides.dir=code",
                        "checks.dir=checks",
                        "src.old.dir=src")
                .file(
                        "nbproject/project.xml",
                        "<project><configuration><data><source-roots><root id='tides.dir'/><root id='src.dir'/>",
                        "</source-roots><test-roots><root id='checks.dir'/></test-roots></data></configuration></project>");
        assertThat(Wirings.read(new Sketch(folder).tree()).get(0).sources())
                .extracting(source -> source.path() + (source.test() ? " test" : ""))
                .containsExactly("code", "demo", "checks test");
    }

    @Test
    void artifactsSayWhatGoesIntoTheArchive() throws IOException {
        new Sketch(folder)
                .file("web/i.html", "x")
                .file("lib/a.jar", "x")
                .file("more/b.jar", "x")
                .file(
                        "tides.iml",
                        "<module><component name='FacetManager'><facet type='web' name='Web'><configuration><webroots>",
                        "<root url='file://$MODULE_DIR$/web' relative='/'/></webroots></configuration></facet>",
                        "</component></module>")
                .file(
                        ".idea/libraries/more.xml",
                        "<component><library><CLASSES><root url='file://$PROJECT_DIR$/more'/></CLASSES></library></component>")
                .file(
                        ".idea/artifacts/tides.xml",
                        "<component><artifact type='exploded-war' name='tides:war exploded'><root id='root'>",
                        "<element id='directory' name='WEB-INF'><element id='directory' name='lib'>",
                        "<element id='file-copy' path='$PROJECT_DIR$/lib/a.jar'/>",
                        "<element id='library' level='project' name='more'/></element></element>",
                        "<element id='javaee-facet-resources' facet='tides/web/Web'/></root></artifact></component>");
        Wiring wiring = ImlFiles.read(new Sketch(folder).tree()).get(0);
        assertThat(wiring.webRoots()).extracting(Wiring.Setting::value).containsExactly("web");
        Wiring.Archive war = wiring.archives().get(0);
        assertThat(war.path()).isEqualTo("tides.war");
        assertThat(war.entry("web/i.html")).contains("i.html");
        assertThat(war.entry("lib/a.jar")).contains("WEB-INF/lib/a.jar");
        assertThat(war.entry("more/b.jar")).contains("WEB-INF/lib/b.jar");
    }

    @Test
    void projectFilesSayWhatGoesIntoTheArchive() throws IOException {
        new Sketch(folder)
                .file("web/i.html", "x")
                .file("lib/a.jar", "x")
                .file("lib/b.jar", "x")
                .file(
                        "nbproject/project.properties",
                        "file.reference.a.jar=lib/a.jar",
                        "web.docbase.dir=web",
                        "war.name=tides.war")
                .file(
                        "nbproject/project.xml",
                        "<project><configuration><data><web-module-libraries><library>",
                        "<file>${file.reference.a.jar}</file><path-in-war>WEB-INF/lib</path-in-war></library><library>",
                        "<file>lib/b.jar</file></library></web-module-libraries></data></configuration></project>");
        Wiring.Archive war =
                NbprojectFiles.read(new Sketch(folder).tree()).get(0).archives().get(0);
        assertThat(war.path()).isEqualTo("tides.war");
        assertThat(war.entry("web/i.html")).contains("i.html");
        assertThat(war.entry("lib/a.jar")).contains("WEB-INF/lib/a.jar");
        assertThat(war.entry("lib/b.jar")).as("compiled against alone").isEmpty();
    }

    @Test
    void modulesReferToEachOtherByName() throws IOException {
        new Sketch(folder)
                .file("base/src/p/A.java", "package p; class A {}")
                .file("app/src/q/B.java", "package q; class B {}")
                .file(
                        "base/base.iml",
                        "<module><component name='NewModuleRootManager'><content url='file://$MODULE_DIR$'>",
                        "<sourceFolder url='file://$MODULE_DIR$/src' isTestSource='false'/></content></component></module>")
                .file(
                        "app/app.iml",
                        "<module><component name='NewModuleRootManager'><content url='file://$MODULE_DIR$'>",
                        "<sourceFolder url='file://$MODULE_DIR$/src' isTestSource='false'/></content>",
                        "<orderEntry type='module' module-name='base'/>",
                        "<orderEntry type='module' module-name='elsewhere'/></component></module>");
        List<Wiring> wirings = ImlFiles.read(new Sketch(folder).tree());
        assertThat(wirings).extracting(Wiring::folder).containsExactly("app", "base");
        assertThat(wirings.get(0).sources())
                .extracting(Wiring.SourceFolder::path)
                .containsExactly("app/src");
        assertThat(wirings.get(0).projects()).extracting(Wiring.Setting::value).containsExactly("base");
        assertThat(wirings.get(0).trouble()).extracting(Finding::subject).containsExactly("elsewhere");
    }

    @Test
    void projectPropertiesNameWhatOtherProjectsBuild() throws IOException {
        new Sketch(folder)
                .file("base/src/p/A.java", "package p; class A {}")
                .file("base/nbproject/project.properties", "src.dir=src")
                .file("app/src/q/B.java", "package q; class B {}")
                .file("app/lib/x.jar", "x")
                .file(
                        "app/nbproject/project.properties",
                        "src.dir=src",
                        "project.base=../base",
                        "reference.base.jar=${project.base}/dist/base.jar",
                        "javac.classpath=${reference.base.jar}:lib/x.jar");
        Wiring app = NbprojectFiles.read(new Sketch(folder).tree()).get(0);
        assertThat(app.sources()).extracting(Wiring.SourceFolder::path).containsExactly("app/src");
        assertThat(app.projects()).extracting(Wiring.Setting::value).containsExactly("base");
        assertThat(app.libraries()).extracting(Wiring.Library::path).containsExactly("app/lib/x.jar");
        assertThat(app.trouble()).isEmpty();
    }
}
