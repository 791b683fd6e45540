package dev.pfeiler.facts;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files that machines read, whatever the language of the project. */
class FactsTest {
    private static final RuntimeSign.Runtime ROPE = new RuntimeSign.Runtime(
            Set.of("rope"),
            Set.of("ropeversion"),
            Set.of(".rope-version"),
            Pattern.compile("(\\d+(?:\\.\\d+)?)"),
            Pattern.compile("(?:^|/)rope:(\\d+(?:\\.\\d+)?)"));

    @TempDir
    Path folder;

    private Sketch sketch;

    @BeforeEach
    void setUp() {
        sketch = new Sketch(folder.resolve("port"));
    }

    private List<String> signs() {
        return RuntimeSign.in(sketch.tree(), ROPE).stream()
                .map(sign -> sign.version() + " " + sign.evidence().place())
                .toList();
    }

    @Test
    void containerFilesAreReadInBothForms() throws IOException {
        sketch.file(
                "web/Dockerfile.test",
                "# FROM rope:1",
                "FROM --platform=linux/amd64 registry.example/rope:3.1-slim \\",
                "  AS build",
                "COPY [\"a b\", \"/srv/\"]",
                "CMD rope \"a b\" [ -f x ]",
                "EXPOSE");
        ContainerFile file = ContainerFile.in(sketch.tree()).get(0);
        assertThat(file.instructions())
                .extracting(one ->
                        one.name() + " " + one.words() + " " + one.evidence().line())
                .containsExactly(
                        "FROM [--platform=linux/amd64, registry.example/rope:3.1-slim, AS, build] 2",
                        "COPY [a b, /srv/] 4",
                        "CMD [rope, a b, [, -f, x, ]] 5");
        assertThat(signs()).containsExactly("3.1 web/Dockerfile.test:2");
    }

    @Test
    void namesOfContainerFiles() {
        assertThat(List.of("Dockerfile", "a/Containerfile", "web.dockerfile", "Dockerfile.test"))
                .allMatch(ContainerFile::isOne);
        assertThat(List.of("Dockerfiles", "dockerfile-notes.md", "x.docker")).noneMatch(ContainerFile::isOne);
    }

    @Test
    void filesOfBuildServersAreReadAsYaml() throws IOException {
        sketch.file(
                        ".github/workflows/build.yml",
                        "env: &env",
                        "  rope-version: \"4\"",
                        "jobs:",
                        "  build:",
                        "    env: *env",
                        "    container: rope:5.2",
                        "    strategy:",
                        "      matrix:",
                        "        rope: [6, 7]",
                        "    steps:",
                        "      - with:",
                        "          rope_version: ${{ matrix.rope }}",
                        "      - run: echo rope-version 9")
                .file(".gitlab-ci.yml", "image:", "  name: example/rope:8", "other:", "  - rope: 1")
                .file("notes.yml", "rope-version: 1");
        assertThat(signs())
                .containsExactly(
                        "4 .github/workflows/build.yml:2",
                        "4 .github/workflows/build.yml:2",
                        "5.2 .github/workflows/build.yml:6",
                        "6 .github/workflows/build.yml:9",
                        "7 .github/workflows/build.yml:9",
                        "8 .gitlab-ci.yml:2");
    }

    @Test
    void filesOfVersionSwitchers() throws IOException {
        sketch.file(".rope-version", "v2.1", "")
                .file(".tool-versions", "# tools", "string 1", "rope 3.0.1")
                .file(".sdkmanrc", "rope=4-x", "string=1")
                .file("notes/.rope-version", "9");
        assertThat(signs()).containsExactly("2.1 .rope-version:1", "4 .sdkmanrc:1", "3.0 .tool-versions:3");
    }

    @Test
    void brokenAndExpandingYamlEnds() throws IOException {
        sketch.file(".gitlab-ci.yml", "rope-version: 3", "---", "a: [")
                .file(
                        ".travis.yml",
                        "a: &a [x, x, x, x, x, x, x, x, x, x]",
                        "b: &b [*a, *a, *a, *a, *a, *a, *a, *a, *a, *a]",
                        "c: &c [*b, *b, *b, *b, *b, *b, *b, *b, *b, *b]",
                        "d: &d [*c, *c, *c, *c, *c, *c, *c, *c, *c, *c]",
                        "e: &e [*d, *d, *d, *d, *d, *d, *d, *d, *d, *d]",
                        "f: [*e, *e, *e, *e, *e, *e, *e, *e, *e, *e]");
        assertThat(signs()).containsExactly("3 .gitlab-ci.yml:1");
    }
}
