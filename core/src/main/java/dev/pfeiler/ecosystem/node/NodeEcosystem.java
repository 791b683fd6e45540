package dev.pfeiler.ecosystem.node;

import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Libraries;
import dev.pfeiler.ecosystem.Part;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.node.addition.NodeLibraries;
import dev.pfeiler.ecosystem.node.creation.NodeCreator;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.registry.Registry;
import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** JavaScript and TypeScript, for browsers and for Node.js, managed with npm. */
public final class NodeEcosystem implements Ecosystem {
    private static final Target NPM = new NpmTarget();

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
        return List.of(NPM);
    }

    @Override
    public List<Part> parts(ProjectTree tree) {
        return NodeParts.of(tree, NPM);
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
    public Optional<Creator> creator() {
        return Optional.of(new NodeCreator());
    }
}
