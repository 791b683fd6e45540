package dev.pfeiler.ecosystem.jvm.model;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** The kinds of archives that a JVM module is packed into. */
public enum Packaging {
    JAR,
    WAR,
    EAR;

    /** Its name, which is also the file extension. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static Optional<Packaging> parse(String word) {
        return Arrays.stream(values())
                .filter(packaging -> packaging.word().equals(word.strip()))
                .findFirst();
    }
}
