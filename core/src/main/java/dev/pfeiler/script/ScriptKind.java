package dev.pfeiler.script;

import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/** The kinds of files that hold commands, recognized by their names, or by their first line. */
public enum ScriptKind {
    SHELL,
    BATCH,
    MAKE;

    private static final Set<String> SHELL_EXTENSIONS = Set.of("sh", "bash", "ksh", "command");
    private static final Set<String> BATCH_EXTENSIONS = Set.of("bat", "cmd");
    private static final Set<String> MAKE_NAMES = Set.of("makefile", "gnumakefile");
    private static final Pattern SHEBANG = Pattern.compile("#! ?/(?:usr/)?bin/(?:env )?(?:ba|k|da)?sh\\b");
    /** How much of a file is read for its first line, in bytes. */
    private static final long HEAD = 64 << 10;

    /** The kind that a path says. */
    public static Optional<ScriptKind> ofPath(String path) {
        String extension = Paths.extension(path);
        if (SHELL_EXTENSIONS.contains(extension)) return Optional.of(SHELL);
        if (BATCH_EXTENSIONS.contains(extension)) return Optional.of(BATCH);
        boolean make =
                extension.equals("mk") || MAKE_NAMES.contains(Paths.name(path).toLowerCase(Locale.ROOT));
        return make ? Optional.of(MAKE) : Optional.empty();
    }

    /** The kind that a path says, or, without an extension, the first line of the content. */
    public static Optional<ScriptKind> of(String path, String content) {
        Optional<ScriptKind> named = ofPath(path);
        if (named.isPresent() || !Paths.extension(path).isEmpty()) return named;
        return isShell(content) ? Optional.of(SHELL) : Optional.empty();
    }

    /** The kind of a file of a tree; nothing for links and for files too large to be written by hand. */
    public static Optional<ScriptKind> of(ProjectTree tree, TreeFile file) {
        if (file.link() || file.size() > HEAD) return Optional.empty();
        Optional<ScriptKind> named = ofPath(file.path());
        if (named.isPresent() || !file.extension().isEmpty()) return named;
        List<String> lines = tree.lines(file, HEAD);
        return !lines.isEmpty() && isShell(lines.get(0)) ? Optional.of(SHELL) : Optional.empty();
    }

    private static boolean isShell(String content) {
        return SHEBANG.matcher(content).lookingAt();
    }
}
