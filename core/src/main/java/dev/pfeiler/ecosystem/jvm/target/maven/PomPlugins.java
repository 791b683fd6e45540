package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.maven.model.Plugin;
import org.apache.maven.model.PluginExecution;
import org.apache.maven.model.PluginManagement;
import org.codehaus.plexus.util.xml.Xpp3Dom;

/** The plug-ins of Maven descriptors, with what they are told. */
final class PomPlugins {
    /** Files that several libraries of a framework have, each with lines of its own. */
    private static final List<String> SPRING_FILES =
            List.of("META-INF/spring.handlers", "META-INF/spring.schemas", "META-INF/spring.factories");

    private final MavenProject project;

    PomPlugins(MavenProject project) {
        this.project = project;
    }

    /** All plugins with their versions; with a single module, also what they have to be told. */
    PluginManagement management(List<MavenModule> modules) {
        PluginManagement management = new PluginManagement();
        pluginVersions().forEach((name, version) -> {
            Plugin plugin = new Plugin();
            plugin.setArtifactId(name);
            plugin.setVersion(version);
            Xpp3Dom configuration = new Xpp3Dom("configuration");
            if (name.equals("maven-compiler-plugin")) compiler(configuration, modules);
            if (name.equals("maven-javadoc-plugin")) documentation(configuration);
            if (project.isSingle()) configure(configuration, name, modules.get(0));
            if (configuration.getChildCount() > 0) plugin.setConfiguration(configuration);
            management.addPlugin(plugin);
        });
        if (project.isSingle()) modules.get(0).start().map(PomPlugins::start).ifPresent(management::addPlugin);
        else
            modules.stream()
                    .flatMap(m -> m.start().stream())
                    .map(PomPlugins::skipped)
                    .distinct()
                    .forEach(management::addPlugin);
        return management;
    }

    /** The plugins of a module's own; one of several modules tells the usual ones there what it has to, too. */
    List<Plugin> own(MavenModule module) {
        List<Plugin> plugins = new ArrayList<>(generators(module));
        if (module.selfContained()) plugins.add(withLibraries(module));
        if (project.isSingle()) return plugins;
        module.start().ifPresent(start -> {
            Plugin plugin = start(start);
            plugin.setVersion(null);
            ((Xpp3Dom) plugin.getConfiguration()).addChild(element("skip", "false"));
            plugins.add(plugin);
        });
        for (String name : pluginVersions().keySet()) {
            Xpp3Dom configuration = new Xpp3Dom("configuration");
            configure(configuration, name, module);
            if (configuration.getChildCount() == 0) continue;
            Plugin plugin = new Plugin();
            plugin.setArtifactId(name);
            plugin.setConfiguration(configuration);
            plugins.add(plugin);
        }
        return plugins;
    }

    /** One plug-in a tool, with an execution for each way in which it is told to work. */
    private static Collection<Plugin> generators(MavenModule module) {
        Map<Coordinates, Plugin> plugins = new LinkedHashMap<>();
        for (BuildPlugin generator : module.generators()) {
            Plugin plugin = plugins.computeIfAbsent(generator.plugin(), c -> {
                Plugin first = plugin(c);
                generator.tool().ifPresent(tool -> first.addDependency(PomWriter.declaration(tool)));
                return first;
            });
            PluginExecution execution = new PluginExecution();
            if (!plugin.getExecutions().isEmpty())
                execution.setId(generator.goal() + "-" + (plugin.getExecutions().size() + 1));
            execution.addGoal(generator.goal());
            Xpp3Dom configuration = configuration(generator);
            if (configuration.getChildCount() > 0) execution.setConfiguration(configuration);
            plugin.addExecution(execution);
        }
        return plugins.values();
    }

    private static Plugin plugin(Coordinates coordinates) {
        Plugin plugin = new Plugin();
        plugin.setGroupId(coordinates.group());
        plugin.setArtifactId(coordinates.artifact());
        plugin.setVersion(coordinates.version());
        return plugin;
    }

    private static Xpp3Dom configuration(BuildPlugin plugin) {
        Xpp3Dom configuration = new Xpp3Dom("configuration");
        plugin.configuration().forEach((name, value) -> {
            String[] parts = name.split("/");
            Xpp3Dom inner = element(parts[parts.length - 1], value);
            for (int i = parts.length - 2; i >= 0; i--) {
                Xpp3Dom outer = new Xpp3Dom(parts[i]);
                outer.addChild(inner);
                inner = outer;
            }
            configuration.addChild(inner);
        });
        return configuration;
    }

    /** A second archive beside the plain one, with the libraries in it: as the framework starts them, else unpacked. */
    private static Plugin withLibraries(MavenModule module) {
        Optional<BuildPlugin> framework =
                module.start().filter(start -> start.plugin().artifact().equals(BuildPlugin.APPLICATION));
        return framework.isPresent() ? repackaged(framework.get().plugin()) : shaded(module);
    }

