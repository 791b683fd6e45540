package dev.pfeiler.ecosystem.go.decision;

import dev.pfeiler.ecosystem.go.module.ModulePath;
import dev.pfeiler.ecosystem.go.project.GoProject;
import dev.pfeiler.ecosystem.go.project.OwnModule.Stated;
import dev.pfeiler.ecosystem.go.source.GoSource;
import dev.pfeiler.tree.Paths;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** By which paths the packages of a project are imported from now on. */
public final class ImportNames {
    private final Map<String, String> ofFolders = new TreeMap<>();
    private final Map<String, String> ofPaths = new TreeMap<>();
    private final Map<String, String> modules = new TreeMap<>();

    public ImportNames(GoProject project, GoDecisions decisions) {
        for (GoDecisions.Module module : decisions.modules()) {
            String path = module.file().path();
            module.own()
                    .path()
                    .map(Stated::path)
                    .filter(old -> !old.equals(path))
                    .ifPresent(old -> modules.put(old, path));
            modules.putAll(module.renamed());
            for (String folder : project.packagesOf(module.own()))
                ofFolders.put(
                        folder, Paths.join(path, Paths.relative(module.own().folder(), folder)));
        }
        project.imported().forEach((imported, folder) -> {
            if (ofFolders.containsKey(folder)) ofPaths.put(imported, ofFolders.get(folder));
        });
    }

    /** What an import of a source becomes; nothing if a relative one leads nowhere. */
    public Optional<String> of(GoSource source, GoSource.Import one) {
        return one.isRelative() ? source.folder(one).map(ofFolders::get) : Optional.of(of(one.path()));
    }

    /** What a path becomes by which a package or a group of packages is named. */
    public String of(String imported) {
        String own = ofPaths.get(imported);
        if (own != null) return own;
        return modules.entrySet().stream()
                .filter(entry -> ModulePath.holds(entry.getKey(), imported))
                .map(entry -> Paths.join(entry.getValue(), Paths.relative(entry.getKey(), imported)))
                .findFirst()
                .orElse(imported);
    }
}
