package dev.pfeiler.ecosystem.jvm.addition;

import dev.pfeiler.artifact.identity.Catalogue;
import dev.pfeiler.artifact.identity.LibrarySearch;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Declaration;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.artifact.repository.Repositories.Known;
import dev.pfeiler.artifact.repository.Resolution;
import dev.pfeiler.artifact.repository.ResolutionChange;
import dev.pfeiler.ecosystem.Found;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageChoice;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.jvm.dependency.ClassPathRules;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Chooses one more dependency of a managed build. */
public final class DependencyChoice {
    private static final int OFFERED = 6;
    private static final int USUAL_LEVEL = 8;

    private final ProjectTree tree;
    private final Repositories repositories;
    private final JvmTarget target;
    private final ManagedBuild build;

    public DependencyChoice(ProjectTree tree, ManagedBuild build, JvmTarget target, Repositories repositories) {
        this.tree = tree;
        this.build = build;
        this.target = target;
        this.repositories = repositories;
    }

    private int level() {
        return build.setting(ManagedBuild.LEVEL).flatMap(ProjectSettings::parse).orElse(USUAL_LEVEL);
    }

    /** What is declared with a known version. */
    private List<Declaration> declarations() {
        List<Declaration> declarations = new ArrayList<>();
        Map<String, String> managed = build.managedVersions();
        for (ManagedBuild.DeclaredPackage one : build.declared()) {
            String name = one.notation().name();
            String version = one.notation().version();
            if (version.isEmpty()) version = managed.getOrDefault(name, "");
            String scope = Scope.parse(one.scope()).orElse(Scope.COMPILE).word();
            Coordinates.of(name, version).ifPresent(c -> declarations.add(new Declaration(c, scope, one.excluded())));
        }
        return declarations;
    }

    private Map<String, Coordinates> managed() {
        Map<String, Coordinates> managed = new LinkedHashMap<>();
        build.managedVersions()
                .forEach((name, version) -> Coordinates.of(name, version).ifPresent(c -> managed.put(name, c)));
        return managed;
    }

    public PackageChoice of(String name, Optional<String> wantedScope) {
        Optional<Coordinates> exact = Coordinates.parse(name);
        Optional<Found> found = exact.isPresent() ? Optional.empty() : Optional.of(meant(name));
        String key =
                exact.map(Coordinates::key).orElseGet(() -> found.orElseThrow().artifact());
        if (build.declaration(key).isPresent()) {
            throw Refusal.notPossible(
                    key + " is already declared in " + build.descriptor() + ".",
                    "Change its version there, if another is wanted.");
        }
        Scope scope = wantedScope.isPresent()
                ? Scope.parse(wantedScope.get())
                        .orElseThrow(() -> Refusal.usage(
                                "Invalid scope: " + wantedScope.get() + ".", "Use compile, provided, runtime or test."))
                : found.flatMap(f -> Scope.parse(f.scope())).orElse(Scope.COMPILE);
        Choice chosen = exact.map(c -> new Choice(c, "as given", false)).orElseGet(() -> version(found.orElseThrow()));
        List<String> notes = new ArrayList<>();
        confirm(chosen.coordinates(), notes);
        return declare(chosen, scope, notes);
    }

    /** A version with the reason for it. */
    private record Choice(Coordinates coordinates, String reason, boolean managed) {}

    private Found meant(String name) {
        List<Found> all = new LibrarySearch(tree, repositories).find(name, false);
        if (all.isEmpty()) {
            throw Refusal.notPossible(
                    "No library found for \"" + name + "\".", "Pass it as group:artifact or group:artifact:version.");
        }
        List<Found> named = all.stream()
                .filter(f -> f.artifact().equals(name) || f.artifact().endsWith(":" + name))
                .toList();
        if (named.size() == 1) return named.get(0);
        // what the catalogue of much-used libraries has for the very class or package is what most mean
        List<Found> usual = (named.isEmpty() ? all : named)
                .stream().filter(f -> f.places().contains("catalogue")).toList();
        Optional<String> byName = Catalogue.shipped().having(name).map(Catalogue.Entry::artifact);
        Optional<Found> owner = usual.stream()
                .filter(f -> byName.filter(f.artifact()::equals).isPresent())
                .findFirst();
        if (owner.isPresent()) return owner.get();
        if (usual.size() == 1) return usual.get(0);
        if (all.size() == 1) return all.get(0);
        String offers = all.stream().limit(OFFERED).map(Found::artifact).collect(Collectors.joining(", "));
        throw Refusal.notPossible("\"" + name + "\" may mean several libraries: " + offers + ".", "Pass one of them.");
    }

