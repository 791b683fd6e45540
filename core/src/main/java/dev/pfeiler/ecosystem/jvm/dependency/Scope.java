package dev.pfeiler.ecosystem.jvm.dependency;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** On which class paths a dependency stands. Source: the dependency scopes of Maven. */
public enum Scope {
    COMPILE,
    PROVIDED,
    RUNTIME,
    TEST,
    /** Declared nowhere. */
    DROP;

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static Optional<Scope> parse(String word) {
        return Arrays.stream(values())
                .filter(scope -> scope.word().equals(word.strip()))
                .findFirst();
    }
}
