package dev.pfeiler.ecosystem.node;

import dev.pfeiler.check.CheckRequest;
import dev.pfeiler.check.PartCheck;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.node.check.NodeCheck;
import dev.pfeiler.ecosystem.node.descriptor.NpmBuild;
import dev.pfeiler.ecosystem.node.descriptor.PackageDescriptor;
import dev.pfeiler.ecosystem.node.proof.NodeManagedProof;
import dev.pfeiler.ecosystem.node.proof.NodeProof;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** npm. */
final class NpmTarget implements Target {
    @Override
    public String id() {
        return "npm";
    }

    @Override
    public String title() {
        return "npm";
    }

    @Override
    public Optional<ManagedBuild> read(ProjectTree project, Environment environment) {
        return NpmBuild.read(project);
    }

    @Override
    public PartVerdict prove(ProofRequest request, Environment environment) throws IOException {
        return new NodeProof(request, environment).run();
    }

    @Override
    public PartVerdict proveManaged(ProofRequest request, Environment environment) throws IOException {
        return new NodeManagedProof(request, environment).run();
    }

    @Override
    public List<String> buildOutput(ProjectTree part, Set<String> descriptors) {
        return descriptors.contains(PackageDescriptor.NAME) ? NodeOutput.of(part) : List.of();
    }

    @Override
    public PartCheck check(CheckRequest request) {
        return NodeCheck.of(request);
    }

    @Override
    public Map<String, String> moduleLists() {
        return Map.of(PackageDescriptor.NAME, "\"workspaces\"");
    }

    @Override
    public List<String> references(ProjectTree project) {
        return NodeOutput.references(project);
    }

    @Override
    public List<List<String>> buildCommands() {
        return List.of(List.of("npm", "install"), List.of("npm", "run", "build", "--if-present"));
    }

    @Override
    public String addCommand(String name) {
        return "npm install " + name;
    }
}
