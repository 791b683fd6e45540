package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.dependency.TestEngines;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.CompilerSettings;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.Filtering;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.Manifest;
import dev.pfeiler.ecosystem.jvm.model.Packaging;
import dev.pfeiler.ecosystem.jvm.model.PackedFiles;
import dev.pfeiler.ecosystem.jvm.model.PartialArchive;
import dev.pfeiler.ecosystem.jvm.model.Product;
import dev.pfeiler.ecosystem.jvm.model.SourceSet;
import dev.pfeiler.ecosystem.jvm.model.TestRunner;
import dev.pfeiler.ecosystem.jvm.model.TestSetup;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** The plug-ins of a build, with their configuration. Source: the documentation of each plug-in. */
final class PomPlugins {
    private static final Pattern DEBUG_LEVEL = Pattern.compile("-g:[a-z,]+");

    private static final String COMPILER = "maven-compiler-plugin";
    private static final String RESOURCES = "maven-resources-plugin";
    private static final String SUREFIRE = "maven-surefire-plugin";
    private static final String JAVADOC = "maven-javadoc-plugin";
    private static final Coordinates DEPENDENCY =
            new Coordinates("org.apache.maven.plugins", "maven-dependency-plugin", "3.8.1");

    private static final Coordinates BUILD_HELPER =
            new Coordinates("org.codehaus.mojo", "build-helper-maven-plugin", "3.6.0");

    private static final Coordinates TEMPLATES =
            new Coordinates("org.codehaus.mojo", "templating-maven-plugin", "3.0.0");
    private static final Map<String, String> RELEASES = Map.of(
            "maven-clean-plugin",
            "3.4.1",
            RESOURCES,
            "3.3.1",
            COMPILER,
            "3.14.0",
            SUREFIRE,
            "3.5.3",
            "maven-war-plugin",
            "3.4.0",
            "maven-jar-plugin",
            "3.4.2",
            "maven-ear-plugin",
            "3.3.0",
            JAVADOC,
            "3.11.2",
            "maven-install-plugin",
            "3.1.4",
            "maven-deploy-plugin",
            "3.1.4");
    /** Delimiters that need not be stated. */
    private static final Set<String> USUAL_DELIMITERS = Set.of("${*}", "@");

    private final JvmBuild build;
    private final SharedVersions versions;
    private final MavenLaunch launch;
    private final PomTimes times;

    PomPlugins(JvmBuild build, SharedVersions versions, PomTimes times) {
        this.build = build;
        this.versions = versions;
        this.times = times;
        this.launch = new MavenLaunch(build);
    }

    /** All plug-ins with their versions; with a single module, its configuration as well. */
    PomElement management(List<BuildModule> modules) {
        PomElement plugins = new PomElement("plugins");
        versions().forEach((name, version) -> {
            PomElement configuration = new PomElement("configuration");
            if (name.equals(COMPILER)) compiler(configuration, modules);
            if (name.equals(JAVADOC)) documentation(configuration);
            if (build.isSingle()) configure(configuration, name, modules.get(0));
            PomElement plugin = new PomElement("plugin")
                    .add("artifactId", name)
                    .add("version", version)
                    .addFilled(configuration);
            if (build.isSingle() && name.equals(SUREFIRE)) plugin.addFilled(providers(modules.get(0)));
            plugins.add(plugin);
        });
        launch.managed().forEach(plugins::add);
        return new PomElement("pluginManagement").add(plugins);
    }

    /** The plug-ins that a module lists itself; one of several modules configures the usual ones there, too. */
    List<PomElement> own(BuildModule module) {
        List<PomElement> plugins = new ArrayList<>();
        helper(module).ifPresent(plugins::add);
        if (module.filtering().templates()) plugins.add(templates(module.filtering()));
        plugins.addAll(MavenGenerators.plugins(module.generated()));
        plugins.addAll(new MavenLanguages(build, module).plugins());
        if (module.product() instanceof Product.Library library)
            library.whole().ifPresent(name -> plugins.add(launch.withLibraries(module, name)));
        if (!module.embedded().isEmpty()) plugins.add(launch.embedded(module));
        module.libraryFolder().ifPresent(folder -> plugins.add(libraries(folder)));
        if (module.packsDocumentation()) plugins.add(documented());
        new AssemblyWriter(build).plugin(module, times).ifPresent(plugins::add);
        if (build.isSingle()) return plugins;
        launch.own(module).ifPresent(plugins::add);
        for (String name : versions().keySet()) {
            PomElement configuration = new PomElement("configuration");
            configure(configuration, name, module);
            PomElement executions = new PomElement("executions");
            if (name.equals(archiver(Packaging.JAR)) && build.sharesTests(module))
                executions.add(new PomElement("execution").addList("goals", "goal", List.of("test-jar")));
            PomElement providers = name.equals(SUREFIRE) ? providers(module) : new PomElement("dependencies");
            if (configuration.isEmpty() && providers.isEmpty() && executions.isEmpty()) continue;
            plugins.add(new PomElement("plugin")
                    .add("artifactId", name)
                    .addFilled(executions)
                    .addFilled(configuration)
                    .addFilled(providers));
        }
        return plugins;
    }

