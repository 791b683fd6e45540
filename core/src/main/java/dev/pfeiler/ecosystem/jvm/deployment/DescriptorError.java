package dev.pfeiler.ecosystem.jvm.deployment;

import dev.pfeiler.evidence.Finding;
import java.util.Optional;

/**
 * Something wrong in a descriptor.
 *
 * @param finding says it, with its place and what to do
 * @param cure the change that mends it, where only one comes into question
 */
public record DescriptorError(Finding finding, Optional<Fix> cure) {}
