package dev.pfeiler.ecosystem.dotnet.project;

import dev.pfeiler.ecosystem.dotnet.project.Compilation.Package;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Lists of packages beside project files, and the folders that packages are restored to. */
public final class PackageLists {
    public static final String NAME = "packages.config";

    private static final Pattern RESTORED =
            Pattern.compile("(?:.*/)?packages/([A-Za-z_][\\w.-]*?)\\.(\\d+(?:\\.\\d+)+(?:-[\\w.-]+)?)/.*");

    private PackageLists() {}

    /** What the list of a project names, by id. */
    static Map<String, Package> of(ProjectTree tree, String folder, String project, List<Finding> trouble) {
        Map<String, Package> packages = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
        for (String file : files(tree, folder, project)) {
            try {
                for (XmlElement one :
                        (Iterable<XmlElement>) XmlElement.read(tree.bytes(file)).children("package")::iterator)
                    packages.put(
                            one.attribute("id"),
                            new Package(
                                    one.attribute("id"),
                                    one.attribute("version"),
                                    one.attribute("developmentDependency").equalsIgnoreCase("true"),
                                    new Evidence(file, one.line(), one.tag())));
            } catch (IOException | XmlElement.Malformed e) {
                trouble.add(Finding.trouble(file, "cannot be read: " + e.getMessage()));
            }
        }
        return packages;
    }

    /** The lists that belong to a project. */
    public static List<String> files(ProjectTree tree, String folder, String project) {
        List<String> files = new ArrayList<>();
        for (String name : List.of("packages." + project.replace(' ', '_') + ".config", NAME)) {
            String file = Paths.join(folder, name);
            if (tree.has(file)) files.add(file);
        }
        // a list with the project's name comes instead of the plain one
        return files.size() > 1 ? files.subList(0, 1) : files;
    }

    /** Whether a path leads into a folder that a package was restored to. */
    public static boolean isRestored(String path) {
        return RESTORED.matcher(path).matches();
    }

    /** The package that a path leads into, by the folder that it is restored to. */
    static Optional<Package> restored(String path, Evidence evidence) {
        Matcher matcher = RESTORED.matcher(path.replace('\\', '/'));
        return matcher.matches()
                ? Optional.of(new Package(matcher.group(1), matcher.group(2), false, evidence))
                : Optional.empty();
    }
}
