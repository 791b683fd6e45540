package dev.pfeiler.artifact.identity;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.archive.JarReader;
import dev.pfeiler.artifact.repository.ClassIndex;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.Found;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.apache.maven.artifact.versioning.ComparableVersion;

/** Looks for libraries by a class, a package, an artifact or part of a name: in the jars of a folder, the local repository and the catalogue. */
public final class LibrarySearch {
    private static final Pattern INTERNAL = Pattern.compile(".*\\b(internal|impl|shaded|repackaged)\\b.*");
    private static final Pattern DATE = Pattern.compile("(19|20)\\d{6}.*");

    private static final Pattern UNFINISHED =
            Pattern.compile("(?i).*[.-]?(snapshot|alpha|beta|rc|cr|m\\d|milestone|preview|ea|dev|incubating).*");
    private static final String HERE = "this folder: ";
    private static final int MOST = 400;
    private static final int SHOWN = 20;

    private final ProjectTree tree;
    private final Repositories repositories;
    private final Map<String, Draft> drafts = new LinkedHashMap<>();
    private String wanted = "";

    /** What is gathered about one artifact. */
    private static final class Draft {
        private final Set<String> versions = new LinkedHashSet<>();
        private final Set<String> places = new LinkedHashSet<>();
        private final Set<String> matches = new LinkedHashSet<>();
        private String scope = "compile";
    }

    public LibrarySearch(ProjectTree tree, Repositories repositories) {
        this.tree = tree;
        this.repositories = repositories;
    }

    /**
     * The libraries found, the likeliest first.
     *
     * @param all whether versions that are no releases are listed too
     */
    public List<Found> find(String name, boolean all) {
        wanted = name.strip().replace('/', '.');
        inProject();
        inStore();
        inCatalogue();
        if (drafts.isEmpty() && Coordinates.parse(wanted + ":0").isPresent()) draft(wanted);
        List<String> keys = drafts.keySet().stream()
                .sorted(Comparator.comparingInt(this::distance)
                        .thenComparingInt(this::rank)
                        .thenComparing(key -> key))
                .limit(SHOWN)
                .toList();
        List<Found> found = new ArrayList<>();
        for (String key : keys) {
            // asking repositories about everything that bears part of a name would take long and help no one
            if (distance(key) < 2 || keys.size() == 1) listed(key);
            Draft draft = drafts.get(key);
            List<String> versions = newestFirst(draft.versions, all);
            if (versions.isEmpty() && draft.places.isEmpty()) continue;
            found.add(new Found(key, versions, draft.scope, List.copyOf(draft.places), List.copyOf(draft.matches)));
        }
        return found;
    }

    private Draft draft(String key) {
        return drafts.computeIfAbsent(key, k -> new Draft());
    }

    private void inProject() {
        List<Jar> jars = tree.files().stream()
                .filter(file -> file.extension().equals("jar") && !file.link())
                // what the build tool made has been found already
                .filter(file -> !("/" + file.path()).contains("/target/"))
                .map(file -> JarReader.read(tree.onDisk(file.path()), file))
                .filter(jar -> jar.kind() == Jar.Kind.LIBRARY)
                .toList();
        List<Jar> hits = jars.stream()
                .filter(jar -> !matches(jar).isEmpty() || contains(jar.name()))
                .toList();
        new Identification(tree, repositories).of(hits).forEach((jar, identity) -> {
            Draft draft = draft(identity.coordinates().key());
            draft.places.add(HERE + jar.path());
            draft.versions.add(identity.coordinates().version());
            draft.matches.addAll(matches(jar));
        });
    }

    private List<String> matches(Jar jar) {
        String plain = wanted.toLowerCase(Locale.ROOT);
        return jar.classes().stream()
                .filter(name -> {
                    String lower = name.toLowerCase(Locale.ROOT);
                    return lower.equals(plain)
                            || lower.endsWith("." + plain)
                            || plain.contains(".") && lower.startsWith(plain + ".");
                })
                .sorted()
                .limit(1)
                .toList();
    }

