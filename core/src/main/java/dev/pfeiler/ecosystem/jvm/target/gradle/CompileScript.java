package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.CompiledLanguage;
import dev.pfeiler.ecosystem.jvm.model.CompilerSettings;
import dev.pfeiler.ecosystem.jvm.model.Filtering;
import dev.pfeiler.ecosystem.jvm.model.Resources;
import dev.pfeiler.ecosystem.jvm.model.SourceSet;
import dev.pfeiler.ecosystem.jvm.wiring.BuildTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/** How a module's sources are compiled and its resources copied. Source: "Building Java projects" in Gradle's manual. */
final class CompileScript {
    private static final Pattern LIST = Pattern.compile("^listOf");

    private static final String MAIN_SOURCES = "src/main/java";
    private static final String TEST_SOURCES = "src/test/java";
    private static final String MAIN_RESOURCES = "src/main/resources";
    private static final String TEST_RESOURCES = "src/test/resources";
    private static final String FILL = "fillTemplates";
    private static final String FILLED = "generated/sources/templates";
    private static final String TEMPLATES = "src/main/java-templates";

    private static final String COMPILE = "JavaCompile";

    private final Dialect dialect;

    private final LanguageScript languages;

    CompileScript(Dialect dialect) {
        this.dialect = dialect;
        this.languages = new LanguageScript(dialect);
    }

    /**
     * The level, where the release option of Java's compiler does not select it.
     *
     * @param further whether compilers of other languages have to know it, too
     */
    void level(Script script, CompilerSettings compiler, boolean further) {
        if (compiler.release() && !further) return;
        boolean extension = dialect.version().hasJavaExtension();
        String version = "JavaVersion.VERSION_" + (compiler.level() <= 10 ? "1_" + compiler.level() : compiler.level());
        String level = extension || dialect.kotlin()
                ? version
                : dialect.string(compiler.level() <= 8 ? "1." + compiler.level() : String.valueOf(compiler.level()));
        if (extension || dialect.kotlin()) script.block("java", s -> s.line("sourceCompatibility = " + level));
        else script.line("sourceCompatibility = " + level);
    }

    /** Encoding and arguments of all compilations. */
    void settings(Script script, CompilerSettings compiler) {
        script.block(dialect.syntax().each(dialect.version(), COMPILE), s -> {
            s.line(encoding(compiler));
            release(s, compiler);
            arguments(s, compiler, true);
        });
    }

    /** The settings of a module, as far as they are not those that hold for all. */
    void settings(Script script, CompilerSettings own, CompilerSettings shared) {
        script.block(dialect.syntax().each(dialect.version(), COMPILE), s -> {
            if (!own.encoding().equals(shared.encoding())) s.line(encoding(own));
            if (own.level() != shared.level() || own.release() != shared.release()) release(s, own);
            boolean same =
                    own.arguments().equals(shared.arguments()) && arguments(own).equals(arguments(shared));
            if (!same) arguments(s, own, false);
        });
    }

    private String encoding(CompilerSettings compiler) {
        return "options.encoding = " + dialect.string(compiler.encoding());
    }

    private void release(Script script, CompilerSettings compiler) {
        if (compiler.release() && dialect.version().hasReleaseOption())
            script.line(dialect.lazy("options.release", String.valueOf(compiler.level())));
    }

    /** The arguments that are passed on as they are. */
    private List<String> arguments(CompilerSettings compiler) {
        List<String> arguments = new ArrayList<>();
        if (compiler.release() && !dialect.version().hasReleaseOption())
            arguments.addAll(List.of(CompilerSettings.RELEASE, String.valueOf(compiler.level())));
        compiler.arguments().stream().filter(one -> !one.startsWith("-g:")).forEach(arguments::add);
        return arguments;
    }

