package dev.pfeiler.ecosystem.go.step;

import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.go.decision.GoDecisions;
import dev.pfeiler.ecosystem.go.decision.ImportNames;
import dev.pfeiler.ecosystem.go.module.ModuleFile;
import dev.pfeiler.ecosystem.go.module.ModulePath;
import dev.pfeiler.ecosystem.go.project.GoProject;
import dev.pfeiler.ecosystem.go.project.OwnModule;
import dev.pfeiler.ecosystem.go.source.GoSource;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.facts.ContainerFile;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What changes in the tree of a Go project. */
public final class GoSteps {
    private static final String LOCK = "go.sum";

    private final GoProject project;
    private final GoDecisions decisions;
    private final Map<String, Step> steps = new LinkedHashMap<>();
    private final List<Finding> left = new ArrayList<>();
    private final ImportNames names;

    public GoSteps(GoProject project, GoDecisions decisions) {
        this.project = project;
        this.decisions = decisions;
        this.names = new ImportNames(project, decisions);
    }

    /** What the steps leave for the user; to be asked after them. */
    public List<Finding> left() {
        return List.copyOf(left);
    }

    public List<Step> steps() {
        List<Step> written = new ArrayList<>();
        for (GoDecisions.Module module : decisions.modules()) {
            written.add(new Step.Write(
                    Paths.join(module.goal(), ModuleFile.NAME), module.file().text(), "the build descriptor"));
            if (!module.lock().isEmpty())
                written.add(new Step.Write(
                        Paths.join(module.goal(), LOCK), module.lock(), "hashes of the published modules"));
            copies(module, written);
            move(module);
            project.pinned(module.own())
                    .files()
                    .forEach(file -> put(new Step.Retire(file, "its versions are in " + ModuleFile.NAME)));
        }
        if (decisions.modules().size() > 1) written.add(together());
        workspace();
        for (GoDecisions.Module module : decisions.modules()) imports(module);
        commands();
        List<Step> all = new ArrayList<>(written);
        all.addAll(steps.values());
        return all;
    }

    /** The file by which commands at the top find several modules. Source: the Go modules reference, workspaces. */
    private Step together() {
        String root = project.workspace().orElse("");
        StringBuilder text = new StringBuilder("go 1.18\n\nuse (\n");
        decisions.modules().stream()
                .map(module -> Paths.relative(root, module.goal()))
                .sorted()
                .forEach(folder -> text.append("\t./").append(folder).append('\n'));
        return new Step.Write(
                Paths.join(root, "go.work"), text.append(")\n").toString(), "makes one build of the modules");
    }

    private void put(Step step) {
        steps.putIfAbsent(step.path(), step);
    }

    /** Copied packages leave the tree, or go where they replace published ones. */
    private void copies(GoDecisions.Module module, List<Step> written) {
        Map<String, String> copies = project.copies(module.own());
        module.kept().forEach((path, goal) -> {
            copies.forEach((imported, folder) -> {
                if (!ModulePath.holds(path, imported)) return;
                String within = Paths.join(goal, Paths.relative(path, imported));
                project.tree()
                        .under(folder)
                        .filter(file -> Paths.parent(file.path()).equals(folder))
                        .forEach(file -> put(new Step.Move(
                                file.path(), Paths.join(within, file.name()), "a changed copy that stays in use")));
            });
            String descriptor = Paths.join(goal, ModuleFile.NAME);
            boolean has = steps.values().stream().anyMatch(step -> step.goal().equals(Optional.of(descriptor)));
            if (!has)
                written.add(new Step.Write(
                        descriptor, "module " + path + "\n\ngo 1.12\n", "makes a module of the copied packages"));
        });
        String vendor = Paths.join(module.own().folder(), GoProject.VENDOR);
        project.tree()
                .under(vendor)
                .forEach(file -> put(new Step.Retire(file.path(), "replaced by a required module")));
    }

    private void move(GoDecisions.Module module) {
        OwnModule own = module.own();
        if (module.goal().equals(own.folder())) return;
        project.tree()
                .under(own.folder())
                .filter(file -> project.holds(own, Paths.parent(file.path())))
                .filter(file -> project.own().stream()
                        .noneMatch(other -> other != own
                                && other.folder().length() > own.folder().length()
                                && Paths.within(other.folder(), file.path())))
                .forEach(file -> put(new Step.Move(
                        file.path(),
                        Paths.join(module.goal(), Paths.relative(own.folder(), file.path())),
                        "out of the workspace")));
    }

