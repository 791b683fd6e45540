package dev.pfeiler.artifact.identity;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.archive.JarContents;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.slf4j.LoggerFactory;

/**
 * Finds the published artifacts that a jar is made of, by the bytes of its classes.
 *
 * <p>The artifacts that come into question are those that descriptors in the jar name, and those that its packages lead
 * to. Where no version is stated, a few versions are fetched: at first evenly spaced ones, then neighbours of the one
 * that has the most classes in common, as releases near each other share most classes.
 */
final class Composition {
    /** For how many packages artifacts are looked for; as many known artifacts are looked at. */
    private static final int PACKAGES = 12;
    /** How many of the newest versions of an artifact come into question, and how many are looked at first. */
    private static final int VERSIONS = 60;

    private static final int FIRST = 5;

    private final Repositories repositories;

    Composition(Repositories repositories) {
        this.repositories = repositories;
    }

    /**
     * An artifact in the jar.
     *
     * @param same how many classes are the same
     * @param whole whether all of the artifact's files are in the jar
     */
    record Part(Coordinates coordinates, int same, boolean whole) {}

    /**
     * What a jar is made of.
     *
     * @param parts those with the most classes first
     * @param rest the number of classes that are in none of them
     * @param complete whether the parts have every file of the jar
     */
    record Parts(List<Part> parts, int rest, boolean complete) {
        /** The only artifact that the jar is made of, if it is nothing else. */
        Optional<Coordinates> only() {
            return parts.size() == 1 && complete && parts.get(0).whole()
                    ? Optional.of(parts.get(0).coordinates())
                    : Optional.empty();
        }
    }

    Parts of(Jar jar, Path file) throws IOException {
        Map<String, Long> rest = new TreeMap<>(JarContents.of(file).files());
        List<Part> parts = new ArrayList<>();
        Set<String> looked = new LinkedHashSet<>();
        for (Coordinates stated : new LinkedHashSet<>(jar.descriptors().values())) {
            if (looked.add(stated.key())) take(stated, rest).ifPresent(parts::add);
        }
        for (Coordinates artifact : byPackages(jar)) {
            if (classes(rest) == 0) break;
            Optional<Coordinates> best = looked.add(artifact.key()) ? best(artifact, rest) : Optional.empty();
            if (best.isPresent()) take(best.get(), rest).ifPresent(parts::add);
        }
        parts.sort(Comparator.comparingInt(Part::same).reversed());
        return new Parts(List.copyOf(parts), classes(rest), rest.isEmpty());
    }

    private static int classes(Map<String, Long> files) {
        return (int) files.keySet().stream().filter(JarContents::isClass).count();
    }

    /** Takes the files that an artifact shares with a jar out of those of the jar. */
    private Optional<Part> take(Coordinates coordinates, Map<String, Long> rest) throws IOException {
        Optional<JarContents> published = contents(coordinates);
        if (published.isEmpty()) return Optional.empty();
        Map<String, Long> shared = shared(published.get().files(), rest);
        rest.keySet().removeAll(shared.keySet());
        int same = classes(shared);
        boolean whole = shared.size() == published.get().files().size();
        return same == 0 ? Optional.empty() : Optional.of(new Part(coordinates, same, whole));
    }

    private static Map<String, Long> shared(Map<String, Long> published, Map<String, Long> files) {
        Map<String, Long> shared = new TreeMap<>(published);
        shared.entrySet().removeIf(entry -> !entry.getValue().equals(files.get(entry.getKey())));
        return shared;
    }

    private Optional<JarContents> contents(Coordinates coordinates) throws IOException {
        Optional<Path> jar = repositories.jar(coordinates);
        return jar.isEmpty() ? Optional.empty() : Optional.of(JarContents.of(jar.get()));
    }

    /** The version of an artifact that shares the most with a jar, if any shares a class. */
    private Optional<Coordinates> best(Coordinates artifact, Map<String, Long> rest) {
        List<String> all =
                repositories.versions(artifact.group(), artifact.artifact()).all();
        List<Coordinates> versions = all.subList(Math.max(0, all.size() - VERSIONS), all.size()).stream()
                .map(artifact::withVersion)
                .toList();
        if (versions.isEmpty()) return Optional.empty();
        Map<Integer, Long> likeness = new HashMap<>();
        int step = Math.max(1, versions.size() / FIRST);
        int best = versions.size() - 1;
        for (int i = best; i >= 0; i -= step) best = nearer(best, i, versions, rest, likeness);
        while (step > 1) {
            step = (step + 1) / 2;
            int middle = best;
            for (int i : new int[] {middle + step, middle - step}) {
                if (i >= 0 && i < versions.size()) best = nearer(best, i, versions, rest, likeness);
            }
        }
        return likeness.get(best) == 0 ? Optional.empty() : Optional.of(versions.get(best));
    }

    private int nearer(
            int best, int other, List<Coordinates> versions, Map<String, Long> rest, Map<Integer, Long> likeness) {
        for (int i : new int[] {best, other}) likeness.computeIfAbsent(i, n -> likeness(versions.get(n), rest));
        return likeness.get(other) > likeness.get(best) ? other : best;
    }

    /** How near a version is: the same classes count most, then classes of the same name. */
    private long likeness(Coordinates version, Map<String, Long> rest) {
        try {
            Map<String, Long> published =
                    contents(version).map(JarContents::classes).orElse(Map.of());
            int same = shared(published, rest).size();
            long named = published.keySet().stream().filter(rest::containsKey).count();
            return same * 1000L + (named * 100L / Math.max(1, published.size()));
        } catch (IOException e) {
            LoggerFactory.getLogger(Composition.class).debug("{}", version, e);
            return 0;
        }
    }

    /** The artifacts that the packages of a jar lead to: those known to have them, then those named like them. */
    private static Set<Coordinates> byPackages(Jar jar) {
        Map<String, Integer> known = new TreeMap<>();
        for (String name : jar.classes())
            Catalogue.shipped().having(name).ifPresent(entry -> known.merge(entry.artifact(), 1, Integer::sum));
        Set<String> keys = new LinkedHashSet<>();
        known.entrySet().stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue().reversed())
                .limit(PACKAGES)
                .forEach(entry -> keys.add(entry.getKey()));
        for (String name : Candidates.largestPackages(jar, PACKAGES)) {
            int dot = name.lastIndexOf('.');
            if (dot < 0) continue;
            String last = name.substring(dot + 1);
            keys.addAll(List.of(name + ":" + last, name.substring(0, dot) + ":" + last));
        }
        Set<Coordinates> artifacts = new LinkedHashSet<>();
        for (String key : keys) {
            String[] parts = key.split(":");
            artifacts.add(new Coordinates(parts[0], parts[1], "0"));
        }
        return artifacts;
    }
}
