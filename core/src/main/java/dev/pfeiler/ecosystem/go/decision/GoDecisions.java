package dev.pfeiler.ecosystem.go.decision;

import dev.pfeiler.ecosystem.go.module.ModuleFile;
import dev.pfeiler.ecosystem.go.project.OwnModule;
import dev.pfeiler.evidence.Finding;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What was decided for a Go project.
 *
 * @param modules its own ones
 * @param left what no one but the user can decide or fix
 */
public record GoDecisions(List<Module> modules, List<Finding> left) {
    /**
     * A module that is written.
     *
     * @param own as it lies now
     * @param goal the folder that it goes to
     * @param file its descriptor
     * @param lock the text of its lock file; empty if it needs none, or the go command has to write it
     * @param renamed what modules are called now that were copied under another path, by that path
     * @param kept copied packages that stay in use, with the folder that each goes to, by the path of their module
     */
    public record Module(
            OwnModule own,
            String goal,
            ModuleFile file,
            String lock,
            Map<String, String> renamed,
            Map<String, String> kept) {}

    public GoDecisions {
        modules = List.copyOf(modules);
        left = List.copyOf(left);
    }

    /** The paths of all own modules. */
    public Set<String> paths() {
        return modules.stream().map(module -> module.file().path()).collect(java.util.stream.Collectors.toSet());
    }
}
