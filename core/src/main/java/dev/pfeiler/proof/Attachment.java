package dev.pfeiler.proof;

import java.nio.file.Path;

/**
 * A file that a proof leaves behind for people to look at.
 *
 * @param caption what it shows
 */
public record Attachment(Path file, String caption, Kind kind) {
    /** What kind of file it is. */
    public enum Kind {
        PICTURE,
        LOG,
        FILE
    }
}
