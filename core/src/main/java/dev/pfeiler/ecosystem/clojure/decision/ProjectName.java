package dev.pfeiler.ecosystem.clojure.decision;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.clojure.decision.SourceRoles.Role;
import dev.pfeiler.ecosystem.clojure.project.ClojureProject;
import dev.pfeiler.ecosystem.clojure.source.ClojureSource;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Question;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Transliteration;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Decides the project's own coordinates. */
final class ProjectName {
    private static final Pattern PLAIN = Pattern.compile("[A-Za-z0-9_][A-Za-z0-9_.-]*");
    private static final Pattern VERSION = Pattern.compile("v?(\\d+(?:\\.\\d+)+(?:[.-][\\w.-]+)?)");

    private static final Set<String> VERSION_FILES = Set.of("VERSION", "VERSION.txt", "version.txt");
    private final ClojureProject project;
    private final SourceRoles roles;
    private final Deliberation deliberation;

    ProjectName(ClojureProject project, SourceRoles roles, Deliberation deliberation) {
        this.project = project;
        this.roles = roles;
        this.deliberation = deliberation;
    }

    Coordinates coordinates() {
        ProjectTree tree = project.tree();
        String folder = Transliteration.ascii(tree.name())
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9_.-]+", "-")
                .replaceAll("^[-.]+|[-.]+$", "");
        String name = deliberation.settle(
                Decision.of(
                        "name",
                        "Name",
                        folder.isEmpty() ? "project" : folder,
                        Certainty.LIKELY,
                        "name of the folder",
                        List.of()),
                ProjectName::plain);
        return new Coordinates(group(name), name, version());
    }

    private static Optional<String> plain(String text) {
        return PLAIN.matcher(text.strip()).matches() ? Optional.of(text.strip()) : Optional.empty();
    }

    private String group(String name) {
        List<ClojureSource> named = roles.sources(Role.MAIN)
                .filter(source -> source.namespace().isPresent())
                .toList();
        String common = named.stream()
                .map(ClojureSource::name)
                .reduce((one, other) -> {
                    int same = 0;
                    String[] a = one.split("\\.");
                    String[] b = other.split("\\.");
                    while (same < Math.min(a.length, b.length) && a[same].equals(b[same])) same++;
                    return String.join(".", List.of(a).subList(0, same));
                })
                .orElse("");
        boolean itself = named.stream().anyMatch(source -> source.name().equals(common));
        String shared = itself ? parent(common) : common;
        String prefix = shared.substring(shared.lastIndexOf('.') + 1).equals(name) ? parent(shared) : shared;
        boolean owned = !prefix.isEmpty();
        String group = owned ? prefix : name;
        List<Evidence> evidence = named.stream()
                .flatMap(source -> source.namespace().stream())
                .map(ClojureSource.Declared::evidence)
                .limit(1)
                .toList();
        return deliberation.settle(
                Decision.of(
                        "group",
                        "Group",
                        group,
                        owned ? Certainty.LIKELY : Certainty.GUESS,
                        owned ? "common start of the namespaces" : "the name, as the namespaces share no other start",
                        owned ? evidence : List.of()),
                ProjectName::plain);
    }

    private static String parent(String namespace) {
        return namespace.substring(0, Math.max(0, namespace.lastIndexOf('.')));
    }

    private String version() {
        for (String path : VERSION_FILES) {
            Optional<String> line = project.tree().file(path).stream()
                    .flatMap(file -> project.tree().lines(file, 1 << 10).stream())
                    .findFirst();
            Matcher stated = VERSION.matcher(line.orElse("").strip());
            if (stated.matches())
                return deliberation.settle(
                        Decision.of(
                                "version",
                                "Version",
                                stated.group(1),
                                Certainty.CERTAIN,
                                "specified in the project",
                                List.of(new Evidence(path, 1, line.get()))),
                        ProjectName::plain);
        }
        Question question =
                new Question("version", "What is the project's version?", Optional.of("1.0.0-SNAPSHOT"), List.of());
        return deliberation.ask(question, "Version", List.of(), ProjectName::plain);
    }
}
