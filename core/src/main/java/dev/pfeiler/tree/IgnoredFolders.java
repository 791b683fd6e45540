package dev.pfeiler.tree;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;

/** Which folders hold no part of a project: version control, Pfeiler's own records, fetched packages. */
final class IgnoredFolders {
    private static final Set<String> NAMES =
            Set.of(".git", ".hg", ".svn", ".bzr", "_darcs", "CVS", ".pfeiler", "node_modules");

    private IgnoredFolders() {}

    static boolean folder(Path folder) {
        // a nested repository or submodule has a history of its own
        return NAMES.contains(folder.getFileName().toString()) || Files.exists(folder.resolve(".git"));
    }
}
