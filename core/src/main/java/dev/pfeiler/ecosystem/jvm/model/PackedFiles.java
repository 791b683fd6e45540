package dev.pfeiler.ecosystem.jvm.model;

import java.util.List;

/**
 * A folder whose files go into an archive as they are: the web files of a web archive, for example.
 *
 * @param folder relative to the module
 * @param excludes patterns of what does not go in
 * @param further files from elsewhere
 */
public record PackedFiles(String folder, List<String> excludes, List<Resources> further) {
    public PackedFiles {
        excludes = List.copyOf(excludes);
        further = List.copyOf(further);
    }
}
