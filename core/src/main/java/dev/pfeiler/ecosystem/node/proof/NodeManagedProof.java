package dev.pfeiler.ecosystem.node.proof;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.node.descriptor.PackageDescriptor;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.ManagedProof;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.StartedProgram;
import dev.pfeiler.script.Deployment;
import dev.pfeiler.script.ShellText;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Installs the packages of a copy of a managed project, builds it, runs its tests and starts it. */
public final class NodeManagedProof extends ManagedProof {
    private final Npm npm;
    private final JsonNode scripts;

    public NodeManagedProof(ProofRequest request, Environment environment) throws IOException {
        super(request, environment);
        npm = Npm.of(environment, request.offline());
        scripts = new ObjectMapper()
                .readTree(Files.readAllBytes(folder().resolve(PackageDescriptor.NAME)))
                .path("scripts");
    }

    @Override
    protected Optional<PartVerdict.Failure> build() throws IOException {
        stage("running npm install");
        ToolRun install = npm.run(folder(), List.of("install"), request.log());
        if (!install.succeeded()) return Optional.of(NpmFailure.of("npm install", install.output(), install.exit()));
        for (String script : List.of("build", "check-types")) {
            Optional<ToolRun> run = run(script);
            if (run.isEmpty()) continue;
            if (run.get().succeeded()) done(script, "done");
            else
                failed(
                        script,
                        "exit " + run.get().exit(),
                        new Difference(
                                "npm run " + script,
                                Difference.Kind.CHANGED,
                                "see " + run.get().log(),
                                ""));
        }
        return Optional.empty();
    }

    @Override
    protected void test() throws IOException {
        Optional<ToolRun> run = run("test");
        if (run.isPresent())
            row(TestSummary.of(run.get().exit(), run.get().output())
                    .alone("npm run test", run.get().log().toString()));
    }

    /** Runs a script of the descriptor; nothing if there is none, or it deploys. */
    private Optional<ToolRun> run(String script) throws IOException {
        if (!scripts.has(script) || deploys(script)) return Optional.empty();
        stage("running npm run " + script);
        return Optional.of(npm.run(folder(), List.of("run", script), log("npm-" + script)));
    }

    private boolean deploys(String name) {
        Optional<String> deployment = Deployment.in(scripts.path(name).asText(), ShellText.Dialect.POSIX);
        deployment.ifPresent(what -> note("npm run " + name + " was not run: it deploys (" + what + ")."));
        return deployment.isPresent();
    }

    @Override
    protected void start() throws IOException {
        if (scripts.has("start") && !deploys("start")) {
            stage("running npm start");
            started(
                    List.of(npm.program().toString(), "start", "--silent"),
                    Map.of("NO_COLOR", "1"),
                    StartedProgram.LIMIT);
            return;
        }
        Path pages = folder().resolve("public");
        if (Files.exists(pages.resolve("index.html"))) open(pages, "index.html");
        else library();
    }
}
