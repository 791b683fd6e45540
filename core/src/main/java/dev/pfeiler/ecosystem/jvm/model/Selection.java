package dev.pfeiler.ecosystem.jvm.model;

import java.util.List;

/**
 * Which of a module's classes and resources go into an archive.
 *
 * @param includes patterns of what goes in; empty for all
 * @param excludes patterns of what is left out
 */
public record Selection(List<String> includes, List<String> excludes) {
    public static final Selection ALL = new Selection(List.of(), List.of());

    public Selection {
        includes = List.copyOf(includes);
        excludes = List.copyOf(excludes);
    }
}
