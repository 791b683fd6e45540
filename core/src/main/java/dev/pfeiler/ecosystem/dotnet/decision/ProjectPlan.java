package dev.pfeiler.ecosystem.dotnet.decision;

import dev.pfeiler.ecosystem.dotnet.model.ProjectText;
import dev.pfeiler.ecosystem.dotnet.model.ProjectText.Element;
import dev.pfeiler.ecosystem.dotnet.model.SdkProject;
import dev.pfeiler.ecosystem.dotnet.project.Compilation;
import dev.pfeiler.ecosystem.dotnet.project.Compilation.Kind;
import dev.pfeiler.ecosystem.dotnet.project.DotnetProject;
import dev.pfeiler.ecosystem.dotnet.project.Framework;
import dev.pfeiler.ecosystem.dotnet.project.ImplicitSymbols;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.XmlElement;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** The project file that one compilation becomes. */
final class ProjectPlan {
    /** Assemblies of the old framework that an SDK refers to by itself, with the version that has them. */
    private static final Map<String, Integer> IMPLICIT = Map.ofEntries(
            Map.entry("mscorlib", 0),
            Map.entry("system", 0),
            Map.entry("system.data", 0),
            Map.entry("system.drawing", 0),
            Map.entry("system.xml", 0),
            Map.entry("system.core", 350),
            Map.entry("system.runtime.serialization", 350),
            Map.entry("system.xml.linq", 350),
            Map.entry("system.numerics", 400),
            Map.entry("system.io.compression.filesystem", 450));

    private static final List<String> MAIN = List.of(
            "StartupObject",
            "LangVersion",
            "AllowUnsafeBlocks",
            "CheckForOverflowUnderflow",
            "PlatformTarget",
            "CodePage",
            "SignAssembly",
            "AssemblyOriginatorKeyFile",
            "DelaySign",
            "ApplicationIcon",
            "ApplicationManifest",
            "Win32Resource",
            "AppConfig",
            "NoStdLib",
            "RegisterForComInterop",
            "NoWarn",
            "TreatWarningsAsErrors",
            "WarningsAsErrors");

    private static final Set<String> FALSE_BY_DEFAULT = Set.of(
            "AllowUnsafeBlocks",
            "CheckForOverflowUnderflow",
            "SignAssembly",
            "DelaySign",
            "NoStdLib",
            "RegisterForComInterop",
            "TreatWarningsAsErrors");

    private static final Set<String> FILES =
            Set.of("AssemblyOriginatorKeyFile", "ApplicationIcon", "ApplicationManifest", "Win32Resource", "AppConfig");

    /** What is defined before. */
    private static final String BEFORE = "$(DefineConstants);";

    private final DotnetProject project;
    private final Compilation old;
    private final String framework;
    private final GeneratedAttributes attributes;
    private final boolean keepAttributes;
    private final Map<String, String> versions;
    private final Map<String, String> description;
    private final List<Finding> left = new ArrayList<>();
    private final Map<String, String> properties = new LinkedHashMap<>();
    private final Map<String, String> debug = new LinkedHashMap<>();
    private final Map<String, String> release = new LinkedHashMap<>();

    /**
     * @param versions of packages that are stated for all projects, by id; empty if each states its own
     * @param description properties that name the description of its package
     */
    ProjectPlan(
            DotnetProject project,
            Compilation old,
            String framework,
            GeneratedAttributes attributes,
            boolean keepAttributes,
            Map<String, String> versions,
            Map<String, String> description) {
        this.description = description;
        this.project = project;
        this.old = old;
        this.framework = framework;
        this.attributes = attributes;
        this.keepAttributes = keepAttributes;
        this.versions = versions;
    }

    List<Finding> left() {
        return left;
    }

