package dev.pfeiler.ecosystem.clojure.creation;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.PreferredTarget;
import dev.pfeiler.ecosystem.clojure.decision.UsualReleases;
import dev.pfeiler.ecosystem.clojure.descriptor.ClojureTool;
import dev.pfeiler.ecosystem.clojure.descriptor.ClojureTools;
import dev.pfeiler.ecosystem.clojure.model.ClojureBuild;
import dev.pfeiler.ecosystem.clojure.model.Dependency;
import dev.pfeiler.ecosystem.clojure.model.Dependency.Scope;
import dev.pfeiler.ecosystem.clojure.model.PageCompilation;
import dev.pfeiler.ecosystem.clojure.project.ClojureFiles;
import dev.pfeiler.ecosystem.clojure.source.ClojureSource;
import dev.pfeiler.fresh.Blueprint;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.fresh.Need.Serving;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;

/** Fresh projects in Clojure and ClojureScript. */
public final class ClojureCreator implements Creator {
    private static final String PAGES = "clojurescript";
    private static final Pattern LEVEL = Pattern.compile("1\\.\\d+\\.\\d+");
    private static final Pattern NO_NAME = Pattern.compile("[^a-z0-9-]+");

    @Override
    public List<Language> languages() {
        return List.of(new Language("clojure", "Clojure"), new Language(PAGES, "ClojureScript"));
    }

    @Override
    public PreferredTarget preferred(Environment environment) {
        return ClojureTools.installed(environment)
                .orElseGet(() -> new PreferredTarget(
                        ClojureTools.ALL.get(0).id(), "the usual build tool for Clojure", List.of()));
    }

    @Override
    public char separator() {
        return ':';
    }

    @Override
    public Session session(String target, Deliberation deliberation, Environment environment) {
        ClojureTool tool = ClojureTools.of(target);
        return new PlainSession(
                new Level(UsualReleases.LANGUAGE.version(), "the release that the generated code is tested with"),
                ClojureCreator::values,
                blueprint -> build(blueprint, tool),
                Creator.lacking(environment, tool.program(), tool.title()).toList());
    }

    @Override
    public boolean isLevel(String language, String text) {
        return LEVEL.matcher(text).matches();
    }

    private static Map<String, Object> values(Blueprint blueprint) {
        String space = space(blueprint.name());
        return Map.of("space", space, "path", ClojureSource.place(space));
    }

    private static String space(String name) {
        String plain =
                NO_NAME.matcher(name.toLowerCase(Locale.ROOT)).replaceAll("-").replaceAll("^-+|-+$", "");
        boolean invalid = plain.isEmpty() || Character.isDigit(plain.charAt(0));
        return invalid ? "project-" + plain : plain;
    }

    private static Build build(Blueprint blueprint, ClojureTool tool) {
        boolean pages = blueprint.language().equals(PAGES);
        List<Dependency> dependencies = new ArrayList<>();
        dependencies.add(new Dependency(UsualReleases.LANGUAGE.withVersion(blueprint.level()), Scope.MAIN));
        if (pages) dependencies.add(new Dependency(UsualReleases.PAGES, Scope.MAIN));
        for (Serving serving : blueprint.serving())
            for (Need.Artifact artifact : serving.artifacts(blueprint.release()))
                Coordinates.parse(artifact.notation())
                        .ifPresent(one -> dependencies.add(new Dependency(one, Scope.MAIN)));
        String space = space(blueprint.name());
        boolean starts = blueprint.kind() == Kind.PROGRAM || blueprint.kind() == Kind.SERVER;
        List<String> resources = blueprint.kind() == Kind.SERVER ? List.of("resources") : List.of();
        ClojureBuild build = new ClojureBuild(
                new Coordinates(blueprint.group(), blueprint.name(), blueprint.version()),
                new ClojureBuild.Texts("", ""),
                dependencies,
                new ClojureBuild.Folders(List.of("src"), List.of("test"), resources, List.of()),
                List.of(space + ".knots-test"),
                starts ? Optional.of(space + ".core") : Optional.empty(),
                List.of(),
                List.of(),
                Map.of(),
                pages ? List.of(new PageCompilation("page", "", "page.edn", space + ".page")) : List.of());
        List<String> ignored = new ArrayList<>(tool.ignored(build));
        if (pages) ignored.add("/public/js/");
        return new Build(
                tool.descriptor(),
                new TreeMap<>(Map.of(tool.descriptor(), tool.write(build))),
                tool.commands(build),
                ignored);
    }

    @Override
    public boolean isSource(String language, String path) {
        return Set.of("clj", "cljs", "cljc").contains(Paths.extension(path)) && !path.startsWith("test/");
    }

    @Override
    public Kind kind(ProjectTree tree) {
        if (tree.has("page.edn")) return Kind.FRONTEND;
        if (tree.has("resources/public/index.html")) return Kind.SERVER;
        return tree.files().stream().anyMatch(file -> file.path().matches("src/.*/core\\.clj"))
                ? Kind.PROGRAM
                : Kind.LIBRARY;
    }

    @Override
    public Map<String, Object> values(ProjectTree tree, String language) {
        return tree.files().stream()
                .filter(file -> ClojureFiles.EXTENSIONS.contains(file.extension()))
                .filter(file -> file.path().startsWith("src/"))
                .map(file -> Paths.relative("src", Paths.parent(file.path())))
                .filter(folder -> !folder.isEmpty())
                .findFirst()
                .map(folder ->
                        Map.<String, Object>of("space", folder.replace('/', '.').replace('_', '-'), "path", folder))
                .orElse(Map.of());
    }
}
