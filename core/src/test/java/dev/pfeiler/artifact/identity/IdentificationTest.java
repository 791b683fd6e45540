package dev.pfeiler.artifact.identity;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.RepositoryServer;
import dev.pfeiler.Sketch;
import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.archive.JarReader;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class IdentificationTest {
    @TempDir
    Path folder;

    @TempDir
    Path home;

    private Path repository;
    private Sketch sketch;

    @BeforeEach
    void setUp() {
        sketch = new Sketch(folder);
        repository = home.resolve(".m2/repository");
    }

    private Jar jar(String path) {
        return JarReader.read(
                sketch.tree().onDisk(path), sketch.tree().file(path).orElseThrow());
    }

    private JarIdentity identify(String path) {
        return identify(path, true);
    }

    private JarIdentity identify(String path, boolean offline) {
        return new Identification(sketch.tree(), repositories(offline)).of(jar(path), List.of());
    }

    private Repositories repositories(boolean offline) {
        return Repositories.of(Sketch.alone(home, offline));
    }

    @Test
    void theSameBytesInARepositoryAreCertain() throws IOException {
        sketch.jar("lib/renamed.jar", "a.B").published("lib/renamed.jar", repository, "no.port:lamps:1.2");
        JarIdentity identity = identify("lib/renamed.jar");
        assertThat(identity.coordinates()).hasToString("no.port:lamps:1.2");
        assertThat(identity.sign().certainty()).isEqualTo(Certainty.CERTAIN);
    }

    @Test
    void ofSeveralCoordinatesTheDescriptorsOwnIsTakenAndTheOthersAreTold() throws IOException {
        sketch.describedJar("lib/lamps.jar", "no.port:lamps:1.2", "a.B")
                .published("lib/lamps.jar", repository, "no.other:lamps:9")
                .published("lib/lamps.jar", repository, "no.port:lamps:1.2");
        JarIdentity identity = identify("lib/lamps.jar");
        assertThat(identity.coordinates()).hasToString("no.port:lamps:1.2");
        assertThat(identity.alternatives()).hasToString("[no.other:lamps:9]");
    }

    @Test
    void whatOnlyThisMachineHasIsNotPublished() throws IOException {
        sketch.describedJar("lib/lamps.jar", "no.port:lamps:1.2", "a.B")
                .published("lib/lamps.jar", repository, "no.port:lamps:1.2")
                .published("lib/lamps.jar", repository, "no.port:lamps:1.2-abcdef12");
        for (String version : List.of("1.2", "1.2-abcdef12")) {
            String origin = version.equals("1.2") ? "" : "local-repository";
            Files.writeString(
                    repository.resolve("no/port/lamps/" + version + "/_remote.repositories"),
                    "#x\nlamps-" + version + ".jar>" + origin + "=\n");
        }
        assertThat(identify("lib/lamps.jar").sign()).isEqualTo(JarIdentity.Sign.DESCRIPTOR);
    }

    @Test
    void aDescriptorInsideIsLikely() throws IOException {
        sketch.describedJar("lib/x.jar", "no.port:lamps:1.2", "a.B");
        JarIdentity identity = identify("lib/x.jar");
        assertThat(identity.sign()).isEqualTo(JarIdentity.Sign.DESCRIPTOR);
        assertThat(identity.evidence().get(0).file())
                .isEqualTo("lib/x.jar!/META-INF/maven/no.port/lamps/pom.properties");
    }

    @Test
    void otherBytesUnderTheSameCoordinatesAreAChangedCopy() throws IOException {
        sketch.describedJar("lib/x.jar", "no.port:lamps:1.2", "a.B", "a.Patched")
                .describedJar("original.jar", "no.port:lamps:1.2", "a.B")
                .published("original.jar", repository, "no.port:lamps:1.2");
        assertThat(identify("lib/x.jar").sign()).isEqualTo(JarIdentity.Sign.CHANGED);
    }

    @Test
    void elseItsNameAndManifestSpeak() throws IOException {
        sketch.jar("lib/harbour-math_2.1.jar", "a.B")
                .jar(
                        "lib/plain name.jar",
                        Map.of(
                                "META-INF/MANIFEST.MF",
                                "Manifest-Version: 1.0\nImplementation-Version: 3.4\nImplementation-Vendor-Id: no.port\n"),
                        "a.B");
        assertThat(identify("lib/harbour-math_2.1.jar").coordinates()).hasToString(":harbour-math:2.1");
        assertThat(identify("lib/plain name.jar").coordinates()).hasToString("no.port:plain-name:3.4");
        assertThat(identify("lib/plain name.jar").sign().certainty()).isEqualTo(Certainty.GUESS);
    }

    @Test
    void readsAJarsContents() throws IOException {
        sketch.jar(
                "lib/x.jar",
                Map.of(
                        "META-INF/c.tld",
                        "<taglib><uri>http://port.no/tags</uri></taglib>",
                        "META-INF/versions/9/a/B.class",
                        "x"),
                "a.B uses c.D",
                "a.E uses a.B");
        Jar jar = jar("lib/x.jar");
        assertThat(jar.classes()).containsExactlyInAnyOrder("a.B", "a.E");
        assertThat(jar.references()).containsExactly("c.D");
        assertThat(jar.tagLibraries()).containsExactly("http://port.no/tags");
        assertThat(jar.level()).isEqualTo(8);
    }

    @Test
    void jarsThatAreNoLibrariesSaySo() throws IOException {
        sketch.bytes("lib/broken.jar", new byte[] {1, 2, 3})
                .bytes("lib/empty.jar", new byte[0])
                .jar("lib/x-sources.jar", Map.of("a/B.java", "package a; class B {}"))
                .jar("lib/x-doc.jar", Map.of("a.html", "", "b.html", "", "c.html", "", "d.html", ""));
        assertThat(jar("lib/broken.jar").kind()).isEqualTo(Jar.Kind.BROKEN);
        assertThat(jar("lib/broken.jar").trouble()).isEqualTo("is not a valid archive");
        assertThat(jar("lib/empty.jar").trouble()).isEqualTo("is empty");
        assertThat(jar("lib/x-sources.jar").kind()).isEqualTo(Jar.Kind.SOURCES);
        assertThat(jar("lib/x-doc.jar").kind()).isEqualTo(Jar.Kind.DOCUMENTATION);
    }

    @Test
    void aChecksumOfARepositoryConfirmsWhatAWeakSignSays() throws IOException {
        sketch.jar("lib/lamps-1.2.jar", "no.port.lamps.Lamp").jar("lib/bells.jar", "no.port.bells.Bell");
        try (RepositoryServer server = new RepositoryServer().settings(home, "")) {
            server.artifact("no.port:lamps:1.2", folder.resolve("lib/lamps-1.2.jar"), "");
            server.artifact("no.port.bells:bells:3", folder.resolve("lib/bells.jar"), "");
            server.put(
                    "no/port/bells/bells/maven-metadata.xml",
                    "<metadata><versioning><versions><version>3</version><version>4</version></versions></versioning></metadata>"
                            .getBytes(StandardCharsets.UTF_8));
            JarIdentity lamps = identify("lib/lamps-1.2.jar", false);
            assertThat(lamps.coordinates()).hasToString("no.port:lamps:1.2");
            assertThat(lamps.sign()).isEqualTo(JarIdentity.Sign.CHECKSUM);
            assertThat(lamps.sign().certainty()).isEqualTo(Certainty.CERTAIN);
            assertThat(lamps.evidence().get(0).file()).isEqualTo("repository harbour");
            assertThat(identify("lib/bells.jar", false).coordinates())
                    .as("without a version in its name, one of those that are listed")
                    .hasToString("no.port.bells:bells:3");
            int before = server.asked().size();
            assertThat(identify("lib/lamps-1.2.jar", false).sign()).isEqualTo(JarIdentity.Sign.CHECKSUM);
            assertThat(server.asked())
                    .as("answers are kept, also those that say no")
                    .hasSize(before);
        }
        assertThat(identify("lib/lamps-1.2.jar", true).coordinates())
                .as("and are there without a network")
                .hasToString("no.port:lamps:1.2");
    }

    @Test
    void namesAreSplitInEveryWayAndRenamedJarsKnownByTheirManifest() throws IOException {
        sketch.jar("lib/port-2.1-api-1.0.jar", "no.port.api.Lamp")
                .jar(
                        "lib/x7.jar",
                        Map.of("META-INF/MANIFEST.MF", "Implementation-Title: bells\nImplementation-Version: 3\n"),
                        "no.port.bells.Bell")
                .describedJar("lib/rope-4.jar", "no.port:inner:9", "no.port.rope.Rope");
        try (RepositoryServer server = new RepositoryServer().settings(home, "")) {
            server.artifact("no.port:port-2.1-api:1.0", folder.resolve("lib/port-2.1-api-1.0.jar"), "")
                    .artifact("no.port:bells:3", folder.resolve("lib/x7.jar"), "")
                    .artifact("no.port:rope:4", folder.resolve("lib/rope-4.jar"), "");
            assertThat(identify("lib/port-2.1-api-1.0.jar", false).coordinates())
                    .hasToString("no.port:port-2.1-api:1.0");
            assertThat(identify("lib/x7.jar", false).coordinates()).hasToString("no.port:bells:3");
            assertThat(identify("lib/rope-4.jar", false).coordinates())
                    .as("its descriptor is that of something in it")
                    .hasToString("no.port:rope:4");
        }
    }

    @Test
    void whatNoRepositoryHasIsNobodys() throws IOException {
        sketch.jar("lib/lamps-1.2.jar", "no.port.lamps.Lamp")
                .describedJar("lib/own.jar", "no.port:own:1", "no.port.own.Own");
        try (RepositoryServer server = new RepositoryServer().settings(home, "")) {
            assertThat(identify("lib/lamps-1.2.jar", false).sign()).isEqualTo(JarIdentity.Sign.NOBODY);
            assertThat(identify("lib/own.jar", false).sign()).isEqualTo(JarIdentity.Sign.NOBODY);
            assertThat(server.asked()).contains("no/port/own/1/own-1.jar.sha1");
        }
        assertThat(identify("lib/lamps-1.2.jar", true).sign())
                .as("what was asked before is known")
                .isEqualTo(JarIdentity.Sign.NOBODY);
    }

    @Test
    void ofAChangedCopyTheClassesAreTold() throws IOException {
        sketch.describedJar("lib/lamps.jar", "no.port:lamps:1.2", "no.port.Lamp uses a.B", "no.port.New")
                .describedJar("original.jar", "no.port:lamps:1.2", "no.port.Lamp", "no.port.Old");
        try (RepositoryServer server = new RepositoryServer().settings(home, "")) {
            server.artifact("no.port:lamps:1.2", folder.resolve("original.jar"), "");
            JarIdentity identity = identify("lib/lamps.jar", false);
            assertThat(identity.sign()).isEqualTo(JarIdentity.Sign.CHANGED);
            assertThat(identity.evidence())
                    .extracting(Evidence::excerpt)
                    .contains("changed: no.port.Lamp", "added: no.port.New", "gone: no.port.Old");
        }
        assertThat(home.resolve(".m2/repository"))
                .as("the person's store is only read")
                .doesNotExist();
    }

    @Test
    void aMergedJarNamesAllThatIsInside() throws IOException {
        sketch.jar(
                "lib/all-in-one.jar",
                Map.of(
                        "META-INF/maven/no.port/lamps/pom.properties",
                        "groupId=no.port\nartifactId=lamps\nversion=1.2\n",
                        "META-INF/maven/no.port/bells/pom.properties",
                        "groupId=no.port\nartifactId=bells\nversion=3\n"),
                "no.port.Lamp");
        JarIdentity identity = identify("lib/all-in-one.jar");
        assertThat(identity.sign()).isEqualTo(JarIdentity.Sign.MERGED);
        assertThat(identity.alternatives()).hasToString("[no.port:bells:3, no.port:lamps:1.2]");
    }

    @Test
    void theFilesOfAPublishedJarPackedAgainAreThatJar() throws IOException {
        sketch.jar("lib/lamps-1.2.jar", Map.of("META-INF/MANIFEST.MF", "Built-By: me\n", "a.txt", "x"), "no.port.Lamp")
                .describedJar("original.jar", "no.port:lamps:1.2", "no.port.Lamp");
        sketch.jar("other.jar", Map.of("a.txt", "x"), "no.port.Lamp");
        try (RepositoryServer server = new RepositoryServer().settings(home, "")) {
            server.artifact("no.port:lamps:1.2", folder.resolve("other.jar"), "");
            JarIdentity identity = identify("lib/lamps-1.2.jar", false);
            assertThat(identity.sign()).isEqualTo(JarIdentity.Sign.REPACKED);
            assertThat(identity.evidence().get(0).excerpt()).isEqualTo("the same files as in no.port:lamps:1.2");
        }
        try (RepositoryServer server = new RepositoryServer().settings(home.resolve("other"), "")) {
            server.artifact("no.port:lamps:1.2", folder.resolve("original.jar"), "");
            JarIdentity identity = new Identification(
                            sketch.tree(), Repositories.of(Sketch.alone(home.resolve("other"), false)))
                    .of(jar("lib/lamps-1.2.jar"), List.of());
            assertThat(identity.sign()).as("a file was added").isEqualTo(JarIdentity.Sign.CHANGED);
            assertThat(identity.evidence()).extracting(Evidence::excerpt).contains("added: a.txt");
        }
    }

    /** Versions 1 to 20 of two artifacts, of which each has a class that changes with every version. */
    private void shelf(RepositoryServer server) throws IOException {
        server.settings(home, "");
        for (String name : List.of("lamps", "bells")) {
            StringBuilder listed = new StringBuilder();
            for (int version = 1; version <= 20; version++) {
                sketch.jar(
                        "published.jar",
                        "no.port." + name + ".Steady",
                        "no.port." + name + ".Core uses v.V" + version,
                        "no.port." + name + ".Later uses v.V" + version / 5);
                server.artifact("no.port." + name + ":" + name + ":" + version, folder.resolve("published.jar"), "");
                listed.append("<version>").append(version).append("</version>");
            }
            server.put(
                    "no/port/" + name + "/" + name + "/maven-metadata.xml",
                    ("<metadata><versioning><versions>" + listed + "</versions></versioning></metadata>")
                            .getBytes(StandardCharsets.UTF_8));
        }
    }

    @Test
    void ofABundleTheArtifactsInItAreFoundByTheirClasses() throws IOException {
        sketch.jar(
                        "lib/everything.jar",
                        "no.port.lamps.Steady",
                        "no.port.lamps.Core uses v.V13",
                        "no.port.lamps.Later uses v.V2",
                        "no.port.bells.Steady",
                        "no.port.bells.Core uses v.V8",
                        "no.port.bells.Later uses v.V1",
                        "no.port.own.Patch")
                .jar(
                        "lib/x.jar",
                        Map.of("META-INF/MANIFEST.MF", "Built-By: me\n"),
                        "no.port.bells.Steady",
                        "no.port.bells.Core uses v.V17",
                        "no.port.bells.Later uses v.V3");
        try (RepositoryServer server = new RepositoryServer()) {
            shelf(server);
            JarIdentity bundle = identify("lib/everything.jar", false);
            assertThat(bundle.sign()).isEqualTo(JarIdentity.Sign.MERGED);
            assertThat(bundle.alternatives()).hasToString("[no.port.bells:bells:8, no.port.lamps:lamps:13]");
            assertThat(bundle.evidence())
                    .extracting(Evidence::excerpt)
                    .startsWith(
                            "3 classes identical to those of no.port.bells:bells:8",
                            "3 classes identical to those of no.port.lamps:lamps:13",
                            "1 class not found in a published artifact");
            JarIdentity single = identify("lib/x.jar", false);
            assertThat(single.sign()).isEqualTo(JarIdentity.Sign.REPACKED);
            assertThat(single.coordinates()).hasToString("no.port.bells:bells:17");
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"error", "sign-in", "slow", "gone"})
    void aRepositoryThatAnswersBadlyConfirmsNothingAndIsTold(String sort) throws IOException {
        sketch.describedJar("lib/lamps.jar", "no.port:lamps:1.2", "no.port.Lamp")
                .jar("lib/bells-3.jar", "no.port.bells.Bell");
        RepositoryServer server = new RepositoryServer().settings(home, "");
        server.artifact("no.port:lamps:1.2", folder.resolve("lib/lamps.jar"), "");
        switch (sort) {
            case "error" -> server.status(503);
            case "sign-in" -> server.page("<html>Welcome! Please sign in.</html>");
            case "slow" -> server.delay(60_000);
            default -> server.close();
        }
        Repositories repositories = repositories(false);
        Identification identification = new Identification(sketch.tree(), repositories);
        assertThat(identification.of(jar("lib/lamps.jar"), List.of()).sign()).isEqualTo(JarIdentity.Sign.DESCRIPTOR);
        assertThat(identification.of(jar("lib/bells-3.jar"), List.of()).sign()).isEqualTo(JarIdentity.Sign.NAME);
        assertThat(repositories.trouble()).hasSize(1).first().satisfies(finding -> {
            assertThat(finding.subject()).isEqualTo("repository harbour");
            assertThat(finding.fact()).contains("unconfirmed");
        });
        server.close();
    }

    @Test
    void aWrongChecksumMakesAChangedCopyOfIt() throws IOException {
        sketch.describedJar("lib/lamps.jar", "no.port:lamps:1.2", "no.port.Lamp");
        try (RepositoryServer server = new RepositoryServer().settings(home, "")) {
            server.artifact("no.port:lamps:1.2", folder.resolve("lib/lamps.jar"), "");
            server.put("no/port/lamps/1.2/lamps-1.2.jar", new byte[] {1});
            assertThat(identify("lib/lamps.jar", false).sign()).isEqualTo(JarIdentity.Sign.CHANGED);
        }
    }

    @Test
    void offlineInThePersonsSettingsIsHonoured() throws IOException {
        sketch.describedJar("lib/lamps.jar", "no.port:lamps:1.2", "no.port.Lamp");
        try (RepositoryServer server = new RepositoryServer().settings(home, "<offline>true</offline>")) {
            assertThat(identify("lib/lamps.jar", false).sign()).isEqualTo(JarIdentity.Sign.DESCRIPTOR);
            assertThat(server.asked()).isEmpty();
        }
    }
}
