package dev.pfeiler.ecosystem.php.composer;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.conversion.JsonEdit;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.JsonPlaces;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The descriptor and the lock file of a project that Composer manages. Source: the Composer documentation, schema. */
public final class ComposerBuild implements ManagedBuild {
    private static final String LOCK = "composer.lock";
    private static final String REQUIRE = "require";
    private static final String DEVELOPMENT = "require-dev";

    private final ProjectTree tree;
    private final JsonNode root;
    private final JsonPlaces places;

    private ComposerBuild(ProjectTree tree, JsonNode root, JsonPlaces places) {
        this.tree = tree;
        this.root = root;
        this.places = places;
    }

    /**
     * The project at the top of a tree, if Composer manages it.
     *
     * @throws Refusal if its descriptor is not valid
     */
    public static Optional<ManagedBuild> read(ProjectTree tree) {
        if (!tree.has(ComposerFile.NAME)) return Optional.empty();
        JsonEdit descriptor = JsonEdit.of(tree, ComposerFile.NAME);
        return Optional.of(new ComposerBuild(tree, descriptor.root(), descriptor.places()));
    }

    @Override
    public String descriptor() {
        return ComposerFile.NAME;
    }

    @Override
    public Identity identity() {
        String name = root.path("name").asText();
        int slash = name.indexOf('/');
        String vendor = slash < 0 ? "" : name.substring(0, slash);
        return new Identity(vendor, name, root.path("version").asText());
    }

    /** Packages and extensions; the language itself is a setting. */
    @Override
    public List<DeclaredPackage> declared() {
        List<DeclaredPackage> declared = new ArrayList<>();
        for (String section : List.of(REQUIRE, DEVELOPMENT))
            root.path(section).properties().forEach(entry -> {
                if (entry.getKey().equals("php")) return;
                String range = entry.getValue().asText();
                Evidence evidence =
                        new Evidence(descriptor(), places.line(section, entry.getKey()), entry.getKey() + ": " + range);
                declared.add(
                        new DeclaredPackage(new PackageNotation(entry.getKey(), range), section, Set.of(), evidence));
            });
        return declared;
    }

    @Override
    public Map<String, Stated> settings() {
        Map<String, Stated> settings = new LinkedHashMap<>();
        put(settings, LEVEL, root.path(REQUIRE).path("php"), REQUIRE, "php");
        put(settings, "vendor-dir", root.path("config").path("vendor-dir"), "config", "vendor-dir");
        root.path("autoload")
                .path("psr-4")
                .properties()
                .forEach(entry -> put(
                        settings, "psr-4:" + entry.getKey(), entry.getValue(), "autoload", "psr-4", entry.getKey()));
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
            JsonNode lock = new ObjectMapper().readTree(content);
            JsonPlaces lines = JsonPlaces.of(content);
            for (String section : List.of("packages", "packages-dev"))
                for (int i = 0; i < lock.path(section).size(); i++) {
                    JsonNode each = lock.path(section).path(i);
                    String name = each.path("name").asText();
                    String version = each.path("version").asText();
                    locked.add(new LockedPackage(
                            new PackageNotation(name, version),
                            new Evidence(LOCK, lines.line(section, String.valueOf(i), "name"), name + " " + version)));
                }
        } catch (IOException e) {
            throw Refusal.notPossible(LOCK + " is not valid JSON: " + e.getMessage(), "Run composer update.");
        }
        return locked;
    }

    @Override
    public Step.Edit declaring(List<Request> packages, String reason) {
        JsonEdit edit = JsonEdit.of(tree, descriptor());
        for (Request each : packages)
            edit.add(
                    each.scope().equals("test") || each.scope().equals(DEVELOPMENT) ? DEVELOPMENT : REQUIRE,
                    each.notation().name(),
                    each.notation().version());
        return edit.edit(reason);
    }
}
