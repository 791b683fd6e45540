package dev.pfeiler.ecosystem.jvm;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.Pfeiler;
import dev.pfeiler.RepositoryServer;
import dev.pfeiler.Sketch;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.Addition;
import dev.pfeiler.ecosystem.Found;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenTarget;
import dev.pfeiler.evidence.Refusal;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Libraries that are found, and declared in descriptors that a person keeps. */
class JvmAdditionTest {
    private static final String HEAD =
            "<project><modelVersion>4.0.0</modelVersion><groupId>no.port</groupId><artifactId>port</artifactId><version>1</version>";

    @TempDir
    Path folder;

    @TempDir
    Path home;

    private Sketch sketch;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(Files.createDirectories(folder.resolve("port")));
    }

    private Pfeiler pfeiler(boolean offline) {
        return new Pfeiler(Sketch.alone(home, offline));
    }

    private Addition add(String name) {
        return pfeiler(true).add(sketch.root(), name, Optional.empty());
    }

    private String descriptor() throws IOException {
        return Files.readString(sketch.root().resolve("pom.xml"));
    }

    @Test
    void aDependencyJoinsThoseOfItsScopeAndAllElseStays() throws IOException {
        String before = String.join(
                "\r\n",
                HEAD,
                "\t<!-- kept by hand -->",
                "\t<dependencyManagement><dependencies>",
                "\t\t<dependency><groupId>a</groupId><artifactId>b</artifactId><version>1</version></dependency>",
                "\t</dependencies></dependencyManagement>",
                "\t<dependencies>",
                "\t\t<dependency>",
                "\t\t\t<groupId>a</groupId><artifactId>b</artifactId>",
                "\t\t</dependency>   <!-- the first -->",
                "\t\t<dependency>",
                "\t\t\t<groupId>junit</groupId><artifactId>junit</artifactId><version>4.12</version><scope>test</scope>",
                "\t\t</dependency>",
                "\t</dependencies>",
                "</project>",
                "");
        sketch.file("pom.xml", StandardCharsets.UTF_8, before);
        Addition addition = add("org.apache.commons:commons-csv:1.9.0");
        String added = String.join(
                "\r\n",
                "",
                "\t\t<dependency>",
                "\t\t\t<groupId>org.apache.commons</groupId>",
                "\t\t\t<artifactId>commons-csv</artifactId>",
                "\t\t\t<version>1.9.0</version>",
                "\t\t</dependency>");
        String firstEnd = "<artifactId>b</artifactId>\r\n\t\t</dependency>";
        assertThat(descriptor()).isEqualTo(before.replace(firstEnd, firstEnd + added));
        assertThat(addition.edit().changes().get(0).line()).isEqualTo(9);
        assertThat(addition.choice().notes()).as("nobody could be asked").hasSize(2);
        add("org.hamcrest:hamcrest-library:1.3");
        assertThat(descriptor().indexOf("hamcrest")).isLessThan(descriptor().indexOf("junit"));
        pfeiler(true).add(sketch.root(), "org.mockito:mockito-core:4.11.0", Optional.of("test"));
        assertThat(descriptor().indexOf("mockito")).isGreaterThan(descriptor().indexOf("4.12"));
    }

    @Test
    void aDescriptorWithoutDependenciesGetsThem() throws IOException {
        sketch.file("pom.xml", HEAD, "  <build>", "  </build>", "</project>");
        add("com.google.code.gson:gson:2.10.1");
        assertThat(descriptor())
                .isEqualTo(String.join(
                        "\n",
                        HEAD,
                        "  <dependencies>",
                        "    <dependency>",
                        "      <groupId>com.google.code.gson</groupId>",
                        "      <artifactId>gson</artifactId>",
                        "      <version>2.10.1</version>",
                        "    </dependency>",
                        "  </dependencies>",
                        "",
                        "  <build>",
                        "  </build>",
                        "</project>",
                        ""));
    }

    @Test
    void anEmptySectionIsFilled() throws IOException {
        sketch.file("pom.xml", HEAD, "  <dependencies/>", "</project>");
        add("com.google.code.gson:gson:2.10.1");
        assertThat(descriptor()).containsOnlyOnce("<dependencies").containsOnlyOnce("</dependencies>");
        assertThat(add("org.slf4j:slf4j-api:1.7.30").choice().declared())
                .as("Maven reads it")
                .startsWith("org.slf4j");
    }

    /** Versions that a parent or an imported POM manages are not stated again, wherever those come from. */
    @Test
    void versionsManagedElsewhereAreFound() throws IOException {
        sketch.file(
                        "pom.xml",
                        "<project><modelVersion>4.0.0</modelVersion>",
                        "<parent><groupId>no.port</groupId><artifactId>fleet</artifactId><version>1</version></parent>",
                        "<artifactId>boat</artifactId></project>")
                .jar("x.jar", "no.port.X");
        try (RepositoryServer server = new RepositoryServer().settings(home, "")) {
            Path jar = sketch.root().resolve("x.jar");
            String head = "<project><modelVersion>4.0.0</modelVersion><groupId>no.port</groupId><version>1</version>"
                    + "<packaging>pom</packaging><dependencyManagement><dependencies><dependency><groupId>no.port</groupId>";
            String tail = "</dependency></dependencies></dependencyManagement></project>";
            server.artifact(
                            "no.port:fleet:1",
                            jar,
                            head.replace("<version>", "<artifactId>fleet</artifactId><version>")
                                    + "<artifactId>gear</artifactId><version>1</version><type>pom</type><scope>import</scope>"
                                    + tail)
                    .artifact(
                            "no.port:gear:1",
                            jar,
                            head.replace("<version>", "<artifactId>gear</artifactId><version>")
                                    + "<artifactId>bell</artifactId><version>7</version>" + tail)
                    .artifact("no.port:bell:7", jar, "");
            ManagedBuild pom = new MavenTarget()
                    .read(sketch.tree(), Repositories.of(Sketch.alone(home, false)))
                    .orElseThrow();
            assertThat(pom.managedVersions()).containsExactly(Map.entry("no.port:bell", "7"));
        }
    }

    @Test
    void theVersionFitsTheLevelTheFamilyAndWhatIsManaged() throws IOException {
        sketch.file(
                "pom.xml",
                HEAD
                        + "<properties><maven.compiler.target>1.6</maven.compiler.target><jackson>2.7.9</jackson></properties>",
                "<dependencyManagement><dependencies><dependency><groupId>org.slf4j</groupId><artifactId>slf4j-api</artifactId>",
                "<version>1.7.30</version></dependency></dependencies></dependencyManagement>",
                "<dependencies><dependency><groupId>com.fasterxml.jackson.core</groupId><artifactId>jackson-core</artifactId>",
                "<version>${jackson}</version></dependency></dependencies></project>");
        assertThat(add("com.google.gson.Gson").choice().declared())
                .isEqualTo("com.google.code.gson:gson:2.8.9 (compile)");
        assertThat(add("slf4j-api").choice().reason()).contains("manages");
        assertThat(descriptor()).containsPattern("<artifactId>slf4j-api</artifactId>\\s*</dependency>");
        assertThat(add("javax.servlet.http.HttpServlet").choice().declared()).endsWith("(provided)");
        assertThatThrownBy(() -> add("com.google.code.gson:gson:2.10.1"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("already declared");
    }

    @Test
    void whatItBringsAndChangesIsTold() throws IOException {
        sketch.file(
                        "pom.xml",
                        HEAD
                                + "<dependencies><dependency><groupId>no.port</groupId><artifactId>quay</artifactId><version>1</version></dependency></dependencies></project>")
                .jar("x.jar", "no.port.X");
        String needsLamp =
                "<project><modelVersion>4.0.0</modelVersion><groupId>no.port</groupId><artifactId>NAME</artifactId><version>1</version>"
                        + "<dependencies><dependency><groupId>no.port</groupId><artifactId>lamp</artifactId><version>VERSION</version></dependency>MORE</dependencies></project>";
        try (RepositoryServer server = new RepositoryServer().settings(home, "")) {
            Path jar = sketch.root().resolve("x.jar");
            server.artifact(
                            "no.port:quay:1",
                            jar,
                            needsLamp
                                    .replace("NAME", "quay")
                                    .replace("VERSION", "1")
                                    .replace("MORE", ""))
                    .artifact("no.port:lamp:1", jar, "")
                    .artifact("no.port:lamp:2", jar, "")
                    .artifact("no.port:rope:5", jar, "")
                    .artifact(
                            "no.port:bell:1",
                            jar,
                            needsLamp
                                    .replace("NAME", "bell")
                                    .replace("VERSION", "2")
                                    .replace(
                                            "MORE",
                                            "<dependency><groupId>no.port</groupId><artifactId>rope</artifactId><version>5</version></dependency>"));
            Addition addition = pfeiler(false).add(sketch.root(), "no.port:bell:1", Optional.empty());
            assertThat(addition.choice().brings()).containsExactly("no.port:rope:5");
            assertThat(addition.choice().changes())
                    .as("the first declared one wins")
                    .isEmpty();
            assertThat(addition.choice().notes()).isEmpty();
            Addition lamp = pfeiler(false).add(sketch.root(), "no.port:lamp:2", Optional.empty());
            assertThat(lamp.choice().changes()).containsExactly("no.port:lamp is now 2, was transitive as 1");
            assertThatThrownBy(() -> pfeiler(false).add(sketch.root(), "no.port:anchor:1", Optional.empty()))
                    .isInstanceOf(Refusal.class)
                    .hasMessageContaining("No repository has no.port:anchor:1");
        }
    }

    @Test
    void librariesAreFoundByClassPackageAndName() throws IOException {
        sketch.describedJar("lib/lamps.jar", "no.port:lamps:1.2", "no.port.lamps.Lamp")
                .describedJar("other.jar", "no.port:bells:3-rc1", "no.port.bells.Lamp")
                .published("other.jar", home.resolve(".m2/repository"), "no.port:bells:3-rc1")
                .published("other.jar", home.resolve(".m2/repository"), "no.port:bells:2");
        Files.delete(sketch.root().resolve("other.jar"));
        List<Found> lamps = pfeiler(true).find(sketch.root(), "Lamp", false);
        assertThat(lamps).extracting(Found::artifact).containsExactly("no.port:lamps", "no.port:bells");
        assertThat(lamps.get(0).places()).containsExactly("this folder: lib/lamps.jar");
        assertThat(lamps.get(1).versions())
                .as("no release is left out unless asked for")
                .containsExactly("2");
        assertThat(pfeiler(true).find(sketch.root(), "bells", true).get(0).versions())
                .containsExactly("3-rc1", "2");
        assertThat(pfeiler(true).find(sketch.root(), "com.google.gson", false))
                .extracting(Found::artifact)
                .contains("com.google.code.gson:gson");
        assertThat(pfeiler(true).find(sketch.root(), "no.such.thing.AtAll", false))
                .isEmpty();
    }

    @Test
    void whatCannotBeDoneChangesNothing() throws IOException {
        assertThatThrownBy(() -> add("gson")).isInstanceOf(Refusal.class).hasMessageContaining("No build tool manages");
        sketch.file("pom.xml", "<project>", "<dependencies>");
        assertThatThrownBy(() -> add("gson")).isInstanceOf(Refusal.class).hasMessageContaining("not a valid POM");
        sketch.file("pom.xml", HEAD + "</project>");
        assertThatThrownBy(() -> add("org.springframework"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("may mean");
        assertThatThrownBy(() -> pfeiler(true).add(sketch.root(), "gson", Optional.of("drop")))
                .isInstanceOf(Refusal.class);
        assertThat(descriptor()).isEqualTo(HEAD + "</project>\n");
    }

    /** In scripts, a declaration joins those of its configuration, in their way of writing; all else stays. */
    @Test
    void scriptsAreEditedInTheirOwnWay() throws IOException {
        String groovy = String.join(
                "\n",
                "plugins { id 'java' } // { not a brace",
                "buildscript { dependencies { classpath 'x:y:1' } }",
                "",
                "dependencies {",
                "\timplementation(\"org.slf4j:slf4j-api:1.7.30\") {",
                "\t\texclude group: 'a'",
                "\t}",
                "\ttestImplementation \"junit:junit:$junit\"",
                "}",
                "task x { println '}' }",
                "");
        sketch.file("build.gradle", StandardCharsets.UTF_8, groovy);
        Path script = sketch.root().resolve("build.gradle");
        assertThat(add("com.google.code.gson:gson:2.10.1").choice().declared())
                .isEqualTo("com.google.code.gson:gson:2.10.1 (compile)");
        String first =
                groovy.replace("'a'\n\t}\n", "'a'\n\t}\n\timplementation(\"com.google.code.gson:gson:2.10.1\")\n");
        assertThat(script).hasContent(first);
        pfeiler(true).add(sketch.root(), "org.mockito:mockito-core:4.11.0", Optional.of("test"));
        pfeiler(true).add(sketch.root(), "com.h2database:h2:2.2.224", Optional.of("runtime"));
        assertThat(script)
                .hasContent(first.replace(
                        "$junit\"\n}",
                        "$junit\"\n\ttestImplementation(\"org.mockito:mockito-core:4.11.0\")\n"
                                + "\truntimeOnly(\"com.h2database:h2:2.2.224\")\n}"));
        assertThatThrownBy(() -> add("junit:junit:4.13.2")).hasMessageContaining("already declared in build.gradle");
    }

    @Test
    void scriptsInKotlinAreEditedToo() throws IOException {
        sketch.file("build.gradle.kts", "plugins { `java-library` }", "dependencies { api(\"a:b:1\") }");
        Path script = sketch.root().resolve("build.gradle.kts");
        add("com.google.code.gson:gson:2.10.1");
        assertThat(script)
                .hasContent(String.join(
                        "\n",
                        "plugins { `java-library` }",
                        "dependencies { api(\"a:b:1\"); implementation(\"com.google.code.gson:gson:2.10.1\") }"));
        Files.writeString(script, "plugins { java }\n");
        add("org.slf4j:slf4j-api:1.7.30");
        assertThat(script)
                .hasContent(
                        "plugins { java }\n\ndependencies {\n    implementation(\"org.slf4j:slf4j-api:1.7.30\")\n}\n");
        Files.writeString(script, "dependencies {\n");
        assertThatThrownBy(() -> add("org.slf4j:slf4j-api:1.7.30"))
                .hasMessageContaining("not every brace in it is closed");
        assertThat(script).hasContent("dependencies {\n");
    }
}
