package dev.pfeiler.ecosystem.jvm.layout;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Sources that the old build compiles from copies in which it has replaced text, or which have another name. */
public final class TemplateSources {
    private final List<Wiring.Copy> copies;

    public TemplateSources(Collection<Wiring> wirings) {
        copies = wirings.stream()
                .flatMap(wiring -> wiring.copies().stream()
                        .filter(copy -> !copy.filters().isEmpty() || renames(copy))
                        .filter(copy -> isCompiled(wiring, copy)))
                .toList();
    }

    private static boolean isCompiled(Wiring wiring, Wiring.Copy copy) {
        return wiring.sources().stream().anyMatch(source -> Paths.within(source.path(), copy.to()));
    }

    /** Whether a copy has the name of a source. */
    private static boolean renames(Wiring.Copy copy) {
        return JvmLanguage.of(copy.content().as()).isPresent();
    }

    /** Files that are sources by the names of their copies only, with those names; the tree has no such copy. */
    public Map<String, String> renamed(ProjectTree tree) {
        Map<String, String> renamed = new TreeMap<>();
        for (Wiring.Copy copy : copies) {
            String name = copy.content().as();
            if (!renames(copy) || tree.has(Paths.join(copy.to(), name))) continue;
            tree.under(copy.content().path())
                    .map(TreeFile::path)
                    .filter(path -> copy.content().entry(path).isPresent())
                    .filter(path -> JvmLanguage.of(path).isEmpty())
                    // another source has the name already
                    .filter(path -> !tree.has(Paths.join(Paths.parent(path), name)))
                    .forEach(path -> renamed.putIfAbsent(path, name));
        }
        return renamed;
    }

    /** The path at which a source is compiled: that of its copy, or its own. */
    public String compiled(String path) {
        return copies.stream()
                .flatMap(copy -> copy.content().entry(path).map(place -> Paths.join(copy.to(), place)).stream())
                .findFirst()
                .orElse(path);
    }

    /** The copy in which text of a source is replaced; none if it has no such text. */
    public Optional<Wiring.Copy> of(ProjectTree tree, String path) {
        return copies.stream()
                .filter(copy -> copy.content().entry(path).isPresent() && replaces(copy, tree, path))
                .findFirst();
    }

    private static boolean replaces(Wiring.Copy copy, ProjectTree tree, String path) {
        if (copy.filters().isEmpty()) return false;
        try {
            return !copy.replaced(tree.bytes(path)).isEmpty();
        } catch (IOException e) {
            return false;
        }
    }
}
