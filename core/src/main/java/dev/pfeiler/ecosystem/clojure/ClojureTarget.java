package dev.pfeiler.ecosystem.clojure;

import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.clojure.descriptor.ClojureTool;
import dev.pfeiler.ecosystem.clojure.proof.ClojureManagedProof;
import dev.pfeiler.ecosystem.clojure.proof.ClojureProof;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A build tool for Clojure. */
record ClojureTarget(ClojureTool tool) implements Target {
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
        return tool.read(project);
    }

    @Override
    public PartVerdict prove(ProofRequest request, Environment environment) throws IOException {
        return new ClojureProof(request, environment, tool).run();
    }

    @Override
    public PartVerdict proveManaged(ProofRequest request, Environment environment) throws IOException {
        return new ClojureManagedProof(request, environment, tool).run();
    }

    @Override
    public List<String> buildOutput(ProjectTree part, Set<String> descriptors) {
        return descriptors.contains(tool.descriptor())
                ? List.of("target/**", ".lein-*", ".nrepl-port", ".cpcache/**", "classes/**")
                : List.of();
    }

    @Override
    public List<List<String>> buildCommands() {
        return tool.makesArchive() ? List.of(List.of(tool.program(), "jar")) : List.of();
    }
}
