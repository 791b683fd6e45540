package dev.pfeiler.ecosystem.jvm.check;

import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import dev.pfeiler.ecosystem.jvm.managed.ResourceFolder;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/** Whose folders a path is in; a build may have thousands of modules. */
final class FolderIndex {
    private final Map<String, List<ManagedModule>> main = new HashMap<>();
    private final Map<String, List<ManagedModule>> tests = new HashMap<>();
    private final Map<String, ManagedModule> modules = new HashMap<>();
    private final Set<String> outputs = new HashSet<>();
    private final Set<String> testResources = new HashSet<>();
    private final Set<String> aroundModules = new HashSet<>();

    FolderIndex(Collection<ManagedModule> all) {
        for (ManagedModule module : all) {
            module.folders().main().forEach(folder -> main.computeIfAbsent(folder, f -> new ArrayList<>())
                    .add(module));
            module.folders().tests().forEach(folder -> tests.computeIfAbsent(folder, f -> new ArrayList<>())
                    .add(module));
            module.folders().testResources().stream().map(ResourceFolder::path).forEach(testResources::add);
            modules.put(module.folder(), module);
            outputs.add(module.outputs().folder());
            for (String folder = module.folder(); aroundModules.add(folder); ) folder = Paths.parent(folder);
        }
    }

    /** What the innermost folder around a path, or the path itself, has; empty if none has anything. */
    private static <T> Optional<T> innermost(String path, Function<String, T> having) {
        for (String folder = path; ; folder = Paths.parent(folder)) {
            T found = having.apply(folder);
            if (found != null) return Optional.of(found);
            if (folder.isEmpty()) return Optional.empty();
        }
    }

    private static boolean within(Set<String> folders, String path) {
        return innermost(path, folder -> folders.contains(folder) ? folder : null)
                .isPresent();
    }

    /** The modules of whose program a source is a part. */
    List<ManagedModule> main(String path) {
        return innermost(path, main::get).orElse(List.of());
    }

    /** The modules of whose tests a source is a part. */
    List<ManagedModule> tests(String path) {
        return innermost(path, tests::get).orElse(List.of());
    }

    /** The module whose folder contains a path, the innermost. */
    Optional<ManagedModule> module(String path) {
        return innermost(path, modules::get);
    }

    boolean isOutput(String path) {
        return within(outputs, path);
    }

    boolean isTestResource(String path) {
        return within(testResources, path);
    }

    /** Whether a folder is a module's, or contains one. */
    boolean isAroundModule(String folder) {
        return aroundModules.contains(folder);
    }
}
