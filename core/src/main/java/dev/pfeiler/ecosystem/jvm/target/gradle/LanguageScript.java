package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.CompiledLanguage;
import dev.pfeiler.ecosystem.jvm.model.CompilerSettings;
import dev.pfeiler.ecosystem.jvm.model.SourceSet;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * How languages beside Java are compiled. Source: "The Groovy plugin" and "The Scala plugin" in Gradle's user manual;
 * "Configure a Gradle project" in the Kotlin documentation.
 */
final class LanguageScript {
    private static final String KOTLIN_TASK = "org.jetbrains.kotlin.gradle.tasks.KotlinCompile";
    private static final Map<String, String> COMPILER_PLUGINS = Map.of(
            "allopen", "allOpen",
            "noarg", "noArg",
            "sam-with-receiver", "samWithReceiver");

    private final Dialect dialect;

    /** Writes the settings of a language's compiler. */
    private interface Settings {
        void write(Script script, CompiledLanguage compiled, CompilerSettings compiler);
    }

    LanguageScript(Dialect dialect) {
        this.dialect = dialect;
    }

    /** The statements that apply the plug-ins of a language. */
    List<String> plugins(CompiledLanguage compiled) {
        List<String> lines = new ArrayList<>();
        String id = compiled.language().id();
        // the plug-in of one language comes in the version of the language, the others with the tool
        if (compiled.language() != JvmLanguage.KOTLIN) return List.of(dialect.kotlin() ? id : "id '" + id + "'");
        String version = KotlinPlugin.of(compiled, dialect.version()).release().text();
        lines.add(versioned(dialect.kotlin() ? "kotlin(\"jvm\")" : "id 'org.jetbrains.kotlin.jvm'", version));
        for (String plugin : compiled.plugins().keySet())
            lines.add(versioned(
                    dialect.kotlin()
                            ? "kotlin(\"plugin." + plugin + "\")"
                            : "id 'org.jetbrains.kotlin.plugin." + plugin + "'",
                    version));
        return lines;
    }

    private String versioned(String plugin, String version) {
        return plugin + " version " + dialect.string(version);
    }

    /** Whether sources in Java are compiled by the compiler of another language. */
    static Optional<CompiledLanguage> joint(BuildModule module) {
        return module.languages().stream()
                .filter(compiled -> compiled.joint() && compiled.language() != JvmLanguage.KOTLIN)
                .findFirst();
    }

    /** The folders of a language in a source set, as far as they are not Gradle's own. */
    void folders(
            Script script,
            BuildModule module,
            Function<CompiledLanguage, List<String>> own,
            SourceSet java,
            String set) {
        for (CompiledLanguage compiled : module.languages()) {
            List<String> folders = new ArrayList<>(own.apply(compiled));
            List<String> usual =
                    List.of("src/" + set + "/" + compiled.language().id());
            if (joint(module).equals(Optional.of(compiled)))
                java.folders().stream()
                        .filter(folder -> !folders.contains(folder))
                        .forEach(folders::add);
            if (folders.isEmpty() || folders.equals(usual)) continue;
            script.block(compiled.language().id(), s -> s.line(dialect.folders(folders)));
        }
    }

    void write(Script script, CompiledLanguage compiled, CompilerSettings compiler) {
        Settings settings = Map.<JvmLanguage, Settings>of(
                        JvmLanguage.KOTLIN,
                        this::kotlin,
                        JvmLanguage.GROOVY,
                        this::groovy,
                        JvmLanguage.SCALA,
                        this::scala)
                .get(compiled.language());
        script.section(s -> settings.write(s, compiled, compiler));
        compiled.plugins().forEach((plugin, options) -> {
            String extension = COMPILER_PLUGINS.get(plugin);
            if (extension != null)
                script.section(s -> s.block(extension, t -> options.forEach(option -> t.line(option(option)))));
        });
    }

    private String option(String option) {
        int equals = option.indexOf('=');
        String name = equals < 0 ? option : option.substring(0, equals);
        return dialect.call(name, dialect.string(option.substring(equals + 1)));
    }

    private void kotlin(Script script, CompiledLanguage compiled, CompilerSettings compiler) {
        String arguments = dialect.syntax().strings(compiled.arguments());
        KotlinPlugin plugin = KotlinPlugin.of(compiled, dialect.version());
        boolean stated = compiled.arguments().contains("-language-version");
        Optional<String> version = plugin.languageVersion().filter(v -> !stated);
        String target = compiled.compiler().target().of(plugin.release(), compiled.levelBeside(compiler.level()));
        if (plugin.release().before(2, 0)) {
            script.block(dialect.syntax().each(dialect.version(), KOTLIN_TASK), s -> {
                s.line("kotlinOptions.jvmTarget = " + dialect.string(target));
                version.ifPresent(v -> s.line("kotlinOptions.languageVersion = " + dialect.string(v))
                        .line("kotlinOptions.apiVersion = " + dialect.string(v)));
                if (!compiled.arguments().isEmpty()) s.line("kotlinOptions.freeCompilerArgs = " + arguments);
            });
            return;
        }
        String level = "JVM_" + target.replace('.', '_');
        script.block(
                "kotlin",
                s -> s.block("compilerOptions", t -> {
                    t.line(dialect.lazy("jvmTarget", "org.jetbrains.kotlin.gradle.dsl.JvmTarget." + level));
                    version.map(v -> "org.jetbrains.kotlin.gradle.dsl.KotlinVersion.KOTLIN_" + v.replace('.', '_'))
                            .ifPresent(v ->
                                    t.line(dialect.lazy("languageVersion", v)).line(dialect.lazy("apiVersion", v)));
                    if (!compiled.arguments().isEmpty()) t.line("freeCompilerArgs.addAll(" + arguments + ")");
                }));
    }

    private void groovy(Script script, CompiledLanguage compiled, CompilerSettings compiler) {
        script.block(dialect.syntax().each(dialect.version(), "GroovyCompile"), s -> {
            // these releases look for the compiler's library under the name that it had before
            if (!compiled.before(4, 0) && !dialect.version().atLeast(7, 3))
                s.line("groovyClasspath = " + dialect.configuration("compileClasspath", false));
            s.line("options.encoding = " + dialect.string(compiler.encoding()));
            s.line("groovyOptions.encoding = " + dialect.string(compiler.encoding()));
            List<String> given = compiled.arguments();
            boolean parameters = given.contains("--parameters") || given.contains("-pa");
            if (parameters && dialect.version().atLeast(6, 1))
                s.line("groovyOptions." + (dialect.kotlin() ? "isParameters" : "parameters") + " = true");
            if (given.contains("--indy") || given.contains("-indy"))
                s.line("groovyOptions.optimizationOptions" + (dialect.kotlin() ? "[\"indy\"] = true" : ".indy = true"));
            int at = given.indexOf("--configscript");
            if (at >= 0 && at + 1 < given.size())
                s.line("groovyOptions.configurationScript = file(" + dialect.string(given.get(at + 1)) + ")");
        });
    }

    private void scala(Script script, CompiledLanguage compiled, CompilerSettings compiler) {
        List<String> arguments = new ArrayList<>(compiled.levelArguments(compiled.levelBeside(compiler.level())));
        arguments.addAll(compiled.arguments());
        script.block(dialect.syntax().each(dialect.version(), "ScalaCompile"), s -> {
            s.line("scalaCompileOptions.encoding = " + dialect.string(compiler.encoding()));
            s.line("scalaCompileOptions.additionalParameters = "
                    + dialect.syntax().strings(arguments));
        });
    }
}
