package dev.pfeiler.artifact.repository;

import dev.pfeiler.tree.Hashing;
import dev.pfeiler.tree.Paths;
import java.nio.charset.StandardCharsets;
import java.util.SortedMap;
import java.util.TreeMap;

/** The repository that a project carries with it for unpublished jars. Layout: that of a Maven repository. */
public final class ProjectRepository {
    /** Its folder in the project, and its identifier. */
    public static final String FOLDER = LocalRepository.OWN;

    private ProjectRepository() {}

    /** The path of an artifact's jar in the project. */
    public static String jar(Coordinates coordinates) {
        return Paths.join(FOLDER, Paths.join(coordinates.folder(), coordinates.fileName("jar")));
    }

    /**
     * The files beside a jar: its descriptor, and the checksums of both, by path.
     *
     * @param sha1 of the jar
     */
    public static SortedMap<String, String> besides(Coordinates coordinates, String sha1) {
        Coordinates plain = new Coordinates(coordinates.group(), coordinates.artifact(), coordinates.version());
        String descriptor = descriptor(plain);
        String pom = Paths.join(FOLDER, Paths.join(coordinates.folder(), plain.fileName("pom")));
        SortedMap<String, String> files = new TreeMap<>();
        files.put(jar(coordinates) + ".sha1", sha1);
        files.put(pom, descriptor);
        files.put(pom + ".sha1", Hashing.sha1(descriptor.getBytes(StandardCharsets.UTF_8)));
        return files;
    }

    private static String descriptor(Coordinates c) {
        return """
                <?xml version="1.0" encoding="UTF-8"?>
                <project xmlns="http://maven.apache.org/POM/4.0.0" xmlns:xsi="http://www.w3.org/2001/XMLSchema-instance" xsi:schemaLocation="http://maven.apache.org/POM/4.0.0 https://maven.apache.org/xsd/maven-4.0.0.xsd">
                  <modelVersion>4.0.0</modelVersion>
                  <groupId>%s</groupId>
                  <artifactId>%s</artifactId>
                  <version>%s</version>
                </project>
                """
                .formatted(c.group(), c.artifact(), c.version());
    }
}
