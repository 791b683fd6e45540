package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.layout.TemplateSources;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.Product;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * An archive of the old build that the new one no longer makes.
 *
 * @param ofTests whether it holds classes of tests and none of the program
 */
public record LostArchive(Wiring.Archive archive, boolean ofTests) {
    public static List<LostArchive> of(JvmReading reading, JvmProject project, JvmBuild build) {
        Set<String> made = new HashSet<>();
        project.modules().forEach(module -> module.archive().ifPresent(archive -> made.add(archive.path())));
        build.modules().forEach(module -> module.distributions().forEach(distribution -> made.add(distribution.old())));
        Set<String> names = new HashSet<>();
        build.modules().forEach(module -> {
            names.add(module.archive(build.coordinates().version()));
            if (module.product() instanceof Product.Library library)
                library.whole().ifPresent(name -> names.add(name + ".jar"));
            module.partial().forEach(part -> names.add(part.fileName()));
        });
        TemplateSources templates = new TemplateSources(reading.wirings());
        List<LostArchive> lost = new ArrayList<>();
        for (Wiring wiring : reading.wirings()) {
            if (wiring.kind() == Wiring.Kind.IDE_FILES) continue;
            List<Wiring.Archive> archives = archives(wiring);
            for (Wiring.Archive archive : archives) {
                boolean twice = archives.stream()
                        .anyMatch(other -> made.contains(other.path())
                                && Paths.name(other.path()).equals(Paths.name(archive.path())));
                if (names.contains(Paths.name(archive.path())) && !twice || !made.add(archive.path())) continue;
                Predicate<SourceFile> packed =
                        source -> wiring.packs(archive, source, templates.compiled(source.path()));
                boolean tests = project.modules().stream()
                        .anyMatch(module -> module.tests().stream().anyMatch(packed));
                boolean program = project.modules().stream()
                        .anyMatch(module -> module.main().stream().anyMatch(packed));
                lost.add(new LostArchive(archive, tests && !program));
            }
        }
        return lost;
    }

    private static List<Wiring.Archive> archives(Wiring wiring) {
        return Stream.concat(wiring.archives().stream(), wiring.distributions().stream())
                .toList();
    }

    public Finding finding() {
        return Finding.trouble(
                archive.path(),
                ofTests
                        ? "holds classes of tests, which the new build runs from their folder; it no longer makes it"
                        : "is made by the old build; the new build no longer makes it",
                archive.evidence());
    }
}
