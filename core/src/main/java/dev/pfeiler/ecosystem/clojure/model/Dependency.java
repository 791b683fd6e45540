package dev.pfeiler.ecosystem.clojure.model;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.ManagedBuild;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * A library that a build declares.
 *
 * @param excluded group and artifact of what it is not to bring along
 * @param local the path of the jar in the project, where no repository has it
 */
public record Dependency(Coordinates coordinates, Scope scope, List<String> excluded, Optional<String> local) {
    /** Which runs have a library on their class path. */
    public enum Scope {
        /** All. */
        MAIN,
        /** All in the project itself; what uses or starts the project brings its own, or needs none. */
        PROVIDED,
        /** Those of tests. */
        TEST;

        /** The word in choices. */
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<Scope> parse(String word) {
            for (Scope scope : values()) if (scope.word().equals(word.strip())) return Optional.of(scope);
            return Optional.empty();
        }
    }

    public Dependency {
        excluded = List.copyOf(new TreeSet<>(excluded));
    }

    /** What a descriptor declares with a version, as it is for all runs. */
    public static List<Dependency> declared(ManagedBuild build) {
        List<Dependency> declared = new ArrayList<>();
        for (ManagedBuild.DeclaredPackage one : build.declared())
            Coordinates.of(one.notation().name(), one.notation().version())
                    .ifPresent(found -> declared.add(
                            new Dependency(found, Scope.MAIN, List.copyOf(one.excluded()), Optional.empty())));
        return declared;
    }

    public Dependency(Coordinates coordinates, Scope scope) {
        this(coordinates, scope, List.of(), Optional.empty());
    }

    /** The symbol that names it: group and artifact, the group only where it has another name. */
    public String symbol(boolean brief) {
        return symbol(coordinates.group() + ":" + coordinates.artifact(), brief);
    }

    /** The symbol that names an artifact of a group, which {@link #key} reads. */
    public static String symbol(String key, boolean brief) {
        String[] parts = key.split(":");
        return brief && parts[0].equals(parts[1]) ? parts[1] : parts[0] + "/" + parts[1];
    }

    /** The symbols of what is excluded. */
    public List<String> excludedSymbols(boolean brief) {
        return excluded.stream().map(key -> symbol(key, brief)).toList();
    }

    /** The artifact that a symbol names. */
    public static String key(String symbol) {
        int slash = symbol.indexOf('/');
        return slash < 0 ? symbol + ":" + symbol : symbol.substring(0, slash) + ":" + symbol.substring(slash + 1);
    }

    /** The same without some of what it brings along. */
    public Dependency without(Set<String> keys) {
        List<String> all = new ArrayList<>(excluded);
        all.addAll(keys);
        return new Dependency(coordinates, scope, all, local);
    }
}
