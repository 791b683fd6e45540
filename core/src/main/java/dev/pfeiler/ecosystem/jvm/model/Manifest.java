package dev.pfeiler.ecosystem.jvm.model;

import dev.pfeiler.tree.Text;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The manifest of an archive.
 *
 * @param attributes beside those that every build tool writes
 * @param file a manifest to start from, relative to the module
 * @param outside what its class path names beside the libraries and the archives of the build: folders, and files that are
 *     not in the project
 */
public record Manifest(Map<String, String> attributes, Optional<String> file, List<String> outside) {
    /** The attribute that names the class to start. */
    public static final String MAIN_CLASS = "Main-Class";

    /** The attribute that lists the libraries beside the archive. */
    public static final String CLASS_PATH = "Class-Path";

    /** The attribute that lists packages of the JDK to open when the archive is started. Source: JEP 261. */
    public static final String ADD_OPENS = "Add-Opens";

    /** The arguments of a virtual machine that open what the value of that attribute lists. */
    public static List<String> openArguments(String listed) {
        return Stream.of(listed.split(" "))
                .map(name -> "--add-opens=" + name + "=ALL-UNNAMED")
                .toList();
    }

    /** The folder that most libraries are in which a manifest names, relative to the archive; empty for its own. */
    public static Optional<String> libraryFolder(Map<String, String> attributes) {
        return Optional.ofNullable(attributes.get(CLASS_PATH))
                .map(String::strip)
                .filter(written -> !written.isEmpty())
                .map(written -> Text.words(written).stream()
                        .filter(entry -> !entry.endsWith("/") && !entry.equals("."))
                        .collect(Collectors.groupingBy(
                                entry -> entry.substring(0, Math.max(0, entry.lastIndexOf('/'))),
                                TreeMap::new,
                                Collectors.counting())))
                .flatMap(folders -> folders.entrySet().stream().max(Map.Entry.comparingByValue()))
                .map(Map.Entry::getKey);
    }

    public Manifest {
        SortedMap<String, String> sorted = new TreeMap<>(attributes);
        attributes = Collections.unmodifiableSortedMap(sorted);
        outside = List.copyOf(outside);
    }

    /** One whose class path names nothing else. */
    public Manifest(Map<String, String> attributes, Optional<String> file) {
        this(attributes, file, List.of());
    }

    /** Whether each build tool writes an attribute itself. */
    public static boolean isToolsOwn(String attribute) {
        return Set.of("Manifest-Version", "Created-By", "Built-By", "Ant-Version", "Build-Jdk")
                .contains(attribute);
    }
}
