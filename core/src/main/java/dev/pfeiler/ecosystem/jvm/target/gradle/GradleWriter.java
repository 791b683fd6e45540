package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import java.util.SortedMap;
import java.util.TreeMap;

/** Writes the scripts of a build, the same bytes for the same value. Source: Gradle's user manual and DSL reference. */
final class GradleWriter {
    private static final String BUILD = "build";
    private static final String SETTINGS = "settings";

    private GradleWriter() {}

    /** The script at the top of a project that says most. */
    static String descriptor(ScriptSyntax syntax) {
        return syntax.file(BUILD);
    }

    static SortedMap<String, String> write(JvmBuild build, Dialect dialect) {
        SortedMap<String, String> scripts = new TreeMap<>();
        ScriptSyntax syntax = dialect.syntax();
        scripts.put(syntax.file(SETTINGS), settings(build, dialect));
        ModuleScript writer = new ModuleScript(build, dialect);
        for (BuildModule module : build.modules()) scripts.put(module.path(syntax.file(BUILD)), writer.of(module));
        if (build.isSingle()) return scripts;
        if (!dialect.version().hasConventionPlugins()) {
            scripts.put(syntax.file("gradle/" + ModuleScript.CONVENTIONS), writer.conventions());
            return scripts;
        }
        scripts.put(syntax.file("buildSrc/" + BUILD), conventionBuild(dialect));
        scripts.put(
                syntax.file("buildSrc/src/main/" + syntax.key() + "/" + ModuleScript.CONVENTIONS),
                writer.conventions());
        return scripts;
    }

    private static String settings(JvmBuild build, Dialect dialect) {
        Script script = new Script();
        boolean kotlin = build.modules().stream()
                .flatMap(module -> module.languages().stream())
                .anyMatch(compiled -> compiled.language() == JvmLanguage.KOTLIN);
        // the public repository has the plug-in in the versions that later portals have dropped, too
        if (kotlin)
            script.block(
                    "pluginManagement",
                    s -> s.block("repositories", t -> t.line("mavenCentral()").line("gradlePluginPortal()")));
        script.section(s -> s.line(
                "rootProject.name = " + dialect.string(build.coordinates().artifact())));
        if (build.isSingle()) return script.toString();
        script.section(s -> {
            for (BuildModule module : build.modules()) s.line(dialect.syntax().texts("include", module.artifact()));
        });
        script.section(s -> {
            for (BuildModule module : build.modules()) {
                if (module.folder().equals(module.artifact())) continue;
                s.line("project(" + dialect.string(":" + module.artifact()) + ").projectDir = file("
                        + dialect.string(module.folder()) + ")");
            }
        });
        return script.toString();
    }

    /** The build of the plug-in that holds the conventions. */
    private static String conventionBuild(Dialect dialect) {
        Script script = new Script();
        script.block("plugins", s -> s.line(dialect.kotlin() ? "`kotlin-dsl`" : "id 'groovy-gradle-plugin'"));
        if (dialect.kotlin()) script.section(s -> s.block("repositories", t -> t.line("gradlePluginPortal()")));
        return script.toString();
    }
}
