package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.layout.TemplateSources;
import dev.pfeiler.ecosystem.jvm.layout.WiredResources;
import dev.pfeiler.ecosystem.jvm.model.CompiledLanguage;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.model.PartialArchive;
import dev.pfeiler.ecosystem.jvm.project.FilteredFiles;
import dev.pfeiler.ecosystem.jvm.project.GrammarFiles;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.Wirings;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.process.ArgumentFile;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.Trees;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Date;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Builds the baseline: compiles the modules of the old tree with the JDK's compiler, as the wiring says.
 *
 * <p>Which sources are compiled, for which level, in which encoding, with which options and against which libraries is
 * read from the most trusted wiring that compiles the module. The decisions of the conversion are used only where no
 * wiring says anything, which is then not compared.
 */
final class BaselineBuilder {
    /** Where the build tools generate sources, relative to a module. */
    private static final List<String> GENERATED = List.of("target/generated-sources", "build/generated");

    private static final Pattern EXCEPTION = Pattern.compile("(?:Caused by: )?[\\w.$]+(?:Exception|Error)\\b.*");
    private static final String PATCHING = "--patch-module";
    private static final Duration LIMIT = Duration.ofMinutes(10);
    private static final List<JvmLanguage> LANGUAGES =
            List.of(JvmLanguage.KOTLIN, JvmLanguage.SCALA, JvmLanguage.GROOVY, JvmLanguage.JAVA);

    private final ProofContext context;
    private final FetchedLibraries fetched;

    private final TemplateSources templates;
    private final FilteredFiles filters;
    private final Date started = new Date();

    private final LanguageCompiler languages;

    private final Map<ModuleName, Baseline> built = new LinkedHashMap<>();

    BaselineBuilder(ProofContext context, FetchedLibraries fetched) {
        this.context = context;
        this.fetched = fetched;
        this.languages = new LanguageCompiler(context);
        this.templates = new TemplateSources(context.reading().wirings());
        this.filters =
                new FilteredFiles(context.reading().tree(), context.reading().wirings());
    }

    /** The baselines of all modules, in the order in which they are built. */
    Map<ModuleName, Baseline> build() throws IOException {
        for (SourceModule module : context.project().modules()) {
            Path scratch = context.request().scratch().resolve(ProofContext.scratchName(module));
            built.put(module.name(), build(module, scratch));
        }
        return built;
    }

    private Baseline build(SourceModule module, Path scratch) throws IOException {
        Path classes = Files.createDirectories(scratch.resolve("classes"));
        Path tests = Files.createDirectories(scratch.resolve("test-classes"));
        Remarks remarks = new Remarks(new ArrayList<>(), new ArrayList<>());
        // what a needed module needs was on its class path, too
        List<Path> before = new ArrayList<>();
        built.values().forEach(earlier -> before.add(0, earlier.classes()));
        List<SourceFile> together = new ArrayList<>(module.main());
        List<SourceFile> apart = new ArrayList<>();
        for (SourceFile test : module.tests()) (isAmongSources(test) ? together : apart).add(test);
        Compiled program = compile(module, together, false, before, classes, scratch, remarks);
        copyResources(module, classes, tests);
        List<Path> withOwn = new ArrayList<>(before);
        context.project().neededTests(module).stream()
                .filter(built::containsKey)
                .forEach(need -> withOwn.add(0, built.get(need).tests()));
        withOwn.add(0, classes);
        Compiled testing = program.failure().isPresent()
                ? program
                : compile(module, apart, true, withOwn, tests, scratch, remarks);
        Optional<String> failure = program.failure().or(testing::failure);
        // libraries of what a module needs are on no compiler's call for it, but it does not run without them
        Set<Path> running = new LinkedHashSet<>(program.libraries());
        module.needs().stream()
                .filter(built::containsKey)
                .forEach(need -> running.addAll(built.get(need).runtimeClassPath()));
        Set<Path> tested = new LinkedHashSet<>(apart.isEmpty() ? List.of() : testing.libraries());
        tested.addAll(running);
        context.project().neededTests(module).stream()
                .filter(built::containsKey)
                .forEach(need -> tested.addAll(built.get(need).testClassPath()));
        Path packed = scratch.resolve("packed");
        if (failure.isEmpty()) {
            OldArchive archive = new OldArchive(context.reading().tree(), context.project(), built);
            if (module.web().isPresent()) archive.web(module, classes, packed);
            else if (module.enterprise().isPresent()) archive.enterprise(module, packed);
        }
        return new Baseline(
                classes,
                tests,
                Optional.of(packed).filter(Files::exists),
                program.settings(),
                program.libraries(),
                List.copyOf(running),
                List.copyOf(tested),
                remarks.notes(),
                remarks.unchecked(),
                failure);
    }

