package dev.pfeiler.ecosystem.jvm.layout;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.Paths;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Which files the old build lays beside the classes, as its copies and archives say. A compiler copies nothing: beside
 * the sources of a build that packs its classes, only what a step names is a resource.
 */
public final class WiredResources {
    private static final String WEB_CLASSES = "WEB-INF/classes";

    private final List<Wiring> wirings;
    private final List<Wiring> packing;
    private final List<Wiring> naming;
    private final List<String> onClassPaths;

    public WiredResources(List<Wiring> wirings) {
        this.wirings = wirings;
        this.packing = wirings.stream().filter(WiredResources::packsClasses).toList();
        this.naming = packing.stream().filter(WiredResources::namesResources).toList();
        this.onClassPaths = wirings.stream()
                .flatMap(wiring -> wiring.libraries().stream()
                        .map(Wiring.Library::path)
                        // another project may see the sources, for its tests
                        .filter(path -> Paths.within(wiring.folder(), path)))
                .filter(path -> !Paths.extension(path).equals("jar"))
                .toList();
    }

    /** Whether the steps of a build say of a file beside sources if it is packed. */
    public boolean decide(String path) {
        return naming.stream().flatMap(WiredResources::sourceFolders).anyMatch(folder -> Paths.within(folder, path))
                && onClassPaths.stream().noneMatch(folder -> Paths.within(folder, path));
    }

    /** The folders that a build compiles, and those from which it copies into them. */
    private static Stream<String> sourceFolders(Wiring wiring) {
        List<String> compiled =
                wiring.sources().stream().map(Wiring.SourceFolder::path).toList();
        Stream<String> copied = wiring.copies().stream()
                .filter(copy -> compiled.stream().anyMatch(folder -> Paths.within(folder, copy.to())))
                .map(copy -> copy.content().path())
                .filter(folder -> !folder.isEmpty());
        return Stream.concat(compiled.stream(), copied);
    }

    /** Where the old build lays a file, as seen from the classes; empty if it does not. */
    public Optional<String> place(String path) {
        String source = Paths.join(Paths.parent(path), "Any.java");
        return wirings.stream()
                .flatMap(wiring -> wiring.archives().stream()
                        // what archives of sources have beside them is no resource
                        .filter(archive -> wiring.packsClasses(archive)
                                || archive.entry(source).isEmpty() && !wiring.handsOn(archive)))
                .flatMap(archive -> place(archive, path).stream())
                .findFirst()
                .or(() -> wirings.stream()
                        .flatMap(wiring -> wiring.copies().stream().flatMap(copy -> besideClasses(wiring, copy).stream()
                                .flatMap(place -> copy.content().below(place).entry(path).stream())))
                        .findFirst());
    }

    /** Whether a build packs the classes of a source. */
    boolean packs(SourceFile source) {
        return packing.stream().anyMatch(wiring -> wiring.archives().stream()
                .anyMatch(archive -> wiring.packs(archive, source, source.path())));
    }

    /** Where an archive has a file, as seen from the classes in it. */
    public static Optional<String> place(Wiring.Archive archive, String path) {
        return archive.entry(path).flatMap(entry -> besideClasses(archive, entry));
    }

    /** Whether a build packs what it compiles. An IDE that runs a build of its own says what it packs beside classes. */
    public static boolean packsClasses(Wiring wiring) {
        return (wiring.kind() != Wiring.Kind.IDE_FILES || packsBesideSources(wiring))
                && wiring.compilations().stream()
                        .flatMap(call -> call.output().isPresent()
                                ? Stream.of(call.output().get().value())
                                : call.sources().stream().map(Wiring.SourceFolder::path))
                        .anyMatch(output -> wiring.archives().stream()
                                .flatMap(archive -> archive.folders().stream())
                                .anyMatch(folder -> Paths.within(folder, output) || Paths.within(output, folder)));
    }

    /**
     * Whether a build that packs its classes names each resource in a step that is read. Scripts copy in many ways; they
     * name what they pack where the classes are beside the sources.
     */
    public static boolean namesResources(Wiring wiring) {
        boolean beside =
                wiring.compilations().stream().allMatch(call -> call.output().isEmpty());
        return packsClasses(wiring)
                && (wiring.kind() == Wiring.Kind.BUILD_FILE || wiring.kind() == Wiring.Kind.IDE_FILES || beside);
    }

    private static boolean packsBesideSources(Wiring wiring) {
        Set<String> sources =
                wiring.sources().stream().map(Wiring.SourceFolder::path).collect(Collectors.toSet());
        return wiring.archives().stream()
                .flatMap(archive -> archive.contents().stream())
                // where an IDE lays a whole source folder into an archive, it means what comes of it
                .anyMatch(content ->
                        sources.contains(content.path()) && !content.excluding().isEmpty());
    }

    /** Where a copy goes, as seen from the classes of the build; empty if it goes elsewhere. */
    static Optional<String> besideClasses(Wiring wiring, Wiring.Copy copy) {
        return wiring.compilations().stream()
                .flatMap(call -> call.output().stream())
                .map(Wiring.Setting::value)
                .filter(output -> Paths.within(output, copy.to()))
                .map(output -> Paths.relative(output, copy.to()))
                .findFirst();
    }

    /** Where an entry of an archive is, as seen from the classes in it; empty if it is elsewhere. */
    static Optional<String> besideClasses(Wiring.Archive archive, String entry) {
        if (archive.is("ear")) return Optional.empty();
        if (!archive.is("war")) return Optional.of(entry);
        return Paths.within(WEB_CLASSES, entry) ? Optional.of(Paths.relative(WEB_CLASSES, entry)) : Optional.empty();
    }
}
