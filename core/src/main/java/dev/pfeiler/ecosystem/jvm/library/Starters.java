package dev.pfeiler.ecosystem.jvm.library;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Declaration;
import dev.pfeiler.artifact.repository.Resolution;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * Artifacts without classes that a framework publishes to bring a set of libraries: where all that one brings was on the
 * class path, it stands for them.
 */
public final class Starters {
    private static final String GROUP = "org.springframework.boot";
    private static final String FRAMEWORK = GROUP + ":spring-boot";
    private static final String PREFIX = "spring-boot-starter-";

    /** By name, an artifact that no other of them brings, without which it need not be asked for. */
    private static final Map<String, String> MARKS = new TreeMap<>(Map.ofEntries(
            Map.entry("web", "spring-webmvc"),
            Map.entry("webflux", "spring-webflux"),
            Map.entry("thymeleaf", "thymeleaf"),
            Map.entry("freemarker", "freemarker"),
            Map.entry("mustache", "jmustache"),
            Map.entry("jdbc", "spring-jdbc"),
            Map.entry("data-jpa", "spring-data-jpa"),
            Map.entry("data-jdbc", "spring-data-jdbc"),
            Map.entry("data-mongodb", "spring-data-mongodb"),
            Map.entry("data-redis", "spring-data-redis"),
            Map.entry("data-rest", "spring-data-rest-webmvc"),
            Map.entry("security", "spring-security-config"),
            Map.entry("oauth2-client", "spring-security-oauth2-client"),
            Map.entry("oauth2-resource-server", "spring-security-oauth2-resource-server"),
            Map.entry("validation", "hibernate-validator"),
            Map.entry("actuator", "spring-boot-actuator"),
            Map.entry("aop", "aspectjweaver"),
            Map.entry("mail", "spring-context-support"),
            Map.entry("cache", "spring-context-support"),
            Map.entry("batch", "spring-batch-core"),
            Map.entry("amqp", "spring-rabbit"),
            Map.entry("integration", "spring-integration-core"),
            Map.entry("quartz", "quartz"),
            Map.entry("websocket", "spring-websocket"),
            Map.entry("hateoas", "spring-hateoas"),
            Map.entry("jersey", "jersey-spring5"),
            Map.entry("json", "jackson-datatype-jsr310"),
            Map.entry("jetty", "jetty-server"),
            Map.entry("undertow", "undertow-core"),
            Map.entry("tomcat", "tomcat-embed-core"),
            Map.entry("log4j2", "log4j-slf4j-impl"),
            Map.entry("logging", "logback-classic"),
            Map.entry("test", "spring-boot-test")));

    private final Resolver resolver;

    public Starters(Resolver resolver) {
        this.resolver = resolver;
    }

    /** Resolves declared dependencies to a class path, given versions for transitive ones. */
    public interface Resolver {
        Resolution resolve(Collection<Declaration> declared, Map<String, Coordinates> constraints);
    }

    /**
     * What one of them brings.
     *
     * @param brings by group and artifact
     * @param mark the artifact, of those, that shows what it is for
     */
    public record Starter(Coordinates coordinates, Set<String> brings, String mark) {
        public Starter {
            brings = Set.copyOf(brings);
        }

        /** Whether the other one adds nothing to it. */
        public boolean brings(Starter other) {
            return coordinates.key().equals(other.coordinates.key()) || brings.containsAll(other.brings);
        }
    }

    /** Those that stand for libraries of a class path, none of which brings all that another does. */
    public List<Starter> of(Collection<Coordinates> classPath) {
        Map<String, Coordinates> byKey = new HashMap<>();
        Map<String, String> keys = new HashMap<>();
        for (Coordinates c : classPath) {
            byKey.put(c.key(), c);
            keys.put(c.artifact(), c.key());
        }
        Coordinates framework = byKey.get(FRAMEWORK);
        if (framework == null) return List.of();
        List<Starter> found = new ArrayList<>();
        MARKS.forEach((name, mark) -> {
            if (keys.containsKey(mark))
                starter(PREFIX + name, framework.version(), keys.get(mark), byKey.keySet())
                        .ifPresent(found::add);
        });
        found.sort(Comparator.comparing((Starter s) -> -s.brings().size()).thenComparing(Starter::coordinates));
        Map<String, Starter> chosen = new LinkedHashMap<>();
        for (Starter starter : found) {
            boolean within = chosen.values().stream().anyMatch(other -> other.brings(starter));
            if (!within) chosen.put(starter.coordinates().artifact(), starter);
        }
        return List.copyOf(chosen.values());
    }

    private Optional<Starter> starter(String artifact, String version, String mark, Set<String> classPath) {
        Coordinates coordinates = new Coordinates(GROUP, artifact, version);
        Resolution resolution = resolver.resolve(List.of(new Declaration(coordinates, "compile", Set.of())), Map.of());
        Set<String> brings = resolution.artifacts().stream()
                .map(found -> found.coordinates().key())
                .filter(key -> !key.startsWith(GROUP + ":" + PREFIX) && !key.equals(GROUP + ":spring-boot-starter"))
                .collect(Collectors.toCollection(HashSet::new));
        boolean sure = resolution.unknown().isEmpty() && brings.contains(mark);
        return sure && classPath.containsAll(brings)
                ? Optional.of(new Starter(coordinates, brings, mark))
                : Optional.empty();
    }
}