    /**
     * What is to be said of a baseline.
     *
     * @param notes for the user
     * @param unchecked what no wiring says
     */
    private record Remarks(List<String> notes, List<Difference> unchecked) {}

    /** Whether a test was compiled together with the program. */
    private boolean isAmongSources(SourceFile test) {
        return context.project()
                .layout()
                .of(test.path())
                .map(placement -> placement.folder().role() != Role.TEST)
                .orElse(false);
    }

    /** Copies what the old wiring has beside the classes of the program and of the tests. */
    private void copyResources(SourceModule module, Path classes, Path tests) throws IOException {
        List<Wiring.Archive> packed = packed(module);
        // what the steps of a build say does not depend on what the conversion makes of it
        for (TreeFile file : packed.isEmpty()
                ? List.<TreeFile>of()
                : context.reading().tree().files())
            for (Wiring.Archive archive : packed) {
                Optional<String> place = file.link() ? Optional.empty() : WiredResources.place(archive, file.path());
                if (place.isPresent()) copyResource(file.path(), classes.resolve(place.get()));
            }
        for (String path : module.paths()) {
            Placement file = context.project().layout().of(path).orElseThrow();
            boolean beside = file.role() == Role.MAIN_RESOURCES
                    || file.role() == Role.MAIN
                            && !context.reading().languages().isSource(path);
            if (beside && packed.isEmpty()) copyResource(path, classes.resolve(file.relative()));
            else if (file.role() == Role.TEST_RESOURCES) copyResource(path, tests.resolve(file.relative()));
        }
    }

    /** The module's archives, its own first, if a build packs them that names each resource. */
    private List<Wiring.Archive> packed(SourceModule module) {
        if (context.ownArchive(module).isEmpty()) return List.of();
        List<String> partial = context.build(module).partial().stream()
                .map(PartialArchive::fileName)
                .toList();
        return context.reading().wirings().stream()
                .filter(wiring -> WiredResources.namesResources(wiring)
                        && wiring.archives().contains(module.archive().get()))
                .findFirst()
                .map(wiring -> Stream.concat(
                                module.archive().stream(),
                                wiring.archives().stream()
                                        .filter(archive -> partial.contains(Paths.name(archive.path()))))
                        .toList())
                .orElse(List.of());
    }

    private void copyResource(String path, Path goal) throws IOException {
        ProjectTree tree = context.reading().tree();
        if (Files.exists(goal)) return;
        Optional<FilteredFiles.Filtered> filtered = filters.of(path);
        if (filtered.isEmpty()) Trees.copy(tree.onDisk(path), goal);
        else {
            Files.createDirectories(goal.getParent());
            Files.write(goal, filtered.get().apply(tree.bytes(path), started));
        }
    }

    /**
     * The result of compiling the sources of a module.
     *
     * @param settings of the first call
     */
    private record Compiled(Optional<WiredSettings> settings, List<Path> libraries, Optional<String> failure) {}

    /**
     * Sources that one call of the wiring compiles; without a call, those that none compiles.
     *
     * @param settings of the call
     */
    private record Group(
            Optional<Wiring.Compilation> call, WiredSettings settings, List<SourceFile> sources, JvmLanguage language) {
        /** The same with processors that find more libraries; an IDE runs them with its own. */
        Group processingWith(List<Path> libraries) {
            return new Group(call, settings.processingWith(libraries), sources, language);
        }
    }

