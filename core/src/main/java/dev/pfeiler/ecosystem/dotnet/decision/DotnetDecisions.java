package dev.pfeiler.ecosystem.dotnet.decision;

import dev.pfeiler.ecosystem.dotnet.model.SdkProject;
import dev.pfeiler.ecosystem.dotnet.project.Compilation;
import dev.pfeiler.ecosystem.dotnet.source.AssemblyAttribute;
import dev.pfeiler.evidence.Finding;
import java.util.List;
import java.util.Map;

/**
 * What was decided for a tree of C# projects.
 *
 * @param shared files that several projects use, with their texts by path
 * @param left what no one but the user can decide or fix
 */
public record DotnetDecisions(List<Planned> projects, Map<String, String> shared, List<Finding> left) {
    /**
     * A project that is written.
     *
     * @param removed attributes that leave the sources, by path
     */
    public record Planned(Compilation old, SdkProject project, Map<String, List<AssemblyAttribute>> removed) {}

    public DotnetDecisions {
        projects = List.copyOf(projects);
        shared = Map.copyOf(shared);
        left = List.copyOf(left);
    }
}
