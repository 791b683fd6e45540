package dev.pfeiler.creation;

import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.fresh.FreshProject;
import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.ProjectTree;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/**
 * A build of several modules around the folder of a fresh project.
 *
 * @param root its folder
 * @param module the folder of the fresh project, from there
 */
record Enclosing(Path root, ManagedBuild build, String module) {
    /** How many folders are looked at, from the fresh project's upwards. */
    private static final int HEIGHT = 4;

    /** The nearest one of a build tool that lists modules. */
    static Optional<Enclosing> of(Path folder, Target target, Environment environment) {
        Path own = folder.toAbsolutePath().normalize();
        Path root = own.getParent();
        for (int i = 0; i < HEIGHT && root != null; i++, root = root.getParent()) {
            if (target.moduleLists().stream().map(root::resolve).noneMatch(Files::isRegularFile)) continue;
            Optional<ManagedBuild> build = target.read(ProjectTree.read(root), environment);
            if (build.isEmpty() || build.get().modules().isEmpty()) return Optional.empty();
            String module = root.relativize(own).toString().replace('\\', '/');
            return Optional.of(new Enclosing(root, build.get(), module));
        }
        return Optional.empty();
    }

    /** The edit that lists the fresh project, if it has to be listed. */
    Optional<FreshProject.Listing> listing() {
        return build.listing(module, "lists the new module").map(edit -> new FreshProject.Listing(root, edit));
    }
}
