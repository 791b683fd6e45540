package dev.pfeiler.ecosystem.jvm.language;

import dev.pfeiler.artifact.repository.Coordinates;
import java.util.List;
import java.util.Set;
import java.util.function.Function;

/**
 * What is special to the compiler of a language beside Java.
 *
 * @param programs names of the programs that start it
 * @param optionsWithValue options whose value is the next word
 * @param libraryTypes types by which a jar is known to be the language's library, the surest first
 * @param usualLibrary in the version that fresh projects have
 * @param target a level as the compiler takes it
 * @param levelArguments what makes it write classes of a level
 * @param artifact with the compiler itself
 * @param mainClass of the compiler
 */
public record LanguageCompilerTraits(
        Set<String> programs,
        Set<String> optionsWithValue,
        List<String> libraryTypes,
        Coordinates usualLibrary,
        ByLevel<String> target,
        ByLevel<List<String>> levelArguments,
        Function<LanguageVersion, Coordinates> artifact,
        Function<LanguageVersion, String> mainClass) {
    /** Something that depends on the release of the language and on the level of the classes. */
    @FunctionalInterface
    public interface ByLevel<T> {
        T of(LanguageVersion version, int level);
    }

    public LanguageCompilerTraits {
        programs = Set.copyOf(programs);
        optionsWithValue = Set.copyOf(optionsWithValue);
        libraryTypes = List.copyOf(libraryTypes);
    }
}