    private static Plugin repackaged(Coordinates framework) {
        Plugin plugin = plugin(framework);
        PluginExecution execution = new PluginExecution();
        execution.addGoal("repackage");
        Xpp3Dom configuration = new Xpp3Dom("configuration");
        configuration.addChild(element("classifier", MavenModule.WITH_LIBRARIES));
        execution.setConfiguration(configuration);
        plugin.addExecution(execution);
        return plugin;
    }

    private static Plugin shaded(MavenModule module) {
        Plugin plugin = new Plugin();
        plugin.setArtifactId("maven-shade-plugin");
        plugin.setVersion("3.6.0");
        PluginExecution execution = new PluginExecution();
        execution.setPhase("package");
        execution.addGoal("shade");
        Xpp3Dom configuration = new Xpp3Dom("configuration");
        configuration.addChild(element("createDependencyReducedPom", "false"));
        configuration.addChild(element("shadedArtifactAttached", "true"));
        configuration.addChild(element("shadedClassifierName", MavenModule.WITH_LIBRARIES));
        // service files of several libraries are put together; signatures hold for the single jars alone
        Xpp3Dom transformers = new Xpp3Dom("transformers");
        Xpp3Dom services = new Xpp3Dom("transformer");
        services.setAttribute("implementation", "org.apache.maven.plugins.shade.resource.ServicesResourceTransformer");
        transformers.addChild(services);
        boolean spring = module.dependencies().stream()
                .flatMap(dependency -> dependency.declared().stream())
                .anyMatch(c -> c.group().startsWith("org.springframework"));
        if (spring) SPRING_FILES.forEach(file -> transformers.addChild(appended(file)));
        configuration.addChild(transformers);
        Xpp3Dom filters = new Xpp3Dom("filters");
        Xpp3Dom filter = new Xpp3Dom("filter");
        filter.addChild(element("artifact", "*:*"));
        list(filter, "excludes", "exclude", List.of("META-INF/*.SF", "META-INF/*.DSA", "META-INF/*.RSA"));
        filters.addChild(filter);
        configuration.addChild(filters);
        execution.setConfiguration(configuration);
        plugin.addExecution(execution);
        return plugin;
    }

    private static Xpp3Dom appended(String file) {
        Xpp3Dom transformer = new Xpp3Dom("transformer");
        transformer.setAttribute("implementation", "org.apache.maven.plugins.shade.resource.AppendingTransformer");
        transformer.addChild(element("resource", file));
        return transformer;
    }

    /** The plug-in by which a product is started, where a person asks for it. */
    private static Plugin start(BuildPlugin start) {
        Plugin plugin = plugin(start.plugin());
        plugin.setConfiguration(configuration(start));
        return plugin;
    }

    /** The same plug-in as all modules see it: one that is built along with another is not started. */
    private static Plugin skipped(BuildPlugin start) {
        Plugin plugin = start(start);
        ((Xpp3Dom) plugin.getConfiguration()).addChild(element("skip", "true"));
        return plugin;
    }

    private Map<String, String> pluginVersions() {
        Map<String, String> plugins = new LinkedHashMap<>();
        plugins.put("maven-clean-plugin", "3.4.1");
        plugins.put("maven-resources-plugin", "3.3.1");
        plugins.put("maven-compiler-plugin", "3.14.0");
        plugins.put("maven-surefire-plugin", "3.5.3");
        if (project.makes("war")) plugins.put("maven-war-plugin", "3.4.0");
        if (project.makes("jar")) plugins.put("maven-jar-plugin", "3.4.2");
        if (project.makes("ear")) plugins.put("maven-ear-plugin", "3.3.0");
        if (!project.documentation().isEmpty()) plugins.put("maven-javadoc-plugin", "3.11.2");
        plugins.put("maven-install-plugin", "3.1.4");
        plugins.put("maven-deploy-plugin", "3.1.4");
        return plugins;
    }

    private void documentation(Xpp3Dom configuration) {
        project.documentation().forEach((name, value) -> {
            if (name.equals("links")) list(configuration, name, "link", List.of(value.split(" ")));
            else configuration.addChild(element(name, value));
        });
    }

    private void compiler(Xpp3Dom configuration, List<MavenModule> modules) {
        if (modules.stream().anyMatch(MavenModule::packageInfo)) {
            // left to itself it makes a class of each package description, which the compiler alone does not
            configuration.addChild(element("createMissingPackageInfoClass", "false"));
        }
        new CompilerPlugin(project.options()).configure(configuration);
    }

