package dev.pfeiler.checking;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;

/**
 * Tests of one project: as it is, nothing is found in it; with each of some drifts, exactly that is found, the cure makes
 * the project again what it was, and undo brings the drift back to the last byte.
 */
final class DriftCases {
    /** Lays a project out, or changes it. */
    interface Work {
        void on(CheckedSketch project) throws IOException;
    }

    private record Case(String name, Work drift, List<String> findings, boolean cured) {}

    private final Path folder;
    private final Work clean;
    private final List<Case> cases = new ArrayList<>();

    DriftCases(Path folder, Work clean) {
        this.folder = folder;
        this.clean = clean;
    }

    /** A drift whose cure restores the project. */
    DriftCases cured(String name, Work drift, String... findings) {
        cases.add(new Case(name, drift, List.of(findings), true));
        return this;
    }

    /** A drift that a person decides about: nothing is changed. */
    DriftCases kept(String name, Work drift, String... findings) {
        cases.add(new Case(name, drift, List.of(findings), false));
        return this;
    }

    Stream<DynamicTest> tests() {
        Stream<DynamicTest> first = Stream.of(DynamicTest.dynamicTest(
                "as it is", () -> assertThat(project("clean").findings()).isEmpty()));
        return Stream.concat(first, cases.stream().map(one -> DynamicTest.dynamicTest(one.name(), () -> run(one))));
    }

    private CheckedSketch project(String name) throws IOException {
        CheckedSketch project = new CheckedSketch(folder.resolve(name.replaceAll("\\W+", "-")));
        clean.on(project);
        return project;
    }

    private void run(Case one) throws IOException {
        CheckedSketch project = project(one.name());
        Map<String, String> before = project.texts();
        one.drift().on(project);
        Map<String, String> drifted = project.texts();
        assertThat(project.findings()).containsExactlyElementsOf(one.findings());
        assertThat(project.texts()).as("a check changes nothing").isEqualTo(drifted);
        if (!one.cured()) return;
        project.fix();
        assertSame(before, project.texts());
        project.undo();
        assertSame(drifted, project.texts());
    }

    private static void assertSame(Map<String, String> wanted, Map<String, String> texts) {
        assertThat(texts.keySet()).isEqualTo(wanted.keySet());
        wanted.forEach((path, text) -> assertThat(texts.get(path)).as(path).isEqualTo(text));
    }
}
