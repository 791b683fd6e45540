package dev.pfeiler.ecosystem.clojure.proof;

import dev.pfeiler.artifact.archive.JarCache;
import dev.pfeiler.ecosystem.clojure.decision.SourceRoles;
import dev.pfeiler.ecosystem.clojure.decision.SourceRoles.Role;
import dev.pfeiler.ecosystem.clojure.descriptor.ClojureTool;
import dev.pfeiler.ecosystem.clojure.descriptor.PageTasks;
import dev.pfeiler.ecosystem.clojure.project.ClojureCall;
import dev.pfeiler.ecosystem.clojure.project.ClojureProject;
import dev.pfeiler.ecosystem.clojure.source.ClojureSource;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.ManagedProof;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.StartedProgram;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import java.io.File;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** Builds a copy of a managed project, loads its namespaces, runs its tests and starts it. */
public final class ClojureManagedProof extends ManagedProof {
    private final ClojureTool tool;
    private final ToolRunner runner;
    private final SourceRoles roles;
    private final Path java;
    private ClojureSide side;

    public ClojureManagedProof(ProofRequest request, Environment environment, ClojureTool tool) {
        super(request, environment);
        this.tool = tool;
        this.runner = new ToolRunner(
                tool, environment, folder(), request.log().toAbsolutePath().getParent(), request.offline());
        this.roles = new SourceRoles(ClojureProject.of(
                request.old(), new JarCache(environment.cache().resolve("jars"))));
        this.java = environment.javaHome().resolve("bin").resolve("java");
    }

    @Override
    protected Optional<PartVerdict.Failure> build() throws IOException {
        if (tool.id().equals("leiningen")) {
            stage("running lein jar");
            ToolRun run = runner.lein("jar", "jar");
            if (!run.succeeded())
                return Optional.of(new PartVerdict.Failure(
                        "lein jar failed: " + ToolRunner.first(run.output()), "See its output with pfeiler prove -v."));
            done("lein jar", "done");
        }
        ToolRunner.ClassPath path = runner.classPath();
        if (!path.failure().isEmpty())
            return Optional.of(new PartVerdict.Failure(path.failure(), "Correct " + tool.descriptor() + "."));
        side = new ClojureSide(
                java,
                folder(),
                path.entries(),
                List.of(),
                request.log().toAbsolutePath().getParent(),
                "managed");
        List<String> names = names(Role.MAIN);
        if (names.isEmpty()) return Optional.empty();
        ClojureSide.Loaded loaded = side.load(names, request.scratch());
        loaded.failures()
                .forEach((name, why) ->
                        failed(name, "does not load", new Difference(name, Difference.Kind.CHANGED, why, "")));
        if (loaded.failures().isEmpty()) done("namespaces", loaded.vars().size() + " load");
        return Optional.empty();
    }

    private List<String> names(Role role) {
        return roles.sources(role)
                .filter(source -> source.dialect().runsOnJvm())
                .map(ClojureSource::name)
                .filter(name -> !name.isEmpty())
                .distinct()
                .toList();
    }

    @Override
    protected void test() throws IOException {
        List<String> tests = roles.sources(Role.TEST)
                .filter(source -> source.definesTests() && source.dialect().runsOnJvm())
                .map(ClojureSource::name)
                .toList();
        if (tests.isEmpty()) return;
        stage("running the tests");
        row(side.tests(tests).alone("the tests", log("tests-managed").toString()));
    }

    @Override
    protected void start() throws IOException {
        Optional<String> main = roles.sources(Role.MAIN)
                .filter(source -> source.definesMain() && source.dialect().runsOnJvm())
                .map(ClojureSource::name)
                .findFirst();
        List<List<String>> pages = PageTasks.of(request.old(), tool);
        if (main.isEmpty() && pages.isEmpty()) library();
        for (List<String> page : pages) page(page);
        if (main.isEmpty()) return;
        stage("starting " + main.get());
        String path = side.classPath().stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator));
        started(
                List.of(java.toString(), "-cp", path, "clojure.main", "-m", main.get()),
                Map.of(),
                StartedProgram.LIMIT);
    }

    private void page(List<String> arguments) throws IOException {
        stage("compiling the page");
        List<String> words = new ArrayList<>(List.of(ClojureCall.CLOJURE));
        words.addAll(arguments);
        ToolRun run = side.run("page", List.of(), words);
        if (!run.succeeded()) {
            failed(
                    "page",
                    "not compiled",
                    new Difference("page", Difference.Kind.CHANGED, ToolRunner.first(run.output()), ""));
            return;
        }
        done("page", "compiled");
        for (TreeFile file : request.old().files())
            if (file.extension().equals("html"))
                open(folder().resolve(Paths.parent(file.path())), Paths.name(file.path()));
    }
}
