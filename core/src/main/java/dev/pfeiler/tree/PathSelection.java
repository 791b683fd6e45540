package dev.pfeiler.tree;

import java.util.List;

/** Which paths below a folder are taken, by patterns that are made ready once. */
public final class PathSelection {
    public static final PathSelection ALL = new PathSelection(List.of(), List.of());

    private final List<String> includes;
    private final List<String> excludes;
    private final List<PathPattern> including;
    private final List<PathPattern> excluding;

    /**
     * @param includes patterns of what is taken; empty for all
     * @param excludes patterns of what is left out
     */
    public PathSelection(List<String> includes, List<String> excludes) {
        this.includes = List.copyOf(includes);
        this.excludes = List.copyOf(excludes);
        this.including = this.includes.stream().map(PathPattern::of).toList();
        this.excluding = this.excludes.stream().map(PathPattern::of).toList();
    }

    public List<String> includes() {
        return includes;
    }

    public List<String> excludes() {
        return excludes;
    }

    public boolean takes(String path) {
        return (including.isEmpty() || matches(including, path)) && !leavesOut(path);
    }

    /** Whether a pattern leaves a path out, whatever else is taken. */
    public boolean leavesOut(String path) {
        return matches(excluding, path);
    }

    private static boolean matches(List<PathPattern> patterns, String path) {
        return patterns.stream().anyMatch(pattern -> pattern.matches(path));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof PathSelection selection
                && includes.equals(selection.includes)
                && excludes.equals(selection.excludes);
    }

    @Override
    public int hashCode() {
        return 31 * includes.hashCode() + excludes.hashCode();
    }

    @Override
    public String toString() {
        return includes + " without " + excludes;
    }
}
