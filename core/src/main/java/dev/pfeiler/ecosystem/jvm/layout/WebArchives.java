package dev.pfeiler.ecosystem.jvm.layout;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/** What the old builds serve, by the web archives that they make. */
final class WebArchives {
    private final ProjectTree tree;
    private final Collection<SourceFile> sources;
    private final List<Wiring> wirings;
    private final TemplateSources templates;

    WebArchives(ProjectTree tree, Collection<SourceFile> sources, List<Wiring> wirings, TemplateSources templates) {
        this.tree = tree;
        this.sources = sources;
        this.wirings = wirings;
        this.templates = templates;
    }

    /** The folders that a wiring serves: those it names, else those whose files its web archives take as they are. */
    List<Wiring.Setting> roots(Wiring wiring) {
        Stream<Wiring.Setting> stated = wiring.webRoots().stream();
        Stream<Wiring.Setting> packed = wiring.archives().stream()
                .filter(archive -> archive.is("war"))
                .flatMap(archive -> archive.contents().stream()
                        .filter(content -> content.prefix().isEmpty())
                        .map(Wiring.Content::path)
                        .filter(path -> !path.isEmpty() && tree.folders().contains(path))
                        .max(Comparator.comparing(
                                        (String path) -> tree.folders().contains(Paths.join(path, "WEB-INF")))
                                .thenComparing(path -> tree.under(path).count()))
                        .map(path -> new Wiring.Setting(path, archive.evidence()))
                        .stream());
        return (wiring.webRoots().isEmpty() ? packed : stated)
                .filter(setting -> tree.folders().contains(setting.value()))
                .toList();
    }

    /** Whether the program goes into jars, and the web archives hold nothing of it: they are documentation, say. */
    boolean holdsPagesOnly(Wiring wiring) {
        List<Wiring.Archive> served =
                wiring.archives().stream().filter(archive -> archive.is("war")).toList();
        if (served.isEmpty()) return false;
        Set<Wiring.Archive> program = program(wiring);
        return program.stream().anyMatch(archive -> archive.is("jar"))
                && served.stream().noneMatch(program::contains)
                && program.stream().noneMatch(archive -> served.stream()
                        .anyMatch(war -> archive.entry(war.path()).isPresent()));
    }

    /** The archives with classes of the project, and those that pack them. */
    private Set<Wiring.Archive> program(Wiring wiring) {
        Set<Wiring.Archive> program = new LinkedHashSet<>();
        wiring.archives().stream()
                .filter(archive -> takesClasses(wiring, archive))
                .forEach(program::add);
        boolean more = true;
        // an archive may be packed by one that is made before it
        while (more)
            more = program.addAll(wiring.archives().stream()
                    .filter(archive -> program.stream()
                            .anyMatch(other -> archive.entry(other.path()).isPresent()))
                    .toList());
        return program;
    }

    private boolean takesClasses(Wiring wiring, Wiring.Archive archive) {
        return sources.stream().anyMatch(source -> wiring.packs(archive, source, templates.compiled(source.path())));
    }

    /** Whether a web archive takes a file, as far as any says what it takes. */
    boolean takes(String path) {
        return archives().findAny().isEmpty()
                || archives().anyMatch(archive -> archive.entry(path).isPresent());
    }

    /** Where a file is served: a web archive may have it at another place than its folder of pages. */
    String place(String path, String folder) {
        return archives()
                .flatMap(archive -> archive.entry(path).stream())
                .findFirst()
                .orElse(Paths.relative(folder, path));
    }

    private Stream<Wiring.Archive> archives() {
        return wirings.stream().flatMap(wiring -> wiring.archives().stream()).filter(archive -> archive.is("war"));
    }
}
