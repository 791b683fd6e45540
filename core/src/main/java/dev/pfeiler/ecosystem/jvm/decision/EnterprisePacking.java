package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.identity.JarIdentity;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.dependency.DependencyPlanner;
import dev.pfeiler.ecosystem.jvm.model.Packaging;
import dev.pfeiler.ecosystem.jvm.model.Product;
import dev.pfeiler.ecosystem.jvm.project.EnterpriseContents;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.web.EnterpriseDescriptor;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Describes what is where in an enterprise archive. */
final class EnterprisePacking {
    private static final String LIBRARIES = "lib";

    private final JvmReading reading;
    private final JvmProject project;

    EnterprisePacking(JvmReading reading, JvmProject project) {
        this.reading = reading;
        this.project = project;
    }

    Product.EnterpriseArchive describe(
            String archiveName, EnterpriseContents enterprise, DependencyPlanner.Decided decided) {
        String folder =
                enterprise.descriptor().map(EnterpriseDescriptor::libraryFolder).orElse(LIBRARIES);
        List<Product.Entry> entries = new ArrayList<>();
        enterprise.packs().forEach((name, place) -> {
            boolean web = project.module(name).flatMap(SourceModule::web).isPresent();
            Optional<String> context = web ? enterprise.contextRoot(name) : Optional.empty();
            Packaging packaging = web ? Packaging.WAR : Packaging.JAR;
            entries.add(new Product.Entry(packaging, new Product.Source.OfModule(name), place, context));
        });
        enterprise.libraries().forEach((jar, place) -> {
            // a container of an early version finds libraries by the names in manifests
            if (!folder.isEmpty() && Paths.parent(place).equals(folder)) return;
            coordinates(jar, decided)
                    .ifPresent(c -> entries.add(new Product.Entry(
                            Packaging.JAR, new Product.Source.OfRepository(c), place, Optional.empty())));
        });
        return new Product.EnterpriseArchive(
                archiveName, enterprise.platform(reading.jakarta()), folder.isEmpty() ? "/" : folder, entries);
    }

    private Optional<Coordinates> coordinates(Jar jar, DependencyPlanner.Decided decided) {
        return decided.outcomes().stream()
                .filter(outcome -> outcome.jar().filter(jar::equals).isPresent())
                .flatMap(outcome -> outcome.coordinates().stream())
                .findFirst()
                .or(() -> Optional.ofNullable(reading.identities().get(jar))
                        .filter(identity -> identity.sign().published())
                        .map(JarIdentity::coordinates));
    }
}
