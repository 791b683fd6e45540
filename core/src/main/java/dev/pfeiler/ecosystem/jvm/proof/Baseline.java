package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.conversion.Trees;
import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.ecosystem.jvm.target.maven.CompilerPlugin;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenProject;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.tree.ProjectTree;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What the old wiring builds, built anew in a scratch folder with the JDK's own compiler.
 *
 * @param classes the folder with the program's classes and resources
 * @param tests the folder with the tests' classes
 * @param packed the web or enterprise archive, laid out unpacked
 * @param failure what the compiler said, where it failed
 */
record Baseline(Path classes, Path tests, Optional<Path> packed, Optional<String> failure) {
    private static final Duration LIMIT = Duration.ofMinutes(10);

    /**
     * Compiles one module of an old tree as its wiring said.
     *
     * @param built what was built before it, by module
     * @param fetched libraries that the old tree lacks, as an IDE brought them
     */
    static Baseline build(
            JvmReading reading,
            JvmProject project,
            SourceModule module,
            MavenProject maven,
            Map<String, Baseline> built,
            List<Path> fetched,
            Path scratch)
            throws IOException {
        Path classes = Files.createDirectories(scratch.resolve("classes"));
        Path tests = Files.createDirectories(scratch.resolve("test-classes"));
        // what a needed module needs was on its class path too
        List<Path> before = new ArrayList<>();
        built.values().forEach(earlier -> before.add(0, earlier.classes()));
        Builder builder = new Builder(reading, project, maven, fetched, scratch);
        // tests that lie among the sources were compiled with them
        List<SourceFile> together = new ArrayList<>(module.main());
        List<SourceFile> apart = new ArrayList<>();
        for (SourceFile test : module.tests()) (builder.amongSources(test) ? together : apart).add(test);
        Optional<String> failure = builder.compile(together, before, classes);
        for (String path : module.paths()) {
            Placement resource = project.layout().of(path).orElseThrow();
            boolean besideClasses =
                    resource.role() == Role.MAIN_RESOURCES || resource.role() == Role.MAIN && !path.endsWith(".java");
            Path goal = classes.resolve(resource.relative());
            if (besideClasses && !Files.exists(goal)) Trees.copy(reading.tree().onDisk(path), goal);
        }
        List<Path> withOwn = new ArrayList<>(before);
        withOwn.add(0, classes);
        if (failure.isEmpty()) failure = builder.compile(apart, withOwn, tests);
        Path packed = scratch.resolve("packed");
        OldArchive archive = new OldArchive(reading.tree(), project, built);
        if (failure.isPresent()) return new Baseline(classes, tests, Optional.empty(), failure);
        if (module.web().isPresent()) archive.web(module, classes, packed);
        else if (module.enterprise().isPresent()) archive.enterprise(module, packed);
        return new Baseline(classes, tests, Optional.of(packed).filter(Files::exists), failure);
    }

    private record Builder(
            JvmReading reading, JvmProject project, MavenProject maven, List<Path> fetched, Path scratch) {
        boolean amongSources(SourceFile test) {
            return project.layout()
                    .of(test.path())
                    .map(placement -> placement.folder().role() != Role.TEST)
                    .orElse(false);
        }

        Optional<String> compile(List<SourceFile> sources, List<Path> before, Path output) throws IOException {
            if (sources.isEmpty()) return Optional.empty();
            ProjectTree tree = reading.tree();
            Toolchain toolchain = reading.toolchain();
            List<String> classPath = new ArrayList<>();
            before.forEach(path -> classPath.add(path.toString()));
            for (Jar jar : project.libraries()) {
                if (jar.kind() == Jar.Kind.LIBRARY)
                    classPath.add(tree.onDisk(jar.path()).toString());
            }
            fetched.forEach(path -> classPath.add(path.toString()));
            List<String> words =
                    new ArrayList<>(List.of("-nowarn", "-encoding", maven.encoding(), "-d", output.toString()));
            if (maven.options().contains(CompilerPlugin.RELEASE)) words.addAll(List.of("--release", maven.level()));
            else words.addAll(List.of("-source", maven.level(), "-target", maven.level()));
            words.addAll(new CompilerPlugin(maven.options()).forCompiler());
            if (words.stream().noneMatch(word -> word.startsWith("-g:"))) words.add("-g");
            words.add("-cp");
            words.add(classPath.isEmpty() ? output.toString() : String.join(File.pathSeparator, classPath));
            // without a source path the compiler would look for sources on the class path
            words.add("-sourcepath");
            words.add(Files.createDirectories(scratch.resolve("none")).toString());
            for (SourceFile source : sources)
                words.add(tree.onDisk(source.path()).toString());
            Path arguments = scratch.resolve(output.getFileName() + ".args");
            Files.write(arguments, words.stream().map(Builder::quoted).toList());
            ToolRun run = ToolRun.of(
                    List.of(toolchain.tool("javac").toString(), "@" + arguments),
                    tree.root(),
                    Map.of(),
                    scratch.resolve(output.getFileName() + ".log"),
                    LIMIT);
            if (run.succeeded()) return Optional.empty();
            String said = run.output().stream()
                    .filter(line -> line.contains("error:"))
                    .limit(3)
                    .map(line -> line.replace(tree.root() + File.separator, ""))
                    .collect(Collectors.joining("; "));
            return Optional.of(said.isEmpty() ? "javac ended with exit code " + run.exit() : said);
        }

        /** As an argument file of the JDK's tools takes it. */
        private static String quoted(String word) {
            return '"' + word.replace("\\", "\\\\").replace("\"", "\\\"") + '"';
        }
    }
}
