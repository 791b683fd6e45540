package dev.pfeiler.ecosystem.dotnet.project;

import dev.pfeiler.ecosystem.dotnet.evaluation.Evaluation;
import dev.pfeiler.ecosystem.dotnet.evaluation.FileSet;
import dev.pfeiler.ecosystem.dotnet.evaluation.Item;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Extras;
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
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** Reads a project file of the format before SDKs. */
final class ClassicProject {
    /** Properties that decide what is built, and that an SDK knows by the same names. */
    static final List<String> CARRIED = List.of(
            "StartupObject",
            "ApplicationIcon",
            "ApplicationManifest",
            "Win32Resource",
            "SignAssembly",
            "AssemblyOriginatorKeyFile",
            "DelaySign",
            "CodePage",
            "CheckForOverflowUnderflow",
            "PlatformTarget",
            "AllowUnsafeBlocks",
            "LangVersion",
            "NoWarn",
            "TreatWarningsAsErrors",
            "WarningsAsErrors",
            "DocumentationFile",
            "NoStdLib",
            "RegisterForComInterop",
            "AppConfig",
            "DefineConstants",
            "OutputPath",
            "PreBuildEvent",
            "PostBuildEvent");

    private static final Set<String> SILENT_KINDS = Set.of(
            "Compile",
            "EmbeddedResource",
            "None",
            "Content",
            "Reference",
            "ProjectReference",
            "Folder",
            "BootstrapperPackage",
            "Service",
            "AppDesigner",
            "Analyzer",
            "PackageReference",
            "CodeAnalysisDictionary",
            "WCFMetadata");

    /** Kinds that an SDK finds by itself. */
    private static final Set<String> PAGE_KINDS = Set.of("Page", "ApplicationDefinition");

    /** Kinds of projects that today's SDKs do not build from the same files, by the identifiers of their kinds. */
    private static final Map<String, String> REFUSED = Map.of(
            "349c5851-65df-11da-9384-00065b846f21", "a web application of the old framework",
            "e24c65dc-7377-472b-9aba-bc803b73c61a", "a web site of the old framework",
            "efba0ad7-5a72-4c68-af49-83d382785dcf", "a program for Android",
            "feacfbd2-3405-455c-9665-78fe426c6842", "a program for iOS",
            "a5a43c5b-de2a-4c0c-9213-0a381af9435a", "a program of the Universal Windows Platform",
            "a1591282-1198-4647-a2b1-27e5ff5f6f3b", "a Silverlight program",
            "c089c8c0-30e0-4e22-80c0-ce093f111a43", "a program for Windows Phone",
            "6d335f3a-9d43-41b4-9d22-f6f17c4be596", "a game of the XNA framework",
            "baa0c2d2-18e2-41b9-852f-f413020caa33", "an add-in of an office program",
            "786c830f-07a1-408b-bd7f-6ee04809d6db", "a portable library for several frameworks of their time");

    private final ProjectTree tree;
    private final FileSet files;
    private final String path;
    private final String folder;
    private final Evaluation debug;
    private final Evaluation release;
    private final List<Finding> trouble;
    private final Map<String, List<Item>> items = new HashMap<>();

    ClassicProject(ProjectTree tree, FileSet files, String path, List<Finding> trouble)
            throws IOException, XmlElement.Malformed {
        this.tree = tree;
        this.files = files;
        this.path = path;
        this.folder = Paths.parent(path);
        this.trouble = trouble;
        this.debug = Evaluation.of(tree, files, path, Map.of("Configuration", "Debug"));
        this.release = Evaluation.of(tree, files, path, Map.of("Configuration", "Release"));
        trouble.addAll(debug.trouble());
    }

    boolean isSdk() {
        return !debug.sdk().isEmpty();
    }

    /** Files of the tree that it imports. */
    Set<String> imported() {
        return debug.imported();
    }

    /** Why it cannot be converted; nothing if it can. */
    Optional<Finding> refused() {
        String guids = debug.property("ProjectTypeGuids").toLowerCase(Locale.ROOT);
        for (Map.Entry<String, String> kind : REFUSED.entrySet())
            if (guids.contains(kind.getKey()))
                return Optional.of(Finding.trouble(
                        path,
                        "is " + kind.getValue() + ", which SDKs do not build; it stays as it is",
                        debug.place("ProjectTypeGuids")));
        List<Item> compiled = debug.items("Compile");
        boolean nothing = !compiled.isEmpty()
                && compiled.stream().allMatch(item -> item.path().isEmpty());
        if (nothing)
            return Optional.of(Finding.trouble(
                    path,
                    "lists sources none of which is there; it stays as it is",
                    compiled.get(0).evidence()));
        String identifier = debug.property("TargetFrameworkIdentifier");
        if (!identifier.isEmpty() && !identifier.equalsIgnoreCase(".NETFramework"))
            return Optional.of(Finding.trouble(
                    path,
                    "is for " + identifier + ", which today's SDKs do not build; it stays as it is",
                    debug.place("TargetFrameworkIdentifier")));
        if (debug.property("TargetFrameworkProfile").startsWith("Profile"))
            return Optional.of(Finding.trouble(
                    path,
                    "is a portable library for several frameworks of their time; it stays as it is",
                    debug.place("TargetFrameworkProfile")));
        return Optional.empty();
    }

