package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.archive.ClassFile;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.language.ClassNames;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.project.SelectedTests;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.target.TestResults;
import dev.pfeiler.ecosystem.jvm.target.TestResults.Outcome;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.tree.Paths;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.zip.ZipFile;

/** Runs the tests of the old tree on the old wiring's class path, by the test engines that are on it. */
final class OldTests {
    private static final Duration LIMIT = Duration.ofMinutes(20);
    private static final Pattern LINE = Pattern.compile("test-outcome (PASSED|FAILED|SKIPPED) (\\S+#.*)");
    /** What every test of JUnit 3 extends, be it by a class of a library. */
    private static final String BASE = "junit.framework.TestCase";

    private static final String LAUNCHER = "org/junit/platform/launcher/Launcher.class";

    /** Test engines, with the class by which sources name each. */
    private enum Engine {
        PLATFORM("PlatformRun", "org.junit.jupiter."),
        TESTNG("TestNgRun", "org.testng."),
        JUNIT4("JUnit4Run", "org.junit."),
        JUNIT3("JUnit3Run", "junit.framework.");

        private final String runner;
        private final String packageName;

        Engine(String runner, String packageName) {
            this.runner = runner;
            this.packageName = packageName;
        }
    }

    private final ProofContext context;
    private final SourceModule module;
    private final Baseline baseline;
    private final List<Path> needed;
    private final Path scratch;

    /** @param needed class folders of the modules that the module needs */
    OldTests(ProofContext context, SourceModule module, Baseline baseline, List<Path> needed, Path scratch) {
        this.context = context;
        this.module = module;
        this.baseline = baseline;
        this.needed = needed;
        this.scratch = scratch;
    }

    /**
     * What the tests came to, if they could be run.
     *
     * @param problem why they could not
     */
    record Run(TestResults results, Optional<String> problem) {}

    /** The test classes that the old build runs, else those with a sign of tests or of a class that has one. */
    List<String> classes() throws IOException {
        Optional<SelectedTests> selected = SelectedTests.of(context.reading(), context.project(), module);
        Set<String> signed = module.tests().stream()
                .filter(test -> context.project().layout().marked().contains(test.path()))
                .flatMap(test -> test.typeNames().stream())
                .collect(Collectors.toSet());
        List<String> classes = new ArrayList<>();
        for (SourceFile test : module.tests()) {
            if (selected.isPresent() && !selected.get().run().contains(test)) continue;
            for (String type : test.typeNames()) {
                boolean own = Paths.stem(test.path()).equals(type.substring(type.lastIndexOf('.') + 1));
                if (own && canRun(type) && (selected.isPresent() || isSigned(type, signed))) classes.add(type);
            }
        }
        return classes;
    }

    private boolean isSigned(String type, Set<String> signed) throws IOException {
        if (signed.contains(type) || type.equals(BASE)) return true;
        if (type.startsWith("java.")) return false;
        Optional<byte[]> compiled = compiled(type);
        if (compiled.isEmpty()) compiled = inLibrary(type);
        return compiled.isPresent() && isSigned(ClassFile.superclass(compiled.get()), signed);
    }

    private Optional<byte[]> inLibrary(String type) throws IOException {
        Optional<Path> library = holder(ClassNames.file(type));
        if (library.isEmpty()) return Optional.empty();
        try (ZipFile zip = new ZipFile(library.get().toFile());
                InputStream in = zip.getInputStream(zip.getEntry(ClassNames.file(type)))) {
            return Optional.of(in.readAllBytes());
        }
    }

    private boolean canRun(String type) throws IOException {
        return compiled(type).filter(bytes -> !ClassFile.isAbstract(bytes)).isPresent();
    }

    private Optional<byte[]> compiled(String type) throws IOException {
        for (Path folder : List.of(baseline.tests(), baseline.classes())) {
            Path file = folder.resolve(ClassNames.file(type));
            if (Files.exists(file)) return Optional.of(Files.readAllBytes(file));
        }
        return Optional.empty();
    }

    Run run() throws IOException {
        Map<Engine, List<String>> byEngine = new LinkedHashMap<>();
        List<String> classes = classes();
        for (SourceFile test : module.tests()) {
            List<String> own =
                    test.typeNames().stream().filter(classes::contains).toList();
            if (!own.isEmpty())
                byEngine.computeIfAbsent(engine(test), e -> new ArrayList<>()).addAll(own);
        }
        Map<String, Outcome> outcomes = new TreeMap<>();
        for (Map.Entry<Engine, List<String>> entry : byEngine.entrySet()) {
            Optional<String> problem = run(entry.getKey(), entry.getValue(), outcomes);
            if (problem.isPresent()) return new Run(TestResults.NONE, problem);
        }
        return new Run(new TestResults(outcomes, Map.of()), Optional.empty());
    }

    /** The engine whose packages a test imports; one that only extends a test of the project takes the usual one. */
    private Engine engine(SourceFile test) {
        boolean spock = test.imports().stream().anyMatch(one -> one.name().startsWith("spock.lang"));
        if (spock && has("org/spockframework/runtime/SpockEngine.class")) return Engine.PLATFORM;
        for (Engine engine : Engine.values()) {
            boolean imports =
                    test.imports().stream().anyMatch(imported -> imported.name().startsWith(engine.packageName));
            if (imports)
                return engine == Engine.JUNIT3 && has("org/junit/runner/JUnitCore.class") ? Engine.JUNIT4 : engine;
        }
        if (has("org/junit/jupiter/api/Test.class")) return Engine.PLATFORM;
        if (has("org/testng/TestNG.class")) return Engine.TESTNG;
        return has("org/junit/runner/JUnitCore.class") ? Engine.JUNIT4 : Engine.JUNIT3;
    }

