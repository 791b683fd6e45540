package dev.pfeiler.ecosystem.jvm.setting;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Decides whether the Java level also selects the platform's API. Source: JEP 247. Compilers have had the option since
 * 9; with it, packages that the platform does not export cannot be used.
 */
public final class ReleaseOption {
    public static final String KEY = "release";
    private static final String OPTION = "--release";
    private static final String YES = "yes";
    private static final String NO = "no";
    private static final int FIRST = 9;

    private static final List<String> EXCLUDING =
            List.of("--add-exports", "--add-reads", "--patch-module", "--system", "-bootclasspath", "-extdirs");

    /** Starts of package names that no platform release exports. */
    private static final List<String> INTERNAL =
            List.of("sun.", "jdk.internal.", "com.sun.org.", "com.sun.java.", "com.sun.tools.javac.");

    private ReleaseOption() {}

    /** @param arguments of the compiler */
    public static boolean decide(
            int level,
            List<Wiring> wirings,
            Collection<SourceFile> sources,
            List<String> arguments,
            Deliberation deliberation) {
        Optional<Wiring.Setting> stated =
                wirings.stream().flatMap(w -> w.settings(OPTION).stream()).findFirst();
        if (level < FIRST && stated.isEmpty()) return false;
        return deliberation
                .settle(proposed(stated, sources, arguments), Choosable.oneOf(YES, NO))
                .equals(YES);
    }

    private static Decision proposed(
            Optional<Wiring.Setting> stated, Collection<SourceFile> sources, List<String> arguments) {
        if (stated.isPresent())
            return decision(
                    YES,
                    Certainty.CERTAIN,
                    "set in the wiring",
                    List.of(stated.get().evidence()));
        Optional<String> excluding = arguments.stream()
                .flatMap(argument -> List.of(argument.split(" ")).stream().limit(1))
                .filter(EXCLUDING::contains)
                .findFirst();
        if (excluding.isPresent())
            return decision(NO, Certainty.CERTAIN, "cannot be combined with " + excluding.get(), List.of());
        Optional<Evidence> internal =
                sources.stream().flatMap(source -> internal(source).stream()).findFirst();
        return internal.isPresent()
                ? decision(NO, Certainty.LIKELY, "an internal package of the platform is used", List.of(internal.get()))
                : decision(YES, Certainty.LIKELY, "the level also selects the platform's API", List.of());
    }

    /** The first place where a source names a class of an internal package. */
    private static Optional<Evidence> internal(SourceFile source) {
        Stream<Evidence> imported = source.imports().stream()
                .filter(one -> isInternal(one.name()))
                .map(one -> new Evidence(source.path(), one.line(), one.text()));
        Stream<Evidence> named = source.qualified().entrySet().stream()
                .filter(one -> isInternal(one.getKey()))
                .map(one -> new Evidence(source.path(), one.getValue(), one.getKey()));
        return Stream.concat(imported, named).findFirst();
    }

    private static boolean isInternal(String name) {
        return INTERNAL.stream().anyMatch(name::startsWith);
    }

    private static Decision decision(String value, Certainty certainty, String reason, List<Evidence> evidence) {
        return Decision.of(KEY, "Release option", value, certainty, reason, evidence);
    }
}