    Compilation read() {
        String name = Paths.stem(path);
        String assembly = or(debug.property("AssemblyName"), name);
        Optional<String> namespace =
                Optional.of(debug.property("RootNamespace")).filter(text -> !text.isEmpty());
        Kind kind = kind();
        Identity identity = new Identity(assembly, namespace, kind, framework(), debug.place("TargetFrameworkVersion"));
        return new Compilation(
                path,
                Optional.of(path),
                folder,
                identity,
                new ProjectItems(folder, this::items, this::missing)
                        .files(new ResourceNames(tree, or(debug.property("RootNamespace"), name), false)),
                references(),
                settings(debug),
                settings(release),
                extras(),
                Evidence.of(path, ""));
    }

    private Extras extras() {
        List<XmlElement> targets = debug.targets().stream()
                .filter(target -> !target.attribute("Name").equals("EnsureNuGetPackageBuildImports"))
                .filter(target -> !target.children().isEmpty())
                .toList();
        List<XmlElement> items = new ArrayList<>();
        boolean pages = !debug.items("Page").isEmpty()
                || !debug.items("ApplicationDefinition").isEmpty();
        for (String kind : new TreeSet<>(debug.kinds())) {
            if (SILENT_KINDS.contains(kind) || pages && PAGE_KINDS.contains(kind)) continue;
            debug.items(kind).forEach(item -> items.add(element(kind, item)));
            if (!debug.items(kind).isEmpty())
                trouble.add(Finding.trouble(
                        path,
                        "has items of the kind " + kind + ", which are carried over",
                        debug.items(kind).get(0).evidence()));
        }
        return new Extras(targets, debug.acting(), items, pages);
    }

    private static XmlElement element(String kind, Item item) {
        Map<String, String> attributes = new LinkedHashMap<>();
        attributes.put("Include", item.include());
        attributes.putAll(item.metadata());
        return new XmlElement(
                kind, "", attributes, List.of(), "", item.evidence().line());
    }

    private static String or(String value, String other) {
        return value.isEmpty() ? other : value;
    }

    private Kind kind() {
        String type = debug.property("OutputType");
        for (Kind kind : Kind.values()) if (kind.property().equalsIgnoreCase(type)) return kind;
        return Kind.LIBRARY;
    }

    /** The framework that is stated, else the one of the tools that the file was written for. */
    private Optional<String> framework() {
        String stated = debug.property("TargetFrameworkVersion");
        if (!stated.isEmpty()) return Framework.ofVersion(stated);
        return switch (debug.tools()) {
            // what came before the attribute
            case "", "2.0" -> Optional.of("net20");
            case "3.5" -> Optional.of("net35");
            default -> Optional.of("net40");
        };
    }

    /** The items of both configurations, each once. */
    private List<Item> items(String kind) {
        return items.computeIfAbsent(kind, this::merged);
    }

    private List<Item> merged(String kind) {
        List<Item> both = new ArrayList<>(debug.items(kind));
        Set<String> seen = new LinkedHashSet<>();
        both.forEach(item -> seen.add(item.path().orElse(item.include())));
        for (Item item : release.items(kind)) {
            if (!seen.add(item.path().orElse(item.include()))) continue;
            trouble.add(Finding.trouble(
                    path, "has items for one configuration alone; they are taken in both", item.evidence()));
            both.add(item);
        }
        return both;
    }

    private void missing(Item item) {
        trouble.add(Finding.trouble(item.include(), "is listed and is not there", item.evidence()));
    }

    private References references() {
        Map<String, Package> packages = PackageLists.of(tree, folder, Paths.stem(path), trouble);
        List<String> framework = new ArrayList<>();
        List<Library> libraries = new ArrayList<>();
        List<Missing> missing = new ArrayList<>();
        List<String> there = new ArrayList<>();
        for (Item item : items("Reference")) {
            String written = item.include();
            boolean file = written.toLowerCase(Locale.ROOT).endsWith(".dll");
            String name = file ? Paths.stem(written.replace('\\', '/')) : written.split(",")[0].strip();
            Optional<String> hint = item.metadata("HintPath").or(() -> file ? Optional.of(written) : Optional.empty());
            if (hint.isEmpty()) {
                if (!framework.contains(name)) framework.add(name);
                continue;
            }
            Optional<Package> restored =
                    PackageLists.restored(FileSet.path(folder, hint.get()).orElse(hint.get()), item.evidence());
            if (restored.isPresent()) {
                packages.putIfAbsent(restored.get().id(), restored.get());
                files.file(folder, hint.get()).ifPresent(there::add);
                continue;
            }
            files.file(folder, hint.get())
                    .ifPresentOrElse(
                            found -> libraries.add(new Library(name, found, item.evidence())),
                            () -> missing.add(new Missing(name, hint.get(), item.evidence())));
        }
        for (Item item : items("PackageReference"))
            packages.putIfAbsent(
                    item.include(),
                    new Package(item.include(), item.metadata("Version").orElse(""), false, item.evidence()));
        List<String> projects = new ArrayList<>();
        for (Item item : items("ProjectReference")) {
            Optional<String> project = item.path().or(() -> files.file(folder, item.include()));
            if (project.isPresent()) projects.add(project.get());
            else
                trouble.add(Finding.trouble(
                        item.include().replace('\\', '/'), "is referred to and is not there", item.evidence()));
        }
        return new References(framework, libraries, projects, packages, there, missing);
    }

    private Map<String, String> settings(Evaluation evaluation) {
        Map<String, String> settings = new TreeMap<>();
        for (String name : CARRIED) {
            String value = evaluation.property(name);
            if (!value.isEmpty()) settings.put(name, value);
        }
        return settings;
    }
}
