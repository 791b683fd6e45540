package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.ProjectRepository;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.artifact.repository.Resolved;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.apache.maven.model.Model;
import org.apache.maven.model.io.xpp3.MavenXpp3Reader;
import org.codehaus.plexus.util.xml.pull.XmlPullParserException;

/**
 * The POMs of a project as they are on disk: the one at the top and those of its modules.
 *
 * @param modules coordinates by folder; the top has the empty one
 */
record PomTree(Path project, Map<String, Coordinates> modules) {
    static PomTree read(Path project) throws IOException {
        Map<String, Coordinates> modules = new LinkedHashMap<>();
        collect(project, "", modules);
        return new PomTree(project, modules);
    }

    private static void collect(Path project, String folder, Map<String, Coordinates> modules) throws IOException {
        Path pom = project.resolve(folder).resolve(PomWriter.POM);
        if (!Files.isRegularFile(pom)) return;
        Model model;
        try (InputStream in = Files.newInputStream(pom)) {
            model = new MavenXpp3Reader().read(in);
        } catch (XmlPullParserException e) {
            throw new IOException(pom + " is not a valid POM: " + e.getMessage(), e);
        }
        String group = model.getGroupId();
        String version = model.getVersion();
        if (group == null && model.getParent() != null)
            group = model.getParent().getGroupId();
        if (version == null && model.getParent() != null)
            version = model.getParent().getVersion();
        modules.put(folder, new Coordinates(group, model.getArtifactId(), version));
        for (String module : model.getModules()) {
            String path = Paths.normal(Paths.join(folder, module)).orElse("");
            if (!modules.containsKey(path)) collect(project, path, modules);
        }
    }

    /** The jars that a module runs with, without those of other modules. */
    List<Path> runtimeClassPath(String folder, Repositories repositories) {
        Map<String, Path> poms = new LinkedHashMap<>();
        modules.forEach((path, coordinates) ->
                poms.put(coordinates.key(), project.resolve(path).resolve(PomWriter.POM)));
        Path own = project.resolve(ProjectRepository.FOLDER);
        List<Path> found = new ArrayList<>();
        for (Resolved artifact :
                repositories.running(modules.get(folder), poms, own).artifacts()) {
            Coordinates coordinates = artifact.coordinates();
            if (poms.containsKey(coordinates.key())) continue;
            Path jar = own.resolve(coordinates.folder()).resolve(coordinates.fileName("jar"));
            if (Files.exists(jar)) found.add(jar);
            else repositories.jar(coordinates).ifPresent(found::add);
        }
        return found;
    }
}
