package dev.pfeiler.fresh;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/**
 * Something that a program needs, and the libraries that can serve it.
 *
 * @param id for example {@code database}
 * @param purpose in a few words
 * @param serving the usual one first
 */
public record Need(String id, String purpose, List<Serving> serving) {
    /** The value of a decision about a need for what serves it usually. */
    public static final String USUAL = "yes";

    private static final String KEY = "need:";

    /** The key of the decision about a need. */
    public static String key(String id) {
        return KEY + id;
    }

    /** The need that a decision is about, by its key; empty if it is about another thing. */
    public static Optional<String> ofKey(String key) {
        return key.startsWith(KEY) ? Optional.of(key.substring(KEY.length())) : Optional.empty();
    }

    public Need {
        serving = List.copyOf(serving);
        if (serving.isEmpty()) throw new IllegalArgumentException("nothing serves the need " + id);
    }

    /**
     * A library, or a part of the platform, that serves a need.
     *
     * @param need whose id it is one of
     * @param id by which it is chosen
     * @param kinds that it fits; none for all
     * @param targets build tools that it fits; none for all
     * @param freshOnly whether it is for fresh projects alone, as its files name what only those are known to have
     * @param requires ids of other needs that have to be there
     * @param artifacts what is declared
     * @param bom the bill of materials that aligns their versions
     * @param files templates by the path of what is written, which is a template, too
     * @param ignored patterns of what the program writes, for version control
     * @param statement an import that the example requires; empty if none
     * @param example an expression in the project's language whose value is a text, to show that it works
     * @param atRuntime what has to be done before the program starts; empty if nothing
     */
    public record Serving(
            String need,
            String id,
            String title,
            Set<String> languages,
            Set<Kind> kinds,
            Set<String> targets,
            boolean freshOnly,
            List<String> requires,
            List<Artifact> artifacts,
            Optional<String> bom,
            Map<String, String> files,
            List<String> ignored,
            String statement,
            String example,
            String atRuntime) {
        public Serving {
            languages = Set.copyOf(languages);
            kinds = Set.copyOf(kinds);
            targets = Set.copyOf(targets);
            requires = List.copyOf(requires);
            artifacts = List.copyOf(artifacts);
            files = new TreeMap<>(files);
            ignored = List.copyOf(ignored);
            for (Artifact artifact : artifacts)
                if (artifact.least() > artifact.most())
                    throw new IllegalArgumentException("no level has " + artifact.notation());
        }

        /** The same with other versions. */
        Serving with(List<Artifact> others, Optional<String> otherBom) {
            return new Serving(
                    need, id, title, languages, kinds, targets, freshOnly, requires, others, otherBom, files, ignored,
                    statement, example, atRuntime);
        }

        /**
         * The same with newer versions.
         *
         * @param newer the notation with a newer version, if there is one
         * @param changed takes each old notation with its new one
         */
        public Serving renewed(
                int level, Function<String, Optional<String>> newer, BiConsumer<String, String> changed) {
            UnaryOperator<String> renew = notation -> {
                Optional<String> other = newer.apply(notation);
                other.ifPresent(one -> changed.accept(notation, one));
                return other.orElse(notation);
            };
            List<Artifact> renewed = artifacts(level).stream()
                    .map(artifact -> new Artifact(
                            renew.apply(artifact.notation()), artifact.scope(), artifact.least(), artifact.most()))
                    .toList();
            return with(renewed, bom.map(renew));
        }

        public boolean fits(String language, Kind kind, String target) {
            return languages.contains(language)
                    && (kinds.isEmpty() || kinds.contains(kind))
                    && (targets.isEmpty() || targets.contains(target));
        }

        /** What is declared for a level. */
        public List<Artifact> artifacts(int level) {
            return artifacts.stream()
                    .filter(artifact -> artifact.least() <= level && level <= artifact.most())
                    .toList();
        }
    }

    /**
     * An artifact or package, in the notation of its repository.
     *
     * @param notation with its version, unless a bill of materials states it
     * @param scope {@code compile}, {@code runtime}, {@code provided} or {@code test}
     * @param least the lowest level of the language that it is for
     * @param most the highest one
     */
    public record Artifact(String notation, String scope, int least, int most) {}

    /** What serves it in a project, the usual one first. */
    public List<Serving> fitting(String language, Kind kind, String target) {
        return serving.stream().filter(one -> one.fits(language, kind, target)).toList();
    }

    /** Whether it is named or described by a word. */
    public boolean matches(String word) {
        Predicate<String> contains = text ->
                text.toLowerCase(java.util.Locale.ROOT).contains(word.strip().toLowerCase(java.util.Locale.ROOT));
        return contains.test(id)
                || contains.test(purpose)
                || serving.stream().anyMatch(one -> contains.test(one.id()) || contains.test(one.title()));
    }
}