    /** Imports, and comments with a package's own path, as they are from now on. */
    private void imports(GoDecisions.Module module) {
        for (GoSource source : project.sourcesOf(module.own())) {
            StringBuilder text = new StringBuilder(source.text());
            List<Replacement> replacements = new ArrayList<>();
            for (GoSource.Import one : source.imports()) {
                Optional<String> now = names.of(source, one);
                if (now.isEmpty())
                    left.add(Finding.trouble(
                            source.path(), "imports a folder that is no package of the project", one.evidence()));
                else replacements.add(new Replacement(one.start(), one.end(), now.get()));
            }
            source.canonical()
                    .ifPresent(one -> replacements.add(new Replacement(one.start(), one.end(), names.of(one.path()))));
            replacements.sort(Comparator.comparingInt(Replacement::start).reversed());
            replacements.forEach(one -> text.replace(one.start(), one.end(), one.text()));
            edit(source.path(), text.toString(), "imports follow the module's path");
        }
    }

    private record Replacement(int start, int end, String text) {}

    /** Changes a file's text, where it goes to another place, too. */
    private void edit(String path, String changed, String reason) {
        Step before = steps.get(path);
        Optional<EditableText> text = before instanceof Step.Retire ? Optional.empty() : editable(path);
        if (text.isEmpty() || changed.equals(text.get().content())) return;
        Step.Edit edit = text.get().edit(changed, reason);
        steps.put(path, before instanceof Step.Move move ? edit.movedTo(move.to()) : edit);
    }

    /** What else lies below a workspace's folder of sources: repositories of others. */
    private void workspace() {
        project.workspace().ifPresent(root -> project.tree()
                .under(Paths.join(root, "src"))
                .filter(file -> project.own().stream().noneMatch(own -> project.holds(own, Paths.parent(file.path()))))
                .forEach(file -> put(new Step.Retire(file.path(), "replaced by a required module"))));
    }

    private void commands() {
        for (String path : project.commands().files()) {
            Step before = steps.get(path);
            if (before instanceof Step.Retire) continue;
            Optional<EditableText> text = editable(path);
            if (text.isEmpty()) continue;
            String into = decisions.modules().size() == 1
                    ? into(path, decisions.modules().get(0))
                    : "";
            boolean data = path.endsWith(".yml") || path.endsWith(".yaml");
            String changed =
                    data ? text.get().content() : ScriptEdit.of(text.get().content(), into, names::of);
            if (ContainerFile.isOne(path))
                for (GoDecisions.Module module : decisions.modules())
                    changed = ScriptEdit.placed(
                            changed,
                            module.file().path(),
                            ModulePath.name(module.file().path()));
            edit(path, changed, "modules need no workspace");
            leave(path, changed);
        }
    }

    /** Where a script above the module has to call the go command from now on; empty if it is right where it is. */
    private static String into(String script, GoDecisions.Module module) {
        String own = module.own().folder();
        String folder = Paths.parent(script);
        boolean inside = !own.isEmpty() && Paths.within(own, script);
        // a script beside the module is about something else
        if (inside || !Paths.within(folder, module.goal()) || folder.equals(module.goal())) return "";
        return Paths.relative(folder, module.goal());
    }

    private void leave(String path, String text) {
        Set<Evidence> places = new LinkedHashSet<>();
        for (String name : List.of("GOPATH", "GO111MODULE", "/src/"))
            for (int at = text.indexOf(name); at >= 0; at = text.indexOf(name, at + 1))
                places.add(Evidence.at(path, text, at));
        if (!places.isEmpty())
            left.add(Finding.trouble(path, "still names the workspace", places.toArray(Evidence[]::new)));
    }

    private Optional<EditableText> editable(String path) {
        try {
            return EditableText.of(project.tree(), path);
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** Programs that the go command writes beside the descriptor, for version control. */
    public List<String> ignored() {
        Set<String> ignored = new LinkedHashSet<>();
        for (GoDecisions.Module module : decisions.modules())
            for (String folder : project.programs(module.own()).keySet()) {
                boolean top = folder.equals(module.own().folder());
                String name = top ? ModulePath.name(module.file().path()) : Paths.name(folder);
                String path = Paths.join(module.own().folder(), name);
                boolean taken = project.tree().has(path)
                        || project.tree().folders().contains(path)
                        || project.tree()
                                .under(module.own().folder())
                                .map(TreeFile::name)
                                .anyMatch(name::equals);
                if (!taken) ignored.add("/" + Paths.join(module.goal(), name));
            }
        project.commands().outputs().stream()
                .filter(path ->
                        !project.tree().has(path) && !project.tree().folders().contains(path))
                .filter(path -> steps.values().stream()
                        .flatMap(step -> step.goal().stream())
                        .noneMatch(goal -> Paths.within(path, goal)))
                .forEach(path -> ignored.add("/" + path));
        return List.copyOf(ignored);
    }
}