    private Group group(
            SourceModule module, Optional<Wiring.Compilation> call, List<SourceFile> sources, JvmLanguage language) {
        WiredSettings settings = WiredSettings.of(
                call,
                context.reading().wirings(),
                context.decisions().build().compiler(context.build(module)),
                language == JvmLanguage.JAVA ? context.reading().toolchain().lowestLevel() : 1);
        return new Group(call, settings, sources, language);
    }

    /** Sources that no call compiles, by languages; Java comes last, as the others see it. */
    private List<Group> uncalled(SourceModule module, List<SourceFile> sources) {
        List<Group> groups = new ArrayList<>();
        boolean groovyToo = joint(module);
        for (JvmLanguage language : LANGUAGES) {
            List<SourceFile> own = sources.stream()
                    .filter(source -> source.language() == language
                            || groovyToo && language == JvmLanguage.GROOVY && source.language() == JvmLanguage.JAVA)
                    .filter(source -> groups.stream()
                            .noneMatch(earlier -> earlier.sources().contains(source)))
                    .toList();
            if (!own.isEmpty()) groups.add(group(module, Optional.empty(), own, language));
        }
        return groups;
    }

    /** Whether sources in Java have to be compiled along with those in Groovy. */
    private boolean joint(SourceModule module) {
        return context.build(module).languages().stream()
                .anyMatch(compiled -> compiled.language() == JvmLanguage.GROOVY && compiled.joint());
    }

    private Compiled compile(
            SourceModule module,
            List<SourceFile> sources,
            boolean tests,
            List<Path> before,
            Path output,
            Path scratch,
            Remarks remarks)
            throws IOException {
        Set<Path> libraries = new LinkedHashSet<>();
        int number = 0;
        // tests among the sources of the program were compiled with it
        boolean withTests = tests || sources.stream().anyMatch(module.tests()::contains);
        List<Group> groups = groups(module, sources, tests, remarks).stream()
                .filter(group -> !group.sources().isEmpty())
                .toList();
        Optional<WiredSettings> leading = leading(groups);
        List<Path> generated = tests ? List.of() : generated(module);
        if (!generated.isEmpty())
            remarks.notes()
                    .add(
                            "Sources that are generated from grammars were compiled for the baseline as the new build generated them.");
        for (Group group : groups) {
            List<Path> wired = libraries(group, withTests);
            List<Path> classPath = new ArrayList<>(before);
            if (number > 0) classPath.add(0, output);
            classPath.addAll(wired);
            String name = output.getFileName() + "-" + number++;
            boolean program = group.sources().stream().noneMatch(module.tests()::contains);
            List<Path> along = program ? generated : List.of();
            Optional<String> failure = compiled(module, group, along, classPath, output, scratch, name);
            boolean more = wired.size() < allLibraries(withTests).size()
                    || !group.settings().processorPath().isEmpty();
            if (failure.isPresent() && more) {
                // calls that rely on an environment variable, for example
                allLibraries(withTests).stream()
                        .filter(jar -> !classPath.contains(jar))
                        .forEach(classPath::add);
                if (compiled(module, group.processingWith(classPath), along, classPath, output, scratch, name)
                        .isEmpty()) {
                    remarks.notes()
                            .add("The class path that the old wiring states does not compile the sources of "
                                    + described(module) + "; the baseline uses all jars of the project.");
                    failure = Optional.empty();
                    wired = allLibraries(withTests);
                }
            }
            libraries.addAll(wired);
            if (failure.isPresent()) return new Compiled(leading, List.copyOf(libraries), failure);
        }
        return new Compiled(leading, List.copyOf(libraries), Optional.empty());
    }

    /** The settings of the Java call whose classes are packed; of the first, if none are. */
    private Optional<WiredSettings> leading(List<Group> groups) {
        List<Wiring.Compilation> order = context.reading().wirings().stream()
                .flatMap(wiring -> wiring.packedFirst().stream())
                .toList();
        return groups.stream()
                .filter(group -> group.language() == JvmLanguage.JAVA)
                .min(Comparator.comparingInt(
                        group -> group.call().map(order::indexOf).orElse(-1)))
                .map(Group::settings);
    }

