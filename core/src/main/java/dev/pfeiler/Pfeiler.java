package dev.pfeiler;

import dev.pfeiler.checking.Acceptances;
import dev.pfeiler.checking.CheckResult;
import dev.pfeiler.checking.CheckRun;
import dev.pfeiler.checking.Fixes;
import dev.pfeiler.conversion.BuildOutput;
import dev.pfeiler.conversion.Conversion;
import dev.pfeiler.conversion.Ledger;
import dev.pfeiler.conversion.LedgerFile;
import dev.pfeiler.conversion.References;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.conversion.Undo;
import dev.pfeiler.conversion.WorkTree;
import dev.pfeiler.creation.Creation;
import dev.pfeiler.creation.FreshFolder;
import dev.pfeiler.creation.NeedPlan;
import dev.pfeiler.ecosystem.Addition;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Found;
import dev.pfeiler.ecosystem.Libraries;
import dev.pfeiler.ecosystem.Managed;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageChoice;
import dev.pfeiler.ecosystem.Part;
import dev.pfeiler.ecosystem.PreferredTarget;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.fresh.Catalogue;
import dev.pfeiler.fresh.FreshProject;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.fresh.NeedChange;
import dev.pfeiler.fresh.Needs;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.StageClock;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.ChoicesFile;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.PartKeys;
import dev.pfeiler.proposal.PartProposal;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.proposal.ProposalFile;
import dev.pfeiler.proposal.ProposalMerge;
import dev.pfeiler.proposal.Question;
import dev.pfeiler.proving.ProofRun;
import dev.pfeiler.proving.Proofs;
import dev.pfeiler.survey.Survey;
import dev.pfeiler.survey.SurveyedPart;
import dev.pfeiler.tree.Progress;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/** The whole way, wired in one place: survey, proposal, conversion, proof and undo of a project folder. */
public final class Pfeiler {
    /** The key of the decision for which build tool a part is converted. */
    public static final String TARGET = "target";

    private final Ecosystems ecosystems;
    private final Environment environment;
    private Catalogue catalogue;

    public Pfeiler(Environment environment) {
        this(Ecosystems.shipped(), environment);
    }

    public Pfeiler(Ecosystems ecosystems, Environment environment) {
        this.ecosystems = ecosystems;
        this.environment = environment;
    }

    /** All build tools that a project can be converted for. */
    public List<String> targets() {
        return ecosystems.targets();
    }

    /** What a folder contains, with the evidence. */
    public Survey survey(Path folder) {
        return survey(folder, Progress.NONE);
    }

    /**
     * What a folder contains, with the evidence.
     *
     * @param progress receives the progress of this and of later work on the survey's tree
     */
    public Survey survey(Path folder, Progress progress) {
        ProjectTree tree = ProjectTree.read(folder, progress);
        LedgerFile.read(tree.root());
        return Survey.of(tree, ecosystems.all(), environment);
    }

    /**
     * What would change in a surveyed tree.
     *
     * @param options what the user chose on the command line; it overrides the choices file
     */
    public Proposal propose(Survey survey, Choices options) {
        return propose(survey, options, stage -> {});
    }

