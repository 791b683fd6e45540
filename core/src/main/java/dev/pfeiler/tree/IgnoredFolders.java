package dev.pfeiler.tree;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;

/** Which folders hold no part of a project: version control, Pfeiler's own records, fetched packages. */
public final class IgnoredFolders {
    private static final Set<String> NAMES =
            Set.of(".git", ".hg", ".svn", ".bzr", "_darcs", "CVS", ".pfeiler", "node_modules");

    private static final Set<String> LOWER_CASE =
            NAMES.stream().map(name -> name.toLowerCase(Locale.ROOT)).collect(Collectors.toUnmodifiableSet());

    private IgnoredFolders() {}

    /** Whether a path leads through such a folder, by its names alone and on any file system. */
    public static boolean contain(String path) {
        String[] names = path.toLowerCase(Locale.ROOT).split("/");
        for (int i = 0; i < names.length - 1; i++) if (LOWER_CASE.contains(names[i])) return true;
        return names[names.length - 1].equals(".git");
    }

    static boolean folder(Path folder) {
        // a nested repository or submodule has a history of its own
        return NAMES.contains(folder.getFileName().toString()) || Files.exists(folder.resolve(".git"));
    }
}
