package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.repository.ProjectRepository;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Difference.Kind;
import dev.pfeiler.tree.Hashing;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Compares the class paths of the old wiring with those of the build tool, jar by jar, by hash. */
final class ClassPathComparison {
    /** The class paths of a module, with the scopes that are on each. */
    enum Stage {
        COMPILE("compile class path", Set.of(Scope.COMPILE, Scope.PROVIDED)),
        RUNTIME("runtime class path", Set.of(Scope.COMPILE, Scope.RUNTIME)),
        TEST("test class path", Set.of(Scope.values()));

        private final String title;
        private final Set<Scope> scopes;

        Stage(String title, Set<Scope> scopes) {
            this.title = title;
            this.scopes = scopes;
        }
    }

    private final Path converted;
    private final Map<String, JarOutcome> outcomes = new HashMap<>();
    private final Set<String> fetched;

    /**
     * @param converted the folder of the converted project, whose own archives are no libraries
     * @param outcomes what was decided about jars
     * @param fetched libraries that no jar of the old tree contains
     */
    ClassPathComparison(Path converted, Collection<JarOutcome> outcomes, Collection<Path> fetched) throws IOException {
        this.converted = converted;
        for (JarOutcome outcome : outcomes)
            outcome.jar().map(Jar::sha1).ifPresent(sha1 -> this.outcomes.putIfAbsent(sha1, outcome));
        this.fetched = hashes(fetched).keySet();
    }

    Comparison compare(Stage stage, Collection<Path> before, Collection<Path> after, Collection<Path> runtime)
            throws IOException {
        Map<String, Path> old = hashes(before);
        Map<String, Path> now = hashes(libraries(after));
        Set<String> anywhere = hashes(libraries(runtime)).keySet();
        List<Difference> differences = new ArrayList<>();
        old.forEach((sha1, jar) -> {
            if (!now.containsKey(sha1))
                differences.add(new Difference(name(jar), Kind.GONE, gone(stage, sha1, anywhere)));
        });
        now.forEach((sha1, jar) -> {
            if (old.containsKey(sha1)) return;
            String cause = fetched.contains(sha1) ? "was in no jar of the project" : added(stage, sha1);
            differences.add(new Difference(name(jar), Kind.ADDED, cause));
        });
        return new Comparison(stage.title, jars(old.size()), jars(now.size()), differences);
    }

    /** Why a jar of the old class path is not on the new one: because of the scope that was decided. */
    private String gone(Stage stage, String sha1, Set<String> runtime) {
        JarOutcome outcome = outcomes.get(sha1);
        if (outcome == null) return fetched.contains(sha1) ? "not needed on this class path" : "";
        if (outcome instanceof JarOutcome.Excluded || outcome instanceof JarOutcome.LeftInPlace) return outcome.why();
        Optional<Scope> scope = outcome.dependency().map(Dependency::scope);
        if (scope.isPresent())
            return stage.scopes.contains(scope.get())
                    ? ""
                    : "in scope " + scope.get().word() + ": " + outcome.why();
        // a transitive dependency has the scope of what it is a dependency of
        return stage == Stage.COMPILE && runtime.contains(sha1) ? "at run time only: " + outcome.why() : "";
    }

    /** Why a jar is on a class path that it was not on: the old wiring had it for tests alone, or elsewhere. */
    private String added(Stage stage, String sha1) {
        JarOutcome outcome = outcomes.get(sha1);
        if (outcome == null) return "";
        Optional<Scope> scope = outcome.dependency().map(Dependency::scope);
        if (scope.isEmpty()) return outcome instanceof JarOutcome.Transitive ? outcome.why() : "";
        return stage.scopes.contains(scope.get()) ? outcome.why() : "";
    }

    private List<Path> libraries(Collection<Path> classPath) {
        return classPath.stream()
                .filter(path -> Files.isRegularFile(path))
                .filter(path ->
                        !path.startsWith(converted) || path.startsWith(converted.resolve(ProjectRepository.FOLDER)))
                .toList();
    }

    private static Map<String, Path> hashes(Collection<Path> jars) throws IOException {
        Map<String, Path> hashes = new LinkedHashMap<>();
        for (Path jar : jars) hashes.putIfAbsent(Hashing.sha1(jar), jar);
        return hashes;
    }

    private static String name(Path jar) {
        return jar.getFileName().toString();
    }

    private static String jars(int count) {
        return count == 1 ? "1 jar" : count + " jars";
    }
}