    /** @param added whether the arguments are added to those that are there, and do not take their place */
    private void arguments(Script script, CompilerSettings compiler, boolean added) {
        for (String argument : compiler.arguments()) {
            if (argument.equals("-g:none"))
                script.line("options." + (dialect.kotlin() ? "isDebug" : "debug") + " = false");
            else if (argument.startsWith("-g:"))
                script.line("options.debugOptions.debugLevel = " + dialect.string(argument.substring(3)));
        }
        List<String> others = arguments(compiler);
        String list = dialect.syntax().strings(others);
        if (!added)
            script.line("options.compilerArgs = "
                    + (dialect.kotlin() ? LIST.matcher(list).replaceFirst("mutableListOf") : list));
        else if (!others.isEmpty())
            script.line(
                    dialect.kotlin() ? "options.compilerArgs.addAll(" + list + ")" : "options.compilerArgs += " + list);
    }

    /** The folders of sources and resources, as far as they are not Gradle's own. */
    void sourceSets(Script script, BuildModule module) {
        Map<String, String> generated = new LinkedHashMap<>(GeneratorScript.folders(module));
        if (module.filtering().templates()) generated.put(FILLED, FILL);
        script.block("sourceSets", s -> {
            s.block("main", t -> {
                languages.folders(
                        t, module, CompiledLanguage::main, module.sources().main(), "main");
                java(t, module, module.sources().main(), MAIN_SOURCES, generated);
                resources(t, module.sources().main(), MAIN_RESOURCES);
            });
            s.block("test", t -> {
                languages.folders(
                        t, module, CompiledLanguage::test, module.sources().test(), "test");
                java(t, module, module.sources().test(), TEST_SOURCES, Map.of());
                resources(t, module.sources().test(), TEST_RESOURCES);
            });
        });
    }

    /** @param generated folders below that of the build, with the tasks that write them */
    private void java(Script script, BuildModule module, SourceSet set, String usual, Map<String, String> generated) {
        script.block("java", s -> {
            if (LanguageScript.joint(module).isPresent()) {
                // the compiler of the other language compiles these as well
                s.line(dialect.folders(List.of()));
                return;
            }
            if (!set.folders().equals(List.of(usual)) && !set.folders().isEmpty())
                s.line(dialect.folders(set.folders()));
            SelectionScript.write(s, set.includes(), set.excludes(), dialect);
            generated.forEach((folder, task) -> s.line(dialect.call(
                    "srcDir", "files(" + dialect.built(folder) + ").builtBy(" + dialect.string(task) + ")")));
        });
    }

    /** Resources of a single folder are its source set's; those of several have filters of their own and are copied. */
    private void resources(Script script, SourceSet set, String usual) {
        List<Resources> resources = set.resources();
        if (isPlain(resources)) {
            script.block("resources", s -> {
                if (resources.isEmpty() || resources.equals(List.of(Resources.of(usual)))) return;
                Resources one = resources.get(0);
                if (!one.folder().equals(usual)) s.line(dialect.folders(List.of(one.folder())));
                SelectionScript.write(s, one.includes(), one.excludes(), dialect);
            });
        } else if (resources.stream().noneMatch(one -> one.equals(Resources.of(usual))))
            script.block("resources", s -> s.line(dialect.folders(List.of())));
    }

    private static boolean isPlain(List<Resources> resources) {
        return resources.size() < 2
                && resources.stream().allMatch(one -> one.target().isEmpty());
    }

    /** Copies further resources, and replaces text in some. */
    void processing(Script script, BuildModule module, ArchiveScript archives) {
        script.section(s -> dialect.existing(s, "processResources", "ProcessResources", t -> {
            further(t, module.sources().main(), MAIN_RESOURCES, archives);
            filtered(t, module.filtering());
        }));
        script.section(s -> dialect.existing(
                s,
                "processTestResources",
                "ProcessResources",
                t -> further(t, module.sources().test(), TEST_RESOURCES, archives)));
        if (module.filtering().templates()) templates(script, module.filtering());
    }

    private void further(Script script, SourceSet set, String usual, ArchiveScript archives) {
        if (isPlain(set.resources())) return;
        set.resources().stream()
                .filter(one -> !one.equals(Resources.of(usual)))
                .forEach(one -> archives.from(script, one));
    }

