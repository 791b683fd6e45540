package dev.pfeiler.ecosystem.jvm.check;

import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.TEST_ENGINE_MISSING;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.TEST_NOT_RUN;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.check.Change;
import dev.pfeiler.check.Cure;
import dev.pfeiler.ecosystem.jvm.check.ClassPaths.Available;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.managed.DeclaredArtifact;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/** Whether the tests that are written are run. */
final class TestCheck {
    private static final Set<String> TESTS =
            Set.of("Test", "ParameterizedTest", "RepeatedTest", "TestFactory", "TestTemplate");
    private static final Coordinates VINTAGE = new Coordinates("org.junit.vintage", "junit-vintage-engine", "");
    private static final Pattern ABSTRACT = Pattern.compile("\\babstract\\s+class\\b");
    private static final long LARGEST = 1 << 20;

    private final CheckedBuild build;
    private final ClassPaths classPaths;

    TestCheck(CheckedBuild build, ClassPaths classPaths) {
        this.build = build;
        this.classPaths = classPaths;
    }

    void run() {
        for (CheckedModule module : build.modules()) {
            List<SourceFile> tests =
                    module.tests().stream().filter(TestCheck::isTest).toList();
            tests.forEach(test -> name(module, test));
            engine(module, tests);
        }
    }

    private static boolean isTest(SourceFile source) {
        boolean framework = source.imports().stream()
                .anyMatch(
                        one -> one.name().startsWith("org.junit.") || one.name().startsWith("org.testng."));
        return framework
                && source.annotations().keySet().stream()
                        .map(name -> name.substring(name.lastIndexOf('.') + 1))
                        .anyMatch(TESTS::contains);
    }

    private void name(CheckedModule module, SourceFile test) {
        if (build.build().findsTest(module.managed(), test.path())
                || test.types().size() != 1) return;
        // tests in a class that others extend are run with those
        if (build.tree().file(test.path()).stream()
                .flatMap(file -> build.tree().lines(file, LARGEST).stream())
                .anyMatch(line -> ABSTRACT.matcher(line).find())) return;
        String old = test.types().get(0);
        String name = old.replaceFirst("(Tests?|Spec|Checks?)?$", "") + "Test";
        if (build.tree().has(Paths.join(Paths.parent(test.path()), name + "." + Paths.extension(test.path()))))
            name = old + "Test";
        build.note(
                TEST_NOT_RUN,
                module.managed(),
                new Evidence(test.path(), test.packageLine(), test.packageText()),
                test.typeNames().get(0),
                "The test runner does not look for tests in a class named " + old + ".",
                new Cure("Rename the class to " + name + ".", renaming(module, test, old, name)));
    }

    private static List<Change> renaming(CheckedModule module, SourceFile test, String old, String name) {
        Pattern word = Pattern.compile("\\b" + Pattern.quote(old) + "\\b");
        List<Change> changes = new ArrayList<>();
        String to = Paths.join(Paths.parent(test.path()), name + "." + Paths.extension(test.path()));
        changes.add(new Change.Edit(test.path(), text -> word.matcher(text).replaceAll(name)));
        for (SourceFile other : module.tests())
            if (other != test && other.simple().contains(old))
                changes.add(
                        new Change.Edit(other.path(), text -> word.matcher(text).replaceAll(name)));
        changes.add(new Change.Move(test.path(), to));
        return changes;
    }

    /** Tests for JUnit 4 beside those for the platform, which finds them with an engine only. */
    private void engine(CheckedModule module, List<SourceFile> tests) {
        if (!build.build().runsPlatform(module.managed())) return;
        Optional<SourceFile> old = tests.stream()
                .filter(test -> test.imports().stream()
                        .anyMatch(one -> one.name().equals("org.junit.Test")
                                || one.name().equals("org.junit") && one.onDemand()))
                .findFirst();
        if (old.isEmpty()) return;
        List<Available> available = classPaths.of(module.managed());
        boolean there = available.stream()
                .anyMatch(one -> one.coordinates().group().equals(VINTAGE.group())
                        || one.coordinates().artifact().equals("junit-platform-console-standalone"));
        Optional<String> jupiter = available.stream()
                .filter(one -> one.coordinates().group().equals("org.junit.jupiter"))
                .map(one -> one.coordinates().version())
                .findFirst();
        if (there || jupiter.isEmpty()) return;
        Coordinates engine = VINTAGE.withVersion(jupiter.get());
        Evidence place = module.managed()
                .declared("junit:junit")
                .map(DeclaredArtifact::evidence)
                .orElse(Evidence.of(module.managed().descriptor(), ""));
        build.note(
                TEST_ENGINE_MISSING,
                module.managed(),
                place,
                engine.key(),
                "The JUnit Platform runs the tests, and has no engine for those in "
                        + old.get().path() + ", which are written for JUnit 4.",
                Cure.certain(
                        "Declare " + engine + " for tests.",
                        build.build().edits().declaring(module.managed(), engine, Scope.TEST)));
    }
}
