package dev.pfeiler.ecosystem.dotnet.evaluation;

import dev.pfeiler.tree.PathPattern;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** The files of a tree by the names that project files give them, in which letter case does not count. */
public final class FileSet {
    /** Longer patterns are not written by hand; in characters. */
    private static final int LONGEST = 1000;

    private final ProjectTree tree;
    private final Map<String, String> files = new HashMap<>();
    private final Map<String, String> folders = new HashMap<>();

    /** The first solution of each folder that has some. */
    private final Map<String, String> solutions = new HashMap<>();
    /** Documents that were read: projects import the same ones, and are worked out for each configuration. */
    private final Map<String, XmlElement> documents = new HashMap<>();

    public FileSet(ProjectTree tree) {
        this.tree = tree;
        for (TreeFile file : tree.files()) {
            files.putIfAbsent(lower(file.path()), file.path());
            if (file.path().endsWith(".sln")) solutions.putIfAbsent(Paths.parent(file.path()), file.path());
        }
        for (String folder : tree.folders()) folders.putIfAbsent(lower(folder), folder);
    }

    /** Whether a path leads through a folder that SDKs do not look into. */
    public static boolean isHidden(String path) {
        return ("/" + Paths.parent(path)).contains("/.");
    }

    private static String lower(String path) {
        return path.toLowerCase(Locale.ROOT);
    }

    /** What a name is, as a path with slashes from the top of the tree; nothing if it leads out of it. */
    public static Optional<String> path(String folder, String name) {
        String written = name.replace('\\', '/');
        // a path from the root stands for one in the tree: project files see the tree's folders as such
        if (written.startsWith("/")) return Paths.normal(written.substring(1));
        if (written.length() > 1 && written.charAt(1) == ':') return Optional.empty();
        return Paths.normal(Paths.join(folder, written));
    }

    /** The file that a name means. */
    public Optional<String> file(String folder, String name) {
        return path(folder, name)
                .flatMap(path -> tree.has(path) ? Optional.of(path) : Optional.ofNullable(files.get(lower(path))));
    }

    /** Whether there is a file or a folder of a name. */
    public boolean exists(String folder, String name) {
        return path(folder, name)
                .filter(path -> path.isEmpty()
                        || files.containsKey(lower(path))
                        || folders.containsKey(lower(Paths.withoutSlash(path))))
                .isPresent();
    }

    static boolean isPattern(String name) {
        return name.indexOf('*') >= 0 || name.indexOf('?') >= 0;
    }

    /** The files that a name or pattern means, by path. */
    public List<String> all(String folder, String pattern) {
        if (!isPattern(pattern)) return file(folder, pattern).stream().toList();
        Optional<String> path = path(folder, pattern);
        if (path.isEmpty() || pattern.length() > LONGEST) return List.of();
        PathPattern wanted = PathPattern.of(lower(path.get()));
        String fixed = fixed(path.get());
        String start = folders.getOrDefault(lower(fixed), fixed);
        return tree.under(start)
                .map(TreeFile::path)
                .filter(file -> wanted.matches(lower(file)))
                .toList();
    }

    /** The folder in front of the first wildcard. */
    static String fixed(String pattern) {
        int star = pattern.indexOf('*');
        int mark = pattern.indexOf('?');
        int first = star < 0 ? mark : mark < 0 ? star : Math.min(star, mark);
        return first < 0 ? Paths.parent(pattern) : Paths.parent(pattern.substring(0, first) + "x");
    }

    /** The nearest solution above a folder. */
    Optional<String> solution(String folder) {
        for (String at = folder; ; at = Paths.parent(at)) {
            String found = solutions.get(at);
            if (found != null || at.isEmpty()) return Optional.ofNullable(found);
        }
    }

    /**
     * A document of the tree.
     *
     * @throws IOException if it cannot be read
     * @throws XmlElement.Malformed if it is not well-formed
     */
    XmlElement document(String path) throws IOException, XmlElement.Malformed {
        XmlElement known = documents.get(path);
        if (known != null) return known;
        XmlElement read = XmlElement.read(tree.bytes(path));
        documents.put(path, read);
        return read;
    }
}
