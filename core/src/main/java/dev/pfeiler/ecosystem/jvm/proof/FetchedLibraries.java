package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Declaration;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.artifact.repository.Resolved;
import dev.pfeiler.ecosystem.jvm.decision.JvmDecisions;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Libraries that were in no jar of the tree, with their transitive dependencies: some are empty and bring the classes.
 *
 * @param main what the program needs, however it is built
 * @param test what only its tests need
 * @param further what only the build tool needs
 */
record FetchedLibraries(List<Path> main, List<Path> test, List<Path> further) {
    FetchedLibraries {
        main = List.copyOf(main);
        test = List.copyOf(test);
        further = List.copyOf(further);
    }

    static FetchedLibraries of(JvmReading reading, JvmDecisions decisions, JvmTarget target) {
        Repositories repositories = reading.repositories();
        List<JarOutcome.Added> added = decisions
                .outcomes()
                .filter(outcome -> outcome instanceof JarOutcome.Added)
                .map(outcome -> (JarOutcome.Added) outcome)
                .toList();
        Predicate<JarOutcome.Added> tests = one -> one.declared().scope() == Scope.TEST;
        List<Path> test = new ArrayList<>(fetch(added, one -> one.required() && tests.test(one), target, repositories));
        test.addAll(ofBuildTool(reading, decisions, target));
        return new FetchedLibraries(
                fetch(added, one -> one.required() && !tests.test(one), target, repositories),
                test,
                fetch(added, one -> !one.required(), target, repositories));
    }

    /** Parts of the old build tool that a declared part of it brings; its test runner sees them without a jar. */
    private static List<Path> ofBuildTool(JvmReading reading, JvmDecisions decisions, JvmTarget target) {
        List<Declaration> declared = decisions
                .outcomes()
                .filter(outcome -> outcome instanceof JarOutcome.Declared)
                .flatMap(outcome -> outcome.dependency().stream())
                .filter(one -> reading.isOfBuildTool(one.coordinates()))
                .map(one -> new Declaration(one.coordinates(), Scope.COMPILE.word(), Set.copyOf(one.exclusions())))
                .distinct()
                .toList();
        Set<Coordinates> known = decisions
                .outcomes()
                .flatMap(outcome -> outcome.coordinates().stream())
                .collect(Collectors.toSet());
        return fetch(declared, target, reading.repositories())
                .filter(artifact -> reading.isOfBuildTool(artifact) && !known.contains(artifact))
                .flatMap(artifact -> reading.repositories().jar(artifact).stream())
                .distinct()
                .toList();
    }

    private static List<Path> fetch(
            List<JarOutcome.Added> added,
            Predicate<JarOutcome.Added> wanted,
            JvmTarget target,
            Repositories repositories) {
        List<Declaration> declared = added.stream()
                .filter(wanted)
                .map(one -> new Declaration(one.declared().coordinates(), Scope.COMPILE.word(), Set.of()))
                .distinct()
                .toList();
        return fetch(declared, target, repositories)
                .flatMap(artifact -> repositories.jar(artifact).stream())
                .distinct()
                .toList();
    }

    private static Stream<Coordinates> fetch(List<Declaration> declared, JvmTarget target, Repositories repositories) {
        if (declared.isEmpty()) return Stream.empty();
        return target.rules(repositories).resolve(declared, Map.of()).artifacts().stream()
                .map(Resolved::coordinates);
    }

    /** What was needed on an old class path. */
    List<Path> on(boolean tests) {
        List<Path> needed = new ArrayList<>(main);
        if (tests) needed.addAll(test);
        return needed;
    }

    List<Path> all() {
        return Stream.of(main, test, further).flatMap(List::stream).toList();
    }
}