    /** Copies the libraries that the program runs with beside its archive. */
    private static PomElement libraries(String folder) {
        PomElement configuration = new PomElement("configuration")
                .add("includeScope", "runtime")
                .add("outputDirectory", "${project.build.directory}" + (folder.isEmpty() ? "" : "/" + folder));
        return PomElement.packaging(DEPENDENCY, "libraries", "copy-dependencies", configuration);
    }

    /** Compiles sources from templates. */
    private static PomElement templates(Filtering filtering) {
        PomElement configuration = new PomElement("configuration");
        delimiters(configuration, filtering);
        return PomElement.plugin(TEMPLATES)
                .add(new PomElement("executions")
                        .add(new PomElement("execution")
                                .add("id", "filter-sources")
                                .addList("goals", "goal", List.of("filter-sources"))
                                .addFilled(configuration)));
    }

    private static void delimiters(PomElement configuration, Filtering filtering) {
        if (Set.copyOf(filtering.delimiters()).equals(USUAL_DELIMITERS)) return;
        configuration.add("useDefaultDelimiters", "false");
        configuration.addList("delimiters", "delimiter", filtering.delimiters());
    }

    /** Adds what Maven has no element for: source folders after the first, the time in further formats. */
    private Optional<PomElement> helper(BuildModule module) {
        PomElement executions = new PomElement("executions");
        times.further(executions, module);
        addSources(executions, "add-source", module.sources().main());
        addSources(executions, "add-test-source", module.sources().test());
        if (executions.isEmpty()) return Optional.empty();
        return Optional.of(PomElement.plugin(BUILD_HELPER).add(executions));
    }

    private static void addSources(PomElement executions, String goal, SourceSet set) {
        if (set.folders().size() < 2) return;
        List<String> further = set.folders().subList(1, set.folders().size()).stream()
                .map(PomPaths::path)
                .toList();
        executions.add(new PomElement("execution")
                .add("id", goal)
                .addList("goals", "goal", List.of(goal))
                .add(new PomElement("configuration").addList("sources", "source", further)));
    }

    private Map<String, String> versions() {
        Map<String, String> plugins = new LinkedHashMap<>();
        if (!build.brief()) add(plugins, "maven-clean-plugin");
        add(plugins, RESOURCES);
        add(plugins, COMPILER);
        add(plugins, SUREFIRE);
        if (build.makes(Packaging.WAR)) add(plugins, archiver(Packaging.WAR));
        if (build.makes(Packaging.JAR)) add(plugins, archiver(Packaging.JAR));
        if (build.makes(Packaging.EAR)) add(plugins, archiver(Packaging.EAR));
        boolean documented = build.modules().stream().anyMatch(BuildModule::packsDocumentation);
        if (documented || !build.documentation().isEmpty()) add(plugins, JAVADOC);
        if (!build.brief()) {
            add(plugins, "maven-install-plugin");
            add(plugins, "maven-deploy-plugin");
        }
        return plugins;
    }

    private static void add(Map<String, String> plugins, String artifact) {
        plugins.put(artifact, RELEASES.get(artifact));
    }

    /** The release of one of Maven's own plug-ins that is written. */
    static Optional<String> known(String artifact) {
        return Optional.ofNullable(RELEASES.get(artifact));
    }

    private static String archiver(Packaging packaging) {
        return "maven-" + packaging.word() + "-plugin";
    }

    /** Documents the sources before archives are made; like the old build, it goes on where a comment has errors. */
    private static PomElement documented() {
        return new PomElement("plugin")
                .add("artifactId", JAVADOC)
                .add(new PomElement("executions")
                        .add(new PomElement("execution")
                                .add("id", "documentation")
                                .add("phase", "prepare-package")
                                .addList("goals", "goal", List.of("javadoc-no-fork"))
                                .add(new PomElement("configuration")
                                        .add("doclint", "none")
                                        .add("failOnError", "false"))));
    }

    private void documentation(PomElement configuration) {
        build.documentation().forEach((name, value) -> {
            if (name.equals("links")) configuration.addList(name, "link", List.of(value.split(" ")));
            else configuration.add(name, value);
        });
    }

    private void compiler(PomElement configuration, List<BuildModule> modules) {
        if (modules.stream().anyMatch(module -> module.sources().packageDescriptions())) {
            // by default the plug-in compiles each package description to a class, which the compiler does not
            configuration.add("createMissingPackageInfoClass", "false");
        }
        arguments(configuration, build.compiler().arguments());
    }

