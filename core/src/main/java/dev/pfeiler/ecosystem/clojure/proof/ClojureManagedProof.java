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
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

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
        this.roles = new SourceRoles(ClojureProject.of(request.old(), new JarCache(environment.kept("jars"))));
        this.java = environment.javaHome().resolve("bin").resolve("java");
    }

    @Override
    protected Optional<PartVerdict.Failure> build() throws IOException {
        if (tool.makesArchive()) {
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
        List<String> names = roles.loadable(Set.of(Role.MAIN));
        if (names.isEmpty()) return Optional.empty();
        ClojureSide.Loaded loaded = side.load(names, request.scratch());
        loaded.failures()
                .forEach((name, why) ->
                        failed(name, "does not load", new Difference(name, Difference.Kind.CHANGED, why, "")));
        if (loaded.failures().isEmpty()) done("namespaces", loaded.vars().size() + " load");
        return Optional.empty();
    }

    @Override
    protected void test() throws IOException {
        List<String> tests = roles.tests();
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
        started(side.command(main.get()), Map.of(), StartedProgram.LIMIT);
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
