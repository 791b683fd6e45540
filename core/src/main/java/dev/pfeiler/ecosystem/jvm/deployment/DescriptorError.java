package dev.pfeiler.ecosystem.jvm.deployment;

import dev.pfeiler.evidence.Finding;
import java.util.Optional;

/**
 * An error in a deployment descriptor.
 *
 * @param finding the error, with its place and what to do
 * @param fix the change that corrects it, if only one can
 */
public record DescriptorError(Finding finding, Optional<Fix> fix) {}
