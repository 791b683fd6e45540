package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.EmbeddedBuild;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.Launch;
import dev.pfeiler.ecosystem.jvm.model.ServletFamily;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;

/** The plug-ins that start products, and those that pack a program with its libraries. */
final class MavenLaunch {
    private static final Pattern NO_NAME_PARTS = Pattern.compile("[^\\w-]+");
    private static final Pattern HYPHEN_ENDS = Pattern.compile("^-+|-+$");

    private static final Coordinates EXEC = new Coordinates("org.codehaus.mojo", "exec-maven-plugin", "3.5.0");
    private static final String FRAMEWORK = "spring-boot-maven-plugin";
    /** The first JDK that runs the servers for Servlet 6. */
    private static final int JETTY_12_JAVA = 17;

    /** Files that several libraries of a framework have, each with lines of its own. */
    private static final List<String> APPENDED = List.of(
            "META-INF/spring.handlers",
            "META-INF/spring.schemas",
            "META-INF/spring.factories",
            "META-INF/spring/org.springframework.boot.autoconfigure.AutoConfiguration.imports");

    private final JvmBuild build;

    MavenLaunch(JvmBuild build) {
        this.build = build;
    }

    /** The plug-in that starts a product. */
    static Coordinates plugin(Launch launch) {
        if (launch instanceof Launch.Serve serve) return server(serve);
        Launch.MainClass main = (Launch.MainClass) launch;
        return main.framework()
                .map(framework -> new Coordinates(Launch.Framework.GROUP, FRAMEWORK, framework.version()))
                .orElse(EXEC);
    }

    private static Coordinates server(Launch.Serve serve) {
        if (serve.family() == ServletFamily.JAVAX)
            return new Coordinates("org.eclipse.jetty", "jetty-maven-plugin", "9.4.57.v20241219");
        if (serve.javaRelease() < JETTY_12_JAVA)
            return new Coordinates("org.eclipse.jetty", "jetty-maven-plugin", "11.0.24");
        String generation = serve.family() == ServletFamily.JAKARTA_5 ? "ee9" : "ee10";
        return new Coordinates("org.eclipse.jetty." + generation, "jetty-" + generation + "-maven-plugin", "12.0.15");
    }

    /** Runs builds of other tools before anything is packed. */
    PomElement embedded(BuildModule module) {
        PomElement executions = new PomElement("executions");
        for (EmbeddedBuild inner : module.embedded()) {
            String name = HYPHEN_ENDS
                    .matcher(NO_NAME_PARTS.matcher(inner.folder()).replaceAll("-"))
                    .replaceAll("");
            for (List<String> command : inner.commands()) {
                String id = name + "-"
                        + NO_NAME_PARTS
                                .matcher(command.get(command.size() > 2 ? 2 : 1))
                                .replaceAll("");
                PomElement configuration = new PomElement("configuration")
                        .add("workingDirectory", "${project.basedir}/" + inner.folder())
                        .add("executable", command.get(0))
                        .addList("arguments", "argument", command.subList(1, command.size()));
                executions.add(new PomElement("execution")
                        .add("id", id)
                        .add("phase", "generate-resources")
                        .addList("goals", "goal", List.of("exec"))
                        .add(configuration));
            }
        }
        return PomElement.plugin(EXEC).add(executions);
    }

    /** The command that starts a module's product. */
    static String command(JvmBuild build, BuildModule module, Launch launch) {
        String artifact = plugin(launch).artifact();
        // the server's plug-ins differ by generation and share their prefix
        String prefix = launch instanceof Launch.Serve ? "jetty" : artifact.replace("-maven-plugin", "");
        String goal = artifact.equals(EXEC.artifact()) ? "java" : "run";
        boolean compiles = !artifact.equals(EXEC.artifact());
        String phase = !module.classPath().modules().isEmpty() ? "package " : compiles ? "" : "compile ";
        String only = build.isSingle() ? "" : " -pl " + module.folder() + " -am";
        return "mvn " + phase + prefix + ":" + goal + only;
    }