    /** @param along further sources in Java, which are generated */
    private Optional<String> compiled(
            SourceModule module,
            Group group,
            List<Path> along,
            List<Path> classPath,
            Path output,
            Path scratch,
            String name)
            throws IOException {
        if (group.language() == JvmLanguage.JAVA)
            return javac(group.settings(), classPath, group.sources(), along, output, scratch, name);
        Optional<CompiledLanguage> decided = context.build(module).languages().stream()
                .filter(compiled -> compiled.language() == group.language())
                .findFirst();
        if (decided.isEmpty()) return Optional.empty();
        List<SourceFile> seen = Stream.concat(module.main().stream(), module.tests().stream())
                .filter(source -> source.language() == JvmLanguage.JAVA
                        && !group.sources().contains(source))
                .filter(source ->
                        group.call().map(call -> call.sees(source.path())).orElse(true))
                .toList();
        // the Groovy compiler would compile what it is given
        if (group.language() == JvmLanguage.GROOVY) seen = List.of();
        LanguageCompiler.Job job = new LanguageCompiler.Job(
                decided.get(),
                group.call(),
                group.settings().level(),
                group.settings().encoding(),
                group.sources(),
                seen);
        return languages.compile(module, job, classPath, output, scratch.resolve(name + ".log"));
    }

    private static String described(SourceModule module) {
        return module.name().isOnly() ? "the project" : "module " + module.name();
    }

    /** The sources by the calls of the most trusted wiring that compiles them. */
    private List<Group> groups(SourceModule module, List<SourceFile> sources, boolean tests, Remarks remarks) {
        Optional<Wiring> wiring = wiring(sources);
        if (wiring.isEmpty()) {
            // tests are not in what is handed on
            if (tests && !sources.isEmpty())
                remarks.notes()
                        .add(
                                "The tests of " + described(module)
                                        + " are compiled by no wiring that could be read; the baseline compiles what was decided.");
            else if (!sources.isEmpty()
                    && (!context.reading().wirings().isEmpty()
                            || Wirings.mayBuild(context.reading().tree())))
                remarks.unchecked().add(unwired("sources of " + described(module)));
            else if (!sources.isEmpty())
                remarks.notes()
                        .add("Nothing says how " + described(module)
                                + " was compiled; the baseline compiles what was decided.");
            return uncalled(module, sources);
        }
        Set<SourceFile> left = new LinkedHashSet<>(sources);
        if (!tests) left.addAll(unclaimed(module));
        List<Group> groups = new ArrayList<>();
        for (Wiring.Compilation call : inOrder(wiring.get())) {
            // an IDE compiles both languages together
            boolean along = call.language() == JvmLanguage.GROOVY
                    && wiring.get().kind() == Wiring.Kind.IDE_FILES
                    && joint(module);
            List<SourceFile> own = left.stream()
                    .filter(source -> {
                        String path = templates.compiled(source.path());
                        return call.takes(path) || along && source.language() == JvmLanguage.JAVA && call.sees(path);
                    })
                    .toList();
            left.removeAll(own);
            groups.add(group(module, Optional.of(call), own, call.language()));
        }
        List<SourceFile> uncalled = left.stream()
                .filter(source -> source.language() != JvmLanguage.JAVA && sources.contains(source))
                .toList();
        if (!uncalled.isEmpty()) {
            left.removeAll(uncalled);
            remarks.unchecked()
                    .add(unwired(uncalled.size() + (uncalled.size() == 1 ? " source" : " sources") + " of "
                            + described(module) + " in "
                            + uncalled.get(0).language().title()));
            groups.addAll(0, uncalled(module, uncalled));
        }
        List<SourceFile> rest = left.stream().filter(sources::contains).toList();
        if (!rest.isEmpty() && isIncomplete(wiring.get())) {
            remarks.notes()
                    .add("Parts of " + wiring.get().files().get(0)
                            + " could not be analyzed; the baseline also compiles " + rest.size()
                            + (rest.size() == 1 ? " source" : " sources") + " that it does not name.");
            Group java = groups.stream()
                    .filter(group -> group.language() == JvmLanguage.JAVA)
                    .findFirst()
                    .orElseGet(() -> group(module, Optional.empty(), List.of(), JvmLanguage.JAVA));
            groups.add(new Group(java.call(), java.settings(), rest, JvmLanguage.JAVA));
        }
        return merged(groups);
    }

