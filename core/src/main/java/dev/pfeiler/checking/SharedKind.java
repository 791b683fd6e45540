package dev.pfeiler.checking;

import static dev.pfeiler.check.Severity.ERROR;
import static dev.pfeiler.check.Severity.WARNING;

import dev.pfeiler.check.Kind;
import dev.pfeiler.check.Severity;

/** The kinds of discrepancies that projects of every ecosystem can have. */
public enum SharedKind implements Kind {
    OUTPUT_NOT_IGNORED(WARNING, "What the build writes is in the tree, and no ignore file names it"),
    SOURCE_IGNORED(ERROR, "An ignore rule covers a source"),
    PART_VERSION(WARNING, "A part has another version than the project that it is in"),
    PAGE_FILE_MISSING(ERROR, "A page loads a script or style sheet that is not there");

    private final Severity severity;
    private final String title;

    SharedKind(Severity severity, String title) {
        this.severity = severity;
        this.title = title;
    }

    @Override
    public String title() {
        return title;
    }

    @Override
    public Severity severity() {
        return severity;
    }
}
