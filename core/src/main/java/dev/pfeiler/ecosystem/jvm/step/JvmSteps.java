package dev.pfeiler.ecosystem.jvm.step;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.ProjectRepository;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.jvm.decision.JvmDecisions;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.finding.ProjectFacts;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.Packaging;
import dev.pfeiler.ecosystem.jvm.project.GrammarFiles;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Hashing;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** The steps that the decisions about a JVM project lead to. */
public final class JvmSteps {
    private static final int MOST_SHOWN = 20;

    private final JvmReading reading;
    private final JvmProject project;
    private final JvmDecisions decisions;
    private final JvmTarget target;
    private final ProjectTree tree;
    private final List<Step> steps = new ArrayList<>();
    private final List<Finding> leftForYou = new ArrayList<>();
    private final Set<String> taken = new HashSet<>();

    private JvmSteps(ProjectFacts facts, JvmDecisions decisions, JvmTarget target) {
        this.reading = facts.reading();
        this.project = facts.project();
        this.decisions = decisions;
        this.target = target;
        this.tree = reading.tree();
    }

    /** The steps that decisions lead to. */
    public static JvmSteps of(ProjectFacts facts, JvmDecisions decisions, JvmTarget target) {
        JvmSteps steps = new JvmSteps(facts, decisions, target);
        steps.make();
        return steps;
    }

    private void make() {
        boolean keep = decisions.keepLayout();
        target.write(decisions.build())
                .forEach((path, text) -> steps.add(new Step.Write(path, text, "a build descriptor")));
        decisions.required().forEach(descriptor -> steps.add(descriptor.step()));
        jars(keep);
        if (!keep) {
            copies();
            // where everything stays, the old wiring works as before
            wirings();
            manifests();
        }
        grammars(decisions.grammars());
        if (!keep) placements();
        decisions.fixes().edits().forEach((path, edit) -> {
            if (isEditedInPlace(path)) steps.add(edit);
        });
    }

    private boolean isEditedInPlace(String path) {
        return steps.stream().noneMatch(step -> step.path().equals(path) && step.leaves());
    }

    public List<Step> all() {
        return List.copyOf(steps);
    }

    public List<Finding> leftForYou() {
        return List.copyOf(leftForYou);
    }

    /** Patterns for version control: what the build writes is ignored, what it needs is not. */
    public List<String> ignored() {
        List<String> patterns = new ArrayList<>(target.ignored(decisions.build()));
        if (decisions.build().hasProjectRepository()) patterns.add("!/" + ProjectRepository.FOLDER + "/**/*.jar");
        return patterns;
    }

    private void jars(boolean keep) {
        for (JarOutcome outcome : decisions.outcomes().toList()) {
            if (outcome.jar().isEmpty() || outcome instanceof JarOutcome.LeftInPlace) continue;
            Jar jar = outcome.jar().get();
            if (!taken.add(jar.path())) continue;
            Optional<Dependency> declared = outcome instanceof JarOutcome.Processor processor
                    ? Optional.of(processor.declared())
                    : outcome.dependency();
            Optional<Coordinates> unpublished =
                    declared.filter(Dependency::projectRepository).map(Dependency::coordinates);
            if (unpublished.isPresent()) addToRepository(jar, unpublished.get());
            else if (!keep) {
                String reason = declared.map(dependency -> "replaced by the dependency " + dependency.coordinates())
                        .orElse(outcome.why());
                steps.add(new Step.Retire(jar.path(), reason));
            }
        }
    }

    private void copies() {
        project.jars().copies().forEach((copy, first) -> {
            if (taken.add(copy.path())) steps.add(new Step.Retire(copy.path(), "identical to " + first.path()));
        });
    }

    /** Moves an unpublished jar into the project's own repository, with a descriptor and checksums. */
    private void addToRepository(Jar jar, Coordinates coordinates) {
        steps.add(new Step.Move(
                jar.path(),
                ProjectRepository.jar(coordinates),
                "added to the project repository (" + ProjectRepository.FOLDER + "/)"));
        ProjectRepository.besides(coordinates, jar.sha1())
                .forEach((path, text) -> steps.add(new Step.Write(path, text, "part of the project repository")));
    }

    /** A wiring that was understood completely leaves the tree; another stays, for a user to look at. */
    private void wirings() {
        for (Wiring wiring : reading.wirings()) {
            boolean ide = wiring.kind() == Wiring.Kind.IDE_FILES;
            boolean uploads = !wiring.unanalyzed().uploads().isEmpty();
            boolean understood = ide || wiring.trouble().isEmpty() && !uploads;
            for (String file : wiring.files()) {
                // a properties file may be read by the program as well
                if (file.endsWith(".properties") && wiring.kind() != Wiring.Kind.IDE_FILES) continue;
                if (understood && taken.add(file))
                    steps.add(new Step.Retire(file, "replaced by " + target.descriptor()));
                else if (!understood) {
                    String why = wiring.trouble().isEmpty()
                            ? "contains steps that are not part of the build"
                            : "contains steps that Pfeiler cannot analyze";
                    leftForYou.add(
                            Finding.trouble(file, why + " and was kept, but the sources it compiles have moved"));
                }
            }
        }
    }