    private boolean contains(String text) {
        return text.toLowerCase(Locale.ROOT).contains(wanted.toLowerCase(Locale.ROOT));
    }

    private void inStore() {
        ClassIndex index = repositories.classes();
        for (ClassIndex.Hit hit : index.matching(wanted, MOST)) {
            Draft draft = draft(hit.coordinates().key());
            draft.places.add("local repository");
            draft.versions.add(hit.coordinates().version());
            draft.matches.add(hit.className());
        }
        index.named(wanted).stream().limit(MOST).forEach(c -> {
            Draft draft = draft(c.key());
            draft.places.add("local repository");
            draft.versions.add(c.version());
        });
    }

    private void inCatalogue() {
        List<Catalogue.Entry> entries = new ArrayList<>(Catalogue.shipped().matching(wanted));
        if (wanted.contains(".")) {
            Catalogue.shipped().having(wanted).filter(e -> !entries.contains(e)).ifPresent(entries::add);
        }
        for (Catalogue.Entry entry : entries) {
            Draft draft = draft(entry.artifact());
            draft.places.add("catalogue");
            draft.scope = entry.scope();
            draft.versions.add(entry.newest().version());
            entry.packages().stream().filter(this::related).forEach(draft.matches::add);
        }
    }

    private boolean related(String packageName) {
        return (wanted + ".").startsWith(packageName + ".") || packageName.startsWith(wanted);
    }

    private void listed(String key) {
        String[] parts = key.split(":");
        if (parts.length != 2) return;
        List<String> versions = repositories.versions(parts[0], parts[1]).all();
        if (versions.isEmpty()) return;
        drafts.get(key).versions.addAll(versions);
        if (drafts.get(key).places.isEmpty()) drafts.get(key).places.add("repository");
    }

    /** 0 for what was named itself, 1 for what holds a class or package of that very name, 2 for the rest. */
    private int distance(String key) {
        String artifact = key.substring(key.indexOf(':') + 1);
        if (key.equalsIgnoreCase(wanted) || artifact.equalsIgnoreCase(wanted)) return 0;
        Draft draft = drafts.get(key);
        boolean exact = draft.matches.stream()
                .anyMatch(match -> match.equalsIgnoreCase(wanted)
                        || match.toLowerCase(Locale.ROOT).endsWith("." + wanted.toLowerCase(Locale.ROOT))
                        || (wanted + ".").startsWith(match + "."));
        if (!exact) return 3;
        boolean muchUsed = draft.matches.stream()
                .flatMap(match -> Catalogue.shipped().having(match).stream())
                .anyMatch(entry -> entry.artifact().equals(key));
        return muchUsed || isHere(draft) ? 1 : 2;
    }

    private static boolean isHere(Draft draft) {
        return draft.places.stream().anyMatch(place -> place.startsWith(HERE));
    }

    /** Within a distance: what is here, what has the class in its main package, and last what has it for itself alone. */
    private int rank(String key) {
        Draft draft = drafts.get(key);
        if (isHere(draft)) return 0;
        boolean main = draft.matches.stream().anyMatch(match -> Catalogue.shipped()
                .having(match)
                .filter(entry -> entry.artifact().equals(key))
                .filter(entry -> entry.packages().contains(Jar.packageOf(match)))
                .isPresent());
        if (main) return 1;
        return draft.matches.stream().anyMatch(match -> INTERNAL.matcher(match).matches()) ? 3 : 2;
    }

    /** Versions that are dates come behind those that are numbers, whatever their height. */
    private static boolean isDate(String version) {
        return DATE.matcher(version).matches();
    }

    private static List<String> newestFirst(Set<String> versions, boolean all) {
        List<String> sorted = versions.stream()
                .filter(version -> all || !UNFINISHED.matcher(version).matches())
                .sorted(Comparator.comparing(LibrarySearch::isDate)
                        .thenComparing(
                                Comparator.comparing(ComparableVersion::new).reversed()))
                .toList();
        // where nothing was released, what there is
        return sorted.isEmpty()
                ? versions.stream()
                        .sorted(Comparator.comparing(ComparableVersion::new).reversed())
                        .toList()
                : sorted;
    }
}
