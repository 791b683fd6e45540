package dev.pfeiler.ecosystem.node.registry;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.semver4j.Semver;

/**
 * What a registry says of a package: all its versions.
 *
 * @param json the whole document
 */
public record Packument(String name, JsonNode json) {
    /** Releases, newest first; prereleases only where there is nothing else. */
    public List<String> versions() {
        List<Semver> releases = new ArrayList<>();
        List<Semver> others = new ArrayList<>();
        json.path("versions").fieldNames().forEachRemaining(text -> {
            Semver version = Semver.parse(text);
            if (version == null) return;
            (version.isStable() || version.getPreRelease().isEmpty() ? releases : others).add(version);
        });
        return (releases.isEmpty() ? others : releases)
                .stream()
                        .sorted(Comparator.reverseOrder())
                        .map(Semver::getVersion)
                        .toList();
    }

    public boolean has(String version) {
        return json.path("versions").has(version);
    }

    public Manifest manifest(String version) {
        return new Manifest(json.path("versions").path(version));
    }

    /** The newest release, by the registry's own word. */
    public Optional<String> latest() {
        return Optional.of(json.path("dist-tags").path("latest").asText(""))
                .filter(this::has)
                .or(() -> versions().stream().findFirst());
    }

    /** Whether its publishers have withdrawn a version. */
    public boolean deprecated(String version) {
        return json.path("versions").path(version).has("deprecated")
                && !json.path("versions")
                        .path(version)
                        .path("deprecated")
                        .asText("")
                        .isEmpty();
    }
}
