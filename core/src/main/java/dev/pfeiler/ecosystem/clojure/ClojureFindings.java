package dev.pfeiler.ecosystem.clojure;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.clojure.project.ClojureCall;
import dev.pfeiler.ecosystem.clojure.project.ClojureProject;
import dev.pfeiler.ecosystem.clojure.project.PageBuild;
import dev.pfeiler.ecosystem.clojure.source.ClojureSource;
import dev.pfeiler.ecosystem.clojure.source.ClojureSource.Dialect;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Finding.Topic;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** What was read of a project, and what in it stands against a conversion. */
final class ClojureFindings {
    private static final int SHOWN = 3;

    private final ClojureProject project;
    private final List<Finding> findings = new ArrayList<>();

    ClojureFindings(ClojureProject project) {
        this.project = project;
        languages();
        folders();
        libraries();
        calls();
        duplicates();
        places();
        cycles();
        findings.addAll(project.trouble());
    }

    List<Finding> all() {
        return List.copyOf(findings);
    }

    private void found(Topic topic, String subject, String fact, Certainty certainty, List<Evidence> evidence) {
        findings.add(Finding.of(topic, subject, fact, certainty, evidence));
    }

    private void languages() {
        Map<String, List<ClojureSource>> byDialect = new TreeMap<>();
        for (ClojureSource source : project.sources().values())
            byDialect
                    .computeIfAbsent(
                            switch (source.dialect()) {
                                case CLOJURE -> "Clojure";
                                case CLOJURESCRIPT -> "ClojureScript";
                                case BOTH -> "Clojure and ClojureScript";
                            },
                            dialect -> new ArrayList<>())
                    .add(source);
        byDialect.forEach((dialect, sources) -> found(
                Topic.LANGUAGES,
                dialect,
                Text.count(sources.size(), "source"),
                Certainty.CERTAIN,
                sources.stream()
                        .limit(1)
                        .map(source -> Evidence.of(source.path(), ""))
                        .toList()));
        project.sources().values().stream()
                .flatMap(source -> source.newest().stream())
                .max(Comparator.comparing(sign ->
                        Integer.parseInt(sign.release().substring(sign.release().indexOf('.') + 1))))
                .ifPresent(sign -> found(
                        Topic.SETTINGS,
                        "Clojure " + sign.release(),
                        "is the oldest release that has all that the sources use",
                        Certainty.LIKELY,
                        List.of(sign.evidence())));
    }

    private void folders() {
        Map<String, List<ClojureSource>> byFolder = new TreeMap<>();
        for (ClojureSource source : project.sources().values())
            ClojureProject.folder(source).ifPresent(folder -> byFolder.computeIfAbsent(folder, f -> new ArrayList<>())
                    .add(source));
        byFolder.forEach((folder, sources) -> found(
                Topic.FOLDERS,
                folder.isEmpty() ? "." : folder,
                "has " + Text.count(sources.size(), "namespace") + " at their places",
                Certainty.CERTAIN,
                sources.stream()
                        .flatMap(source -> source.namespace().stream())
                        .map(ClojureSource.Declared::evidence)
                        .limit(SHOWN)
                        .toList()));
    }

    private void libraries() {
        Map<Jar, Evidence> uses = project.uses(project.sources().values().stream());
        for (Jar jar : project.jars())
            found(
                    Topic.LIBRARIES,
                    jar.path(),
                    uses.containsKey(jar) ? "is used" : "no source names anything of it",
                    uses.containsKey(jar) ? Certainty.CERTAIN : Certainty.LIKELY,
                    uses.containsKey(jar) ? List.of(uses.get(jar)) : List.of());
    }

