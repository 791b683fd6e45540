package dev.pfeiler.ecosystem.node.descriptor;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.conversion.JsonEdit;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.model.Dependencies.Section;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.JsonPlaces;
import dev.pfeiler.tree.PathPattern;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The descriptor and the lock file of a package that npm manages. Source: the npm documentation, package.json. */
public final class NpmBuild implements ManagedBuild {
    private static final String LOCK = "package-lock.json";

    private final ProjectTree tree;
    private final JsonNode root;
    private final JsonPlaces places;

    private NpmBuild(ProjectTree tree, JsonNode root, JsonPlaces places) {
        this.tree = tree;
        this.root = root;
        this.places = places;
    }

    /**
     * The package at the top of a tree, if there is one.
     *
     * @throws Refusal if its descriptor is not valid
     */
    public static Optional<ManagedBuild> read(ProjectTree tree) {
        if (!tree.has(PackageDescriptor.NAME)) return Optional.empty();
        JsonEdit descriptor = JsonEdit.of(tree, PackageDescriptor.NAME);
        return Optional.of(new NpmBuild(tree, descriptor.root(), descriptor.places()));
    }

    @Override
    public String descriptor() {
        return PackageDescriptor.NAME;
    }

    @Override
    public Identity identity() {
        String name = root.path("name").asText();
        int slash = name.indexOf('/');
        String group = slash > 0 ? name.substring(0, slash) : "";
        return new Identity(group, name, root.path("version").asText());
    }

    @Override
    public List<DeclaredPackage> declared() {
        List<DeclaredPackage> declared = new ArrayList<>();
        for (Section section : Section.values())
            root.path(section.field()).properties().forEach(entry -> {
                String range = entry.getValue().asText();
                Evidence evidence = new Evidence(
                        descriptor(), places.line(section.field(), entry.getKey()), entry.getKey() + ": " + range);
                declared.add(new DeclaredPackage(
                        new PackageNotation(entry.getKey(), range), section.field(), Set.of(), evidence));
            });
        return declared;
    }

    @Override
    public Map<String, String> managedVersions() {
        Map<String, String> managed = new LinkedHashMap<>();
        root.path("overrides").properties().forEach(entry -> {
            if (entry.getValue().isTextual())
                managed.put(entry.getKey(), entry.getValue().asText());
        });
        return managed;
    }

    @Override
    public Map<String, Stated> settings() {
        Map<String, Stated> settings = new LinkedHashMap<>();
        put(settings, LEVEL, root.path("engines").path("node"), "engines", "node");
        put(settings, "type", root.path("type"), "type");
        put(settings, "main", root.path("main"), "main");
        root.path("scripts")
                .properties()
                .forEach(entry ->
                        put(settings, "script:" + entry.getKey(), entry.getValue(), "scripts", entry.getKey()));
        return settings;
    }

    private void put(Map<String, Stated> settings, String key, JsonNode value, String... way) {
        if (!value.isValueNode()) return;
        Evidence evidence = new Evidence(descriptor(), places.line(way), value.asText());
        settings.put(key, new Stated(value.asText(), evidence));
    }

    @Override
    public List<LockedPackage> locked() {
        if (!tree.has(LOCK)) return List.of();
        List<LockedPackage> locked = new ArrayList<>();
        try {
            String content = tree.text(LOCK).content();
            JsonPlaces lines = JsonPlaces.of(content);
            String folder = InstalledPackages.FOLDER + "/";
            new ObjectMapper().readTree(content).path("packages").properties().forEach(entry -> {
                int at = entry.getKey().lastIndexOf(folder);
                String version = entry.getValue().path("version").asText();
                if (at < 0 || version.isEmpty()) return;
                String name = entry.getKey().substring(at + folder.length());
                locked.add(new LockedPackage(
                        new PackageNotation(name, version),
                        new Evidence(LOCK, lines.line("packages", entry.getKey()), name + " " + version)));
            });
        } catch (IOException e) {
            throw Refusal.notPossible(LOCK + " is not valid JSON: " + e.getMessage(), "Run npm install again.");
        }
        return locked;
    }

    /** The workspaces. */
    @Override
    public List<String> modules() {
        JsonNode stated = root.path("workspaces");
        List<PathPattern> patterns = new ArrayList<>();
        (stated.isObject() ? stated.path("packages") : stated)
                .forEach(pattern -> patterns.add(PathPattern.of(pattern.asText())));
        return tree.files().stream()
                .filter(file -> file.name().equals(PackageDescriptor.NAME))
                .map(TreeFile::path)
                .map(Paths::parent)
                .filter(folder -> patterns.stream().anyMatch(pattern -> pattern.matches(folder)))
                .toList();
    }

    @Override
    public Step.Edit declaring(List<Request> packages, String reason) {
        JsonEdit edit = JsonEdit.of(tree, descriptor());
        for (Request each : packages)
            edit.add(
                    section(each.scope()).field(),
                    each.notation().name(),
                    each.notation().version());
        return edit.edit(reason);
    }

    private static Section section(String scope) {
        for (Section section : Section.values()) if (section.field().equals(scope)) return section;
        return scope.equals("test") ? Section.DEVELOPMENT : Section.RUNTIME;
    }
}