    private static void arguments(PomElement configuration, List<String> arguments) {
        List<String> others = new ArrayList<>();
        for (String argument : arguments) {
            switch (argument) {
                case "-parameters" -> configuration.add("parameters", "true");
                case "-proc:none" -> configuration.add("proc", "none");
                case "-g:none" -> {
                    configuration.add("debug", "false");
                    others.add(argument);
                }
                default -> {
                    if (DEBUG_LEVEL.matcher(argument).matches()) configuration.add("debuglevel", argument.substring(3));
                    else others.add(argument);
                }
            }
        }
        configuration.addList("compilerArgs", "arg", others);
        if (others.stream().anyMatch(argument -> argument.startsWith("-Xlint")))
            configuration.add("showWarnings", "true");
    }

    private void configure(PomElement configuration, String plugin, BuildModule module) {
        if (plugin.equals(COMPILER)) {
            Optional<List<String>> arguments = module.compiler()
                    .map(CompilerSettings::arguments)
                    .filter(own -> !own.equals(build.compiler().arguments()));
            arguments.ifPresent(own -> arguments(configuration, own));
            if (arguments.filter(List::isEmpty).isPresent())
                configuration.add(new PomElement("compilerArgs").attribute("combine.self", "override"));
            configuration.addList("excludes", "exclude", module.sources().main().excludes());
            PomElement processors = new PomElement("annotationProcessorPaths");
            module.classPath().processors().stream()
                    .map(Dependency::coordinates)
                    .forEach(c -> processors.add(PomElement.artifact("path", c, versions.reference(c))));
            configuration.addFilled(processors);
            configuration.addList(
                    "testIncludes", "testInclude", module.sources().test().includes());
        }
        if (plugin.equals(RESOURCES) && !module.filtering().resources().isEmpty())
            delimiters(configuration, module.filtering());
        if (plugin.equals(SUREFIRE)) tests(configuration, module.tests());
        if (!plugin.equals(archiver(module.product().packaging()))) return;
        configuration
                .addList("includes", "include", module.selection().includes())
                .addList("excludes", "exclude", module.selection().excludes());
        if (module.product() instanceof Product.WebArchive web) web(configuration, web, module);
        if (module.product() instanceof Product.EnterpriseArchive archive) enterprise(configuration, archive, module);
        manifest(configuration, module);
    }

    private static void tests(PomElement configuration, TestSetup tests) {
        if (!tests.names().isEmpty()) {
            List<String> patterns = new ArrayList<>(SurefirePatterns.USUAL);
            tests.names().forEach(name -> patterns.add(SurefirePatterns.ofClass(name)));
            configuration.addList("includes", "include", patterns);
        }
        configuration.addList(
                "includes",
                "include",
                SurefirePatterns.ofClasses(tests.classes().includes()));
        configuration.addList(
                "excludes",
                "exclude",
                SurefirePatterns.ofClasses(tests.classes().excludes()));
        if (!tests.jvmArguments().isEmpty()) configuration.add("argLine", String.join(" ", tests.jvmArguments()));
        if (tests.isolated()) configuration.add("reuseForks", "false");
        tests.workingDirectory().ifPresent(folder -> configuration.add("workingDirectory", inModule(folder)));
        values(configuration, "systemPropertyVariables", tests.properties());
        values(configuration, "environmentVariables", tests.environment());
        // the provider for TestNG would run tests for JUnit, too
        if (tests.runners().size() > 1 && tests.runners().contains(TestRunner.TESTNG))
            configuration.add(new PomElement("properties")
                    .add(new PomElement("property").add("name", "junit").add("value", "false")));
    }

    /**
     * The providers of a module whose tests are written for several frameworks, as the plug-in takes just one by itself, and
     * of one whose framework the plug-in does not recognize.
     */
    private static PomElement providers(BuildModule module) {
        PomElement providers = new PomElement("dependencies");
        boolean unrecognized = module.classPath().declared().stream()
                .map(Dependency::coordinates)
                .anyMatch(TestEngines::isStandalone);
        if (module.tests().runners().size() < 2 && !unrecognized) return providers;
        for (TestRunner runner : module.tests().runners()) {
            String provider =
                    switch (runner) {
                        case JUNIT_3 -> "surefire-junit3";
                        case JUNIT_4 -> "surefire-junit4";
                        case JUNIT_PLATFORM -> "surefire-junit-platform";
                        case TESTNG -> "surefire-testng";
                    };
            providers.add(PomElement.artifact(
                    "dependency",
                    new Coordinates("org.apache.maven.surefire", provider, RELEASES.get(SUREFIRE)),
                    RELEASES.get(SUREFIRE)));
        }
        return providers;
    }

