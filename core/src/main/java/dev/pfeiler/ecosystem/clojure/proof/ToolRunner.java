package dev.pfeiler.ecosystem.clojure.proof;

import dev.pfeiler.artifact.repository.ProjectRepository;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.artifact.repository.Resolved;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.clojure.descriptor.ClojureTool;
import dev.pfeiler.ecosystem.clojure.descriptor.DepsPaths;
import dev.pfeiler.ecosystem.clojure.model.Dependency;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.tree.ProjectTree;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Runs a build tool on a copy of a project. */
final class ToolRunner {
    private static final Duration LIMIT = Duration.ofMinutes(15);

    private final ClojureTool tool;
    private final Environment environment;
    private final Path folder;
    private final Path logs;
    private final boolean offline;
    private boolean fetched;

    ToolRunner(ClojureTool tool, Environment environment, Path folder, Path logs, boolean offline) {
        this.tool = tool;
        this.environment = environment;
        this.folder = folder;
        this.logs = logs;
        this.offline = offline;
    }

    /**
     * The tool's program.
     *
     * @throws Refusal if the tool cannot do without it, and it is not installed
     */
    Optional<Path> program() {
        if (!tool.needsProgram()) return environment.program(tool.program());
        return Optional.of(
                environment.requiredProgram(tool.program(), "Install " + tool.title() + ", or add it to the PATH."));
    }

    /**
     * A task of Leiningen.
     *
     * @param what names the log
     */
    ToolRun lein(String what, String... task) throws IOException {
        List<String> command = new ArrayList<>(List.of(program().orElseThrow().toString()));
        if (offline) {
            fetchOwn();
            command.add("-o");
        }
        // the base profile only adds what an interactive prompt needs, which may be in no store
        command.addAll(List.of("with-profile", "-base"));
        command.addAll(Arrays.asList(task));
        return ToolRun.of(command, folder, Map.of(), logs.resolve(what + ".log"), LIMIT);
    }

    /**
     * Offline, Leiningen does not even ask the repository in the project: what that has is fetched by a run that knows no
     * other, and fails for all else.
     */
    private void fetchOwn() throws IOException {
        if (fetched || !Files.isDirectory(folder.resolve(ProjectRepository.FOLDER))) return;
        fetched = true;
        List<String> command = List.of(
                program().orElseThrow().toString(),
                "with-profile",
                "-base",
                "update-in",
                ":",
                "assoc",
                ":repositories",
                "[[\"project\" {:url \"file:" + ProjectRepository.FOLDER + "\"}]]",
                "--",
                "classpath");
        ToolRun.of(command, folder, Map.of(), logs.resolve("own-repository.log"), LIMIT);
    }

    /** A class path, or why there is none. */
    record ClassPath(List<Path> entries, String failure) {}

    /** The class path with sources, tests and what is provided. */
    ClassPath classPath() throws IOException {
        if (!tool.needsProgram()) return program().isPresent() ? byProgram() : resolved();
        ToolRun run = lein("class-path", "classpath");
        if (!run.succeeded()) return new ClassPath(List.of(), "lein classpath failed: " + first(run.output()));
        String line = run.output().get(run.output().size() - 1);
        return new ClassPath(entries(line), "");
    }

    static String first(List<String> output) {
        return output.stream()
                .filter(line -> !line.isBlank() && !line.startsWith("If you are behind"))
                .findFirst()
                .orElse("it printed nothing")
                .strip();
    }

    private List<Path> entries(String line) {
        return Arrays.stream(line.split(File.pathSeparator))
                .map(folder::resolve)
                .toList();
    }

    private ClassPath byProgram() throws IOException {
        List<String> aliases = DepsPaths.of(ProjectTree.read(folder)).aliases();
        String all = aliases.isEmpty() ? "" : ":" + String.join(":", aliases);
        List<String> command = new ArrayList<>(List.of(program().orElseThrow().toString(), "-Spath"));
        if (!all.isEmpty()) command.add("-A" + all);
        ToolRun run = ToolRun.of(command, folder, Map.of(), logs.resolve("class-path.log"), LIMIT);
        if (!run.succeeded()) return new ClassPath(List.of(), "clojure -Spath failed: " + first(run.output()));
        return new ClassPath(entries(run.output().get(run.output().size() - 1)), "");
    }

    /** What the tool would come to by its own rules. */
    private ClassPath resolved() {
        ProjectTree tree = ProjectTree.read(folder);
        DepsPaths paths = DepsPaths.of(tree);
        ManagedBuild build = tool.read(tree).orElseThrow();
        List<Path> entries = new ArrayList<>();
        paths.folders().forEach(path -> entries.add(folder.resolve(path)));
        paths.jars().forEach(jar -> entries.add(folder.resolve(jar)));
        Repositories repositories = Repositories.of(environment.offline(offline || environment.offline()));
        for (Resolved one :
                tool.rules().of(Dependency.declared(build), repositories).artifacts()) {
            Optional<Path> jar = repositories.jar(one.coordinates());
            if (jar.isEmpty()) return new ClassPath(List.of(), "no repository has " + one.coordinates() + ".");
            entries.add(jar.get());
        }
        return new ClassPath(entries, "");
    }
}
