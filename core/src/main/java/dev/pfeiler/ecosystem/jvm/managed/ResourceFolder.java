package dev.pfeiler.ecosystem.jvm.managed;

import dev.pfeiler.tree.PathSelection;
import dev.pfeiler.tree.Paths;
import java.util.Optional;

/**
 * A folder whose files a build packs.
 *
 * @param path within the tree
 * @param goal the folder in the archive; empty for its top
 */
public record ResourceFolder(String path, PathSelection selection, String goal) {
    /** Where a file of the tree is in the archive, if it is packed. */
    public Optional<String> entry(String file) {
        if (!Paths.within(path, file)) return Optional.empty();
        String relative = Paths.relative(path, file);
        return selection.takes(relative) ? Optional.of(Paths.join(goal, relative)) : Optional.empty();
    }
}
