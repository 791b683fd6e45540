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

    /** Whether sources are compiled, and no archive takes their classes, while archives take those of others. */
    boolean isUnpacked(List<SourceFile> some) {
        return isCompiled(some)
                && some.stream().noneMatch(this::isInArchive)
                && sources.stream().anyMatch(this::isInArchive);
    }

    /** Whether only an IDE compiles sources, while the build that makes the product does without them. */
    boolean isOutside(List<SourceFile> some) {
        return !isCompiled(some) && sources.stream().anyMatch(this::isInArchive);
    }

    private boolean isCompiled(List<SourceFile> some) {
        return builds.stream().anyMatch(build -> build.compilations().stream().anyMatch(call -> takesAny(call, some)));
    }

    private boolean isInArchive(SourceFile source) {
        return builds.stream().anyMatch(build -> build.archives().stream()
                .anyMatch(archive -> build.packs(archive, source, templates.compiled(source.path()))));
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
