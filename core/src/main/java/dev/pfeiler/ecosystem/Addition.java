package dev.pfeiler.ecosystem;

import dev.pfeiler.conversion.Step;

/** One more dependency of a managed project: what was chosen, and the edit of the descriptor that declares it. */
public record Addition(PackageChoice choice, Step.Edit edit) {}
