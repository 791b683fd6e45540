package dev.pfeiler.ecosystem.jvm.maven;

import dev.pfeiler.ecosystem.jvm.dependency.Dependency;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import java.util.List;
import java.util.Optional;

/**
 * What a Maven descriptor is written from.
 *
 * @param coordinates the project's own
 * @param packaging {@code jar} or {@code war}
 * @param finalName what the archive is called; nothing where name and version make it up
 * @param tests names of test sources that the test runner's usual patterns do not match, as patterns
 * @param documentation whether files of the documentation, which the class path had too, lie beside the sources
 * @param packageInfo whether sources describe packages
 * @param webXml whether a deployment descriptor lies in the web folder
 */
public record MavenProject(
        Coordinates coordinates,
        String packaging,
        String level,
        String encoding,
        List<Dependency> dependencies,
        Optional<String> finalName,
        List<String> tests,
        boolean documentation,
        boolean packageInfo,
        boolean webXml) {
    public MavenProject {
        dependencies = List.copyOf(dependencies);
        tests = List.copyOf(tests);
    }
}
