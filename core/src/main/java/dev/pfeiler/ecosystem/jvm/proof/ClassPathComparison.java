package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.archive.JarContents;
import dev.pfeiler.artifact.repository.ProjectRepository;
import dev.pfeiler.ecosystem.jvm.decision.JvmDecisions;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Difference.Kind;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
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
        TEST("test class path", Set.of(Scope.values())),
        PROCESSORS("processor path", Set.of());

        private final String title;
        private final Set<Scope> scopes;

        Stage(String title, Set<Scope> scopes) {
            this.title = title;
            this.scopes = scopes;
        }
    }

    private final Path converted;
    private final JarHashes hashes;
    private final Map<String, JarOutcome> outcomes = new HashMap<>();
    private final Set<String> elsewhere = new HashSet<>();
    private final Set<String> fetched;

    /**
     * @param converted the folder of the converted project, whose own archives are no libraries
     * @param fetched libraries that no jar of the old tree contains
     * @param hashes shared by the comparisons of all modules
     */
    ClassPathComparison(
            Path converted, JvmDecisions decisions, SourceModule module, Collection<Path> fetched, JarHashes hashes)
            throws IOException {
        this.converted = converted;
        this.hashes = hashes;
        decisions
                .jars()
                .forEach((name, all) ->
                        all.forEach(outcome -> outcome.jar().map(Jar::sha1).ifPresent(sha1 -> {
                            if (name.equals(module.name())) outcomes.putIfAbsent(sha1, outcome);
                            else elsewhere.add(sha1);
                        })));
        this.fetched = hashes.of(fetched).keySet();
    }

    Comparison compare(Stage stage, Collection<Path> before, Collection<Path> after) throws IOException {
        Map<String, Path> old = hashes.of(before);
        Map<String, Path> now = hashes.of(libraries(after));
        List<Difference> differences = new ArrayList<>();
        Map<String, Path> gone = without(old, now);
        Map<String, Path> added = without(now, old);
        Set<String> repacked = repacked(gone, added);
        gone.forEach((sha1, jar) -> {
            if (!repacked.contains(sha1)) differences.add(new Difference(name(jar), Kind.GONE, gone(stage, sha1)));
        });
        added.forEach((sha1, jar) -> {
            if (repacked.contains(sha1))
                differences.add(new Difference(name(jar), Kind.CHANGED, "the same files, packed again"));
            else differences.add(new Difference(name(jar), Kind.ADDED, added(stage, sha1)));
        });
        return new Comparison(stage.title, Text.count(old.size(), "jar"), Text.count(now.size(), "jar"), differences);
    }

    private static Map<String, Path> without(Map<String, Path> jars, Map<String, Path> others) {
        Map<String, Path> left = new LinkedHashMap<>(jars);
        left.keySet().removeAll(others.keySet());
        return left;
    }

    /** Those whose files are, all of them, those of a jar on the other side. */
    private static Set<String> repacked(Map<String, Path> gone, Map<String, Path> added) throws IOException {
        if (gone.isEmpty() || added.isEmpty()) return Set.of();
        Map<JarContents, String> before = new HashMap<>();
        for (Map.Entry<String, Path> jar : gone.entrySet())
            if (Files.isRegularFile(jar.getValue())) before.put(JarContents.of(jar.getValue()), jar.getKey());
        Set<String> repacked = new HashSet<>();
        for (Map.Entry<String, Path> jar : added.entrySet()) {
            String same = before.get(JarContents.of(jar.getValue()));
            if (same != null) repacked.addAll(List.of(same, jar.getKey()));
        }
        return repacked;
    }

    /** Why a jar of the old class path is not on the new one: because of what was decided. */
    private String gone(Stage stage, String sha1) {
        JarOutcome outcome = outcomes.get(sha1);
        if (outcome == null && elsewhere.contains(sha1)) return "not used by this module";
        if (outcome == null) return fetched.contains(sha1) ? "not required on this class path" : "";
        Optional<Scope> scope = outcome.scope();
        if (scope.isEmpty()) return outcome.why();
        return stage.scopes.contains(scope.get())
                ? ""
                : "in scope " + scope.get().word() + ": " + outcome.why();
    }

    /** Why a jar is on a class path that it was not on: the old wiring had it elsewhere, or nowhere. */
    private String added(Stage stage, String sha1) {
        if (stage == Stage.PROCESSORS) return "a transitive dependency of a processor";
        if (fetched.contains(sha1)) return "was in no jar of the project";
        JarOutcome outcome = outcomes.get(sha1);
        if (outcome == null) return elsewhere.contains(sha1) ? "a dependency of another module" : "";
        return outcome.scope().filter(stage.scopes::contains).isPresent() ? outcome.why() : "";
    }

    private List<Path> libraries(Collection<Path> classPath) {
        return classPath.stream()
                .filter(path -> Files.isRegularFile(path))
                .filter(path ->
                        !path.startsWith(converted) || path.startsWith(converted.resolve(ProjectRepository.FOLDER)))
                .toList();
    }

    private static String name(Path jar) {
        return jar.getFileName().toString();
    }
}