    /**
     * What would change in a surveyed tree.
     *
     * @param options what the user chose on the command line; it overrides the choices file
     * @param stage gets what long work is at
     */
    public Proposal propose(Survey survey, Choices options, Consumer<String> stage) {
        ProjectTree tree = survey.tree();
        if (LedgerFile.exists(tree.root())) throw Conversion.alreadyConverted(tree.root());
        List<SurveyedPart> parts = survey.unmanaged();
        if (parts.isEmpty()) throw nothingToConvert(survey);
        Choices choices = Acceptances.without(choicesIn(tree)).under(options);
        List<String> ids = parts.stream().map(SurveyedPart::id).toList();
        Set<String> keys = new HashSet<>();
        boolean targetTaken = choices.of(TARGET).isEmpty();
        Map<String, String> moved = new LinkedHashMap<>();
        ProposalMerge merge = new ProposalMerge(tree);
        for (SurveyedPart part : parts) {
            Deliberation deliberation = new Deliberation(choices.of(part.id(), ids));
            Optional<Choice> wanted = deliberation.choices().of(TARGET);
            targetTaken |= wanted.flatMap(
                            choice -> part.ecosystem().target(choice.value().strip()))
                    .isPresent();
            Target target = target(part, deliberation);
            stage.accept("deciding for " + (part.folder().isEmpty() ? tree.name() : part.folder()));
            PartProposal proposal = part.reading()
                    .orElseThrow()
                    .propose(
                            target.id(),
                            deliberation,
                            new Surroundings(tree, part.folder(), moved, survey.inside(part.folder()), stage));
            proposal.steps().stream()
                    .map(step -> step.below(part.folder()))
                    .filter(Step::leaves)
                    .forEach(step -> step.goal().ifPresent(goal -> moved.put(step.path(), goal)));
            merge.add(
                    new Proposal.Part(part.id(), part.folder(), part.ecosystem().id(), target.id(), target.title()),
                    proposal,
                    Survey.isFileOf(part.view()));
            proposal.decisions().forEach(decision -> {
                keys.add(PartKeys.prefix(part.id()) + decision.key());
                // a choice that names no part is for all parts
                keys.add(decision.key());
            });
        }
        if (!targetTaken) throw unknownTarget(choices.of(TARGET).orElseThrow(), parts);
        Deliberation.refuseUnknown(choices, keys);
        Proposal proposal = merge.merged();
        Set<String> sources = ecosystems.all().stream()
                .flatMap(ecosystem -> ecosystem.extensions().stream())
                .collect(Collectors.toSet());
        References references = References.of(
                tree,
                proposal.steps(),
                merge.built(),
                sources,
                ecosystems.all().stream().map(Ecosystem::pathArguments).toList());
        List<Finding> left = new ArrayList<>(references.left());
        survey.findings().stream()
                .filter(finding -> finding.topic() == Finding.Topic.LANGUAGES && finding.leftForYou())
                .forEach(left::add);
        return proposal.with(references.edits(), left);
    }

    /** The build tool for a part: the one chosen, if its ecosystem has it, else the one that something speaks for. */
    private static Target target(SurveyedPart part, Deliberation deliberation) {
        List<Target> targets = part.ecosystem().targets();
        String title = part.ecosystem().title();
        PreferredTarget preferred = part.reading()
                .flatMap(Reading::preferred)
                .filter(one -> part.ecosystem().target(one.target()).isPresent())
                .orElseGet(() -> new PreferredTarget(
                        targets.get(0).id(),
                        (targets.size() == 1 ? "the build tool for " : "the usual build tool for ") + title,
                        List.of()));
        Decision proposed = Decision.of(
                TARGET, "Build tool", preferred.target(), Certainty.LIKELY, preferred.reason(), preferred.evidence());
        String standing = deliberation.settle(
                proposed,
                text -> Optional.of(
                        part.ecosystem().target(text.strip()).map(Target::id).orElse(preferred.target())));
        return part.ecosystem().target(standing).orElseThrow();
    }

    private static Refusal unknownTarget(Choice choice, List<SurveyedPart> parts) {
        String known = parts.stream()
                .flatMap(part -> part.ecosystem().targets().stream())
                .map(Target::id)
                .distinct()
                .collect(Collectors.joining(", "));
        String languages =
                parts.stream().map(part -> part.ecosystem().title()).distinct().collect(Collectors.joining(" and "));
        return Refusal.usage(
                "A project in " + languages + " cannot be converted for " + choice.value() + ".",
                "Choose one of: " + known + ".");
    }

    private static Refusal nothingToConvert(Survey survey) {
        Path root = survey.tree().root();
        if (survey.tree().files().isEmpty())
            return Refusal.notPossible(root + " is empty.", "Pass the project directory.");
        if (survey.parts().isEmpty())
            return Refusal.notPossible(
                    "No project in " + root + ": no source of a known language.", "Pass the project directory.");
        String tools = survey.parts().stream()
                .map(part -> part.managed().orElseThrow().tool() + " ("
                        + part.managed()
                                .orElseThrow()
                                .evidence()
                                .below(part.folder())
                                .file() + ")")
                .distinct()
                .collect(Collectors.joining(", "));
        return Refusal.notPossible(
                "Already managed by " + tools + ".",
                "There is nothing to convert; declare a dependency with pfeiler add.");
    }

    /** The choices file of a tree, if it has one. */
    public static Choices choicesIn(ProjectTree tree) {
        if (!tree.has(ChoicesFile.NAME)) return Choices.NONE;
        try {
            return ChoicesFile.read(tree.text(ChoicesFile.NAME).content());
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot read " + ChoicesFile.NAME + ": " + e, "Check its permissions.", e);
        }
    }