    private static Difference unwired(String sources) {
        return new Difference(
                sources,
                Difference.Kind.UNCHECKED,
                "no wiring that could be read compiles them, so that they were compiled as it was decided",
                "");
    }

    /** The calls of a wiring; those of an IDE in the order in which they can be made. */
    private static List<Wiring.Compilation> inOrder(Wiring wiring) {
        if (wiring.kind() != Wiring.Kind.IDE_FILES) return wiring.compilations();
        return wiring.compilations().stream()
                .sorted(Comparator.comparingInt(call -> LANGUAGES.indexOf(call.language())))
                .toList();
    }

    /** Calls with the same settings are one: sources may use each other across calls. */
    private List<Group> merged(List<Group> groups) {
        Map<String, Group> merged = new LinkedHashMap<>();
        for (Group group : groups) {
            String alike =
                    group.language() + " " + String.join(" ", group.settings().arguments());
            merged.merge(alike, group, (one, other) -> {
                Group leading = one.sources().isEmpty() ? other : one;
                List<SourceFile> both = new ArrayList<>(one.sources());
                both.addAll(other.sources());
                return new Group(leading.call(), leading.settings(), both, leading.language());
            });
        }
        return List.copyOf(merged.values());
    }

    /** Sources that a wiring compiles for the module's output and the conversion left out. */
    private List<SourceFile> unclaimed(SourceModule module) {
        if (!module.name().isOnly()) return List.of();
        return context.reading().sourceFiles().stream()
                .filter(source -> !module.paths().contains(source.path()))
                .filter(source -> context.project()
                        .layout()
                        .of(source.path())
                        .filter(placement -> placement.role() == Role.OUTPUT)
                        .isEmpty())
                .toList();
    }

    private Optional<Wiring> wiring(List<SourceFile> sources) {
        return context.reading().wirings().stream()
                .filter(wiring -> wiring.compilations().stream().anyMatch(call -> sources.stream()
                        .anyMatch(source -> call.takes(templates.compiled(source.path())))))
                .findFirst();
    }

    /** Whether a wiring compiles more than it says: what was not understood, or what a generator writes. */
    private boolean isIncomplete(Wiring wiring) {
        Set<Evidence> converted = context.decisions().grammars().stream()
                .map(GrammarFiles.Grammar::evidence)
                .collect(Collectors.toSet());
        return !wiring.trouble().isEmpty()
                || wiring.generators().stream().anyMatch(call -> !converted.contains(call.evidence()));
    }

    /** The jars on a call's class path, and what was fetched; all jars of the project if the call names none. */
    private List<Path> libraries(Group group, boolean tests) {
        ProjectTree tree = context.reading().tree();
        List<Path> wired = group.call().stream()
                .flatMap(call -> call.classPath().stream())
                .filter(library -> tests || !library.test())
                .map(Wiring.Library::path)
                .filter(path -> path.endsWith(".jar") && tree.has(path))
                .map(tree::onDisk)
                .distinct()
                .toList();
        if (wired.isEmpty()) return allLibraries(tests);
        List<Path> all = new ArrayList<>(wired);
        all.addAll(fetched.on(tests));
        return all;
    }

    private List<Path> allLibraries(boolean tests) {
        List<Path> all = new ArrayList<>(context.project().libraries().stream()
                .filter(jar -> jar.kind() == Jar.Kind.LIBRARY)
                .map(jar -> context.reading().tree().onDisk(jar.path()))
                .toList());
        all.addAll(fetched.on(tests));
        return all;
    }

