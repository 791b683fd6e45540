package dev.pfeiler.ecosystem.node.step;

import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.ecosystem.node.decision.NodeDecisions.Settled;
import dev.pfeiler.ecosystem.node.descriptor.PackageDescriptor;
import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.model.CompilerConfig;
import dev.pfeiler.ecosystem.node.model.LibraryCopy;
import dev.pfeiler.ecosystem.node.page.BundlePlan;
import dev.pfeiler.ecosystem.node.page.CopyScript;
import dev.pfeiler.ecosystem.node.page.TestPage;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.source.DeclarationFiles;
import dev.pfeiler.ecosystem.node.target.typescript.TypedSources;
import dev.pfeiler.ecosystem.node.wiring.BabelCall;
import dev.pfeiler.ecosystem.node.wiring.CallScript;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The steps that decisions lead to, and what version control ignores afterwards. */
public final class NodeSteps {

    private static final Pattern OUTPUT =
            Pattern.compile("(\"(?:outDir|outFile|declarationDir)\"\\s*:\\s*\")([^\"]+)\"");

    private final NodeProject project;
    private final Settled settled;
    private final Surroundings around;

    public NodeSteps(NodeProject project, Settled settled, Surroundings around) {
        this.around = around;
        this.project = project;
        this.settled = settled;
    }

    public List<Step> steps() {
        List<Step> steps = new ArrayList<>();
        steps.add(new Step.Write(
                PackageDescriptor.NAME, PackageDescriptor.text(settled.build()), "the build descriptor"));
        for (CompilerConfig config : settled.build().configs())
            steps.add(new Step.Write(config.path(), config.text(), "the compiler's settings"));
        configured(steps);
        if (!settled.copyScript().isEmpty())
            steps.add(new Step.Write(
                    settled.copyScript(), CopyScript.text(settled.build().copies()), "copies libraries for the pages"));
        if (!settled.testProgram().isEmpty())
            steps.add(new Step.Write(settled.testProgram(), TestPage.program(), "opens the page that runs the tests"));
        settled.bundle().ifPresent(plan -> bundle(plan, steps));
        settled.typed().ifPresent(typed -> typed(typed, steps));
        settled.libraries().forEach(path -> steps.add(new Step.Retire(path, "replaced by a package")));
        settled.taken()
                .forEach(path -> steps.add(new Step.Retire(path, "its commands are in " + PackageDescriptor.NAME)));
        outputs().forEach(path -> steps.add(new Step.Retire(path, "build output; built again by the build tool")));
        delivered().stream()
                .filter(around::has)
                .forEach(path -> steps.add(new Step.Retire(path, "build output; built again by the build tool")));
        return steps;
    }

    /** Configuration files of the compiler that name places outside the part, which are elsewhere now. */
    private void configured(List<Step> steps) {
        for (TreeFile file : project.tree().files()) {
            if (!CompilerConfig.isName(file.name()) || file.link()) continue;
            String folder = Paths.parent(file.path());
            try {
                String text = project.tree().text(file.path()).content();
                String moved = OUTPUT.matcher(text).replaceAll(found -> {
                    String path = Paths.resolved(Paths.join(folder, found.group(2)));
                    if (!Paths.isOutside(path)) return Matcher.quoteReplacement(found.group());
                    String up = folder.isEmpty() ? "" : Paths.from(folder, "");
                    return Matcher.quoteReplacement(found.group(1) + up + around.moved(path) + "\"");
                });
                edit(file.path(), moved, "names where the server's files are now")
                        .ifPresent(steps::add);
            } catch (IOException e) {
                throw Refusal.inputOutput("Cannot read " + file.path() + ": " + e, "Check its permissions.", e);
            }
        }
    }

    private void bundle(BundlePlan plan, List<Step> steps) {
        plan.entries().forEach((path, text) -> steps.add(new Step.Write(path, text, "the entry module of a bundle")));
        plan.pages()
                .forEach((path, text) -> edit(path, text, "loads the bundle").ifPresent(steps::add));
        plan.scripts().forEach((path, text) -> {
            boolean typed =
                    settled.typed().filter(one -> one.paths().containsKey(path)).isPresent();
            if (!typed) edit(path, text, "gives its names to others").ifPresent(steps::add);
        });
    }

