package dev.pfeiler.artifact.identity;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.LocalRepository;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The coordinates that a jar without a descriptor may have, by its manifest, its file name and its packages. */
final class Candidates {
    private static final Pattern PLAIN_TITLE = Pattern.compile("[\\w. -]{2,60}");
    private static final Pattern FAMILY = Pattern.compile("-.*");
    private static final Pattern PLAIN_NAME = Pattern.compile("[\\w.-]+");
    private static final Pattern NO_NAME_PARTS = Pattern.compile("[^\\w.-]+");

    private static final Pattern SPLIT = Pattern.compile("[-_]v?(?=\\d)");
    /** A version with another number behind a word that is no qualifier: the word belongs to the name. */
    private static final Pattern NAME_WITHIN = Pattern.compile(
            "(?i).*-(?!(?:alpha|beta|rc|cr|m|sp|b|build|snapshot|ga|final|jre|jdk|java|android)\\b)[a-z]+[-_]\\d.*");

    private static final Pattern VERSION = Pattern.compile("\\d[\\w.+-]*");
    /** How many packages of a jar its group is looked for by. */
    private static final int PACKAGES = 3;
    /** How many groups are tried for one artifact. */
    private static final int GROUPS = 24;

    /** How many names are tried that a jar has beside that of its file, and how many groups for each. */
    private static final int NAMES = 4;

    private static final int FURTHER_GROUPS = 8;
    /** How many groups of libraries with a similar name are tried. */
    private static final int RELATIVES = 4;

    /** Starts of group names that end with a library's own name. */
    private static final List<String> HOUSES =
            List.of("org.", "org.apache.", "org.codehaus.", "com.", "net.sf.", "net.sourceforge.", "io.");

    private final LocalRepository store;

    /** A file name as artifact and version; without a version, that of the manifest, or empty. */
    private record Split(String artifact, String version) {}

