package dev.pfeiler.ecosystem.dotnet.addition;

import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.semver4j.Semver;

/**
 * Packages on this machine: those that were restored before, and folders that the settings name as sources. Source: the
 * NuGet documentation, "Managing the global packages folder" and {@code nuget.config}.
 */
final class PackageFolders {
    private static final Pattern ARCHIVE = Pattern.compile("(.+?)\\.(\\d+(?:\\.\\d+)+(?:-[\\w.-]+)?)\\.nupkg");
    private static final Comparator<String> NEWEST =
            Comparator.comparing(PackageFolders::semver).reversed();

    private final SortedMap<String, TreeSet<String>> versions = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);

    PackageFolders(ProjectTree tree, Environment environment) {
        Map<String, String> variables = environment.variables();
        String restored = variables.getOrDefault("NUGET_PACKAGES", "");
        String home = variables.getOrDefault("HOME", variables.getOrDefault("USERPROFILE", ""));
        try {
            if (!restored.isEmpty()) folders(Path.of(restored));
            else if (!home.isEmpty()) folders(Path.of(home, ".nuget", "packages"));
            for (TreeFile file : tree.files())
                if (Paths.parent(file.path()).isEmpty() && file.name().equalsIgnoreCase("nuget.config"))
                    sources(tree, file.path());
        } catch (IOException | InvalidPathException e) {
            org.slf4j.LoggerFactory.getLogger(PackageFolders.class).debug("folders of packages", e);
        }
    }

    private static Semver semver(String version) {
        String[] parts = version.split("-", 2);
        List<String> numbers = new ArrayList<>(List.of(parts[0].split("\\.")));
        while (numbers.size() < 3) numbers.add("0");
        Semver parsed = Semver.coerce(String.join(".", numbers.subList(0, 3)));
        return parts.length > 1 && parsed != null
                ? parsed.withPreRelease(parts[1].replaceAll("[^0-9A-Za-z.-]", ""))
                : parsed;
    }

    /** A folder for each package, with one for each version. */
    private void folders(Path root) throws IOException {
        if (!Files.isDirectory(root)) return;
        try (Stream<Path> packages = Files.list(root)) {
            for (Path one : (Iterable<Path>) packages.filter(Files::isDirectory)::iterator)
                try (Stream<Path> each = Files.list(one)) {
                    each.filter(Files::isDirectory)
                            .map(folder -> folder.getFileName().toString())
                            .filter(name -> Character.isDigit(name.charAt(0)))
                            .forEach(version -> add(one.getFileName().toString(), version));
                }
        }
    }

    private void sources(ProjectTree tree, String path) throws IOException {
        try {
            for (XmlElement source : (Iterable<XmlElement>)
                    XmlElement.read(tree.bytes(path)).children("packageSources").flatMap(all -> all.children("add"))
                            ::iterator) {
                String value = source.attribute("value").replace('\\', '/');
                if (value.contains("://")) continue;
                archives(tree.root().resolve(value));
            }
        } catch (XmlElement.Malformed e) {
            throw new IOException(e);
        }
    }

    private void archives(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) return;
        try (Stream<Path> files = Files.walk(folder, 3)) {
            files.map(file -> ARCHIVE.matcher(file.getFileName().toString()))
                    .filter(Matcher::matches)
                    .forEach(matcher -> add(matcher.group(1), matcher.group(2)));
        }
    }

    private void add(String id, String version) {
        if (semver(version) != null)
            versions.computeIfAbsent(id, key -> new TreeSet<>(NEWEST.thenComparing(Comparator.naturalOrder())))
                    .add(version);
    }

    /** The versions of a package, newest first; none if it is not there. */
    List<String> versions(String id, boolean prereleases) {
        return versions.getOrDefault(id, new TreeSet<>()).stream()
                .filter(version -> prereleases || version.indexOf('-') < 0)
                .toList();
    }

    /** The packages whose names hold a text. */
    List<String> named(String text) {
        return versions.keySet().stream()
                .filter(id -> id.toLowerCase(Locale.ROOT).contains(text.toLowerCase(Locale.ROOT)))
                .toList();
    }
}
