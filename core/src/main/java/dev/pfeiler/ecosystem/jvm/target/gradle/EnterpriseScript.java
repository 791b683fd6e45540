package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.model.PackedFiles;
import dev.pfeiler.ecosystem.jvm.model.Product;
import java.util.stream.Stream;

/** How an enterprise archive is packed. Source: "The Ear Plugin" in Gradle's user manual. */
final class EnterpriseScript {
    static final String USUAL_FOLDER = "src/main/application";

    private EnterpriseScript() {}

    static Stream<Product.Entry> entries(BuildModule module) {
        return module.product() instanceof Product.EnterpriseArchive archive
                ? archive.entries().stream()
                : Stream.empty();
    }

    static boolean isOf(Product.Entry entry, ModuleName name) {
        return entry.source() instanceof Product.Source.OfModule of && of.name().equals(name);
    }

    static boolean isOf(Product.Entry entry, Coordinates coordinates) {
        return entry.source() instanceof Product.Source.OfRepository of
                && of.coordinates().key().equals(coordinates.key());
    }

    static void write(
            Script script, JvmBuild build, BuildModule module, Product.EnterpriseArchive archive, Dialect dialect) {
        String folder = module.sources().packed().map(PackedFiles::folder).orElse(USUAL_FOLDER);
        boolean lazy = dialect.version().atLeast(7, 1);
        if (!lazy && !folder.equals(USUAL_FOLDER)) script.line("appDirName = " + dialect.string(folder));
        dialect.existing(script, "ear", "Ear", s -> {
            s.line(dialect.archiveName(module.archive(build.coordinates().version())));
            if (lazy && !folder.equals(USUAL_FOLDER))
                s.line(dialect.lazy("appDirectory", "file(" + dialect.string(folder) + ")"));
            if (!archive.libraryFolder().equals("lib"))
                s.line("libDirName = " + dialect.string(archive.libraryFolder()));
            // the project has a descriptor of its own, which is packed as it is
            if (!dialect.version().atLeast(6, 0)) s.line("deploymentDescriptor = null");
            else s.line("generateDeploymentDescriptor" + (dialect.kotlin() ? ".set(false)" : " = false"));
            module.sources().packed().ifPresent(files -> SelectionScript.excludes(s, files.excludes(), dialect));
            archive.entries().forEach(entry -> {
                String file = file(build, entry);
                if (file.equals(entry.place())) return;
                s.block(
                        "filesMatching(" + dialect.string(file) + ")",
                        f -> f.line("path = " + dialect.string(entry.place())));
            });
            ManifestScript.write(s, build, module, dialect);
        });
    }

    private static String file(JvmBuild build, Product.Entry entry) {
        if (entry.source() instanceof Product.Source.OfRepository of)
            return of.coordinates().fileName(entry.packaging().word());
        BuildModule source =
                build.module(((Product.Source.OfModule) entry.source()).name()).orElseThrow();
        return source.archive(build.coordinates().version());
    }
}
