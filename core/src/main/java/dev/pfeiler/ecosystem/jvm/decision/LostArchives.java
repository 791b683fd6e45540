package dev.pfeiler.ecosystem.jvm.decision;

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
import java.util.stream.Stream;

/** Archives of the old build that the new one no longer makes. */
public final class LostArchives {
    private LostArchives() {}

    public static List<Finding> of(JvmReading reading, JvmProject project, JvmBuild build) {
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
        List<Finding> lost = new ArrayList<>();
        for (Wiring wiring : reading.wirings()) {
            if (wiring.kind() == Wiring.Kind.IDE_FILES) continue;
            Stream.concat(wiring.archives().stream(), wiring.distributions().stream())
                    .filter(archive -> !made.contains(archive.path()) && !names.contains(Paths.name(archive.path())))
                    .filter(archive -> made.add(archive.path()))
                    .forEach(archive -> lost.add(Finding.trouble(
                            archive.path(),
                            "is made by the old build; the new build no longer makes it",
                            archive.evidence())));
        }
        return lost;
    }
}
