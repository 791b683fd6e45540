package dev.pfeiler.ecosystem.jvm.model;

import java.util.List;

/**
 * A folder whose files are copied beside the classes, or into the archive.
 *
 * @param folder relative to the module; {@code .} is the module itself
 * @param target the folder they are copied to; empty for the top
 * @param includes patterns of what is copied; empty for all
 * @param excludes patterns of what is not copied
 */
public record Resources(String folder, String target, List<String> includes, List<String> excludes) {
    public Resources {
        includes = List.copyOf(includes);
        excludes = List.copyOf(excludes);
    }

    public static Resources of(String folder) {
        return new Resources(folder, "", List.of(), List.of());
    }
}
