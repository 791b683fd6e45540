package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.ProjectRepository;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.CompilerSettings;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.Launch;
import dev.pfeiler.ecosystem.jvm.model.Packaging;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Writes the build script of a module, and the script of what several modules share. */
final class ModuleScript {
    /** The plug-in, or the script, of what several modules share. */
    static final String CONVENTIONS = "java-conventions";

    private final JvmBuild build;
    private final Dialect dialect;
    private final CompileScript compile;
    private final LanguageScript languages;

    ModuleScript(JvmBuild build, Dialect dialect) {
        this.build = build;
        this.dialect = dialect;
        this.compile = new CompileScript(dialect);
        this.languages = new LanguageScript(dialect);
    }

    /** The script of a module, whole. */
    String of(BuildModule module) {
        Script script = new Script();
        boolean conventional = !build.isSingle() && module.product().packaging() != Packaging.EAR;
        compile.imports(module).forEach(type -> script.line("import " + type));
        script.section(
                s -> s.block("plugins", t -> plugins(module, conventional).forEach(t::line)));
        if (conventional && !dialect.version().hasConventionPlugins()) script.section(s -> s.line(applied()));
        if (!conventional) script.section(this::coordinates);
        boolean further = !module.languages().isEmpty();
        boolean ownLevel = build.isSingle()
                || further && build.compiler(module).release()
                || module.compiler().filter(own -> !sameLevel(own)).isPresent();
        if (ownLevel) script.section(s -> compile.level(s, build.compiler(module), further));
        if (!conventional) script.section(this::repositories);
        TestScript tests = new TestScript(module, dialect);
        Map<String, Coordinates> tools = new LinkedHashMap<>(GeneratorScript.tools(module));
        tools.putAll(LaunchScript.tools(module));
        tools.putAll(tests.tools());
        new DependencyScript(build, module, dialect).write(script, tools);
        script.section(s -> compile.sourceSets(s, module));
        if (build.isSingle()) script.section(s -> compile.settings(s, build.compiler()));
        else module.compiler().ifPresent(own -> script.section(s -> compile.settings(s, own, build.compiler())));
        module.languages().forEach(compiled -> languages.write(script, compiled, build.compiler(module)));
        compile.processors(script, module);
        compile.modulePath(script, module);
        ArchiveScript archives = new ArchiveScript(build, module, dialect);
        compile.processing(script, module, archives);
        new GeneratorScript(dialect).write(script, module);
        tests.write(script);
        if (build.isSingle()) documentation(script);
        archives.write(script);
        new LaunchScript(build, module, dialect).write(script);
        return script.toString();
    }

    private boolean sameLevel(CompilerSettings own) {
        return own.level() == build.compiler().level()
                && own.release() == build.compiler().release();
    }

    private String applied() {
        String path = dialect.syntax().file("gradle/" + CONVENTIONS);
        return dialect.kotlin()
                ? "apply(from = rootProject.file(" + dialect.string(path) + "))"
                : "apply from: rootProject.file(" + dialect.string(path) + ")";
    }

    private List<String> plugins(BuildModule module, boolean conventional) {
        List<String> ids = new ArrayList<>();
        if (conventional && dialect.version().hasConventionPlugins()) ids.add(CONVENTIONS);
        boolean api = new DependencyScript(build, module, dialect).hasApi();
        boolean program = module.launch().flatMap(Launch::mainClass).isPresent();
        switch (module.product().packaging()) {
            case WAR -> ids.add("war");
            case EAR -> ids.add("ear");
            case JAR -> {
                if (api) ids.add("java-library");
                if (program) ids.add("application");
                if (!api && !program && !ids.contains(CONVENTIONS)) ids.add("java");
            }
        }
        List<String> lines = new ArrayList<>(ids.stream().map(this::plugin).toList());
        module.languages().forEach(compiled -> lines.addAll(languages.plugins(compiled)));
        return lines;
    }

