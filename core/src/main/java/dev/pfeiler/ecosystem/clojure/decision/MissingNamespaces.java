package dev.pfeiler.ecosystem.clojure.decision;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.clojure.decision.SourceRoles.Role;
import dev.pfeiler.ecosystem.clojure.model.Dependency;
import dev.pfeiler.ecosystem.clojure.project.ClojureProject;
import dev.pfeiler.ecosystem.clojure.source.ClojureSource;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Question;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.maven.artifact.versioning.ComparableVersion;

/** Namespaces that sources require and that neither they nor a jar provide. */
final class MissingNamespaces {
    private static final String NONE = "none";
    /** What comes with the language. Source: its documentation of namespaces. */
    private static final Set<String> BUILT_IN = Set.of(
            "core",
            "string",
            "set",
            "walk",
            "zip",
            "xml",
            "test",
            "pprint",
            "repl",
            "edn",
            "data",
            "inspector",
            "main",
            "reflect",
            "stacktrace",
            "template",
            "instant",
            "uuid",
            "datafy",
            "math",
            "genclass",
            "gvec",
            "parallel",
            "java.io",
            "java.shell",
            "java.browse",
            "java.javadoc",
            "java.process",
            "java.basis",
            "spec.alpha",
            "spec.test.alpha",
            "spec.gen.alpha",
            "core.protocols",
            "core.reducers",
            "core.server",
            "core.specs.alpha",
            "test.junit",
            "test.tap",
            "repl.deps",
            "tools.deps.interop");

    private final Deliberation deliberation;
    private final LanguageLibraries own;
    private final Map<String, Dependency> found = new LinkedHashMap<>();
    private final List<Finding> left = new ArrayList<>();

    MissingNamespaces(ClojureProject project, SourceRoles roles, Deliberation deliberation, Repositories repositories) {
        this.deliberation = deliberation;
        this.own = new LanguageLibraries(repositories);
        boolean language = project.hasLanguage();
        boolean pages = project.jars().stream().anyMatch(jar -> jar.namespaces().contains("cljs.core"));
        if (!language) ask("clojure", release(roles), Dependency.Scope.MAIN, List.of());
        boolean needed = roles.all().values().stream()
                .anyMatch(one -> one.source().dialect() == ClojureSource.Dialect.CLOJURESCRIPT);
        if (needed && !pages) {
            boolean program =
                    roles.sources(Role.MAIN).anyMatch(source -> source.dialect().runsOnJvm());
            ask(
                    "clojurescript",
                    UsualReleases.PAGES,
                    program ? Dependency.Scope.PROVIDED : Dependency.Scope.MAIN,
                    List.of());
        }
        Map<String, List<ClojureSource>> namespaces = project.namespaces();
        for (Role role : List.of(Role.MAIN, Role.TEST))
            roles.sources(role).forEach(source -> source.required().forEach((name, place) -> {
                boolean here = namespaces.containsKey(name)
                        || project.providing(name).isPresent()
                        || isBuiltIn(name, language)
                        || name.startsWith("goog.")
                        || name.equals("goog")
                        || source.dialect().runsOnPages() && isOfPages(name);
                if (!here) missing(name, place, role == Role.TEST ? Dependency.Scope.TEST : Dependency.Scope.MAIN);
            }));
    }

    List<Dependency> dependencies() {
        return List.copyOf(found.values());
    }

    List<Finding> left() {
        return left;
    }

    private static boolean isBuiltIn(String name, boolean language) {
        return !language && name.startsWith("clojure.") && BUILT_IN.contains(name.substring("clojure.".length()))
                || name.startsWith("clojure.spec.") && BUILT_IN.contains(name.substring("clojure.".length()));
    }

    private static boolean isOfPages(String name) {
        return name.startsWith("cljs.") || name.startsWith("clojure.");
    }

    /** The newest release that something in the sources needs, or the usual one. */
    private static Coordinates release(SourceRoles roles) {
        Optional<String> newest = roles.all().values().stream()
                .flatMap(one -> one.source().newest().stream())
                .map(ClojureSource.ReleaseSign::release)
                .max(Comparator.comparing(ComparableVersion::new));
        boolean newer = newest.filter(one ->
                        new ComparableVersion(one).compareTo(new ComparableVersion(UsualReleases.LANGUAGE.version()))
                                > 0)
                .isPresent();
        return newer ? UsualReleases.LANGUAGE.withVersion(newest.get() + ".0") : UsualReleases.LANGUAGE;
    }

    private void missing(String name, Evidence place, Dependency.Scope scope) {
        String key = "library:" + name;
        Optional<Coordinates> known = LanguageLibraries.isNamed(name)
                ? own.of(name, false).flatMap(LanguageLibraries.Library::newest)
                : Optional.empty();
        Optional<Coordinates> chosen =
                deliberation.choices().of(key).flatMap(choice -> Coordinates.parse(choice.value()));
        boolean answered = deliberation.choices().of(key).isPresent();
        if (known.isEmpty() && !answered) {
            left.add(Finding.trouble(
                    name,
                    "is required and nothing provides it; say which library has it with --choose " + key
                            + "=GROUP:ARTIFACT:VERSION",
                    place));
            return;
        }
        boolean declared = found.values().stream().anyMatch(one -> known.filter(
                        artifact -> artifact.key().equals(one.coordinates().key()))
                .isPresent());
        if (!declared) ask(name, known.or(() -> chosen).orElse(UsualReleases.LANGUAGE), scope, List.of(place));
    }

    private void ask(String name, Coordinates proposed, Dependency.Scope scope, List<Evidence> evidence) {
        Question question = new Question(
                "library:" + name,
                "Which library has " + name + "?",
                Optional.of(proposed.toString()),
                List.of(proposed.toString(), NONE));
        String standing = deliberation.ask(
                question,
                "Library for " + name,
                evidence,
                text -> text.strip().equals(NONE)
                        ? Optional.of(NONE)
                        : Coordinates.parse(text).map(Coordinates::toString));
        Coordinates.parse(standing).ifPresent(one -> found.put(name, new Dependency(one, scope)));
    }
}
