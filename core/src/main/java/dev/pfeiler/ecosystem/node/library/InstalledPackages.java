package dev.pfeiler.ecosystem.node.library;

import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.node.registry.Manifest;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Pattern;

/** Packages that somebody put into {@code node_modules}. Only those that are asked for are read. */
public final class InstalledPackages {
    /** The folder in which the runtime looks for packages. Source: the Node.js documentation, modules. */
    public static final String FOLDER = "node_modules";

    private static final Pattern DESCRIPTOR = Pattern.compile("(?:@[^/]+/)?[^/@.][^/]*/package\\.json");

    private final ProjectTree tree;
    private final Map<String, Optional<Manifest>> manifests = new ConcurrentHashMap<>();

    public InstalledPackages(ProjectTree tree) {
        this.tree = tree;
    }

    /** Whether there are any. */
    public boolean present() {
        return tree.leftOut().contains(FOLDER);
    }

    /** What a package says of itself; nothing if it is not there. */
    public Optional<Manifest> of(String name) {
        return manifests.computeIfAbsent(name, this::read);
    }

    private Optional<Manifest> read(String name) {
        if (!present() || !PackageName.isSafe(name)) return Optional.empty();
        try {
            Manifest manifest = new Manifest(new ObjectMapper().readTree(tree.bytes(descriptor(name))));
            return Optional.of(manifest).filter(one -> !one.version().isEmpty());
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** Packages that no other installed one depends on: somebody asked for them. */
    public Set<String> roots() {
        Set<String> roots = new TreeSet<>(names());
        Set<String> needed = new HashSet<>();
        for (String name : roots)
            of(name).ifPresent(manifest -> {
                needed.addAll(manifest.map("dependencies").keySet());
                needed.addAll(manifest.map("optionalDependencies").keySet());
            });
        roots.removeAll(needed);
        return roots;
    }

    private List<String> names() {
        if (!present()) return List.of();
        return ProjectTree.read(tree.onDisk(FOLDER)).files().stream()
                .map(TreeFile::path)
                .filter(path -> DESCRIPTOR.matcher(path).matches())
                .map(Paths::parent)
                .filter(PackageName::isSafe)
                .toList();
    }

    /** The path of a package's own descriptor. */
    public static String descriptor(String name) {
        return FOLDER + "/" + name + "/package.json";
    }

    /** The files of a package, without packages within it. */
    public ProjectTree files(String name) {
        return ProjectTree.read(tree.onDisk(FOLDER + "/" + name));
    }
}
