package dev.pfeiler.conversion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.pfeiler.Sketch;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.ecosystem.jvm.target.gradle.GradleTarget;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenTarget;
import dev.pfeiler.evidence.Refusal;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Random descriptors, edited: every byte that the edit is not about stays. {@code -Dpfeiler.seed=S} takes another seed. */
class EditPropertyTest {
    private static final int TURNS = 300;
    private static final ObjectMapper JSON = new ObjectMapper();

    @TempDir
    Path folder;

    private final Random random = new Random(Long.getLong("pfeiler.seed", 7));

    private String pick(String... texts) {
        return texts[random.nextInt(texts.length)];
    }

    /** Whether one text is the other with something put in at one place. */
    private static void assertInserted(byte[] before, byte[] after, String what) {
        int start = 0;
        while (start < before.length && start < after.length && before[start] == after[start]) start++;
        int end = 0;
        while (end < before.length - start
                && end < after.length - start
                && before[before.length - 1 - end] == after[after.length - 1 - end]) end++;
        assertThat(start + end)
                .as("%s%n%s", what, new String(after, StandardCharsets.UTF_8))
                .isEqualTo(before.length);
    }

    /** A descriptor in one of the styles that people and tools write. */
    private String json() {
        String end = pick("\n", "\n", "\r\n");
        String indent = pick("\t", "  ", "    ", " ");
        String colon = pick(": ", ":", " : ");
        boolean oneLine = random.nextInt(8) == 0;
        StringBuilder text = new StringBuilder("{");
        String[] names = {"name", "private", "keywords", "dependencies", "scripts", "author", "files"};
        int shown = 0;
        for (String name : names) {
            if (random.nextInt(3) == 0) continue;
            text.append(shown++ == 0 ? "" : ",")
                    .append(oneLine ? pick("", " ") : end + indent)
                    .append('"')
                    .append(name)
                    .append('"')
                    .append(colon);
            switch (name) {
                case "private" -> text.append("true");
                case "keywords", "files" -> text.append(pick("[]", "[\"a\", \"b\"]", "[ \"\\u00e9\" ,\"\\/x\"]"));
                case "dependencies" -> text.append(section(oneLine || random.nextInt(4) == 0, end, indent, colon));
                case "scripts" -> text.append("{\"build\"").append(colon).append("\"tsc && echo \\\"{\\\"\"}");
                default -> text.append(pick("\"x\"", "\"caf\\u00e9\"", "\"größe\"", "\"a\\tb\""));
            }
        }
        return text + (oneLine || shown == 0 ? pick("", " ") : end) + "}" + pick("", end, end + end);
    }

    private String section(boolean oneLine, String end, String indent, String colon) {
        StringBuilder text = new StringBuilder("{");
        int count = random.nextInt(4);
        String[] names = random.nextBoolean() ? new String[] {"b", "d", "f"} : new String[] {"f", "b", "d"};
        for (int i = 0; i < Math.min(count, 3); i++)
            text.append(i == 0 ? "" : ",")
                    .append(oneLine ? pick("", " ") : end + indent + indent)
                    .append('"')
                    .append(names[i])
                    .append('"')
                    .append(colon)
                    .append("\"^1.0.0\"");
        return text + (oneLine || count == 0 ? "" : end + indent) + "}";
    }

    @Test
    void jsonIsInsertedInto() throws IOException {
        for (int turn = 0; turn < TURNS; turn++) {
            String before = (random.nextInt(10) == 0 ? "\uFEFF" : "") + json();
            String name = pick("a", "c", "e", "z");
            Sketch sketch =
                    new Sketch(folder.resolve("json" + turn)).file("package.json", StandardCharsets.UTF_8, before);
            JsonEdit edit = JsonEdit.of(sketch.tree(), "package.json");
            edit.add("dependencies", name, "^2.0.0");
            byte[] after = edit.edit("").bytes();
            assertInserted(before.getBytes(StandardCharsets.UTF_8), after, before);
            ObjectNode expected = (ObjectNode) JSON.readTree(before.replace("\uFEFF", ""));
            expected.withObject("/dependencies").put(name, "^2.0.0");
            JsonNode read = JSON.readTree(new String(after, StandardCharsets.UTF_8).replace("\uFEFF", ""));
            assertThat(read).as(before).isEqualTo(expected);
            String text = new String(after, StandardCharsets.UTF_8);
            if (before.contains("\r\n")) assertThat(text.replace("\r\n", "")).doesNotContain("\n");
        }
    }

    @Test
    void jsonKeepsTheStyleOfItsNeighbors() throws IOException {
        assertThat(
                        added(
                                "{\n\t\"name\": \"x\",\n\t\"dependencies\": {\n\t\t\"a\": \"1\",\n\t\t\"c\": \"1\"\n\t},\n\t\"files\": [\"a\", \"b\"]\n}\n"))
                .isEqualTo(
                        "{\n\t\"name\": \"x\",\n\t\"dependencies\": {\n\t\t\"a\": \"1\",\n\t\t\"b\": \"2\",\n\t\t\"c\": \"1\"\n\t},\n\t\"files\": [\"a\", \"b\"]\n}\n");
        assertThat(added("{\"name\":\"x\",\"dependencies\":{\"c\":\"1\"}}"))
                .isEqualTo("{\"name\":\"x\",\"dependencies\":{\"b\":\"2\", \"c\":\"1\"}}");
        assertThat(added("{\r\n  \"name\": \"x\"\r\n}"))
                .isEqualTo("{\r\n  \"name\": \"x\",\r\n  \"dependencies\": {\r\n    \"b\": \"2\"\r\n  }\r\n}");
        assertThat(added("{\n    \"dependencies\": {}\n}\n"))
                .isEqualTo("{\n    \"dependencies\": {\n        \"b\": \"2\"\n    }\n}\n");
        assertThat(added("{}")).isEqualTo("{\"dependencies\": {\"b\": \"2\"}}");
    }

