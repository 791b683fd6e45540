package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.PathSelection;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The tests that the old build runs, where it runs some of them only.
 *
 * @param run the sources of their classes
 * @param left other sources with tests
 * @param classes patterns of the class files that are run
 */
public record SelectedTests(
        Set<SourceFile> run, List<SourceFile> left, PathSelection classes, List<Evidence> evidence) {
    /** Empty if the old build runs all tests of a module, or does not say which. */
    public static Optional<SelectedTests> of(JvmReading reading, JvmProject project, SourceModule module) {
        List<Wiring.TestRun> runs =
                reading.runningTests(module.folder()).map(Wiring::testRuns).orElse(List.of());
        if (runs.isEmpty() || runs.stream().anyMatch(one -> one.classes().isEmpty())) return Optional.empty();
        List<PathSelection> selections =
                runs.stream().flatMap(one -> one.classes().stream()).distinct().toList();
        Set<SourceFile> run = module.tests().stream()
                .filter(source -> selections.stream().anyMatch(one -> one.takes(classFile(source))))
                .collect(Collectors.toCollection(LinkedHashSet::new));
        Set<String> marked = project.layout().marked();
        List<SourceFile> left = module.tests().stream()
                .filter(source -> marked.contains(source.path()) && !run.contains(source))
                .filter(source -> !isAbstract(reading.tree(), source))
                .toList();
        if (run.isEmpty() || left.isEmpty()) return Optional.empty();
        return Optional.of(new SelectedTests(
                run,
                left,
                joined(selections, run),
                runs.stream().map(Wiring.TestRun::evidence).toList()));
    }

    private static PathSelection joined(List<PathSelection> selections, Set<SourceFile> run) {
        if (selections.size() == 1) return selections.get(0);
        boolean listed = selections.stream()
                .allMatch(one -> one.excludes().isEmpty() && !one.includes().isEmpty());
        Stream<String> includes = listed
                ? selections.stream().flatMap(one -> one.includes().stream())
                : run.stream().map(SelectedTests::classFile);
        return new PathSelection(includes.distinct().toList(), List.of());
    }

    private static String classFile(SourceFile source) {
        return Paths.join(source.packagePath(), Paths.stem(source.path()) + ".class");
    }

    /** Whether no runner could run it. */
    private static boolean isAbstract(ProjectTree tree, SourceFile source) {
        Pattern declaration =
                Pattern.compile("\\babstract\\s+(?:\\w+\\s+)*class\\s+" + Paths.stem(source.path()) + "\\b");
        try {
            return declaration.matcher(tree.text(source.path()).content()).find();
        } catch (IOException e) {
            return false;
        }
    }

    /** What is run and what is not, for people to read. */
    public String summary() {
        return Stream.concat(
                        classes.includes().stream(), classes.excludes().stream().map(one -> "!" + one))
                .collect(Collectors.joining(" "));
    }
}
