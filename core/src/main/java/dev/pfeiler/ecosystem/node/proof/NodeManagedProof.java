package dev.pfeiler.ecosystem.node.proof;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.node.descriptor.PackageDescriptor;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.RunningProgram;
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
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Installs the packages of a copy of a managed project, builds it, runs its tests and starts it. */
public final class NodeManagedProof extends ManagedProof {
    /** The script with which people work. */
    private static final String WATCHING = "dev";
    /** The program that Node.js starts again. Source: the Node.js documentation, command-line options. */
    private static final Pattern WATCHED = Pattern.compile("\\bnode --watch (\\S+\\.[cm]?js)");

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
            reload();
            return;
        }
        Path pages = folder().resolve("public");
        if (Files.exists(pages.resolve("index.html"))) open(pages, "index.html");
        else library();
    }

    /** Edits the source that a script watches, and waits for what the edited source prints. */
    private void reload() throws IOException {
        Matcher watched = WATCHED.matcher(scripts.path(WATCHING).asText());
        if (!watched.find() || deploys(WATCHING)) return;
        stage("running npm run " + WATCHING);
        Path log = log("npm-" + WATCHING);
        int port = RunningProgram.freePort();
        List<String> command = List.of(npm.program().toString(), "run", WATCHING, "--silent");
        Map<String, String> variables = Map.of("NO_COLOR", "1", "PORT", String.valueOf(port));
        try (RunningProgram program =
                RunningProgram.serving(command, folder(), variables, log, port, StartedProgram.LIMIT)) {
            String printed = "edited by the proof";
            if (program.isReady()) {
                Path source = folder().resolve(watched.group(1));
                Files.writeString(source, "\nconsole.log(\"" + printed + "\");\n", StandardOpenOption.APPEND);
                if (program.await(() -> ToolRun.text(log).contains(printed), StartedProgram.LIMIT)) {
                    done("reload", "starts again with the edited source");
                    return;
                }
            }
            failed(
                    "reload",
                    program.isReady() ? "does not take the edited source up" : "does not start",
                    new Difference("npm run " + WATCHING, Difference.Kind.CHANGED, "see " + log, ""));
        }
    }
}
