package dev.pfeiler.conversion;

import java.util.List;

/** Finds the paths that the commands of one ecosystem take, in a line of a script. */
@FunctionalInterface
public interface PathArguments {
    /** A text within a line, from its first to behind its last character. */
    record Range(int start, int end) {}

    /** In order, without overlaps. */
    List<Range> in(String line);
}
