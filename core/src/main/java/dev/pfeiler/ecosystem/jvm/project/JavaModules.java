package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.ecosystem.jvm.language.ModuleDeclaration;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.layout.Layout;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Finds the modules of the Java platform's module system among the sources: each has a source folder of its own. */
final class JavaModules {
    private final Layout layout;
    private final List<SourceFile> main;
    private final List<Wiring> wirings;

    JavaModules(Layout layout, List<SourceFile> main, List<Wiring> wirings) {
        this.layout = layout;
        this.main = main;
        this.wirings = wirings;
    }

    /** A candidate for each module; none if there are fewer than two. */
    List<Candidate> candidates() {
        Map<String, SourceFile> declared = new LinkedHashMap<>();
        Map<String, List<SourceFile>> sources = new HashMap<>();
        for (SourceFile source : main) {
            Optional<String> root =
                    layout.of(source.path()).map(Placement::folder).map(folder -> folder.path());
            if (root.isEmpty()) continue;
            sources.computeIfAbsent(root.get(), r -> new ArrayList<>()).add(source);
            if (source.module().isPresent()) declared.putIfAbsent(root.get(), source);
        }
        if (declared.size() < 2) return List.of();
        Map<String, String> names = new HashMap<>();
        Set<String> taken = new HashSet<>();
        declared.forEach((root, source) -> {
            String module = source.module().orElseThrow().name();
            String made = archive(root, module)
                    .map(archive -> Wiring.Archive.baseName(archive.path()))
                    .filter(name -> !name.isEmpty() && taken.add(name))
                    .orElse(module);
            names.put(module, made);
        });
        List<Candidate> candidates = new ArrayList<>();
        declared.forEach((root, source) -> {
            ModuleDeclaration module = source.module().orElseThrow();
            Set<String> references = new LinkedHashSet<>();
            module.requires().stream()
                    .filter(names::containsKey)
                    .map(names::get)
                    .forEach(references::add);
            candidates.add(new Candidate(
                    names.get(module.name()),
                    home(root, declared.keySet()),
                    sources.get(root),
                    references,
                    archive(root, module.name()),
                    Evidence.of(source.path(), "module " + module.name())));
        });
        return candidates;
    }

    /** The folder around a source folder, if no other module has its sources in it. */
    private static Optional<String> home(String root, Set<String> roots) {
        String around = Paths.parent(root);
        boolean shared = roots.stream().anyMatch(other -> !other.equals(root) && Paths.within(around, other));
        return around.isEmpty() || shared ? Optional.empty() : Optional.of(around);
    }

    /** The archive that the classes of a module go into. */
    private Optional<Wiring.Archive> archive(String root, String module) {
        for (Wiring wiring : wirings) {
            for (Wiring.Compilation call : wiring.compilations()) {
                boolean compiles = call.sources().stream()
                        .anyMatch(folder -> Paths.within(folder.path(), root) || Paths.within(root, folder.path()));
                if (!compiles || call.output().isEmpty()) continue;
                // with a module source path, the compiler writes the classes of each module to a folder of its name
                Set<String> outputs = Set.of(
                        Paths.join(call.output().get().value(), module),
                        call.output().get().value());
                Optional<Wiring.Archive> archive = wiring.archives().stream()
                        .filter(made -> made.folders().stream().anyMatch(outputs::contains))
                        .findFirst();
                if (archive.isPresent()) return archive;
            }
        }
        return Optional.empty();
    }
}
