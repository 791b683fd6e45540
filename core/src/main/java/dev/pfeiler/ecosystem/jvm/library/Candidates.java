package dev.pfeiler.ecosystem.jvm.library;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.LocalRepository;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The coordinates that a jar without a descriptor may have, by its manifest, its file name and its packages. */
final class Candidates {
    private static final Pattern VERSIONED = Pattern.compile("(.+?)[-_]v?(\\d[\\w.+-]*)");
    private static final Pattern VERSION = Pattern.compile("\\d[\\w.+-]*");
    /** How many groups are tried for one artifact. */
    private static final int GROUPS = 12;

    private final LocalRepository store;

    Candidates(LocalRepository store) {
        this.store = store;
    }

    /**
     * Coordinates with a version that something states, the likeliest first.
     *
     * @param hints artifacts that others of the project's jars bring along
     */
    List<Coordinates> of(Jar jar, List<Coordinates> hints) {
        Set<Coordinates> all = new LinkedHashSet<>();
        String artifact = named(jar).artifact();
        hints.stream().filter(hint -> hint.artifact().equals(artifact)).forEach(all::add);
        String version = version(jar);
        if (!version.isEmpty()) {
            artifacts(jar, hints).forEach(c -> all.add(c.withVersion(plain(version))));
        }
        return List.copyOf(all);
    }

    /** Groups and artifact names, the likeliest first; their versions say nothing. */
    List<Coordinates> artifacts(Jar jar, List<Coordinates> hints) {
        String artifact = named(jar).artifact();
        Set<String> groups = new LinkedHashSet<>();
        hints.stream()
                .filter(hint -> hint.artifact().equals(artifact))
                .map(Coordinates::group)
                .forEach(groups::add);
        // what is named alike often comes from one house: spring-core, spring-jcl
        String family = artifact.replaceFirst("-.*", "-");
        hints.stream()
                .filter(hint -> hint.artifact().startsWith(family))
                .map(Coordinates::group)
                .forEach(groups::add);
        groups.addAll(groups(jar, artifact));
        return groups.stream()
                .limit(GROUPS)
                .map(group -> new Coordinates(group, artifact, "0"))
                .toList();
    }

    private Set<String> groups(Jar jar, String artifact) {
        Set<String> groups = new LinkedHashSet<>(store.groups(artifact));
        // read only where it is needed, as it takes longer than a small project
        Catalogue.shipped().artifact(artifact).map(Coordinates::group).ifPresent(groups::add);
        String vendor =
                jar.manifest().getOrDefault("Implementation-Vendor-Id", "").strip();
        if (vendor.matches("[\\w.-]+")) groups.add(vendor);
        groups.add(artifact);
        for (String key : List.of("Bundle-SymbolicName", "Automatic-Module-Name", "Extension-Name")) {
            String name =
                    jar.manifest().getOrDefault(key, "").replaceFirst(";.*", "").strip();
            addPrefixes(name, groups);
        }
        largestPackages(jar).forEach(name -> addPrefixes(name, groups));
        return groups;
    }

    /** A dotted name and what it starts with, the longest first, down to two parts. */
    private static void addPrefixes(String name, Set<String> groups) {
        if (!name.matches("[\\w.-]+")) return;
        for (String prefix = name; prefix.contains("."); prefix = prefix.substring(0, prefix.lastIndexOf('.'))) {
            groups.add(prefix);
        }
    }

    /** The packages that hold the most classes; as group names are made, down to three parts. */
    private static List<String> largestPackages(Jar jar) {
        Map<String, Integer> counts = new TreeMap<>();
        for (String name : jar.classes()) {
            String[] parts = Jar.packageOf(name).split("\\.");
            String start = String.join(".", Arrays.copyOf(parts, Math.min(3, parts.length)));
            counts.merge(start, 1, Integer::sum);
        }
        return counts.entrySet().stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue()
                        .reversed()
                        .thenComparing(Map.Entry.comparingByKey()))
                .limit(3)
                .map(Map.Entry::getKey)
                .toList();
    }

    /** What its file name and manifest call it. */
    static Coordinates named(Jar jar) {
        String stem = Paths.stem(jar.name());
        Matcher versioned = VERSIONED.matcher(stem);
        String artifact = versioned.matches() ? versioned.group(1) : stem;
        String version = version(jar);
        String vendor =
                jar.manifest().getOrDefault("Implementation-Vendor-Id", "").strip();
        String group = vendor.matches("[\\w.-]+") ? vendor : "";
        return new Coordinates(group, plain(artifact), version.isEmpty() ? "1" : plain(version));
    }

    /** The version in its file name, else in its manifest; empty if neither states one. */
    private static String version(Jar jar) {
        Matcher versioned = VERSIONED.matcher(Paths.stem(jar.name()));
        return versioned.matches()
                ? versioned.group(2)
                : stated(jar).map(e -> e[1]).orElse("");
    }

    private static Optional<String[]> stated(Jar jar) {
        for (String key : List.of("Implementation-Version", "Bundle-Version", "Specification-Version")) {
            String value = jar.manifest().getOrDefault(key, "").strip();
            if (VERSION.matcher(value).matches()) return Optional.of(new String[] {key, value});
        }
        return Optional.empty();
    }

    /** Where its name and version were read. */
    static List<Evidence> evidence(Jar jar) {
        List<Evidence> evidence = new ArrayList<>(List.of(Evidence.of(jar.path(), jar.name())));
        if (VERSIONED.matcher(Paths.stem(jar.name())).matches()) return evidence;
        stated(jar)
                .ifPresent(entry ->
                        evidence.add(Evidence.of(jar.path() + "!/META-INF/MANIFEST.MF", entry[0] + ": " + entry[1])));
        return evidence;
    }

    private static String plain(String text) {
        return text.replaceAll("[^\\w.-]+", "-");
    }
}
