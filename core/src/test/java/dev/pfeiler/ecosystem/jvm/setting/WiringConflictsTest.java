package dev.pfeiler.ecosystem.jvm.setting;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.ecosystem.jvm.reading.Wirings;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class WiringConflictsTest {
    @TempDir
    Path folder;

    @Test
    void aLibraryThatOneSetOfIdeFilesGivesToTestsOnlyIsShownWithBothPlaces() throws IOException {
        new Sketch(folder)
                .file("src/p/A.java", "package p; class A {}")
                .file("lib/junit.jar", "x")
                .file("lib/both.jar", "x")
                .file(
                        ".classpath",
                        "<classpath>",
                        "<classpathentry kind=\"src\" path=\"src\"/>",
                        "<classpathentry kind=\"lib\" path=\"lib/junit.jar\"/>",
                        "<classpathentry kind=\"lib\" path=\"lib/both.jar\"/>",
                        "</classpath>")
                .file(
                        "quay.iml",
                        "<module><component name='NewModuleRootManager'><content url='file://$MODULE_DIR$'>",
                        "<sourceFolder url='file://$MODULE_DIR$/src' isTestSource='false'/></content>",
                        "<orderEntry type='module-library' scope='TEST'><library><CLASSES>",
                        "<root url='jar://$MODULE_DIR$/lib/junit.jar!/'/></CLASSES></library></orderEntry>",
                        "<orderEntry type='module-library'><library><CLASSES>",
                        "<root url='jar://$MODULE_DIR$/lib/both.jar!/'/></CLASSES></library></orderEntry>",
                        "</component></module>");
        List<Finding> found = new WiringConflicts(Wirings.read(new Sketch(folder).tree())).findings();
        assertThat(found).extracting(Finding::subject).containsExactly("Scope of junit.jar");
        assertThat(found.get(0).fact())
                .isEqualTo("conflicting values: tests in quay.iml, program in .classpath; decided by what uses it");
        assertThat(found.get(0).evidence()).extracting(Evidence::place).containsExactly("quay.iml:4", ".classpath:3");
    }
}