    private void calls() {
        Set<String> seen = new LinkedHashSet<>();
        for (ClojureCall call : project.calls()) {
            if (!seen.add(call.script() + " " + call.main())) continue;
            found(
                    Topic.TOOLS,
                    call.script(),
                    call.tests() ? "runs tests" : "starts " + call.main(),
                    Certainty.CERTAIN,
                    List.of(call.evidence()));
            call.missing()
                    .forEach(entry -> found(
                            Topic.TROUBLE,
                            entry,
                            "is on a class path and is not there",
                            Certainty.CERTAIN,
                            List.of(call.evidence())));
        }
        for (PageBuild build : project.pages())
            found(
                    Topic.TOOLS,
                    build.script(),
                    "compiles ClojureScript"
                            + build.option("output-to")
                                    .map(file -> " to " + file)
                                    .orElse(""),
                    Certainty.CERTAIN,
                    List.of(build.evidence()));
        project.sources().values().forEach(source -> source.files()
                .forEach((file, place) ->
                        found(Topic.TROUBLE, file, "is loaded by its path", Certainty.CERTAIN, List.of(place))));
    }

    /** Two files of one namespace, of which only one can be found. */
    private void duplicates() {
        project.namespaces().forEach((name, sources) -> {
            for (Dialect dialect : List.of(Dialect.CLOJURE, Dialect.CLOJURESCRIPT, Dialect.BOTH)) {
                List<ClojureSource> same = sources.stream()
                        .filter(source -> source.dialect() == dialect)
                        .toList();
                if (same.size() > 1)
                    findings.add(new Finding(
                            Topic.TROUBLE,
                            name,
                            "is declared by " + Text.count(same.size(), "file") + "; only one of them can be found",
                            Certainty.CERTAIN,
                            same.stream()
                                    .flatMap(source -> source.namespace().stream())
                                    .map(ClojureSource.Declared::evidence)
                                    .toList(),
                            true));
            }
        });
    }

    /** Files whose names have hyphens where Clojure looks for underscores. */
    private void places() {
        for (ClojureSource source : project.sources().values()) {
            if (source.namespace().isEmpty() || ClojureProject.folder(source).isPresent()) continue;
            boolean hyphens = Paths.before(
                            source.name().replace('.', '/') + "." + Paths.extension(source.path()), source.path())
                    .isPresent();
            found(
                    Topic.TROUBLE,
                    source.path(),
                    hyphens
                            ? "has a hyphen in its path where an underscore is looked for"
                            : "is not where " + source.name() + " is looked for",
                    Certainty.CERTAIN,
                    source.namespace().map(ClojureSource.Declared::evidence).stream()
                            .toList());
        }
    }

    /** Namespaces that require each other, which cannot be loaded. */
    private void cycles() {
        Map<String, List<ClojureSource>> namespaces = project.namespaces();
        Map<String, Set<String>> requires = new LinkedHashMap<>();
        namespaces.forEach((name, sources) -> requires.put(
                name,
                sources.stream()
                        .flatMap(source -> source.required().keySet().stream())
                        .filter(namespaces::containsKey)
                        .filter(other -> !other.equals(name))
                        .collect(Collectors.toCollection(LinkedHashSet::new))));
        // what requires nothing that is left can be loaded; a circle never is
        boolean changed = true;
        while (changed) {
            Set<String> free = requires.entrySet().stream()
                    .filter(one -> one.getValue().stream().noneMatch(requires::containsKey))
                    .map(Map.Entry::getKey)
                    .collect(Collectors.toSet());
            changed = requires.keySet().removeAll(free);
        }
        Set<String> circle = new LinkedHashSet<>(requires.keySet());
        circle.removeIf(name -> requires.values().stream().noneMatch(all -> all.contains(name)));
        if (!circle.isEmpty())
            found(
                    Topic.TROUBLE,
                    String.join(", ", circle),
                    "require each other",
                    Certainty.LIKELY,
                    circle.stream()
                            .flatMap(name -> namespaces.get(name).stream())
                            .flatMap(source -> source.required().entrySet().stream())
                            .filter(one -> circle.contains(one.getKey()))
                            .map(Map.Entry::getValue)
                            .limit(SHOWN)
                            .toList());
    }
}
