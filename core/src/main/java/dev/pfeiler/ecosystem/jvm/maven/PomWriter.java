package dev.pfeiler.ecosystem.jvm.maven;

import dev.pfeiler.ecosystem.jvm.dependency.Dependency;
import dev.pfeiler.ecosystem.jvm.dependency.Scope;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.LocalRepository;
import dev.pfeiler.ecosystem.jvm.repository.Repositories;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.SortedMap;
import java.util.TreeMap;
import org.apache.maven.model.Build;
import org.apache.maven.model.DependencyManagement;
import org.apache.maven.model.Exclusion;
import org.apache.maven.model.Model;
import org.apache.maven.model.Parent;
import org.apache.maven.model.Plugin;
import org.apache.maven.model.PluginExecution;
import org.apache.maven.model.PluginManagement;
import org.apache.maven.model.Repository;
import org.apache.maven.model.Resource;
import org.codehaus.plexus.util.xml.Xpp3Dom;

/** Writes the descriptors of a Maven project from a value, the same bytes for the same value. */
public final class PomWriter {
    /** The folder of the repository that a project carries with it. */
    public static final String REPOSITORY = LocalRepository.OWN;

    private static final String POM = "pom.xml";

    private final MavenProject project;
    private final SharedVersions versions;

    private PomWriter(MavenProject project) {
        this.project = project;
        this.versions = new SharedVersions(project);
    }

    /** The descriptors of a project, by their paths. */
    public static SortedMap<String, String> write(MavenProject project) {
        PomWriter writer = new PomWriter(project);
        SortedMap<String, String> descriptors = new TreeMap<>();
        if (project.isSingle()) {
            MavenModule module = project.modules().get(0);
            Model model = writer.common(module.packaging());
            writer.module(model, module);
            model.getBuild().setPluginManagement(writer.management(List.of(module)));
            descriptors.put(POM, PomText.of(model, notes(module)));
            return descriptors;
        }
        Model parent = writer.common("pom");
        project.modules().forEach(module -> parent.addModule(module.folder()));
        parent.setBuild(new Build());
        parent.getBuild().setPluginManagement(writer.management(project.modules()));
        descriptors.put(POM, PomText.of(parent, List.of()));
        for (MavenModule module : project.modules()) {
            Model model = new Model();
            model.setModelEncoding("UTF-8");
            model.setModelVersion("4.0.0");
            model.setParent(writer.parent(module));
            model.setArtifactId(module.name());
            if (!module.packaging().equals("jar")) model.setPackaging(module.packaging());
            writer.module(model, module);
            descriptors.put(Paths.join(module.folder(), POM), PomText.of(model, notes(module)));
        }
        return descriptors;
    }

    /** The text of a descriptor that states coordinates alone, for an artifact of the project's own repository. */
    public static String write(Coordinates coordinates) {
        Model model = named(coordinates);
        model.setPackaging("jar");
        return PomText.of(model);
    }

    private static Model named(Coordinates coordinates) {
        Model model = new Model();
        model.setModelEncoding("UTF-8");
        model.setModelVersion("4.0.0");
        model.setGroupId(coordinates.group());
        model.setArtifactId(coordinates.artifact());
        model.setVersion(coordinates.version());
        return model;
    }

    /** What a single project and the parent of several modules have. */
    private Model common(String packaging) {
        Model model = named(project.coordinates());
        model.setArtifactId(artifact());
        model.setPackaging(packaging);
        model.setName(project.coordinates().artifact());
        model.setProperties(properties());
        if (project.dependencies().anyMatch(Dependency::inProject)) model.addRepository(ownRepository());
        for (Repositories.Place place : project.repositories()) {
            Repository repository = new Repository();
            repository.setId(place.id());
            repository.setUrl(place.url());
            model.addRepository(repository);
        }
        return model;
    }

    private Properties properties() {
        Properties properties = new PomText.Ordered();
        properties.setProperty("project.build.sourceEncoding", project.encoding());
        if (project.options().contains(CompilerOptions.RELEASE)) {
            properties.setProperty("maven.compiler.release", project.level());
        } else {
            properties.setProperty("maven.compiler.source", written(project.level()));
            properties.setProperty("maven.compiler.target", written(project.level()));
        }
        versions.properties().forEach(properties::setProperty);
        return properties;
    }

    /** Levels up to 8 are written as the compilers of their time took them. */
    private static String written(String level) {
        return Integer.parseInt(level) <= 8 ? "1." + level : level;
    }

