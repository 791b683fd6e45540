package dev.pfeiler.ecosystem.jvm;

import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.ecosystem.jvm.maven.MavenLog;
import dev.pfeiler.ecosystem.jvm.maven.MavenProject;
import dev.pfeiler.ecosystem.jvm.maven.Toolchain;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.proof.Proof;
import dev.pfeiler.proof.ToolRun;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Proves a conversion to Maven: builds the old tree as it was wired, the new one with {@code mvn}, and compares. */
final class JvmProof {
    private static final Duration LIMIT = Duration.ofMinutes(30);

    private final Proof proof;
    private final JvmReading reading;
    private final JvmProject project;
    private final MavenProject maven;
    private final Toolchain toolchain;

    JvmProof(Proof proof, Surroundings surroundings) {
        this.proof = proof;
        this.reading = JvmReading.of(proof.old(), surroundings);
        this.toolchain = reading.toolchain();
        Choices choices = new Choices(proof.choices().entrySet().stream()
                .map(entry -> new Choice(entry.getKey(), entry.getValue(), Evidence.of("ledger", entry.getValue())))
                .toList());
        this.project = JvmProject.of(reading, JvmProposing.settledRoles(choices));
        this.maven = new JvmProposing(reading, "maven", choices).decide();
    }

    Verdict run() {
        Path mvn = toolchain
                .mvn()
                .orElseThrow(() -> Refusal.notPossible(
                        "mvn is not on the search path.", "Install Maven, or add it to the search path."));
        if (!toolchain.compiler()) {
            return Verdict.failed(
                    "There is no compiler: " + toolchain.java() + " is a Java runtime, not a JDK.",
                    "Install a JDK and let JAVA_HOME name it.",
                    proof.log());
        }
        try {
            proof.stage().accept("compiling the old sources as they were wired");
            JvmBaseline baseline =
                    JvmBaseline.build(reading, project, maven.level(), maven.encoding(), proof.scratch());
            proof.stage().accept("building with mvn");
            Instant start = Instant.now();
            ToolRun run = ToolRun.of(command(mvn), proof.converted(), environment(), proof.log(), LIMIT);
            if (!run.succeeded()) {
                Verdict.Failure failure = new MavenLog(run.output(), toolchain).failure();
                return Verdict.failed(failure.cause(), failure.next(), proof.log());
            }
            if (baseline.failure().isPresent()) {
                return Verdict.failed(
                        "The old sources do not compile as they were wired: "
                                + baseline.failure().get(),
                        "mvn builds them; look at what it made in target/, there is nothing to hold it against.",
                        proof.log());
            }
            proof.stage().accept("comparing");
            return compare(baseline, start);
        } catch (IOException e) {
            throw Refusal.inputOutput("The proof stopped: " + e, "Mend the cause and run pfeiler prove again.", e);
        }
    }

    private List<String> command(Path mvn) {
        List<String> command = new ArrayList<>(List.of(mvn.toString(), "-B", "-ntp", "-Dstyle.color=never"));
        if (proof.offline()) command.add("-o");
        command.addAll(List.of("clean", "verify"));
        return command;
    }

    private Map<String, String> environment() {
        return Map.of("JAVA_HOME", toolchain.java().toString());
    }

    private Verdict compare(JvmBaseline baseline, Instant start) throws IOException {
        Path target = proof.converted().resolve("target");
        String name = maven.finalName()
                .orElse(maven.coordinates().artifact() + "-"
                        + maven.coordinates().version());
        Path product = target.resolve(name + "." + maven.packaging());
        if (!Files.exists(product)
                || Files.getLastModifiedTime(product).toInstant().isBefore(start.minusSeconds(2))) {
            return Verdict.failed(
                    "mvn ended well, but made no new " + product.getFileName() + ".",
                    "Look at what it printed with pfeiler prove -v.",
                    proof.log());
        }
        JvmComparison comparison = new JvmComparison(proof.old(), project, maven, baseline, target, product);
        return new Verdict(comparison.rows(), Optional.empty(), Optional.of(product), proof.log(), List.of());
    }
}
