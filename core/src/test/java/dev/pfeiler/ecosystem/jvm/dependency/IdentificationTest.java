package dev.pfeiler.ecosystem.jvm.dependency;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.archive.JarReader;
import dev.pfeiler.ecosystem.jvm.repository.LocalRepository;
import dev.pfeiler.evidence.Certainty;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class IdentificationTest {
    @TempDir
    Path folder;

    @TempDir
    Path repository;

    private Sketch sketch;

    @BeforeEach
    void setUp() {
        sketch = new Sketch(folder);
    }

    private Jar jar(String path) {
        return JarReader.read(sketch.tree(), sketch.tree().file(path).orElseThrow());
    }

    private JarIdentity identify(String path) {
        return new Identification(new LocalRepository(repository)).of(jar(path));
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
        assertThat(jar("lib/broken.jar").trouble()).isEqualTo("is no archive");
        assertThat(jar("lib/empty.jar").trouble()).isEqualTo("is empty");
        assertThat(jar("lib/x-sources.jar").kind()).isEqualTo(Jar.Kind.SOURCES);
        assertThat(jar("lib/x-doc.jar").kind()).isEqualTo(Jar.Kind.DOCUMENTATION);
    }
}