    /** The ways to read the name of a jar's file, the likeliest first. */
    private static List<Split> splits(Jar jar) {
        String stem = Paths.stem(jar.name());
        List<Split> splits = new ArrayList<>();
        Matcher matcher = SPLIT.matcher(stem);
        while (matcher.find()) {
            if (matcher.start() > 0)
                splits.add(new Split(stem.substring(0, matcher.start()), stem.substring(matcher.end())));
        }
        splits.removeIf(split -> !VERSION.matcher(split.version()).matches());
        splits.sort(Comparator.comparing(
                split -> NAME_WITHIN.matcher(split.version()).matches()));
        String stated = stated(jar).map(e -> e[1]).orElse("");
        return splits.isEmpty() ? List.of(new Split(stem, stated)) : splits;
    }

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
        for (Split split : splits(jar)) {
            String artifact = plain(split.artifact());
            hints.stream().filter(hint -> hint.artifact().equals(artifact)).forEach(all::add);
            if (!split.version().isEmpty())
                artifacts(jar, artifact, hints).forEach(c -> all.add(c.withVersion(plain(split.version()))));
        }
        String version = stated(jar).map(e -> e[1]).orElse("");
        if (!version.isEmpty()) further(jar, hints).forEach(c -> all.add(c.withVersion(plain(version))));
        return List.copyOf(all);
    }

    /** Groups and artifact names, the likeliest first; their versions say nothing. */
    List<Coordinates> artifacts(Jar jar, List<Coordinates> hints) {
        List<Coordinates> all = new ArrayList<>(artifacts(jar, named(jar).artifact(), hints));
        all.addAll(further(jar, hints));
        return all;
    }

    /** What the jar may be if its file has another name: by its manifest, and by the packages of known libraries. */
    private List<Coordinates> further(Jar jar, List<Coordinates> hints) {
        Set<Coordinates> all = new LinkedHashSet<>();
        for (String name : largestPackages(jar, PACKAGES)) {
            Catalogue.shipped().having(name).ifPresent(entry -> all.addAll(entry.names()));
        }
        String own = named(jar).artifact();
        Set<String> names = new LinkedHashSet<>();
        for (String key :
                List.of("Implementation-Title", "Bundle-Name", "Bundle-SymbolicName", "Automatic-Module-Name")) {
            String written =
                    Text.before(jar.manifest().getOrDefault(key, ""), ";").strip();
            if (!PLAIN_TITLE.matcher(written).matches()) continue;
            names.add(written.toLowerCase(Locale.ROOT).replace(' ', '-'));
            names.add(written.substring(written.lastIndexOf('.') + 1).replace(' ', '-'));
            names.add(written.replace('.', '-'));
        }
        names.remove(own);
        names.stream().limit(NAMES).forEach(name -> artifacts(jar, name, hints).stream()
                .limit(FURTHER_GROUPS)
                .forEach(all::add));
        return List.copyOf(all);
    }

    private List<Coordinates> artifacts(Jar jar, String artifact, List<Coordinates> hints) {
        Set<String> groups = new LinkedHashSet<>();
        hints.stream()
                .filter(hint -> hint.artifact().equals(artifact))
                .map(Coordinates::group)
                .forEach(groups::add);
        // what is named alike often comes from one house: spring-core, spring-jcl
        String family = FAMILY.matcher(artifact).replaceFirst("-");
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
        groups.addAll(Catalogue.shipped().groups(artifact));
        String vendor =
                jar.manifest().getOrDefault("Implementation-Vendor-Id", "").strip();
        if (PLAIN_NAME.matcher(vendor).matches()) groups.add(vendor);
        groups.add(artifact);
        for (String key : List.of("Bundle-SymbolicName", "Automatic-Module-Name", "Extension-Name")) {
            String name = Text.before(jar.manifest().getOrDefault(key, ""), ";").strip();
            addPrefixes(name, groups);
        }
        largestPackages(jar, PACKAGES).forEach(name -> addPrefixes(name, groups));
        relatives(artifact).forEach(groups::add);
        String house = Text.before(artifact, "-").toLowerCase(Locale.ROOT);
        HOUSES.forEach(start -> groups.add(start + house));
        return groups;
    }

    /** Groups of known libraries whose names start like an artifact's, those with the longest start first. */
    private static List<String> relatives(String artifact) {
        Map<Integer, Set<String>> byLength = new TreeMap<>(Comparator.reverseOrder());
        for (Catalogue.Entry entry : Catalogue.shipped().entries()) {
            String[] known = entry.artifact().split(":");
            int same = sharedWords(known[1], artifact);
            if (same > 0)
                byLength.computeIfAbsent(same, length -> new TreeSet<>()).add(known[0]);
        }
        return byLength.values().stream().flatMap(Set::stream).limit(RELATIVES).toList();
    }

    /** How many words, which hyphens part, two names start with alike. */
    private static int sharedWords(String one, String other) {
        String[] words = one.split("-");
        String[] others = other.split("-");
        int same = 0;
        while (same < Math.min(words.length, others.length) && words[same].equals(others[same])) same++;
        return same;
    }

    /** A dotted name and what it starts with, the longest first, down to two parts. */
    private static void addPrefixes(String name, Set<String> groups) {
        if (!PLAIN_NAME.matcher(name).matches()) return;
        for (String prefix = name; prefix.contains("."); prefix = prefix.substring(0, prefix.lastIndexOf('.'))) {
            groups.add(prefix);
        }
    }

    /** The packages that hold the most classes; as group names are made, down to three parts. */
    static List<String> largestPackages(Jar jar, int most) {
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
                .limit(most)
                .map(Map.Entry::getKey)
                .toList();
    }

    /** What its file name and manifest call it. */
    static Coordinates named(Jar jar) {
        Split split = splits(jar).get(0);
        String artifact = split.artifact();
        String version = split.version();
        String vendor =
                jar.manifest().getOrDefault("Implementation-Vendor-Id", "").strip();
        String group = PLAIN_NAME.matcher(vendor).matches() ? vendor : "";
        return new Coordinates(group, plain(artifact), version.isEmpty() ? "1" : plain(version));
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
        if (!splits(jar).get(0).artifact().equals(Paths.stem(jar.name()))) return evidence;
        stated(jar)
                .ifPresent(entry ->
                        evidence.add(Evidence.of(jar.path() + "!/META-INF/MANIFEST.MF", entry[0] + ": " + entry[1])));
        return evidence;
    }

    private static String plain(String text) {
        return NO_NAME_PARTS.matcher(text).replaceAll("-");
    }
}
