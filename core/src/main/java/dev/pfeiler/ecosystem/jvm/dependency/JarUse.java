package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.ecosystem.jvm.model.Scope;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** What becomes of a jar on the class path: it is declared in a scope, or it is not declared. */
enum JarUse {
    COMPILE,
    PROVIDED,
    RUNTIME,
    TEST,
    /** Not declared: something that is declared depends on it. */
    TRANSITIVE,
    /** Not on the class path any more. */
    EXCLUDE;

    static JarUse in(Scope scope) {
        return valueOf(scope.name());
    }

    String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** The scope, if it is declared. */
    Optional<Scope> scope() {
        return Scope.parse(word());
    }

    static Optional<JarUse> parse(String word) {
        return Arrays.stream(values())
                .filter(use -> use.word().equals(word.strip()))
                .findFirst();
    }
}
