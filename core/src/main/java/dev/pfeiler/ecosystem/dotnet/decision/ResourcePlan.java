package dev.pfeiler.ecosystem.dotnet.decision;

import dev.pfeiler.ecosystem.dotnet.model.ProjectText;
import dev.pfeiler.ecosystem.dotnet.model.ProjectText.Element;
import dev.pfeiler.ecosystem.dotnet.project.Compilation;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Copied;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Resource;
import dev.pfeiler.ecosystem.dotnet.project.Framework;
import dev.pfeiler.ecosystem.dotnet.project.ResourceNames;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** How a project names its embedded resources and the files beside its output. */
final class ResourcePlan {
    private final ProjectTree tree;
    private final Compilation compilation;
    private final FilePlan files;
    private final String framework;
    private final String namespace;

    /** @param namespace that names of resources start with from now on */
    ResourcePlan(ProjectTree tree, Compilation compilation, FilePlan files, String framework, String namespace) {
        this.tree = tree;
        this.compilation = compilation;
        this.files = files;
        this.framework = framework;
        this.namespace = namespace;
    }

    List<Element> resources() {
        String folder = compilation.folder();
        List<Element> elements = new ArrayList<>();
        Set<String> wanted = new TreeSet<>();
        compilation.files().resources().forEach(resource -> wanted.add(resource.path()));
        tree.under(folder)
                .filter(file -> file.extension().equals("resx"))
                .map(TreeFile::path)
                .filter(path -> files.isDefault(path) && !wanted.contains(path))
                .forEach(path -> elements.add(ProjectText.element(
                        "EmbeddedResource", "Remove", ProjectText.path(Paths.relative(folder, path)))));
        ResourceNames names = new ResourceNames(tree, namespace, Framework.namesResourcesByClass(framework));
        for (Resource resource : compilation.files().resources()) {
            boolean byDefault = resource.isResx() && files.isDefault(resource.path());
            Map<String, String> said = said(resource, names);
            if (byDefault && said.isEmpty()) continue;
            Map<String, String> attributes = new LinkedHashMap<>();
            attributes.put(byDefault ? "Update" : "Include", ProjectText.path(Paths.from(folder, resource.path())));
            attributes.putAll(said);
            elements.add(new Element("EmbeddedResource", attributes));
        }
        return elements;
    }

    private Map<String, String> said(Resource resource, ResourceNames names) {
        Map<String, String> said = new LinkedHashMap<>();
        String folder = compilation.folder();
        boolean outside = !Paths.within(folder, resource.path());
        String usual = outside ? Paths.name(resource.path()) : Paths.relative(folder, resource.path());
        if (!resource.place().equals(usual)) said.put("Link", ProjectText.path(resource.place()));
        for (String key : List.of("DependentUpon", "Generator", "LastGenOutput", "CustomToolNamespace")) {
            String value = resource.metadata().getOrDefault(key, "");
            if (!value.isBlank()) said.put(key, value);
        }
        Map<String, String> known = new LinkedHashMap<>(said);
        String now = names.name(resource.path(), resource.place(), known);
        if (!now.equals(resource.name())) said.put("LogicalName", resource.name());
        return said;
    }

    /** Files that are copied, and settings that are not taken. */
    List<Element> copies() {
        String folder = compilation.folder();
        List<Element> elements = new ArrayList<>();
        for (Copied copied : compilation.files().copies()) {
            boolean code = copied.path().endsWith(".cs") || copied.path().endsWith(".resx");
            boolean inside = files.isDefault(copied.path());
            String usual = Paths.within(folder, copied.path())
                    ? Paths.relative(folder, copied.path())
                    : Paths.name(copied.path());
            String kind = !code ? "None" : copied.path().endsWith(".cs") ? "Compile" : "EmbeddedResource";
            elements.add(ProjectText.element(
                    kind,
                    inside ? "Update" : "Include",
                    ProjectText.path(Paths.from(folder, copied.path())),
                    copied.place().equals(usual) ? "" : inside ? "TargetPath" : "Link",
                    copied.place().equals(usual) ? "" : ProjectText.path(copied.place()),
                    "CopyToOutputDirectory",
                    copied.when()));
        }
        boolean program = compilation.identity().kind() != Compilation.Kind.LIBRARY;
        if (program && !compilation.files().config())
            tree.under(folder)
                    .map(TreeFile::path)
                    .filter(path -> Paths.parent(path).equals(folder)
                            && Paths.name(path).toLowerCase(Locale.ROOT).equals("app.config"))
                    .forEach(path ->
                            elements.add(ProjectText.element("None", "Remove", ProjectText.path(Paths.name(path)))));
        return elements;
    }
}
