package dev.pfeiler.ecosystem.jvm.layout;

import dev.pfeiler.ecosystem.jvm.source.JavaSource;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.PathPattern;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;

/** The folders below which sources lie by their packages. */
final class SourceRoots {
    private final List<Wiring.SourceFolder> wired;
    private final Map<String, List<JavaSource>> byRoot = new TreeMap<>();
    private final Map<JavaSource, String> rootOf = new HashMap<>();

    SourceRoots(Collection<JavaSource> sources, List<Wiring> wirings) {
        wired = wirings.stream().flatMap(w -> w.sources().stream()).toList();
        List<JavaSource> unsettled = new ArrayList<>();
        for (JavaSource source : sources) {
            Optional<String> declared = wiredRoot(source.path());
            if (declared.isPresent()) settle(source, declared.get());
            else unsettled.add(source);
        }
        TreeSet<String> known = new TreeSet<>();
        for (JavaSource source : unsettled) {
            if (!source.packageName().isEmpty()) byPackage(source).ifPresent(known::add);
        }
        known.addAll(byRoot.keySet());
        for (JavaSource source : unsettled) settle(source, root(source, known));
    }

    /** By root, the sources below it that belong to no root further down. */
    Map<String, List<JavaSource>> byRoot() {
        return byRoot;
    }

    String rootOf(JavaSource source) {
        return rootOf.get(source);
    }

    /** What the wiring says of a root. */
    Optional<Wiring.SourceFolder> wired(String root) {
        return wired.stream().filter(folder -> folder.path().equals(root)).findFirst();
    }

    /** Whether the wiring leaves a file out of the source folder it lies in. */
    boolean excluded(String path) {
        return wiredRoot(path)
                .flatMap(this::wired)
                .map(folder -> folder.excluding().stream()
                        .anyMatch(p -> PathPattern.of(p).matches(Paths.relative(folder.path(), path))))
                .orElse(false);
    }

    /** Whether a source lies below a root where its package says. */
    static boolean fits(JavaSource source, String root) {
        return Paths.parent(Paths.relative(root, source.path())).equals(source.packagePath());
    }

    /** Whether a file that is no source is read with the sources by the documentation tool. */
    static boolean belongsToSources(String path) {
        String name = Paths.name(path);
        return name.equals("package.html") || name.equals("overview.html") || path.contains("/doc-files/");
    }

    private Optional<String> wiredRoot(String path) {
        return wired.stream()
                .map(Wiring.SourceFolder::path)
                .filter(folder -> Paths.within(folder, path))
                .max((a, b) -> Integer.compare(a.length(), b.length()));
    }

    /** The path less the package, where the path ends with it. */
    private static Optional<String> byPackage(JavaSource source) {
        String folder = Paths.parent(source.path());
        String expected = source.packagePath();
        if (folder.equals(expected)) return Optional.of("");
        if (!folder.endsWith("/" + expected)) return Optional.empty();
        return Optional.of(folder.substring(0, folder.length() - expected.length() - 1));
    }

    private static String root(JavaSource source, TreeSet<String> known) {
        if (!source.packageName().isEmpty()) {
            Optional<String> exact = byPackage(source);
            if (exact.isPresent()) return exact.get();
        }
        String folder = Paths.parent(source.path());
        for (String f = folder; ; f = Paths.parent(f)) {
            if (known.contains(f)) return f;
            if (f.isEmpty()) return folder;
        }
    }

    private void settle(JavaSource source, String root) {
        byRoot.computeIfAbsent(root, r -> new ArrayList<>()).add(source);
        rootOf.put(source, root);
    }
}
