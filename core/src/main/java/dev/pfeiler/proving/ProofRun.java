package dev.pfeiler.proving;

import dev.pfeiler.Ecosystems;
import dev.pfeiler.conversion.BuildOutput;
import dev.pfeiler.conversion.Ledger;
import dev.pfeiler.conversion.LedgerFile;
import dev.pfeiler.conversion.ProofFolder;
import dev.pfeiler.conversion.Undo;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.WorkFolder;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.survey.Survey;
import dev.pfeiler.survey.SurveyedPart;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/** Proves a conversion, part by part, by what the ledger says was decided. Everything is built in copies. */
public final class ProofRun {
    /** How often the project has to fit into the folder for temporary files: both sides, and what they build. */
    private static final int COPIES = 4;

    private final Ecosystems ecosystems;
    private final Environment environment;
    private final ProofRequest.Options options;
    private final Consumer<String> stage;
    private final BuildOutput output;

    public ProofRun(
            Ecosystems ecosystems,
            Environment environment,
            ProofRequest.Options options,
            Consumer<String> stage,
            BuildOutput output) {
        this.ecosystems = ecosystems;
        this.environment = environment;
        this.options = options;
        this.stage = stage;
        this.output = output;
    }

    public Verdict run(Path folder) {
        Path root = folder.toAbsolutePath().normalize();
        try (WorkFolder work = WorkFolder.make("proof")) {
            if (isUnconverted(root)) {
                Optional<Verdict> managed = managed(root, work);
                if (managed.isPresent()) return managed.get();
            }
            return converted(root, work);
        } catch (IOException e) {
            throw Refusal.inputOutput("The proof stopped: " + e, "Fix the problem and run pfeiler prove again.", e);
        }
    }

    /** Whether no conversion is recorded for a folder: nothing at all, or cures of a managed project. */
    private static boolean isUnconverted(Path root) {
        return LedgerFile.exists(root)
                ? !LedgerFile.require(root, "to prove").isOfConversion()
                : LedgerFile.near(root).isEmpty();
    }

    /** The two trees that are compared, in copies. */
    private record Copies(Path root, Path old, Path converted, List<String> edited) {}

