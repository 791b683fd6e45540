package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.model.GeneratedSources;
import dev.pfeiler.ecosystem.jvm.model.Generator;
import dev.pfeiler.ecosystem.jvm.model.GeneratorSupport;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Maven's plug-ins for generators of sources, and where they look for their input. Source: the plug-ins' own pages. */
final class MavenGenerators {
    /** The version whose output uses the {@code jakarta} packages. */
    private static final String XJC_JAKARTA = "4.0.9";

    private MavenGenerators() {}

    static GeneratorSupport support(Generator generator) {
        boolean packages = generator == Generator.ANTLR3 || generator == Generator.ANTLR4;
        return new GeneratorSupport(plugin(generator).artifact(), folder(generator), packages);
    }

    private static Coordinates plugin(Generator generator) {
        return switch (generator) {
            case JAVACC -> new Coordinates("org.codehaus.mojo", "javacc-maven-plugin", "3.1.0");
            case ANTLR3 -> new Coordinates("org.antlr", "antlr3-maven-plugin", "3.5.3");
            case ANTLR4 -> new Coordinates("org.antlr", "antlr4-maven-plugin", "4.13.2");
            case JFLEX -> new Coordinates("de.jflex", "jflex-maven-plugin", "1.9.1");
            case XJC -> new Coordinates("org.jvnet.jaxb", "jaxb-maven-plugin", "2.0.12");
        };
    }

    private static String goal(Generator generator) {
        return switch (generator) {
            case JAVACC -> "javacc";
            case ANTLR3 -> "antlr";
            case ANTLR4 -> "antlr4";
            case JFLEX, XJC -> "generate";
        };
    }

    private static String folder(Generator generator) {
        return switch (generator) {
            case JAVACC -> "src/main/javacc";
            case ANTLR3 -> "src/main/antlr3";
            case ANTLR4 -> "src/main/antlr4";
            case JFLEX -> "src/main/jflex";
            case XJC -> "src/main/xsd";
        };
    }

    /** The plug-in in the version that fits the tool. */
    private static Coordinates plugin(GeneratedSources sources) {
        Coordinates plugin = plugin(sources.generator());
        return switch (sources.generator()) {
            case XJC -> sources.jakarta() ? plugin.withVersion(XJC_JAKARTA) : plugin;
            // these are released together with their tool
            case ANTLR3, ANTLR4, JFLEX ->
                sources.tool().map(tool -> plugin.withVersion(tool.version())).orElse(plugin);
            case JAVACC -> plugin;
        };
    }

    /** One plug-in for each tool, with an execution for each configuration. */
    static Collection<PomElement> plugins(List<GeneratedSources> generated) {
        Map<Coordinates, Map<String, GeneratedSources>> byPlugin = new LinkedHashMap<>();
        for (GeneratedSources sources : generated) {
            // the plug-ins find their input by folder; only a schema is named
            String execution = sources.generator() == Generator.XJC ? sources.input() : "";
            byPlugin.computeIfAbsent(plugin(sources), p -> new LinkedHashMap<>())
                    .putIfAbsent(execution, sources);
        }
        List<PomElement> plugins = new ArrayList<>();
        byPlugin.forEach((plugin, executions) -> plugins.add(plugin(plugin, List.copyOf(executions.values()))));
        return plugins;
    }

    private static PomElement plugin(Coordinates coordinates, List<GeneratedSources> executions) {
        PomElement list = new PomElement("executions");
        for (int i = 0; i < executions.size(); i++) {
            GeneratedSources sources = executions.get(i);
            PomElement execution = new PomElement("execution");
            String goal = goal(sources.generator());
            if (i > 0) execution.add("id", goal + "-" + (i + 1));
            list.add(execution.addList("goals", "goal", List.of(goal)).addFilled(configuration(sources)));
        }
        PomElement plugin = PomElement.plugin(coordinates).add(list);
        // only JavaCC's plug-in runs another version of its tool than its own
        executions.stream()
                .filter(sources -> sources.generator() == Generator.JAVACC)
                .flatMap(sources -> sources.tool().stream())
                .findFirst()
                .ifPresent(tool -> plugin.add(
                        new PomElement("dependencies").add(PomElement.artifact("dependency", tool, tool.version()))));
        return plugin;
    }

    private static PomElement configuration(GeneratedSources sources) {
        PomElement configuration = new PomElement("configuration");
        if (sources.generator() != Generator.XJC) return configuration;
        return configuration
                // a file for other builds, which the old one did not make
                .add("episode", "false")
                .add("generatePackage", sources.packageName())
                .add("schemaDirectory", folder(sources.generator()))
                .add(new PomElement("schemaIncludes").add("include", sources.input()));
    }
}
