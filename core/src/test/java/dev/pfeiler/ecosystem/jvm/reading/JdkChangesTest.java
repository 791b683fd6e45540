package dev.pfeiler.ecosystem.jvm.reading;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.PartVerdict.Failure;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class JdkChangesTest {
    @TempDir
    Path home;

    private static final Toolchain PRESENT = new Toolchain(Path.of("/opt/java"), 17, true);

    private void jdk(String name, String version) throws IOException {
        Path folder =
                Files.createDirectories(home.resolve(".jdks").resolve(name).resolve("bin"));
        Files.createFile(folder.resolve("javac.exe"));
        Files.writeString(folder.resolveSibling("release"), "JAVA_VERSION=\"" + version + "\"\n");
    }

    private Environment environment() {
        return new Environment(home, Map.of(), Path.of("/opt/java"), true);
    }

    @Test
    void aPackageThatLeftTheJdkIsExplainedWithTheJdksThatHaveIt() throws IOException {
        jdk("eight", "1.8.0_402");
        jdk("twelve", "12.0.1");
        Failure failure = JdkChanges.explain(
                        "A.java:3: error: package javax.xml.bind.annotation does not exist", PRESENT, environment())
                .orElseThrow();
        assertThat(failure.cause())
                .endsWith(
                        "does not exist. JDK 17 does not provide javax.xml.bind.annotation; the last release that did is"
                                + " JDK 10.");
        assertThat(failure.next())
                .startsWith("Set JAVA_HOME to an older JDK (found: 8 in "
                        + home.toRealPath().resolve(".jdks/eight"))
                .doesNotContain("twelve")
                .endsWith("or declare a library that contains it with pfeiler add javax.xml.bind.annotation.");
    }

    @Test
    void otherMessagesAreNot() {
        assertThat(JdkChanges.explain("package no.port does not exist", PRESENT, environment()))
                .isEmpty();
        assertThat(JdkChanges.explain("package com.sun.pdfview does not exist", PRESENT, environment()))
                .as("no JDK had it")
                .isEmpty();
        assertThat(JdkChanges.explain("package com.sun.tools.doclets does not exist", PRESENT, environment()))
                .isPresent();
        assertThat(JdkChanges.explain(
                        "package javafx.scene does not exist", new Toolchain(Path.of("x"), 8, true), environment()))
                .as("the JDK has it still")
                .isEmpty();
    }
}
