package dev.pfeiler.ecosystem.go;

import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.go.module.ModuleFile;
import dev.pfeiler.ecosystem.go.project.GoSources;
import dev.pfeiler.ecosystem.go.proof.GoManagedProof;
import dev.pfeiler.ecosystem.go.proof.GoProof;
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

/** The go command. */
final class GoTarget implements Target {
    @Override
    public String id() {
        return "go";
    }

    @Override
    public String title() {
        return "Go modules";
    }

    @Override
    public Optional<ManagedBuild> read(ProjectTree project, Environment environment) {
        return ModuleBuild.read(project);
    }

    @Override
    public PartVerdict prove(ProofRequest request, Environment environment) throws IOException {
        return new GoProof(request, environment).run();
    }

    @Override
    public PartVerdict proveManaged(ProofRequest request, Environment environment) throws IOException {
        return new GoManagedProof(request, environment).run();
    }

    /** What the go command writes beside a descriptor: the lock file, and programs by the names of their folders. */
    @Override
    public List<String> buildOutput(ProjectTree part, Set<String> descriptors) {
        List<String> patterns = new ArrayList<>();
        for (String descriptor : descriptors) {
            if (!Paths.name(descriptor).equals(ModuleFile.NAME)) continue;
            String folder = Paths.parent(descriptor);
            patterns.add(Paths.join(folder, "go.sum"));
            part.under(folder)
                    .filter(GoSources::isSource)
                    .map(file -> Paths.name(Paths.parent(file.path())))
                    .filter(name -> !name.isEmpty() && name.indexOf('*') < 0)
                    .distinct()
                    .map(name -> Paths.join(folder, name))
                    .filter(path -> !part.folders().contains(path))
                    .forEach(patterns::add);
        }
        return patterns;
    }

    @Override
    public List<List<String>> buildCommands() {
        return List.of(List.of("go", "build", "./..."));
    }

    @Override
    public String addCommand(String name) {
        return "go get " + name;
    }
}
