package dev.pfeiler.checking;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.evidence.Refusal;
import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What can be wrong whatever the build tools are, and what a person decides about findings. */
class SharedCheckTest {
    @TempDir
    Path folder;

    private CheckedSketch project;

    @BeforeEach
    void layOut() throws IOException {
        project = new CheckedSketch(folder)
                .file(
                        "pom.xml",
                        "<project><modelVersion>4.0.0</modelVersion><groupId>a</groupId><artifactId>quay</artifactId>"
                                + "<version>2.1-SNAPSHOT</version></project>\n")
                .file("src/main/java/a/Quay.java", "package a;\n\npublic class Quay {}\n")
                .file("client/package.json", "{\n  \"name\": \"client\",\n  \"version\": \"2.1\"\n}\n")
                .file("client/index.js", "exports.quay = 1;\n");
    }

    @Test
    void withoutIgnoreFileNothingIsSaidOfOutput() throws IOException {
        project.file("target/quay.txt", "made\n");
        assertThat(project.findings()).isEmpty();
    }

    @Test
    void outputIsIgnoredInTheNearestIgnoreFile() throws IOException {
        project.file(".gitignore", "*.log")
                .file("client/.gitignore", "# nothing\n")
                .file("target/quay.txt", "made\n");
        project.file("client/coverage/index.html", "made\n");
        assertThat(project.findings())
                .containsExactly(
                        "warning output-not-ignored .gitignore target",
                        "warning output-not-ignored client/.gitignore client/coverage");
        project.fix();
        assertThat(project.text(".gitignore")).isEqualTo("*.log\n/target/\n");
        assertThat(project.text("client/.gitignore")).isEqualTo("# nothing\n/coverage/\n");
        assertThat(project.findings()).isEmpty();
    }

    @Test
    void anIgnoreFileIsWrittenForOneFolderAndKeptForTheNext() throws IOException {
        project.file(".git/HEAD", "ref: refs/heads/main\n")
                .file("target/quay.txt", "made\n")
                .file("client/coverage/index.html", "made\n");
        project.fix();
        assertThat(project.text(".gitignore")).isEqualTo("/client/coverage/\n");
        assertThat(project.findings()).containsExactly("warning output-not-ignored .gitignore target");
    }

    @Test
    void aRuleThatCoversSourcesIsNarrowedToWhatTheBuildWrites() throws IOException {
        project.file(".gitignore", "client/*\n").file("client/coverage/index.html", "made\n");
        assertThat(project.findings()).containsExactly("error source-ignored .gitignore:1 client/*");
        project.fix();
        assertThat(project.text(".gitignore")).isEqualTo("/client/coverage/\n/client/node_modules/\n");
        assertThat(project.findings()).isEmpty();
    }

    @Test
    void aPartHasTheVersionOfTheProjectAroundIt() throws IOException {
        project.edit("client/package.json", "\"2.1\"", "\"2.0\"");
        assertThat(project.findings()).containsExactly("warning part-version client/package.json client");
        // a version that is never released says nothing
        project.edit("client/package.json", "\"2.0\"", "\"0.0.0\"");
        assertThat(project.findings()).isEmpty();
    }

    @Test
    void acceptedFindingsAreCountedAlone() throws IOException {
        project.edit("client/package.json", "\"2.1\"", "\"2.0\"")
                .file("pfeiler.yaml", "accepted:\n  part-version client: the client is released on its own\n");
        assertThat(project.findings()).isEmpty();
        assertThat(project.accepted()).isEqualTo(1);
        // an entry without a reason accepts nothing
        project.file("pfeiler.yaml", "accepted:\n  part-version client:\n");
        assertThat(project.findings()).containsExactly("warning part-version client/package.json client");
    }

    @Test
    void twoDescriptorsThatDisagreeLeaveEverythingToTheUser() throws IOException {
        project.file("build.gradle", "apply plugin: 'java'\nversion = '2.1'\nsourceCompatibility = '1.5'\n")
                .file("src/main/java/a/Quay.java", "package a;\n\npublic class Quay { Runnable r = () -> {}; }\n");
        assertThat(project.findings())
                .containsExactly(
                        "warning two-descriptors build.gradle build.gradle",
                        "error level-below-syntax build.gradle:3 sourceCompatibility");
        String script = project.text("build.gradle");
        project.fix();
        assertThat(project.text("build.gradle")).isEqualTo(script);
    }

    @Test
    void aTreeThatNoToolManagesIsRefused() throws IOException {
        CheckedSketch loose = new CheckedSketch(folder.resolve("loose"))
                .file("src/a/Quay.java", "package a;\n\npublic class Quay {}\n");
        assertThatThrownBy(loose::findings)
                .isInstanceOf(Refusal.class)
                .hasMessageStartingWith("No build tool manages a project in ");
    }
}
