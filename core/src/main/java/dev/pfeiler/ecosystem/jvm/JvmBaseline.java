package dev.pfeiler.ecosystem.jvm;

import dev.pfeiler.conversion.Trees;
import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.maven.Toolchain;
import dev.pfeiler.ecosystem.jvm.source.JavaSource;
import dev.pfeiler.proof.ToolRun;
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
import java.util.stream.Stream;

/**
 * What the old wiring builds, built anew in a scratch folder with the JDK's own compiler.
 *
 * @param classes the folder with the program's classes and resources
 * @param tests the folder with the tests' classes
 * @param failure what the compiler said, where it failed
 */
record JvmBaseline(Path classes, Path tests, Optional<String> failure) {
    private static final Duration LIMIT = Duration.ofMinutes(10);

    /** Compiles an old tree as its wiring said. */
    static JvmBaseline build(JvmReading reading, JvmProject project, String level, String encoding, Path scratch)
            throws IOException {
        Path classes = Files.createDirectories(scratch.resolve("classes"));
        Path tests = Files.createDirectories(scratch.resolve("test-classes"));
        Builder builder = new Builder(reading, project, level, encoding, scratch);
        // tests that lie among the sources were compiled with them
        List<JavaSource> together = new ArrayList<>(project.main());
        List<JavaSource> apart = new ArrayList<>();
        for (JavaSource test : project.tests()) (builder.amongSources(test) ? together : apart).add(test);
        Optional<String> failure = builder.compile(together, List.of(), classes);
        List<Placement> resources = Stream.concat(
                        project.layout().files(Role.MAIN_RESOURCES),
                        project.layout().files(Role.MAIN).filter(p -> !p.path().endsWith(".java")))
                .toList();
        for (Placement resource : resources) {
            Path goal = classes.resolve(resource.relative());
            if (!Files.exists(goal)) Trees.copy(reading.tree().onDisk(resource.path()), goal);
        }
        if (failure.isEmpty()) failure = builder.compile(apart, List.of(classes), tests);
        return new JvmBaseline(classes, tests, failure);
    }

    private record Builder(JvmReading reading, JvmProject project, String level, String encoding, Path scratch) {
        boolean amongSources(JavaSource test) {
            return project.layout()
                    .of(test.path())
                    .map(placement -> placement.folder().role() != Role.TEST)
                    .orElse(false);
        }

        Optional<String> compile(List<JavaSource> sources, List<Path> before, Path output) throws IOException {
            if (sources.isEmpty()) return Optional.empty();
            ProjectTree tree = reading.tree();
            Toolchain toolchain = reading.toolchain();
            List<String> classPath = new ArrayList<>();
            before.forEach(path -> classPath.add(path.toString()));
            for (Jar jar : project.libraries()) {
                if (jar.kind() == Jar.Kind.LIBRARY)
                    classPath.add(tree.onDisk(jar.path()).toString());
            }
            List<String> words = new ArrayList<>(List.of(
                    "-nowarn",
                    "-g",
                    "-encoding",
                    encoding,
                    "-source",
                    level,
                    "-target",
                    level,
                    "-d",
                    output.toString()));
            words.add("-cp");
            words.add(classPath.isEmpty() ? output.toString() : String.join(File.pathSeparator, classPath));
            // without a source path the compiler would look for sources on the class path
            words.add("-sourcepath");
            words.add(Files.createDirectories(scratch.resolve("none")).toString());
            for (JavaSource source : sources)
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
