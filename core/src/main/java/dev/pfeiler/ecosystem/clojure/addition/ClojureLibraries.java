package dev.pfeiler.ecosystem.clojure.addition;

import dev.pfeiler.artifact.identity.LibrarySearch;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.artifact.repository.Resolution;
import dev.pfeiler.artifact.repository.ResolutionChange;
import dev.pfeiler.ecosystem.Found;
import dev.pfeiler.ecosystem.Libraries;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageChoice;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.clojure.decision.LanguageLibraries;
import dev.pfeiler.ecosystem.clojure.descriptor.ClojureTool;
import dev.pfeiler.ecosystem.clojure.descriptor.ClojureTools;
import dev.pfeiler.ecosystem.clojure.model.Dependency;
import dev.pfeiler.ecosystem.clojure.model.Dependency.Scope;
import dev.pfeiler.ecosystem.clojure.project.ClojureFiles;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Looks libraries up in repositories, and declares them in descriptors. */
public final class ClojureLibraries implements Libraries {
    private static final Set<String> SCOPES = Set.of("main", "compile", "runtime", "test", "provided");
    private static final int OFFERED = 6;

    /** The language's own libraries; what else repositories have is found by the JVM ecosystem, whose search is the same. */
    @Override
    public List<Found> find(ProjectTree tree, String name, boolean all, Environment environment) {
        boolean concerned = LanguageLibraries.isNamed(name)
                || tree.files().stream()
                        .anyMatch(file -> ClojureFiles.EXTENSIONS.contains(file.extension())
                                || file.name().equals("deps.edn"));
        if (!concerned || name.indexOf(':') >= 0) return List.of();
        return own(name, all, Repositories.of(environment));
    }

    private static List<Found> own(String name, boolean all, Repositories repositories) {
        return new LanguageLibraries(repositories)
                        .of(name, all)
                        .map(library -> new Found(
                                library.key(),
                                library.versions().stream().limit(OFFERED).toList(),
                                "main",
                                List.of("repositories"),
                                LanguageLibraries.isNamed(name) ? List.of(name) : List.of()))
                        .stream()
                        .toList();
    }

    @Override
    public PackageChoice choose(Project project, String name, Optional<String> scope, Environment environment) {
        String wanted = scope.orElse("main");
        if (!SCOPES.contains(wanted))
            throw Refusal.usage("Invalid scope: " + wanted + ".", "Use main, provided or test.");
        Repositories repositories = Repositories.of(environment);
        Coordinates coordinates = Coordinates.parse(name).orElseGet(() -> newest(project, name, repositories));
        project.build().declaration(coordinates.key()).ifPresent(one -> {
            throw Refusal.notPossible(
                    coordinates.key() + " is already declared in "
                            + project.build().descriptor() + ".",
                    "Change its version there, if another is wanted.");
        });
        ClojureTool tool = ClojureTools.of(project.target().id());
        List<Dependency> before = Dependency.declared(project.build());
        List<Dependency> after = new ArrayList<>(before);
        after.add(new Dependency(coordinates, Scope.MAIN));
        Resolution is = tool.rules().of(after, repositories);
        ResolutionChange change = ResolutionChange.of(tool.rules().of(before, repositories), is, coordinates);
        return new PackageChoice(
                new ManagedBuild.Request(new PackageNotation(coordinates.key(), coordinates.version()), wanted),
                coordinates + " (" + wanted + ")",
                Coordinates.parse(name).isPresent() ? "as given" : "the newest release",
                change.brings(),
                change.changes(),
                is.unknown().contains(coordinates)
                        ? List.of("Its transitive dependencies are not known: its POM is not available.")
                        : List.of());
    }

    private static Coordinates newest(Project project, String name, Repositories repositories) {
        List<Found> found = new LibrarySearch(project.tree(), repositories).find(name, false);
        if (found.isEmpty()) found = own(name, false, repositories);
        List<Found> named = found.stream()
                .filter(one -> one.artifact().equals(name) || one.artifact().endsWith(":" + name))
                .toList();
        List<Found> meant = named.isEmpty() ? found : named;
        if (meant.isEmpty())
            throw Refusal.notPossible(
                    "No library found for \"" + name + "\".", "Pass it as group:artifact or group:artifact:version.");
        if (meant.size() > 1) {
            String offers = meant.stream().limit(OFFERED).map(Found::artifact).collect(Collectors.joining(", "));
            throw Refusal.notPossible(
                    "\"" + name + "\" may mean several libraries: " + offers + ".", "Pass one of them.");
        }
        Found one = meant.get(0);
        if (one.versions().isEmpty())
            throw Refusal.notPossible(
                    "No version of " + one.artifact() + " is known.", "Pass one: " + one.artifact() + ":VERSION.");
        return Coordinates.of(one.artifact(), one.versions().get(0)).orElseThrow();
    }
}
