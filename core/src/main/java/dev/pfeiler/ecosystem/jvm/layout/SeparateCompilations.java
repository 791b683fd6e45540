package dev.pfeiler.ecosystem.jvm.layout;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** What builds compile by calls of its own, and whether that goes into an archive. */
final class SeparateCompilations {
    private final List<Wiring> builds;
    private final Collection<SourceFile> sources;
    private final TemplateSources templates;

    SeparateCompilations(List<Wiring> wirings, Collection<SourceFile> sources, TemplateSources templates) {
        this.builds = wirings.stream()
                .filter(wiring -> wiring.kind() != Wiring.Kind.IDE_FILES)
                .toList();
        this.sources = sources;
        this.templates = templates;
    }

    /** Whether sources are compiled only by calls whose classes no archive takes, while archives take those of others. */
    boolean isUnpacked(List<SourceFile> some) {
        List<Wiring.Compilation> calls = builds.stream()
                .flatMap(build -> build.compilations().stream())
                .filter(call -> takesAny(call, some))
                .toList();
        return !calls.isEmpty()
                && builds.stream()
                        .anyMatch(build -> build.compilations().stream().anyMatch(build::packs))
                && calls.stream()
                        .allMatch(call ->
                                call.output().isPresent() && builds.stream().noneMatch(build -> build.packs(call)));
    }

    /** Whether a build compiles sources into a folder of their own, and an archive takes it: a library for tests, say. */
    boolean isPacked(List<SourceFile> some) {
        Set<String> own = some.stream().map(SourceFile::path).collect(Collectors.toSet());
        List<SourceFile> others =
                sources.stream().filter(source -> !own.contains(source.path())).toList();
        return builds.stream().anyMatch(build -> build.compilations().stream()
                .filter(call -> call.output().isPresent() && build.packs(call) && takesAny(call, some))
                .anyMatch(call -> build.compilations().stream()
                        .filter(other -> writesTo(other, call))
                        .noneMatch(other -> takesAny(other, others))));
    }

    private static boolean writesTo(Wiring.Compilation one, Wiring.Compilation other) {
        return one.output().map(Wiring.Setting::value).equals(other.output().map(Wiring.Setting::value));
    }

    private boolean takesAny(Wiring.Compilation call, List<SourceFile> some) {
        return some.stream().anyMatch(source -> call.takes(templates.compiled(source.path())));
    }
}
