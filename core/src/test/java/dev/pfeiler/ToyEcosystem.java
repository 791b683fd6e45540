package dev.pfeiler;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Part;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.PartProposal;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The smallest ecosystem there can be. Sources are files with one line that end in {@code .toy}; {@code order.txt} says
 * in which order a person used to join them; the build tool is a shell script that joins what {@code toy.list} names.
 */
final class ToyEcosystem implements Ecosystem {
    private static final String WIRING = "order.txt";
    private static final String DESCRIPTOR = "toy.list";

    @Override
    public String id() {
        return "toy";
    }

    @Override
    public String title() {
        return "Toy";
    }

    @Override
    public Set<String> extensions() {
        return Set.of("toy");
    }

    @Override
    public List<Target> targets() {
        return List.of(new Target("joiner", "Joiner"), new Target("stapler", "Stapler"));
    }

    @Override
    public List<Part> parts(ProjectTree tree) {
        List<TreeFile> sources =
                tree.files().stream().filter(f -> f.extension().equals("toy")).toList();
        if (sources.isEmpty()) return List.of();
        String folder = Paths.common(
                sources.stream().map(file -> Paths.parent(file.path())).toList());
        Optional<Evidence> managed = tree.has(Paths.join(folder, DESCRIPTOR))
                ? Optional.of(Evidence.of(DESCRIPTOR, "Joiner"))
                : Optional.empty();
        Part.Claim claim = tree.has(Paths.join(folder, WIRING)) ? Part.Claim.WIRED : Part.Claim.SOURCES;
        return List.of(new Part(folder, claim, managed, sources.size()));
    }

    @Override
    public Reading read(ProjectTree part, Environment environment) {
        return new ToyReading(part);
    }

    private record ToyReading(ProjectTree tree) implements Reading {
        List<String> sources() {
            return tree.files().stream()
                    .map(TreeFile::path)
                    .filter(path -> path.endsWith(".toy"))
                    .toList();
        }

        @Override
        public List<Finding> findings() {
            return sources().stream()
                    .map(path -> Finding.of(
                            Finding.Topic.LANGUAGES, path, "a toy", Certainty.CERTAIN, List.of(Evidence.of(path, ""))))
                    .toList();
        }

        @Override
        public PartProposal propose(String target, Deliberation deliberation, Surroundings around) {
            String end = deliberation.settle(Decision.of(
                    "level", "Line end", "1", Certainty.LIKELY, "one line each", List.of(Evidence.of(WIRING, ""))));
            List<Step> steps = new ArrayList<>();
            steps.add(new Step.Write(
                    DESCRIPTOR, String.join("\n", ordered()) + "\n# " + target + " " + end + "\n", "the list"));
            if (tree.has(WIRING)) steps.add(new Step.Retire(WIRING, "replaced by the list"));
            return new PartProposal(
                    deliberation.decisions(),
                    deliberation.questions(),
                    steps,
                    List.of(),
                    List.of(),
                    List.of(new Proposal.Command("build", target)),
                    List.of("/joined/"),
                    Map.of());
        }

        List<String> ordered() {
            return tree.has(WIRING) ? lines(tree, WIRING) : sources();
        }
    }

    private static List<String> lines(ProjectTree tree, String path) {
        return tree.lines(tree.file(path).orElseThrow(), 1 << 16);
    }

    @Override
    public PartVerdict prove(String target, ProofRequest request, Environment environment) {
        try {
            ToolRun run = ToolRun.of(
                    List.of(
                            "sh",
                            "-c",
                            "mkdir -p joined; grep -v '^#' toy.list | xargs cat > joined/all; cat joined/all"),
                    request.converted(),
                    Map.of(),
                    request.log(),
                    Duration.ofSeconds(10));
            List<String> before = new ArrayList<>();
            for (String path : new ToyReading(request.old()).ordered()) before.addAll(lines(request.old(), path));
            List<Difference> differences = before.equals(run.output())
                    ? List.of()
                    : List.of(new Difference("all", Difference.Kind.CHANGED, ""));
            Comparison row = new Comparison(
                    "joined by " + target + " at "
                            + request.decisions().of("level").orElseThrow().value(),
                    String.valueOf(before.size()),
                    String.valueOf(run.output().size()),
                    differences);
            return new PartVerdict(List.of(row), Optional.empty(), List.of(), request.log(), List.of());
        } catch (IOException e) {
            throw new AssertionError(e);
        }
    }
}
