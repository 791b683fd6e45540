package dev.pfeiler.checking;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;

/** Drifts of a project that Gradle manages. */
class GradleCheckTest {
    private static final String WRAPPER = "gradle/wrapper/gradle-wrapper.properties";

    private static final String CORE =
            """
            dependencies {
                // the tables of the tide
                implementation 'org.tide:tables:2.0'
                implementation "org.tide:moon:$moon"
                testImplementation 'junit:junit:4.13.2'
            }
            """;

    private static final String APP =
            """
            apply plugin: 'application'

            mainClassName = 'no.haldervik.app.Cranes'

            dependencies {
                implementation project(':core')
            }
            """;

    @TempDir
    Path folder;

    private static void layOut(CheckedSketch project) throws IOException {
        project.artifact("org.tide:tables:2.0", List.of("org.tide:moon:1.1"), "org.tide.Table uses org.tide.moon.Moon")
                .artifact("org.tide:moon:1.1", List.of(), "org.tide.moon.Moon")
                .artifact("org.tide:wind:1.0", List.of(), "org.tide.wind.Wind")
                .artifact("junit:junit:4.13.2", List.of(), "org.junit.Test")
                .file("settings.gradle", "rootProject.name = 'cranes'\ninclude 'core'\ninclude 'app'\n")
                .file(
                        "build.gradle",
                        """
                        ext.moon = '1.1'

                        allprojects {
                            group = 'no.haldervik'
                            version = '0.9'
                        }

                        subprojects {
                            apply plugin: 'java'

                            sourceCompatibility = '1.8'
                            targetCompatibility = JavaVersion.VERSION_1_8
                            compileJava.options.encoding = 'UTF-8'
                        }
                        """)
                .file("core/build.gradle", CORE)
                .file("app/build.gradle", APP)
                .file(WRAPPER, "distributionUrl=https\\://gradle.example.org/gradle-7.6-bin.zip\n")
                .file("Dockerfile", "FROM gradle:7.6-jdk8\nCOPY app/build/install/app /opt/cranes\n")
                .file(".gitignore", "build/\n")
                .file(
                        "core/src/main/java/no/haldervik/core/Lift.java",
                        """
                        package no.haldervik.core;

                        import org.tide.Table;
                        import org.tide.moon.Moon;

                        /** The lift of Løfteåk. */
                        public class Lift {
                            Table table;
                            Runnable lift = () -> new Moon();
                        }
                        """)
                .file(
                        "core/src/test/java/no/haldervik/core/LiftChecks.java",
                        """
                        package no.haldervik.core;

                        import org.junit.Test;

                        public class LiftChecks {
                            @Test
                            public void nothing() {}
                        }
                        """)
                .file(
                        "app/src/main/java/no/haldervik/app/Cranes.java",
                        """
                        package no.haldervik.app;

                        import no.haldervik.core.Lift;

                        public class Cranes {
                            public static void main(String[] args) {
                                System.out.println(new Lift());
                            }
                        }
                        """);
    }

    private static final String MOON = "    implementation \"org.tide:moon:$moon\"\n";

    @TestFactory
    Stream<DynamicTest> drifts() {
        return new DriftCases(folder, GradleCheckTest::layOut)
                .kept(
                        "transitive use",
                        p -> p.edit("core/build.gradle", MOON, ""),
                        "warning transitive-use core/build.gradle org.tide:moon")
                .cured(
                        "unused",
                        p -> p.edit("core/build.gradle", MOON, MOON + "    implementation 'org.tide:wind:1.0'\n"),
                        "warning unused-dependency core/build.gradle:5 org.tide:wind")
                .cured(
                        "only tests use it",
                        p -> p.edit("core/build.gradle", "testImplementation", "implementation"),
                        "warning test-dependency-in-program core/build.gradle:5 junit:junit")
                .cured(
                        "for tests only",
                        p -> p.edit("core/build.gradle", "implementation \"", "testImplementation \""),
                        "error scope-too-narrow core/build.gradle:4 org.tide:moon")
                .cured(
                        "declared twice",
                        p -> p.edit("core/build.gradle", MOON, MOON + MOON),
                        "warning declared-twice core/build.gradle:5 org.tide:moon")
                .cured(
                        "module missing",
                        p -> p.edit("settings.gradle", "include 'app'\n", "include 'app'\ninclude 'tools'\n"),
                        "error module-missing settings.gradle:4 tools")
                .cured(
                        "module missing from a list",
                        p -> p.edit("settings.gradle", "include 'core'\n", "include 'core', 'tools'\n"),
                        new String[] {"error module-missing settings.gradle:2 tools"})
                .cured(
                        "module not listed",
                        p -> p.edit("settings.gradle", "include 'app'\n", ""),
                        "warning module-not-listed settings.gradle app")
                .cured(
                        "level below the syntax",
                        p -> p.edit("build.gradle", "'1.8'", "'1.7'")
                                .edit("build.gradle", "VERSION_1_8", "VERSION_1_7"),
                        "error level-below-syntax build.gradle:11 sourceCompatibility",
                        "error level-below-library core/build.gradle:3 org.tide:tables",
                        "error level-below-library core/build.gradle:4 org.tide:moon")
                .cured(
                        "encoding wrong",
                        p -> p.edit("build.gradle", "'UTF-8'", "'US-ASCII'"),
                        "error encoding-wrong build.gradle:13 options.encoding")
                .cured(
                        "main class missing",
                        p -> p.edit("app/build.gradle", "haldervik.app.Cranes", "haldervik.Cranes"),
                        "error class-missing app/build.gradle:3 no.haldervik.Cranes")
                .cured(
                        "archive of another name",
                        p -> p.edit("Dockerfile", "install/app", "install/cranes"),
                        "error artifact-name Dockerfile:2 app/build/install/cranes")
                .cured(
                        "folder missing",
                        p -> p.edit(
                                "app/build.gradle",
                                "mainClassName",
                                "sourceSets.main.resources.srcDir 'conf'\nmainClassName"),
                        "warning folder-missing app/build.gradle:3 conf")
                .cured(
                        "obsolete configuration",
                        p -> p.edit("core/build.gradle", "    implementation 'org", "    compile 'org"),
                        "error configuration-obsolete core/build.gradle:3 compile")
                .kept(
                        "wrapper of another release",
                        p -> p.edit(WRAPPER, "7.6", "7.5"),
                        "warning wrapper-version Dockerfile:1 7.6")
                .kept(
                        "repository without encryption",
                        p -> p.edit(
                                "core/build.gradle",
                                "dependencies {",
                                "repositories { maven { url 'http://repo.haldervik.example/maven' } }\ndependencies {"),
                        "error repository-without-encryption core/build.gradle:1 http://repo.haldervik.example/maven")
                .tests();
    }

    /** What a loop, a condition or a catalogue declares is not known, and the lines are named. */
    @Test
    void whatIsNotReadIsNamed() throws IOException {
        CheckedSketch project = new CheckedSketch(folder);
        layOut(project);
        assertThat(project.unread()).isEmpty();
        project.edit(
                "core/build.gradle",
                "    testImplementation 'junit:junit:4.13.2'\n",
                """
                    testImplementation 'junit:junit:4.13.2'
                    // implementation libs.wind
                    implementation libs.sails.main

                    if (project.hasProperty('wind')) {
                        implementation 'org.tide:wind:1.0'
                    }
                """);
        assertThat(project.unread())
                .containsExactly(
                        "core/build.gradle:7 implementation libs.sails.main",
                        "core/build.gradle:9 if (project.hasProperty('wind')) {");
    }
}
