package dev.pfeiler.artifact.repository;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.eclipse.aether.artifact.Artifact;
import org.eclipse.aether.repository.WorkspaceReader;
import org.eclipse.aether.repository.WorkspaceRepository;

/** Artifacts that are on this machine: descriptors of a project, and a folder laid out as a repository. */
final class OwnArtifacts implements WorkspaceReader {
    private final Map<String, Path> descriptors;
    private final Path folder;
    private final WorkspaceRepository repository;

    /**
     * @param descriptors by group and artifact
     * @param folder of the repository
     */
    OwnArtifacts(Map<String, Path> descriptors, Path folder) {
        this.descriptors = descriptors;
        this.folder = folder;
        this.repository = new WorkspaceRepository("own", folder);
    }

    @Override
    public WorkspaceRepository getRepository() {
        return repository;
    }

    @Override
    public File findArtifact(Artifact artifact) {
        Coordinates c = new Coordinates(
                artifact.getGroupId(), artifact.getArtifactId(), artifact.getVersion(), artifact.getClassifier());
        Path descriptor = artifact.getExtension().equals("pom") ? descriptors.get(c.key()) : null;
        Path file = descriptor != null
                ? descriptor
                : folder.resolve(c.folder()).resolve(c.fileName(artifact.getExtension()));
        return Files.isRegularFile(file) ? file.toFile() : null;
    }

    @Override
    public List<String> findVersions(Artifact artifact) {
        Path versions = folder.resolve(artifact.getGroupId().replace('.', '/')).resolve(artifact.getArtifactId());
        if (!Files.isDirectory(versions)) return List.of();
        try (Stream<Path> all = Files.list(versions)) {
            return all.filter(Files::isDirectory)
                    .map(path -> path.getFileName().toString())
                    .sorted()
                    .toList();
        } catch (IOException e) {
            return List.of();
        }
    }
}
