package dev.pfeiler.ecosystem.php.composer;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.conversion.JsonEdit;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.JsonDescriptor;
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
import java.util.stream.Stream;

/** The descriptor and the lock file of a project that Composer manages. Source: the Composer documentation, schema. */
public final class ComposerBuild implements ManagedBuild {
    private static final String LOCK = "composer.lock";
    private static final String REQUIRE = "require";
    private static final String DEVELOPMENT = "require-dev";

    private final JsonDescriptor descriptor;

    private ComposerBuild(JsonDescriptor descriptor) {
        this.descriptor = descriptor;
    }

    /**
     * The project at the top of a tree, if Composer manages it.
     *
     * @throws Refusal if its descriptor is not valid
     */
    public static Optional<ManagedBuild> read(ProjectTree tree) {
        return JsonDescriptor.read(tree, ComposerFile.NAME).map(ComposerBuild::new);
    }

    @Override
    public String descriptor() {
        return ComposerFile.NAME;
    }

    @Override
    public Identity identity() {
        String name = descriptor.at("name").asText();
        int slash = name.indexOf('/');
        String vendor = slash < 0 ? "" : name.substring(0, slash);
        return new Identity(vendor, name, descriptor.at("version").asText());
    }

    /** Packages and extensions; the language itself is a setting. */
    @Override
    public List<DeclaredPackage> declared() {
        return Stream.of(REQUIRE, DEVELOPMENT)
                .flatMap(section -> descriptor.declared(section).stream())
                .filter(one -> !one.notation().name().equals("php"))
                .toList();
    }

    @Override
    public Map<String, Stated> settings() {
        Map<String, Stated> settings = new LinkedHashMap<>();
        descriptor.put(settings, LEVEL, REQUIRE, "php");
        descriptor.put(settings, "vendor-dir", "config", "vendor-dir");
        descriptor.putAll(settings, "psr-4:", "autoload", "psr-4");
        return settings;
    }

    @Override
    public List<LockedPackage> locked() {
        ProjectTree tree = descriptor.tree();
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
        JsonEdit edit = descriptor.edit();
        for (Request each : packages)
            edit.add(
                    each.scope().equals("test") || each.scope().equals(DEVELOPMENT) ? DEVELOPMENT : REQUIRE,
                    each.notation().name(),
                    each.notation().version());
        return edit.edit(reason);
    }
}