    private static void values(PomElement configuration, String name, Map<String, TestSetup.Value> values) {
        PomElement map = new PomElement(name);
        values.forEach((key, value) -> map.add(key, value.path() ? inModule(value.text()) : value.text()));
        configuration.addFilled(map);
    }

    /** An absolute path: tests may run in another folder. */
    private static String inModule(String path) {
        return path.equals(".") ? "${project.basedir}" : "${project.basedir}/" + path;
    }

    private void manifest(PomElement configuration, BuildModule module) {
        PomElement archive = new PomElement("archive");
        module.manifest().file().ifPresent(file -> archive.add("manifestFile", PomPaths.path(file)));
        PomElement entries = new PomElement("manifestEntries");
        PomElement manifest = new PomElement("manifest");
        module.manifest().attributes().forEach((key, value) -> {
            if (key.equals(Manifest.MAIN_CLASS)) manifest.add("mainClass", value);
            else if (key.equals(Manifest.CLASS_PATH) && !build.packs(module)) {
                manifest.add("addClasspath", "true");
                Manifest.libraryFolder(module.manifest().attributes())
                        .filter(folder -> !folder.isEmpty())
                        .ifPresent(folder -> manifest.add("classpathPrefix", folder + "/"));
                String named = named(value, module.manifest().outside());
                // the plug-in lays what is stated before the names that a repository has for them
                if (!named.isEmpty()) entries.add(Manifest.CLASS_PATH, named);
            } else entries.add(key, times.text(value));
        });
        configuration.addFilled(archive.addFilled(manifest).addFilled(entries));
    }

    /** What a class path names of the archives that this build makes under names of their own, and of what it does not. */
    private String named(String classPath, List<String> outside) {
        Set<String> made = build.modules().stream()
                .flatMap(module -> Stream.concat(
                        module.product().name().stream().map(name -> name + ".jar"),
                        module.partial().stream().map(PartialArchive::fileName)))
                .collect(Collectors.toSet());
        return Text.words(classPath).stream()
                .filter(entry -> made.contains(Paths.name(entry)) || outside.contains(entry))
                .collect(Collectors.joining(" "));
    }

    private static void web(PomElement configuration, Product.WebArchive web, BuildModule module) {
        if (!web.descriptor()) configuration.add("failOnMissingWebXml", "false");
        packed(configuration, module, "warSourceDirectory", "src/main/webapp", "warSourceExcludes");
        PomElement further = new PomElement("webResources");
        module.sources().packed().ifPresent(files -> files.further().forEach(one -> {
            PomElement resource = new PomElement("resource").add("directory", PomPaths.path(one.folder()));
            if (!one.target().isEmpty()) resource.add("targetPath", one.target());
            further.add(resource.addList("includes", "include", one.includes())
                    .addList("excludes", "exclude", one.excludes()));
        }));
        configuration.addFilled(further);
    }

    private static void packed(
            PomElement configuration, BuildModule module, String folder, String usual, String excludes) {
        if (module.sources().packed().isEmpty()) return;
        PackedFiles files = module.sources().packed().get();
        if (!files.folder().equals(usual)) configuration.add(folder, PomPaths.path(files.folder()));
        if (!files.excludes().isEmpty()) configuration.add(excludes, String.join(",", files.excludes()));
    }

    /** What is where in an enterprise archive. Its descriptor is the project's own, if there is one. */
    private void enterprise(PomElement configuration, Product.EnterpriseArchive archive, BuildModule module) {
        configuration
                .add("version", archive.platform())
                .add("generateApplicationXml", "false")
                .add("defaultLibBundleDir", archive.libraryFolder())
                // by default file names start with the group
                .add("outputFileNameMapping", "@{artifactId}@-@{version}@@{dashClassifier?}@.@{extension}@");
        packed(configuration, module, "earSourceDirectory", "src/main/application", "earSourceExcludes");
        PomElement modules = new PomElement("modules");
        for (Product.Entry entry : archive.entries()) {
            Coordinates coordinates = coordinates(entry.source());
            PomElement packed = new PomElement(entry.packaging() == Packaging.WAR ? "webModule" : "jarModule")
                    .add("groupId", coordinates.group())
                    .add("artifactId", coordinates.artifact())
                    .add("uri", entry.place());
            entry.contextRoot().ifPresent(context -> packed.add("contextRoot", context));
            modules.add(packed);
        }
        configuration.addFilled(modules);
    }

    private Coordinates coordinates(Product.Source source) {
        if (source instanceof Product.Source.OfRepository artifact) return artifact.coordinates();
        BuildModule module =
                build.module(((Product.Source.OfModule) source).name()).orElseThrow();
        return new Coordinates(
                build.coordinates().group(),
                module.artifact(),
                build.coordinates().version());
    }
}
