package dev.pfeiler.tree;

import java.io.File;
import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.Locale;
import java.util.Optional;

/** Paths within a tree: strings with {@code /} between their parts, the tree itself being the empty string. */
public final class Paths {
    private Paths() {}

    /** The last part. */
    public static String name(String path) {
        return path.substring(path.lastIndexOf('/') + 1);
    }

    /** A path without slashes at its end. */
    public static String withoutSlash(String path) {
        int end = path.length();
        while (end > 0 && path.charAt(end - 1) == '/') end--;
        return path.substring(0, end);
    }

    /** A path without slashes at its start. */
    public static String withoutRoot(String path) {
        int start = 0;
        while (start < path.length() && path.charAt(start) == '/') start++;
        return path.substring(start);
    }

    /** How many names a path has. */
    public static int depth(String path) {
        return (int) path.chars().filter(c -> c == '/').count() + 1;
    }

    /** A path without the extension of its last name. */
    public static String withoutExtension(String path) {
        int dot = path.lastIndexOf('.');
        return dot > path.lastIndexOf('/') ? path.substring(0, dot) : path;
    }

    /** The topmost name of a path: the path itself if it has no folder. */
    public static String first(String path) {
        int slash = path.indexOf('/');
        return slash < 0 ? path : path.substring(0, slash);
    }

    /** The folder it is in; empty for what is at the top. */
    public static String parent(String path) {
        int slash = path.lastIndexOf('/');
        return slash < 0 ? "" : path.substring(0, slash);
    }

    /** What follows the last dot of the name, in lower case. */
    public static String extension(String path) {
        int dot = path.lastIndexOf('.');
        return dot <= path.lastIndexOf('/') + 1 ? "" : path.substring(dot + 1).toLowerCase(Locale.ROOT);
    }

    /** The name without its last extension. */
    public static String stem(String path) {
        String name = name(path);
        int dot = name.lastIndexOf('.');
        return dot <= 0 ? name : name.substring(0, dot);
    }

    public static String join(String folder, String path) {
        if (folder.isEmpty()) return path;
        return path.isEmpty() ? folder : folder + "/" + path;
    }

    /** Whether the path is in the folder, at any depth, or is the folder. */
    public static boolean within(String folder, String path) {
        return folder.isEmpty()
                || path.startsWith(folder) && (path.length() == folder.length() || path.charAt(folder.length()) == '/');
    }

    /** The path as seen from a folder that holds it. */
    public static String relative(String folder, String path) {
        if (folder.isEmpty()) return path;
        return path.length() == folder.length() ? "" : path.substring(folder.length() + 1);
    }

    /** What comes before a path in a longer one that ends with it; empty if it does not end with it. */
    public static Optional<String> before(String end, String path) {
        if (end.isEmpty()) return Optional.of(path);
        if (path.equals(end)) return Optional.of("");
        return path.endsWith("/" + end)
                ? Optional.of(path.substring(0, path.length() - end.length() - 1))
                : Optional.empty();
    }

    /** The longest path that two paths end with; empty if their names differ. */
    public static String commonEnd(String one, String other) {
        String end = "";
        for (String path = one; !path.isEmpty(); path = parent(path)) {
            String longer = join(name(path), end);
            if (before(longer, other).isEmpty()) break;
            end = longer;
        }
        return end;
    }

    /** The path as written in a file of some folder, with {@code ..} where it is outside that. */
    public static String from(String folder, String path) {
        String at = folder;
        StringBuilder up = new StringBuilder();
        for (; !within(at, path); at = parent(at)) up.append("../");
        return up + relative(at, path);
    }

    /** The path with {@code .}, {@code ..} and doubled slashes resolved; empty if it leads out of the tree. */
    public static Optional<String> normal(String path) {
        if (path.startsWith("/")) return Optional.empty();
        Deque<String> parts = new ArrayDeque<>();
        for (String part : path.replace('\\', '/').split("/")) {
            if (part.isEmpty() || part.equals(".")) continue;
            if (!part.equals("..")) parts.addLast(part);
            else if (parts.pollLast() == null) return Optional.empty();
        }
        return Optional.of(String.join("/", parts));
    }

    /**
     * Whether a text is the path of something in a tree as Pfeiler itself writes it: not empty, relative, and without
     * {@code .}, {@code ..}, doubled slashes or characters that no file system takes.
     */
    public static boolean isPlain(String path) {
        if (path.isEmpty() || path.indexOf('\0') >= 0) return false;
        if (File.separatorChar == '\\' && (path.indexOf('\\') >= 0 || path.indexOf(':') >= 0)) return false;
        for (String part : path.split("/", -1))
            if (part.isEmpty() || part.equals(".") || part.equals("..")) return false;
        return true;
    }

    /** The path with {@code .}, {@code ..} and doubled slashes resolved, starting with {@code ..} where it leads out. */
    public static String resolved(String path) {
        Deque<String> parts = new ArrayDeque<>();
        for (String part : path.replace('\\', '/').split("/")) {
            if (part.isEmpty() || part.equals(".")) continue;
            boolean up =
                    part.equals("..") && !parts.isEmpty() && !parts.peekLast().equals("..");
            if (up) parts.removeLast();
            else parts.addLast(part);
        }
        return String.join("/", parts);
    }

    /** Whether a resolved path leads out of the tree. */
    public static boolean isOutside(String path) {
        return within("..", path);
    }

    /** The innermost folder that contains all of some folders; empty if that is the top. */
    public static String common(Collection<String> folders) {
        return folders.stream()
                .reduce((one, other) -> {
                    String common = one;
                    while (!within(common, other)) common = parent(common);
                    return common;
                })
                .orElse("");
    }
}