    private Choice version(Found found) {
        String[] parts = found.artifact().split(":");
        Coordinates plain = new Coordinates(parts[0], parts[1], "0");
        Coordinates managed = managed().get(plain.key());
        if (managed != null) return new Choice(managed, "the version that " + build.descriptor() + " manages", true);
        Optional<Coordinates> relative = declarations().stream()
                .map(Declaration::coordinates)
                .filter(c -> c.group().equals(plain.group()) && found.versions().contains(c.version()))
                .findFirst();
        if (relative.isPresent()) {
            return new Choice(
                    plain.withVersion(relative.get().version()),
                    "the same version as " + relative.get().artifact(),
                    false);
        }
        boolean jakarta =
                declarations().stream().anyMatch(d -> d.coordinates().group().startsWith("jakarta."));
        Optional<Coordinates> usual = Catalogue.shipped().entries().stream()
                .filter(entry -> entry.artifact().equals(plain.key()))
                .map(entry -> entry.fitting(new Catalogue.Era(level(), "", jakarta)))
                .findFirst();
        if (usual.isPresent()) {
            return new Choice(usual.get(), "runs with Java " + level() + ", according to the catalogue", false);
        }
        if (found.versions().isEmpty()) {
            throw Refusal.notPossible(
                    "No version of " + found.artifact() + " is known.", "Pass one: " + found.artifact() + ":VERSION.");
        }
        return new Choice(plain.withVersion(found.versions().get(0)), "the newest release", false);
    }

    private void confirm(Coordinates coordinates, List<String> notes) {
        Known known = repositories.check(coordinates, "").known();
        if (known == Known.ABSENT) {
            throw Refusal.notPossible(
                    "No repository has " + coordinates + ".",
                    "List versions with pfeiler find " + coordinates.key() + ".");
        }
        if (known == Known.UNSURE) notes.add("No repository could be asked whether it has it; the build will show.");
    }

    private PackageChoice declare(Choice chosen, Scope scope, List<String> notes) {
        Coordinates coordinates = chosen.coordinates();
        List<Declaration> before = declarations();
        List<Declaration> after = new ArrayList<>(before);
        after.add(new Declaration(coordinates, scope.word(), Set.of()));
        Map<String, Coordinates> managed = managed();
        ClassPathRules rules = target.rules(repositories);
        Resolution was = rules.resolve(before, managed);
        Resolution is = rules.resolve(after, managed);
        ResolutionChange change = ResolutionChange.of(was, is, coordinates);
        if (is.unknown().contains(coordinates))
            notes.add("Its transitive dependencies are not known: its POM is not available.");
        Catalogue.shipped().entries().stream()
                .filter(entry -> entry.artifact().equals(coordinates.key()))
                .flatMap(entry -> entry.companions().stream())
                .filter(companion -> build.declaration(companion.substring(0, companion.lastIndexOf(':')))
                        .isEmpty())
                .forEach(companion -> notes.add("At run time it also requires " + companion + "."));
        PackageNotation notation =
                new PackageNotation(coordinates.key(), chosen.managed() ? "" : coordinates.version());
        String declared = coordinates + " (" + scope.word() + ")";
        return new PackageChoice(
                new ManagedBuild.Request(notation, scope.word()),
                declared,
                chosen.reason(),
                change.brings(),
                change.changes(),
                notes);
    }
}
