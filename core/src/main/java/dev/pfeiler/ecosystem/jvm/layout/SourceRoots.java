package dev.pfeiler.ecosystem.jvm.layout;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.Languages;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Source roots: the folders in which packages start. */
final class SourceRoots {
    private final Languages languages;
    private final List<Taken> wired;
    private final Map<String, List<SourceFile>> byRoot = new TreeMap<>();
    private final Map<SourceFile, String> rootOf = new HashMap<>();

    SourceRoots(Languages languages, Collection<SourceFile> sources, List<Wiring> wirings) {
        this.languages = languages;
        wired = differing(wirings).stream()
                .flatMap(w -> w.sources().stream().map(folder -> new Taken(w.kind(), folder)))
                .toList();
        List<SourceFile> unsettled = new ArrayList<>();
        for (SourceFile source : sources) {
            Optional<String> declared = wiredRoot(source.path());
            if (declared.isPresent()) settle(source, declared.get());
            else unsettled.add(source);
        }
        List<Optional<String>> exact =
                unsettled.parallelStream().map(SourceRoots::byPackage).toList();
        Set<String> known = new HashSet<>(byRoot.keySet());
        exact.forEach(root -> root.ifPresent(known::add));
        for (int i = 0; i < unsettled.size(); i++) {
            SourceFile source = unsettled.get(i);
            settle(source, exact.get(i).orElseGet(() -> around(source, known)));
        }
    }

    /** The wirings without those that do what a more trusted one does: that one says what is compiled. */
    private static List<Wiring> differing(List<Wiring> wirings) {
        List<Wiring> differing = new ArrayList<>();
        for (Wiring wiring : wirings)
            if (differing.stream().noneMatch(trusted -> doesTheSame(trusted, wiring))) differing.add(wiring);
        return differing;
    }

    /** Whether two builds of different kinds compile the same folders to the same folder. */
    private static boolean doesTheSame(Wiring trusted, Wiring other) {
        return trusted.kind() != other.kind()
                && other.kind() != Wiring.Kind.IDE_FILES
                && !other.outputs().isEmpty()
                && outputs(trusted).containsAll(outputs(other))
                && other.sources().stream().allMatch(folder -> trusted.sources().stream()
                        .anyMatch(own -> Paths.within(own.path(), folder.path())));
    }

    private static Set<String> outputs(Wiring wiring) {
        return wiring.outputs().stream().map(Wiring.Setting::value).collect(Collectors.toSet());
    }

    /** By root, the sources below it that belong to no root further down. */
    Map<String, List<SourceFile>> byRoot() {
        return byRoot;
    }

    String rootOf(SourceFile source) {
        return rootOf.get(source);
    }

    /** What the wiring says of a root. */
    Optional<Wiring.SourceFolder> wired(String root) {
        return wired.stream()
                .map(Taken::folder)
                .filter(folder -> folder.root() && folder.path().equals(root))
                .findFirst();
    }

    /** Whether wirings compile anything at all. */
    boolean areWired() {
        return !wired.isEmpty();
    }

    /** The place where a wiring says that it compiles a file. */
    Optional<Wiring.SourceFolder> compiledBy(String path) {
        return wired.stream()
                .filter(taken -> taken.takes(path, languages.isSource(path)))
                .map(Taken::folder)
                .findFirst();
    }

    /**
     * Whether wirings look into the folder of a file, and all of them leave it out. An IDE adds folders to what a build
     * compiles; it does not take back what the build leaves out of a folder.
     */
    boolean excluded(String path) {
        List<Taken> holding = wired.stream()
                .filter(taken -> Paths.within(taken.folder().path(), path))
                .toList();
        int built = holding.stream()
                .filter(Taken::ofBuild)
                .mapToInt(taken -> taken.folder().path().length())
                .max()
                .orElse(-1);
        return !holding.isEmpty()
                && holding.stream()
                        .filter(taken ->
                                taken.ofBuild() || taken.folder().path().length() > built)
                        .noneMatch(taken -> taken.takes(path, languages.isSource(path)));
    }

    /** A source folder of a wiring. */
    private record Taken(Wiring.Kind kind, Wiring.SourceFolder folder) {
        boolean ofBuild() {
            return kind != Wiring.Kind.IDE_FILES;
        }

        boolean takes(String path, boolean source) {
            // what is taken in is said of sources; other files are only left out
            if (source) return folder.takes(path);
            return Paths.within(folder.path(), path) && !folder.files().leavesOut(Paths.relative(folder.path(), path));
        }
    }

    /** Whether a source is below a root where its package says. */
    static boolean fits(SourceFile source, String root) {
        return Paths.parent(Paths.relative(root, source.path())).equals(source.packagePath());
    }

    /** Whether a file that is not a source is read with the sources by the documentation tool. */
    static boolean belongsToSources(String path) {
        String name = Paths.name(path);
        return name.equals("package.html") || name.equals("overview.html") || path.contains("/doc-files/");
    }

    private Optional<String> wiredRoot(String path) {
        if (wired.isEmpty()) return Optional.empty();
        return wired.stream()
                .map(Taken::folder)
                .filter(folder -> folder.root() && Paths.within(folder.path(), path))
                .map(Wiring.SourceFolder::path)
                .max((a, b) -> Integer.compare(a.length(), b.length()));
    }

    /** The path less the package, where there is one and the path ends with it. */
    private static Optional<String> byPackage(SourceFile source) {
        if (source.packageName().isEmpty()) return Optional.empty();
        return Paths.before(source.packagePath(), Paths.parent(source.path()));
    }

    /** The innermost known root around a source. */
    private String around(SourceFile source, Set<String> known) {
        String folder = Paths.parent(source.path());
        for (String f = folder; ; f = Paths.parent(f)) {
            if (known.contains(f)) return f;
            if (f.isEmpty()) return source.language() == JvmLanguage.JAVA ? folder : given(source.path());
        }
    }

    /** The folder that a compiler is given, for a source whose folder need not be that of its package. */
    private String given(String path) {
        return wired.stream()
                .map(taken -> taken.folder().path())
                .filter(folder -> Paths.within(folder, path))
                .min(Comparator.comparingInt(String::length))
                .orElse(Paths.parent(path));
    }

    private void settle(SourceFile source, String root) {
        byRoot.computeIfAbsent(root, r -> new ArrayList<>()).add(source);
        rootOf.put(source, root);
    }
}
