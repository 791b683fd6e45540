package dev.pfeiler.ecosystem.jvm.maven;

import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import java.util.Optional;

/**
 * A build plug-in that writes sources.
 *
 * @param tool the generator itself, in the version that was used until now, where that is known
 */
public record GeneratorPlugin(Coordinates plugin, String goal, Optional<Coordinates> tool) {}
