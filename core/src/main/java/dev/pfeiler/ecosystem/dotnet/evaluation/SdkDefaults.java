package dev.pfeiler.ecosystem.dotnet.evaluation;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What an SDK sets and includes by default. Source: the .NET SDK's documentation, "MSBuild reference for .NET SDK
 * projects", default includes and excludes.
 */
final class SdkDefaults {
    private static final List<String> OTHERS =
            List.of("**/*.user", "**/*.*proj", "**/*.sln", "**/*.vssscc", "**/.DS_Store");

    private SdkDefaults() {}

    /** @param without patterns of what is not meant, separated by semicolons */
    record Patterns(List<String> of, String without) {}

    /** Sets what a project file may refer to. */
    static void before(Properties properties) {
        if (properties.value("Configuration").isEmpty()) properties.provide("Configuration", "Debug");
        if (properties.value("Platform").isEmpty()) properties.provide("Platform", "AnyCPU");
        String before = properties.value("DefineConstants");
        properties.provide("DefineConstants", before.isEmpty() ? "TRACE" : before + ";TRACE");
    }

    /** The files that are items by default, by kind. */
    static Map<String, Patterns> items(Properties properties) {
        Map<String, Patterns> items = new LinkedHashMap<>();
        if (isOff(properties, "EnableDefaultItems")) return items;
        String output = or(properties.value("BaseOutputPath"), "bin/");
        String intermediate = or(properties.value("BaseIntermediateOutputPath"), "obj/");
        String without = String.join(
                ";",
                properties.value("DefaultItemExcludes"),
                slash(output) + "**",
                slash(intermediate) + "**",
                properties.value("DefaultItemExcludesInProjectFolder"),
                String.join(";", OTHERS));
        if (!isOff(properties, "EnableDefaultCompileItems"))
            items.put("Compile", new Patterns(List.of("**/*.cs"), without));
        if (!isOff(properties, "EnableDefaultEmbeddedResourceItems"))
            items.put("EmbeddedResource", new Patterns(List.of("**/*.resx"), without));
        if (!isOff(properties, "EnableDefaultNoneItems"))
            items.put("None", new Patterns(List.of("**/*"), without + ";**/*.cs;**/*.resx"));
        return items;
    }

    private static String or(String value, String other) {
        return value.isBlank() ? other : value;
    }

    private static String slash(String folder) {
        String plain = folder.replace('\\', '/');
        return plain.endsWith("/") ? plain : plain + "/";
    }

    private static boolean isOff(Properties properties, String name) {
        return properties.value(name).equalsIgnoreCase("false");
    }
}
