package dev.pfeiler.ecosystem.jvm.model;

import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * The manifest of an archive.
 *
 * @param attributes beside those that every build tool writes
 * @param file a manifest to start from, relative to the module
 */
public record Manifest(Map<String, String> attributes, Optional<String> file) {
    /** The attribute that names the class to start. */
    public static final String MAIN_CLASS = "Main-Class";

    /** The attribute that lists the libraries beside the archive. */
    public static final String CLASS_PATH = "Class-Path";

    /** The attribute that lists packages of the JDK to open when the archive is started. Source: JEP 261. */
    public static final String ADD_OPENS = "Add-Opens";

    public Manifest {
        SortedMap<String, String> sorted = new TreeMap<>(attributes);
        attributes = Collections.unmodifiableSortedMap(sorted);
    }
}
