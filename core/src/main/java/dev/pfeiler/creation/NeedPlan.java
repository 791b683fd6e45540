package dev.pfeiler.creation;

import dev.pfeiler.conversion.IgnoreFile;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.fresh.Blueprint;
import dev.pfeiler.fresh.Catalogue;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.fresh.Need.Serving;
import dev.pfeiler.fresh.NeedChange;
import dev.pfeiler.fresh.Needs;
import dev.pfeiler.fresh.Sources;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Works out what a managed project gets for a need: dependencies, settings and sources. */
public final class NeedPlan {
    private final Ecosystem ecosystem;
    private final Creator creator;
    private final Environment environment;
    private final Needs needs;
    private final Sources sources;

    public NeedPlan(Ecosystem ecosystem, Catalogue catalogue, Environment environment) {
        this.ecosystem = ecosystem;
        this.creator = ecosystem
                .creator()
                .orElseThrow(() -> Refusal.notPossible(
                        "Pfeiler has no needs for " + ecosystem.title() + ".", "Declare a library by its name."));
        this.needs = catalogue.needs();
        this.sources = catalogue.sources();
        this.environment = environment;
    }

    /** What serves needs in a managed project of whatever kind: all that it brings is declared. */
    private Map<String, String> declared(ManagedBuild build, String language) {
        Map<String, String> declared = new HashMap<>();
        for (Need need : needs.all())
            need.serving().stream()
                    .filter(one -> one.fit().languages().contains(language))
                    .filter(one -> !one.artifacts().isEmpty())
                    .filter(one -> one.artifacts().stream().allMatch(artifact -> build.declaration(
                                    creator.notation(artifact.notation()).name())
                            .isPresent()))
                    .findFirst()
                    .ifPresent(one -> declared.put(need.id(), one.id()));
        return declared;
    }

    /**
     * @param choice what is to serve it; empty for the usual one
     * @param shown whether with sources that only show how it is used
     */
    public NeedChange of(ProjectTree tree, Need need, Optional<String> choice, boolean shown) {
        String language = language(tree);
        Target tool = managing(tree);
        String target = tool.id();
        ManagedBuild build = tool.read(tree, environment).orElseThrow();
        if (!build.modules().isEmpty())
            throw Refusal.notPossible(
                    build.descriptor() + " builds several modules: " + String.join(", ", build.modules()) + ".",
                    "Pass the directory of one of them.");
        Kind kind = creator.kind(tree);
        List<Serving> fitting = need.fitting(language, kind, target, declared(build, language)).stream()
                .filter(one -> !one.fit().freshOnly())
                .toList();
        Serving serving = fitting.stream()
                .filter(one -> choice.isEmpty() || choice.get().equals(one.id()))
                .findFirst()
                .orElseThrow(() -> Refusal.usage(
                        choice.map(id -> "\"" + id + "\" is not a provider for the need ")
                                        .orElse("No provider for the need ")
                                + need.id() + " in a " + kind.id() + " in " + language + ".",
                        fitting.isEmpty()
                                ? "See pfeiler new --needs " + need.id() + "."
                                : "Choose one of: "
                                        + String.join(
                                                ", ",
                                                fitting.stream()
                                                        .map(Serving::id)
                                                        .distinct()
                                                        .toList())
                                        + "."));
        Creator.Session session = creator.session(target, new Deliberation(Choices.NONE), environment);
        Creator.Level level = build.setting(ManagedBuild.LEVEL)
                .filter(stated -> creator.isLevel(language, stated))
                .map(stated -> new Creator.Level(stated, "stated"))
                .orElseGet(() -> session.level(language));
        Blueprint blueprint =
                new Blueprint(kind, language, target, "org.example", tree.name(), "", level.value(), List.of(serving));
        Map<String, Object> values = new HashMap<>(session.values(blueprint));
        values.putAll(creator.values(tree, language));
        List<Step> steps = new ArrayList<>();
        List<String> declared = new ArrayList<>();
        List<ManagedBuild.Request> requests = new ArrayList<>();
        for (Need.Artifact artifact : serving.artifacts(blueprint.release())) {
            ManagedBuild.Request request = request(build, artifact, serving.bom(blueprint.release()));
            requests.add(request);
            declared.add(creator.text(request.notation()) + " (" + artifact.scope() + ")");
        }
        if (!requests.isEmpty()) steps.add(build.declaring(requests, "declares " + serving.title()));
        sources.serving(blueprint, values, shown).forEach((path, content) -> {
            if (tree.has(path))
                throw Refusal.notPossible(
                        path + " already exists.", "Rename it, or declare the library alone with pfeiler add.");
            steps.add(new Step.Write(path, content, "shows how " + serving.title() + " is used"));
        });
        IgnoreFile.covering(tree, serving.contribution().ignored(), "the program writes it")
                .ifPresent(steps::add);
        if (steps.isEmpty())
            throw Refusal.notPossible(
                    "Nothing has to be declared for " + serving.title() + " (" + serving.choice() + ").",
                    shown ? "Use it." : "Pass --example for a source that shows how it is used.");
        return new NeedChange(serving, steps, declared);
    }

    private String language(ProjectTree tree) {
        Map<String, Long> counts = new HashMap<>();
        for (TreeFile file : tree.files())
            creator.languages().stream()
                    .filter(language -> creator.isSource(language.id(), file.path()))
                    .forEach(language -> counts.merge(language.id(), 1L, Long::sum));
        return counts.entrySet().stream()
                .max(Map.Entry.<String, Long>comparingByValue().thenComparing(Map.Entry.comparingByKey()))
                .map(Map.Entry::getKey)
                .orElseThrow(() -> Refusal.notPossible(
                        "The project has no source in a known language.", "Declare a library by its name."));
    }

    private Target managing(ProjectTree tree) {
        return ecosystem.parts(tree).stream()
                .filter(part -> part.folder().isEmpty())
                .flatMap(part -> part.managed().stream())
                .flatMap(managed -> managed.target().stream())
                .findFirst()
                .orElseThrow();
    }

    /**
     * What is declared for an artifact, without a version where the descriptors manage it.
     *
     * @param bom the bill of materials whose version an artifact without one has
     */
    private ManagedBuild.Request request(ManagedBuild build, Need.Artifact artifact, Optional<Need.Artifact> bom) {
        PackageNotation notation = creator.notation(artifact.notation());
        build.declaration(notation.name()).ifPresent(one -> {
            throw Refusal.notPossible(
                    notation.name() + " is already declared in " + build.descriptor() + ".",
                    "There is nothing to add.");
        });
        if (build.managedVersions().containsKey(notation.name()))
            return new ManagedBuild.Request(notation.withVersion(""), artifact.scope());
        String version = notation.version().isEmpty()
                ? bom.map(one -> creator.notation(one.notation()).version()).orElse("")
                : notation.version();
        return new ManagedBuild.Request(notation.withVersion(version), artifact.scope());
    }

    /** Carries a change out. */
    public static void write(ProjectTree tree, NeedChange change) {
        try {
            for (Step step : change.steps()) {
                Path path = tree.root().resolve(step.path());
                if (step instanceof Step.Edit edit) Trees.replace(path, edit.bytes());
                if (step instanceof Step.Write write) {
                    Files.createDirectories(tree.root().resolve(Paths.parent(step.path())));
                    Files.writeString(path, write.content(), java.nio.file.StandardOpenOption.CREATE_NEW);
                }
            }
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot write into " + tree.root() + ": " + e, "Check its permissions.", e);
        }
    }
}
