package dev.pfeiler.ecosystem.node.addition;

import com.fasterxml.jackson.databind.JsonNode;
import dev.pfeiler.conversion.JsonEdit;
import dev.pfeiler.ecosystem.Found;
import dev.pfeiler.ecosystem.Libraries;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageChoice;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.node.descriptor.PackageDescriptor;
import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.model.Dependencies.Section;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.registry.Manifest;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.ecosystem.node.registry.Packument;
import dev.pfeiler.ecosystem.node.registry.Registry;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.semver4j.Semver;

/** Looks packages up in the registries that npm would ask, and declares them in package descriptors. */
public final class NodeLibraries implements Libraries {
    private static final int MOST_VERSIONS = 5;
    private static final String RANGE_SIGNS = "^~<>=";
    private static final Pattern HUMP = Pattern.compile("(?<=[a-z])(?=[A-Z])");

    /** Only in a folder that has a descriptor, packages or sources of this ecosystem: names of others are no packages. */
    @Override
    public List<Found> find(ProjectTree tree, String name, boolean all, Environment environment) {
        boolean concerned = tree.has(PackageDescriptor.NAME)
                || new InstalledPackages(tree).present()
                || tree.files().stream()
                        .anyMatch(file ->
                                !file.path().contains("/") && NodeProject.EXTENSIONS.contains(file.extension()));
        if (!concerned) return List.of();
        Registry registry = Registry.of(tree, environment);
        InstalledPackages installed = new InstalledPackages(tree);
        List<Found> found = new ArrayList<>();
        Set<String> names = new LinkedHashSet<>(candidates(name));
        if (names.stream()
                .noneMatch(one ->
                        installed.of(one).isPresent() || registry.packument(one).isPresent()))
            names.addAll(registry.search(name));
        for (String one : names) {
            Optional<Manifest> there = installed.of(one);
            Optional<Packument> packument = registry.packument(one);
            if (there.isEmpty() && packument.isEmpty()) continue;
            List<String> places = new ArrayList<>();
            there.ifPresent(manifest -> places.add(InstalledPackages.FOLDER + " " + manifest.version()));
            packument.ifPresent(document -> places.add("registry"));
            List<String> versions = packument
                    .map(document ->
                            document.versions().stream().limit(MOST_VERSIONS).toList())
                    .orElseGet(() -> List.of(there.orElseThrow().version()));
            String scope = one.startsWith("@types/") ? "development" : "runtime";
            found.add(new Found(one, versions, scope, places, List.of()));
        }
        return found;
    }

    /** Names of packages that a text may mean: as written, and the global name of a library as its package's. */
    private static List<String> candidates(String name) {
        String plain = PackageNotation.parse(name, '@').name();
        Set<String> names = new LinkedHashSet<>();
        if (PackageName.isValid(plain)) names.add(plain);
        String hyphened = HUMP.matcher(plain).replaceAll("-").toLowerCase(Locale.ROOT);
        for (String one : List.of(hyphened, plain.toLowerCase(Locale.ROOT)))
            if (PackageName.isValid(one)) names.add(one);
        return List.copyOf(names);
    }

    @Override
    public PackageChoice choose(Project project, String name, Optional<String> scope, Environment environment) {
        ProjectTree tree = project.tree();
        Registry registry = Registry.of(tree, environment);
        Section section = section(scope);
        JsonNode root = JsonEdit.of(tree, PackageDescriptor.NAME).root();
        PackageNotation asked = PackageNotation.parse(name, '@');
        String found = candidates(asked.name()).stream()
                .filter(one -> registry.packument(one).isPresent())
                .findFirst()
                .orElseThrow(() -> unknown(asked.name(), registry));
        project.build().declaration(found).ifPresent(one -> {
            throw Refusal.notPossible(
                    found + " is already declared: " + one.notation().version() + " in " + one.scope() + ".",
                    "Change the version there.");
        });
        Packument packument = registry.packument(found).orElseThrow();
        Chosen chosen = choose(packument, asked.version(), root);
        String range = range(asked.version(), chosen.version());
        Manifest manifest = packument.manifest(chosen.version());
        return new PackageChoice(
                new ManagedBuild.Request(new PackageNotation(found, range), section.field()),
                found + "@" + range + " in " + section.field(),
                chosen.reason(),
                manifest.map("dependencies").entrySet().stream()
                        .map(entry -> entry.getKey() + "@" + entry.getValue())
                        .toList(),
                List.of(),
                notes(found, manifest, root));
    }

