package dev.pfeiler.ecosystem.jvm.reading;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.identity.JarIdentity;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.Languages;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.setting.ContainerFiles;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings.LevelSign;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What was read of a JVM project: sources, jars, wirings, classes built earlier.
 *
 * @param jars in class-path order
 * @param identities of the jars that are libraries
 * @param stated what classes built earlier and documents say of the Java level
 * @param containers what Dockerfiles say of the program
 * @param trouble what could not be read
 */
public record JvmReading(
        ProjectTree tree,
        Tools tools,
        List<SourceFile> sourceFiles,
        List<Wiring> wirings,
        List<Jar> jars,
        Map<Jar, JarIdentity> identities,
        Levels stated,
        ContainerFiles containers,
        List<Finding> trouble) {
    private static final Set<String> SERVLET = Set.of("servlet-api", "javax.servlet-api", "jakarta.servlet-api");

    /** What a project is read with. */
    public record Tools(Languages languages, Toolchain toolchain, Repositories repositories) {}

    /**
     * What says something of the Java level beside the wiring and the sources.
     *
     * @param built classes built earlier
     * @param documented texts for people
     */
    public record Levels(List<LevelSign> built, List<LevelSign> documented) {
        static final Levels NONE = new Levels(List.of(), List.of());
    }

    public Languages languages() {
        return tools.languages();
    }

    public Toolchain toolchain() {
        return tools.toolchain();
    }

    public Repositories repositories() {
        return tools.repositories();
    }

    /** The most trusted wiring that runs tests of a folder. */
    public Optional<Wiring> runningTests(String folder) {
        return wirings.stream()
                .filter(wiring -> !wiring.testRuns().isEmpty())
                .filter(wiring -> folder.isEmpty()
                        || wiring.folder().isEmpty()
                        || wiring.folder().equals(folder))
                .findFirst();
    }

    /** Whether an artifact is a part of a tool that built the project, and so was on class paths without a jar. */
    public boolean isOfBuildTool(Coordinates artifact) {
        return wirings.stream().anyMatch(wiring -> wiring.kind().owns(artifact));
    }

    /** The lowest level that the JDK's compiler still compiles; one without sources in Java does not ask it. */
    public int lowestLevel() {
        boolean java =
                sourceFiles.isEmpty() || sourceFiles.stream().anyMatch(source -> source.language() == JvmLanguage.JAVA);
        return java ? toolchain().lowestLevel() : 1;
    }

    /** Whether the project uses the Servlet API in the packages {@code jakarta.servlet}. */
    public boolean jakarta() {
        return jars.stream().anyMatch(jar -> jar.holds("jakarta.servlet.Servlet"))
                || sourceFiles.stream()
                        .flatMap(source -> source.imports().stream())
                        .anyMatch(imported -> imported.name().startsWith("jakarta.servlet."));
    }

    /** The version of the Servlet API on the class path, if it is known. */
    public Optional<String> servletApi() {
        return identities.values().stream()
                .map(JarIdentity::coordinates)
                .filter(c -> SERVLET.contains(c.artifact()))
                .map(Coordinates::version)
                .findFirst();
    }
}
