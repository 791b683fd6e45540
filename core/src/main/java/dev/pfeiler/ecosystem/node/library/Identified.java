package dev.pfeiler.ecosystem.node.library;

import java.util.Map;

/**
 * The package that a copied library comes from.
 *
 * @param within the path of the file in the package
 * @param same whether it is the published file, byte for byte but for line ends
 * @param files further copied files that belong to it, with their paths in the package
 */
public record Identified(
        LibraryFile file, String name, String version, String within, boolean same, Map<String, String> files) {
    public Identified {
        files = Map.copyOf(files);
    }

    /** The package with its version, as people write it. */
    public String artifact() {
        return name + "@" + version;
    }
}
