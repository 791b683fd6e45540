package dev.pfeiler.artifact.identity;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import java.util.List;

/**
 * Which artifact a jar is.
 *
 * @param alternatives other coordinates that would fit
 */
public record JarIdentity(Coordinates coordinates, Sign sign, List<Evidence> evidence, List<Coordinates> alternatives) {
    /** What named the artifact, strongest first. */
    public enum Sign {
        /** The same bytes are in a repository under these coordinates. */
        HASH(Certainty.CERTAIN, "identical to the jar in the local repository"),
        /** A repository's checksum for these coordinates is that of the jar. */
        CHECKSUM(Certainty.CERTAIN, "matches a repository's checksum"),
        /** The descriptor inside the jar states them. */
        DESCRIPTOR(Certainty.LIKELY, "stated by its own POM"),
        /** A repository has the same files under these coordinates, packed into other bytes. */
        REPACKED(Certainty.CERTAIN, "the files of the published jar, packed again"),
        /** A repository has these coordinates with other bytes. */
        CHANGED(Certainty.LIKELY, "modified copy"),
        /** Several artifacts were merged into it. */
        MERGED(Certainty.LIKELY, "several artifacts merged into one jar"),
        /** Made up from its manifest and file name, and every repository was asked. */
        NOBODY(Certainty.LIKELY, "not found under the coordinates tried"),
        /** Made up from its manifest and file name; not every repository could be asked. */
        NAME(Certainty.GUESS, "named after its file");

        private final Certainty certainty;
        private final String text;

        Sign(Certainty certainty, String text) {
            this.certainty = certainty;
            this.text = text;
        }

        public Certainty certainty() {
            return certainty;
        }

        public String text() {
            return text;
        }

        /** Whether a repository can be expected to have these very files under the coordinates. */
        public boolean published() {
            return this == HASH || this == CHECKSUM || this == REPACKED || this == DESCRIPTOR;
        }
    }

    public JarIdentity {
        evidence = List.copyOf(evidence);
        alternatives = List.copyOf(alternatives);
    }
}
