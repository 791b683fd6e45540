package dev.pfeiler.ecosystem.clojure.descriptor;

import dev.pfeiler.artifact.repository.ProjectRepository;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.clojure.decision.ResolutionRules;
import dev.pfeiler.ecosystem.clojure.model.ClojureBuild;
import dev.pfeiler.ecosystem.clojure.model.Dependency;
import dev.pfeiler.ecosystem.clojure.model.Dependency.Scope;
import dev.pfeiler.ecosystem.clojure.model.PageCompilation;
import dev.pfeiler.ecosystem.clojure.source.FormText;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Leiningen. Source: its sample project file. */
final class LeiningenTool implements ClojureTool {
    static final String DESCRIPTOR = "project.clj";

    @Override
    public String id() {
        return "leiningen";
    }

    @Override
    public String title() {
        return "Leiningen";
    }

    @Override
    public String program() {
        return "lein";
    }

    @Override
    public String descriptor() {
        return DESCRIPTOR;
    }

    @Override
    public ResolutionRules rules() {
        return ResolutionRules.NEAREST;
    }

    @Override
    public boolean takesJarsInPlace() {
        return false;
    }

    @Override
    public boolean makesArchive() {
        return true;
    }

    @Override
    public boolean needsProgram() {
        return true;
    }

    @Override
    public boolean compilesJava() {
        return true;
    }

    @Override
    public String classPath(ClojureBuild build) {
        return "lein classpath";
    }

    @Override
    public String write(ClojureBuild build) {
        Map<String, String> entries = new LinkedHashMap<>();
        ClojureBuild.Texts texts = build.texts();
        if (!texts.description().isEmpty()) entries.put(":description", FormText.string(texts.description()));
        if (!texts.license().isEmpty()) entries.put(":license", "{:name " + FormText.string(texts.license()) + "}");
        entries.put(":dependencies", dependencies(build, Scope.MAIN, "  :dependencies [".length()));
        if (build.hasLocal())
            entries.put(":repositories", "[[\"project\" {:url \"file:" + ProjectRepository.FOLDER + "\"}]]");
        ClojureBuild.Folders folders = build.folders();
        paths(entries, ":source-paths", folders.sources(), List.of("src"));
        paths(entries, ":java-source-paths", folders.java(), List.of());
        paths(entries, ":test-paths", folders.tests(), List.of("test"));
        paths(entries, ":resource-paths", folders.resources(), List.of("resources"));
        build.main().ifPresent(main -> {
            boolean compiled = build.compiled().contains(main);
            entries.put(":main", compiled ? main : "^:skip-aot " + main);
        });
        if (!build.compiled().isEmpty()) entries.put(":aot", "[" + String.join(" ", build.compiled()) + "]");
        if (!build.globals().isEmpty())
            entries.put(
                    ":global-vars",
                    build.globals().entrySet().stream()
                            .map(one -> one.getKey() + " " + one.getValue())
                            .collect(Collectors.joining(" ", "{", "}")));
        if (!build.options().isEmpty()) entries.put(":jvm-opts", strings(build.options()));
        if (!build.pages().isEmpty())
            entries.put(
                    ":aliases",
                    build.pages().stream()
                            .map(page -> FormText.string(page.name()) + " " + strings(task(page)))
                            .collect(Collectors.joining("\n" + " ".repeat("  :aliases {".length()), "{", "}")));
        profiles(build).ifPresent(text -> entries.put(":profiles", text));
        StringBuilder text = new StringBuilder("(defproject ")
                .append(name(build))
                .append(' ')
                .append(FormText.string(build.coordinates().version()));
        entries.forEach(
                (key, value) -> text.append("\n  ").append(key).append(' ').append(value));
        return text.append(")\n").toString();
    }

    private static String name(ClojureBuild build) {
        return new Dependency(build.coordinates(), Scope.MAIN).symbol(true);
    }

    private static List<String> task(PageCompilation page) {
        // it starts a namespace by -m as clojure.main does, or a class
        Stream<String> start = page.file().isEmpty() ? Stream.of("run") : Stream.of("run", "-m", "clojure.main");
        return Stream.concat(start, page.arguments().stream()).toList();
    }

    private static void paths(Map<String, String> entries, String key, List<String> paths, List<String> usual) {
        if (!paths.isEmpty() && !paths.equals(usual)) entries.put(key, strings(paths));
    }

    private static String strings(List<String> words) {
        return words.stream().map(FormText::string).collect(Collectors.joining(" ", "[", "]"));
    }

    private static String dependencies(ClojureBuild build, Scope scope, int column) {
        return build.dependencies(scope)
                .map(LeiningenTool::dependency)
                .collect(Collectors.joining("\n" + " ".repeat(column), "[", "]"));
    }

    private static String dependency(Dependency one) {
        String excluded =
                one.excluded().isEmpty() ? "" : " :exclusions [" + String.join(" ", one.excludedSymbols(true)) + "]";
        String classifier = one.coordinates().classifier().isEmpty()
                ? ""
                : " :classifier " + FormText.string(one.coordinates().classifier());
        return "[" + one.symbol(true) + " " + FormText.string(one.coordinates().version()) + classifier + excluded
                + "]";
    }

    private static Optional<String> profiles(ClojureBuild build) {
        Map<String, String> profiles = new LinkedHashMap<>();
        Map<String, Scope> scopes = new LinkedHashMap<>();
        scopes.put(":provided", Scope.PROVIDED);
        scopes.put(":dev", Scope.TEST);
        scopes.forEach((name, scope) -> {
            if (build.dependencies(scope).findAny().isEmpty()) return;
            String start = "{:dependencies [";
            int column = "  :profiles {".length() + name.length() + 1 + start.length();
            profiles.put(name, "{:dependencies " + dependencies(build, scope, column) + "}");
        });
        if (profiles.isEmpty()) return Optional.empty();
        return Optional.of(profiles.entrySet().stream()
                .map(one -> one.getKey() + " " + one.getValue())
                .collect(Collectors.joining("\n" + " ".repeat("  :profiles {".length()), "{", "}")));
    }

    @Override
    public Optional<ManagedBuild> read(ProjectTree tree) {
        return LeiningenBuild.read(tree);
    }

    @Override
    public List<Proposal.Command> commands(ClojureBuild build) {
        List<Proposal.Command> commands = new ArrayList<>();
        commands.add(new Proposal.Command("build", "lein jar"));
        if (!build.tests().isEmpty()) commands.add(new Proposal.Command("test", "lein test"));
        build.pages().forEach(page -> commands.add(new Proposal.Command("compile the page", "lein " + page.name())));
        if (build.main().isPresent()) commands.add(new Proposal.Command("run it", "lein run"));
        return commands;
    }

    @Override
    public List<String> ignored(ClojureBuild build) {
        return List.of("target/", ".lein-*", ".nrepl-port");
    }
}
