package dev.pfeiler.ecosystem.dotnet.step;

import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.dotnet.decision.DotnetDecisions;
import dev.pfeiler.ecosystem.dotnet.decision.GeneratedAttributes;
import dev.pfeiler.ecosystem.dotnet.project.Compilation;
import dev.pfeiler.ecosystem.dotnet.project.DotnetProject;
import dev.pfeiler.ecosystem.dotnet.project.PackageLists;
import dev.pfeiler.ecosystem.dotnet.solution.SolutionFile;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** What changes in a tree of C# projects. */
public final class DotnetSteps {
    private final DotnetProject project;
    private final ProjectTree tree;
    private final DotnetDecisions decisions;
    private final Map<String, Step> steps = new LinkedHashMap<>();
    private final List<Finding> left = new ArrayList<>();
    private String solution = "";

    public DotnetSteps(DotnetProject project, DotnetDecisions decisions) {
        this.project = project;
        this.tree = project.tree();
        this.decisions = decisions;
        for (DotnetDecisions.Planned one : decisions.projects()) project(one);
        decisions.shared().forEach((path, text) -> put(new Step.Write(path, text, "shared by several projects")));
        sources();
        lists();
        imports();
        solutions();
        project.texts().tools().forEach(this::tools);
        for (String script : project.scripts())
            left.add(Finding.trouble(script, "still calls the compiler itself; dotnet build takes its place"));
    }

    /** Scripts call the SDK; what runs elsewhere may not have one, and is listed. */
    private void tools(String path, List<Evidence> lines) {
        List<Evidence> open = new ArrayList<>(lines);
        if (ScriptKind.ofPath(path).isPresent()) {
            EditableText text = EditableText.require(tree, path);
            String changed = BuildCalls.of(text.content());
            if (!changed.equals(text.content())) put(text.edit(changed, "calls the SDK"));
            open.removeIf(line -> !BuildCalls.of(line.excerpt()).equals(line.excerpt()));
        }
        if (!open.isEmpty())
            left.add(Finding.trouble(
                    path,
                    "calls a build tool of the time before SDKs; dotnet build takes its place",
                    open.toArray(Evidence[]::new)));
    }

    public List<Step> steps() {
        return List.copyOf(steps.values());
    }

    /** What the steps leave for the user. */
    public List<Finding> left() {
        return List.copyOf(left);
    }

    /** The solution that lists all projects. */
    public String solution() {
        return solution;
    }

    private void put(Step step) {
        steps.putIfAbsent(step.path(), step);
    }

    private void project(DotnetDecisions.Planned one) {
        String path = one.project().path();
        if (one.old().descriptor().isEmpty()) {
            put(new Step.Write(path, one.project().text(), "the build descriptor"));
            return;
        }
        EditableText text = EditableText.require(tree, path);
        put(text.edit(one.project().text().replace("\n", text.lineEnd()), "for an SDK"));
    }

    private void sources() {
        for (DotnetDecisions.Planned one : decisions.projects())
            one.removed().forEach((path, attributes) -> {
                EditableText text = EditableText.require(tree, path);
                String changed = GeneratedAttributes.without(text.content(), attributes);
                if (!changed.equals(text.content()))
                    put(text.edit(changed, "the project file states these attributes"));
            });
    }

    /** Lists of packages, and the folders that these were restored to, which nothing else uses. */
    private void lists() {
        Set<String> used = new TreeSet<>();
        Set<String> restored = new TreeSet<>();
        for (Compilation one : project.compilations()) {
            one.references().libraries().forEach(library -> used.add(library.path()));
            if (one.descriptor().isEmpty()) continue;
            for (String list : PackageLists.files(
                    tree, one.folder(), Paths.stem(one.descriptor().get())))
                put(new Step.Retire(list, "its packages are in the project file"));
            one.references().packages().values().forEach(each -> restored.add(each.id() + "." + each.version()));
        }
        if (project.keepsPackages()) return;
        for (TreeFile file : tree.files()) {
            String path = file.path();
            int at = ("/" + path).indexOf("/packages/");
            if (at < 0 || used.contains(path)) continue;
            String rest = path.substring(at + "packages/".length());
            String first = Paths.first(rest);
            boolean listed = restored.stream().anyMatch(first::equalsIgnoreCase)
                    || PackageLists.isRestored(path)
                    || rest.equals("repositories.config");
            if (listed) put(new Step.Retire(path, "packages are restored when they are needed"));
        }
    }

    /** Shared files of old project files, which an SDK's have no use for. */
    private void imports() {
        for (String path : project.imported()) {
            if (Paths.name(path).startsWith("Directory.")) continue;
            boolean used = project.compilations().stream()
                    .anyMatch(one -> one.extras().imports().contains(path));
            if (!used) put(new Step.Retire(path, "what it set is in the project files"));
        }
    }

    private void solutions() {
        Set<String> all = new LinkedHashSet<>();
        decisions.projects().forEach(one -> all.add(one.project().path()));
        all.addAll(project.managed());
        String main = "";
        Map<String, Set<String>> listed = project.solutions();
        for (Map.Entry<String, Set<String>> one : listed.entrySet())
            if (one.getValue().containsAll(all)) main = one.getKey();
        if (main.isEmpty() && listed.size() == 1)
            main = listed.keySet().iterator().next();
        for (String path : listed.keySet())
            if (main.isEmpty() && Paths.parent(path).equals(project.top())) main = path;
        for (String path : listed.keySet()) solution(path, all, path.equals(main));
        if (main.isEmpty() && !all.isEmpty()) {
            String folder = project.top().isEmpty() ? tree.name() : Paths.name(project.top());
            String name = all.size() == 1 ? Paths.stem(all.iterator().next()) : folder;
            main = Paths.join(project.top(), name + ".sln");
            if (!tree.has(main))
                put(new Step.Write(main, SolutionFile.of(main, all), "lists all projects, to build them together"));
        }
        solution = main;
    }

    /**
     * Brings one solution up to date.
     *
     * @param all the projects that there are
     * @param main whether it has to list all of them
     */
    private void solution(String path, Set<String> all, boolean main) {
        Set<String> listed = project.solutions().get(path);
        // one about other projects is data, or somebody else's
        if (!main && listed.stream().noneMatch(all::contains)) return;
        Set<String> gone = new TreeSet<>();
        for (String one : listed) if (!tree.has(one) && !all.contains(one) && one.endsWith("proj")) gone.add(one);
        Set<String> more = new LinkedHashSet<>(main ? all : Set.of());
        more.removeAll(listed);
        gone.forEach(one -> left.add(Finding.trouble(path, "listed " + one + ", which is not there; it is taken out")));
        if (gone.isEmpty() && more.isEmpty()) return;
        EditableText text = EditableText.require(tree, path);
        put(text.edit(new SolutionFile(path, text.content()).changed(gone, more), "lists the projects that there are"));
    }
}
