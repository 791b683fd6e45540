package dev.pfeiler.ecosystem.jvm.wiring.ide;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Finding;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ClasspathFilesTest {
    @TempDir
    Path folder;

    private Wiring read(String... classPathEntries) throws IOException {
        new Sketch(folder)
                .file("lib/a.jar", "x")
                .file(".classpath", "<classpath>\n" + String.join("\n", classPathEntries) + "\n</classpath>");
        return ClasspathFiles.read(new Sketch(folder).tree()).get(0);
    }

    @Test
    void readsClassPathEntriesWithTheirLines() throws IOException {
        Wiring wiring = read(
                "<classpathentry kind='src' path='code/'/>",
                "<classpathentry kind='src' path='checks'><attributes><attribute name='test' value='true'/></attributes></classpathentry>",
                "<classpathentry kind='lib' path='lib/a.jar' sourcepath='lib/a-src.zip'/>",
                "<classpathentry kind='con' path='org.eclipse.jdt.launching.JRE_CONTAINER/x'/>",
                "<classpathentry kind='output' path='bin'/>");
        assertThat(wiring.sources()).extracting("path").containsExactly("code", "checks");
        assertThat(wiring.sources()).extracting("test").containsExactly(false, true);
        assertThat(wiring.libraries()).singleElement().satisfies(library -> {
            assertThat(library.path()).isEqualTo("lib/a.jar");
            assertThat(library.evidence().place()).isEqualTo(".classpath:4");
        });
        assertThat(wiring.outputs()).extracting("value").containsExactly("bin");
        assertThat(wiring.trouble()).isEmpty();
    }

    @Test
    void saysWhatLiesOutsideTheProject() throws IOException {
        Wiring wiring = read(
                "<classpathentry kind='lib' path='lib/missing.jar'/>",
                "<classpathentry kind='lib' path='../other/b.jar'/>",
                "<classpathentry kind='lib' path='C:/java/c.jar'/>",
                "<classpathentry kind='var' path='M2_REPO/d.jar'/>",
                "<classpathentry kind='src' path='/otherproject'/>",
                "<classpathentry kind='con' path='org.eclipse.jdt.USER_LIBRARY/port'/>");
        assertThat(wiring.libraries()).isEmpty();
        assertThat(wiring.trouble())
                .allMatch(Finding::leftForYou)
                .extracting(Finding::subject)
                .containsExactly(
                        "lib/missing.jar",
                        "../other/b.jar",
                        "C:/java/c.jar",
                        "M2_REPO/d.jar",
                        "/otherproject",
                        "org.eclipse.jdt.USER_LIBRARY/port");
    }

    @Test
    void readsSettings() throws IOException {
        new Sketch(folder)
                .file(".project", "<projectDescription><name> Tide board </name></projectDescription>")
                .file(".settings/org.eclipse.jdt.core.prefs", "a=b", "org.eclipse.jdt.core.compiler.source = 1.5")
                .file(".settings/org.eclipse.core.resources.prefs", "encoding/<project>=UTF-16")
                .file(
                        ".settings/org.eclipse.wst.common.component",
                        "<project-modules><wb-module>",
                        "<wb-resource deploy-path='/' source-path='/web/'/>",
                        "<property name='context-root' value='/tides'/>",
                        "</wb-module></project-modules>");
        Wiring wiring = ClasspathFiles.read(new Sketch(folder).tree()).get(0);
        assertThat(wiring.name().orElseThrow().value()).isEqualTo("Tide board");
        assertThat(wiring.levels().get(0).value()).isEqualTo("1.5");
        assertThat(wiring.levels().get(0).evidence().line()).isEqualTo(2);
        assertThat(wiring.settings("-encoding").get(0).value()).isEqualTo("UTF-16");
        assertThat(wiring.webRoots().get(0).value()).isEqualTo("web");
        assertThat(wiring.contextPath().orElseThrow().value()).isEqualTo("tides");
    }

    @Test
    void theDeploymentSaysWhatGoesIntoTheArchive() throws IOException {
        new Sketch(folder)
                .file("web/.project", "<projectDescription><name>Board</name></projectDescription>")
                .file("base/.project", "<projectDescription><name>Base</name></projectDescription>")
                .file("base/.classpath", "<classpath><classpathentry kind='src' path='src'/></classpath>")
                .file("web/lib/a.jar", "x")
                .file("web/lib/b.jar", "x")
                .file(
                        "web/.classpath",
                        "<classpath><classpathentry kind='src' path='src'/>",
                        "<classpathentry kind='lib' path='lib/a.jar'><attributes>",
                        "<attribute name='org.eclipse.jst.component.dependency' value='/WEB-INF/lib'/>",
                        "</attributes></classpathentry></classpath>")
                .file(
                        "web/.settings/org.eclipse.wst.common.project.facet.core.xml",
                        "<faceted-project><installed facet='jst.web' version='3.1'/></faceted-project>")
                .file(
                        "web/.settings/org.eclipse.wst.common.component",
                        "<project-modules><wb-module deploy-name='board'>",
                        "<wb-resource deploy-path='/' source-path='/pages'/>",
                        "<dependent-module archiveName='base.jar' deploy-path='/WEB-INF/lib' handle='module:/resource/Base/Base'/>",
                        "<dependent-module deploy-path='/WEB-INF/lib' handle='module:/classpath/lib/Board/lib/b.jar'/>",
                        "</wb-module></project-modules>");
        Wiring wiring = ClasspathFiles.read(new Sketch(folder).tree()).stream()
                .filter(w -> w.folder().equals("web"))
                .findFirst()
                .orElseThrow();
        Wiring.Archive war = wiring.archives().get(0);
        assertThat(war.path()).isEqualTo("web/board.war");
        assertThat(war.entry("web/pages/i.html")).contains("i.html");
        assertThat(war.entry("web/lib/a.jar")).contains("WEB-INF/lib/a.jar");
        assertThat(war.entry("web/lib/b.jar")).contains("WEB-INF/lib/b.jar");
        assertThat(war.entry("base/base.jar")).contains("WEB-INF/lib/base.jar");
        assertThat(wiring.projects()).extracting(Wiring.Setting::value).containsExactly("base");
    }

    @Test
    void aBrokenFileIsAFindingWithItsLine() throws IOException {
        new Sketch(folder).file(".classpath", "<classpath>", "<classpathentry kind='src'", "</classpath>");
        Wiring wiring = ClasspathFiles.read(new Sketch(folder).tree()).get(0);
        assertThat(wiring.trouble()).singleElement().satisfies(finding -> {
            assertThat(finding.subject()).isEqualTo(".classpath");
            assertThat(finding.evidence().get(0).line()).isPositive();
        });
    }

    @Test
    void withoutSuchFilesThereIsNoWiring() throws IOException {
        new Sketch(folder).file("src/A.java", "class A {}");
        assertThat(ClasspathFiles.read(new Sketch(folder).tree())).isEmpty();
    }

    @Test
    void encodingsOfSingleFoldersCountWhereTheyMatter() throws IOException {
        Sketch sketch = new Sketch(folder)
                .file("code/A.java", StandardCharsets.ISO_8859_1, "class A { String s = \"\u00e5\"; }")
                .file("plain/B.java", "class B {}")
                .file(
                        ".settings/org.eclipse.core.resources.prefs",
                        "encoding//plain=UTF-16",
                        "encoding//code=ISO-8859-1",
                        "encoding//nowhere=UTF-8");
        Wiring alone = read("<classpathentry kind='src' path='code'/>", "<classpathentry kind='src' path='plain'/>");
        assertThat(alone.settings("-encoding")).extracting("value").containsExactly("ISO-8859-1");
        assertThat(alone.trouble()).isEmpty();
        sketch.file(
                ".settings/org.eclipse.core.resources.prefs", "encoding//code=ISO-8859-1", "encoding/<project>=UTF-8");
        Wiring beside = read("<classpathentry kind='src' path='code'/>");
        assertThat(beside.settings("-encoding")).extracting("value").containsExactly("UTF-8");
        assertThat(beside.trouble()).singleElement().satisfies(finding -> {
            assertThat(finding.subject()).isEqualTo("code");
            assertThat(finding.fact()).contains("ISO-8859-1", "UTF-8", "convert");
            assertThat(finding.evidence().get(0).line()).isEqualTo(1);
        });
    }
}
