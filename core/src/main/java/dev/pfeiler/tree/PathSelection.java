package dev.pfeiler.tree;

import java.util.List;
import java.util.Objects;

/** Which paths below a folder are taken, by patterns that are made ready once. */
public final class PathSelection {
    public static final PathSelection ALL = new PathSelection(List.of(), List.of());
    public static final PathSelection NONE = new PathSelection(List.of(), List.of("**"));

    private final List<String> includes;
    private final List<String> excludes;
    private final List<PathPattern> including;
    private final List<PathPattern> excluding;
    private final List<Condition> conditions;

    /** What else has to be so of a path: that all of some selections take it, any of them, or none. */
    public record Condition(Quantifier quantifier, List<PathSelection> selections) {
        public Condition {
            selections = List.copyOf(selections);
        }

        boolean holds(String path) {
            return switch (quantifier) {
                case ALL -> selections.stream().allMatch(selection -> selection.takes(path));
                case ANY -> selections.stream().anyMatch(selection -> selection.takes(path));
                case NONE -> selections.stream().noneMatch(selection -> selection.takes(path));
            };
        }
    }

    /** How many of some selections. */
    public enum Quantifier {
        ALL,
        ANY,
        NONE
    }

    /**
     * @param includes patterns of what is taken; empty for all
     * @param excludes patterns of what is left out
     */
    public PathSelection(List<String> includes, List<String> excludes) {
        this(includes, excludes, List.of());
    }

    /**
     * @param includes patterns of what is taken; empty for all
     * @param excludes patterns of what is left out
     * @param conditions that hold beside that
     */
    public PathSelection(List<String> includes, List<String> excludes, List<Condition> conditions) {
        this.includes = List.copyOf(includes);
        this.excludes = List.copyOf(excludes);
        this.including = this.includes.stream().map(PathPattern::of).toList();
        this.excluding = this.excludes.stream().map(PathPattern::of).toList();
        this.conditions = List.copyOf(conditions);
    }

    /** Whether the patterns say all of it. */
    public boolean isByPatterns() {
        return conditions.isEmpty();
    }

    public List<String> includes() {
        return includes;
    }

    public List<String> excludes() {
        return excludes;
    }

    public boolean takes(String path) {
        return (including.isEmpty() || matches(including, path))
                && !leavesOut(path)
                && conditions.stream().allMatch(condition -> condition.holds(path));
    }

    /** Whether something below a folder may be taken, as far as the patterns start with names of folders. */
    public boolean mayTakeBelow(String folder) {
        return includes.isEmpty() || includes.stream().anyMatch(pattern -> mayMatchBelow(pattern, folder));
    }

    private static boolean mayMatchBelow(String pattern, String folder) {
        String start = pattern.replaceFirst("[^/]*[*?].*$", "");
        if (start.equals(pattern) && !pattern.endsWith("/")) return Paths.within(folder, pattern);
        String named = Paths.withoutSlash(start);
        return Paths.within(folder, named) || Paths.within(named, folder);
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
                && excludes.equals(selection.excludes)
                && conditions.equals(selection.conditions);
    }

    @Override
    public int hashCode() {
        return Objects.hash(includes, excludes, conditions);
    }

    @Override
    public String toString() {
        return includes + " without " + excludes + (conditions.isEmpty() ? "" : " if " + conditions);
    }
}
