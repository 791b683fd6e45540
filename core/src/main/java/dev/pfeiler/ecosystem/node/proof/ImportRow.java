package dev.pfeiler.ecosystem.node.proof;

import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.registry.Manifest;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.ecosystem.node.source.Import;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** Compares the imports of packages: every one has to find a file. */
final class ImportRow {
    private final NodeProofContext context;

    ImportRow(NodeProofContext context) {
        this.context = context;
    }

    /** Nothing if no package is imported. */
    Optional<Comparison> row() throws IOException {
        List<Difference> differences = new ArrayList<>();
        Map<String, Import> packages = new TreeMap<>();
        for (Script script : context.old().scripts().values())
            for (Import one : script.imports())
                if (one.loads()
                        && PackageName.of(one.specifier()).isPresent()
                        && !context.old().own().has(script, one)) packages.putIfAbsent(one.specifier(), one);
        int found = 0;
        for (Map.Entry<String, Import> each : packages.entrySet()) {
            if (resolves(context.after(), each.getKey())) found++;
            else
                differences.add(new Difference(
                        each.getKey(),
                        Difference.Kind.GONE,
                        each.getValue().evidence().place(),
                        each.getValue().guarded()
                                ? "optional (the import is guarded)"
                                : context.old()
                                                .reached()
                                                .contains(each.getValue()
                                                        .evidence()
                                                        .file())
                                        ? ""
                                        : "nothing loads the source"));
        }
        if (packages.isEmpty()) return Optional.empty();
        return Optional.of(
                new Comparison("imports", packages.size() + " of packages", found + " resolve", differences));
    }

    private static boolean resolves(Side after, String specifier) throws IOException {
        Path folder = after.folder()
                .resolve(InstalledPackages.FOLDER)
                .resolve(PackageName.of(specifier).orElseThrow());
        Path descriptor = folder.resolve("package.json");
        if (!Files.exists(descriptor)) return false;
        Manifest manifest = new Manifest(new ObjectMapper().readTree(Files.readAllBytes(descriptor)));
        Optional<String> entry =
                manifest.entry(PackageName.within(specifier), Set.of("node", "import", "require", "types"));
        return entry.isPresent()
                        && List.of("", ".js", ".json", ".cjs", "/index.js", ".d.ts").stream()
                                .anyMatch(ending -> Files.exists(folder.resolve(entry.get() + ending)))
                || manifest.text("types").endsWith("ts");
    }
}
