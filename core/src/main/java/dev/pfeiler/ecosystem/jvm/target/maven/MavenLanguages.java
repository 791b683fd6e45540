package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.CompiledLanguage;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/** Maven's plug-ins for languages beside Java. Source: the documentation of each plug-in. */
final class MavenLanguages {
    private static final Coordinates KOTLIN = new Coordinates("org.jetbrains.kotlin", "kotlin-maven-plugin", "");
    private static final Coordinates GROOVY = new Coordinates("org.codehaus.gmavenplus", "gmavenplus-plugin", "3.0.2");
    private static final Coordinates SCALA = new Coordinates("net.alchim31.maven", "scala-maven-plugin", "4.8.1");

    /** What plug-ins of the Kotlin compiler are called here, with the artifact of each. */
    private static final Map<String, String> COMPILER_PLUGINS = Map.of(
            "allopen", "all-open",
            "noarg", "no-arg",
            "serialization", "kotlinx-serialization",
            "sam-with-receiver", "sam-with-receiver");

    private final JvmBuild build;
    private final BuildModule module;

    MavenLanguages(JvmBuild build, BuildModule module) {
        this.build = build;
        this.module = module;
    }

    List<PomElement> plugins() {
        Map<JvmLanguage, Function<CompiledLanguage, PomElement>> plugins = Map.of(
                JvmLanguage.KOTLIN, this::kotlin, JvmLanguage.GROOVY, this::groovy, JvmLanguage.SCALA, this::scala);
        return module.languages().stream()
                .map(compiled -> plugins.get(compiled.language()).apply(compiled))
                .toList();
    }

    private int level() {
        return build.compiler(module).level();
    }

    private static String inModule(String folder) {
        return "${project.basedir}/" + folder;
    }

    /** Compiles before Java's compiler, and sees the sources in Java. */
    private PomElement kotlin(CompiledLanguage compiled) {
        PomElement executions = new PomElement("executions");
        if (!compiled.main().isEmpty())
            executions.add(kotlin(
                    "compile",
                    "process-sources",
                    compiled.main(),
                    module.sources().main().folders()));
        if (!compiled.test().isEmpty())
            executions.add(kotlin(
                    "test-compile",
                    "process-test-sources",
                    compiled.test(),
                    module.sources().test().folders()));
        PomElement configuration = new PomElement("configuration")
                .add("jvmTarget", compiled.target(compiled.levelBeside(level())))
                .addList("args", "arg", compiled.arguments());
        List<String> names = new ArrayList<>();
        List<String> options = new ArrayList<>();
        PomElement artifacts = new PomElement("dependencies");
        compiled.plugins().forEach((plugin, given) -> {
            String name = COMPILER_PLUGINS.getOrDefault(plugin, plugin);
            names.add(name);
            given.forEach(option -> options.add(name + ":" + option));
            Coordinates artifact = new Coordinates(KOTLIN.group(), "kotlin-maven-" + plugin, compiled.version());
            artifacts.add(PomElement.artifact("dependency", artifact, artifact.version()));
        });
        configuration.addList("compilerPlugins", "plugin", names).addList("pluginOptions", "option", options);
        return PomElement.plugin(KOTLIN.withVersion(compiled.version()))
                .add(executions)
                .add(configuration)
                .addFilled(artifacts);
    }

    private static PomElement kotlin(String goal, String phase, List<String> folders, List<String> java) {
        List<String> all = new ArrayList<>(folders);
        java.stream().filter(folder -> !all.contains(folder)).forEach(all::add);
        PomElement execution = new PomElement("execution").add("id", goal);
        if (!java.isEmpty()) execution.add("phase", phase);
        return execution
                .addList("goals", "goal", List.of(goal))
                .add(new PomElement("configuration")
                        .addList(
                                "sourceDirs",
                                "sourceDir",
                                all.stream().map(MavenLanguages::inModule).toList()));
    }

    private PomElement groovy(CompiledLanguage compiled) {
        List<String> goals = new ArrayList<>();
        boolean main = !compiled.main().isEmpty();
        boolean test = !compiled.test().isEmpty();
        if (main) goals.add("addSources");
        if (test) goals.add("addTestSources");
        if (main && compiled.joint()) goals.add("generateStubs");
        if (main) goals.add("compile");
        if (test && compiled.joint()) goals.add("generateTestStubs");
        if (test) goals.add("compileTests");
        if (main && compiled.joint()) goals.add("removeStubs");
        if (test && compiled.joint()) goals.add("removeTestStubs");
        PomElement configuration =
                new PomElement("configuration").add("targetBytecode", compiled.target(compiled.levelBeside(level())));
        if (compiled.arguments().contains("--parameters")
                || compiled.arguments().contains("-pa")) configuration.add("parameters", "true");
        if (compiled.arguments().contains("--indy") || compiled.arguments().contains("-indy"))
            configuration.add("invokeDynamic", "true");
        int script = compiled.arguments().indexOf("--configscript");
        if (script >= 0 && script + 1 < compiled.arguments().size())
            configuration.add("configScript", inModule(compiled.arguments().get(script + 1)));
        sources(configuration, "sources", "source", compiled.main(), "src/main/groovy");
        sources(configuration, "testSources", "testSource", compiled.test(), "src/test/groovy");
        return PomElement.plugin(GROOVY)
                .add(new PomElement("executions").add(new PomElement("execution").addList("goals", "goal", goals)))
                .add(configuration);
    }

    private static void sources(
            PomElement configuration, String list, String each, List<String> folders, String usual) {
        if (folders.isEmpty() || folders.equals(List.of(usual))) return;
        PomElement sources = new PomElement(list);
        for (String folder : folders)
            sources.add(new PomElement(each)
                    .add("directory", inModule(folder))
                    .addList("includes", "include", List.of("**/*.groovy")));
        configuration.add(sources);
    }

    /** Compiles before Java's compiler, and sees the sources in Java. */
    private PomElement scala(CompiledLanguage compiled) {
        PomElement executions = new PomElement("executions");
        if (!compiled.main().isEmpty())
            executions.add(scala(
                    "compile", "process-resources", module.sources().main().folders()));
        if (!compiled.test().isEmpty())
            executions.add(scala(
                    "testCompile",
                    "process-test-resources",
                    module.sources().test().folders()));
        PomElement configuration = new PomElement("configuration")
                .add("scalaVersion", compiled.version())
                // the other modes compile Java as well
                .add("recompileMode", "all")
                .addList("args", "arg", scalaArguments(compiled, level()));
        if (!compiled.main().isEmpty() && !compiled.main().contains("src/main/scala"))
            configuration.add("sourceDir", inModule(compiled.main().get(0)));
        if (!compiled.test().isEmpty() && !compiled.test().contains("src/test/scala"))
            configuration.add("testSourceDir", inModule(compiled.test().get(0)));
        return PomElement.plugin(SCALA).add(executions).add(configuration);
    }

    /** The arguments of the Scala compiler, with the level. */
    private static List<String> scalaArguments(CompiledLanguage compiled, int level) {
        List<String> arguments = new ArrayList<>(compiled.levelArguments(compiled.levelBeside(level)));
        arguments.addAll(compiled.arguments());
        return arguments;
    }

    private static PomElement scala(String goal, String phase, List<String> java) {
        PomElement execution = new PomElement("execution").add("id", goal);
        if (!java.isEmpty()) execution.add("phase", phase);
        return execution.addList("goals", "goal", List.of(goal));
    }
}
