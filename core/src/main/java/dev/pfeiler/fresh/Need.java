package dev.pfeiler.fresh;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;

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

    /** The need that each project has. */
    public static final String TESTING = "testing";

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
     * A library, a framework or a part of the platform that serves a need.
     *
     * @param need whose id it is one of
     * @param id by which it is chosen
     * @param fit the projects that it is for
     * @param requires ids of other needs that have to be there
     * @param artifacts what is declared
     * @param boms the bills of materials that align their versions, for the levels that each is for
     * @param contribution its files, and what sources of a project say of it
     * @param atRuntime what has to be done before the program starts; empty if nothing
     */
    public record Serving(
            String need,
            String id,
            String title,
            Fit fit,
            List<String> requires,
            List<Artifact> artifacts,
            List<Artifact> boms,
            Contribution contribution,
            String atRuntime) {
        public Serving {
            requires = List.copyOf(requires);
            artifacts = List.copyOf(artifacts);
            boms = List.copyOf(boms);
            for (Artifact artifact : artifacts)
                if (artifact.least() > artifact.most())
                    throw new IllegalArgumentException("no level has " + artifact.notation());
        }

        /**
         * The same with newer versions.
         *
         * @param newer the notation with a newer version, if there is one
         * @param changed takes each old notation with its new one
         */
        public Serving renewed(
                int level, Function<String, Optional<String>> newer, BiConsumer<String, String> changed) {
            UnaryOperator<Artifact> renew = artifact -> {
                Optional<String> other = newer.apply(artifact.notation());
                other.ifPresent(one -> changed.accept(artifact.notation(), one));
                return other.map(artifact::as).orElse(artifact);
            };
            return new Serving(
                    need,
                    id,
                    title,
                    fit,
                    requires,
                    artifacts(level).stream().map(renew).toList(),
                    bom(level).map(renew).stream().toList(),
                    contribution,
                    atRuntime);
        }

        /** What is declared for a level. */
        public List<Artifact> artifacts(int level) {
            return artifacts.stream().filter(artifact -> artifact.isFor(level)).toList();
        }

        /** The bill of materials for a level. */
        public Optional<Artifact> bom(int level) {
            return boms.stream().filter(artifact -> artifact.isFor(level)).findFirst();
        }

        /** Its choice, as people give it. */
        public String choice() {
            return need + "=" + id;
        }
    }

    /**
     * The projects that something is for.
     *
     * @param kinds none for all
     * @param targets build tools; none for all
     * @param freshOnly whether it is for fresh projects alone, as its files name what only those are known to have
     * @param beside what has to serve other needs, by the need: what belongs to a framework goes with that alone
     * @param leastLevel the lowest level of the language that it is for
     * @param currentTool whether an outdated release of the build tool does not take it
     */
    public record Fit(
            Set<String> languages,
            Set<Kind> kinds,
            Set<String> targets,
            boolean freshOnly,
            Map<String, String> beside,
            int leastLevel,
            boolean currentTool) {
        public Fit {
            languages = Set.copyOf(languages);
            kinds = Set.copyOf(kinds);
            targets = Set.copyOf(targets);
            beside = new TreeMap<>(beside);
        }

        /** Whether it is for such projects, whatever serves their other needs. */
        public boolean fits(String language, Kind kind, String target) {
            return languages.contains(language)
                    && (kinds.isEmpty() || kinds.contains(kind))
                    && (targets.isEmpty() || targets.contains(target));
        }

        /**
         * Whether it goes with what serves other needs.
         *
         * @param serving ids of what serves needs, by the need
         */
        public boolean goesWith(Map<String, String> serving) {
            return beside.entrySet().stream().allMatch(one -> one.getValue().equals(serving.get(one.getKey())));
        }

        /** What has to serve other needs, as people choose it; empty if that is open. */
        public String companions() {
            return beside.entrySet().stream()
                    .map(one -> one.getKey() + "=" + one.getValue())
                    .collect(Collectors.joining(", "));
        }
    }

    /**
     * What something that serves a need brings into a project.
     *
     * @param files templates by the path of what is written, which is a template, too
     * @param shown the same for sources that only show how it is used
     * @param without files of the kind of project that it replaces, as templates of paths
     * @param ignored patterns of what the program writes, for version control
     * @param values what its templates may name beside what all may
     * @param start a statement that the program runs once, at its start; empty if none
     * @param statement an import that the example requires; empty if none
     * @param example an expression in the project's language whose value is a text, to show that it works
     * @param page the path of a server's page that shows it; that of an example is the need, if it has no other
     * @param form the path to which a form of a server's page sends a speed; empty if none
     */
    public record Contribution(
            Map<String, String> files,
            Map<String, String> shown,
            List<String> without,
            List<String> ignored,
            Map<String, String> values,
            String start,
            String statement,
            String example,
            String page,
            String form) {
        public Contribution {
            files = new TreeMap<>(files);
            shown = new TreeMap<>(shown);
            without = List.copyOf(without);
            ignored = List.copyOf(ignored);
            values = new TreeMap<>(values);
        }
    }

    /**
     * An artifact or package, in the notation of its repository.
     *
     * @param notation with its version, unless a bill of materials states it
     * @param scope {@code compile}, {@code runtime}, {@code provided} or {@code test}
     * @param least the lowest level of the language that it is for
     * @param most the highest one
     * @param managed whether the bill of materials states this very version
     */
    public record Artifact(String notation, String scope, int least, int most, boolean managed) {
        private boolean isFor(int level) {
            return least <= level && level <= most;
        }

        private Artifact as(String other) {
            return new Artifact(other, scope, least, most, managed);
        }
    }

    /** What serves it in a project whatever serves its other needs, the usual one first. */
    public List<Serving> fitting(String language, Kind kind, String target) {
        return serving.stream()
                .filter(one -> one.fit().fits(language, kind, target))
                .toList();
    }

    /**
     * What serves it in a project, the usual one first: a framework's own answer comes before others.
     *
     * @param others ids of what serves other needs, by the need
     */
    public List<Serving> fitting(String language, Kind kind, String target, Map<String, String> others) {
        return fitting(language, kind, target).stream()
                .filter(one -> one.fit().goesWith(others))
                .sorted(Comparator.comparing(one -> one.fit().beside().isEmpty()))
                .toList();
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
