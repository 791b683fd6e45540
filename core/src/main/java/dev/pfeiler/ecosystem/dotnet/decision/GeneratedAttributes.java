package dev.pfeiler.ecosystem.dotnet.decision;

import dev.pfeiler.ecosystem.dotnet.project.Compilation;
import dev.pfeiler.ecosystem.dotnet.project.DotnetProject;
import dev.pfeiler.ecosystem.dotnet.source.AssemblyAttribute;
import dev.pfeiler.ecosystem.dotnet.source.CSharpSource;
import dev.pfeiler.evidence.Evidence;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * The attributes of an assembly that an SDK states by itself, so that sources must not. Source: the .NET SDK,
 * {@code Microsoft.NET.GenerateAssemblyInfo.targets}.
 */
public final class GeneratedAttributes {
    /** The property for each; empty for one whose value is that of the configuration. */
    private static final Map<String, String> PROPERTIES = Map.of(
            "AssemblyTitle", "AssemblyTitle",
            "AssemblyDescription", "Description",
            "AssemblyConfiguration", "",
            "AssemblyCompany", "Company",
            "AssemblyProduct", "Product",
            "AssemblyCopyright", "Copyright",
            "AssemblyVersion", "AssemblyVersion",
            "AssemblyFileVersion", "FileVersion",
            "AssemblyInformationalVersion", "InformationalVersion",
            "NeutralResourcesLanguage", "NeutralLanguage");

    private static final List<String> ORDER = List.of(
            "AssemblyTitle",
            "AssemblyDescription",
            "AssemblyCompany",
            "AssemblyProduct",
            "AssemblyCopyright",
            "AssemblyVersion",
            "AssemblyFileVersion",
            "AssemblyInformationalVersion",
            "NeutralResourcesLanguage");

    private static final String FIRST = "1.0.0.0";

    private final Map<String, String> properties = new LinkedHashMap<>();
    private final Map<String, List<AssemblyAttribute>> removed = new TreeMap<>();
    private Optional<Evidence> stated = Optional.empty();
    private String obstacle = "";

    GeneratedAttributes(DotnetProject project, Compilation compilation) {
        Map<String, String> values = new TreeMap<>();
        for (CSharpSource source : project.sources(compilation))
            for (AssemblyAttribute attribute : source.attributes())
                if (PROPERTIES.containsKey(attribute.name())) take(project, source, attribute, values);
        if (obstacle.isEmpty()) state(compilation.identity().assembly(), values);
    }

    private void take(
            DotnetProject project, CSharpSource source, AssemblyAttribute attribute, Map<String, String> values) {
        if (stated.isEmpty()) stated = Optional.of(Evidence.at(source.path(), source.text(), attribute.start()));
        boolean configured = attribute.name().equals("AssemblyConfiguration")
                && !attribute.value().orElse("").isEmpty();
        if (attribute.value().isEmpty()) obstacle = "a value that is worked out";
        else if (attribute.conditional() || configured) obstacle = "values that depend on the configuration";
        else if (values.containsKey(attribute.name())) obstacle = "a value that is stated twice";
        else if (project.users(source.path()) > 1) obstacle = "a source of several projects";
        else {
            values.put(attribute.name(), attribute.value().get());
            removed.computeIfAbsent(source.path(), path -> new ArrayList<>()).add(attribute);
        }
    }

    private void state(String assembly, Map<String, String> values) {
        String version = values.getOrDefault("AssemblyVersion", "");
        boolean same = values.getOrDefault("AssemblyFileVersion", version).equals(version)
                && !values.containsKey("AssemblyInformationalVersion");
        boolean short_ = version.matches("\\d+\\.\\d+\\.\\d+\\.0");
        for (String name : ORDER) {
            String value = values.getOrDefault(name, "");
            boolean usual = value.isEmpty()
                    || (name.equals("AssemblyTitle") || name.equals("AssemblyProduct")) && value.equals(assembly)
                    || (name.equals("AssemblyVersion") || name.equals("AssemblyFileVersion")) && value.equals(FIRST);
            if (usual) continue;
            if (same && short_ && name.equals("AssemblyVersion"))
                properties.put("Version", value.substring(0, value.length() - 2));
            else if (!(same && short_ && name.equals("AssemblyFileVersion")))
                properties.put(PROPERTIES.get(name), value);
        }
        // a version with a wild card differs from build to build
        if (version.indexOf('*') >= 0) properties.put("Deterministic", "false");
    }

    /** Whether sources state some. */
    boolean stated() {
        return stated.isPresent();
    }

    Optional<Evidence> place() {
        return stated;
    }

    /** Why they cannot become properties; empty if they can. */
    String obstacle() {
        return obstacle;
    }

    /** What the project file says instead of the sources. */
    Map<String, String> properties() {
        return properties;
    }

    /** The attributes that leave each source. */
    Map<String, List<AssemblyAttribute>> removed() {
        return removed;
    }

    /** A source without some of its attributes; lines that are empty then go. */
    public static String without(String text, List<AssemblyAttribute> attributes) {
        StringBuilder changed = new StringBuilder(text);
        List<AssemblyAttribute> ordered = new ArrayList<>(attributes);
        ordered.sort((one, other) -> other.start() - one.start());
        for (AssemblyAttribute attribute : ordered) {
            int start = attribute.start();
            int end = attribute.end();
            int lineStart = changed.lastIndexOf("\n", start - 1) + 1;
            int lineEnd = changed.indexOf("\n", end);
            int behind = lineEnd < 0 ? changed.length() : lineEnd + 1;
            boolean alone = changed.substring(lineStart, start).isBlank()
                    && changed.substring(end, behind).isBlank();
            if (alone) {
                start = lineStart;
                end = behind;
            }
            changed.delete(start, end);
        }
        return changed.toString();
    }
}
