package dev.pfeiler.ecosystem.jvm.model;

import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import java.util.Optional;

/**
 * Sources that a generator writes during the build.
 *
 * @param tool the artifact of the tool in the version used so far, if known
 * @param input the name of the file they are generated from
 * @param packageName of the generated sources
 * @param jakarta whether they use packages that start with {@code jakarta.}
 */
public record GeneratedSources(
        Generator generator, Optional<Coordinates> tool, String input, String packageName, boolean jakarta) {}
