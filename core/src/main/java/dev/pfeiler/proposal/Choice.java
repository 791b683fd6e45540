package dev.pfeiler.proposal;

import dev.pfeiler.evidence.Evidence;
import java.util.Objects;

/**
 * What a user settled about one decision.
 *
 * @param said where it was said: an option, or a line of the choices file
 */
public record Choice(String key, String value, Evidence said) {
    public Choice {
        Objects.requireNonNull(key);
        Objects.requireNonNull(value);
        Objects.requireNonNull(said);
    }

    /** A choice made by an option of the command line. */
    public static Choice option(String key, String value, String option) {
        return new Choice(key, value, Evidence.of("command line", option));
    }

    /** Whether it comes from a file of the project, and not from the person who runs Pfeiler. */
    public boolean isOfProject() {
        return said.file().equals(ChoicesFile.NAME);
    }

    /** Where it was said, for a user who has to correct it. */
    String where() {
        return said.line() > 0 ? said.place() : said.excerpt();
    }
}