    SdkProject plan() {
        Set<String> others = new TreeSet<>();
        for (Compilation one : project.compilations()) if (one != old) others.add(one.folder());
        project.kept().forEach(path -> others.add(Paths.parent(path)));
        project.managed().forEach(path -> others.add(Paths.parent(path)));
        FilePlan files = new FilePlan(project.tree(), old.folder(), old.files().sources(), others);
        String name = Paths.stem(old.project());
        identity(name);
        if (keepAttributes) properties.put("GenerateAssemblyInfo", "false");
        else properties.putAll(attributes.properties());
        settings();
        constants();
        if (old.extras().pages()) properties.put("UseWPF", "true");
        documentation();
        properties.putAll(description);
        output();
        excluded(files);
        String namespace = properties.getOrDefault("RootNamespace", name);
        ResourcePlan resources = new ResourcePlan(project.tree(), old, files, framework, namespace);
        List<List<Element>> groups = List.of(
                files.elements(),
                resources.resources(),
                resources.copies(),
                framework(),
                packages(),
                projects(),
                others());
        return new SdkProject(
                old.project(),
                old.extras().pages() ? SdkProject.DESKTOP : SdkProject.SDK,
                properties,
                debug,
                release,
                groups,
                targets());
    }

    private void identity(String name) {
        if (old.identity().kind() != Kind.LIBRARY)
            properties.put("OutputType", old.identity().kind().property());
        properties.put("TargetFramework", framework);
        if (!old.identity().assembly().equals(name))
            properties.put("AssemblyName", old.identity().assembly());
        // an SDK makes a name of it that is valid
        old.identity()
                .namespace()
                .filter(namespace -> !namespace.equals(name.replace(' ', '_')))
                .ifPresent(namespace -> properties.put("RootNamespace", namespace));
    }

    private void settings() {
        for (String name : MAIN) {
            String one = value(name, old.debug());
            String other = value(name, old.release());
            if (one.equals(other)) {
                if (!one.isEmpty()) properties.put(name, one);
                continue;
            }
            if (!one.isEmpty()) debug.put(name, one);
            if (!other.isEmpty()) release.put(name, other);
        }
        if (!properties.containsKey("LangVersion")) language();
    }

    /** A setting as an SDK takes it; empty where it is what an SDK does by itself. */
    private String value(String name, Map<String, String> settings) {
        String value = settings.getOrDefault(name, "").strip();
        if (value.isEmpty() || FALSE_BY_DEFAULT.contains(name) && value.equalsIgnoreCase("false")) return "";
        if (FALSE_BY_DEFAULT.contains(name)) return "true";
        boolean unsigned = !settings.getOrDefault("SignAssembly", "").equalsIgnoreCase("true");
        if (name.equals("AssemblyOriginatorKeyFile") && unsigned) return "";
        if (name.equals("PlatformTarget") && value.equalsIgnoreCase("AnyCPU")) return "";
        if (name.equals("LangVersion") && value.equalsIgnoreCase("default")) return "";
        if (name.equals("NoWarn")) return "$(NoWarn);" + value.replace(',', ';').replaceAll("^\\$\\(NoWarn\\);?", "");
        if (name.equals("StartupObject") && old.identity().kind() == Kind.LIBRARY) return "";
        if (FILES.contains(name) && !value.startsWith("/")) return value.replace('/', '\\');
        return value;
    }

    /** The version of the language, if sources need another than the framework's. */
    private void language() {
        boolean classic = Framework.isClassic(framework);
        boolean needed = project.sources(old).stream()
                .anyMatch(source -> !source.version().isEmpty());
        if (classic && needed) properties.put("LangVersion", "latest");
    }

    private void constants() {
        List<String> one = Compilation.constants(old.debug());
        List<String> other = Compilation.constants(old.release());
        List<String> both = own(one).stream().filter(own(other)::contains).toList();
        boolean asked = diagnostics();
        boolean traced = !asked || one.contains("TRACE");
        boolean tracedLater = !asked || other.contains("TRACE");
        if (traced && tracedLater) {
            if (!both.isEmpty()) properties.put("DefineConstants", BEFORE + String.join(";", both));
            more(debug, own(one), both);
            more(release, own(other), both);
        } else if (!traced && !tracedLater && own(one).equals(own(other))) {
            properties.put("DefineConstants", String.join(";", both));
        } else {
            defined(debug, traced, own(one));
            defined(release, tracedLater, own(other));
        }
        if (asked && !one.contains("DEBUG")) properties.put("DisableImplicitConfigurationDefines", "true");
        if (asksForFramework(one)) properties.put("DisableImplicitFrameworkDefines", "true");
    }

