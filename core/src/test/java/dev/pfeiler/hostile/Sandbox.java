package dev.pfeiler.hostile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import dev.pfeiler.Pfeiler;
import dev.pfeiler.Sketch;
import dev.pfeiler.conversion.Undo;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.survey.Survey;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;

/**
 * A project that means harm, with what it must not reach beside it: files of others, a secret in the environment, and
 * programs on the PATH that leave a trace when they are started.
 */
final class Sandbox {
    static final String SECRET = "s3cr3t-of-the-harbour";
    private static final Duration LIMIT = Duration.ofSeconds(60);

    private final Path folder;
    private final Sketch project;
    private final Sketch outside;
    private boolean offline = true;

    Sandbox(Path folder) throws IOException {
        this.folder = folder;
        project = new Sketch(Files.createDirectories(folder.resolve("place/project")));
        outside = new Sketch(Files.createDirectories(folder.resolve("place/outside")));
        outside.file("victim.txt", "berths of others").file("Victim.java", "class Victim {}");
        new Sketch(folder.resolve("place")).file("victim.txt", "beside the project");
        Files.createDirectories(folder.resolve("home"));
        for (String program : List.of(
                "git",
                "node",
                "npm",
                "npx",
                "sh",
                "bash",
                "php",
                "composer",
                "mvn",
                "gradle",
                "ant",
                "make",
                "tsc",
                "java")) program(program);
    }

    private void program(String name) throws IOException {
        Path file = Files.createDirectories(folder.resolve("bin")).resolve(name);
        Files.writeString(file, "#!/bin/sh\necho " + name + " \"$@\" >> '" + folder.resolve("started") + "'\n");
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rwxr-xr-x"));
    }

    Sketch project() {
        return project;
    }

    Path root() {
        return project.root();
    }

    Path outside() {
        return outside.root();
    }

    Path folder() {
        return folder;
    }

    /** Lets reading ask the registries that the project names. */
    Sandbox online() {
        offline = false;
        return this;
    }

    Environment environment() {
        return new Environment(
                folder.resolve("home"),
                Map.of("PATH", folder.resolve("bin").toString(), "SECRET", SECRET, "NPM_TOKEN", SECRET),
                Path.of(System.getProperty("java.home")),
                offline);
    }

    /** What a command came to: nothing, or the sentences and the reason of its refusal. */
    record Outcome(Optional<Refusal> refusal) {
        Outcome refusedWith(String sentence) {
            assertThat(refusal).as("a refusal").isPresent();
            assertThat(refusal.get()).hasMessageContaining(sentence);
            assertThat(refusal.get().next()).as("what to do next").isNotBlank();
            return this;
        }

        Outcome reason(Refusal.Reason reason) {
            assertThat(refusal.orElseThrow().reason()).isEqualTo(reason);
            return this;
        }

        void done() {
            assertThat(refusal).isEmpty();
        }
    }

    /** Runs something within its time; it may refuse, but not fail otherwise, and changes nothing outside. */
    Outcome run(Callable<?> command) throws IOException {
        Map<String, String> before = new Sketch(folder.resolve("place")).digest();
        before.keySet().removeIf(path -> path.startsWith("project"));
        Optional<Refusal> refusal = assertTimeoutPreemptively(LIMIT, () -> {
            try {
                command.call();
                return Optional.empty();
            } catch (Refusal e) {
                return Optional.of(e);
            }
        });
        Map<String, String> after = new Sketch(folder.resolve("place")).digest();
        after.keySet().removeIf(path -> path.startsWith("project"));
        assertThat(after).as("what is outside the project").isEqualTo(before);
        assertThat(folder.resolve("started")).as("programs that were started").doesNotExist();
        return new Outcome(refusal);
    }

    /** Survey and proposal: they change nothing of the project, either. */
    Outcome read(String... choices) throws IOException {
        Map<String, String> before = project.digest();
        Outcome outcome = run(() -> propose(choices));
        assertThat(project.digest()).as("the project").isEqualTo(before);
        return outcome;
    }

    Proposal propose(String... choices) {
        Pfeiler pfeiler = new Pfeiler(environment());
        Survey survey = pfeiler.survey(root());
        return pfeiler.propose(survey, choices.length == 0 ? Choices.NONE : Sketch.chosen(choices));
    }

    Outcome convert(String... choices) throws IOException {
        return run(() -> {
            Pfeiler pfeiler = new Pfeiler(environment());
            Survey survey = pfeiler.survey(root());
            Choices chosen = choices.length == 0 ? Choices.NONE : Sketch.chosen(choices);
            return pfeiler.convert(survey, pfeiler.propose(survey, chosen), chosen);
        });
    }

    Outcome undo(Undo.Edits edits) throws IOException {
        return run(() -> new Pfeiler(environment()).undo(root(), edits));
    }

    Outcome accept() throws IOException {
        return run(() -> new Pfeiler(environment()).accept(root()));
    }

    Outcome survey() throws IOException {
        return run(() -> new Pfeiler(environment()).survey(root()));
    }

    Outcome prove() throws IOException {
        return run(() -> new Pfeiler(environment())
                .prove(root(), new ProofRequest.Options(true, false, ProofRequest.RunOptions.USUAL), stage -> {}));
    }
}