    private Repository ownRepository() {
        Repository repository = new Repository();
        repository.setId(REPOSITORY);
        // a module's own folder is not the one that holds the repository
        String folder = project.isSingle() ? "${project.basedir}" : "${maven.multiModuleProjectDirectory}";
        repository.setUrl("file://" + folder + "/" + REPOSITORY);
        return repository;
    }

    /** The parent of several modules may not bear the name of one of them. */
    private String artifact() {
        String name = project.coordinates().artifact();
        boolean taken = !project.isSingle()
                && project.modules().stream().anyMatch(m -> m.name().equals(name));
        return taken ? name + "-parent" : name;
    }

    private Parent parent(MavenModule module) {
        Parent parent = new Parent();
        // left out, it means the folder above
        parent.setRelativePath("../".repeat(module.folder().split("/").length) + POM);
        parent.setGroupId(project.coordinates().group());
        parent.setArtifactId(artifact());
        parent.setVersion(project.coordinates().version());
        return parent;
    }

    private void module(Model model, MavenModule module) {
        for (String need : module.needs()) {
            var declaration = new org.apache.maven.model.Dependency();
            declaration.setGroupId("${project.groupId}");
            declaration.setArtifactId(need);
            declaration.setVersion("${project.version}");
            model.addDependency(declaration);
        }
        for (Dependency dependency : ordered(module)) model.addDependency(declaration(dependency));
        if (!module.pins().isEmpty()) {
            DependencyManagement management = new DependencyManagement();
            module.pins().forEach(pin -> management.addDependency(shared(pin.coordinates())));
            model.setDependencyManagement(management);
        }
        Build build = new Build();
        module.finalName().ifPresent(build::setFinalName);
        if (module.kept().isPresent()) keptFolders(build, module.kept().get());
        else if (module.documentation()) {
            build.setResources(List.of(
                    resources("src/main/resources", List.of(), List.of()),
                    resources(
                            "src/main/java",
                            List.of("**/doc-files/**", "**/package.html", "**/overview.html"),
                            List.of())));
        }
        if (!project.isSingle()) ownPlugins(module).forEach(build::addPlugin);
        else generators(module).forEach(build::addPlugin);
        if (project.isSingle() && module.selfContained()) build.addPlugin(withLibraries());
        boolean empty = build.getFinalName() == null
                && build.getResources().isEmpty()
                && build.getPlugins().isEmpty();
        if (project.isSingle() || !empty) model.setBuild(build);
    }

    /** Tells the build where sources, tests and resources lie; further folders of sources take a plug-in of their own. */
    private static void keptFolders(Build build, KeptLayout kept) {
        kept.main().stream().findFirst().ifPresent(build::setSourceDirectory);
        kept.tests().stream().findFirst().ifPresent(build::setTestSourceDirectory);
        for (KeptLayout.Resources r : kept.resources())
            build.addResource(resources(r.folder(), r.includes(), r.excludes()));
        for (KeptLayout.Resources r : kept.testResources())
            build.addTestResource(resources(r.folder(), r.includes(), r.excludes()));
        // an empty list would mean the usual folders
        if (kept.resources().isEmpty()) build.addResource(resources("src/main/resources", List.of(), List.of()));
        List<PluginExecution> further = new ArrayList<>();
        if (kept.main().size() > 1) further.add(addSources("add-source", kept.main()));
        if (kept.tests().size() > 1) further.add(addSources("add-test-source", kept.tests()));
        if (further.isEmpty()) return;
        Plugin helper = new Plugin();
        helper.setGroupId("org.codehaus.mojo");
        helper.setArtifactId("build-helper-maven-plugin");
        helper.setVersion("3.6.0");
        helper.setExecutions(further);
        build.addPlugin(helper);
    }

    private static PluginExecution addSources(String goal, List<String> folders) {
        PluginExecution execution = new PluginExecution();
        execution.setId(goal);
        execution.addGoal(goal);
        Xpp3Dom sources = new Xpp3Dom("sources");
        folders.subList(1, folders.size()).forEach(folder -> sources.addChild(element("source", folder)));
        Xpp3Dom configuration = new Xpp3Dom("configuration");
        configuration.addChild(sources);
        execution.setConfiguration(configuration);
        return execution;
    }

    private static Resource resources(String folder, List<String> includes, List<String> excludes) {
        Resource resource = new Resource();
        resource.setDirectory(folder);
        resource.setIncludes(new ArrayList<>(includes));
        resource.setExcludes(new ArrayList<>(excludes));
        return resource;
    }

    private static void list(Xpp3Dom configuration, String name, String each, List<String> values) {
        if (values.isEmpty()) return;
        Xpp3Dom list = new Xpp3Dom(name);
        values.forEach(value -> list.addChild(element(each, value)));
        configuration.addChild(list);
    }

