package dev.pfeiler.ecosystem.jvm.model;

import java.util.List;

/** What a module declares: other modules, artifacts, and versions of transitive dependencies. */
public record ClassPath(List<ModuleNeed> modules, List<Dependency> declared, List<Constraint> constraints) {
    public ClassPath {
        modules = List.copyOf(modules);
        declared = List.copyOf(declared);
        constraints = List.copyOf(constraints);
    }
}
