package dev.pfeiler.ecosystem.dotnet.decision;

import dev.pfeiler.ecosystem.dotnet.assembly.AssemblyFile;
import dev.pfeiler.ecosystem.dotnet.project.Compilation;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * Versions of assemblies that a program's settings send others to, compared with the assemblies that it gets. Source: the
 * reference of the settings schema, runtime settings, {@code bindingRedirect}.
 */
final class BindingRedirects {
    private static final Set<String> SETTINGS = Set.of("app.config", "web.config");
    private static final long LARGEST = 16 << 20;

    private final ProjectTree tree;
    private final Map<String, AssemblyFile> assemblies = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
    private final List<Finding> contradictions = new ArrayList<>();

    private BindingRedirects(ProjectTree tree) {
        this.tree = tree;
    }

    /** Redirects to a version that is not that of the assembly, or to an assembly that the program no longer has. */
    static List<Finding> contradictions(ProjectTree tree, Compilation one) {
        BindingRedirects redirects = new BindingRedirects(tree);
        List<TreeFile> settings = tree.under(one.folder())
                .filter(file -> Paths.parent(file.path()).equals(one.folder())
                        && SETTINGS.contains(file.name().toLowerCase(Locale.ROOT)))
                .toList();
        if (settings.isEmpty()) return List.of();
        Stream.concat(
                        one.references().restored().stream(),
                        one.references().libraries().stream().map(Compilation.Library::path))
                .forEach(redirects::assembly);
        settings.forEach(redirects::read);
        return redirects.contradictions;
    }

    private void assembly(String path) {
        if (tree.file(path).filter(file -> file.size() < LARGEST).isEmpty()) return;
        try {
            assemblies.put(Paths.stem(path), AssemblyFile.read(tree.bytes(path)));
        } catch (IOException e) {
            // no assembly of the platform; nothing can be sent to it
        }
    }

    private void read(TreeFile file) {
        try {
            XmlElement.read(tree.bytes(file.path()))
                    .all()
                    .filter(element -> element.name().equals("dependentAssembly"))
                    .forEach(element -> redirect(file.path(), element));
        } catch (IOException | XmlElement.Malformed e) {
            contradictions.add(Finding.trouble(file.path(), "cannot be read: " + e.getMessage()));
        }
    }

    private void redirect(String path, XmlElement element) {
        String name = element.child("assemblyIdentity")
                .map(identity -> identity.attribute("name"))
                .orElse("");
        String to = element.child("bindingRedirect")
                .map(redirect -> redirect.attribute("newVersion"))
                .orElse("");
        AssemblyFile assembly = assemblies.get(name);
        if (assembly == null || to.isEmpty() || assembly.version().equals(to)) return;
        contradictions.add(Finding.trouble(
                path,
                "sends users of " + name + " to version " + to + ", and the assembly is " + assembly.version(),
                new Evidence(path, element.line(), name)));
    }
}