    /** What the plug-in management says: with several modules, that nothing is started unless a module says so. */
    List<PomElement> managed() {
        if (build.isSingle())
            return build.modules()
                    .get(0)
                    .launch()
                    .map(launch -> List.of(configured(launch)))
                    .orElse(List.of());
        Map<String, PomElement> skipped = new LinkedHashMap<>();
        for (BuildModule module : build.modules()) {
            module.launch().ifPresent(launch -> {
                PomElement plugin = PomElement.plugin(plugin(launch))
                        .add(configuration(launch).add("skip", "true"));
                StringBuilder text = new StringBuilder();
                plugin.write(text, "");
                skipped.putIfAbsent(text.toString(), plugin);
            });
        }
        return List.copyOf(skipped.values());
    }

    /** The plug-in of one of several modules. */
    Optional<PomElement> own(BuildModule module) {
        return module.launch().map(launch -> new PomElement("plugin")
                .add("groupId", plugin(launch).group())
                .add("artifactId", plugin(launch).artifact())
                .add(configuration(launch).add("skip", "false")));
    }

    private static PomElement configured(Launch launch) {
        return PomElement.plugin(plugin(launch)).add(configuration(launch));
    }

    private static PomElement configuration(Launch launch) {
        PomElement configuration = new PomElement("configuration");
        if (launch instanceof Launch.MainClass main) return configuration.add("mainClass", main.name());
        String contextPath = "/" + ((Launch.Serve) launch).contextPath();
        return configuration.add(new PomElement("webApp").add("contextPath", contextPath));
    }

    /** A second archive that contains the libraries: as the framework starts it, else unpacked. */
    PomElement withLibraries(BuildModule module, String name) {
        Optional<Launch> framework =
                module.launch().filter(launch -> plugin(launch).artifact().equals(FRAMEWORK));
        return framework.isPresent() ? repackaged(plugin(framework.get())) : shaded(module, name);
    }

    private static PomElement repackaged(Coordinates framework) {
        return PomElement.plugin(framework)
                .add(new PomElement("executions")
                        .add(new PomElement("execution")
                                .addList("goals", "goal", List.of("repackage"))
                                .add(new PomElement("configuration").add("classifier", Launch.Framework.CLASSIFIER))));
    }

    private PomElement shaded(BuildModule module, String name) {
        // service files of several libraries are merged; signatures are valid for the single jars only
        PomElement transformers = new PomElement("transformers").add(transformer("ServicesResourceTransformer"));
        boolean spring = module.classPath().declared().stream()
                .anyMatch(dependency -> dependency.coordinates().group().startsWith("org.springframework"));
        if (spring)
            APPENDED.forEach(
                    file -> transformers.add(transformer("AppendingTransformer").add("resource", file)));
        PomElement configuration = new PomElement("configuration")
                .add(
                        "outputFile",
                        "${project.build.directory}/"
                                + name.replace(build.coordinates().version(), "${project.version}") + ".jar")
                // else a build would leave a second descriptor beside the first
                .add("createDependencyReducedPom", "false")
                .add(transformers)
                .add(new PomElement("filters")
                        .add(new PomElement("filter")
                                .add("artifact", "*:*")
                                .addList(
                                        "excludes",
                                        "exclude",
                                        List.of("META-INF/*.SF", "META-INF/*.DSA", "META-INF/*.RSA"))));
        return new PomElement("plugin")
                .add("artifactId", "maven-shade-plugin")
                .add("version", "3.6.0")
                .add(new PomElement("executions")
                        .add(new PomElement("execution")
                                .add("phase", "package")
                                .addList("goals", "goal", List.of("shade"))
                                .add(configuration)));
    }

    private static PomElement transformer(String name) {
        return new PomElement("transformer")
                .attribute("implementation", "org.apache.maven.plugins.shade.resource." + name);
    }
}
