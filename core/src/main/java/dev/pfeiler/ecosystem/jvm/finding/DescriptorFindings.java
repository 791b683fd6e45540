package dev.pfeiler.ecosystem.jvm.finding;

import dev.pfeiler.ecosystem.jvm.project.Applications;
import dev.pfeiler.ecosystem.jvm.project.EnterpriseContents;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Finding.Topic;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Reports descriptors and what they name. */
final class DescriptorFindings {
    private final JvmReading reading;
    private final JvmProject project;
    private final FindingList found;

    DescriptorFindings(ProjectFacts facts, FindingList found) {
        this.reading = facts.reading();
        this.project = facts.project();
        this.found = found;
    }

    void descriptors() {
        for (Wiring wiring : reading.wirings()) {
            found.add(
                    Topic.DESCRIPTORS,
                    wiring.kind().text(),
                    FindingList.count(wiring.sources().size(), "source folder") + ", "
                            + FindingList.count(wiring.libraries().size(), "class-path entry"),
                    Certainty.CERTAIN,
                    wiring.files().stream().map(file -> Evidence.of(file, "")).toList());
        }
        project.webs().values().stream()
                .flatMap(web -> web.descriptor().stream())
                .forEach(descriptor -> found.add(
                        Topic.DESCRIPTORS,
                        descriptor.path(),
                        "Servlet " + (descriptor.version().isEmpty() ? "version not stated" : descriptor.version())
                                + ", " + FindingList.count(descriptor.classes().size(), "class") + " named",
                        descriptor.version().isEmpty() ? Certainty.GUESS : Certainty.CERTAIN,
                        List.of(descriptor.versionEvidence())));
        applications();
        for (SourceModule module : project.modules()) {
            project.manifest(reading, module).ifPresent(manifest -> {
                Wiring.Setting bundle = manifest.attributes().get("Bundle-SymbolicName");
                found.add(
                        Topic.DESCRIPTORS,
                        manifest.path(),
                        bundle == null
                                ? "manifest of the JAR"
                                : "manifest of the plug-in " + Text.before(bundle.value(), ";"),
                        Certainty.CERTAIN,
                        List.of(bundle == null ? Evidence.of(manifest.path(), "") : bundle.evidence()));
            });
        }
    }

    private void applications() {
        List<SourceModule> makers = project.modules().stream()
                .filter(module -> module.enterprise().isPresent())
                .toList();
        for (Applications.Application application : project.applications()) {
            application
                    .descriptor()
                    .ifPresent(descriptor -> found.add(
                            Topic.DESCRIPTORS,
                            descriptor.path(),
                            "enterprise archive"
                                    + (descriptor.version().isEmpty() ? "" : " of version " + descriptor.version())
                                    + ", "
                                    + FindingList.count(descriptor.modules().size(), "module") + " named",
                            Certainty.CERTAIN,
                            List.of(descriptor.versionEvidence())));
            makers.stream()
                    .filter(maker -> maker.paths().equals(application.paths()))
                    .forEach(this::namedModules);
            if (makers.isEmpty())
                found.add(Finding.trouble(
                        application.name(),
                        "is an EAR whose modules cannot be assigned to sources; it is not built by the build tool",
                        application.evidence()));
        }
    }

    /** What the descriptor of an enterprise archive names and nothing makes, and what would be served twice. */
    private void namedModules(SourceModule module) {
        EnterpriseContents enterprise = module.enterprise().orElseThrow();
        Set<String> there = module.paths().stream()
                .map(path -> project.layout().of(path).orElseThrow().relative())
                .collect(Collectors.toSet());
        there.addAll(enterprise.packs().values());
        there.addAll(enterprise.libraries().values());
        Map<String, String> roots = new TreeMap<>();
        enterprise.descriptor().ifPresent(descriptor -> descriptor.modules().forEach(named -> {
            if (!there.contains(named.uri()))
                found.add(Finding.trouble(
                        named.uri(),
                        "is declared as a module but not contained in the archive; correct the name or remove it",
                        named.evidence()));
            if (named.contextRoot().isEmpty()) return;
            String other = roots.putIfAbsent(Paths.withoutRoot(named.contextRoot()), named.uri());
            if (other != null)
                found.add(Finding.trouble(
                        named.contextRoot(),
                        "is the path of " + other + " and of " + named.uri() + "; change one of the paths",
                        named.evidence()));
        }));
    }
}
