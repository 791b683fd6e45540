package dev.pfeiler.ecosystem.jvm.target.gradle;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Golden;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.SampleBuilds;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Scripts of builds made by hand, in both languages and for an old and a new release, compared whole. */
class GradleWriterTest {
    static final Dialect OLD = dialect(ScriptSyntax.GROOVY, "4.4.1");
    static final List<Dialect> DIALECTS =
            List.of(OLD, dialect(ScriptSyntax.GROOVY, "8.14"), dialect(ScriptSyntax.KOTLIN, "8.14"));

    static final Map<String, JvmBuild> SAMPLES = new LinkedHashMap<>();

    static {
        SAMPLES.put("library", SampleBuilds.library());
        SAMPLES.put("dependencies", SampleBuilds.dependencies());
        SAMPLES.put("kept-layout", SampleBuilds.keptLayout());
        SAMPLES.put("program", SampleBuilds.program());
        SAMPLES.put("modules", SampleBuilds.modules());
        SAMPLES.put("api", SampleBuilds.api());
        SAMPLES.put("languages", SampleBuilds.languages());
        SAMPLES.put("scala", SampleBuilds.scala());
        SAMPLES.put("settings", SampleBuilds.settings());
    }

    private static Dialect dialect(ScriptSyntax syntax, String version) {
        return new Dialect(syntax, GradleVersion.parse(version).orElseThrow());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "library",
                "dependencies",
                "kept-layout",
                "program",
                "modules",
                "api",
                "languages",
                "scala",
                "settings"
            })
    void scriptsOfABuild(String sample) throws IOException {
        for (Dialect dialect : DIALECTS) {
            Map<String, String> scripts = GradleWriter.write(SAMPLES.get(sample), dialect);
            assertThat(GradleWriter.write(SAMPLES.get(sample), dialect)).isEqualTo(scripts);
            Golden.check("gradle/" + sample + "/" + dialect.syntax().key() + "-" + dialect.version(), scripts);
        }
    }
}