    private static List<Dependency> ordered(MavenModule module) {
        return module.dependencies().stream()
                .filter(Dependency::isDeclared)
                .sorted(Comparator.comparing(Dependency::scope)
                        .thenComparing(d -> d.declared().orElseThrow()))
                .toList();
    }

    private static List<String> notes(MavenModule module) {
        List<String> notes = new ArrayList<>();
        module.pins().forEach(pin -> notes.add(pin.why()));
        module.needs().forEach(need -> notes.add(""));
        ordered(module).forEach(dependency -> notes.add(dependency.note()));
        return notes;
    }

    private org.apache.maven.model.Dependency declaration(Dependency dependency) {
        var declaration = shared(dependency.declared().orElseThrow());
        if (dependency.scope() != Scope.COMPILE)
            declaration.setScope(dependency.scope().word());
        for (String excluded : dependency.exclusions()) {
            Exclusion exclusion = new Exclusion();
            exclusion.setGroupId(excluded.substring(0, excluded.indexOf(':')));
            exclusion.setArtifactId(excluded.substring(excluded.indexOf(':') + 1));
            declaration.addExclusion(exclusion);
        }
        return declaration;
    }

    private org.apache.maven.model.Dependency shared(Coordinates coordinates) {
        var declaration = declaration(coordinates);
        declaration.setVersion(versions.written(coordinates));
        return declaration;
    }

    private static org.apache.maven.model.Dependency declaration(Coordinates coordinates) {
        var declaration = new org.apache.maven.model.Dependency();
        declaration.setGroupId(coordinates.group());
        declaration.setArtifactId(coordinates.artifact());
        declaration.setVersion(coordinates.version());
        if (!coordinates.classifier().isEmpty()) declaration.setClassifier(coordinates.classifier());
        return declaration;
    }

    /** All plugins with their versions; with a single module, also what they have to be told. */
    private PluginManagement management(List<MavenModule> modules) {
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
        if (project.isSingle()) modules.get(0).start().map(PomWriter::start).ifPresent(management::addPlugin);
        else
            modules.stream()
                    .flatMap(m -> m.start().stream())
                    .map(PomWriter::skipped)
                    .distinct()
                    .forEach(management::addPlugin);
        return management;
    }

    /** The plugins that one of several modules has to tell something. */
    private List<Plugin> ownPlugins(MavenModule module) {
        List<Plugin> plugins = new ArrayList<>();
        plugins.addAll(generators(module));
        if (module.selfContained()) plugins.add(withLibraries());
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
                Plugin first = new Plugin();
                first.setGroupId(c.group());
                first.setArtifactId(c.artifact());
                first.setVersion(c.version());
                generator.tool().ifPresent(tool -> first.addDependency(declaration(tool)));
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

    /** A second archive beside the plain one, with the libraries unpacked in it. */
    private static Plugin withLibraries() {
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

    /** The plug-in by which a product is started, where a person asks for it. */
    private static Plugin start(BuildPlugin start) {
        Plugin plugin = new Plugin();
        plugin.setGroupId(start.plugin().group());
        plugin.setArtifactId(start.plugin().artifact());
        plugin.setVersion(start.plugin().version());
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
        if (project.isWeb()) plugins.put("maven-war-plugin", "3.4.0");
        if (!project.isWeb() || !project.isSingle()) plugins.put("maven-jar-plugin", "3.4.2");
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
        new CompilerOptions(project.options()).configure(configuration);
    }

    private static void configure(Xpp3Dom configuration, String plugin, MavenModule module) {
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
        }
        if (plugin.equals("maven-surefire-plugin") && !module.tests().isEmpty()) {
            List<String> patterns = new ArrayList<>(TestNames.USUAL);
            patterns.addAll(module.tests());
            list(configuration, "includes", "include", patterns);
        }
        if (plugin.equals("maven-surefire-plugin")) testRun(configuration, module.testRun());
        if (plugin.equals("maven-jar-plugin") && !module.manifest().isEmpty()) {
            Xpp3Dom archive = new Xpp3Dom("archive");
            Xpp3Dom entries = new Xpp3Dom("manifestEntries");
            Xpp3Dom manifest = new Xpp3Dom("manifest");
            module.manifest().forEach((key, value) -> {
                if (key.equals("Main-Class")) manifest.addChild(element("mainClass", value));
                else if (key.equals("Class-Path")) manifest.addChild(element("addClasspath", "true"));
                else entries.addChild(element(key, value));
            });
            if (manifest.getChildCount() > 0) archive.addChild(manifest);
            if (entries.getChildCount() > 0) archive.addChild(entries);
            configuration.addChild(archive);
        }
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
}
