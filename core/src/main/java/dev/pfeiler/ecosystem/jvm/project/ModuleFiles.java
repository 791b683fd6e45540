package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.layout.Layout;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.tree.Paths;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Gives each file of a project to one of its modules. */
final class ModuleFiles {
    private final Collection<Candidate> parts;
    private final Map<SourceFile, String> moduleOf;
    private final Layout layout;
    private final List<Applications.Application> applications;

    /**
     * @param moduleOf the module of each source
     * @param applications enterprise archives, whose own files belong to none of the parts
     */
    ModuleFiles(
            Collection<Candidate> parts,
            Map<SourceFile, String> moduleOf,
            Layout layout,
            List<Applications.Application> applications) {
        this.parts = parts;
        this.moduleOf = moduleOf;
        this.layout = layout;
        this.applications = applications;
    }

    /** The project in whose folder a path is, the innermost one. */
    Optional<String> home(String path) {
        return parts.stream()
                .filter(part ->
                        part.home().filter(folder -> Paths.within(folder, path)).isPresent())
                .max(Comparator.comparingInt(part -> part.home().orElseThrow().length()))
                .map(Candidate::name);
    }

    /** A file belongs to its project, to the module of the sources next to it, or to the archive that contains it. */
    Map<String, Set<String>> of(List<String> ordered) {
        Map<String, Map<String, Integer>> votes = new HashMap<>();
        moduleOf.forEach((source, module) -> {
            for (String f = Paths.parent(source.path()); ; f = Paths.parent(f)) {
                votes.computeIfAbsent(f, x -> new HashMap<>()).merge(module, 1, Integer::sum);
                if (f.isEmpty()) break;
            }
        });
        Map<String, String> bySource = new HashMap<>();
        moduleOf.forEach((source, module) -> bySource.put(source.path(), module));
        Map<String, Set<String>> paths = new HashMap<>();
        ordered.forEach(name -> paths.put(name, new LinkedHashSet<>()));
        String last = ordered.get(ordered.size() - 1);
        for (Placement placement : layout.placements().values()) {
            if (applications.stream().anyMatch(a -> a.paths().contains(placement.path()))) continue;
            String module = Optional.ofNullable(bySource.get(placement.path()))
                    .or(() -> home(placement.path()))
                    .or(() -> packed(placement.path()))
                    .or(() -> byNeighbours(placement.path(), votes))
                    .orElse(last);
            paths.get(module).add(placement.path());
            if (placement.staysInPlace())
                alsoPackedBy(placement).forEach(part -> paths.get(part).add(placement.path()));
        }
        return paths;
    }

    /** The module into whose archive a path goes. */
    private Optional<String> packed(String path) {
        return parts.stream()
                .filter(part -> part.archive().flatMap(a -> a.entry(path)).isPresent())
                .findFirst()
                .or(() -> parts.stream()
                        .filter(part -> part.archive().stream()
                                .flatMap(archive -> archive.folders().stream())
                                .anyMatch(f -> !f.isEmpty() && Paths.within(f, path)))
                        .findFirst())
                .map(Candidate::name);
    }

    /** The modules whose archives have a file at the same place: a licence, say. */
    private Stream<String> alsoPackedBy(Placement placement) {
        return parts.stream()
                .filter(part -> part.archive()
                        .flatMap(archive -> archive.entry(placement.path()))
                        .filter(placement.relative()::equals)
                        .isPresent())
                .map(Candidate::name);
    }

    private static Optional<String> byNeighbours(String path, Map<String, Map<String, Integer>> votes) {
        for (String f = Paths.parent(path); ; f = Paths.parent(f)) {
            Map<String, Integer> here = votes.get(f);
            if (here != null) {
                return here.entrySet().stream()
                        .max(Map.Entry.<String, Integer>comparingByValue().thenComparing(Map.Entry.comparingByKey()))
                        .map(Map.Entry::getKey);
            }
            if (f.isEmpty()) return Optional.empty();
        }
    }
}
