package dev.pfeiler.checking;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Pfeiler;
import dev.pfeiler.Sketch;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.conversion.Undo;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** A managed project in a temporary folder that is checked and cured, with a local repository of its own. */
final class CheckedSketch {
    private final Path home;
    private final Sketch sketch;
    private final Pfeiler pfeiler;

    CheckedSketch(Path folder) throws IOException {
        this.home = Files.createDirectories(folder.resolve("home"));
        this.sketch = new Sketch(Files.createDirectories(folder.resolve("quay")));
        this.pfeiler = new Pfeiler(Sketch.alone(home, true));
    }

    CheckedSketch file(String path, String text) throws IOException {
        sketch.bytes(path, text.getBytes(java.nio.charset.StandardCharsets.UTF_8));
        return this;
    }

    /** Another text in place of one that a file has once. */
    CheckedSketch edit(String path, String before, String after) throws IOException {
        String text = text(path);
        assertThat(text.split(java.util.regex.Pattern.quote(before), -1))
                .as(path + " has " + before)
                .hasSize(2);
        return file(path, text.replace(before, after));
    }

    CheckedSketch move(String path, String to) throws IOException {
        Path goal = sketch.root().resolve(to);
        Files.createDirectories(goal.getParent());
        Files.move(sketch.root().resolve(path), goal);
        return this;
    }

    String text(String path) throws IOException {
        return Files.readString(sketch.root().resolve(path));
    }

    /**
     * An artifact in the local repository.
     *
     * @param requires the coordinates of what it depends on
     */
    CheckedSketch artifact(String coordinates, List<String> requires, String... classes) throws IOException {
        String[] c = coordinates.split(":");
        Path folder = Files.createDirectories(
                home.resolve(".m2/repository/" + c[0].replace('.', '/') + "/" + c[1] + "/" + c[2]));
        new Sketch(folder).jar(c[1] + "-" + c[2] + ".jar", classes);
        String dependencies = requires.stream()
                .map(one -> one.split(":"))
                .map(d -> "<dependency><groupId>" + d[0] + "</groupId><artifactId>" + d[1] + "</artifactId><version>"
                        + d[2] + "</version></dependency>")
                .collect(Collectors.joining());
        Files.writeString(
                folder.resolve(c[1] + "-" + c[2] + ".pom"),
                "<project><modelVersion>4.0.0</modelVersion><groupId>" + c[0] + "</groupId><artifactId>" + c[1]
                        + "</artifactId><version>" + c[2] + "</version><dependencies>" + dependencies
                        + "</dependencies></project>");
        return this;
    }

    private CheckResult check() {
        return pfeiler.check(sketch.root(), stage -> {});
    }

    /** The findings, as {@code severity kind file:line subject}. */
    List<String> findings() {
        return check().discrepancies().stream().map(CheckedSketch::shown).toList();
    }

    private static String shown(Discrepancy one) {
        return one.severity().word() + " " + one.kind().id() + " "
                + one.evidence().place() + " " + one.subject();
    }

    /** The places that were not read, as {@code file:line text}. */
    List<String> unread() {
        return check().unread().stream()
                .map(place -> place.place() + " " + place.excerpt())
                .toList();
    }

    int accepted() {
        return check().accepted().size();
    }

    /** Carries out the certain cures. */
    CheckedSketch fix() {
        pfeiler.fix(sketch.root(), pfeiler.fixes(sketch.root(), check()));
        return this;
    }

    CheckedSketch undo() {
        pfeiler.undo(sketch.root(), Undo.Edits.REFUSE);
        return this;
    }

    /** The texts of all files but the ledger's, by path. */
    Map<String, String> texts() throws IOException {
        Map<String, String> texts = new TreeMap<>();
        try (Stream<Path> files = Files.walk(sketch.root())) {
            for (Path file : (Iterable<Path>) files.filter(Files::isRegularFile)::iterator) {
                String path = sketch.root().relativize(file).toString();
                if (!path.startsWith(".pfeiler/"))
                    texts.put(path, new String(Files.readAllBytes(file), java.nio.charset.StandardCharsets.ISO_8859_1));
            }
        }
        return texts;
    }
}
