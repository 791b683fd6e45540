package dev.pfeiler.creation;

import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.fresh.FreshProject;
import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
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

    /** The nearest one of a build tool that lists modules and can be read. */
    static Optional<Enclosing> of(Path folder, Target target, Environment environment) {
        Path own = folder.toAbsolutePath().normalize();
        Path root = own.getParent();
        for (int i = 0; i < HEIGHT && root != null; i++, root = root.getParent()) {
            if (!listsModules(root, target)) continue;
            try {
                Optional<ManagedBuild> build = target.read(ProjectTree.read(root), environment);
                if (build.isEmpty() || build.get().modules().isEmpty()) continue;
                String module = root.relativize(own).toString().replace('\\', '/');
                return Optional.of(new Enclosing(root, build.get(), module));
            } catch (Refusal e) {
                // a build that is broken gets no further module
                return Optional.empty();
            }
        }
        return Optional.empty();
    }

    /** Looked at before anything is read: a folder above may be a home directory with a million files. */
    private static boolean listsModules(Path root, Target target) {
        return target.moduleLists().entrySet().stream().anyMatch(list -> {
            Path file = root.resolve(list.getKey());
            try {
                return Files.isRegularFile(file)
                        && new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1).contains(list.getValue());
            } catch (IOException e) {
                return false;
            }
        });
    }

    /** The edit that lists the fresh project, if it has to be listed. */
    Optional<FreshProject.Listing> listing() {
        return build.listing(module, "lists the new module").map(edit -> new FreshProject.Listing(root, edit));
    }
}
