package dev.pfeiler.ecosystem.dotnet;

import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.dotnet.addition.ProjectBuild;
import dev.pfeiler.ecosystem.dotnet.proof.DotnetManagedProof;
import dev.pfeiler.ecosystem.dotnet.proof.DotnetProof;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** The .NET SDK. */
final class DotnetTarget implements Target {
    @Override
    public String id() {
        return "dotnet";
    }

    @Override
    public String title() {
        return "the .NET SDK";
    }

    @Override
    public Optional<ManagedBuild> read(ProjectTree project, Environment environment) {
        return ProjectBuild.read(project);
    }

    @Override
    public PartVerdict prove(ProofRequest request, Environment environment) throws IOException {
        return new DotnetProof(request, environment).run();
    }

    @Override
    public PartVerdict proveManaged(ProofRequest request, Environment environment) throws IOException {
        return new DotnetManagedProof(request, environment).run();
    }

    /** What the SDK writes beside each project file. */
    @Override
    public List<String> buildOutput(ProjectTree part, Set<String> descriptors) {
        List<String> patterns = new ArrayList<>();
        for (String descriptor : descriptors) {
            if (!Paths.extension(descriptor).equals("csproj")) continue;
            for (String folder : List.of("bin", "obj")) {
                String path = Paths.join(Paths.parent(descriptor), folder);
                if (!part.folders().contains(path)) patterns.add(path + "/");
            }
        }
        return patterns;
    }

    @Override
    public List<List<String>> buildCommands() {
        return List.of(List.of("dotnet", "build"));
    }

    @Override
    public String addCommand(String name) {
        return "dotnet add package " + name;
    }
}
