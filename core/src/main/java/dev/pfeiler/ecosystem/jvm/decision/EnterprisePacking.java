package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.dependency.DependencyPlanner;
import dev.pfeiler.ecosystem.jvm.project.EnterpriseContents;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.target.maven.EnterpriseArchive;
import dev.pfeiler.ecosystem.jvm.web.EnterpriseDescriptor;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Describes to the build tool what lies where in an enterprise archive. */
public final class EnterprisePacking {
    private static final Set<String> VERSIONS = Set.of("1.3", "1.4", "5", "6", "7", "8", "9", "10");
    private static final String LAST_JAVAX = "8";
    private static final String JAKARTA = "10";
    private static final String USUAL_FOLDER = "lib";

    private final JvmReading reading;
    private final JvmProject project;

    public EnterprisePacking(JvmReading reading, JvmProject project) {
        this.reading = reading;
        this.project = project;
    }

    EnterpriseArchive describe(EnterpriseContents enterprise, String group, DependencyPlanner.Decided decided) {
        String folder =
                enterprise.descriptor().map(EnterpriseDescriptor::libraryFolder).orElse(USUAL_FOLDER);
        List<EnterpriseArchive.Entry> entries = new ArrayList<>();
        enterprise.packs().forEach((name, place) -> {
            boolean web = project.module(name).flatMap(SourceModule::web).isPresent();
            String context = web ? enterprise.contextRoot(name).orElse("") : "";
            entries.add(new EnterpriseArchive.Entry(web ? "webModule" : "jarModule", group, name, place, context));
        });
        enterprise.libraries().forEach((jar, place) -> {
            // a container of an early version finds libraries by the names that manifests give
            if (!folder.isEmpty() && Paths.parent(place).equals(folder)) return;
            coordinates(jar, decided)
                    .ifPresent(c ->
                            entries.add(new EnterpriseArchive.Entry("jarModule", c.group(), c.artifact(), place, "")));
        });
        return new EnterpriseArchive(version(enterprise), folder.isEmpty() ? "/" : folder, entries);
    }

    private Optional<Coordinates> coordinates(Jar jar, DependencyPlanner.Decided decided) {
        return decided.dependencies().stream()
                .filter(dependency -> dependency.jar().filter(jar::equals).isPresent())
                .flatMap(dependency -> dependency.declared().stream())
                .findFirst()
                .or(() -> Optional.ofNullable(reading.identities().get(jar))
                        .filter(identity -> identity.sign().published())
                        .map(identity -> identity.coordinates()));
    }

    /** The version of the platform, as the plug-in knows it. */
    public String version(EnterpriseContents enterprise) {
        String stated =
                enterprise.descriptor().map(EnterpriseDescriptor::version).orElse("");
        String usual = reading.jakarta() ? JAKARTA : LAST_JAVAX;
        if (stated.equals("1.2")) return "1.3";
        return VERSIONS.contains(stated) ? stated : usual;
    }
}