    private void configure(Xpp3Dom configuration, String plugin, MavenModule module) {
        if (plugin.equals("maven-compiler-plugin") && module.kept().isPresent()) {
            list(configuration, "excludes", "exclude", module.kept().get().mainExcludes());
            list(
                    configuration,
                    "testIncludes",
                    "testInclude",
                    module.kept().get().testIncludes());
        }
        boolean war = module.packaging().equals("war");
        if (plugin.equals("maven-war-plugin") && war && !module.webXml()) {
            configuration.addChild(element("failOnMissingWebXml", "false"));
        }
        if (plugin.equals("maven-war-plugin") && war && module.kept().isPresent()) {
            configuration.addChild(
                    element("warSourceDirectory", module.kept().get().web()));
            String excludes = String.join(",", module.kept().get().webExcludes());
            if (!excludes.isEmpty()) configuration.addChild(element("warSourceExcludes", excludes));
            webResources(configuration, module.kept().get().webResources());
        }
        if (plugin.equals("maven-ear-plugin")) module.enterprise().ifPresent(e -> enterprise(configuration, e, module));
        if (plugin.equals("maven-surefire-plugin") && !module.tests().isEmpty()) {
            List<String> patterns = new ArrayList<>(SurefirePatterns.USUAL);
            patterns.addAll(module.tests());
            list(configuration, "includes", "include", patterns);
        }
        if (plugin.equals("maven-surefire-plugin")) testRun(configuration, module.testRun());
        if (plugin.equals("maven-" + module.packaging() + "-plugin")) manifest(configuration, module);
    }

    private void manifest(Xpp3Dom configuration, MavenModule module) {
        Xpp3Dom archive = new Xpp3Dom("archive");
        module.manifestFile().ifPresent(file -> archive.addChild(element("manifestFile", file)));
        Xpp3Dom entries = new Xpp3Dom("manifestEntries");
        Xpp3Dom manifest = new Xpp3Dom("manifest");
        module.manifest().forEach((key, value) -> {
            if (key.equals("Main-Class")) manifest.addChild(element("mainClass", value));
            else if (key.equals("Class-Path") && !project.packs(module))
                manifest.addChild(element("addClasspath", "true"));
            else entries.addChild(element(key, value));
        });
        if (manifest.getChildCount() > 0) archive.addChild(manifest);
        if (entries.getChildCount() > 0) archive.addChild(entries);
        if (archive.getChildCount() > 0) configuration.addChild(archive);
    }

    /** What lies where in an enterprise archive; its descriptor is the old one, or there is none. */
    private static void enterprise(Xpp3Dom configuration, EnterpriseArchive archive, MavenModule module) {
        configuration.addChild(element("version", archive.version()));
        configuration.addChild(element("generateApplicationXml", "false"));
        configuration.addChild(element("defaultLibBundleDir", archive.libraryFolder()));
        // left to itself it puts the group in front of each name
        configuration.addChild(
                element("outputFileNameMapping", "@{artifactId}@-@{version}@@{dashClassifier?}@.@{extension}@"));
        module.kept().ifPresent(kept -> {
            if (kept.application().isEmpty()) return;
            configuration.addChild(element("earSourceDirectory", kept.application()));
            String excludes = String.join(",", kept.applicationExcludes());
            if (!excludes.isEmpty()) configuration.addChild(element("earSourceExcludes", excludes));
        });
        Xpp3Dom modules = new Xpp3Dom("modules");
        for (EnterpriseArchive.Entry entry : archive.entries()) {
            Xpp3Dom packed = new Xpp3Dom(entry.element());
            packed.addChild(element("groupId", entry.group()));
            packed.addChild(element("artifactId", entry.artifact()));
            packed.addChild(element("uri", entry.place()));
            if (!entry.contextRoot().isEmpty()) packed.addChild(element("contextRoot", entry.contextRoot()));
            modules.addChild(packed);
        }
        if (modules.getChildCount() > 0) configuration.addChild(modules);
    }

    private static void webResources(Xpp3Dom configuration, List<KeptLayout.Resources> resources) {
        if (resources.isEmpty()) return;
        Xpp3Dom list = new Xpp3Dom("webResources");
        for (KeptLayout.Resources r : resources) {
            Xpp3Dom resource = new Xpp3Dom("resource");
            resource.addChild(element("directory", r.folder()));
            if (!r.target().isEmpty()) resource.addChild(element("targetPath", r.target()));
            list(resource, "includes", "include", r.includes());
            list(resource, "excludes", "exclude", r.excludes());
            list.addChild(resource);
        }
        configuration.addChild(list);
    }

    private static void testRun(Xpp3Dom configuration, TestRun run) {
        if (!run.words().isEmpty()) configuration.addChild(element("argLine", String.join(" ", run.words())));
        run.folder().ifPresent(folder -> configuration.addChild(element("workingDirectory", folder)));
        map(configuration, "systemPropertyVariables", run.properties());
        map(configuration, "environmentVariables", run.environment());
    }

    private static void map(Xpp3Dom configuration, String name, Map<String, String> values) {
        if (values.isEmpty()) return;
        Xpp3Dom map = new Xpp3Dom(name);
        values.forEach((key, value) -> map.addChild(element(key, value)));
        configuration.addChild(map);
    }

    static Xpp3Dom element(String name, String value) {
        Xpp3Dom element = new Xpp3Dom(name);
        element.setValue(value);
        return element;
    }

    private static void list(Xpp3Dom configuration, String name, String each, List<String> values) {
        if (values.isEmpty()) return;
        Xpp3Dom list = new Xpp3Dom(name);
        values.forEach(value -> list.addChild(element(each, value)));
        configuration.addChild(list);
    }
}