    private void typed(TypedSources typed, List<Step> steps) {
        typed.added().forEach((path, text) -> steps.add(new Step.Write(path, text, "declares what has no types")));
        for (String path : new TreeMap<>(typed.paths()).keySet()) {
            String to = typed.paths().get(path);
            EditableText before = EditableText.require(project.tree(), path);
            String content = typed.texts().get(to);
            steps.add(
                    content.equals(before.content())
                            ? new Step.Move(path, to, "becomes TypeScript")
                            : before.edit(
                                    to, content, Step.Change.between(before.content(), content), "becomes TypeScript"));
        }
    }

    private Optional<Step> edit(String path, String content, String reason) {
        EditableText before = EditableText.require(project.tree(), path);
        return before.content().equals(content) ? Optional.empty() : Optional.of(before.edit(content, reason));
    }

    /** What compilers write, where the tree has it already. */
    private Set<String> outputs() {
        Set<String> outputs = new LinkedHashSet<>();
        project.callsOf("babel").stream()
                .flatMap(call -> BabelCall.of(call).stream())
                .flatMap(babel -> babel.written(project.tree()).entrySet().stream())
                .filter(each -> !each.getKey().equals(each.getValue()))
                .filter(each -> project.tree().has(each.getKey()))
                .forEach(each -> outputs.add(each.getKey()));
        for (CompilerConfig config : settled.build().configs()) {
            List<String> sources = project.scripts().values().stream()
                    .filter(script -> script.typed() && !script.declarations())
                    .map(script -> script.path())
                    .filter(path -> config.files().isEmpty() || config.files().contains(path))
                    .toList();
            for (String source : sources) {
                String output = config.output(source, sources);
                for (String path : List.of(output, output + ".map", DeclarationFiles.of(output)))
                    if (project.tree().has(path) && !path.equals(source)) outputs.add(path);
            }
        }
        return outputs;
    }

    /** What the old build writes outside the part, by its old paths. */
    private Set<String> delivered() {
        Set<String> delivered = new LinkedHashSet<>();
        for (String output : project.compiled().keySet())
            for (String path : List.of(output, output + ".map")) if (Paths.isOutside(path)) delivered.add(path);
        project.calls().stream()
                .filter(CallScript::whole)
                .flatMap(script -> script.calls().stream())
                .flatMap(call -> call.outputs().stream())
                .filter(path -> Paths.isOutside(path) && Paths.name(path).contains("."))
                .forEach(delivered::add);
        return delivered;
    }

    /** Files that the build writes where they were. */
    public Map<String, String> built() {
        Map<String, String> built = new TreeMap<>();
        outputs().forEach(path -> built.put(path, path));
        settled.build().copies().forEach(copy -> copy.files().keySet().forEach(path -> built.put(path, path)));
        return built;
    }

    /** Patterns for version control. */
    public List<String> ignored() {
        Set<String> ignored = new LinkedHashSet<>();
        ignored.add("/" + InstalledPackages.FOLDER + "/");
        Set<String> outputs = outputs();
        for (CompilerConfig config : settled.build().configs()) {
            String folder = config.text("outDir");
            boolean own = !folder.isEmpty()
                    && !folder.equals(".")
                    && !Paths.isOutside(folder)
                    && project.tree().under(folder).allMatch(file -> outputs.contains(file.path()));
            if (own) ignored.add("/" + folder + "/");
        }
        settled.bundle().ifPresent(plan -> ignored.add("/" + plan.output() + "/"));
        settled.typed().ifPresent(typed -> {
            CompilerConfig config = settled.build().configs().get(0);
            if (config.text("outDir").isEmpty() && !config.isSet("noEmit"))
                typed.paths()
                        .values()
                        .forEach(path -> ignored.add(
                                "/" + config.output(path, typed.paths().values())));
        });
        outputs.stream()
                .filter(path -> ignored.stream().noneMatch(pattern -> ("/" + path).startsWith(pattern)))
                .forEach(path -> ignored.add("/" + path));
        delivered().stream()
                .filter(path -> around.has(path) || !path.endsWith(".map"))
                .forEach(path -> ignored.add("/" + around.moved(path)));
        for (LibraryCopy copy : settled.build().copies())
            copy.files().keySet().forEach(path -> ignored.add("/" + path));
        return List.copyOf(ignored);
    }
}
