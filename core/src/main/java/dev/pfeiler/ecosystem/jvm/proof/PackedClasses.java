package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.archive.ArchiveEntries;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.layout.TemplateSources;
import dev.pfeiler.ecosystem.jvm.layout.WiredResources;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** What of a folder of classes the old build packs into a jar. */
final class PackedClasses {
    private final ProofContext context;

    PackedClasses(ProofContext context) {
        this.context = context;
    }

    /** The files of a folder that stands for those that the old build compiles to, by their paths in the jar. */
    Map<String, byte[]> of(Path classes, Optional<Wiring.Archive> archive) throws IOException {
        Map<String, byte[]> all = ArchiveEntries.in(classes);
        Optional<Wiring> maker = archive.filter(made -> made.is("jar"))
                .flatMap(made -> context.reading().wirings().stream()
                        .filter(wiring -> WiredResources.packsClasses(wiring)
                                && wiring.archives().contains(made))
                        .findFirst());
        if (maker.isEmpty()) return all;
        Wiring wiring = maker.get();
        Map<String, List<String>> places = places(wiring);
        List<String> outputs =
                wiring.outputs().stream().map(Wiring.Setting::value).distinct().toList();
        Set<String> others = context.reading().tree().files().stream()
                .flatMap(file -> WiredResources.place(archive.get(), file.path()).stream())
                .collect(Collectors.toSet());
        boolean named = WiredResources.namesResources(wiring);
        Map<String, byte[]> packed = new TreeMap<>();
        all.forEach((path, bytes) -> {
            List<String> folders = places.getOrDefault(topLevel(path), outputs);
            boolean built = path.endsWith(".class") || !named;
            boolean in = others.contains(path)
                    || built
                            && folders.stream().anyMatch(folder -> archive.get()
                                    .entry(Paths.join(folder, path))
                                    .equals(Optional.of(path)));
            if (in) packed.put(path, bytes);
        });
        packed.putAll(ofItsOwn(wiring, archive.get(), packed.keySet()));
        return packed;
    }

    /** Files at whose place other archives of the same classes have other files; the folder holds one of them. */
    private Map<String, byte[]> ofItsOwn(Wiring wiring, Wiring.Archive archive, Set<String> places) throws IOException {
        ProjectTree tree = context.reading().tree();
        Map<String, Set<String>> files = new TreeMap<>();
        for (TreeFile file : tree.files())
            for (Wiring.Archive made : wiring.archives())
                WiredResources.place(made, file.path())
                        .filter(places::contains)
                        .ifPresent(place -> files.computeIfAbsent(place, p -> new HashSet<>())
                                .add(file.path()));
        Map<String, byte[]> own = new TreeMap<>();
        for (TreeFile file : tree.files()) {
            if (file.link()) continue;
            Optional<String> place = WiredResources.place(archive, file.path());
            boolean shared = place.stream()
                    .flatMap(one -> files.getOrDefault(one, Set.of()).stream())
                    .anyMatch(other ->
                            !other.equals(file.path()) && Paths.name(other).equals(file.name()));
            if (shared) own.put(place.get(), tree.bytes(file.path()));
        }
        return own;
    }

    /** The folders of classes that each top-level class is compiled to. */
    private Map<String, List<String>> places(Wiring wiring) {
        TemplateSources templates = new TemplateSources(context.reading().wirings());
        Map<String, List<String>> places = new TreeMap<>();
        for (SourceFile source : context.reading().sourceFiles())
            wiring.classFiles(source, templates.compiled(source.path())).forEach(file -> {
                String name = Paths.join(source.packagePath(), Paths.name(file));
                Paths.before(name, file).ifPresent(folder -> places.computeIfAbsent(name, n -> new ArrayList<>())
                        .add(folder));
            });
        return places;
    }

    /** The file of the class that a nested one is in. */
    private static String topLevel(String file) {
        int nested = file.indexOf('$', file.lastIndexOf('/') + 2);
        return nested < 0 || !file.endsWith(".class") ? file : file.substring(0, nested) + ".class";
    }
}
