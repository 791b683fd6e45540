package dev.pfeiler.ecosystem.jvm;

import dev.pfeiler.Pfeiler;
import dev.pfeiler.Sketch;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Proposal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;

/** A project that is sketched, and what is proposed for it. */
abstract class ProposedProject {
    @TempDir
    Path folder;

    Sketch sketch;
    Pfeiler pfeiler;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(Files.createDirectories(folder.resolve("port")));
        Path home = Files.createDirectories(folder.resolve("home"));
        pfeiler = new Pfeiler(Sketch.alone(home, true));
    }

    Proposal propose(String... choices) {
        return pfeiler.propose(pfeiler.survey(sketch.root()), Sketch.chosen(choices));
    }

    static String written(Proposal proposal, String path) {
        return proposal.steps().stream()
                .filter(step -> step instanceof Step.Write && step.path().equals(path))
                .map(step -> ((Step.Write) step).content())
                .findFirst()
                .orElse("");
    }

    static String goal(Proposal proposal, String path) {
        return proposal.steps().stream()
                .filter(step -> step.path().equals(path))
                .map(step -> step.leaves() ? step.goal().orElse("retired") : "stays")
                .findFirst()
                .orElse("stays");
    }

    static String value(Proposal proposal, String key) {
        return proposal.decision(key).map(Decision::value).orElse("");
    }
}
