package dev.pfeiler.ecosystem.jvm.layout;

import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.Paths;
import java.util.List;
import java.util.Optional;

/** Sources that the old build compiles from copies in which it has replaced text. */
public final class TemplateSources {
    private final List<Wiring.Copy> copies;

    public TemplateSources(List<Wiring> wirings) {
        copies = wirings.stream()
                .flatMap(wiring ->
                        wiring.copies().stream().filter(copy -> !copy.filters().isEmpty() && isCompiled(wiring, copy)))
                .toList();
    }

    private static boolean isCompiled(Wiring wiring, Wiring.Copy copy) {
        return wiring.sources().stream().anyMatch(source -> Paths.within(source.path(), copy.to()));
    }

    /** The path at which a source is compiled: that of its copy, or its own. */
    public String compiled(String path) {
        return of(path).flatMap(copy -> copy.content().entry(path).map(place -> Paths.join(copy.to(), place)))
                .orElse(path);
    }

    /** The copy that a source is compiled from. */
    public Optional<Wiring.Copy> of(String path) {
        return copies.stream()
                .filter(copy -> copy.content().entry(path).isPresent())
                .findFirst();
    }
}
