package dev.pfeiler.ecosystem;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.Ecosystems;
import dev.pfeiler.Sketch;
import dev.pfeiler.evidence.Refusal;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Descriptors of every build tool, read back into a value. */
class ManagedBuildTest {
    @TempDir
    Path folder;

    private Sketch sketch;

    @BeforeEach
    void setUp() {
        sketch = new Sketch(folder.resolve("port"));
    }

    private Optional<ManagedBuild> read(String ecosystem, String target) {
        return Ecosystems.shipped()
                .target(ecosystem, target)
                .read(sketch.tree(), Sketch.alone(folder.resolve("home"), true));
    }

    /** Each declared package as {@code name version scope place}. */
    private static List<String> declared(ManagedBuild build) {
        return build.declared().stream()
                .map(one -> String.join(
                        " ",
                        one.notation().name(),
                        one.notation().version(),
                        one.scope(),
                        one.evidence().place()))
                .toList();
    }

    private static List<String> locked(ManagedBuild build) {
        return build.locked().stream()
                .map(one -> one.notation().name() + " " + one.notation().version() + " "
                        + one.evidence().place())
                .toList();
    }

    @Test
    void aTreeWithoutADescriptorIsNotManaged() throws IOException {
        sketch.file("a.txt", "x");
        for (Ecosystem ecosystem : Ecosystems.shipped().all())
            for (Target target : ecosystem.targets())
                assertThat(read(ecosystem.id(), target.id())).isEmpty();
    }

    @Test
    void aPom() throws IOException {
        sketch.file(
                "parent/pom.xml",
                "<project><modelVersion>4.0.0</modelVersion><groupId>no.port</groupId><artifactId>all</artifactId>",
                "<version>3</version><packaging>pom</packaging>",
                "<dependencies><dependency><groupId>no.port</groupId><artifactId>rope</artifactId>",
                "<version>5</version></dependency></dependencies></project>");
        sketch.file(
                "pom.xml",
                "<project><modelVersion>4.0.0</modelVersion>",
                "<parent><groupId>no.port</groupId><artifactId>all</artifactId><version>3</version>",
                "<relativePath>parent/pom.xml</relativePath></parent>",
                "<artifactId>tides</artifactId><packaging>pom</packaging>",
                "<properties><maven.compiler.release>17</maven.compiler.release>",
                "<project.build.sourceEncoding>UTF-8</project.build.sourceEncoding><bell>7</bell></properties>",
                "<modules><module>core</module></modules>",
                "<dependencyManagement><dependencies><dependency><groupId>no.port</groupId><artifactId>gear</artifactId>",
                "<version>2</version></dependency></dependencies></dependencyManagement>",
                "<dependencies>",
                "<dependency><groupId>no.port</groupId><artifactId>bell</artifactId><version>${bell}</version>",
                "<exclusions><exclusion><groupId>no.port</groupId><artifactId>rust</artifactId></exclusion></exclusions>",
                "</dependency>",
                "<dependency><groupId>no.port</groupId><artifactId>gear</artifactId><scope>test</scope></dependency>",
                "</dependencies></project>");
        ManagedBuild build = read("jvm", "maven").orElseThrow();
        assertThat(build.identity()).isEqualTo(new ManagedBuild.Identity("no.port", "tides", "3"));
        assertThat(declared(build))
                .containsExactlyInAnyOrder(
                        "no.port:bell 7 compile pom.xml:11",
                        "no.port:gear 2 test pom.xml:14",
                        "no.port:rope 5 compile parent/pom.xml:3");
        assertThat(build.declaration("no.port:bell").orElseThrow().excluded()).containsExactly("no.port:rust");
        assertThat(build.declaration("no.port:rope")).as("inherited").isEmpty();
        assertThat(build.managedVersions()).containsExactly(Map.entry("no.port:gear", "2"));
        assertThat(build.setting(ManagedBuild.LEVEL)).contains("17");
        assertThat(build.settings().get(ManagedBuild.LEVEL).evidence().place()).isEqualTo("pom.xml:5");
        assertThat(build.setting("encoding")).contains("UTF-8");
        assertThat(build.modules()).containsExactly("core");
        ManagedBuild.Request sail = new ManagedBuild.Request(new PackageNotation("no.port:sail", "1"), "test");
        ManagedBuild.Request mast = new ManagedBuild.Request(new PackageNotation("no.port:mast:light", "4"), "compile");
        sketch.file(
                "pom.xml",
                java.nio.charset.StandardCharsets.UTF_8,
                new String(build.declaring(List.of(sail, mast), "").bytes(), java.nio.charset.StandardCharsets.UTF_8));
        assertThat(declared(read("jvm", "maven").orElseThrow()))
                .anyMatch(one -> one.startsWith("no.port:sail 1 test"))
                .anyMatch(one -> one.startsWith("no.port:mast:light 4 compile"));
    }

    @Test
    void aPomThatIsNotValidIsRefused() throws IOException {
        sketch.file("pom.xml", "<project><modelVersion>4.0.0</modelVersion>");
        assertThatThrownBy(() -> read("jvm", "maven")).isInstanceOf(Refusal.class);
    }

