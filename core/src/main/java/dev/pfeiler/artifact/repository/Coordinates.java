package dev.pfeiler.artifact.repository;

import java.util.Comparator;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What names an artifact in a Maven repository.
 *
 * @param classifier empty for the main artifact
 */
public record Coordinates(String group, String artifact, String version, String classifier)
        implements Comparable<Coordinates> {
    private static final Pattern WRITTEN = Pattern.compile("([\\w.-]+):([\\w.-]+):([\\w.+-]+)(?::([\\w.-]+))?");

    public Coordinates(String group, String artifact, String version) {
        this(group, artifact, version, "");
    }

    /** Reads {@code group:artifact:version} or {@code group:artifact:version:classifier}. */
    public static Optional<Coordinates> parse(String text) {
        Matcher m = WRITTEN.matcher(text.strip());
        // each names a folder of repositories
        if (!m.matches() || !isName(m.group(1)) || !isName(m.group(2)) || !isName(m.group(3))) return Optional.empty();
        return Optional.of(new Coordinates(m.group(1), m.group(2), m.group(3), m.group(4) == null ? "" : m.group(4)));
    }

    /**
     * Joins what {@link #key} gave with a version.
     *
     * @return nothing if the key is none, or there is no version
     */
    public static Optional<Coordinates> of(String key, String version) {
        String[] parts = key.split(":");
        if (version.isEmpty() || parts.length < 2) return Optional.empty();
        return Optional.of(new Coordinates(parts[0], parts[1], version, parts.length > 2 ? parts[2] : ""));
    }

    private static boolean isName(String text) {
        return !text.startsWith(".") && !text.endsWith(".") && !text.contains("..");
    }

    /** For people: without a group where it is not known. */
    public String shown() {
        return group.isEmpty() ? artifact + " " + version : toString();
    }

    /** Group and artifact: what can be declared once. */
    public String key() {
        return group + ":" + artifact + (classifier.isEmpty() ? "" : ":" + classifier);
    }

    public Coordinates withVersion(String other) {
        return new Coordinates(group, artifact, other, classifier);
    }

    /** The folder of this version below a repository in Maven layout. */
    public String folder() {
        return group.replace('.', '/') + "/" + artifact + "/" + version;
    }

    /** The file name in a repository in Maven layout. */
    public String fileName(String extension) {
        return artifact + "-" + version + (classifier.isEmpty() ? "" : "-" + classifier) + "." + extension;
    }

    @Override
    public int compareTo(Coordinates other) {
        return Comparator.comparing(Coordinates::group)
                .thenComparing(Coordinates::artifact)
                .thenComparing(Coordinates::version)
                .thenComparing(Coordinates::classifier)
                .compare(this, other);
    }

    @Override
    public String toString() {
        return group + ":" + artifact + ":" + version + (classifier.isEmpty() ? "" : ":" + classifier);
    }
}