    /** Writes the choices file that fixes a proposal as it is. */
    public void writeChoices(ProjectTree tree, Proposal proposal) {
        try {
            Files.writeString(tree.root().resolve(ChoicesFile.NAME), ChoicesFile.write(proposal));
        } catch (IOException e) {
            throw Refusal.inputOutput(
                    "Cannot write " + ChoicesFile.NAME + ": " + e, "Check the permissions of the directory.", e);
        }
    }

    /**
     * Libraries that contain a class or a package, or are named so; the likeliest first.
     *
     * @param folder that is searched first
     * @param all whether prereleases are listed too
     */
    public List<Found> find(Path folder, String name, boolean all) {
        ProjectTree tree = ProjectTree.read(folder);
        return ecosystems.all().stream()
                .flatMap(ecosystem -> ecosystem.libraries().stream())
                .flatMap(libraries -> libraries.find(tree, name, all, environment).stream())
                .toList();
    }

    /**
     * Declares one more dependency in the descriptor of a managed folder.
     *
     * @param scope what the user wants; empty for the usual one
     */
    public Addition add(Path folder, String name, Optional<String> scope) {
        ProjectTree tree = ProjectTree.read(folder);
        Managing managing = managing(tree);
        Target target = managing.target();
        Libraries libraries = managing.ecosystem()
                .libraries()
                .orElseThrow(() -> Refusal.notPossible(
                        "Pfeiler does not look up libraries for "
                                + managing.ecosystem().title() + ".",
                        "Use " + target.addCommand(name) + "."));
        ManagedBuild build = target.read(tree, environment)
                .orElseThrow(() -> Refusal.notPossible(
                        "No descriptor of " + target.title() + " in " + tree.root() + " declares dependencies.",
                        "Pass the directory of one; of several modules, one of them."));
        PackageChoice choice = libraries.choose(new Libraries.Project(tree, target, build), name, scope, environment);
        Addition addition = new Addition(choice, build.declaring(List.of(choice.request()), "one more dependency"));
        try {
            Trees.replace(tree.onDisk(addition.edit().path()), addition.edit().bytes());
        } catch (IOException e) {
            throw Refusal.inputOutput(
                    "Cannot write " + addition.edit().path() + ": " + e,
                    "Check its permissions; the file is unchanged.",
                    e);
        }
        return addition;
    }

    /**
     * What a managed project would get for a need; nothing if no need is called so.
     *
     * @param need with {@code =} and what is to serve it, or without
     * @param shown whether with sources that only show how it is used
     */
    public Optional<NeedChange> planNeed(Path folder, String need, boolean shown) {
        String[] parts = need.split("=", 2);
        Optional<Need> known = catalogue().needs().of(parts[0]);
        if (known.isEmpty()) return Optional.empty();
        ProjectTree tree = ProjectTree.read(folder);
        Optional<String> choice = parts.length > 1 ? Optional.of(parts[1]) : Optional.empty();
        return Optional.of(new NeedPlan(managing(tree).ecosystem(), catalogue(), environment)
                .of(tree, known.get(), choice, shown));
    }

    /** Carries out what a managed project gets for a need. */
    public void add(Path folder, NeedChange change) {
        NeedPlan.write(ProjectTree.read(folder), change);
    }

    /** What manages a folder. */
    private record Managing(Ecosystem ecosystem, Target target) {}

    private Managing managing(ProjectTree tree) {
        for (Ecosystem ecosystem : ecosystems.all())
            for (Part part : ecosystem.parts(tree)) {
                Optional<Target> target = part.managed().flatMap(Managed::target);
                if (part.folder().isEmpty() && target.isPresent()) return new Managing(ecosystem, target.get());
            }
        throw Refusal.notPossible(
                "No build tool manages " + tree.root() + ": it has no build descriptor.",
                "Convert the project first, or pass the directory of the descriptor.");
    }

    /**
     * Where descriptors and code of the managed parts of a folder disagree.
     *
     * @param stage is notified of what is being done
     * @throws Refusal if no build tool manages a part of it
     */
    public CheckResult check(Path folder, Consumer<String> stage) {
        return check(ProjectTree.read(folder), stage);
    }

    /**
     * Where descriptors and code of the managed parts of a tree disagree.
     *
     * @param stage is notified of what is being done
     * @throws Refusal if no build tool manages a part of it
     */
    public CheckResult check(ProjectTree tree, Consumer<String> stage) {
        return new CheckRun(ecosystems.all(), environment, stage).of(tree, Acceptances.in(choicesIn(tree)));
    }

    /** What the certain cures of a check would change. */
    public Fixes fixes(Path folder, CheckResult result) {
        return Fixes.of(ProjectTree.read(folder), result.curable());
    }