    /** The constants of one configuration, with or without what is defined before. */
    private static void defined(Map<String, String> group, boolean traced, List<String> own) {
        if (!traced) group.put("DefineConstants", String.join(";", own));
        else if (!own.isEmpty()) group.put("DefineConstants", BEFORE + String.join(";", own));
    }

    private static void more(Map<String, String> group, List<String> own, List<String> both) {
        List<String> more = own.stream().filter(name -> !both.contains(name)).toList();
        if (!more.isEmpty()) group.put("DefineConstants", BEFORE + String.join(";", more));
    }

    private static List<String> own(List<String> constants) {
        return constants.stream()
                .filter(name -> !name.equals("DEBUG") && !name.equals("TRACE"))
                .toList();
    }

    /** Whether sources ask for a symbol of the framework that was not defined before. */
    private boolean asksForFramework(List<String> constants) {
        List<String> implicit = ImplicitSymbols.of(framework);
        return project.sources(old).stream()
                .flatMap(source -> source.symbols().stream())
                .anyMatch(symbol -> implicit.contains(symbol) && !constants.contains(symbol));
    }

    /** Whether sources ask for what an SDK defines by itself. */
    private boolean diagnostics() {
        return project.sources(old).stream()
                .anyMatch(source -> source.symbols().contains("DEBUG")
                        || source.symbols().contains("TRACE")
                        || !source.names().isEmpty());
    }

    private void documentation() {
        if (!old.debug().containsKey("DocumentationFile") && !old.release().containsKey("DocumentationFile")) return;
        properties.put("GenerateDocumentationFile", "true");
    }

    /** Where the output goes, if that is not in the project's own folder. */
    private void output() {
        String one = old.debug().getOrDefault("OutputPath", "").replace('/', '\\');
        String other = old.release().getOrDefault("OutputPath", "").replace('/', '\\');
        if (!one.startsWith("..")) {
            // else a folder with the framework's name is put between
            if (old.descriptor().isPresent() && project.texts().output(old).isPresent())
                properties.put("AppendTargetFrameworkToOutputPath", "false");
            return;
        }
        String common = one.replaceAll("(?i)\\bDebug\\b", "\\$(Configuration)");
        boolean same = common.equals(other.replaceAll("(?i)\\bRelease\\b", "\\$(Configuration)"));
        if (same) properties.put("OutputPath", common);
        else {
            debug.put("OutputPath", one);
            if (!other.isEmpty()) release.put("OutputPath", other);
        }
        properties.put("AppendTargetFrameworkToOutputPath", "false");
    }

    private void excluded(FilePlan files) {
        if (!files.byDefault()) properties.put("EnableDefaultCompileItems", "false");
        if (files.excluded().isEmpty()) return;
        StringBuilder patterns = new StringBuilder("$(DefaultItemExcludes)");
        files.excluded()
                .forEach(folder ->
                        patterns.append(';').append(ProjectText.path(folder)).append("\\**"));
        properties.put("DefaultItemExcludes", patterns.toString());
    }

    private List<Element> framework() {
        List<Element> elements = new ArrayList<>();
        boolean classic = Framework.isClassic(framework);
        Map<String, String> names = new TreeMap<>();
        old.references().framework().forEach(name -> names.put(name, name));
        for (String name : names.keySet()) {
            Integer since = IMPLICIT.get(name.toLowerCase(java.util.Locale.ROOT));
            boolean implied = since != null && Framework.classic(framework) >= since;
            if (classic && !implied) elements.add(ProjectText.element("Reference", "Include", name));
        }
        if (!classic && names.keySet().stream().anyMatch(name -> name.equals("System.Windows.Forms")))
            properties.put("UseWindowsForms", "true");
        for (Compilation.Library library : old.references().libraries())
            elements.add(ProjectText.element(
                    "Reference",
                    "Include",
                    library.name(),
                    "HintPath",
                    ProjectText.path(Paths.from(old.folder(), library.path()))));
        for (Compilation.Missing missing : old.references().missing()) {
            elements.add(ProjectText.element(
                    "Reference",
                    "Include",
                    missing.name(),
                    "HintPath",
                    missing.written().replace('/', '\\')));
            left.add(Finding.trouble(
                    missing.name(), "is compiled against and is not there: " + missing.written(), missing.evidence()));
        }
        return elements;
    }

