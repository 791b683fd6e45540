package dev.pfeiler.ecosystem.node.model;

import java.util.Map;

/**
 * A copied library that a package takes the place of.
 *
 * @param dependency the name under which the package is declared
 * @param file the copied file that pages load
 * @param within its path in the package
 * @param files all copied files, with their paths in the package
 */
public record LibraryCopy(String dependency, String artifact, String file, String within, Map<String, String> files) {
    public LibraryCopy {
        files = Map.copyOf(files);
    }

    public boolean isStyle() {
        return file.endsWith(".css");
    }
}
