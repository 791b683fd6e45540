package dev.pfeiler;

import dev.pfeiler.conversion.Conversion;
import dev.pfeiler.conversion.Ledger;
import dev.pfeiler.conversion.References;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.conversion.Trees;
import dev.pfeiler.conversion.Undo;
import dev.pfeiler.conversion.WorkTree;
import dev.pfeiler.ecosystem.Addition;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Found;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.jvm.JvmEcosystem;
import dev.pfeiler.ecosystem.php.PhpEcosystem;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.ChoicesFile;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.proposal.ProposalFile;
import dev.pfeiler.survey.Survey;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/** The whole way, wired in one place: survey, proposal, conversion, proof and undo of a project folder. */
public final class Pfeiler {
    private static final List<Ecosystem> ECOSYSTEMS = List.of(new JvmEcosystem(), new PhpEcosystem());

    private final Environment environment;

    public Pfeiler(Environment environment) {
        this.environment = environment;
    }

    /** All build tools that a project can be made for. */
    public static List<String> targets() {
        return ECOSYSTEMS.stream().flatMap(e -> e.targets().stream()).toList();
    }

    /** What is in a folder, and how it is known. */
    public Survey survey(Path folder) {
        return Survey.of(ProjectTree.read(folder), ECOSYSTEMS, environment);
    }

    /**
     * What would change in a surveyed tree.
     *
     * @param target the build tool, or nothing for the usual one
     * @param options what the person settled on the command line; it stands over the choices file
     */
    public Proposal propose(Survey survey, Optional<String> target, Choices options) {
        refuseManaged(survey.tree());
        Map.Entry<Ecosystem, Reading> leading = leading(survey);
        String tool = target.orElse(leading.getKey().targets().get(0));
        if (!leading.getKey().targets().contains(tool)) {
            throw Refusal.wrongWords(
                    "A " + leading.getKey().name() + " project cannot be made for " + tool + ".",
                    "Choose one of: " + String.join(", ", leading.getKey().targets()) + ".");
        }
        Proposal proposal =
                leading.getValue().propose(tool, choicesIn(survey.tree()).under(options));
        Set<String> sources = ECOSYSTEMS.stream()
                .flatMap(ecosystem -> ecosystem.extensions().stream())
                .collect(Collectors.toSet());
        References references = References.of(survey.tree(), proposal.steps(), sources);
        return proposal.with(references.edits(), references.left());
    }

    private static Map.Entry<Ecosystem, Reading> leading(Survey survey) {
        return survey.leading().orElseThrow(() -> {
            boolean empty = survey.tree().files().isEmpty();
            return Refusal.notPossible(
                    empty
                            ? "The folder " + survey.tree().root() + " is empty."
                            : "There is no project in " + survey.tree().root() + ": no source of a known language.",
                    "Name the folder that holds the project.");
        });
    }

    private static void refuseManaged(ProjectTree tree) {
        if (Ledger.exists(tree.root())) throw Conversion.alreadyConverted(tree.root());
        for (Ecosystem ecosystem : ECOSYSTEMS) {
            Optional<Evidence> managed = ecosystem.managed(tree);
            if (managed.isPresent()) {
                throw Refusal.notPossible(
                        managed.get().excerpt() + " manages this project already ("
                                + managed.get().file() + ").",
                        "There is nothing to convert.");
            }
        }
    }

    /** The choices file of a tree, where it has one. */
    public static Choices choicesIn(ProjectTree tree) {
        if (!tree.has(ChoicesFile.NAME)) return Choices.NONE;
        try {
            return ChoicesFile.read(tree.text(ChoicesFile.NAME).content());
        } catch (IOException e) {
            throw Refusal.inputOutput(ChoicesFile.NAME + " cannot be read: " + e, "Look at its rights.", e);
        }
    }

    /** Writes the choices file that settles a proposal as it stands. */
    public void writeChoices(ProjectTree tree, Proposal proposal) {
        try {
            Files.writeString(tree.root().resolve(ChoicesFile.NAME), ChoicesFile.write(proposal));
        } catch (IOException e) {
            throw Refusal.inputOutput(ChoicesFile.NAME + " cannot be written: " + e, "Look at the folder's rights.", e);
        }
    }

    /**
     * Libraries that hold a class or a package, or bear a name; the likeliest first.
     *
     * @param folder that is searched first
     * @param all whether versions that are no releases are listed too
     */
    public List<Found> find(Path folder, String name, boolean all) {
        ProjectTree tree = ProjectTree.read(folder);
        return ECOSYSTEMS.stream()
                .flatMap(ecosystem -> ecosystem.find(tree, name, all, environment).stream())
                .toList();
    }