    private boolean has(String entry) {
        return holder(entry).isPresent();
    }

    private Optional<Path> holder(String entry) {
        return baseline.testClassPath().stream()
                .filter(Files::isRegularFile)
                .filter(jar -> contains(jar, entry))
                .findFirst();
    }

    private static boolean contains(Path jar, String entry) {
        try (ZipFile zip = new ZipFile(jar.toFile())) {
            return zip.getEntry(entry) != null;
        } catch (IOException e) {
            return false;
        }
    }

    private Optional<String> run(Engine engine, List<String> classes, Map<String, Outcome> outcomes)
            throws IOException {
        Path runner = Files.createDirectories(scratch.resolve(engine.runner));
        List<Path> classPath = new ArrayList<>(List.of(runner, baseline.tests(), baseline.classes()));
        classPath.addAll(needed);
        classPath.addAll(baseline.testClassPath());
        if (engine == Engine.PLATFORM) classPath.addAll(platform());
        String joined = classPath.stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator));
        Path source = runner.resolve(engine.runner + ".java");
        try (InputStream in = OldTests.class.getResourceAsStream(engine.runner + ".java.txt")) {
            Files.copy(in, source);
        }
        String javac = context.reading().toolchain().tool("javac").toString();
        List<String> compile = List.of(javac, "-proc:none", "-cp", joined, "-d", runner.toString(), source.toString());
        compile = JavaCommand.of(context.reading().toolchain(), compile, runner.resolve("javac.args"));
        if (!ToolRun.of(compile, runner, Map.of(), runner.resolve("javac.log"), LIMIT)
                .succeeded()) return Optional.of("the old class path has no test engine that could run them");
        List<String> command = new ArrayList<>(
                List.of(context.reading().toolchain().tool("java").toString(), "-Djava.awt.headless=true"));
        Map<String, String> variables = new TreeMap<>();
        Path folder = settings(command, variables);
        command.addAll(List.of("-cp", joined, engine.runner));
        command.addAll(classes);
        Path log = context.request().log().resolveSibling("old-tests.log");
        ToolRun run = ToolRun.of(
                JavaCommand.of(context.reading().toolchain(), command, runner.resolve("java.args")),
                folder,
                variables,
                log,
                LIMIT);
        run.output().stream()
                .map(LINE::matcher)
                .filter(Matcher::find)
                .forEach(line ->
                        outcomes.merge(line.group(2).strip(), Outcome.valueOf(line.group(1)), TestResults::worse));
        return run.succeeded() ? Optional.empty() : Optional.of("the old tests did not finish; see " + log);
    }

    /** The launcher and the engine, if the old class path has only the API, as an IDE brings them. */
    private List<Path> platform() {
        List<Path> found = new ArrayList<>();
        if (!has(LAUNCHER))
            version("junit-platform-(?:engine|commons)-([\\w.-]+)\\.jar")
                    .flatMap(version -> fetch("org.junit.platform", "junit-platform-launcher", version))
                    .ifPresent(found::add);
        if (!has("org/junit/jupiter/engine/JupiterTestEngine.class"))
            version("junit-jupiter-api-([\\w.-]+)\\.jar")
                    .flatMap(version -> fetch("org.junit.jupiter", "junit-jupiter-engine", version))
                    .ifPresent(found::add);
        return found;
    }

    private Optional<String> version(String fileName) {
        Pattern pattern = Pattern.compile(fileName);
        return Stream.concat(
                        baseline.testClassPath().stream()
                                .map(path -> path.getFileName().toString()),
                        context.reading().identities().values().stream()
                                .map(identity -> identity.coordinates().fileName("jar")))
                .map(pattern::matcher)
                .filter(Matcher::matches)
                .map(matcher -> matcher.group(1))
                .findFirst();
    }

    private Optional<Path> fetch(String group, String artifact, String version) {
        return context.reading().repositories().jar(new Coordinates(group, artifact, version));
    }

    /** Adds the settings of the wiring's test runs; the folder that the tests run in. */
    private Path settings(List<String> command, Map<String, String> variables) {
        Path root = context.reading().tree().root();
        List<Wiring.TestRun> runs = context.reading()
                .runningTests(module.folder())
                .map(Wiring::testRuns)
                .orElse(List.of());
        for (Wiring.TestRun run : runs) {
            run.properties().forEach((key, value) -> command.add("-D" + key + "=" + onDisk(value.value())));
            run.environment().forEach((key, value) -> variables.put(key, onDisk(value.value())));
            run.jvmArguments().forEach(word -> command.add(word.value()));
        }
        Optional<Path> stated = runs.stream()
                .flatMap(run -> run.folder().stream())
                .map(folder -> Path.of(onDisk(folder.value())))
                .filter(Files::isDirectory)
                .findFirst();
        Path project = root.resolve(module.folder());
        return stated.orElse(Files.isDirectory(project) ? project : root);
    }

    private String onDisk(String value) {
        if (!value.startsWith(Wiring.TOP)) return value;
        return context.reading()
                .tree()
                .root()
                .resolve(value.substring(Wiring.TOP.length()))
                .toString();
    }
}