    private Verdict converted(Path root, WorkFolder work) throws IOException {
        Ledger ledger = LedgerFile.require(root, "to prove");
        stage.accept("laying out the old tree");
        ProjectTree now = ProjectTree.read(root);
        work.requireSpace(List.of(now), COPIES);
        // the project's name may be that of its folder
        Path old = work.folder("old/" + now.name());
        Path built = work.folder("new/" + now.name());
        List<String> edited = Undo.layOut(root, old, built, output);
        Copies copies = new Copies(root, old, built, edited);
        Survey survey = Survey.of(ProjectTree.read(copies.old()), ecosystems.all(), environment);
        List<Ledger.Part> parts = parts(ledger, survey);
        Map<String, PartVerdict> proven = new HashMap<>();
        // a part may take in what the builds of parts inside it write
        List<Ledger.Part> innerFirst = new ArrayList<>(parts);
        innerFirst.sort(
                Comparator.comparing((Ledger.Part part) -> part.folder()).reversed());
        try (ProofFolder logs = ProofFolder.ofConversion(root)) {
            for (Ledger.Part part : innerFirst) {
                Copies own = copies;
                boolean outer = !survey.inside(part.folder()).isEmpty();
                // its build may write into the folders of inner parts
                if (outer) own = new Copies(root, copies.old(), copyOf(copies.converted(), part, work), edited);
                boolean more = false;
                for (Ledger.Part inner : parts) {
                    if (!isInside(part, inner) || !proven.containsKey(inner.id())) continue;
                    PartVerdict.Delivery delivered = proven.get(inner.id()).delivered();
                    deliver(own.converted(), inner.folder(), delivered.after());
                    more |= deliver(own.old(), inner.folder(), delivered.before());
                }
                // what the old wiring builds in the folder of a part belongs to the part, too
                if (more) survey = Survey.of(ProjectTree.read(copies.old()), ecosystems.all(), environment);
                proven.put(part.id(), prove(part, ledger, survey, own, work, logs));
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

    private static Path copyOf(Path converted, Ledger.Part part, WorkFolder work) throws IOException {
        ProjectTree tree = ProjectTree.read(converted);
        return work.copy(tree, "outer/" + name(part.id()) + "/" + tree.name());
    }

    /**
     * Puts what the build of an inner part has written where that build puts it.
     *
     * @param delivered by paths relative to the folder
     * @return whether anything was not there yet, or out of date
     */
    private static boolean deliver(Path root, String folder, Map<String, Path> delivered) throws IOException {
        boolean any = false;
        for (Map.Entry<String, Path> each : delivered.entrySet()) {
            Path goal = root.resolve(Paths.resolved(Paths.join(folder, each.getKey())));
            if (!goal.startsWith(root)) continue;
            if (Files.exists(goal) && Files.mismatch(goal, each.getValue()) < 0) continue;
            Files.deleteIfExists(goal);
            Trees.copy(each.getValue(), goal);
            any = true;
        }
        return any;
    }

    /** The verdict on a project that a build tool manages and no conversion has made. */
    private Optional<Verdict> managed(Path root, WorkFolder work) throws IOException {
        ProjectTree tree = ProjectTree.read(root);
        if (Survey.managed(tree, ecosystems.all()).isEmpty()) return Optional.empty();
        stage.accept("copying the project");
        Path copy = copyWithReferences(tree, work);
        List<Verdict.Part> verdicts = new ArrayList<>();
        // nothing is put into a project that has no ledger
        Path own = environment.cache().resolve("proof").resolve(tree.name());
        try (ProofFolder logs = ProofFolder.in(own)) {
            for (SurveyedPart part : Survey.managed(ProjectTree.read(copy), ecosystems.all())) {
                ProofRequest.Places places = new ProofRequest.Places(
                        root.resolve(part.folder()),
                        copy.resolve(part.folder()),
                        part.view(),
                        work.folder("built" + verdicts.size()),
                        Files.createDirectories(logs.path().resolve(part.id())).resolve("build.log"),
                        Set.of());
                ProofRequest request =
                        new ProofRequest(part.folder(), places, Choices.NONE, Choices.NONE, options, stage);
                PartVerdict verdict = part.target().orElseThrow().proveManaged(request, environment);
                verdicts.add(new Verdict.Part(part.id(), verdict));
            }
        }
        return verdicts.isEmpty() ? Optional.empty() : Optional.of(new Verdict(verdicts, List.of(), false));
    }

    /** A copy of a managed project, with what its descriptors refer to above and beside its folder in their places. */
    private Path copyWithReferences(ProjectTree tree, WorkFolder work) throws IOException {
        Path root = tree.root();
        Map<Path, ProjectTree> folders = new TreeMap<>();
        List<Path> files = new ArrayList<>();
        folders.put(root, tree);
        for (SurveyedPart part : Survey.managed(tree, ecosystems.all()))
            for (String reference : part.target().orElseThrow().references(part.view())) {
                Path path = root.resolve(part.folder()).resolve(reference).normalize();
                if (path.startsWith(root) || root.startsWith(path)) continue;
                if (Files.isRegularFile(path)) files.add(path);
                else if (Files.isDirectory(path)) folders.put(path, ProjectTree.read(path));
            }
        work.requireSpace(folders.values(), COPIES);
        Path top = root;
        for (Path path : folders.keySet()) while (!path.startsWith(top)) top = top.getParent();
        for (Path path : files) while (!path.startsWith(top)) top = top.getParent();
        String below = "tree/" + (top.getFileName() == null ? "" : top.getFileName());
        for (ProjectTree folder : folders.values()) work.copy(folder, below + "/" + top.relativize(folder.root()));
        for (Path file : files)
            Trees.copy(
                    file,
                    work.path().resolve(below).resolve(top.relativize(file).toString()));
        return work.folder(below + "/" + top.relativize(root));
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

    /** A name for the folders of a part. */
    private static String name(String id) {
        return !id.isEmpty() && !id.equals(SurveyedPart.TOP) ? id : "project";
    }

    private PartVerdict prove(
            Ledger.Part part, Ledger ledger, Survey survey, Copies copies, WorkFolder work, ProofFolder logs)
            throws IOException {
        SurveyedPart surveyed = survey.parts().stream()
                .filter(p -> p.id().equals(part.id()) && p.ecosystem().id().equals(part.ecosystem()))
                .findFirst()
                .orElseThrow(() -> Refusal.notPossible(
                        "The old tree has no part \"" + part.id() + "\" that the ledger names.",
                        "Use the version of Pfeiler that made the conversion."));
        boolean several = !part.id().isEmpty();
        String name = name(part.id());
        Path log = several ? logs.path().resolve(name) : logs.path();
        List<String> ids = survey.parts().stream().map(SurveyedPart::id).toList();
        Map<String, String> decisions = ledger.decisions().isEmpty() ? ledger.choices() : ledger.decisions();
        ProofRequest.Places places = new ProofRequest.Places(
                copies.root().resolve(part.folder()),
                copies.converted().resolve(part.folder()),
                surveyed.view(),
                work.folder("built/" + name),
                Files.createDirectories(log).resolve("build.log"),
                copies.edited().stream()
                        .filter(path -> Paths.within(part.folder(), path))
                        .map(path -> Paths.relative(part.folder(), path))
                        .collect(Collectors.toSet()));
        ProofRequest request = new ProofRequest(
                part.folder(),
                places,
                Choices.ofLedger(decisions).of(part.id(), ids),
                Choices.ofLedger(ledger.choices()).of(part.id(), ids),
                options,
                several ? text -> stage.accept(name + ": " + text) : stage);
        PartVerdict verdict = ecosystems.target(part.ecosystem(), part.target()).prove(request, environment);
        return kept(verdict, request.converted(), log);
    }

    /** The verdict with the products beside the log: the copy in which they were built goes. */
    private static PartVerdict kept(PartVerdict verdict, Path converted, Path log) throws IOException {
        List<Path> products = new ArrayList<>();
        for (Path product : verdict.products()) {
            Path inner = product.startsWith(converted) ? converted.relativize(product) : product.getFileName();
            Path goal = log.resolve(inner.toString());
            Trees.copy(product, goal);
            products.add(goal);
        }
        return verdict.with(products);
    }
}
