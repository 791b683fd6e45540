package dev.pfeiler.ecosystem.jvm.setting;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class JavaElsewhereTest {
    @TempDir
    Path folder;

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Dockerfile | FROM eclipse-temurin:17-jre-alpine | 17",
                "Dockerfile | FROM openjdk:8 AS build | 8",
                "docker/Containerfile | FROM registry.haldervik.example/base/java:1.8 | 8",
                "Dockerfile | FROM tomcat:9.0-jdk11 | 11",
                "Dockerfile | FROM debian:12 | 0",
                "Dockerfile | # FROM openjdk:8 | 0",
                ".github/workflows/a.yml | java-version: '21' | 21",
                ".github/workflows/a.yml | java-version: [8, 11] | 8",
                ".travis.yml | jdk: [openjdk11] | 11",
                ".travis.yml | jdk: oraclejdk8 | 8",
                ".gitlab-ci.yml | image: maven:3-openjdk-17 | 17",
                "web/WEB-INF/appengine-web.xml |   <runtime>java11</runtime> | 11",
                ".java-version | 1.8.0_292 | 8",
                ".sdkmanrc | java=11.0.21-tem | 11",
                "notes/.java-version | 11 | 0",
            })
    void theJavaThatAPlaceNames(String path, String line, int feature) throws IOException {
        Sketch sketch = new Sketch(folder).file(path, "", line);
        List<JavaElsewhere.Java> found = JavaElsewhere.of(sketch.tree());
        if (feature == 0) assertThat(found).isEmpty();
        else {
            assertThat(found).singleElement().satisfies(java -> {
                assertThat(java.feature()).isEqualTo(feature);
                assertThat(java.evidence().place()).isEqualTo(path + ":2");
            });
        }
    }
}
