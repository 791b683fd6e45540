package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.GeneratedSources;
import dev.pfeiler.ecosystem.jvm.model.Generator;
import dev.pfeiler.ecosystem.jvm.model.GeneratorSupport;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** How generators of sources are run: each by a task that starts it. Source: the command lines of the tools. */
final class GeneratorScript {
    private final Dialect dialect;

    GeneratorScript(Dialect dialect) {
        this.dialect = dialect;
    }

    static GeneratorSupport support(Generator generator) {
        boolean packages = generator == Generator.ANTLR3 || generator == Generator.ANTLR4;
        return new GeneratorSupport("JavaExec", folder(generator), packages);
    }

    private static String name(Generator generator) {
        return generator.name().toLowerCase(Locale.ROOT);
    }

    private static String folder(Generator generator) {
        return "src/main/" + (generator == Generator.XJC ? "xsd" : name(generator));
    }

    private static Coordinates tool(GeneratedSources sources) {
        Coordinates usual =
                switch (sources.generator()) {
                    case JAVACC -> new Coordinates("net.java.dev.javacc", "javacc", "7.0.13");
                    case ANTLR3 -> new Coordinates("org.antlr", "antlr", "3.5.3");
                    case ANTLR4 -> new Coordinates("org.antlr", "antlr4", "4.13.2");
                    case JFLEX -> new Coordinates("de.jflex", "jflex", "1.9.1");
                    case XJC ->
                        new Coordinates("org.glassfish.jaxb", "jaxb-xjc", sources.jakarta() ? "4.0.5" : "2.3.9");
                };
        boolean released = sources.generator() != Generator.XJC;
        return released
                ? sources.tool().map(tool -> usual.withVersion(tool.version())).orElse(usual)
                : usual;
    }

    private static String mainClass(Generator generator) {
        return switch (generator) {
            case JAVACC -> "javacc";
            case ANTLR3 -> "org.antlr.Tool";
            case ANTLR4 -> "org.antlr.v4.Tool";
            case JFLEX -> "jflex.Main";
            case XJC -> "com.sun.tools.xjc.XJCFacade";
        };
    }

    /** The generators of a module: the name of the configuration of each, with its artifact. */
    static Map<String, Coordinates> tools(BuildModule module) {
        Map<String, Coordinates> tools = new LinkedHashMap<>();
        module.generated().forEach(sources -> tools.putIfAbsent(name(sources.generator()), tool(sources)));
        return tools;
    }

    /** One run of a generator. */
    private record Run(GeneratedSources sources, String task, String output) {}

    private static List<Run> runs(BuildModule module) {
        Map<Generator, Integer> numbers = new LinkedHashMap<>();
        List<Run> runs = new ArrayList<>();
        for (GeneratedSources sources : module.generated()) {
            int number = numbers.merge(sources.generator(), 1, Integer::sum);
            String tool = name(sources.generator());
            String suffix = number == 1 ? "" : String.valueOf(number);
            String task = "generate" + Character.toUpperCase(tool.charAt(0)) + tool.substring(1) + suffix;
            runs.add(new Run(sources, task, "generated/sources/" + tool + suffix));
        }
        return runs;
    }

    /** The folders that sources are generated into, below that of the build, with the tasks. */
    static Map<String, String> folders(BuildModule module) {
        Map<String, String> folders = new LinkedHashMap<>();
        runs(module).forEach(run -> folders.put(run.output(), run.task()));
        return folders;
    }

    void write(Script script, BuildModule module) {
        runs(module).forEach(run -> script.section(s -> task(s, run.task(), "build/" + run.output(), run.sources())));
    }

    private void task(Script script, String task, String output, GeneratedSources sources) {
        String packageFolder = sources.packageName().replace('.', '/');
        String below = packageFolder.isEmpty() ? output : output + "/" + packageFolder;
        boolean byPackage = support(sources.generator()).byPackage() && !packageFolder.isEmpty();
        String input = folder(sources.generator()) + "/" + (byPackage ? packageFolder + "/" : "") + sources.input();
        List<String> arguments =
                switch (sources.generator()) {
                    case JAVACC -> List.of("-OUTPUT_DIRECTORY=" + below, input);
                    case ANTLR3 -> List.of("-fo", below, input);
                    case ANTLR4 ->
                        sources.packageName().isEmpty()
                                ? List.of("-o", below, input)
                                : List.of("-o", below, "-package", sources.packageName(), input);
                    case JFLEX -> List.of("-q", "-d", below, input);
                    case XJC -> List.of("-quiet", "-d", output, "-p", sources.packageName(), input);
                };
        dialect.task(script, task, "JavaExec", s -> {
            s.line(dialect.syntax().texts("inputs.file", input));
            s.line(dialect.syntax().texts("outputs.dir", output));
            s.line("classpath = " + dialect.configuration(name(sources.generator()), true));
            s.line(dialect.mainClass(mainClass(sources.generator())));
            s.line(dialect.syntax().texts("args", arguments));
            s.block("doFirst", t -> t.line(dialect.syntax().texts("mkdir", below)));
            List<String> replaced =
                    sources.replaced().stream().map(name -> below + "/" + name).toList();
            if (!replaced.isEmpty())
                s.block("doLast", t -> t.line(dialect.syntax().texts("delete", replaced)));
        });
    }
}
