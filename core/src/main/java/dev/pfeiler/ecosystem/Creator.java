package dev.pfeiler.ecosystem;

import dev.pfeiler.fresh.Blueprint;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * What an ecosystem contributes to fresh projects: their descriptors, and what templates of sources may name. Beside its
 * class, among the resources, are {@code kinds.yaml}, {@code needs.yaml} and the folder {@code templates}.
 */
public interface Creator {
    /**
     * A language that projects can be created in.
     *
     * @param id by which people choose it
     * @param usualFor the kinds of projects that it is proposed for before other languages
     */
    record Language(String id, String title, Set<Kind> usualFor) {
        public Language {
            usualFor = Set.copyOf(usualFor);
        }

        /** One that is proposed in the order of the ecosystems. */
        public Language(String id, String title) {
            this(id, title, Set.of());
        }
    }

    /**
     * A release of a language or of what runs it.
     *
     * @param reason in a few words
     */
    record Level(String value, String reason) {}

    /**
     * A project's build.
     *
     * @param descriptor the path of the one that people look at
     * @param descriptors their texts by path
     * @param commands what to type in the project
     * @param ignored patterns of what the build writes, for version control to ignore
     */
    record Build(
            String descriptor,
            SortedMap<String, String> descriptors,
            List<Proposal.Command> commands,
            List<String> ignored) {}

    /** The usual one first. */
    List<Language> languages();

    /** The build tool that this machine speaks for. */
    PreferredTarget preferred(Environment environment);

    /** Fresh projects for one build tool. */
    interface Session {
        /** The level that a project gets without a choice. */
        Level level(String language);

        /** What templates of sources may name. */
        default Map<String, Object> values(Blueprint blueprint) {
            return Map.of();
        }

        /** The build of a project; the same bytes for the same blueprint on the same machine. */
        Build build(Blueprint blueprint);

        /** Whether the release of the build tool is outdated, so that it does not take all libraries. */
        default boolean isOutdated() {
            return false;
        }

        /** What is wrong with this machine for such a project: what, and what to do about it. */
        default List<String> lacking(Blueprint blueprint) {
            return List.of();
        }
    }

    /**
     * A session for a build tool whose projects have the same level whatever their language is.
     *
     * @param lacking what is wrong with this machine for such projects
     */
    record PlainSession(
            Level level,
            Function<Blueprint, Map<String, Object>> values,
            Function<Blueprint, Build> build,
            List<String> lacking)
            implements Session {
        public PlainSession {
            lacking = List.copyOf(lacking);
        }

        @Override
        public Level level(String language) {
            return level;
        }

        @Override
        public Map<String, Object> values(Blueprint blueprint) {
            return values.apply(blueprint);
        }

        @Override
        public Build build(Blueprint blueprint) {
            return build.apply(blueprint);
        }

        @Override
        public List<String> lacking(Blueprint blueprint) {
            return lacking;
        }
    }

    /** That a program is not installed, if it is not. */
    static Stream<String> lacking(Environment environment, String program, String title) {
        return environment.program(program).isPresent()
                ? Stream.empty()
                : Stream.of(title + " is not on the PATH: install it.");
    }

    /** @param target the id of the build tool */
    Session session(String target, Deliberation deliberation, Environment environment);

    /** Whether a text is a level of a language. */
    boolean isLevel(String language, String text);

    /** The levels that there are, for people; empty if those are no range. */
    default String levels() {
        return "";
    }

    /** Whether a path is that of a source of the program in a language. */
    boolean isSource(String language, String path);

    /** What a managed project is, as far as its files show it. */
    default Kind kind(ProjectTree tree) {
        return Kind.PROGRAM;
    }

    /** What templates of sources may name, as it is in a managed project. */
    default Map<String, Object> values(ProjectTree tree, String language) {
        return Map.of();
    }

    /** What separates the name of an artifact from its version. */
    char separator();

    /** Reads the notation in which artifacts are written. */
    default PackageNotation notation(String text) {
        return PackageNotation.parse(text, separator());
    }

    /** Writes it. */
    default String text(PackageNotation notation) {
        return notation.version().isEmpty() ? notation.name() : notation.name() + separator() + notation.version();
    }

    /** The newest release of an artifact with the same first number; empty if there is none or it is that one. */
    default Optional<String> newer(String notation, Environment environment) {
        return Optional.empty();
    }
}
