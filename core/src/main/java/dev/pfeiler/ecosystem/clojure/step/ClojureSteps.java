package dev.pfeiler.ecosystem.clojure.step;

import dev.pfeiler.artifact.repository.ProjectRepository;
import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.clojure.decision.ClojureDecisions;
import dev.pfeiler.ecosystem.clojure.descriptor.ClojureTool;
import dev.pfeiler.ecosystem.clojure.project.ClojureCall;
import dev.pfeiler.ecosystem.clojure.project.ClojureProject;
import dev.pfeiler.ecosystem.clojure.project.PageBuild;
import dev.pfeiler.ecosystem.clojure.source.ClojureSource;
import dev.pfeiler.ecosystem.clojure.source.FormText;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** What changes in the tree of a project. */
public final class ClojureSteps {
    private final ClojureProject project;
    private final ProjectTree tree;
    private final ClojureDecisions decisions;
    private final ClojureTool tool;
    private final Map<String, Step> steps = new LinkedHashMap<>();
    private final List<Finding> left = new ArrayList<>();

    public ClojureSteps(ClojureProject project, ClojureDecisions decisions, ClojureTool tool) {
        this.project = project;
        this.tree = project.tree();
        this.decisions = decisions;
        this.tool = tool;
        put(new Step.Write(tool.descriptor(), tool.write(decisions.build()), "the build descriptor"));
        decisions.written().forEach((path, text) -> put(new Step.Write(path, text, "options of the compiler")));
        for (PageBuild one : decisions.replaced())
            put(new Step.Retire(one.script(), "the compiler's own program takes its place"));
        sources();
        jars();
        scripts();
    }

    public List<Step> steps() {
        return List.copyOf(steps.values());
    }

    /** What the steps leave for the user. */
    public List<Finding> left() {
        return List.copyOf(left);
    }

    private void put(Step step) {
        steps.putIfAbsent(step.path(), step);
    }

    private void sources() {
        for (ClojureSource source : project.sources().values()) {
            if (source.files().isEmpty()) continue;
            EditableText text = EditableText.require(tree, source.path());
            String changed = text.content();
            for (String written : source.files().keySet()) {
                Optional<String> goal = Stream.of(written, Paths.join(Paths.parent(source.path()), written))
                        .flatMap(path -> Paths.normal(path).stream())
                        .flatMap(path -> Optional.ofNullable(decisions.moved().get(path)).stream())
                        .findFirst();
                if (goal.isPresent()) changed = changed.replace(FormText.string(written), FormText.string(goal.get()));
            }
            if (changed.equals(text.content())) continue;
            String to = decisions.moved().getOrDefault(source.path(), source.path());
            put(text.edit(
                    to, changed, Step.Change.between(text.content(), changed), "loads files from where they are now"));
        }
        decisions.moved().forEach((from, to) -> put(new Step.Move(from, to, reason(from))));
    }

    private String reason(String from) {
        if (project.java().containsKey(from)) return "Java sources have a folder of their own";
        ClojureSource source = project.sources().get(from);
        return source != null && source.namespace().isPresent()
                ? "where " + source.name() + " is looked for"
                : "stays beside the sources that find it there";
    }

    private void jars() {
        for (String jar : decisions.retired()) put(new Step.Retire(jar, "the build tool fetches it"));
        if (tool.takesJarsInPlace()) return;
        decisions.kept().forEach((jar, coordinates) -> {
            put(new Step.Move(
                    jar.path(), ProjectRepository.jar(coordinates), "no repository has it; the project's own does"));
            ProjectRepository.besides(coordinates, jar.sha1())
                    .forEach((path, content) -> put(new Step.Write(path, content, "describes the jar beside it")));
        });
    }

    /** Scripts ask the tool for the class path, and otherwise start what they have started. */
    private void scripts() {
        String command = tool.classPath(decisions.build());
        Map<String, Evidence> calls = new LinkedHashMap<>();
        for (ClojureCall call : project.calls()) calls.putIfAbsent(call.script(), call.evidence());
        for (ClojureCall call : project.calls())
            if (call.main().equals(ClojureCall.COMPILER))
                left.add(Finding.trouble(
                        call.script(), "compiles namespaces itself; the build tool does that now", call.evidence()));
        calls.forEach((path, evidence) -> {
            Optional<ScriptKind> kind = tree.file(path).flatMap(file -> ScriptKind.of(tree, file));
            if (kind.isEmpty()) return;
            if (kind.get() == ScriptKind.BATCH) {
                left.add(Finding.trouble(
                        path, "starts Java with the old class path; " + command + " prints the new one", evidence));
                return;
            }
            EditableText text = EditableText.require(tree, path);
            String changed = followed(path, ScriptClassPath.of(kind.get(), text.content(), command));
            if (changed.equals(text.content()))
                left.add(Finding.trouble(
                        path, "starts Java with the old class path; " + command + " prints the new one", evidence));
            else put(text.edit(changed, "the class path is the build tool's"));
        });
    }

    /** A script with the sources that its calls name where they are from now on. */
    private String followed(String script, String content) {
        String changed = content;
        for (ClojureCall call : project.calls()) {
            if (!call.script().equals(script)) continue;
            for (String path : Stream.concat(call.action().loaded().stream(), call.action().source().stream())
                    .toList()) {
                String goal = decisions.moved().get(path);
                if (goal == null) continue;
                String word = Pattern.quote(Paths.from(call.folder(), path));
                changed = changed.replaceAll(
                        "(?<![\\w./-])" + word + "(?![\\w./-])",
                        Matcher.quoteReplacement(Paths.from(call.folder(), goal)));
            }
        }
        for (PageBuild one : decisions.replaced())
            changed = changed.replaceAll(
                    "(?<=clojure\\.main\\s)\\s*(?:\\./)?" + Pattern.quote(one.script()) + "(?![\\w./-])",
                    Matcher.quoteReplacement(compiling(one)));
        return changed;
    }

    /** The call of the compiler that takes the place of a source that only called it. */
    private String compiling(PageBuild replaced) {
        String file = ClojureDecisions.options(replaced);
        return decisions.build().pages().stream()
                .filter(page -> page.options().equals(file))
                .findFirst()
                .map(page -> String.join(" ", page.arguments()))
                .orElseThrow();
    }
}
