package dev.pfeiler;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.survey.Survey;
import dev.pfeiler.tree.Hashing;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The way from a tree to a proposal, without a build. */
class PfeilerTest {
    @TempDir
    Path folder;

    private Sketch sketch;
    private Pfeiler pfeiler;
    private Path repository;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(Files.createDirectories(folder.resolve("tides")));
        Path home = Files.createDirectories(folder.resolve("home"));
        repository = home.resolve(".m2/repository");
        pfeiler = new Pfeiler(Sketch.alone(home, true));
    }

    private Proposal propose(String... choices) {
        List<Choice> all = new ArrayList<>();
        for (String choice : choices) {
            String[] parts = choice.split("=", 2);
            all.add(Choice.option(parts[0], parts[1], choice));
        }
        return pfeiler.propose(pfeiler.survey(sketch.root()), new Choices(all));
    }

    private String value(Proposal proposal, String key) {
        return proposal.decision(key).map(Decision::value).orElse("none");
    }

    private String pom(Proposal proposal) {
        return proposal.steps().stream()
                .filter(step -> step instanceof Step.Write write && write.path().equals("pom.xml"))
                .map(step -> ((Step.Write) step).content())
                .findFirst()
                .orElseThrow();
    }

    private void web() throws IOException {
        sketch.file("src/no/port/App.java", "package no.port; import a.Used; import c.Servlet; class App {}")
                .file("src/no/port/app.properties", "x=1")
                .file("web/WEB-INF/web.xml", "<web-app version='3.1'/>")
                .jar("web/WEB-INF/lib/used-1.jar", "a.Used uses b.Along")
                .jar("web/WEB-INF/lib/along-1.jar", "b.Along")
                .jar("web/WEB-INF/lib/idle-1.jar", "z.Idle")
                .jar("server/api-1.jar", "c.Servlet")
                .file(
                        ".classpath",
                        "<classpath><classpathentry kind='src' path='src'/>",
                        "<classpathentry kind='lib' path='server/api-1.jar'/></classpath>");
        for (String name : List.of("used", "along", "idle")) {
            sketch.published("web/WEB-INF/lib/" + name + "-1.jar", repository, "org." + name + ":" + name + ":1");
        }
        sketch.published("server/api-1.jar", repository, "org.api:api:1");
    }

    @Test
    void aJarThatABuildNamesAndThatIsNotThereSaysWhichArtifactIsMeant() throws IOException {
        sketch.jar("gates.jar", "gate.Gate").jar("all.jar", "gate.Gate", "gate.Lock");
        for (String version : List.of("1.4", "2")) {
            sketch.published("gates.jar", repository, "no.port:gates:" + version);
            Path pom = repository.resolve("no/port/gates/" + version + "/gates-" + version + ".pom");
            Files.writeString(
                    pom,
                    "<project><modelVersion>4.0.0</modelVersion><groupId>no.port</groupId>"
                            + "<artifactId>gates</artifactId><version>" + version + "</version></project>");
        }
        sketch.published("all.jar", repository, "no.all:all:3");
        Files.delete(sketch.root().resolve("gates.jar"));
        Files.delete(sketch.root().resolve("all.jar"));
        sketch.file("src/p/Main.java", "package p; import gate.Gate; class Main {}");
        assertThat(pom(propose())).contains("<artifactId>all</artifactId>");
        sketch.file(
                "build.xml",
                "<project><path id='cp'><fileset dir='lib'><include name='gates-1.4.jar'/></fileset></path>",
                "<target name='x'><javac srcdir='src' destdir='out' classpathref='cp'/></target></project>");
        assertThat(pom(propose()))
                .contains("<artifactId>gates</artifactId>", "<version>1.4</version>")
                .doesNotContain("<artifactId>all</artifactId>");
    }

    @Test
    void scopesFollowFromUseAndFromWhatIsDeployed() throws IOException {
        web();
        Proposal proposal = propose();
        assertThat(value(proposal, "scope:web/WEB-INF/lib/used-1.jar")).isEqualTo("compile");
        assertThat(value(proposal, "scope:web/WEB-INF/lib/along-1.jar")).isEqualTo("compile");
        assertThat(value(proposal, "scope:web/WEB-INF/lib/idle-1.jar")).isEqualTo("runtime");
        assertThat(value(proposal, "scope:server/api-1.jar")).isEqualTo("provided");
        assertThat(value(proposal, "packaging")).isEqualTo("war");
        assertThat(pom(proposal)).contains("no usage found").contains("<artifactId>api</artifactId>");
        assertThat(proposal.steps())
                .contains(new Step.Retire(".classpath", "replaced by pom.xml"))
                .anyMatch(s -> s.path().equals("src/no/port/app.properties")
                        && s.goal().equals(Optional.of("src/main/resources/no/port/app.properties")));
    }

    @Test
    void theSameTreeGivesTheSameProposal() throws IOException {
        web();
        assertThat(propose()).isEqualTo(propose());
    }

    @Test
    void aWrittenChoicesFileLeadsToTheSameSteps() throws IOException {
        web();
        sketch.jar("web/WEB-INF/lib/nobody.jar", "n.Body");
        Survey survey = pfeiler.survey(sketch.root());
        Proposal proposal = pfeiler.propose(survey, Choices.NONE);
        pfeiler.writeChoices(survey.tree(), proposal);
        Proposal again = propose();
        assertThat(again.steps()).isEqualTo(proposal.steps());
        assertThat(again.questions()).isEmpty();
    }

    @Test
    void choicesOverruleScopesFoldersAndCoordinates() throws IOException {
        web();
        Proposal proposal = propose(
                "scope:web/WEB-INF/lib/idle-1.jar=exclude",
                "jar:web/WEB-INF/lib/along-1.jar=org.else:where:2",
                "folder:src=test",
                "level=11");
        assertThat(pom(proposal))
                .doesNotContain("idle")
                .contains("<artifactId>where</artifactId>")
                .contains("<maven.compiler.release>11<");
        assertThat(proposal.steps()).anyMatch(s -> s.goal().equals(Optional.of("src/test/java/no/port/App.java")));
    }

    @Test
    void aJarThatNobodyHasIsLaidIntoTheProject() throws IOException {
        sketch.file("src/no/port/App.java", "package no.port; import n.Body; class App {}")
                .jar("lib/tides.jar", "n.Body");
        Proposal proposal = propose();
        String version =
                "1-" + Hashing.sha1(sketch.root().resolve("lib/tides.jar")).substring(0, 8);
        assertThat(value(proposal, "jar:lib/tides.jar"))
                .as("not the project's own name")
                .isEqualTo("no.port:tides-lib:" + version);
        assertThat(proposal.questions()).extracting("key").contains("jar:lib/tides.jar");
        String laid = "local-repository/no/port/tides-lib/" + version + "/tides-lib-" + version;
        assertThat(proposal.steps())
                .anyMatch(s -> s.goal().equals(Optional.of(laid + ".jar")))
                .anyMatch(s -> s.goal().equals(Optional.of(laid + ".pom")));
        assertThat(pom(proposal)).contains("file://${project.basedir}/local-repository");
    }

    @Test
    void ofTwoVersionsTheFirstOnTheClassPathStays() throws IOException {
        sketch.file("src/p/A.java", "package p; import a.B; class A {}")
                .describedJar("lib/x-1.jar", "g:x:1", "a.B")
                .describedJar("lib/x-2.jar", "g:x:2", "a.B")
                .file(
                        ".classpath",
                        "<classpath><classpathentry kind='src' path='src'/>",
                        "<classpathentry kind='lib' path='lib/x-2.jar'/>",
                        "<classpathentry kind='lib' path='lib/x-1.jar'/></classpath>");
        Proposal proposal = propose();
        assertThat(pom(proposal)).contains("<version>2</version>").doesNotContain("<version>1</version>");
        assertThat(proposal.steps())
                .anyMatch(s -> s.path().equals("lib/x-1.jar") && s.reason().contains("version 2"));
    }

    @Test
    void theLevelIsTheWiringsElseThatOfClassesElseWhatTheSyntaxNeeds() throws IOException {
        sketch.file("src/p/A.java", "package p; record A(int i) {}");
        assertThat(value(propose(), "level")).isEqualTo("16");
        sketch.file("README.md", "Java 1.2 was nice.", "Since 2.0 it needs JDK 17.0.2, or any Java 17 or newer.");
        Decision told = propose().decision("level").orElseThrow();
        assertThat(told.value()).isEqualTo("17");
        assertThat(told.certainty()).isEqualTo(Certainty.GUESS);
        assertThat(told.reason()).isEqualTo("mentioned in the README");
        sketch.bytes("bin/p/A.class", Sketch.classFile(17, "p.A"));
        assertThat(value(propose(), "level")).isEqualTo("17");
        sketch.file(".settings/org.eclipse.jdt.core.prefs", "org.eclipse.jdt.core.compiler.source=21");
        assertThat(value(propose(), "level")).isEqualTo("21");
        sketch.file(".settings/org.eclipse.jdt.core.prefs", "org.eclipse.jdt.core.compiler.source=1.3");
        Decision raised = propose().decision("level").orElseThrow();
        assertThat(Integer.parseInt(raised.value())).isGreaterThanOrEqualTo(6);
        assertThat(raised.reason()).contains("raised from 3");
    }

    @Test
    void theEncodingIsFoundByDecodingAllSources() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}");
        assertThat(value(propose(), "encoding")).isEqualTo("UTF-8");
        sketch.file("src/p/B.java", StandardCharsets.ISO_8859_1, "package p; class B { String s = \"å\"; }");
        Decision unknown = propose().decision("encoding").orElseThrow();
        assertThat(unknown.basis()).as("any bytes decode in an 8-bit charset").isEqualTo(Decision.Basis.DEFAULT);
        assertThat(propose().questions()).extracting("key").contains("encoding");
        sketch.file("src/p/C.java", StandardCharsets.UTF_8, "package p; class C { String s = \"å\"; }")
                .file("src/p/D.java", StandardCharsets.UTF_8, "package p; class D { String s = \"å\"; }");
        Decision mixed = propose().decision("encoding").orElseThrow();
        assertThat(mixed.value()).isEqualTo("UTF-8");
        assertThat(mixed.basis()).isEqualTo(Decision.Basis.DEFAULT);
    }

    @Test
    void coordinatesComeFromPackagesNamesAndVersionsInTheTree() throws IOException {
        sketch.file("src/no/haldervik/tides/web/A.java", "package no.haldervik.tides.web; class A {}")
                .file("src/no/haldervik/tides/B.java", "package no.haldervik.tides; class B {}")
                .file("VERSION", "v3.2.1");
        Proposal proposal = propose();
        assertThat(value(proposal, "group")).isEqualTo("no.haldervik");
        assertThat(value(proposal, "name")).isEqualTo("tides");
        assertThat(value(proposal, "version")).isEqualTo("3.2.1");
        assertThat(proposal.questions()).isEmpty();
        assertThat(value(propose("name=Other", "version=9"), "version")).isEqualTo("9");
        assertThatThrownBy(() -> propose("name=no good")).isInstanceOf(Refusal.class);
    }

    @Test
    void withoutPackagesTheGroupIsAQuestion() throws IOException {
        sketch.file("A.java", "class A {}");
        assertThat(propose().questions()).extracting("key").containsExactlyInAnyOrder("group", "version");
    }

    @Test
    void testsThatTheRunnerWouldNotFindAreNamedToIt() throws IOException {
        sketch.file("src/p/A.java", "package p; public class A {}")
                .file(
                        "checks/p/AChecks.java",
                        "package p; import org.junit.Test; public class AChecks { @Test public void a() {} }");
        assertThat(pom(propose())).contains("<include>**/AChecks.java</include>");
    }

    @Test
    void whatCannotBeReadIsAFindingAndTheRestIsSurveyed() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}").bytes("lib/broken.jar", new byte[] {1, 2});
        Survey survey = pfeiler.survey(sketch.root());
        assertThat(survey.findings())
                .anyMatch(f -> f.leftForYou()
                        && f.subject().equals("lib/broken.jar")
                        && f.fact().equals("is not a valid archive"));
        Proposal proposal = propose();
        assertThat(proposal.leftForYou()).extracting(Finding::subject).contains("lib/broken.jar");
        assertThat(proposal.steps()).noneMatch(step -> step.path().equals("lib/broken.jar"));
    }

    @Test
    void aSourceThatDoesNotDecodeAsDeclaredIsAFinding() throws IOException {
        sketch.file("src/p/A.java", StandardCharsets.ISO_8859_1, "package p; class A { String s = \"å\"; }")
                .file(".settings/org.eclipse.core.resources.prefs", "encoding/<project>=UTF-8");
        assertThat(pfeiler.survey(sketch.root()).findings())
                .anyMatch(f -> f.leftForYou()
                        && f.subject().equals("src/p/A.java")
                        && f.evidence()
                                .equals(List.of(new Evidence(
                                        ".settings/org.eclipse.core.resources.prefs", 1, "encoding/<project>=UTF-8"))));
    }

    @Test
    void thereMustBeAProjectThatNobodyManagesYet() throws IOException {
        assertThatThrownBy(() -> propose()).isInstanceOf(Refusal.class).hasMessageContaining("is empty");
        sketch.file("notes.txt", "x");
        assertThatThrownBy(() -> propose()).isInstanceOf(Refusal.class).hasMessageContaining("no source");
        sketch.file("src/p/A.java", "package p; class A {}").file("build.gradle", "");
        assertThatThrownBy(() -> propose())
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("Already managed by Gradle");
        assertThatThrownBy(() -> pfeiler.survey(folder.resolve("nowhere"))).isInstanceOf(Refusal.class);
    }
}
