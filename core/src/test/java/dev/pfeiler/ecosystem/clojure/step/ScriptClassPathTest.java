package dev.pfeiler.ecosystem.clojure.step;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.script.ScriptKind;
import java.time.Duration;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Scripts, with the class path that the build tool prints. */
class ScriptClassPathTest {
    private static String of(String script) {
        return ScriptClassPath.of(ScriptKind.SHELL, script, "lein classpath");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '=',
            quoteCharacter = '\0',
            value = {
                "java -cp lib/*:src clojure.main -m a = java -cp \"$(lein classpath)\" clojure.main -m a",
                "exec /usr/bin/java -Xmx1g -classpath 'lib/*' a.B \"$@\" = exec /usr/bin/java -Xmx1g -cp \"$(lein classpath)\" a.B \"$@\"",
                "\"$JAVA_HOME/bin/java\" $OPTS -cp \"$CP:src\" a.B = \"$JAVA_HOME/bin/java\" $OPTS -cp \"$(lein classpath)\" a.B",
                "$JAVA -cp x a.B && java --class-path y a.C = $JAVA -cp \"$(lein classpath)\" a.B && java -cp \"$(lein classpath)\" a.C",
                "java -jar lib/clojure.jar start.clj = java -cp \"$(lein classpath)\" clojure.main start.clj",
                "javac -cp lib/* A.java = javac -cp lib/* A.java",
                "echo java is -cp = echo java is -cp"
            })
    void calls(String before, String after) {
        assertThat(of(before.strip())).isEqualTo(after.strip());
    }

    @Test
    void callsOverSeveralLinesAndVariables() {
        assertThat(of("java \\\n  -server \\\n  -cp lib/* \\\n  clojure.main\n"))
                .isEqualTo("java \\\n  -server \\\n  -cp \"$(lein classpath)\" \\\n  clojure.main\n");
        assertThat(of("export CLASSPATH=lib/a.jar:src\njava clojure.main\n"))
                .isEqualTo("export CLASSPATH=\"$(lein classpath)\"\njava clojure.main\n");
        assertThat(ScriptClassPath.of(ScriptKind.MAKE, "run:\n\tjava -cp src a.B\n", "lein classpath"))
                .isEqualTo("run:\n\tjava -cp \"$(shell lein classpath)\" a.B\n");
    }

    @Test
    void linesWithoutBoundsEnd() {
        Assertions.assertTimeoutPreemptively(Duration.ofSeconds(20), () -> {
            of("java " + "-a".repeat(20_000));
            of("java " + "-a ".repeat(20_000));
            of("java " + " \\\n".repeat(20_000) + "x");
            of("java -cp " + "a'b'".repeat(20_000) + "'");
        });
    }
}
