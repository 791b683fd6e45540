package dev.pfeiler.ecosystem.jvm.target.gradle;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.ecosystem.jvm.target.BuildRun;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is read of Gradle's output, and of what the initialization script has noted. */
class GradleLogTest {
    @TempDir
    Path folder;

    private static String cause(String... lines) {
        return new GradleLog(List.of(lines), new Toolchain(Path.of("/jdk"), 17, true))
                .failure()
                .cause();
    }

    @Test
    void whyABuildFailed() {
        assertThat(cause(":compileJava/p/src/main/java/p/A.java:3: error: cannot find symbol"))
                .isEqualTo("The converted sources do not compile: cannot find symbol (/p/src/main/java/p/A.java:3).");
        assertThat(cause("w: /p/K.kt: (1, 2): unused", "e: /p/src/K.kt: (7, 13): Unresolved reference: x"))
                .contains("Unresolved reference: x (/p/src/K.kt:7)");
        assertThat(cause("error: invalid target release: 21")).contains("release 17) cannot compile for level 21");
        assertThat(cause("> Could not find no.port:lamps:1.0."))
                .isEqualTo("No configured repository has no.port:lamps:1.0.");
        assertThat(cause("> No cached version of a:b:1 available for offline mode."))
                .contains("could not fetch a:b:1", "works offline");
        assertThat(cause("> No value has been specified for property 'zincClasspath'."))
                .contains("without what runs the Scala compiler");
        assertThat(cause("An exception occurred applying plugin request [id: 'org.x', version: '1.5']"))
                .isEqualTo("The plug-in org.x 1.5 does not run on the installed Gradle.");
        assertThat(cause("* What went wrong:", "Task 'x' not found.", "", "* Try:"))
                .isEqualTo("gradle failed: Task 'x' not found.");
    }

    @Test
    void recordedBuilds() throws IOException {
        Path record = folder.resolve("record");
        Files.writeString(
                record,
                "compile\t/p/build/classes/java/main\t/r/a.jar:/r/b c.jar\t-source\t1.8\t-encoding\tUTF-8\n"
                        + "compile\t/p/build/classes/java/test\t\t--release\t11\n"
                        + "archive\t/p/build/libs/p-1.jar\nruntime\t/p\t/r/a.jar\ntests\t/p\t/r/a.jar:/r/t.jar\n");
        BuildRun run = GradleRecord.read(record);
        assertThat(run.failure()).isEmpty();
        assertThat(run.archives()).containsExactly(Path.of("/p/build/libs/p-1.jar"));
        assertThat(run.compilerCalls()).hasSize(2);
        assertThat(run.compilerCalls().get(0).classPath()).containsExactly(Path.of("/r/a.jar"), Path.of("/r/b c.jar"));
        assertThat(run.compilerCalls().get(0).option("-encoding")).contains("UTF-8");
        assertThat(run.compilerCalls().get(0).tests()).isFalse();
        assertThat(run.compilerCalls().get(1).tests()).isTrue();
        assertThat(run.compilerCalls().get(1).classPath()).isEmpty();
        assertThat(run.runtime()).containsEntry(Path.of("/p"), List.of(Path.of("/r/a.jar")));
        assertThat(run.tests().get(Path.of("/p"))).hasSize(2);
    }
}
