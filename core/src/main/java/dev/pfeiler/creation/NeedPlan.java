package dev.pfeiler.creation;

import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.IgnoreFile;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Part;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.fresh.Blueprint;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.fresh.Need.Serving;
import dev.pfeiler.fresh.NeedChange;
import dev.pfeiler.fresh.Sources;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.WorkFolder;
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
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Works out what a managed project gets for a need: dependencies, settings and sources. */
public final class NeedPlan {
    private final Ecosystem ecosystem;
    private final Creator creator;
    private final Environment environment;
    private final Sources sources;

    public NeedPlan(Ecosystem ecosystem, Sources sources, Environment environment) {
        this.ecosystem = ecosystem;
        this.creator = ecosystem
                .creator()
                .orElseThrow(() -> Refusal.notPossible(
                        "Needs are not known for " + ecosystem.title() + ".", "Declare a library by its name."));
        this.sources = sources;
        this.environment = environment;
    }

    /** @param choice what is to serve it; empty for the usual one */
    public NeedChange of(ProjectTree tree, Need need, Optional<String> choice) {
        String language = language(tree);
        String target = managedBy(tree);
        Kind kind = creator.kind(tree);
        List<Serving> fitting = need.fitting(language, kind, target).stream()
                .filter(one -> !one.freshOnly())
                .toList();
        Serving serving = fitting.stream()
                .filter(one -> choice.isEmpty() || choice.get().equals(one.id()))
                .findFirst()
                .orElseThrow(() -> Refusal.usage(
                        choice.map(id -> "\"" + id + "\" does not serve the need ")
                                        .orElse("Nothing serves the need ")
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
        Deliberation deliberation = new Deliberation(Choices.NONE);
        Creator.Level level = creator.stated(tree, environment)
                .map(text -> new Creator.Level(text, "stated"))
                .orElseGet(() -> creator.level(language, target, deliberation, environment));
        Blueprint blueprint =
                new Blueprint(kind, language, target, "org.example", tree.name(), "", level.value(), List.of(serving));
        Map<String, Object> values = new HashMap<>(creator.values(blueprint, deliberation, environment));
        values.putAll(creator.values(tree, language));
        List<Step> steps = new ArrayList<>();
        List<String> declared = new ArrayList<>();
        declare(tree, serving, blueprint, steps, declared);
        sources.serving(blueprint, values).forEach((path, content) -> {
            if (tree.has(path))
                throw Refusal.notPossible(
                        path + " is there already.", "Rename it, or declare the library alone with pfeiler add.");
            steps.add(new Step.Write(path, content, "shows how " + serving.title() + " is used"));
        });
        IgnoreFile.covering(tree, serving.ignored(), "the program writes it").ifPresent(steps::add);
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

    private String managedBy(ProjectTree tree) {
        String tool = ecosystem.parts(tree).stream()
                .filter(part -> part.folder().isEmpty())
                .flatMap((Part part) -> part.managed().stream())
                .findFirst()
                .orElseThrow()
                .excerpt();
        return ecosystem.targets().stream()
                .filter(target -> target.title().equals(tool) || target.id().equals(tool))
                .findFirst()
                .orElse(ecosystem.targets().get(0))
                .id();
    }

    /** Declares one artifact after the other in a copy of the descriptors. */
    private void declare(
            ProjectTree tree, Serving serving, Blueprint blueprint, List<Step> steps, List<String> declared) {
        try (WorkFolder work = WorkFolder.make("add")) {
            Path scratch = work.path();
            for (TreeFile file : tree.files())
                if (!file.path().contains("/")) Trees.copy(tree.onDisk(file.path()), scratch.resolve(file.path()));
            List<String> edited = new ArrayList<>();
            for (Need.Artifact artifact : serving.artifacts(blueprint.release())) {
                Creator.Declaration declaration =
                        creator.declaring(ProjectTree.read(scratch), artifact, serving.bom(), environment);
                Step.Edit edit = declaration.edit();
                Files.write(scratch.resolve(edit.path()), edit.bytes());
                if (!edited.contains(edit.path())) edited.add(edit.path());
                declared.add(declaration.artifact() + " (" + artifact.scope() + ")");
            }
            edited.sort(Comparator.naturalOrder());
            for (String path : edited) {
                String after = ProjectTree.read(scratch).text(path).content();
                steps.add(EditableText.require(tree, path).edit(after, "declares " + serving.title()));
            }
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot read the descriptors: " + e, "Check their permissions.", e);
        }
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