    /** Items that only steps of the project's own know. */
    private List<Element> others() {
        return old.extras().items().stream()
                .map(item -> new Element(item.name(), item.attributes()))
                .toList();
    }

    private List<Element> packages() {
        List<Element> elements = new ArrayList<>();
        old.references().packages().values().forEach(one -> {
            String central = versions.get(one.id());
            String attribute = central == null ? "Version" : "VersionOverride";
            elements.add(ProjectText.element(
                    "PackageReference",
                    "Include",
                    one.id(),
                    attribute,
                    one.version().equals(central) ? "" : one.version(),
                    "PrivateAssets",
                    one.development() ? "all" : ""));
        });
        return elements;
    }

    private List<Element> projects() {
        List<Element> elements = new ArrayList<>();
        for (String id : old.references().projects()) {
            String path = project.compilation(id).map(Compilation::project).orElse(id);
            elements.add(ProjectText.element(
                    "ProjectReference", "Include", ProjectText.path(Paths.from(old.folder(), path))));
        }
        return elements;
    }

    /** Steps before and behind the build, and targets of its own. */
    private List<String> targets() {
        List<String> lines = new ArrayList<>();
        for (String file : old.extras().imports()) {
            lines.add("<Import Project=\"" + ProjectText.escaped(ProjectText.path(Paths.from(old.folder(), file)))
                    + "\" />");
            left.add(Finding.trouble(
                    old.project(), "imports " + file + ", whose steps it still runs; check what they do"));
        }
        event(lines, "PreBuildEvent", "PreBuild", "BeforeTargets");
        event(lines, "PostBuildEvent", "PostBuild", "AfterTargets");
        for (XmlElement target : old.extras().targets()) {
            Map<String, String> attributes = new LinkedHashMap<>(target.attributes());
            String name = target.attribute("Name");
            if (name.startsWith("Before") || name.startsWith("After")) {
                // an SDK's own targets of these names come later and would replace it
                attributes.put("Name", "Own" + name);
                attributes.put(name.startsWith("Before") ? "BeforeTargets" : "AfterTargets", name);
            }
            written(lines, target.with(attributes, target.children()), "");
            left.add(Finding.trouble(
                    old.project(), "has a step of its own, " + name + ", which is carried over; check what it does"));
        }
        return lines;
    }

    private void event(List<String> lines, String property, String name, String when) {
        String command = old.debug().getOrDefault(property, old.release().getOrDefault(property, ""));
        if (command.isBlank()) return;
        lines.add("<Target Name=\"" + name + "\" " + when + "=\"" + property + "\">");
        lines.add("  <Exec Command=\""
                + ProjectText.escaped(command).replace("\r", "").replace("\n", "&#xD;&#xA;") + "\" />");
        lines.add("</Target>");
        left.add(Finding.trouble(
                old.project(),
                "runs commands around the build, which are carried over: "
                        + command.lines().findFirst().orElse("")));
    }

    private static void written(List<String> lines, XmlElement element, String indent) {
        StringBuilder tag = new StringBuilder(indent).append('<').append(element.name());
        tag.append(ProjectText.attributes(element.attributes()));
        if (element.children().isEmpty() && element.text().isEmpty()) {
            lines.add(tag + " />");
        } else if (element.children().isEmpty()) {
            lines.add(tag + ">" + ProjectText.escaped(element.text()) + "</" + element.name() + ">");
        } else {
            lines.add(tag + ">");
            element.children().forEach(child -> written(lines, child, indent + "  "));
            lines.add(indent + "</" + element.name() + ">");
        }
    }
}
