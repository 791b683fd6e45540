package dev.pfeiler.ecosystem.go.project;

import dev.pfeiler.ecosystem.go.module.ModulePath;
import dev.pfeiler.ecosystem.go.project.OwnModule.Stated;
import dev.pfeiler.ecosystem.go.source.GoSource;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** By which path the packages of a folder are imported, as the project itself says it. */
final class OwnPath {
    private static final Pattern IN_TEXT = Pattern.compile(
            "\\bgo (?:get|install) (?:-\\w+ )*([a-z0-9][\\w.-]*\\.[a-z]+(?:/[\\w.~-]+)+)|\\b(?:godoc\\.org|pkg\\.go\\.dev)/([a-z0-9][\\w.-]*\\.[a-z]+(?:/[\\w~-]+)+)");

    private final GoSources project;

    OwnPath(GoSources project) {
        this.project = project;
    }

    Optional<Stated> of(String folder) {
        return comment(folder)
                .or(() -> self(folder))
                .or(() -> PinnedVersions.of(project.tree(), folder)
                        .own()
                        .map(place ->
                                new Stated(place.excerpt(), true, "stated by the list of what is vendored", place)))
                .or(() -> linked())
                .or(() -> text(folder))
                .filter(stated -> ModulePath.isValid(stated.path()));
    }

    /** Folders with sources, relative to the project's own, without copies. */
    private Set<String> folders(String folder) {
        Set<String> folders = new HashSet<>();
        for (String one : project.packages().keySet())
            if (Paths.within(folder, one) && !GoSources.isVendored(one)) folders.add(Paths.relative(folder, one));
        return folders;
    }

    private Optional<Stated> comment(String folder) {
        for (String one : folders(folder))
            for (GoSource source : project.packages().get(Paths.join(folder, one))) {
                if (source.canonical().isEmpty()) continue;
                String path = source.canonical().get().path();
                Optional<String> root = one.isEmpty() ? Optional.of(path) : Paths.before(one, path);
                if (root.filter(text -> !text.isEmpty()).isPresent())
                    return root.map(text -> new Stated(
                            text,
                            true,
                            "an import comment",
                            source.canonical().get().evidence()));
            }
        return Optional.empty();
    }

    /** Paths of which the rest leads to a folder of the project's own; most of them count. */
    private Optional<Stated> self(String folder) {
        Set<String> folders = folders(folder);
        Map<String, Integer> votes = new HashMap<>();
        Map<String, Evidence> places = new HashMap<>();
        for (String one : folders)
            for (GoSource source : project.packages().get(Paths.join(folder, one)))
                for (GoSource.Import imported : source.imports())
                    for (String root : roots(imported, folders, folder)) {
                        votes.merge(root, 1, Integer::sum);
                        places.putIfAbsent(root, imported.evidence());
                    }
        return votes.entrySet().stream()
                .max(Map.Entry.<String, Integer>comparingByValue().thenComparing(Map.Entry.comparingByKey()))
                .map(best -> new Stated(
                        best.getKey(), true, "its packages import each other by it", places.get(best.getKey())));
    }

    private List<String> roots(GoSource.Import imported, Set<String> folders, String folder) {
        boolean copied = project.packages().containsKey(Paths.join(folder, GoSources.VENDOR + "/" + imported.path()));
        if (imported.ofLibrary() || copied) return List.of();
        return folders.stream()
                .filter(one -> !one.isEmpty())
                .flatMap(one -> Paths.before(one, imported.path()).stream())
                .filter(root -> root.indexOf('/') > 0)
                .toList();
    }

    private Optional<Stated> linked() {
        return project.commands().linked().entrySet().stream()
                .findFirst()
                .map(entry ->
                        new Stated(entry.getKey(), true, "the build lays it out under this path", entry.getValue()));
    }

    /** What a text for people says how to get it. */
    private Optional<Stated> text(String folder) {
        for (TreeFile file : project.tree().files()) {
            boolean read = Paths.parent(file.path()).equals(folder)
                    && file.name().toLowerCase(java.util.Locale.ROOT).startsWith("readme");
            if (!read || file.link()) continue;
            List<String> lines = project.tree().lines(file, 1 << 20);
            for (int i = 0; i < lines.size(); i++) {
                Matcher matcher = IN_TEXT.matcher(lines.get(i));
                if (!matcher.find()) continue;
                String path = matcher.group(1) != null ? matcher.group(1) : matcher.group(2);
                return Optional.of(new Stated(
                        ModulePath.usual(path),
                        false,
                        "the text about it says how to get it",
                        new Evidence(file.path(), i + 1, lines.get(i))));
            }
        }
        return Optional.empty();
    }
}
