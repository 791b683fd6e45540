package dev.pfeiler.artifact.repository;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.process.Environment;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.eclipse.aether.repository.RemoteRepository;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class MavenSettingsTest {
    @TempDir
    Path home;

    private MavenSettings settings(String... lines) throws IOException {
        Files.createDirectories(home.resolve(".m2"));
        Files.writeString(home.resolve(".m2/settings.xml"), "<settings>" + String.join("", lines) + "</settings>");
        return MavenSettings.of(Sketch.alone(home, false));
    }

    @Test
    void withoutAFileThePublicRepositoryIsAsked() {
        MavenSettings settings = MavenSettings.of(Sketch.alone(home, false));
        assertThat(settings.repositories()).extracting(RemoteRepository::getId).containsExactly(MavenSettings.PUBLIC);
        assertThat(settings.localRepository()).isEqualTo(home.resolve(".m2/repository"));
        assertThat(settings.offline()).isFalse();
    }

    @Test
    void repositoriesOfActiveProfilesComeFirst() throws IOException {
        String repository =
                "<repositories><repository><id>%s</id><url>https://%s.example/</url></repository></repositories>";
        MavenSettings settings = settings(
                "<localRepository>${user.home}/jars</localRepository>",
                "<profiles><profile><id>port</id>" + repository.formatted("port", "port") + "</profile>",
                "<profile><id>idle</id>" + repository.formatted("idle", "idle") + "</profile>",
                "<profile><id>usual</id><activation><activeByDefault>true</activeByDefault></activation>",
                repository.formatted("usual", "usual") + "</profile></profiles>",
                "<activeProfiles><activeProfile>port</activeProfile></activeProfiles>");
        assertThat(settings.repositories())
                .extracting(RemoteRepository::getId)
                .containsExactly("port", "usual", MavenSettings.PUBLIC);
        assertThat(settings.localRepository()).isEqualTo(home.resolve("jars"));
    }

    @Test
    void aMirrorTakesThePlaceOfARepository() throws IOException {
        MavenSettings settings = settings(
                "<mirrors><mirror><id>m</id><mirrorOf>central</mirrorOf><url>https://mirror.example/</url></mirror></mirrors>");
        RemoteRepository mirror =
                settings.mirrors().getMirror(settings.repositories().get(0));
        assertThat(mirror.getUrl()).isEqualTo("https://mirror.example/");
    }

    @Test
    void offlineIsSaidInThreePlaces() throws IOException {
        assertThat(settings("<offline>true</offline>").offline()).isTrue();
        assertThat(settings("").offline()).isFalse();
        Environment arguments =
                new Environment(home, Map.of("MAVEN_ARGS", "-B  -o"), Path.of(System.getProperty("java.home")), false);
        assertThat(MavenSettings.of(arguments).offline()).isTrue();
        assertThat(MavenSettings.of(Sketch.alone(home, true)).offline()).isTrue();
    }

    @Test
    void aBrokenFileCountsAsNone() throws IOException {
        assertThat(settings("<profiles>").repositories()).hasSize(1);
    }
}
