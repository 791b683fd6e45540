package dev.pfeiler.ecosystem.dotnet.project;

import dev.pfeiler.ecosystem.dotnet.evaluation.Evaluation;
import dev.pfeiler.ecosystem.dotnet.evaluation.FileSet;
import dev.pfeiler.ecosystem.dotnet.evaluation.Item;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Identity;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Kind;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Library;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Missing;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Package;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.References;
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

/** What an SDK builds from a project file, by the published rules. */
public final class SdkCompilation {

    private final ProjectTree tree;
    private final FileSet files;
    private final Evaluation debug;
    private final Evaluation release;
    private final String framework;

    /**
     * @throws IOException if the project file cannot be read
     * @throws XmlElement.Malformed if it is not well-formed
     */
    public SdkCompilation(ProjectTree tree, FileSet files, String path) throws IOException, XmlElement.Malformed {
        this.tree = tree;
        this.files = files;
        this.debug = Evaluation.of(tree, files, path, Map.of("Configuration", "Debug"));
        this.release = Evaluation.of(tree, files, path, Map.of("Configuration", "Release"));
        String several = debug.property("TargetFrameworks");
        this.framework = several.isEmpty() ? debug.property("TargetFramework") : several.split(";")[0].strip();
    }

    /** What could not be worked out. */
    public List<Finding> trouble() {
        return debug.trouble();
    }

    public String property(String name) {
        return debug.property(name);
    }

    public Compilation read() {
        String path = debug.path();
        String name = Paths.stem(path);
        String assembly = or(debug.property("AssemblyName"), name);
        String namespace = or(debug.property("RootNamespace"), name.replace(' ', '_'));
        Kind kind = Kind.LIBRARY;
        for (Kind one : Kind.values()) if (one.property().equalsIgnoreCase(debug.property("OutputType"))) kind = one;
        return new Compilation(
                path,
                Optional.of(path),
                debug.folder(),
                new Identity(
                        assembly,
                        Optional.of(namespace),
                        kind,
                        Optional.of(framework).filter(text -> !text.isEmpty()),
                        debug.place("TargetFramework")),
                new ProjectItems(debug.folder(), debug::items, item -> {}).files(names(namespace)),
                references(),
                settings(debug, "DEBUG"),
                settings(release, "RELEASE"),
                new Compilation.Extras(debug.targets(), List.of(), List.of(), debug.isTrue("UseWPF")),
                Evidence.of(path, ""));
    }

    private static String or(String value, String other) {
        return value.isEmpty() ? other : value;
    }

    private ResourceNames names(String namespace) {
        boolean byClass = Framework.namesResourcesByClass(framework)
                && !debug.property("EmbeddedResourceUseDependentUponConvention").equalsIgnoreCase("false");
        return new ResourceNames(tree, namespace, byClass);
    }

    private References references() {
        List<String> framework = new ArrayList<>();
        List<Library> libraries = new ArrayList<>();
        List<Missing> missing = new ArrayList<>();
        for (Item item : debug.items("Reference")) {
            Optional<String> hint = item.metadata("HintPath");
            String name = item.include().split(",")[0].strip();
            if (hint.isEmpty()) framework.add(name);
            else
                files.file(debug.folder(), hint.get())
                        .ifPresentOrElse(
                                file -> libraries.add(new Library(name, file, item.evidence())),
                                () -> missing.add(new Missing(name, hint.get(), item.evidence())));
        }
        Map<String, String> central = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
        for (Item item : debug.items("PackageVersion"))
            item.metadata("Version").ifPresent(version -> central.put(item.include(), version));
        Map<String, Package> packages = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
        for (Item item : debug.items("PackageReference")) {
            String version = item.metadata("VersionOverride")
                    .or(() -> item.metadata("Version"))
                    .orElse(central.getOrDefault(item.include(), ""));
            boolean development = item.metadata("PrivateAssets")
                    .filter(assets -> assets.equalsIgnoreCase("all"))
                    .isPresent();
            packages.put(item.include(), new Package(item.include(), version, development, item.evidence()));
        }
        List<String> projects = debug.items("ProjectReference").stream()
                .flatMap(item -> item.path().stream())
                .toList();
        return new References(framework, libraries, projects, packages, List.of(), missing);
    }

    private Map<String, String> settings(Evaluation evaluation, String configuration) {
        Map<String, String> settings = new TreeMap<>();
        for (String name : ClassicProject.CARRIED) {
            String value = evaluation.property(name);
            if (!value.isEmpty()) settings.put(name, value);
        }
        List<String> constants = new ArrayList<>(Compilation.constants(settings));
        if (!evaluation.isTrue("DisableImplicitConfigurationDefines")) constants.add(configuration);
        if (!evaluation.isTrue("DisableImplicitFrameworkDefines")) constants.addAll(ImplicitSymbols.of(framework));
        settings.put("DefineConstants", String.join(";", constants));
        return settings;
    }
}
