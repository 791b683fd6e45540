package dev.pfeiler.ecosystem.dotnet.evaluation;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * An item of a project file.
 *
 * @param include as it is written, worked out
 * @param path of the file that it is, from the top of the tree; nothing if there is none
 * @param metadata by name; letter case does not count
 * @param written whether the project file itself names it, and not a default
 */
public record Item(
        String include, Optional<String> path, Map<String, String> metadata, Evidence evidence, boolean written) {
    public Item {
        Map<String, String> sorted = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
        sorted.putAll(metadata);
        metadata = sorted;
    }

    public Optional<String> metadata(String name) {
        return Optional.ofNullable(metadata.get(name)).filter(value -> !value.isBlank());
    }

    /** The same with more metadata. */
    Item with(Map<String, String> more) {
        Map<String, String> all = new TreeMap<>(metadata);
        all.putAll(more);
        return new Item(include, path, all, evidence, written);
    }

    /**
     * Where the project shows a file: by its link, by where it is, or by its name alone outside the project's folder.
     * Source: the MSBuild reference, the Link and LinkBase metadata.
     *
     * @param folder of the project
     */
    public String place(String folder) {
        String file = path.orElse(include.replace('\\', '/'));
        Optional<String> base = metadata("LinkBase").map(text -> Paths.withoutSlash(text.replace('\\', '/')));
        return metadata("Link")
                .or(() -> base.map(text -> Paths.join(text, Paths.name(file))))
                .map(text -> text.replace('\\', '/'))
                .orElseGet(() -> Paths.within(folder, file) ? Paths.relative(folder, file) : Paths.name(file));
    }
}
