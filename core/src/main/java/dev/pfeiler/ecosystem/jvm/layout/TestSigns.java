package dev.pfeiler.ecosystem.jvm.layout;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.evidence.Evidence;
import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/** Which sources are tests, by what they use and by who uses them. */
final class TestSigns {
    private static final List<String> FRAMEWORKS = List.of(
            "org.junit.",
            "junit.framework.",
            "org.testng.",
            "spock.lang.",
            "kotlin.test.",
            "groovy.test.",
            "groovy.util.GroovyTestCase.");
    private static final Set<String> MARKS = Set.of(
            "Test",
            "ParameterizedTest",
            "RepeatedTest",
            "TestFactory",
            "TestTemplate",
            "RunWith",
            "ExtendWith",
            "Suite",
            "Before",
            "BeforeClass",
            "BeforeEach",
            "BeforeAll",
            "DataProvider");
    private static final Set<String> BASES = Set.of("TestCase", "TestSuite", "Specification", "GroovyTestCase");

    private final Collection<SourceFile> sources;
    private final Predicate<SourceFile> compiled;
    /** Worked out only where somebody asks, as it takes as long as the reading. */
    private Links links;

    private Set<SourceFile> reached;

    private final Map<SourceFile, Evidence> marked = new HashMap<>();
    private final Set<SourceFile> touching = new HashSet<>();

    /** @param compiled whether the old build compiles a source; asked only once it is needed */
    TestSigns(Collection<SourceFile> sources, Predicate<SourceFile> compiled) {
        this.sources = sources;
        this.compiled = compiled;
        Set<String> packages =
                sources.stream().map(source -> source.packageName() + ".").collect(Collectors.toSet());
        List<String> frameworks = FRAMEWORKS.stream()
                .filter(framework -> packages.stream().noneMatch(name -> name.startsWith(framework)))
                .toList();
        sources.parallelStream()
                .flatMap(source -> Touch.of(source, frameworks).stream())
                .toList()
                .forEach(touch -> {
                    touching.add(touch.source());
                    if (touch.marks()) marked.put(touch.source(), touch.evidence());
                });
    }

    /** A source that imports a test framework, and whether it is what that runs. */
    private record Touch(SourceFile source, Evidence evidence, boolean marks) {
        static Optional<Touch> of(SourceFile source, List<String> frameworks) {
            return importOf(source, frameworks).map(evidence -> {
                boolean mark = source.annotations().keySet().stream().anyMatch(TestSigns::isMark)
                        || source.simple().stream().anyMatch(BASES::contains);
                return new Touch(source, evidence, mark);
            });
        }
    }

    private static boolean isMark(String annotation) {
        return MARKS.contains(annotation.substring(annotation.lastIndexOf('.') + 1));
    }

    /** The import of a test framework, unless the framework itself is what the project makes. */
    private static Optional<Evidence> importOf(SourceFile source, List<String> frameworks) {
        return source.imports().stream()
                .filter(i -> frameworks.stream().anyMatch(f -> within(f, i.name())))
                .findFirst()
                .map(i -> new Evidence(source.path(), i.line(), i.text()));
    }

    /** Whether a name starts with a package that is written with a dot behind it, or is that. */
    private static boolean within(String packageAndDot, String name) {
        return name.startsWith(packageAndDot)
                || name.length() == packageAndDot.length() - 1 && packageAndDot.startsWith(name);
    }

    private Links links() {
        if (links == null) links = Links.of(sources);
        return links;
    }

    /** The place that marks a source as a test; empty if none does. */
    Optional<Evidence> mark(SourceFile source) {
        return Optional.ofNullable(marked.get(source));
    }

    /** Whether the sources use others and none of the others uses them, as tests do. */
    boolean onlyLookOut(Collection<SourceFile> sources) {
        if (sources.size() == this.sources.size()) return false;
        Set<SourceFile> own = new HashSet<>(sources);
        boolean out = own.stream().anyMatch(source -> links().uses(source).anyMatch(used -> !own.contains(used)));
        return out && unusedByOthers(sources);
    }

    /** Whether none of the other sources uses one of these. */
    boolean unusedByOthers(Collection<SourceFile> sources) {
        if (sources.size() == this.sources.size()) return true;
        Set<SourceFile> own = new HashSet<>(sources);
        return own.stream().noneMatch(source -> links().usedBy(source).anyMatch(user -> !own.contains(user)));
    }

    /** Whether neither what is compiled nor a test uses any of these sources, directly or through others. */
    boolean unreached(Collection<SourceFile> sources) {
        if (reached == null) reached = reached();
        return sources.stream().noneMatch(reached::contains);
    }

    private Set<SourceFile> reached() {
        Set<SourceFile> built = sources.stream().filter(compiled).collect(Collectors.toSet());
        Deque<SourceFile> open = new ArrayDeque<>(built);
        open.addAll(touching);
        Set<String> declared =
                open.stream().flatMap(source -> source.typeNames().stream()).collect(Collectors.toSet());
        Set<SourceFile> found = new HashSet<>();
        while (!open.isEmpty()) {
            SourceFile source = open.pop();
            if (!found.add(source)) continue;
            // of two sources of a class, the compiled one is meant
            links().uses(source)
                    .filter(used ->
                            built.contains(used) || used.typeNames().stream().noneMatch(declared::contains))
                    .forEach(open::push);
        }
        return found;
    }

    /**
     * Of sources of a program, those that are tests: marked or framework users that only tests use.
     *
     * @param packed whether the old build packs a source into a product, as it does with helpers for others' tests
     */
    Set<SourceFile> among(Collection<SourceFile> sources, Set<SourceFile> knownTests, Predicate<SourceFile> packed) {
        Set<SourceFile> tests = new HashSet<>();
        for (SourceFile source : sources) {
            if (!touching.contains(source)) continue;
            // what is packed although there are tests elsewhere is for others' tests
            boolean product = (!marked.containsKey(source) || !knownTests.isEmpty()) && packed.test(source);
            if (!product) tests.add(source);
        }
        // a candidate that the program itself uses is not a test; that may expose another
        boolean changed = true;
        while (changed) {
            changed = tests.removeIf(
                    test -> links().usedBy(test).anyMatch(user -> !tests.contains(user) && !knownTests.contains(user)));
        }
        if (tests.stream().noneMatch(marked::containsKey) && knownTests.isEmpty()) return Set.of();
        return tests;
    }
}
