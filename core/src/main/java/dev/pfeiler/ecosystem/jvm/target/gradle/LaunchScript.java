package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.Launch;
import dev.pfeiler.ecosystem.jvm.model.ServletFamily;
import java.util.List;
import java.util.Map;

/** How a module's product is started during development. */
final class LaunchScript {
    static final String SERVE = "serve";
    private static final String SERVER = "server";

    private final JvmBuild build;
    private final BuildModule module;
    private final Dialect dialect;

    LaunchScript(JvmBuild build, BuildModule module, Dialect dialect) {
        this.build = build;
        this.module = module;
        this.dialect = dialect;
    }

    /** What starts a product. */
    static String launcher(Launch launch) {
        if (launch instanceof Launch.Serve serve) {
            Coordinates server = server(serve.family());
            return server.artifact() + " " + server.version();
        }
        return "application";
    }

    /** A program that serves a web archive given to it, with a server of the right generation. */
    private static Coordinates server(ServletFamily family) {
        String version =
                switch (family) {
                    case JAVAX -> "9.0.96.1";
                    case JAKARTA_5 -> "10.0.27.1";
                    case JAKARTA -> "10.1.31.0";
                };
        return new Coordinates("com.heroku", "webapp-runner", version);
    }

    /** The server: the name of its configuration, with its artifact. */
    static Map<String, Coordinates> tools(BuildModule module) {
        return module.launch()
                .filter(Launch.Serve.class::isInstance)
                .map(launch -> Map.of(SERVER, server(((Launch.Serve) launch).family())))
                .orElse(Map.of());
    }

    static String command(JvmBuild build, BuildModule module, Launch launch) {
        String task = launch instanceof Launch.Serve ? SERVE : "run";
        return "gradle " + (build.isSingle() ? "" : ":" + module.artifact() + ":") + task;
    }

    void write(Script script) {
        module.launch().ifPresent(launch -> {
            if (launch instanceof Launch.Serve serve) serve(script, serve);
            else script.section(s -> program(s, (Launch.MainClass) launch));
        });
    }

    private void program(Script script, Launch.MainClass main) {
        List<String> arguments = ManifestScript.arguments(module);
        String list = dialect.syntax().strings(arguments);
        boolean lazy = dialect.version().hasLazyProperties();
        if (!lazy && !dialect.kotlin()) {
            script.line("mainClassName = " + dialect.string(main.name()));
            if (!arguments.isEmpty()) script.line("applicationDefaultJvmArgs = " + list);
            return;
        }
        script.block("application", s -> {
            s.line(lazy ? dialect.mainClass(main.name()) : "mainClassName = " + dialect.string(main.name()));
            if (!arguments.isEmpty()) s.line("applicationDefaultJvmArgs = " + list);
        });
    }

    private void serve(Script script, Launch.Serve serve) {
        String archive = "build/libs/" + module.archive(build.coordinates().version());
        script.section(s -> dialect.task(s, SERVE, "JavaExec", t -> {
            t.line(dialect.call("dependsOn", dialect.string("war")));
            t.line("classpath = " + dialect.configuration(SERVER, true));
            t.line(dialect.mainClass("webapp.runner.launch.Main"));
            t.line(dialect.syntax().texts("args", "--path", "/" + serve.contextPath(), archive));
        }));
    }
}
