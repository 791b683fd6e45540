package dev.pfeiler.artifact.repository;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The class path that declarations lead to.
 *
 * @param artifacts in class-path order
 * @param unknown coordinates whose descriptor no repository gave, so that what they bring along is not known
 */
public record Resolution(List<Resolved> artifacts, Set<Coordinates> unknown) {
    public Resolution {
        artifacts = List.copyOf(artifacts);
        unknown = Set.copyOf(unknown);
    }

    /** The artifact of that group and artifact name. */
    public Optional<Resolved> of(String key) {
        return Optional.ofNullable(byKey().get(key));
    }

    private Map<String, Resolved> byKey() {
        Map<String, Resolved> byKey = new LinkedHashMap<>();
        artifacts.forEach(artifact -> byKey.putIfAbsent(artifact.coordinates().key(), artifact));
        return byKey;
    }
}
