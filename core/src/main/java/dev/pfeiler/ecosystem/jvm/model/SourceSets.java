package dev.pfeiler.ecosystem.jvm.model;

import java.util.Optional;

/**
 * Where the files of a module are, always in full: a writer leaves out what its tool expects anyway.
 *
 * @param packed what goes into a web or enterprise archive as it is
 * @param packageDescriptions whether there is a source that only describes its package
 */
public record SourceSets(SourceSet main, SourceSet test, Optional<PackedFiles> packed, boolean packageDescriptions) {}
