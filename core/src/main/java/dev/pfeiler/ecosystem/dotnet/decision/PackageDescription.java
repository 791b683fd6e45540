package dev.pfeiler.ecosystem.dotnet.decision;

import dev.pfeiler.ecosystem.dotnet.project.Compilation;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A file beside a project that describes the package made of it. Packing goes on to take it: properties with the same words
 * would become attributes of the assembly, too. Source: the documentation of pack as a target of MSBuild, and of nuspec files.
 *
 * @param path of the file
 * @param properties by which the project names it, and says what its placeholders stand for
 */
record PackageDescription(String path, Map<String, String> properties) {
    private static final String EXTENSION = ".nuspec";
    private static final long LARGEST = 1 << 20;

    /** The one of a project: named like it, or like its assembly. */
    static Optional<PackageDescription> of(ProjectTree tree, Compilation one) {
        return Stream.of(Paths.stem(one.project()), one.identity().assembly())
                .map(name -> Paths.join(one.folder(), name + EXTENSION))
                .flatMap(path -> tree.file(path).stream())
                .findFirst()
                .map(file -> new PackageDescription(file.path(), properties(tree, file, one)));
    }

    private static Map<String, String> properties(ProjectTree tree, TreeFile file, Compilation one) {
        String text = String.join("\n", tree.lines(file, LARGEST));
        Map<String, String> values = new LinkedHashMap<>();
        values.put("id", one.identity().assembly());
        values.put("version", "$(Version)");
        values.put("author", "$(Authors)");
        values.put("title", "$(Title)");
        values.put("description", "$(Description)");
        values.put("copyright", "$(Copyright)");
        values.put("configuration", "$(Configuration)");
        Map<String, String> properties = new LinkedHashMap<>();
        properties.put("NuspecFile", file.name());
        String used = values.entrySet().stream()
                .filter(entry -> text.contains("$" + entry.getKey() + "$"))
                .map(entry -> entry.getKey() + "=" + entry.getValue())
                .collect(Collectors.joining(";"));
        if (!used.isEmpty()) properties.put("NuspecProperties", used);
        return properties;
    }
}
