package dev.pfeiler.ecosystem.jvm.model;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** The class paths that a dependency is on. Source: the dependency scopes of Maven, which other tools map to. */
public enum Scope {
    COMPILE,
    PROVIDED,
    RUNTIME,
    TEST;

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** Whether a packed or running program has it. */
    public boolean ships() {
        return this == COMPILE || this == RUNTIME;
    }

    public static Optional<Scope> parse(String word) {
        return Arrays.stream(values())
                .filter(scope -> scope.word().equals(word.strip()))
                .findFirst();
    }
}
