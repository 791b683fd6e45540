package dev.pfeiler.ecosystem.node;

import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Libraries;
import dev.pfeiler.ecosystem.Part;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.node.addition.NodeLibraries;
import dev.pfeiler.ecosystem.node.creation.NodeCreator;
import dev.pfeiler.ecosystem.node.descriptor.PackageDescriptor;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.proof.NodeManagedProof;
import dev.pfeiler.ecosystem.node.proof.NodeProof;
import dev.pfeiler.ecosystem.node.registry.Registry;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** JavaScript and TypeScript, for browsers and for Node.js, managed with npm. */
public final class NodeEcosystem implements Ecosystem {
    @Override
    public String id() {
        return "node";
    }

    @Override
    public String title() {
        return "JavaScript";
    }

    @Override
    public Set<String> extensions() {
        return NodeProject.EXTENSIONS;
    }

    @Override
    public List<Target> targets() {
        return List.of(new Target("npm", "npm"));
    }

    @Override
    public List<Part> parts(ProjectTree tree) {
        return NodeParts.of(tree);
    }

    @Override
    public Reading read(ProjectTree part, Environment environment) {
        NodeProject project = NodeProject.of(part);
        return new NodeReading(project, Registry.of(part, environment), environment, NodeFindings.of(project));
    }

    @Override
    public Optional<Libraries> libraries() {
        return Optional.of(new NodeLibraries());
    }

    @Override
    public Optional<PartVerdict> proveManaged(ProofRequest request, Environment environment) throws IOException {
        return Optional.of(new NodeManagedProof(request, environment).run());
    }

    @Override
    public Optional<Creator> creator() {
        return Optional.of(new NodeCreator());
    }

    @Override
    public List<String> references(ProjectTree part) {
        return NodeOutput.references(part);
    }

    @Override
    public List<String> buildOutput(String target, ProjectTree part, Set<String> descriptors) {
        return descriptors.contains(PackageDescriptor.NAME) ? NodeOutput.of(part) : List.of();
    }

    @Override
    public String addCommand(String name) {
        return "npm install " + name;
    }

    @Override
    public List<List<String>> buildCommands() {
        return List.of(List.of("npm", "install"), List.of("npm", "run", "build", "--if-present"));
    }

    @Override
    public PartVerdict prove(String target, ProofRequest request, Environment environment) {
        return new NodeProof(request, environment).run();
    }
}
