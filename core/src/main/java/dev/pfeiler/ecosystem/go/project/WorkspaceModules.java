package dev.pfeiler.ecosystem.go.project;

import dev.pfeiler.ecosystem.go.module.ModulePath;
import dev.pfeiler.ecosystem.go.project.OwnModule.Stated;
import dev.pfeiler.ecosystem.go.source.GoSource;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** Which of the repositories below a workspace's {@code src} are the project's own. */
final class WorkspaceModules {
    private final GoSources project;
    private final String src;
    /** The folders of each repository's packages, by its path. */
    private final Map<String, List<String>> repositories = new TreeMap<>();

    WorkspaceModules(GoSources project, String workspace) {
        this.project = project;
        this.src = Paths.join(workspace, "src");
        for (String folder : project.packages().keySet()) {
            if (!Paths.within(src, folder) || GoSources.isVendored(folder)) continue;
            repositories
                    .computeIfAbsent(ModulePath.usual(Paths.relative(src, folder)), r -> new ArrayList<>())
                    .add(folder);
        }
        // without a host, nothing but the packages says where a repository begins
        for (String first : List.copyOf(repositories.keySet())) {
            if (first.indexOf('.') >= 0) continue;
            List<String> folders = repositories.remove(first);
            repositories.put(Paths.relative(src, Paths.common(folders)), folders);
        }
    }

    /**
     * Whether most of what has no host is one package each, so that the workspace is one program whose packages lie side by
     * side.
     */
    private boolean isFlat() {
        List<String> plain = repositories.keySet().stream()
                .filter(repository -> repository.indexOf('.') < 0)
                .toList();
        long single = plain.stream()
                .filter(repository -> repository.indexOf('/') < 0
                        && repositories.get(repository).size() == 1)
                .count();
        return plain.size() > 1 && single * 2 > plain.size();
    }

    /** The first sign that any has counts: what commands build, a path without a host, what nothing else imports. */
    List<OwnModule> own() {
        if (isFlat()) return List.of(new OwnModule(Optional.empty(), src));
        Map<String, Stated> own = new TreeMap<>();
        project.commands().named().forEach((path, place) -> {
            for (String repository : repositories.keySet())
                if (ModulePath.holds(repository, path))
                    own.putIfAbsent(repository, new Stated(repository, true, "the path by which it is built", place));
        });
        for (String repository : repositories.keySet())
            if (!own.containsKey(repository) && repository.indexOf('.') < 0)
                own.put(repository, stated(repository, true, "the path by which it is imported, which no host has"));
        if (own.isEmpty()) {
            Set<String> imported = imported();
            for (String repository : repositories.keySet())
                if (!imported.contains(repository))
                    own.put(
                            repository,
                            stated(repository, false, "the path by which it is imported; no other repository does"));
        }
        if (own.isEmpty() && !repositories.isEmpty()) {
            String first = repositories.keySet().iterator().next();
            own.put(first, stated(first, false, "the path by which it is imported"));
        }
        return own.values().stream()
                .map(one -> new OwnModule(Optional.of(one), Paths.join(src, one.path())))
                .toList();
    }

    private Stated stated(String repository, boolean certain, String reason) {
        GoSource first =
                project.packages().get(repositories.get(repository).get(0)).get(0);
        return new Stated(repository, certain, reason, Evidence.of(first.path(), "package " + first.name()));
    }

    private Set<String> imported() {
        Set<String> imported = new TreeSet<>();
        repositories.forEach((repository, folders) ->
                folders.forEach(folder -> project.packages().get(folder).forEach(source -> source.imports()
                        .forEach(one -> {
                            String other = ModulePath.usual(one.path());
                            if (!other.equals(repository)) imported.add(other);
                        }))));
        return imported;
    }
}
