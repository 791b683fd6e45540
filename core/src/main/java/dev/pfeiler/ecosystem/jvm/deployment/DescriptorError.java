package dev.pfeiler.ecosystem.jvm.deployment;

import dev.pfeiler.evidence.Finding;
import java.util.Optional;

/**
 * An error in a deployment descriptor.
 *
 * @param finding the error, with its place and what to do
 * @param fix the change that corrects it, if only one can
 */
public record DescriptorError(About about, Finding finding, Optional<Fix> fix) {
    /** What errors are about. */
    public enum About {
        /** A class that is named. */
        CLASS,
        /** Other content of the descriptor. */
        CONTENT,
        /** The version that the descriptor is written for. */
        VERSION,
        /** What the server has to define. */
        SERVER
    }
}
