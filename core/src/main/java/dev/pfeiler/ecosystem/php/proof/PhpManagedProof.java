package dev.pfeiler.ecosystem.php.proof;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.ManagedProof;
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

/** Installs the packages of a copy of a managed project, runs its tests and starts it. */
public final class PhpManagedProof extends ManagedProof {
    private static final Duration LIMIT = Duration.ofMinutes(10);

    private final Path php;
    private final Path composer;

    public PhpManagedProof(ProofRequest request, Environment environment) {
        super(request, environment);
        php = environment.requiredProgram("php", "Install the command-line version of PHP.");
        composer = environment.requiredProgram("composer", "Install Composer, or add it to the PATH.");
    }

    @Override
    protected Optional<PartVerdict.Failure> build() throws IOException {
        PhpSide side = new PhpSide(
                php, SharedFolder.of(folder(), "managed"), request.log().getParent(), "managed");
        stage("running composer install");
        if (!install(side, true).succeeded()) {
            // without a connection, what only tests need cannot be fetched
            side.withoutTools();
            ToolRun rest = install(side, false);
            if (!rest.succeeded())
                return Optional.of(new PartVerdict.Failure(
                        "composer install fails with exit code " + rest.exit() + ".",
                        "See its output with pfeiler prove -v."));
            note("Composer could not install the development dependencies.");
        }
        done("install", "done");
        return Optional.empty();
    }

    private ToolRun install(PhpSide side, boolean network) throws IOException {
        Map<String, String> variables =
                new HashMap<>(Map.of("COMPOSER_ALLOW_SUPERUSER", "1", "COMPOSER_NO_INTERACTION", "1"));
        if (request.offline() || !network) variables.put("COMPOSER_DISABLE_NETWORK", "1");
        return side.run(List.of(composer.toString(), "install", "--no-ansi"), variables, request.log(), LIMIT);
    }

    @Override
    protected void test() throws IOException {
        if (!Files.isDirectory(folder().resolve("tests"))) return;
        Path own = folder().resolve("vendor/bin/phpunit");
        Optional<Path> runner = Files.exists(own) ? Optional.of(own) : environment.program("phpunit");
        if (runner.isEmpty()) {
            note("Tests skipped: PHPUnit not found.");
            return;
        }
        stage("running the tests");
        List<String> command =
                List.of(php.toString(), runner.get().toString(), "--bootstrap", "vendor/autoload.php", "tests");
        ToolRun run = ToolRun.of(command, folder(), Map.of(), log("tests"), LIMIT);
        row(PhpUnitSummary.of(run.exit(), run.output())
                .alone("the tests", run.log().toString()));
    }

    @Override
    protected void start() throws IOException {
        JsonNode descriptor = new ObjectMapper().readTree(Files.readAllBytes(folder().resolve(ComposerFile.NAME)));
        List<String> command = new ArrayList<>(List.of(php.toString()));
        if (Files.exists(folder().resolve("public/index.php")))
            command.addAll(List.of("-S", "localhost:{port}", "-t", "public", "public/index.php"));
        else if (!descriptor.path("bin").isEmpty())
            command.add(descriptor.path("bin").path(0).asText());
        else {
            library();
            return;
        }
        stage("starting it");
        started(command, Map.of(), StartedProgram.LIMIT);
    }
}
