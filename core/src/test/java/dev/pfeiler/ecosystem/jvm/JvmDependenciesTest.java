package dev.pfeiler.ecosystem.jvm;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import dev.pfeiler.Pfeiler;
import dev.pfeiler.RepositoryServer;
import dev.pfeiler.Sketch;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Proposal;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is declared so that the class path is the one that was, with a repository that tells what brings what along. */
class JvmDependenciesTest {
    @TempDir
    Path folder;

    private Sketch sketch;
    private Path home;
    private RepositoryServer server;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(Files.createDirectories(folder.resolve("port")));
        home = Files.createDirectories(folder.resolve("home"));
        server = new RepositoryServer().settings(home, "");
    }

    @AfterEach
    void close() {
        server.close();
    }

    /** A jar in the heap that the repository has as well; its classes are in a package of its name. */
    private void library(String name, String version, String... brings) throws IOException {
        String path = "lib/" + name + "-" + version + ".jar";
        sketch.describedJar(path, "no.port:" + name + ":" + version, "no.port." + name + ".Type");
        publish(name, version, path, brings);
    }

    private void publish(String name, String version, String path, String... brings) throws IOException {
        StringBuilder dependencies = new StringBuilder();
        for (String brought : brings) {
            String[] parts = brought.split(":");
            dependencies
                    .append("<dependency><groupId>no.port</groupId><artifactId>")
                    .append(parts[0])
                    .append("</artifactId><version>")
                    .append(parts[1])
                    .append("</version></dependency>");
        }
        server.artifact(
                "no.port:" + name + ":" + version,
                sketch.root().resolve(path),
                "<project><modelVersion>4.0.0</modelVersion><groupId>no.port</groupId><artifactId>" + name
                        + "</artifactId><version>" + version + "</version><dependencies>" + dependencies
                        + "</dependencies></project>");
    }

    private void uses(String... names) throws IOException {
        StringBuilder source = new StringBuilder("package app; ");
        for (String name : names) source.append("import no.port.").append(name).append(".Type; ");
        sketch.file("src/app/App.java", source + "class App {}");
    }

    private Proposal propose(String... choices) {
        var all = Arrays.stream(choices)
                .map(choice -> choice.split("=", 2))
                .map(parts -> Choice.option(parts[0], parts[1], "--choose " + parts[0] + "=" + parts[1]))
                .toList();
        Pfeiler pfeiler = new Pfeiler(Sketch.alone(home, false));
        return pfeiler.propose(pfeiler.survey(sketch.root()), new Choices(all));
    }

    private static String pom(Proposal proposal) {
        return proposal.steps().stream()
                .filter(step -> step instanceof Step.Write && step.path().equals("pom.xml"))
                .map(step -> ((Step.Write) step).content())
                .findFirst()
                .orElseThrow();
    }

    private static String between(String text, String start, String end) {
        int at = text.indexOf(start);
        return at < 0 ? "" : text.substring(at, text.indexOf(end, at));
    }

    private static String dependencies(Proposal proposal) {
        String pom = pom(proposal);
        return pom.contains("\n  <dependencies>") ? between(pom, "\n  <dependencies>", "\n  </dependencies>") : "";
    }

    @Test
    void whatComesAlongIsNotDeclared() throws IOException {
        library("lamp", "1", "wick:1");
        library("wick", "1", "oil:3");
        library("oil", "3");
        uses("lamp");
        Proposal proposal = propose();
        assertThat(dependencies(proposal)).contains("lamp").doesNotContain("wick", "oil", "exclusion");
        Decision oil = proposal.decision("scope:lib/oil-3.jar").orElseThrow();
        assertThat(oil.value()).isEqualTo("transitive");
        assertThat(oil.reason()).isEqualTo("transitive via lamp 1 → wick 1");
        assertThat(proposal.steps())
                .as("the jar leaves all the same")
                .anyMatch(s -> s.path().equals("lib/oil-3.jar") && s instanceof Step.Retire);
        assertThat(dependencies(propose("scope:lib/oil-3.jar=compile"))).contains("oil");
    }

    /** A jar of a framework, which the repository has as well. */
    private void framework(String coordinates, String type, String... brings) throws IOException {
        String[] c = coordinates.split(":");
        String path = "lib/" + c[1] + ".jar";
        sketch.describedJar(path, coordinates, type);
        descriptor(coordinates, path, brings);
    }

    private void descriptor(String coordinates, String path, String... brings) throws IOException {
        String[] c = coordinates.split(":");
        StringBuilder dependencies = new StringBuilder();
        for (String brought : brings) {
            String[] b = brought.split(":");
            dependencies.append("<dependency><groupId>" + b[0] + "</groupId><artifactId>" + b[1]
                    + "</artifactId><version>" + b[2] + "</version></dependency>");
        }
        server.artifact(
                coordinates,
                sketch.root().resolve(path),
                "<project><modelVersion>4.0.0</modelVersion><groupId>" + c[0] + "</groupId><artifactId>" + c[1]
                        + "</artifactId><version>" + c[2] + "</version><dependencies>" + dependencies
                        + "</dependencies></project>");
    }

    @Test
    void anArtifactThatBringsWhatWasThereStandsForIt() throws IOException {
        String boot = "org.springframework.boot";
        framework(boot + ":spring-boot:2.7.1", "org.springframework.boot.SpringApplication");
        framework("org.springframework:spring-webmvc:5.3.2", "org.springframework.web.servlet.DispatcherServlet");
        framework("org.apache.tomcat.embed:tomcat-embed-core:9.0.8", "org.apache.catalina.startup.Tomcat");
        descriptor("org.springframework:spring-webmvc:5.3.1", "lib/spring-webmvc.jar");
        library("lamp", "1");
        String web = boot + ":spring-boot-starter-web:2.7.1";
        descriptor(
                web,
                "lib/spring-boot.jar",
                boot + ":spring-boot:2.7.1",
                "org.springframework:spring-webmvc:5.3.1",
                "org.apache.tomcat.embed:tomcat-embed-core:9.0.8");
        // one that brings what was not there does not stand for anything
        descriptor(
                boot + ":spring-boot-starter-tomcat:2.7.1",
                "lib/spring-boot.jar",
                "org.apache.tomcat.embed:tomcat-embed-core:9.0.8",
                "no.port:wick:1");
        sketch.file(
                "src/app/App.java",
                "package app; import org.springframework.boot.SpringApplication; import no.port.lamp.Type;",
                "class App { public static void main(String[] a) { SpringApplication.run(App.class); } }");
        Proposal proposal = propose();
        assertThat(dependencies(proposal))
                .contains("spring-boot-starter-web", "lamp")
                .contains("<!-- stands for 3 libraries that were on the class path -->")
                .doesNotContain("webmvc", "embed-core", "<artifactId>spring-boot<", "starter-tomcat", "provided");
        assertThat(between(pom(proposal), "<dependencyManagement>", "</dependencyManagement>"))
                .as("the version that was there")
                .containsSubsequence("spring-webmvc", "<version>5.3.2</version>");
        assertThat(pom(proposal)).containsSubsequence("spring-boot-maven-plugin", "<version>2.7.1</version>");
        assertThat(proposal.commands()).anyMatch(command -> command.line().equals("mvn spring-boot:run"));
        assertThat(dependencies(propose("starter:spring-boot-starter-web=without")))
                .contains("spring-webmvc", "<artifactId>spring-boot</artifactId>", "tomcat-embed-core")
                .as("its server is its own")
                .doesNotContain("provided");
    }

    @Test
    void aBillOfMaterialsStatesTheVersionsOfAProgramsLibraries() throws IOException {
        framework("org.springframework:spring-core:5.3.2", "org.springframework.core.Core");
        framework("org.springframework:spring-beans:5.3.2", "org.springframework.beans.Beans");
        String bom = "<project><modelVersion>4.0.0</modelVersion><groupId>org.springframework</groupId>"
                + "<artifactId>spring-framework-bom</artifactId><version>5.3.2</version><packaging>pom</packaging>"
                + "<dependencyManagement><dependencies>"
                + "<dependency><groupId>org.springframework</groupId><artifactId>spring-core</artifactId><version>5.3.2</version></dependency>"
                + "<dependency><groupId>org.springframework</groupId><artifactId>spring-beans</artifactId><version>%s</version></dependency>"
                + "</dependencies></dependencyManagement></project>";
        String path = "org/springframework/spring-framework-bom/5.3.2/spring-framework-bom-5.3.2.pom";
        server.put(path, bom.formatted("5.3.2").getBytes(StandardCharsets.UTF_8));
        String imports = "import org.springframework.core.Core; import org.springframework.beans.Beans;";
        sketch.file("src/app/App.java", "package app; " + imports + " class App { static void main(String[] a) {} }");
        Proposal proposal = propose();
        assertThat(value(proposal, "platform:spring-framework-bom")).isEqualTo("5.3.2");
        assertThat(between(pom(proposal), "<dependencyManagement>", "</dependencyManagement>"))
                .containsSubsequence("spring-framework-bom", "<scope>import</scope>");
        assertThat(dependencies(proposal))
                .contains("spring-core", "spring-beans")
                .doesNotContain("<version>");
        sketch.file("src/app/App.java", "package app; " + imports + " class App {}");
        proposal = propose();
        assertThat(value(proposal, "platform:spring-framework-bom"))
                .as("a library states its versions itself")
                .isEqualTo("without");
        assertThat(dependencies(propose("platform:spring-framework-bom=5.3.2"))).doesNotContain("<version>");
    }

    @Test
    void aBillOfMaterialsThatWouldChangeAVersionIsNotUsed() throws IOException {
        framework("org.springframework:spring-core:5.3.2", "org.springframework.core.Core");
        framework("org.springframework:spring-beans:5.3.2", "org.springframework.beans.Beans");
        framework("org.springframework:spring-tx:5.3.1", "org.springframework.tx.Tx");
        StringBuilder managed = new StringBuilder();
        for (String artifact : List.of("spring-core", "spring-beans", "spring-tx"))
            managed.append("<dependency><groupId>org.springframework</groupId><artifactId>" + artifact
                    + "</artifactId><version>5.3.2</version></dependency>");
        server.put(
                "org/springframework/spring-framework-bom/5.3.2/spring-framework-bom-5.3.2.pom",
                ("<project><modelVersion>4.0.0</modelVersion><groupId>org.springframework</groupId>"
                                + "<artifactId>spring-framework-bom</artifactId><version>5.3.2</version><packaging>pom</packaging>"
                                + "<dependencyManagement><dependencies>" + managed
                                + "</dependencies></dependencyManagement></project>")
                        .getBytes(StandardCharsets.UTF_8));
        sketch.file(
                "src/app/App.java",
                "package app; import org.springframework.core.Core; import org.springframework.beans.Beans;",
                "import org.springframework.tx.Tx; class App { static void main(String[] a) {} }");
        Proposal proposal = propose();
        assertThat(proposal.decision("platform:spring-framework-bom")).isEmpty();
        assertThat(dependencies(proposal)).contains("<version>5.3.1</version>");
    }

    private static String value(Proposal proposal, String key) {
        return proposal.decision(key).map(Decision::value).orElse("");
    }

    @Test
    void whatWouldComeInAnotherVersionIsPinned() throws IOException {
        library("lamp", "1", "wick:1");
        library("wick", "2");
        uses("lamp");
        Proposal proposal = propose();
        assertThat(dependencies(proposal)).doesNotContain("wick");
        assertThat(between(pom(proposal), "<dependencyManagement>", "</dependencyManagement>"))
                .contains("<!-- would be transitive as 1 -->")
                .contains("<artifactId>wick</artifactId>")
                .contains("<version>2</version>");
        assertThat(proposal.decision("scope:lib/wick-2.jar").orElseThrow().reason())
                .contains("version stated");
    }

    @Test
    void whatWasNotOnTheClassPathIsExcluded() throws IOException {
        library("lamp", "1", "wick:1", "rust:1");
        library("wick", "1");
        sketch.jar("rust.jar", "no.port.rust.Type");
        publish("rust", "1", "rust.jar");
        Files.delete(sketch.root().resolve("rust.jar"));
        uses("lamp");
        assertThat(dependencies(propose()))
                .contains("<exclusion>")
                .contains("<artifactId>rust</artifactId>")
                .doesNotContain("wick");
    }

    @Test
    void whatADroppedJarWasIsExcludedToo() throws IOException {
        library("lamp", "1", "wick:1");
        library("wick", "1");
        uses("lamp");
        assertThat(dependencies(propose("scope:lib/wick-1.jar=exclude")))
                .contains("<exclusion>")
                .contains("<artifactId>wick</artifactId>");
    }

    @Test
    void ofWhatNobodyUsesOnlyTheHeadIsKept() throws IOException {
        library("bell", "1", "rope:1");
        library("rope", "1", "hemp:1");
        library("hemp", "1");
        uses();
        String dependencies = dependencies(propose());
        assertThat(dependencies)
                .contains("<artifactId>bell</artifactId>")
                .contains("<scope>runtime</scope>")
                .contains("no usage found")
                .doesNotContain("rope", "hemp");
    }

    @Test
    void aFrameworkForTestsIsNotShippedUnlessItWas() throws IOException {
        sketch.file("src/app/App.java", "package app; class App {}")
                .file("site/WEB-INF/web.xml", "<web-app/>")
                .file("build.sh", "javac -cp lib/junit.jar:lib/pump.jar -d out src/app/App.java");
        sketch.jar("lib/junit.jar", "junit.framework.TestCase", "junit.awtui.Runner", "org.hamcrest.Is", "app.Shim");
        sketch.jar("lib/pump.jar", "no.port.pump.Pump");
        sketch.jar("site/WEB-INF/lib/testng.jar", "org.testng.Test");
        Proposal proposal = propose();
        assertThat(value(proposal, "scope:lib/junit.jar")).isEqualTo("test");
        assertThat(value(proposal, "scope:lib/pump.jar")).isEqualTo("runtime");
        assertThat(value(proposal, "scope:site/WEB-INF/lib/testng.jar")).isEqualTo("runtime");
    }

    @Test
    void withoutDescriptorsEverythingIsDeclared() throws IOException {
        sketch.describedJar("lib/lamp-1.jar", "no.port:lamp:1", "no.port.lamp.Type uses no.port.wick.Type")
                .describedJar("lib/wick-1.jar", "no.port:wick:1", "no.port.wick.Type");
        server.status(503);
        uses("lamp");
        Proposal proposal = propose();
        assertThat(dependencies(proposal)).contains("lamp", "wick");
        assertThat(proposal.leftForYou())
                .anyMatch(finding -> finding.subject().equals("repository harbour")
                        && finding.fact().contains("unconfirmed"));
    }

    @Test
    void aFamilySharesOneVersion() throws IOException {
        library("lamp-oil", "4");
        library("lamp-gas", "4");
        library("bell", "4");
        sketch.file(
                "src/app/App.java",
                "package app; class App { no.port.lamp_oil.Type t; Object o = \"no.port.lamp-oil\"; }");
        String pom = pom(propose());
        assertThat(pom).contains("<port.version>4</port.version>").contains("<version>${port.version}</version>");
    }

    @Test
    void settingsAndServicesNameWhatTheyLoad() throws IOException {
        library("pump", "1");
        sketch.jar(
                        "lib/back.jar",
                        Map.of("META-INF/services/no.port.front.Type", "no.port.back.Type"),
                        "no.port.back.Type")
                .file("src/pump.xml", "<beans>", "<bean class='no.port.pump.Type'/>", "</beans>");
        publish("back", "1", "lib/back.jar");
        library("front", "1");
        uses("front");
        Proposal proposal = propose();
        Decision pump = proposal.decision("scope:lib/pump-1.jar").orElseThrow();
        assertThat(pump.value()).isEqualTo("runtime");
        assertThat(pump.evidence().get(0).place()).isEqualTo("src/pump.xml:2");
        assertThat(proposal.decision("scope:lib/back.jar").orElseThrow().reason())
                .contains("provides the service no.port.front.Type");
    }

    @Test
    void aRepositoryThatAloneHasAnArtifactIsDeclared() throws IOException {
        Files.writeString(
                home.resolve(".m2/settings.xml"),
                "<settings><profiles><profile><id>p</id><repositories>"
                        + "<repository><id>central</id><url>" + server.url() + "public/</url></repository>"
                        + "<repository><id>quay</id><url>" + server.url() + "</url></repository>"
                        + "</repositories></profile></profiles><activeProfiles><activeProfile>p</activeProfile></activeProfiles></settings>");
        library("lamp", "1");
        uses("lamp");
        assertThat(between(pom(propose()), "<repositories>", "</repositories>"))
                .contains("<id>quay</id>")
                .contains(server.url())
                .doesNotContain("central");
    }

    /** What other projects left in the local repository is not proposed, and no implementation in place of an API. */
    @Test
    void leftoversInTheLocalRepositoryAreNotProposed() throws IOException {
        Path repository = home.resolve(".m2/repository");
        sketch.file(
                        "src/no/port/Quay.java",
                        "package no.port;",
                        "import no.haldervik.Bell;",
                        "import javax.servlet.http.HttpServlet;",
                        "class Quay {}")
                .jar("private.jar", "no.haldervik.Bell")
                .jar("server.jar", "javax.servlet.http.HttpServlet")
                .published("private.jar", repository, "no.haldervik:bell:1-0123abcd")
                .published("server.jar", repository, "no.port.server:container:7");
        Files.writeString(
                repository.resolve("no/haldervik/bell/1-0123abcd/_remote.repositories"),
                "bell-1-0123abcd.jar>local-repository=\n");
        Files.delete(sketch.root().resolve("private.jar"));
        Files.delete(sketch.root().resolve("server.jar"));
        Proposal proposal = propose();
        assertThat(dependencies(proposal)).contains("javax.servlet-api").doesNotContain("bell", "container");
        assertThat(proposal.leftForYou()).extracting("subject").contains("no.haldervik");
    }

    @Test
    void whatWasFetchedForTheOldBuildIsDeclaredAsItsListsSay() throws IOException {
        sketch.jar("bell.jar", "no.sound.Bell")
                .jar("horn.jar", "no.sound.Horn")
                .jar("whistle.jar", "no.air.Whistle")
                .file(
                        "src/p/A.java",
                        "package p;",
                        "import no.sound.Bell;",
                        "import no.sound.Horn;",
                        "import no.air.*;",
                        "class A {}")
                .file("build.sh", "javac -d out src/p/A.java", "jar cf port.jar -C out .")
                .file(
                        "ivy.xml",
                        "<ivy-module><dependencies><dependency org='no.port' name='bell' rev='1.2'/>",
                        "<dependency org='no.port' name='bell' rev='${newest}'/>",
                        "<dependency org='no.port' name='gone' rev='1'/></dependencies></ivy-module>")
                .file(
                        "project.xml",
                        "<project><pomVersion>3</pomVersion><dependencies>",
                        "<dependency><groupId>no.port</groupId><artifactId>horn</artifactId><version>3</version></dependency>",
                        "<dependency><id>whistle</id><version>4</version></dependency></dependencies></project>");
        Path repository = home.resolve(".m2/repository");
        sketch.published("bell.jar", repository, "no.port:bell:1.2")
                .published("bell.jar", repository, "no.port:bell:2.0")
                .published("horn.jar", repository, "no.port:horn:3")
                .published("whistle.jar", repository, "whistle:whistle:4");
        for (String jar : List.of("bell.jar", "horn.jar", "whistle.jar"))
            Files.delete(sketch.root().resolve(jar));
        Proposal proposal = propose();
        assertThat(pom(proposal)).doesNotContain("gone", "guess");
        assertThat(proposal.decisions())
                .filteredOn(decision -> decision.key().startsWith("library:"))
                .extracting(Decision::value, Decision::certainty, Decision::reason)
                .containsExactlyInAnyOrder(
                        tuple("no.port:bell:1.2", Certainty.CERTAIN, "listed in ivy.xml:1"),
                        tuple("no.port:horn:3", Certainty.CERTAIN, "listed in project.xml:2"),
                        tuple("whistle:whistle:4", Certainty.CERTAIN, "listed in project.xml:3"));
    }
}
