package dev.pfeiler.fresh;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** What a fresh project is to be. */
public enum Kind {
    PROGRAM("a program for the command line"),
    LIBRARY("code for other programs"),
    WEB("a web archive for a servlet container"),
    SERVER("a program that answers HTTP requests itself"),
    DESKTOP("a program with a window"),
    FRONTEND("pages with bundled scripts");

    private final String purpose;

    Kind(String purpose) {
        this.purpose = purpose;
    }

    /** Its name in choices. */
    public String id() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** In a few words. */
    public String purpose() {
        return purpose;
    }

    public static Optional<Kind> of(String id) {
        return Arrays.stream(values())
                .filter(kind -> kind.id().equals(id.strip()))
                .findFirst();
    }
}
