package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/** Paths as a POM states them. */
final class PomPaths {
    private static final String MODULE = "${project.basedir}";

    private static final long LARGEST = 8 << 20;

    private PomPaths() {}

    /** A path relative to the module. */
    static String path(String relative) {
        if (relative.equals(".")) return MODULE;
        return relative.startsWith("../") || relative.equals("..") ? Paths.join(MODULE, relative) : relative;
    }

    /** Where a POM on disk says that its parent is, relative to its folder; empty if it has none or does not look for it. */
    static Optional<String> parent(Path pom) {
        try {
            if (!Files.isRegularFile(pom) || Files.size(pom) > LARGEST) return Optional.empty();
            return XmlElement.read(Files.readAllBytes(pom))
                    .child("parent")
                    .map(parent -> parent.child("relativePath")
                            .map(path -> path.text().strip())
                            .orElse("../" + PomWriter.POM))
                    .filter(path -> !path.isEmpty() && !path.startsWith("/"));
        } catch (IOException | XmlElement.Malformed e) {
            return Optional.empty();
        }
    }

    /** The path of a file on disk within a tree; empty if it is outside. */
    static Optional<String> within(ProjectTree tree, Path file) {
        Path top = tree.onDisk("");
        return file.startsWith(top)
                ? Optional.of(top.relativize(file.normalize()).toString().replace('\\', '/'))
                : Optional.empty();
    }
}
