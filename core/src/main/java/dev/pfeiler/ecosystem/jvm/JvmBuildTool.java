package dev.pfeiler.ecosystem.jvm;

import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.Target;
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
