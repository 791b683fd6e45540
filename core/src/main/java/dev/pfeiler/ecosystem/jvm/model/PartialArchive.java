package dev.pfeiler.ecosystem.jvm.model;

import dev.pfeiler.tree.PathSelection;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * A jar of some of a module's classes and resources, made beside the module's own archive.
 *
 * @param name its file name without extension
 * @param selection of what the module compiles and copies
 * @param files what goes in from elsewhere
 * @param manifest the attributes of its manifest
 */
public record PartialArchive(
        String name, PathSelection selection, List<Distribution.Files> files, Map<String, String> manifest) {
    public PartialArchive {
        files = List.copyOf(files);
        manifest = java.util.Collections.unmodifiableMap(new TreeMap<>(manifest));
    }

    public String fileName() {
        return name + ".jar";
    }
}
