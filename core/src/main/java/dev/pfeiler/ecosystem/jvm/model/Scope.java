package dev.pfeiler.ecosystem.jvm.model;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** On which class paths a dependency stands. Source: the dependency scopes of Maven. */
public enum Scope {
    COMPILE,
    PROVIDED,
    RUNTIME,
    TEST,
    /** Not declared, as something that is declared brings it. */
    ALONG,
    /** Not wanted. */
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
