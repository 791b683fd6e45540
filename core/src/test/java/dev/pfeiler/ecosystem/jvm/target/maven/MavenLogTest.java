package dev.pfeiler.ecosystem.jvm.target.maven;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.proof.PartVerdict.Failure;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

class MavenLogTest {
    private static Failure failure(String... lines) {
        Toolchain toolchain = new Toolchain(Path.of("/opt/java"), 17, true);
        return new MavenLog(List.of(lines), toolchain).failure();
    }

    @Test
    void aRuntimeHasNoCompiler() {
        Failure failure = failure(
                "[ERROR] COMPILATION ERROR :",
                "[ERROR] No compiler is provided in this environment. Perhaps you are running on a JRE rather than a JDK?");
        assertThat(failure.cause()).contains("/opt/java").contains("not a JDK");
        assertThat(failure.next()).contains("JAVA_HOME");
    }

    @Test
    void aLevelMayBeTooNewOrTooOld() {
        assertThat(failure("[ERROR] Fatal error compiling: error: invalid target release: 21 -> [Help 1]")
                        .cause())
                .contains("cannot compile for level 21.");
        assertThat(failure(
                                "[ERROR] Failed to execute goal x: Fatal error compiling: error: release version 25 not supported")
                        .cause())
                .contains("cannot compile for level 25.");
        assertThat(failure("[ERROR] Source option 5 is no longer supported. Use 7 or later.")
                        .cause())
                .contains("cannot compile for level 5.");
    }

    @Test
    void anArtifactMayBeNowhereOrOutOfReach() {
        Failure nowhere = failure(
                "[ERROR] Failed to execute goal on project x: Could not resolve dependencies for project p:x:war:1: Could not find artifact no.port:lamps:jar:1.2 in central");
        assertThat(nowhere.cause()).contains("no.port:lamps:jar:1.2").startsWith("No configured repository");
        Failure outOfReach = failure(
                "[ERROR] Failed to execute goal on project x: Cannot access central in offline mode and the artifact no.port:lamps:jar:1.2 has not been downloaded from it before.");
        assertThat(outOfReach.cause()).contains("no.port:lamps:jar:1.2").contains("no repository could be reached");
    }

    @Test
    void theFirstCompileErrorIsNamedWithItsPlace() {
        Failure failure = failure(
                "[ERROR] COMPILATION ERROR :",
                "[ERROR] /home/x/src/main/java/A.java:[7,20] package c.d does not exist",
                "[ERROR] /home/x/src/main/java/B.java:[8,20] cannot find symbol");
        assertThat(failure.cause()).contains("package c.d does not exist").contains("A.java:7");
    }

    @Test
    void aTestRunnerThatFailsIsToldFromTestsThatFail() {
        Toolchain toolchain = new Toolchain(Path.of("/opt/java"), 17, true);
        String goal = "[ERROR] Failed to execute goal org.apache.maven.plugins:maven-surefire-plugin:3.5.3:test "
                + "(default-test) on project port: ";
        assertThat(new MavenLog(
                                List.of(goal, "[ERROR] There was an error in the forked process", "[ERROR] p.PierTest"),
                                toolchain)
                        .testRunnerFailure())
                .contains("There was an error in the forked process");
        assertThat(new MavenLog(List.of("[ERROR] Failed to execute goal x:maven-jar-plugin:3.4.2:jar "), toolchain)
                        .testRunnerFailure())
                .isEmpty();
    }

    @Test
    void aWrongFolderHasNoDescriptor() {
        Failure failure = failure(
                "[ERROR] The goal you specified requires a project to execute but there is no POM in this directory (/x). Please verify you invoked Maven from the correct directory. -> [Help 1]");
        assertThat(failure.cause()).contains("no pom.xml");
        assertThat(failure.next()).isEqualTo("Run mvn in the directory that contains pom.xml.");
    }

    @Test
    void testsMayFail() {
        Failure failure = failure(
                "[ERROR] Tests run: 5, Failures: 1, Errors: 2, Skipped: 0",
                "[ERROR] Failed to execute goal surefire: There are test failures.");
        assertThat(failure.cause()).contains("1 failures and 2 errors in 5 tests");
    }

    @Test
    void anyOtherFailureIsQuoted() {
        assertThat(failure("[INFO] hi", "[ERROR] Something odd. -> [Help 1]").cause())
                .isEqualTo("mvn failed: Something odd.");
        assertThat(failure().cause()).isNotBlank();
    }
}
