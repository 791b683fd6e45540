package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.TemplateSources;
import dev.pfeiler.ecosystem.jvm.library.Usage;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.web.WebFiles;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * A part of a project that becomes an archive of its own.
 *
 * @param folder where it is in the converted project; empty if the project is one part
 * @param paths the files that belong to it
 * @param needs the names of the modules whose classes it uses
 * @param evidence where a wiring shows it apart from the others
 * @param archive the archive that the old build made of it, where it says so
 * @param web the folder that it serves, where it serves one
 * @param enterprise what it packs, where it is an enterprise archive
 * @param brought which of the modules it needs an enterprise archive brings along beside it
 */
public record SourceModule(
        ModuleName name,
        String folder,
        List<SourceFile> main,
        List<SourceFile> tests,
        Set<String> paths,
        List<ModuleName> needs,
        Usage usage,
        Evidence evidence,
        Optional<Wiring.Archive> archive,
        Optional<Folder> web,
        Optional<EnterpriseContents> enterprise,
        Set<ModuleName> brought) {
    private static final String LIB = "WEB-INF/lib";

    /** Whether a jar is deployed with the module: it is in its web folder, or the old build adds it to the archive. */
    public boolean deploys(Jar jar) {
        return web.filter(served -> WebFiles.isLibrary(served.path(), jar.path()))
                        .isPresent()
                || packs(jar);
    }

    private boolean packs(Jar jar) {
        return web.isPresent()
                && archive.flatMap(made -> made.entry(jar.path()))
                        .filter(entry -> Paths.within(LIB, entry))
                        .isPresent();
    }

    /** Whether its libraries are beside it in an enterprise archive. */
    public boolean packedBy(SourceModule other) {
        return other.enterprise().filter(e -> e.packs().containsKey(name)).isPresent();
    }

    /** Whether anything shows which jars are deployed with the module. */
    public boolean showsWhatItDeploys(Collection<Jar> jars) {
        return archive.isPresent() || jars.stream().anyMatch(this::deploys);
    }

    /** The calls of the wirings that compile sources of the module's program. */
    public Stream<Wiring.Compilation> compilations(Collection<Wiring> wirings) {
        TemplateSources templates = new TemplateSources(wirings);
        return wirings.stream()
                .flatMap(wiring -> wiring.compilations().stream())
                .filter(call -> main.stream().anyMatch(source -> call.takes(templates.compiled(source.path()))));
    }

    /**
     * The archives in which the old build hands the module on: those that its own goes into, the main one first, and those
     * of its sources or documentation. Of two with one file name the first counts.
     */
    public List<Wiring.Archive> distributions(Collection<Wiring> wirings) {
        Map<String, Wiring.Archive> made = new LinkedHashMap<>();
        wirings.stream()
                .flatMap(wiring -> wiring.distributions().stream())
                .filter(archive -> entryIn(archive).isPresent()
                        || placeOfClasses(archive, wirings).isPresent())
                .forEach(archive -> made.putIfAbsent(Paths.name(archive.path()), archive));
        for (Wiring wiring : wirings)
            Stream.concat(
                            wiring.archives().stream()
                                    .filter(archive -> archive.is("jar") && !wiring.packsClasses(archive)),
                            wiring.distributions().stream())
                    .filter(archive -> holdsSources(archive)
                            || folder.isEmpty() && wiring.documented(archive).isPresent())
                    .forEach(archive -> made.putIfAbsent(Paths.name(archive.path()), archive));
        return List.copyOf(made.values());
    }

    private boolean holdsSources(Wiring.Archive archive) {
        return main.stream().anyMatch(source -> archive.entry(source.path()).isPresent());
    }

    /** The folder of an archive that the classes of the program go to as they are; none if they do not go in. */
    public Optional<String> placeOfClasses(Wiring.Archive archive, Collection<Wiring> wirings) {
        return wirings.stream()
                .filter(wiring -> wiring.distributions().contains(archive))
                .flatMap(wiring -> main.stream().flatMap(source -> wiring.placeOfClasses(archive, source).stream()))
                .findFirst();
    }

    /** The path of the module's own archive in another one, if it is in there. */
    public Optional<String> entryIn(Wiring.Archive other) {
        return archive.flatMap(made -> other.entry(made.path()));
    }

    /** The path of a file of the module in the conventional layout. */
    public String path(Placement placement) {
        return placement.staysInPlace()
                ? placement.path()
                : path(placement.role().conventional(placement.relative()));
    }

    /** The path of a file of the module, given its path in the conventional layout. */
    public String path(String conventional) {
        return Paths.join(folder, conventional);
    }
}