    /**
     * Declares one more dependency in the descriptor of a managed folder.
     *
     * @param scope what the person wants; empty for the usual one
     */
    public Addition add(Path folder, String name, Optional<String> scope) {
        ProjectTree tree = ProjectTree.read(folder);
        Ecosystem ecosystem = ECOSYSTEMS.stream()
                .filter(e -> e.managed(tree).isPresent())
                .findFirst()
                .orElseThrow(() -> Refusal.notPossible(
                        "No build tool manages " + folder + ": there is no build descriptor in it.",
                        "Convert the project first, or name the folder that holds the descriptor."));
        Addition addition = ecosystem.add(tree, name, scope, environment);
        try {
            Trees.replace(
                    tree.onDisk(addition.edit().path()),
                    addition.edit().content().getBytes(addition.edit().charset()));
        } catch (IOException e) {
            throw Refusal.inputOutput(
                    addition.edit().path() + " could not be written: " + e, "Look at its rights; it is as it was.", e);
        }
        return addition;
    }

    /** What git says of the work tree that a folder lies in; nothing where it lies in none or there is no git. */
    public Optional<WorkTree> workTree(Path folder) {
        return environment.program("git").flatMap(git -> WorkTree.of(folder, git));
    }

    /** Carries a proposal out; the steps in the order in which they were taken. */
    public List<Step> convert(Survey survey, Proposal proposal, Choices options) {
        if (!proposal.open().isEmpty()) {
            String keys = proposal.open().stream().map(q -> q.key()).collect(Collectors.joining(", "));
            throw Refusal.notPossible(
                    "Nothing in the project settles " + keys + ", and there is no default.",
                    "Settle it with --choose KEY=VALUE.");
        }
        Map<String, String> settled = new LinkedHashMap<>();
        for (Choice choice : choicesIn(survey.tree()).under(options).all()) settled.put(choice.key(), choice.value());
        return Conversion.run(
                survey.tree(), proposal.steps(), settled, Map.of(ProposalFile.NAME, ProposalFile.write(proposal)));
    }

    /** The proposal behind a folder as it is: what was carried out there, else what would be. */
    public Proposal proposalOf(Path folder, Optional<String> target, Choices options) {
        Path root = folder.toAbsolutePath().normalize();
        Path record = Ledger.folder(root).resolve(ProposalFile.NAME);
        if (!Ledger.exists(root) || !Files.exists(record)) return propose(survey(folder), target, options);
        try {
            return ProposalFile.read(Files.readAllBytes(record));
        } catch (IOException e) {
            throw Refusal.inputOutput(record + " cannot be read: " + e, "Look at its rights.", e);
        }
    }

    /**
     * Builds a converted project with its build tool and holds it against the old one.
     *
     * @param runOldBuild whether the old build itself is run, in a scratch copy
     * @param running whether and how what was built is started
     * @param stage is told what is being done
     */
    public Verdict prove(
            Path folder, boolean offline, boolean runOldBuild, ProofRequest.Running running, Consumer<String> stage) {
        Path root = folder.toAbsolutePath().normalize();
        Ledger ledger = Ledger.require(root, "to prove");
        Path scratch = null;
        try {
            scratch = Files.createTempDirectory("pfeiler-proof");
            stage.accept("laying out the old tree");
            // the project's name may be that of its folder
            Path old = Files.createDirectories(scratch.resolve("old").resolve(root.getFileName()));
            List<String> edited = Undo.layOut(root, old);
            Survey survey = Survey.of(ProjectTree.read(old), ECOSYSTEMS, environment);
            Path log = Ledger.folder(root).resolve("proof").resolve("build.log");
            ProofRequest proof = new ProofRequest(
                    root,
                    survey.tree(),
                    Files.createDirectories(scratch.resolve("built")),
                    log,
                    ledger.choices(),
                    offline,
                    runOldBuild,
                    running,
                    stage);
            Verdict verdict = leading(survey).getKey().prove(proof, environment);
            if (edited.isEmpty()) return verdict;
            return verdict.noting(
                    "Edited since the conversion, and compared as they are now: " + String.join(", ", edited) + ".");
        } catch (IOException e) {
            throw Refusal.inputOutput("The proof stopped: " + e, "Mend the cause and run pfeiler prove again.", e);
        } finally {
            if (scratch != null) dropQuietly(scratch);
        }
    }

    private static void dropQuietly(Path scratch) {
        try {
            Trees.delete(scratch);
        } catch (IOException e) {
            org.slf4j.LoggerFactory.getLogger(Pfeiler.class).warn("{} could not be removed", scratch, e);
        }
    }

    /** Takes a conversion back. */
    public Undo.Result undo(Path folder, Undo.Edits edits) {
        return Undo.run(folder, edits);
    }

    /** Drops the ledger of a conversion; how many files it had kept. */
    public int accept(Path folder) {
        return Undo.accept(folder);
    }
}
