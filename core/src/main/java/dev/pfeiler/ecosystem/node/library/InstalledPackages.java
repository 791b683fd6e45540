package dev.pfeiler.ecosystem.node.library;

import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.node.registry.Manifest;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** Packages that somebody put into {@code node_modules}. Only those that are asked for are read. */
public final class InstalledPackages {
    /** The folder in which the runtime looks for packages. Source: the Node.js documentation, modules. */
    public static final String FOLDER = "node_modules";

    private final ProjectTree tree;
    private final Map<String, Optional<Manifest>> manifests = new HashMap<>();

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

    /** The path of a package's own descriptor. */
    public static String descriptor(String name) {
        return FOLDER + "/" + name + "/package.json";
    }

    /** The files of a package, without packages within it. */
    public ProjectTree files(String name) {
        return ProjectTree.read(tree.onDisk(FOLDER + "/" + name));
    }
}
