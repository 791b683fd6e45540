package dev.pfeiler.ecosystem.node;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.node.descriptor.PackageDescriptor;
import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.model.CompilerConfig;
import dev.pfeiler.ecosystem.node.model.Dependencies;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.ecosystem.node.wiring.Call;
import dev.pfeiler.ecosystem.node.wiring.CallScripts;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** What the package manager and the scripts of a package write. */
final class NodeOutput {
    private static final List<String> LOCK_FILES = List.of("package-lock.json");
    /** What a bundler and a compiler write for each source. */
    private static final List<String> ENDINGS = List.of("", ".map");

    private NodeOutput() {}

    /** Patterns by paths within the part. */
    static List<String> of(ProjectTree part) {
        Set<String> patterns = new LinkedHashSet<>(LOCK_FILES);
        patterns.addAll(installed(part));
        NodeProject project = NodeProject.of(part);
        Set<String> written = new LinkedHashSet<>(project.compiled().keySet());
        for (JsonNode script : json(part, PackageDescriptor.NAME).path("scripts"))
            CallScripts.calls(part, PackageDescriptor.NAME, script.asText())
                    .forEach(call -> written.addAll(files(call)));
        for (String path : written) ENDINGS.forEach(ending -> patterns.add(path + ending));
        return List.copyOf(patterns);
    }

    /** Local dependencies, and what the compiler's settings extend; what these refer to is not followed. */
    static List<String> references(ProjectTree part) {
        List<String> references = new ArrayList<>();
        JsonNode descriptor = json(part, PackageDescriptor.NAME);
        for (Dependencies.Section section : Dependencies.Section.values())
            for (JsonNode range : descriptor.path(section.field())) {
                String text = range.asText();
                for (String local : List.of("file:", "link:", "portal:"))
                    if (text.startsWith(local)) references.add(text.substring(local.length()));
            }
        json(part, CompilerConfig.USUAL).path("extends").asText("").lines().forEach(references::add);
        return references.stream().filter(path -> path.startsWith("../")).toList();
    }

    /** The packages that are listed in the package manager's own record of what it installed. */
    private static List<String> installed(ProjectTree part) {
        String folder = InstalledPackages.FOLDER;
        JsonNode packages = json(part, folder + "/.package-lock.json").path("packages");
        if (packages.isEmpty()) return List.of();
        List<String> patterns =
                new ArrayList<>(List.of(folder + "/.package-lock.json", folder + "/.bin/*", folder + "/.cache/**"));
        packages.fieldNames().forEachRemaining(path -> {
            if (path.startsWith(folder + "/") && Paths.isPlain(path) && path.indexOf('*') < 0)
                patterns.add(path + "/**");
        });
        return patterns;
    }

    private static List<String> files(Call call) {
        List<String> files = new ArrayList<>(call.outputs());
        for (String word : call.arguments()) {
            if (!word.startsWith("--outdir=")) continue;
            String folder = Paths.resolved(Paths.join(call.folder(), word.substring("--outdir=".length())));
            call.arguments().stream()
                    .filter(entry -> PackageName.of(entry).isEmpty()
                            || Paths.extension(entry).length() > 0)
                    .forEach(entry -> {
                        files.add(folder + "/" + Paths.stem(entry) + ".js");
                        files.add(folder + "/" + Paths.stem(entry) + ".css");
                    });
        }
        return files;
    }

    private static JsonNode json(ProjectTree part, String path) {
        try {
            return CompilerConfig.LENIENT.readTree(part.bytes(path));
        } catch (IOException e) {
            return new ObjectMapper().createObjectNode();
        }
    }
}
