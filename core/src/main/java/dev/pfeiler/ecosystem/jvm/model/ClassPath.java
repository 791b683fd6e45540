package dev.pfeiler.ecosystem.jvm.model;

import java.util.List;

/**
 * What a module declares.
 *
 * @param modules other modules of the project
 * @param constraints versions of transitive dependencies
 * @param processors what is on the path of annotation processors; none if they are looked for on the class path
 * @param processorsAmongLibraries whether they are looked for on the class path, and there are some
 */
public record ClassPath(
        List<ModuleNeed> modules,
        List<Dependency> declared,
        List<Constraint> constraints,
        List<Dependency> processors,
        boolean processorsAmongLibraries) {
    public ClassPath {
        modules = List.copyOf(modules);
        declared = List.copyOf(declared);
        constraints = List.copyOf(constraints);
        processors = List.copyOf(processors);
    }

    /** One whose libraries contain no annotation processors. */
    public ClassPath(
            List<ModuleNeed> modules,
            List<Dependency> declared,
            List<Constraint> constraints,
            List<Dependency> processors) {
        this(modules, declared, constraints, processors, false);
    }
}
