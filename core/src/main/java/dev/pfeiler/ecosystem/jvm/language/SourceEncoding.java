package dev.pfeiler.ecosystem.jvm.language;

import java.util.Optional;

/**
 * How the bytes of a source decode.
 *
 * @param guess for {@link Kind#OTHER}: the charset that a detector takes it for, if it takes it for any
 */
public record SourceEncoding(Kind kind, Optional<String> guess) {
    /** What can be told from bytes. */
    public enum Kind {
        ASCII,
        UTF_8,
        UTF_16,
        /** Not ASCII and not valid as Unicode; any 8-bit charset decodes it to something. */
        OTHER
    }

    public static final SourceEncoding ASCII = new SourceEncoding(Kind.ASCII, Optional.empty());

    /** Whether any charset that extends ASCII decodes it to the same text. */
    public boolean isAscii() {
        return kind == Kind.ASCII;
    }

    /** The name of the charset, if it is known or guessed. */
    public Optional<String> charset() {
        return switch (kind) {
            case ASCII, UTF_8 -> Optional.of("UTF-8");
            case UTF_16 -> Optional.of("UTF-16");
            case OTHER -> guess;
        };
    }
}
