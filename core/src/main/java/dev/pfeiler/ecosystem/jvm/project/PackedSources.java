package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.Paths;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * The sources that the old build packs with their classes.
 *
 * @param place the folder in the archive from which on their paths are those of their packages; empty for its top
 * @param in the sources, by the paths that they have below that folder
 * @param out the paths there of those that do not go in
 */
public record PackedSources(String place, Map<String, SourceFile> in, List<String> out) {
    /** Empty unless most of a module's sources go into its archive, all of them to one place. */
    public static Optional<PackedSources> of(SourceModule module) {
        Optional<Wiring.Archive> archive = module.archive().filter(made -> made.is("jar"));
        if (archive.isEmpty() || module.main().stream().anyMatch(source -> source.language() != JvmLanguage.JAVA))
            return Optional.empty();
        Map<String, SourceFile> in = new TreeMap<>();
        Set<Optional<String>> places = new HashSet<>();
        for (SourceFile source : module.main()) {
            Optional<String> entry = archive.get().entry(source.path());
            if (entry.isEmpty()) continue;
            in.put(path(source), source);
            places.add(Paths.before(path(source), entry.get()));
        }
        if (in.size() * 2 <= module.main().size() || places.size() != 1) return Optional.empty();
        List<String> out = module.main().stream()
                .map(PackedSources::path)
                .filter(path -> !in.containsKey(path))
                .sorted()
                .toList();
        return places.iterator().next().map(place -> new PackedSources(place, in, out));
    }

    private static String path(SourceFile source) {
        return Paths.join(source.packagePath(), Paths.name(source.path()));
    }
}
