package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.repository.Declaration;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.decision.JvmDecisions;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
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

    static FetchedLibraries of(JvmDecisions decisions, JvmTarget target, Repositories repositories) {
        List<JarOutcome.Added> added = decisions
                .outcomes()
                .filter(outcome -> outcome instanceof JarOutcome.Added)
                .map(outcome -> (JarOutcome.Added) outcome)
                .toList();
        Predicate<JarOutcome.Added> tests = one -> one.declared().scope() == Scope.TEST;
        return new FetchedLibraries(
                fetch(added, one -> one.required() && !tests.test(one), target, repositories),
                fetch(added, one -> one.required() && tests.test(one), target, repositories),
                fetch(added, one -> !one.required(), target, repositories));
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
        if (declared.isEmpty()) return List.of();
        return target.rules(repositories).resolve(declared, Map.of()).artifacts().stream()
                .flatMap(artifact -> repositories.jar(artifact.coordinates()).stream())
                .distinct()
                .toList();
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
