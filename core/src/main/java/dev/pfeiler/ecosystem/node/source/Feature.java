package dev.pfeiler.ecosystem.node.source;

import dev.pfeiler.evidence.Evidence;

/**
 * Something in a script that not every release of the runtime knows.
 *
 * @param text what it is
 * @param release the first release of Node.js that has it, for example {@code 14.0.0}
 */
public record Feature(String text, String release, Evidence evidence) {
    /** The major number of the release. */
    public int major() {
        return Integer.parseInt(release.substring(0, release.indexOf('.')));
    }
}
