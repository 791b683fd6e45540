package dev.pfeiler;

import dev.pfeiler.conversion.Ledger;
import dev.pfeiler.conversion.Trees;
import dev.pfeiler.conversion.Undo;
import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.survey.Survey;
import dev.pfeiler.survey.SurveyedPart;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;

/** Proves a conversion, part by part, by what the ledger says was decided. */
final class ProofRun {
    private final Ecosystems ecosystems;
    private final Environment environment;
    private final ProofRequest.Options options;
    private final Consumer<String> stage;

    ProofRun(Ecosystems ecosystems, Environment environment, ProofRequest.Options options, Consumer<String> stage) {
        this.ecosystems = ecosystems;
        this.environment = environment;
        this.options = options;
        this.stage = stage;
    }

    Verdict run(Path folder) {
        Path root = folder.toAbsolutePath().normalize();
        Path scratch = null;
        try {
            scratch = Files.createTempDirectory("pfeiler-proof");
            if (!Ledger.exists(root) && Ledger.near(root).isEmpty()) {
                Optional<Verdict> managed = managed(root, scratch);
                if (managed.isPresent()) return managed.get();
            }
            return converted(root, scratch);
        } catch (IOException e) {
            throw Refusal.inputOutput("The proof stopped: " + e, "Fix the problem and run pfeiler prove again.", e);
        } finally {
            if (scratch != null) Trees.deleteQuietly(scratch);
        }
    }

    private Verdict converted(Path root, Path scratch) throws IOException {
        Ledger ledger = Ledger.require(root, "to prove");
        stage.accept("laying out the old tree");
        // the project's name may be that of its folder
        Path old = Files.createDirectories(scratch.resolve("old").resolve(root.getFileName()));
        List<String> edited = Undo.layOut(root, old);
        Survey survey = Survey.of(ProjectTree.read(old), ecosystems.all(), environment);
        List<Ledger.Part> parts = parts(ledger, survey);
        Map<String, PartVerdict> proven = new HashMap<>();
        // a part may take in what the builds of parts inside it write
        List<Ledger.Part> innerFirst = new ArrayList<>(parts);
        innerFirst.sort(
                Comparator.comparing((Ledger.Part part) -> part.folder()).reversed());
        for (Ledger.Part part : innerFirst) {
            try (Deliveries deliveries = new Deliveries(root)) {
                for (Surroundings.Inner inner : survey.inside(part.folder()))
                    deliveries.watch(Paths.join(part.folder(), inner.folder()));
                boolean more = false;
                for (Ledger.Part inner : parts) {
                    if (!isInside(part, inner) || !proven.containsKey(inner.id())) continue;
                    PartVerdict.Delivery delivered = proven.get(inner.id()).delivered();
                    deliveries.add(inner.folder(), delivered.after());
                    more |= Deliveries.copy(old, inner.folder(), delivered.before());
                }
                // what the old wiring builds in the folder of a part belongs to the part, too
                if (more) survey = Survey.of(ProjectTree.read(old), ecosystems.all(), environment);
                proven.put(part.id(), prove(part, ledger, survey, root, scratch));
            }
        }
        List<Verdict.Part> verdicts = parts.stream()
                .map(part -> new Verdict.Part(part.id(), proven.get(part.id())))
                .toList();
        List<String> notes = edited.isEmpty()
                ? List.of()
                : List.of("Edited since the conversion, and compared as they are now: " + String.join(", ", edited)
                        + ".");
        return new Verdict(verdicts, notes);
    }

    /** The verdict on a project that a build tool manages and no conversion has made. */
    private Optional<Verdict> managed(Path root, Path scratch) throws IOException {
        List<Verdict.Part> verdicts = new ArrayList<>();
        for (SurveyedPart part : Survey.managed(ProjectTree.read(root), ecosystems.all())) {
            // nothing is put into a project that has no ledger
            Path logs = environment.cache().resolve("proof").resolve(root.getFileName() + part.id());
            ProofRequest request = new ProofRequest(
                    part.folder(),
                    root.resolve(part.folder()),
                    part.view(),
                    Files.createDirectories(scratch.resolve("built" + verdicts.size())),
                    Files.createDirectories(logs).resolve("build.log"),
                    Choices.NONE,
                    Choices.NONE,
                    options,
                    stage);
            part.ecosystem()
                    .proveManaged(request, environment)
                    .ifPresent(verdict -> verdicts.add(new Verdict.Part(part.id(), verdict)));
        }
        return verdicts.isEmpty() ? Optional.empty() : Optional.of(new Verdict(verdicts, List.of(), false));
    }

    /** The parts that were converted. A ledger of format 1 has none: they are those of the old tree. */
    private List<Ledger.Part> parts(Ledger ledger, Survey survey) {
        if (!ledger.parts().isEmpty()) return ledger.parts();
        return survey.unmanaged().stream()
                .limit(1)
                .map(part -> new Ledger.Part(
                        part.id(),
                        part.folder(),
                        part.ecosystem().id(),
                        part.ecosystem().targets().get(0).id()))
                .toList();
    }

    private static boolean isInside(Ledger.Part outer, Ledger.Part inner) {
        return !inner.folder().equals(outer.folder()) && Paths.within(outer.folder(), inner.folder());
    }

    private PartVerdict prove(Ledger.Part part, Ledger ledger, Survey survey, Path root, Path scratch)
            throws IOException {
        SurveyedPart surveyed = survey.parts().stream()
                .filter(p -> p.id().equals(part.id()) && p.ecosystem().id().equals(part.ecosystem()))
                .findFirst()
                .orElseThrow(() -> Refusal.notPossible(
                        "The old tree has no part \"" + part.id() + "\" that the ledger names.",
                        "Use the version of Pfeiler that made the conversion."));
        boolean several = !part.id().isEmpty();
        String name = several && !part.id().equals(SurveyedPart.TOP) ? part.id() : "project";
        Path log = Ledger.folder(root).resolve("proof");
        if (several) log = log.resolve(name);
        List<String> ids = survey.parts().stream().map(SurveyedPart::id).toList();
        Map<String, String> decisions = ledger.decisions().isEmpty() ? ledger.choices() : ledger.decisions();
        ProofRequest request = new ProofRequest(
                part.folder(),
                root.resolve(part.folder()),
                surveyed.view(),
                Files.createDirectories(scratch.resolve("built").resolve(name)),
                Files.createDirectories(log).resolve("build.log"),
                Choices.ofLedger(decisions).of(part.id(), ids),
                Choices.ofLedger(ledger.choices()).of(part.id(), ids),
                options,
                several ? text -> stage.accept(name + ": " + text) : stage);
        return ecosystems.of(part.ecosystem()).prove(part.target(), request, environment);
    }
}
