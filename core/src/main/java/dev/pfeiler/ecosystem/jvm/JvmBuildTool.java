package dev.pfeiler.ecosystem.jvm;

import dev.pfeiler.artifact.archive.JarCache;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.check.CheckRequest;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.check.PartCheck;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.jvm.check.JvmCheck;
import dev.pfeiler.ecosystem.jvm.check.TwoDescriptors;
import dev.pfeiler.ecosystem.jvm.managed.ManagedJvmBuild;
import dev.pfeiler.ecosystem.jvm.proof.JvmManagedProof;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** A build tool for JVM builds, as other ecosystems see it. */
record JvmBuildTool(JvmTarget tool) implements Target {
    @Override
    public String id() {
        return tool.id();
    }

    @Override
    public String title() {
        return tool.title();
    }

    @Override
    public Optional<ManagedBuild> read(ProjectTree project, Environment environment) {
        return tool.read(project, Repositories.of(environment));
    }

    @Override
    public PartVerdict prove(ProofRequest request, Environment environment) throws IOException {
        return JvmPart.of(request.old(), environment).prove(id(), request);
    }

    @Override
    public PartVerdict proveManaged(ProofRequest request, Environment environment) throws IOException {
        JvmTarget settled = tool.settled(new Deliberation(Choices.NONE), request.old(), environment);
        return new JvmManagedProof(request, settled, Repositories.of(environment), environment).run();
    }

    @Override
    public PartCheck check(CheckRequest request) {
        Repositories repositories = Repositories.of(request.environment());
        JarCache jars = new JarCache(request.environment().kept("jars"));
        Optional<ManagedJvmBuild.Reading> read = tool.managed(request.part(), repositories);
        if (read.isEmpty()) return PartCheck.NOTHING;
        PartCheck own = JvmCheck.of(request.part(), read.get(), repositories, jars, JvmPart.LANGUAGES);
        List<Discrepancy> all = new ArrayList<>(own.discrepancies());
        for (JvmTarget other : JvmPart.TARGETS)
            if (other != tool)
                other.managed(request.part(), repositories)
                        .ifPresent(
                                twin -> all.addAll(TwoDescriptors.of(read.get().build(), twin.build())));
        // whose word counts is not known then
        if (all.size() > own.discrepancies().size()) all.replaceAll(Discrepancy::undecided);
        return new PartCheck(all, own.sources(), own.outputs(), own.unread());
    }

    @Override
    public Map<String, String> moduleLists() {
        return tool.moduleLists();
    }

    @Override
    public List<String> references(ProjectTree project) {
        return tool.references(project);
    }

    @Override
    public List<String> buildOutput(ProjectTree part, Set<String> descriptors) {
        return descriptors.stream()
                .filter(path -> tool.isDescriptor(Paths.name(path)))
                .flatMap(path -> tool.output(part, Paths.parent(path)).stream())
                .distinct()
                .toList();
    }
}
