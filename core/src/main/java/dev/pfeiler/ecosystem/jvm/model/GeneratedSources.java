package dev.pfeiler.ecosystem.jvm.model;

import dev.pfeiler.artifact.repository.Coordinates;
import java.util.List;
import java.util.Optional;

/**
 * Sources that a generator writes during the build.
 *
 * @param tool the artifact of the tool in the version used so far, if known
 * @param input the name of the file they are generated from
 * @param packageName of the generated sources
 * @param jakarta whether they use packages that start with {@code jakarta.}
 * @param replaced names of those that the project has of its own, so that the generated ones are not used
 */
public record GeneratedSources(
        Generator generator,
        Optional<Coordinates> tool,
        String input,
        String packageName,
        boolean jakarta,
        List<String> replaced) {
    public GeneratedSources {
        replaced = List.copyOf(replaced);
    }
}
