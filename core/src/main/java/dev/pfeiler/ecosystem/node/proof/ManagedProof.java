package dev.pfeiler.ecosystem.node.proof;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.node.descriptor.PackageDescriptor;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.StartedProgram;
import dev.pfeiler.script.Deployment;
import dev.pfeiler.script.ShellText;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Installs the packages of a copy of a managed project, builds it, runs its tests and starts it. */
public final class ManagedProof {
    private final ProofRequest request;
    private final Environment environment;
    private final List<Comparison> rows = new ArrayList<>();
    private final List<String> notes = new ArrayList<>();

    public ManagedProof(ProofRequest request, Environment environment) {
        this.request = request;
        this.environment = environment;
    }

    public PartVerdict run() throws IOException {
        Npm npm = Npm.of(environment, request.offline());
        Path folder = request.converted();
        JsonNode scripts = new ObjectMapper()
                .readTree(Files.readAllBytes(folder.resolve(PackageDescriptor.NAME)))
                .path("scripts");
        request.stage().accept("running npm install");
        ToolRun install = npm.run(folder, List.of("install"), request.log());
        if (!install.succeeded())
            return PartVerdict.failed(NpmFailure.of("npm install", install.output(), install.exit()), install.log());
        for (String script : List.of("build", "check-types", "test")) {
            if (!scripts.has(script) || deploys(scripts, script)) continue;
            request.stage().accept("running npm run " + script);
            Path log = request.log().resolveSibling("npm-" + script + ".log");
            ToolRun run = npm.run(folder, List.of("run", script), log);
            Side.Ran ran = new Side.Ran(run.exit(), run.output());
            String said =
                    ran.passed() >= 0 ? ran.passed() + " passed" : run.succeeded() ? "done" : "exit " + run.exit();
            rows.add(new Comparison(
                    script,
                    "",
                    said,
                    run.succeeded()
                            ? List.of()
                            : List.of(new Difference("npm run " + script, Difference.Kind.CHANGED, "see " + log, ""))));
        }
        if (request.running().wanted()) start(npm, folder, scripts);
        return new PartVerdict(rows, Optional.empty(), List.of(), request.log(), notes);
    }

    private boolean deploys(JsonNode scripts, String name) {
        Optional<String> deployment = Deployment.in(scripts.path(name).asText(), ShellText.Dialect.POSIX);
        deployment.ifPresent(what -> notes.add("npm run " + name + " was not run: it deploys (" + what + ")."));
        return deployment.isPresent();
    }

    private void start(Npm npm, Path folder, JsonNode scripts) throws IOException {
        if (scripts.has("start") && !deploys(scripts, "start")) {
            request.stage().accept("running npm start");
            rows.addAll(StartedProgram.of(
                    List.of(npm.program().toString(), "start", "--silent"),
                    folder,
                    Map.of("NO_COLOR", "1"),
                    request.log().resolveSibling("start.log"),
                    StartedProgram.LIMIT));
            return;
        }
        Path page = folder.resolve("public/index.html");
        if (!Files.exists(page)) {
            notes.add("It is a library: there is nothing to start.");
            return;
        }
        Optional<Browser> browser = Browser.find(environment, request.scratch());
        if (browser.isEmpty()) {
            notes.add("The page was not opened: Chromium is not on the PATH.");
            return;
        }
        request.stage().accept("opening index.html");
        Path log = request.log().resolveSibling("page.log");
        Browser.Shown shown = browser.get().show(folder.resolve("public"), "index.html", Set.of(), log);
        List<Difference> errors = shown.errors().stream()
                .map(error -> new Difference("index.html", Difference.Kind.CHANGED, error, ""))
                .toList();
        rows.add(new Comparison("page", "", shown.text().replace("\n", " "), errors));
        Path picture = request.log().resolveSibling("index.png");
        browser.get()
                .picture(
                        folder.resolve("public"),
                        "index.html",
                        picture,
                        request.log().resolveSibling("picture.log"));
        notes.add("A picture of the page is in " + picture + ".");
    }
}
