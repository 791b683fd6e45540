package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import java.nio.file.Path;
import java.util.Optional;
import org.apache.maven.model.Dependency;
import org.apache.maven.model.Parent;
import org.apache.maven.model.Repository;
import org.apache.maven.model.building.FileModelSource;
import org.apache.maven.model.building.ModelSource;
import org.apache.maven.model.building.StringModelSource;
import org.apache.maven.model.resolution.ModelResolver;

/** Finds parents and imported POMs; one that no repository has is taken to say nothing. */
// the interface itself uses the deprecated type
@SuppressWarnings("deprecation")
final class PomResolver implements ModelResolver {
    private final Repositories repositories;

    PomResolver(Repositories repositories) {
        this.repositories = repositories;
    }

    @Override
    public ModelSource resolveModel(String group, String artifact, String version) {
        Optional<Path> pom = repositories.descriptor(new Coordinates(group, artifact, version));
        if (pom.isPresent()) return new FileModelSource(pom.get().toFile());
        return new StringModelSource(
                """
                <project>
                  <modelVersion>4.0.0</modelVersion>
                  <groupId>%s</groupId>
                  <artifactId>%s</artifactId>
                  <version>%s</version>
                  <packaging>pom</packaging>
                </project>
                """
                        .formatted(group, artifact, version));
    }

    @Override
    public ModelSource resolveModel(Parent parent) {
        return resolveModel(parent.getGroupId(), parent.getArtifactId(), parent.getVersion());
    }

    @Override
    public ModelSource resolveModel(Dependency dependency) {
        return resolveModel(dependency.getGroupId(), dependency.getArtifactId(), dependency.getVersion());
    }

    // only the user's own repositories are asked

    @Override
    public void addRepository(Repository repository) {}

    @Override
    public void addRepository(Repository repository, boolean replace) {}

    @Override
    public ModelResolver newCopy() {
        return this;
    }
}