    private String added(String before) throws IOException {
        Sketch sketch = new Sketch(Files.createTempDirectory(folder, "json"))
                .file("package.json", StandardCharsets.UTF_8, before);
        JsonEdit edit = JsonEdit.of(sketch.tree(), "package.json");
        edit.add("dependencies", "b", "2");
        return edit.edit("").content();
    }

    /** A text that would not come back to the same bytes is not edited. */
    @Test
    void whatWouldNotSurviveIsRefused() throws IOException {
        byte[] escape = "{\"name\":\"\u001B[1m\"}".getBytes(StandardCharsets.UTF_8);
        Sketch sketch = new Sketch(folder.resolve("escape"))
                .bytes("package.json", escape)
                .bytes("a.txt", new byte[] {'a', (byte) 0xFF, 0, 'b'});
        assertThatThrownBy(() -> JsonEdit.of(sketch.tree(), "package.json"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("package.json contains control characters");
        assertThat(EditableText.of(sketch.tree(), "a.txt")).isEmpty();
    }

    @Test
    void textsOfAllCharsetsSurvive() throws IOException {
        for (int turn = 0; turn < TURNS; turn++) {
            var charset =
                    switch (random.nextInt(5)) {
                        case 0 -> StandardCharsets.UTF_16LE;
                        case 1 -> StandardCharsets.UTF_16BE;
                        case 2 -> StandardCharsets.ISO_8859_1;
                        default -> StandardCharsets.UTF_8;
                    };
            boolean wide = charset.name().startsWith("UTF-16");
            String mark = wide || charset == StandardCharsets.UTF_8 && random.nextBoolean() ? "\uFEFF" : "";
            String before = mark + pick("a\r\nb\n", "größe\r", "x", "é\n\n") + pick("", "end", "\f\t");
            // what is ASCII throughout is UTF-8, too
            if (charset == StandardCharsets.ISO_8859_1 && before.chars().allMatch(c -> c < 128)) continue;
            byte[] bytes = before.getBytes(charset);
            EditableText text = EditableText.of("a.txt", bytes).orElseThrow();
            assertThat(text.edit(text.content(), "").bytes()).isEqualTo(bytes);
            assertThat(text.edit(text.content() + "ü", "").bytes()).isEqualTo((before + "ü").getBytes(charset));
        }
    }

    private static final ManagedBuild.Request COMMONS =
            new ManagedBuild.Request(new PackageNotation("org.example:tides", "1.2"), "compile");

    private void declare(JvmTarget target, String path, String before) throws IOException {
        Sketch sketch =
                new Sketch(Files.createTempDirectory(folder, "build")).file(path, StandardCharsets.UTF_8, before);
        Repositories repositories = Repositories.of(Sketch.alone(folder.resolve("home"), true));
        byte[] after = target.read(sketch.tree(), repositories)
                .orElseThrow()
                .declaring(List.of(COMMONS), "")
                .bytes();
        assertInserted(before.getBytes(StandardCharsets.UTF_8), after, before);
        String text = new String(after, StandardCharsets.UTF_8);
        assertThat(text).contains("tides");
        if (before.contains("\r\n"))
            assertThat(text.replace("\r\n", "")).as(before).doesNotContain("\n");
    }

    @Test
    void pomsAreInsertedInto() throws IOException {
        for (int turn = 0; turn < 60; turn++) {
            String end = pick("\n", "\r\n");
            String indent = pick("  ", "\t", "    ");
            String pom = pick("<?xml version=\"1.0\" encoding=\"UTF-8\"?>" + end, "") + "<project>" + end + indent
                    + "<modelVersion>4.0.0</modelVersion>" + end
                    + indent + "<groupId>g</groupId> <!-- größe -->" + end + indent + "<artifactId>a</artifactId>" + end
                    + indent + "<version>1</version>" + end
                    + indent + "<dependencies>" + end
                    + pick(
                            "",
                            indent + indent
                                    + "<dependency><groupId>x</groupId><artifactId>y</artifactId><version>1</version></dependency>"
                                    + end,
                            indent + indent + "<dependency>" + end + indent + indent + indent + "<groupId>x</groupId>"
                                    + end + indent + indent + indent + "<artifactId>y</artifactId>" + end + indent
                                    + indent + indent + "<version>[1,2)</version>" + end + indent + indent
                                    + "</dependency>" + end)
                    + indent + "</dependencies>" + end + "</project>" + pick("", end);
            declare(new MavenTarget(), "pom.xml", pom);
        }
    }

    @Test
    void scriptsAreInsertedInto() throws IOException {
        for (int turn = 0; turn < 60; turn++) {
            String end = pick("\n", "\r\n");
            String script = "plugins {" + end + "\tid 'java' // größe" + end + "}" + end
                    + pick(
                            "",
                            "dependencies {" + end + "}" + end,
                            "dependencies {" + end + "\timplementation 'x:y:1'" + end + "}" + end,
                            "dependencies { testImplementation \"x:y:1\" }" + end)
                    + pick("", "task x { doLast { println '{' } }" + end);
            declare(new GradleTarget(), "build.gradle", script);
        }
    }
}
