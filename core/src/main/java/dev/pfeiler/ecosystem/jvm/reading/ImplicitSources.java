package dev.pfeiler.ecosystem.jvm.reading;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.Names;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.Paths;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Sources that a call of the compiler is not given, and that it finds itself: those in its source folders that the given
 * ones name, and so on. Source: the documentation of javac, "Searching for module, package and type declarations".
 */
final class ImplicitSources {
    private final Collection<SourceFile> sources;

    private ImplicitSources(Collection<SourceFile> sources) {
        this.sources = sources;
    }

    /** The wirings, whose calls take what the compiler finds. */
    static List<Wiring> added(List<Wiring> wirings, Collection<SourceFile> sources) {
        ImplicitSources implicit = new ImplicitSources(sources);
        return wirings.stream()
                .map(wiring -> wiring.compiling(wiring.compilations().stream()
                        .map(call -> wiring.kind() == Wiring.Kind.IDE_FILES ? call : implicit.added(call))
                        .toList()))
                .toList();
    }

    private Wiring.Compilation added(Wiring.Compilation call) {
        boolean selects = call.sources().stream()
                .anyMatch(folder ->
                        !folder.including().isEmpty() || !folder.excluding().isEmpty());
        if (call.language() != JvmLanguage.JAVA || !selects) return call;
        Names<SourceFile> names = new Names<>();
        Map<SourceFile, Wiring.SourceFolder> found = new LinkedHashMap<>();
        Deque<SourceFile> open = new ArrayDeque<>();
        for (SourceFile source : sources) {
            if (!call.takes(source.path())) continue;
            // a package that it has given sources of is there
            names.add(source, source.typeNames());
            open.add(source);
        }
        for (SourceFile source : sources) {
            if (call.takes(source.path())) continue;
            folder(call, source).ifPresent(folder -> {
                names.add(source, source.typeNames());
                found.put(source, folder);
            });
        }
        Map<Wiring.SourceFolder, Set<String>> added = new LinkedHashMap<>();
        while (!open.isEmpty()) {
            for (SourceFile named : names.owners(open.poll())) {
                Wiring.SourceFolder folder = found.remove(named);
                if (folder == null) continue;
                added.computeIfAbsent(folder, f -> new LinkedHashSet<>())
                        .add(Paths.relative(folder.path(), named.path()));
                open.add(named);
            }
        }
        if (added.isEmpty()) return call;
        List<Wiring.SourceFolder> all = new ArrayList<>(call.sources());
        added.forEach((folder, paths) -> all.add(new Wiring.SourceFolder(
                folder.path(), true, folder.test(), List.copyOf(paths), List.of(), folder.evidence())));
        return call.from(all);
    }

    /** The source folder of a call below which a source is where its package says. */
    private static Optional<Wiring.SourceFolder> folder(Wiring.Compilation call, SourceFile source) {
        if (source.language() != JvmLanguage.JAVA) return Optional.empty();
        String place = Paths.join(source.packagePath(), Paths.name(source.path()));
        return call.sources().stream()
                .filter(Wiring.SourceFolder::root)
                .filter(folder -> Paths.join(folder.path(), place).equals(source.path()))
                .findFirst();
    }
}
