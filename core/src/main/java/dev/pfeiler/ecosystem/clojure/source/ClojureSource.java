package dev.pfeiler.ecosystem.clojure.source;

import dev.pfeiler.evidence.Evidence;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What one source says about itself and what it needs.
 *
 * @param path within the tree
 * @param namespace that it declares
 * @param resumed the namespaces that it goes on with ({@code in-ns})
 * @param required namespaces, with the first place of each, below the declaration too
 * @param imported classes, with the first place of each
 * @param loaded what it loads by a path as namespaces have it, without an extension ({@code load})
 * @param files that it loads by their paths ({@code load-file})
 * @param definesMain whether it defines {@code -main}
 * @param definesTests whether it defines tests
 * @param runsTests whether it runs those of other namespaces
 * @param compiled the class that is generated for the namespace
 * @param newest the release of Clojure that it needs, with the sign of it
 */
public record ClojureSource(
        String path,
        Dialect dialect,
        Optional<Declared> namespace,
        Set<String> resumed,
        Map<String, Evidence> required,
        Map<String, Evidence> imported,
        Set<String> loaded,
        Map<String, Evidence> files,
        boolean definesMain,
        boolean definesTests,
        boolean runsTests,
        Optional<String> compiled,
        Optional<ReleaseSign> newest) {
    /** Whose source it is. */
    public enum Dialect {
        CLOJURE,
        CLOJURESCRIPT,
        BOTH;

        static Dialect of(String extension) {
            return switch (extension) {
                case "cljs" -> CLOJURESCRIPT;
                case "cljc" -> BOTH;
                default -> CLOJURE;
            };
        }

        public boolean runsOnJvm() {
            return this != CLOJURESCRIPT;
        }

        public boolean runsOnPages() {
            return this != CLOJURE;
        }
    }

    /** A declared namespace and the place of its declaration. */
    public record Declared(String name, Evidence evidence) {}

    /** Something that came with a release. */
    public record ReleaseSign(String release, Evidence evidence) {}

    public ClojureSource {
        resumed = Set.copyOf(resumed);
        required = Map.copyOf(required);
        imported = Map.copyOf(imported);
        loaded = Set.copyOf(loaded);
        files = Map.copyOf(files);
    }

    public String name() {
        return namespace.map(Declared::name).orElse("");
    }

    /** The path below a source folder at which a namespace is looked for, without an extension. */
    public static String place(String namespace) {
        return namespace.replace('-', '_').replace('.', '/');
    }
}
