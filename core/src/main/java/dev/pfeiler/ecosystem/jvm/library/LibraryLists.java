package dev.pfeiler.ecosystem.jvm.library;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Lists of libraries that something fetched for the old build: module files of Ivy ({@code ivy.xml}), and project files
 * of the first Maven ({@code project.xml}). Source: the reference documentation of both.
 */
public final class LibraryLists {
    /** A version that is one, and no range, variable or word for the newest. */
    private static final Pattern VERSION = Pattern.compile("\\d[\\w.-]*");

    private LibraryLists() {}

    /** A library with its place in a list. */
    public record Listed(Coordinates coordinates, Evidence evidence) {
        /** The usual name of its file. */
        public String fileName() {
            return coordinates.fileName("jar");
        }
    }

    /** What the lists of a tree name, in their order. */
    public static List<Listed> read(ProjectTree tree) {
        List<Listed> listed = new ArrayList<>();
        tree.files().forEach(file -> {
            String name = file.name();
            if (!name.equals("ivy.xml") && !name.equals("project.xml")) return;
            try {
                XmlElement root = XmlElement.read(tree.bytes(file.path()));
                entries(root).forEach(entry -> coordinates(entry)
                        .ifPresent(
                                c -> listed.add(new Listed(c, new Evidence(file.path(), entry.line(), entry.tag())))));
            } catch (XmlElement.Malformed | IOException e) {
                // it is no list then
            }
        });
        return List.copyOf(listed);
    }

    private static Stream<XmlElement> entries(XmlElement root) {
        boolean list = root.name().equals("ivy-module")
                || root.name().equals("project") && root.child("pomVersion").isPresent();
        return list ? root.children("dependencies").flatMap(all -> all.children("dependency")) : Stream.empty();
    }

    private static Optional<Coordinates> coordinates(XmlElement entry) {
        String group = either(entry, "org", "groupId");
        String artifact = either(entry, "name", "artifactId");
        String version = either(entry, "rev", "version");
        // short forms name group and artifact with one word
        if (artifact.isEmpty()) artifact = either(entry, "id", "id");
        if (group.isEmpty()) group = artifact;
        return artifact.isEmpty() || !VERSION.matcher(version).matches()
                ? Optional.empty()
                : Optional.of(new Coordinates(group, artifact, version));
    }

    private static String either(XmlElement entry, String attribute, String child) {
        String stated = entry.attribute(attribute).strip();
        return stated.isEmpty() ? entry.child(child).map(e -> e.text().strip()).orElse("") : stated;
    }
}
