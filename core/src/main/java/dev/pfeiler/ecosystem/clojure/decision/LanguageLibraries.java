package dev.pfeiler.ecosystem.clojure.decision;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.apache.maven.artifact.versioning.ComparableVersion;

/** The language's own libraries, whose artifacts are named like their namespaces: {@code clojure.data.json} is data.json. */
public final class LanguageLibraries {
    private static final String OWNER = "org.clojure";
    private static final String PREFIX = "clojure.";
    private static final String PRERELEASE = "(?i).*(alpha|beta|rc|snapshot).*";

    private final Repositories repositories;

    public LanguageLibraries(Repositories repositories) {
        this.repositories = repositories;
    }

    /**
     * A library with its versions, the newest first.
     *
     * @param key group and artifact
     */
    public record Library(String key, List<String> versions) {
        public Library {
            versions = List.copyOf(versions);
        }

        Optional<Coordinates> newest() {
            return versions.stream().findFirst().flatMap(version -> Coordinates.of(key, version));
        }
    }

    /** Whether a name can be that of a namespace of one of them. */
    public static boolean isNamed(String namespace) {
        return namespace.startsWith(PREFIX);
    }

    /**
     * The library with a namespace, or of a name.
     *
     * @param all whether prereleases are listed too
     * @return nothing if no repository has one
     */
    public Optional<Library> of(String namespace, boolean all) {
        String name = isNamed(namespace) ? namespace.substring(PREFIX.length()) : namespace;
        // a namespace below that of a library belongs to it
        return Stream.iterate(name, one -> one.contains("."), one -> one.substring(0, one.lastIndexOf('.')))
                .map(artifact -> new Library(OWNER + ":" + artifact, versions(artifact, all)))
                .filter(library -> !library.versions().isEmpty())
                .findFirst();
    }

    private List<String> versions(String artifact, boolean all) {
        return repositories.versions(OWNER, artifact).all().stream()
                .filter(version -> all || !version.matches(PRERELEASE))
                .sorted(Comparator.comparing((String version) -> new ComparableVersion(version))
                        .reversed())
                .toList();
    }
}