    /** Carries certain cures out, with a ledger; the steps in the order in which they were taken. */
    public List<Step> fix(Path folder, Fixes fixes) {
        Path root = folder.toAbsolutePath().normalize();
        if (LedgerFile.exists(root))
            throw Refusal.notPossible(
                    "Earlier changes of " + root + " can still be undone (the ledger is in " + Ledger.FOLDER + "/).",
                    "Keep them with pfeiler accept, or revert them with pfeiler undo; then cure again.");
        return Conversion.run(ProjectTree.read(folder), fixes.steps(), Ledger.Decided.NOTHING);
    }

    /** What git says of the work tree that a folder is in; nothing if it is in none or git is not installed. */
    public Optional<WorkTree> workTree(Path folder) {
        return environment.program("git").flatMap(git -> WorkTree.of(folder, git));
    }

    /** Carries a proposal out; the steps in the order in which they were taken. */
    public List<Step> convert(Survey survey, Proposal proposal, Choices options) {
        if (!proposal.open().isEmpty()) {
            String keys = proposal.open().stream().map(Question::key).collect(Collectors.joining(", "));
            throw Refusal.notPossible(
                    "Not specified in the project, and without a default: " + keys + ".",
                    "Choose with --choose KEY=VALUE.");
        }
        Map<String, String> choices = new LinkedHashMap<>();
        for (Choice choice : choicesIn(survey.tree()).under(options).all()) choices.put(choice.key(), choice.value());
        List<Ledger.Part> parts = proposal.parts().stream()
                .map(part -> new Ledger.Part(part.id(), part.folder(), part.ecosystem(), part.target()))
                .toList();
        return Conversion.run(
                survey.tree(),
                proposal.steps(),
                new Ledger.Decided(
                        parts, proposal.values(), choices, Map.of(ProposalFile.NAME, ProposalFile.write(proposal))));
    }

    /** The proposal behind a folder as it is: what was carried out there, else what would be. */
    public Proposal proposalOf(Path folder, Choices options) {
        Path root = folder.toAbsolutePath().normalize();
        return LedgerFile.beside(
                        root,
                        ProposalFile.NAME,
                        ProposalFile::read,
                        "Restore it from a backup, or revert the conversion with pfeiler undo.")
                .orElseGet(() -> propose(survey(folder), options));
    }

    /**
     * Builds a converted project with its build tools and compares it with the old one.
     *
     * @param stage is notified of what is being done
     */
    public Verdict prove(Path folder, ProofRequest.Options options, Consumer<String> stage) {
        StageClock clock = new StageClock(stage, System::nanoTime);
        Verdict verdict = new ProofRun(ecosystems, environment, options, clock, output()).run(folder);
        return Proofs.keep(folder, verdict.timed(clock.times()));
    }

    /** The last verdict on the conversion of a folder, if there was a proof. */
    public Optional<Verdict> verdictOn(Path folder) {
        return Proofs.last(folder);
    }

    /** The needs that fresh projects may have: those that come with Pfeiler, and the user's own. */
    public Needs needs() {
        return catalogue().needs();
    }

    /**
     * What a fresh project would be; nothing is written.
     *
     * @param folder that it would be in
     * @param latest whether newer releases of libraries are asked for
     * @throws Refusal if choices do not fit together, or the folder is not empty
     */
    public FreshProject plan(Path folder, Choices choices, boolean latest) {
        FreshFolder.check(folder);
        return new Creation(ecosystems, environment, catalogue(), choices).plan(folder, latest);
    }

    /** Read once: an interview plans again after each answer. */
    private Catalogue catalogue() {
        if (catalogue == null) catalogue = Catalogue.of(ecosystems.creators(), environment);
        return catalogue;
    }

    /** Writes a fresh project. */
    public void create(Path folder, FreshProject project) {
        FreshFolder.write(folder, project);
    }

    /** Reverts a conversion. */
    public Undo.Result undo(Path folder, Undo.Edits edits) {
        return undo(folder, edits, Progress.NONE);
    }

    /**
     * Reverts a conversion.
     *
     * @param progress receives the number of files restored
     */
    public Undo.Result undo(Path folder, Undo.Edits edits, Progress progress) {
        return Undo.run(folder, edits, output(), progress);
    }

    private BuildOutput output() {
        return (part, tree, descriptors) ->
                ecosystems.target(part.ecosystem(), part.target()).buildOutput(tree, descriptors);
    }

    /** Drops the ledger of a conversion; how many files it had kept. */
    public int accept(Path folder) {
        return Undo.accept(folder);
    }
}