    private String plugin(String id) {
        if (!dialect.kotlin()) return "id '" + id + "'";
        if (id.equals(CONVENTIONS)) return "id(\"" + id + "\")";
        return id.contains("-") ? "`" + id + "`" : id;
    }

    private void coordinates(Script script) {
        script.line("group = " + dialect.string(build.coordinates().group()));
        script.line("version = " + dialect.string(build.coordinates().version()));
    }

    private void repositories(Script script) {
        script.block("repositories", s -> {
            if (build.hasProjectRepository())
                repository(s, "rootProject.file(" + dialect.string(ProjectRepository.FOLDER) + ")");
            s.line("mavenCentral()");
            for (Repositories.Place place : build.repositories()) repository(s, dialect.string(place.url()));
        });
    }

    private void repository(Script script, String place) {
        String url = place.startsWith("rootProject") ? place : "uri(" + place + ")";
        if (dialect.kotlin() && place.startsWith("rootProject")) url = "uri(" + place + ")";
        String value = url;
        script.block("maven", s -> s.line("url = " + value));
    }

    /** What several modules share. */
    String conventions() {
        Script script = new Script();
        if (dialect.version().hasConventionPlugins())
            script.section(s -> s.block("plugins", t -> t.line(plugin("java"))));
        else script.line(dialect.kotlin() ? "apply(plugin = \"java\")" : "apply plugin: 'java'");
        script.section(this::coordinates);
        script.section(s -> compile.level(s, build.compiler(), false));
        script.section(this::repositories);
        script.section(s -> compile.settings(s, build.compiler()));
        documentation(script);
        return script.toString();
    }

    private void documentation(Script script) {
        boolean handedOn = build.modules().stream().anyMatch(BuildModule::packsDocumentation);
        if (build.documentation().isEmpty() && !handedOn) return;
        Script options = new Script();
        options.line("encoding = " + dialect.string(build.compiler().encoding()));
        build.documentation().forEach((name, value) -> option(options, name, value));
        if (handedOn && !build.documentation().containsKey("doclint")) option(options, "doclint", "none");
        script.section(s -> dialect.existing(s, "javadoc", "Javadoc", t -> {
            // like the old build, it goes on where a comment has errors
            if (handedOn) t.line((dialect.kotlin() ? "isFailOnError" : "failOnError") + " = false");
            if (dialect.kotlin()) t.block("(options as StandardJavadocDocletOptions).apply", options::copyTo);
            else t.block("options", options::copyTo);
        }));
    }

    private void option(Script script, String name, String value) {
        Map<String, String> texts = new LinkedHashMap<>();
        texts.put("windowtitle", "windowTitle");
        texts.put("doctitle", "docTitle");
        texts.put("header", "header");
        texts.put("footer", "footer");
        texts.put("bottom", "bottom");
        texts.put("docencoding", "docEncoding");
        texts.put("charset", "charSet");
        texts.put("locale", "locale");
        Map<String, String> flags = Map.of(
                "author", "author",
                "version", "version",
                "use", "use",
                "linksource", "linkSource",
                "nodeprecated", "noDeprecated");
        if (texts.containsKey(name)) script.line(texts.get(name) + " = " + dialect.string(value));
        else if (flags.containsKey(name))
            script.line((dialect.kotlin()
                            ? "is" + Character.toUpperCase(flags.get(name).charAt(0))
                                    + flags.get(name).substring(1)
                            : flags.get(name))
                    + " = true");
        else if (name.equals("links")) script.line(dialect.syntax().texts("links", List.of(value.split(" "))));
        else if (name.equals("show"))
            script.line("memberLevel = JavadocMemberLevel." + value.toUpperCase(java.util.Locale.ROOT));
        else if (name.equals("doclint"))
            script.line(dialect.call("addBooleanOption", dialect.string("Xdoclint:" + value), "true"));
    }
}