    /** Manifests beside the sources that archives were made with leave with the wiring that named them. */
    private void manifests() {
        for (SourceModule module : project.modules()) {
            Set<String> kept = project.layout().placements().keySet();
            module.archive().stream()
                    .filter(archive -> taken.contains(archive.evidence().file()))
                    .flatMap(archive -> archive.manifest().values().stream())
                    .map(setting -> setting.evidence().file())
                    .filter(file -> tree.has(file) && !kept.contains(file))
                    .filter(taken::add)
                    .forEach(file -> steps.add(new Step.Retire(file, "its attributes are in " + target.descriptor())));
        }
    }

    private void grammars(List<GrammarFiles.Grammar> grammars) {
        for (GrammarFiles.Grammar grammar : grammars) {
            SourceModule owner = project.module(grammar);
            if (taken.add(grammar.path())) {
                steps.add(new Step.Move(grammar.path(), owner.path(grammar.goal()), "sources are generated from it"));
            }
            grammar.included().forEach((path, goal) -> {
                if (taken.add(path))
                    steps.add(new Step.Move(path, owner.path(goal), "included by " + Paths.name(grammar.path())));
            });
            for (String path : grammar.generated()) {
                if (taken.add(path)) steps.add(new Step.Retire(path, "generated from " + Paths.name(grammar.path())));
            }
        }
        Set<String> known = new HashSet<>();
        grammars.forEach(grammar -> known.add(grammar.evidence().place()));
        for (Wiring wiring : reading.wirings()) {
            for (Wiring.Generator generator : wiring.generators()) {
                if (known.contains(generator.evidence().place())) continue;
                leftForYou.add(Finding.trouble(
                        generator.tool(),
                        GrammarFiles.isUnwritten(reading, generator)
                                ? "generates sources in the old build that are not in the project; the new build"
                                        + " does not generate them"
                                : "generates sources in the old build; they are kept as they are",
                        generator.evidence()));
            }
        }
    }

    private void placements() {
        Map<String, List<Placement>> notCopied = project.layout()
                .files(Role.LEFT)
                .filter(placement -> !taken.contains(placement.path()))
                .collect(Collectors.groupingBy(Placement::why, LinkedHashMap::new, Collectors.toList()));
        notCopied.forEach((why, files) -> leftForYou.add(Finding.trouble(
                files.size() == 1 ? files.get(0).path() : files.size() + " files beside sources",
                "left in place: " + why,
                files.stream()
                        .limit(MOST_SHOWN)
                        .map(placement -> Evidence.of(placement.path(), ""))
                        .toArray(Evidence[]::new))));
        for (Placement placement : project.layout().placements().values()) {
            if (!taken.add(placement.path())) continue;
            if (placement.role() == Role.OUTPUT) output(placement);
            else if (placement.role() != Role.LEFT) move(placement);
        }
    }

    private void move(Placement placement) {
        Role role = placement.role();
        // without a web or enterprise archive, what would go into it stays where it is
        if (role == Role.WEB && !decisions.build().makes(Packaging.WAR)
                || role == Role.APPLICATION && !decisions.build().makes(Packaging.EAR)) return;
        String to = project.owner(placement.path()).orElseThrow().path(placement);
        if (to.equals(placement.path())) return;
        String reason = placement.why().isEmpty() ? "a " + role.noun() : placement.why();
        Step.Edit edit = decisions.fixes().edits().get(placement.path());
        steps.add(edit == null ? new Step.Move(placement.path(), to, reason) : edit.movedTo(to));
    }

    /** Build output leaves the tree, as far as it can be built again. */
    private void output(Placement placement) {
        String path = placement.path();
        if (isHandedOn(path)) return;
        boolean built = path.endsWith(".class")
                || copyOfResource(placement)
                || writtenByProcessors(path)
                // a source among others that is known to be built
                || reading.languages().isSource(path) && placement.folder().role() != Role.OUTPUT;
        if (built) steps.add(new Step.Retire(path, "build output; built again by the build tool"));
        else {
            leftForYou.add(Finding.trouble(
                    path,
                    "is the only copy; left in place although it is build output",
                    placement.folder().firstEvidence()));
        }
    }

    /** Whether a distribution takes a file from where no compiler writes it. */
    private boolean isHandedOn(String path) {
        return reading.wirings().stream()
                .filter(wiring -> wiring.outputs().stream().noneMatch(output -> Paths.within(output.value(), path)))
                .flatMap(wiring -> wiring.distributions().stream())
                .anyMatch(archive -> archive.entry(path).isPresent());
    }

    private boolean writtenByProcessors(String path) {
        return reading.languages().isSource(path)
                && reading.wirings().stream()
                        .flatMap(wiring -> wiring.compilations().stream())
                        .flatMap(call -> call.generatedSources().stream())
                        .anyMatch(folder -> Paths.within(folder.value(), path));
    }

    private boolean copyOfResource(Placement placement) {
        return project.layout().placements().values().stream()
                .filter(other -> other.role() == Role.MAIN_RESOURCES || other.role() == Role.TEST_RESOURCES)
                .filter(other -> other.relative().equals(placement.relative()))
                .anyMatch(other -> sameBytes(other.path(), placement.path()));
    }

    private boolean sameBytes(String one, String other) {
        try {
            return Hashing.sha256(tree.onDisk(one)).equals(Hashing.sha256(tree.onDisk(other)));
        } catch (IOException e) {
            return false;
        }
    }
}
