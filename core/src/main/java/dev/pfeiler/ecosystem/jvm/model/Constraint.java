package dev.pfeiler.ecosystem.jvm.model;

import dev.pfeiler.artifact.repository.Coordinates;

/**
 * The version of a transitive dependency, stated without declaring the dependency.
 *
 * @param reason why it has to be stated
 */
public record Constraint(Coordinates coordinates, String reason) {}