    private void filtered(Script script, Filtering filtering) {
        if (filtering.resources().isEmpty()) return;
        String files = filtering.resources().size() == 1
                ? dialect.string(filtering.resources().get(0))
                : dialect.syntax().strings(filtering.resources());
        script.block("filesMatching(" + files + ")", s -> replaced(s, filtering));
    }

    private void replaced(Script script, Filtering filtering) {
        Map<String, String> tokens = new LinkedHashMap<>();
        filtering.values().forEach((name, value) -> tokens.put(name, dialect.dated(value)));
        for (String delimiter : filtering.delimiters()) {
            int star = delimiter.indexOf('*');
            String begin = star < 0 ? delimiter : delimiter.substring(0, star);
            String end = star < 0 ? delimiter : delimiter.substring(star + 1);
            Map<String, String> arguments = new LinkedHashMap<>();
            arguments.put("tokens", dialect.syntax().entries(tokens));
            if (!begin.equals("@")) arguments.put("beginToken", dialect.string(begin));
            if (!end.equals("@")) arguments.put("endToken", dialect.string(end));
            if (dialect.kotlin()) {
                List<String> pairs = new ArrayList<>();
                arguments.forEach((name, value) -> pairs.add(dialect.string(name) + " to " + value));
                script.line("filter<ReplaceTokens>(" + String.join(", ", pairs) + ")");
            } else {
                List<String> pairs = new ArrayList<>();
                arguments.forEach((name, value) -> pairs.add(name + ": " + value));
                script.line("filter " + String.join(", ", pairs) + ", ReplaceTokens");
            }
        }
    }

    /** Whether a script has to import what replaces text. */
    static boolean replaces(BuildModule module) {
        return !module.filtering().resources().isEmpty() || module.filtering().templates();
    }

    private void templates(Script script, Filtering filtering) {
        script.section(s -> {
            s.comment("sources that are compiled after names in them have been replaced");
            dialect.task(s, FILL, "Copy", t -> {
                t.line(dialect.call("from", dialect.string(TEMPLATES)));
                t.line(dialect.call("into", dialect.built(FILLED)));
                replaced(t, filtering);
            });
        });
    }

    /** Looks for annotation processors where the old build did. */
    void processors(Script script, BuildModule module) {
        boolean own =
                !module.classPath().processors().isEmpty() && !dialect.version().hasProcessorPath();
        boolean among = module.classPath().processorsAmongLibraries()
                && dialect.version().hasProcessorPath();
        if (!own && !among) return;
        String path = own
                ? dialect.configuration("annotationProcessor", true)
                : dialect.sourceSet("main") + ".compileClasspath";
        script.section(s -> dialect.existing(s, "compileJava", COMPILE, t -> {
            if (among) t.comment("libraries that the program uses contain annotation processors as well");
            t.line("options.annotationProcessorPath = " + path);
        }));
    }

    /** Compiles a module with its libraries on the module path, which early releases do not do themselves. */
    void modulePath(Script script, BuildModule module) {
        if (!module.modular() || dialect.version().infersModulePath()) return;
        script.section(s -> dialect.existing(
                s,
                "compileJava",
                COMPILE,
                t -> t.block("doFirst", u -> {
                    u.line(
                            dialect.kotlin()
                                    ? "options.compilerArgs.addAll(listOf(\"--module-path\", classpath.asPath))"
                                    : "options.compilerArgs += ['--module-path', classpath.asPath]");
                    u.line("classpath = files()");
                })));
    }

    /** The types that a script names, beside those that every script knows. */
    List<String> imports(BuildModule module) {
        List<String> types = new ArrayList<>();
        if (module.datedTexts().anyMatch(BuildTime::isIn)) {
            types.add("java.text.SimpleDateFormat");
            // Groovy knows it without
            if (dialect.kotlin()) types.add("java.util.Date");
        }
        if (replaces(module)) types.add("org.apache.tools.ant.filters.ReplaceTokens");
        return types;
    }
}