    private static String joined(List<Path> paths) {
        return paths.stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator));
    }

    /** Sources that the new build generated from grammars, where the tree has none that the old build generated. */
    private List<Path> generated(SourceModule module) throws IOException {
        boolean unwritten = context.decisions().grammars().stream()
                .anyMatch(grammar -> grammar.generated().isEmpty()
                        && context.project().module(grammar).equals(module));
        if (!unwritten) return List.of();
        List<Path> generated = new ArrayList<>();
        for (String folder : GENERATED) {
            Path root = context.request()
                    .places()
                    .converted()
                    .resolve(module.folder())
                    .resolve(folder);
            if (!Files.isDirectory(root)) continue;
            try (Stream<Path> files = Files.walk(root)) {
                // what annotation processors write, they write for the baseline, too
                files.filter(file -> file.toString().endsWith(".java")
                                && !root.relativize(file).toString().contains("annotation"))
                        .sorted()
                        .forEach(generated::add);
            }
        }
        return generated;
    }

    private Optional<String> javac(
            WiredSettings settings,
            List<Path> classPath,
            List<SourceFile> sources,
            List<Path> along,
            Path output,
            Path scratch,
            String name)
            throws IOException {
        ProjectTree tree = context.reading().tree();
        List<String> arguments = new ArrayList<>(settings.arguments());
        boolean modular = sources.stream().anyMatch(source -> source.module().isPresent());
        // tests that are compiled into the program's module see it as one, and their own libraries by the class path
        boolean patching = settings.options().contains(PATCHING);
        String where = classPath.isEmpty() ? output.toString() : joined(classPath);
        arguments.addAll(List.of("-d", output.toString()));
        if (modular || patching) arguments.addAll(List.of("--module-path", where));
        if (!modular) arguments.addAll(List.of("-cp", where));
        List<Path> processors = settings.processorPath().stream()
                .map(path -> Path.of(path).isAbsolute() ? Path.of(path) : tree.onDisk(path))
                .filter(Files::exists)
                .toList();
        if (!processors.isEmpty()) {
            arguments.add("-processorpath");
            arguments.add(joined(processors));
        }
        arguments.addAll(List.of(
                "-s",
                Files.createDirectories(scratch.resolve(name + "-generated")).toString()));
        // without a source path the compiler would look for sources on the class path; a module has its own
        if (!modular && !patching)
            arguments.addAll(List.of(
                    "-sourcepath",
                    Files.createDirectories(scratch.resolve("none")).toString()));
        for (SourceFile source : sources) {
            Optional<FilteredFiles.Filtered> filtered = filters.of(source.path());
            Path file = tree.onDisk(source.path());
            String compiled = Paths.name(templates.compiled(source.path()));
            if (filtered.isPresent() || !compiled.equals(Paths.name(source.path()))) {
                byte[] bytes = tree.bytes(source.path());
                file = scratch.resolve(name + "-copied").resolve(source.path()).resolveSibling(compiled);
                Files.createDirectories(file.getParent());
                Files.write(file, filtered.isPresent() ? filtered.get().apply(bytes, started) : bytes);
            }
            arguments.add(file.toString());
        }
        along.forEach(file -> arguments.add(file.toString()));
        String file = ArgumentFile.written(arguments, scratch.resolve(name + ".args"));
        ToolRun run = ToolRun.of(
                List.of(context.reading().toolchain().tool("javac").toString(), file),
                tree.root(),
                Map.of(),
                scratch.resolve(name + ".log"),
                LIMIT);
        if (run.succeeded()) return Optional.empty();
        String errors = run.output().stream()
                .filter(line -> line.contains("error:"))
                .limit(3)
                .map(line -> line.replace(tree.root() + File.separator, ""))
                .collect(Collectors.joining("; "));
        if (!errors.isEmpty()) return Optional.of(errors);
        // a processor that fails leaves its exception
        String said = run.output().stream()
                .map(String::strip)
                .filter(line -> EXCEPTION.matcher(line).matches())
                .findFirst()
                .map(": "::concat)
                .orElse("");
        return Optional.of("javac exited with code " + run.exit() + said);
    }
}
