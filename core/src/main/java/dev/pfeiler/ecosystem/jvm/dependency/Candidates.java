package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.LocalRepository;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The coordinates that a jar without a descriptor may have, by its manifest, its file name and its packages. */
final class Candidates {
    private static final Pattern VERSIONED = Pattern.compile("(.+?)[-_]v?(\\d[\\w.+-]*)");
    private static final Pattern VERSION = Pattern.compile("\\d[\\w.+-]*");
    /** How many groups are tried for one artifact. */
    private static final int GROUPS = 8;

    private final LocalRepository store;
    private final Catalogue catalogue;

    Candidates(LocalRepository store, Catalogue catalogue) {
        this.store = store;
        this.catalogue = catalogue;
    }

    /** Coordinates with a version that the jar states, the likeliest first. */
    List<Coordinates> of(Jar jar) {
        Optional<Coordinates> named =
                Optional.of(named(jar)).filter(c -> !version(jar).isEmpty());
        if (named.isEmpty()) return List.of();
        return artifacts(jar).stream()
                .map(c -> c.withVersion(named.get().version()))
                .toList();
    }

    /** Groups and artifact names, the likeliest first; their versions say nothing. */
    List<Coordinates> artifacts(Jar jar) {
        Set<Coordinates> all = new LinkedHashSet<>();
        String artifact = named(jar).artifact();
        for (String group : groups(jar, artifact)) {
            if (all.size() < GROUPS) all.add(new Coordinates(group, artifact, "0"));
        }
        return List.copyOf(all);
    }

    private Set<String> groups(Jar jar, String artifact) {
        Set<String> groups = new LinkedHashSet<>(store.groups(artifact));
        catalogue.artifact(artifact).map(Coordinates::group).ifPresent(groups::add);
        String vendor =
                jar.manifest().getOrDefault("Implementation-Vendor-Id", "").strip();
        if (vendor.matches("[\\w.-]+")) groups.add(vendor);
        groups.add(artifact);
        String symbolic = jar.manifest()
                .getOrDefault("Bundle-SymbolicName", jar.manifest().getOrDefault("Automatic-Module-Name", ""))
                .replaceFirst(";.*", "")
                .strip();
        addPrefixes(symbolic, groups);
        addPrefixes(commonPackage(jar), groups);
        return groups;
    }

    /** A dotted name and what it starts with, the longest first, down to two parts. */
    private static void addPrefixes(String name, Set<String> groups) {
        if (!name.matches("[\\w.-]+")) return;
        for (String prefix = name; prefix.contains("."); prefix = prefix.substring(0, prefix.lastIndexOf('.'))) {
            groups.add(prefix);
        }
    }

    private static String commonPackage(Jar jar) {
        String common = null;
        for (String name : jar.packages()) {
            if (common == null) common = name;
            while (!common.isEmpty() && !(name + ".").startsWith(common + ".")) {
                common = common.contains(".") ? common.substring(0, common.lastIndexOf('.')) : "";
            }
        }
        return common == null ? "" : common;
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

    /** The version in its file name, else in its manifest; empty where neither states one. */
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
