package dev.pfeiler.ecosystem.jvm.wiring;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.jar.Manifest;

/**
 * A manifest that is among the sources. Source: the JAR file specification.
 *
 * @param attributes of its main section
 */
public record ManifestFile(String path, Map<String, Wiring.Setting> attributes) {
    private static final List<String> USUAL = List.of(
            "Manifest-Version", "Created-By", "Built-By", "Ant-Version", "Main-Class", "Class-Path", "Build-Jdk");

    /** Where it is beside the classes. */
    public static final String PLACE = "META-INF/MANIFEST.MF";

    /** Reads it; empty if the file is none. */
    public static Optional<ManifestFile> read(ProjectTree tree, String path) {
        try {
            byte[] bytes = tree.bytes(path);
            List<String> lines = Text.decode(bytes).lines();
            Map<String, Wiring.Setting> attributes = new TreeMap<>();
            new Manifest(new ByteArrayInputStream(bytes)).getMainAttributes().forEach((key, value) -> {
                int line = 0;
                for (int i = 0; i < lines.size() && line == 0; i++)
                    if (lines.get(i).startsWith(key + ":")) line = i + 1;
                attributes.put(
                        attribute(key.toString()),
                        new Wiring.Setting(value.toString(), new Evidence(path, line, key + ": " + value)));
            });
            return Optional.of(new ManifestFile(path, attributes));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** The usual spelling of the name of an attribute: upper and lower case do not count in it. */
    public static String attribute(String name) {
        return USUAL.stream().filter(name::equalsIgnoreCase).findFirst().orElse(name);
    }

    /** Whether it names libraries, whose names the build tool has to write again. */
    public boolean namesLibraries() {
        return attributes.containsKey("Class-Path");
    }
}