    /** A range stays as it was asked for; a version is declared as it is. */
    private static String range(String asked, String chosen) {
        if (asked.isEmpty()) return "^" + chosen;
        return RANGE_SIGNS.indexOf(asked.charAt(0)) >= 0 ? asked : chosen;
    }

    private record Chosen(String version, String reason) {}

    /** The version that is asked for, else the newest that runs where the project runs, and can be loaded by it. */
    private static Chosen choose(Packument packument, String asked, JsonNode root) {
        List<String> versions = packument.versions();
        if (!asked.isEmpty())
            return versions.stream()
                    .filter(version -> version.equals(asked) || satisfies(version, asked))
                    .findFirst()
                    .or(() -> Optional.of(asked).filter(packument::has))
                    .map(version -> new Chosen(version, "as requested"))
                    .orElseThrow(() -> Refusal.notPossible(
                            packument.name() + " has no version " + asked + ".",
                            "The newest is " + versions.stream().findFirst().orElse("unknown") + "."));
        Manifest own = new Manifest(root);
        int release = own.engine().map(Semver::getMajor).orElse(Integer.MAX_VALUE);
        boolean required = !own.module() && !own.text("main").isEmpty();
        Optional<String> fitting = versions.stream()
                .filter(version -> !packument.deprecated(version))
                .filter(version -> packument
                                .manifest(version)
                                .engine()
                                .map(Semver::getMajor)
                                .orElse(0)
                        <= release)
                .filter(version -> !required || packument.manifest(version).canBeRequired("."))
                .findFirst();
        String version = fitting.or(packument::latest).orElseThrow();
        boolean newest = versions.stream().findFirst().filter(version::equals).isPresent();
        return new Chosen(
                version,
                newest
                        ? "the newest release"
                        : "the newest release that runs on the project's Node.js and can be loaded by it");
    }

    private static boolean satisfies(String version, String range) {
        try {
            return new Semver(version).satisfies(range);
        } catch (RuntimeException e) {
            return false;
        }
    }

    private static List<String> notes(String name, Manifest manifest, JsonNode root) {
        List<String> notes = new ArrayList<>();
        notes.add("Run npm install to install it and to update the lock file.");
        boolean typed = root.path(Section.DEVELOPMENT.field()).has("typescript");
        if (typed && !manifest.typed() && !name.startsWith("@types/"))
            notes.add(name + " brings no types; " + PackageName.types(name) + " may have them.");
        List<String> peers = manifest.needs().stream()
                .filter(one -> !manifest.map("dependencies").containsKey(one))
                .toList();
        if (!peers.isEmpty()) notes.add(name + " is used together with " + String.join(", ", peers) + ".");
        return notes;
    }

    private static Section section(Optional<String> scope) {
        return switch (scope.orElse("runtime")) {
            case "runtime", "compile" -> Section.RUNTIME;
            case "dev", "development", "test", "provided" -> Section.DEVELOPMENT;
            case "optional" -> Section.OPTIONAL;
            default ->
                throw Refusal.usage(
                        "Invalid scope: " + scope.orElseThrow() + ".", "Use one of: runtime, development, optional.");
        };
    }

    private static Refusal unknown(String name, Registry registry) {
        return registry.isUnreachable()
                ? Refusal.notPossible(
                        "No registry can be asked for " + name + ", and npm's cache does not have it.",
                        "Check the connection and npm's settings, or run without --offline.")
                : Refusal.notPossible("No registry has a package " + name + ".", "Search with pfeiler find.");
    }
}
