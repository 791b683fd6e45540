package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.conversion.Trees;
import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.Resolved;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenModule;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenProject;
import dev.pfeiler.ecosystem.jvm.target.maven.PomWriter;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.tree.TreeFile;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/** Starts the program that the old wiring gave, and the new one, with the same words, and compares what they do. */
final class ProgramRun {
    private static final Duration LIMIT = Duration.ofSeconds(30);
    private static final List<String> USUAL = List.of("--help");

    private final ProofRequest proof;
    private final JvmReading reading;
    private final JvmProject project;
    private final SourceModule module;
    private final Path scratch;

    ProgramRun(ProofRequest proof, JvmReading reading, JvmProject project, SourceModule module, Path scratch) {
        this.proof = proof;
        this.reading = reading;
        this.project = project;
        this.module = module;
        this.scratch = scratch;
    }

    /**
     * Runs both.
     *
     * @param before class folders and jars of the old program, its own first
     * @param after jars of the new one, its own first
     */
    ServedProgram.Outcome compare(String mainClass, List<Path> before, List<Path> after) throws IOException {
        List<String> words =
                proof.running().words().isEmpty() ? USUAL : proof.running().words();
        String call = String.join(" ", words);
        ToolRun old = run(mainClass, before, words, "before");
        if (old.outOfTime()) {
            String note = mainClass
                    + " goes on until it is stopped, so it was not compared; --run-with gives it other words.";
            return new ServedProgram.Outcome(List.of(), List.of(note));
        }
        ToolRun now = run(mainClass, after, words, "after");
        List<Difference> differences = new ArrayList<>();
        if (old.exit() != now.exit()) differences.add(new Difference("exit code", Difference.Kind.CHANGED, ""));
        if (!text(old).equals(text(now)))
            differences.add(new Difference("what it prints", Difference.Kind.CHANGED, ""));
        List<String> notes = old.exit() == 0 || !differences.isEmpty()
                ? List.of()
                : List.of(mainClass + " " + call + " ends with exit code " + old.exit()
                        + ", as it was built until now, too.");
        return new ServedProgram.Outcome(
                List.of(new Comparison("run " + call, "exit " + old.exit(), "exit " + now.exit(), differences)), notes);
    }

    /** What it printed, but for the addresses of objects, times and its own scratch folder. */
    private String text(ToolRun run) throws IOException {
        return run.output().stream()
                .map(line -> line.replaceAll("@[0-9a-f]{5,8}\\b", "@")
                        .replaceAll("\\b\\d{1,2}:\\d{2}(:\\d{2})?([.,]\\d+)?\\b", ":")
                        .replaceAll("~?\\[[^\\]]*\\.jar(:[^\\]]*)?\\]", "[]"))
                .collect(Collectors.joining("\n"));
    }

    private ToolRun run(String mainClass, List<Path> classPath, List<String> words, String name) throws IOException {
        Path folder = folder(name);
        List<String> command = new ArrayList<>(List.of(
                reading.toolchain().tool("java").toString(),
                "-Djava.awt.headless=true",
                "-cp",
                classPath.stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator)),
                mainClass));
        command.addAll(words);
        return ToolRun.of(command, folder, Map.of(), proof.log().resolveSibling("run-" + name + ".log"), LIMIT);
    }

    /** A folder of its own for each run, so that neither sees what the other leaves: the old files, if words may name them. */
    private Path folder(String name) throws IOException {
        Path folder = Files.createDirectories(scratch.resolve(name).resolve("run"));
        if (proof.running().words().isEmpty()) return folder;
        for (TreeFile file : proof.old().files()) {
            if (!file.link()) Trees.copy(proof.old().onDisk(file.path()), folder.resolve(file.path()));
        }
        return folder;
    }

    /** The old class path behind the module's own classes. */
    List<Path> oldLibraries() {
        return project.libraries().stream()
                .filter(jar -> jar.kind() == Jar.Kind.LIBRARY)
                .map(jar -> proof.old().onDisk(jar.path()))
                .toList();
    }

    /** The new class path behind the module's own archive: what the descriptors, as they are now, lead to. */
    List<Path> newLibraries(MavenProject maven, MavenModule described) {
        Map<String, Path> descriptors = new HashMap<>();
        Set<String> modules = new HashSet<>();
        Coordinates top = maven.coordinates();
        descriptors.put(
                coordinates(top, maven.parent()).key(), proof.converted().resolve(PomWriter.POM));
        for (MavenModule one : maven.modules()) {
            String key = coordinates(top, one.name()).key();
            modules.add(key);
            descriptors.put(key, proof.converted().resolve(one.folder()).resolve(PomWriter.POM));
        }
        Path own = proof.converted().resolve(PomWriter.REPOSITORY);
        List<Path> found = new ArrayList<>();
        reading.repositories().running(coordinates(top, described.name()), descriptors, own).artifacts().stream()
                .map(Resolved::coordinates)
                // archives of modules are at hand
                .filter(coordinates -> !modules.contains(coordinates.key()))
                .forEach(coordinates -> {
                    Path jar = own.resolve(coordinates.folder()).resolve(coordinates.fileName("jar"));
                    if (Files.exists(jar)) found.add(jar);
                    else reading.repositories().jar(coordinates).ifPresent(found::add);
                });
        return found;
    }

    private static Coordinates coordinates(Coordinates top, String artifact) {
        return new Coordinates(top.group(), artifact, top.version());
    }
}
