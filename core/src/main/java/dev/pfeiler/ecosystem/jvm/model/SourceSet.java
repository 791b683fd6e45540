package dev.pfeiler.ecosystem.jvm.model;

import java.util.List;

/**
 * Folders that are compiled together.
 *
 * @param folders relative to the module, in order
 * @param includes patterns of the only sources that are compiled; empty for all
 * @param excludes patterns of sources that are not compiled
 */
public record SourceSet(List<String> folders, List<String> includes, List<String> excludes, List<Resources> resources) {
    public SourceSet {
        folders = List.copyOf(folders);
        includes = List.copyOf(includes);
        excludes = List.copyOf(excludes);
        resources = List.copyOf(resources);
    }

    /** The same sources with other resources. */
    public SourceSet with(List<Resources> others) {
        return new SourceSet(folders, includes, excludes, others);
    }

    /** All sources of one folder, with the resources of another. */
    public static SourceSet of(String folder, String resources) {
        return new SourceSet(List.of(folder), List.of(), List.of(), List.of(Resources.of(resources)));
    }
}
