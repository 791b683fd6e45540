package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.ecosystem.jvm.archive.ArchiveEntries;
import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.WiredResources;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;

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
        List<String> outputs = Stream.concat(
                        maker.get().outputs().stream().map(Wiring.Setting::value),
                        // without a stated folder, classes are beside their sources
                        maker.get().compilations().stream()
                                .filter(call -> call.output().isEmpty())
                                .flatMap(call -> context.project().layout().folders().stream())
                                .map(Folder::path))
                .distinct()
                .toList();
        List<String> others = context.reading().tree().files().stream()
                .flatMap(file -> WiredResources.place(archive.get(), file.path()).stream())
                .toList();
        Map<String, byte[]> packed = new TreeMap<>();
        all.forEach((path, bytes) -> {
            boolean in = others.contains(path)
                    || outputs.stream().anyMatch(output -> archive.get()
                            .entry(Paths.join(output, path))
                            .equals(Optional.of(path)));
            if (in) packed.put(path, bytes);
        });
        return packed;
    }
}
