package dev.pfeiler.ecosystem.php.proof;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.StartedProgram;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Installs the packages of a copy of a managed project, runs its tests and starts it. */
public final class PhpManagedProof {
    private static final Duration LIMIT = Duration.ofMinutes(10);
    private static final Pattern PASSED = Pattern.compile("OK \\((\\d+) tests?");

    private final ProofRequest request;
    private final Environment environment;
    private final List<Comparison> rows = new ArrayList<>();
    private final List<String> notes = new ArrayList<>();

    public PhpManagedProof(ProofRequest request, Environment environment) {
        this.request = request;
        this.environment = environment;
    }

    public PartVerdict run() throws IOException {
        Path php = environment.requiredProgram("php", "Install the command-line version of PHP.");
        Path composer = environment.requiredProgram("composer", "Install Composer, or add it to the PATH.");
        Path folder = request.converted();
        PhpSide side = new PhpSide(php, folder, request.log().getParent(), "managed");
        request.stage().accept("running composer install");
        if (!install(side, composer, true).succeeded()) {
            // without a connection, what only tests need cannot be fetched
            side.withoutTools();
            ToolRun rest = install(side, composer, false);
            if (!rest.succeeded())
                return PartVerdict.failed(
                        "composer install fails with exit code " + rest.exit() + ".",
                        "See its output with pfeiler prove -v.",
                        request.log());
            notes.add("Composer could not fetch what only the tests need.");
        }
        rows.add(new Comparison("install", "", "done", List.of()));
        tests(php, folder);
        if (request.running().wanted()) start(php, folder);
        return new PartVerdict(rows, Optional.empty(), List.of(), request.log(), notes);
    }

    private ToolRun install(PhpSide side, Path composer, boolean network) throws IOException {
        Map<String, String> variables =
                new HashMap<>(Map.of("COMPOSER_ALLOW_SUPERUSER", "1", "COMPOSER_NO_INTERACTION", "1"));
        if (request.offline() || !network) variables.put("COMPOSER_DISABLE_NETWORK", "1");
        return side.run(List.of(composer.toString(), "install", "--no-ansi"), variables, request.log(), LIMIT);
    }

    private void tests(Path php, Path folder) throws IOException {
        Path own = folder.resolve("vendor/bin/phpunit");
        Optional<Path> runner = Files.exists(own) ? Optional.of(own) : environment.program("phpunit");
        if (runner.isEmpty() || !Files.isDirectory(folder.resolve("tests"))) {
            notes.add("The tests were not run: PHPUnit is not here.");
            return;
        }
        request.stage().accept("running the tests");
        List<String> command =
                List.of(php.toString(), runner.get().toString(), "--bootstrap", "vendor/autoload.php", "tests");
        ToolRun run = ToolRun.of(command, folder, Map.of(), request.log().resolveSibling("tests.log"), LIMIT);
        Matcher passed = PASSED.matcher(String.join("\n", run.output()));
        boolean fine = run.succeeded() && passed.find();
        rows.add(new Comparison(
                "tests",
                "",
                fine ? passed.group(1) + " passed" : "exit " + run.exit(),
                fine
                        ? List.of()
                        : List.of(new Difference("the tests", Difference.Kind.CHANGED, "see " + run.log(), ""))));
    }

    private void start(Path php, Path folder) throws IOException {
        JsonNode descriptor = new ObjectMapper().readTree(Files.readAllBytes(folder.resolve(ComposerFile.NAME)));
        List<String> command = new ArrayList<>(List.of(php.toString()));
        if (Files.exists(folder.resolve("public/index.php")))
            command.addAll(List.of("-S", "localhost:{port}", "-t", "public", "public/index.php"));
        else if (descriptor.path("bin").size() > 0)
            command.add(descriptor.path("bin").path(0).asText());
        else {
            notes.add("It is a library: there is nothing to start.");
            return;
        }
        request.stage().accept("starting it");
        rows.addAll(StartedProgram.of(
                command, folder, Map.of(), request.log().resolveSibling("start.log"), StartedProgram.LIMIT));
    }
}
