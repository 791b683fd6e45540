package dev.pfeiler.ecosystem.dotnet.proof;

import dev.pfeiler.ecosystem.dotnet.project.Compilation;
import dev.pfeiler.ecosystem.dotnet.project.SdkCompilation;
import java.util.LinkedHashMap;
import java.util.Map;

/** The source with attributes that an SDK makes. Source: the .NET SDK, {@code Microsoft.NET.GenerateAssemblyInfo.targets}. */
final class AssemblyInfo {
    private AssemblyInfo() {}

    /** Its text; empty if the project makes none. */
    static String of(SdkCompilation project, Compilation compilation) {
        if (project.property("GenerateAssemblyInfo").equalsIgnoreCase("false")) return "";
        String assembly = compilation.identity().assembly();
        String version = or(project.property("Version"), "1.0.0");
        String numbers = version.replaceFirst("-.*", "");
        Map<String, String> attributes = new LinkedHashMap<>();
        attributes.put("AssemblyCompany", or(project.property("Company"), or(project.property("Authors"), assembly)));
        attributes.put("AssemblyConfiguration", "Debug");
        attributes.put("AssemblyCopyright", project.property("Copyright"));
        attributes.put("AssemblyDescription", project.property("Description"));
        String assemblyVersion = or(project.property("AssemblyVersion"), full(numbers));
        attributes.put("AssemblyFileVersion", or(project.property("FileVersion"), full(numbers)));
        attributes.put("AssemblyInformationalVersion", or(project.property("InformationalVersion"), version));
        attributes.put("AssemblyProduct", or(project.property("Product"), assembly));
        attributes.put("AssemblyTitle", or(project.property("AssemblyTitle"), assembly));
        attributes.put("AssemblyVersion", assemblyVersion);
        attributes.put("System.Resources.NeutralResourcesLanguage", project.property("NeutralLanguage"));
        StringBuilder text = new StringBuilder("using System.Reflection;\n");
        attributes.forEach((name, value) -> {
            if (!value.isEmpty())
                text.append("[assembly: ")
                        .append(name)
                        .append("(@\"")
                        .append(value.replace("\"", "\"\""))
                        .append("\")]\n");
        });
        return text.toString();
    }

    private static String or(String value, String other) {
        return value.isEmpty() ? other : value;
    }

    private static String full(String version) {
        int dots = (int) version.chars().filter(c -> c == '.').count();
        return version + ".0".repeat(Math.max(0, 3 - dots));
    }
}
