package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What earlier runs kept changes no answer. */
class CacheIT {
    /** In milliseconds; what has changed within the last three seconds is read again. */
    private static final int SETTLED = 3200;

    @TempDir
    Path folder;

    private Sketch sketch;
    private Path project;
    private Path caches;
    private Program program;

    private void layOut() throws IOException {
        project = Files.createDirectories(folder.resolve("quay"));
        caches = folder.resolve("cache");
        program = new Program().with("XDG_CACHE_HOME", caches.toString());
        sketch = new Sketch(project);
        for (int i = 0; i < 240; i++)
            sketch.file(
                    "src/no/haldervik/quay/Berth%03d.java".formatted(i),
                    "package no.haldervik.quay;",
                    "import java.util.List;",
                    "import com.google.gson.Gson;",
                    "@Deprecated",
                    "public class Berth%03d {".formatted(i),
                    "    private final Gson gson = new Gson();",
                    "    private final String driver = \"org.postgresql.Driver\";",
                    "    public static void main(String[] words) {",
                    "        System.out.println(List.of(words, java.time.LocalDate.now()));",
                    "    }",
                    "}");
        sketch.file("src/no/haldervik/quay/Crane.kt", "package no.haldervik.quay", "", "fun main() = println(\"up\")");
        sketch.file("src/no/haldervik/quay/Rope.groovy", "package no.haldervik.quay", "", "class Rope { int metres }");
        sketch.file(
                "src/no/haldervik/quay/Bollard.scala", "package no.haldervik.quay", "", "class Bollard(val id: Int)");
        sketch.file(
                "src/no/haldervik/quay/Broygge.java",
                StandardCharsets.ISO_8859_1,
                "package no.haldervik.quay;\n\nclass Broygge { String name = \"Br\u00f8ygga p\u00e5 n\u00f8r\"; }\n");
        sketch.jar("lib/gson.jar", "com.google.gson.Gson");
        sketch.file(
                "build.xml",
                "<project name=\"quay\" default=\"jar\">",
                "  <target name=\"jar\">",
                "    <javac srcdir=\"src\" destdir=\"out\" source=\"11\" target=\"11\" classpath=\"lib/gson.jar\"/>",
                "    <jar destfile=\"quay.jar\" basedir=\"out\"/>",
                "  </target>",
                "</project>");
    }

    private String survey(String... more) {
        Program.Run run =
                program.run(Stream.concat(Stream.of("survey", "--json", "--offline", project), Stream.of(more))
                        .toArray());
        assertThat(run.exit()).as(run.toString()).isZero();
        return run.out();
    }

    /** Some change of the project. */
    private interface Change {
        void make() throws IOException;
    }

    /** Makes a change, and sees that the survey shows it: what is kept counts only as far as it still holds. */
    private String shows(String before, Change change) throws IOException {
        change.make();
        String after = survey();
        assertThat(after).isNotEqualTo(before).isEqualTo(survey("--no-cache"));
        return after;
    }

    @Test
    void everyChangeShows() throws Exception {
        layOut();
        Thread.sleep(SETTLED);
        String first = survey();
        Path kept;
        try (Stream<Path> all = Files.list(caches.resolve("pfeiler/sources"))) {
            kept = all.findFirst().orElseThrow();
        }
        FileTime written = Files.getLastModifiedTime(kept);
        assertThat(survey()).isEqualTo(first);
        assertThat(Files.getLastModifiedTime(kept)).isEqualTo(written);
        assertThat(survey("--no-cache")).isEqualTo(first);
        assertThat(program.run("propose", "--json", "--offline", project).out())
                .isEqualTo(program.run("propose", "--json", "--offline", "--no-cache", project)
                        .out());

        Path source = project.resolve("src/no/haldervik/quay/Berth017.java");
        FileTime time = Files.getLastModifiedTime(source);
        String now = shows(first, () -> {
            String text = Files.readString(source);
            Files.writeString(source, text.replace("java.util.List", "org.tides.List"));
            Files.setLastModifiedTime(source, time);
        });
        now = shows(now, () -> Files.delete(project.resolve("src/no/haldervik/quay/Crane.kt")));
        now = shows(
                now,
                () -> sketch.file("src/no/haldervik/quay/More.java", "package no.haldervik.quay;", "class More {}"));
        now = shows(now, () -> Files.move(source, source.resolveSibling("Moved.java")));
        now = shows(now, () -> sketch.jar("lib/gson.jar", "com.google.gson.JsonElement"));
        Path build = project.resolve("build.xml");
        now = shows(
                now,
                () -> Files.writeString(
                        build,
                        Files.readString(build).replace("source=\"11\"", "source=\"11\" encoding=\"ISO-8859-15\"")));
        shows(now, () -> Files.writeString(build, Files.readString(build).replace("\"11\"", "\"17\"")));
    }
}