    @Test
    void aGradleScript() throws IOException {
        sketch.file("settings.gradle", "rootProject.name = 'tides'", "include 'core', ':web:pages'");
        sketch.file("gradle.lockfile", "# note", "no.port:rope:5=compileClasspath", "empty=");
        sketch.file(
                "build.gradle",
                "plugins { id 'java' }",
                "group = 'no.port'",
                "version '3'",
                "sourceCompatibility = 1.8",
                "dependencies {",
                "    implementation 'no.port:bell:7'",
                "    testImplementation group: 'no.port', name: 'gear', version: '2'",
                "    annotationProcessor \"no.port:rope:$ropeVersion\"",
                "    implementation project(':core')",
                "    // a comment",
                "}");
        ManagedBuild build = read("jvm", "gradle").orElseThrow();
        assertThat(build.identity()).isEqualTo(new ManagedBuild.Identity("no.port", "tides", "3"));
        assertThat(declared(build))
                .containsExactlyInAnyOrder(
                        "no.port:bell 7 compile build.gradle:6",
                        "no.port:gear 2 test build.gradle:7",
                        "no.port:rope  annotationProcessor build.gradle:8");
        assertThat(build.setting(ManagedBuild.LEVEL)).contains("8");
        assertThat(build.modules()).containsExactly("core", "web/pages");
        assertThat(locked(build)).containsExactly("no.port:rope 5 gradle.lockfile:2");
        assertThat(build.notUnderstood())
                .extracting(evidence -> evidence.place() + " " + evidence.excerpt())
                .containsExactly("build.gradle:9 implementation project(':core')");
    }

    @Test
    void aPackage() throws IOException {
        sketch.file(
                "package.json",
                "{",
                "  \"name\": \"@port/tides\", \"version\": \"3.0.0\",",
                "  \"engines\": {\"node\": \">=18\"},",
                "  \"type\": \"module\",",
                "  \"workspaces\": [\"parts/*\"],",
                "  \"overrides\": {\"rope\": \"5.0.0\"},",
                "  \"dependencies\": {",
                "    \"bell\": \"^7.0.0\"",
                "  },",
                "  \"devDependencies\": {\"gear\": \"2.0.0\"}",
                "}");
        sketch.file("parts/core/package.json", "{}");
        sketch.file(
                "package-lock.json",
                "{\"packages\": {\"\": {\"version\": \"3.0.0\"},",
                "  \"node_modules/bell\": {\"version\": \"7.1.0\"},",
                "  \"node_modules/bell/node_modules/rope\": {\"version\": \"5.0.0\"}}}");
        ManagedBuild build = read("node", "npm").orElseThrow();
        assertThat(build.identity()).isEqualTo(new ManagedBuild.Identity("@port", "@port/tides", "3.0.0"));
        assertThat(declared(build))
                .containsExactly(
                        "bell ^7.0.0 dependencies package.json:8", "gear 2.0.0 devDependencies package.json:10");
        assertThat(build.managedVersions()).containsExactly(Map.entry("rope", "5.0.0"));
        assertThat(build.setting(ManagedBuild.LEVEL)).contains(">=18");
        assertThat(build.settings().get("type").evidence().place()).isEqualTo("package.json:4");
        assertThat(build.modules()).containsExactly("parts/core");
        assertThat(locked(build)).containsExactly("bell 7.1.0 package-lock.json:2", "rope 5.0.0 package-lock.json:3");
    }

    @Test
    void aComposerProject() throws IOException {
        sketch.file(
                "composer.json",
                "{",
                "  \"name\": \"port/tides\",",
                "  \"require\": {\"php\": \">=8.1\",",
                "    \"ext-json\": \"*\", \"port/bell\": \"^7\"},",
                "  \"require-dev\": {\"port/gear\": \"2\"},",
                "  \"autoload\": {\"psr-4\": {\"Port\\\\\": \"src/\"}}",
                "}");
        sketch.file(
                "composer.lock",
                "{\"packages\": [",
                "  {\"name\": \"port/bell\", \"version\": \"7.2\"}],",
                " \"packages-dev\": [{\"name\": \"port/gear\", \"version\": \"2.0\"}]}");
        ManagedBuild build = read("php", "composer").orElseThrow();
        assertThat(build.identity()).isEqualTo(new ManagedBuild.Identity("port", "port/tides", ""));
        assertThat(declared(build))
                .containsExactly(
                        "ext-json * require composer.json:4",
                        "port/bell ^7 require composer.json:4",
                        "port/gear 2 require-dev composer.json:5");
        assertThat(build.setting(ManagedBuild.LEVEL)).contains(">=8.1");
        assertThat(build.setting("psr-4:Port\\")).contains("src/");
        assertThat(locked(build)).containsExactly("port/bell 7.2 composer.lock:2", "port/gear 2.0 composer.lock:3");
    }

    @Test
    void notationsAreReadAroundTheirLastSeparator() {
        assertThat(PackageNotation.parse("@port/tides@1.0", '@')).isEqualTo(new PackageNotation("@port/tides", "1.0"));
        assertThat(PackageNotation.parse("@port/tides", '@')).isEqualTo(new PackageNotation("@port/tides", ""));
        assertThat(PackageNotation.parse("port/tides:^1", ':')).isEqualTo(new PackageNotation("port/tides", "^1"));
        assertThat(PackageNotation.parse("tides", ':')).isEqualTo(new PackageNotation("tides", ""));
    }
}
