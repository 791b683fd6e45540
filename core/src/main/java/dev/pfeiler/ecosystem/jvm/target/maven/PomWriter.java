package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.LocalRepository;
import dev.pfeiler.ecosystem.jvm.repository.Repositories;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
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
import org.apache.maven.model.Repository;
import org.apache.maven.model.Resource;
import org.codehaus.plexus.util.xml.Xpp3Dom;

/** Writes the descriptors of a Maven project from a value, the same bytes for the same value. */
public final class PomWriter {
    /** The folder of the repository that a project carries with it. */
    public static final String REPOSITORY = LocalRepository.OWN;

    public static final String POM = "pom.xml";

    private final MavenProject project;
    private final SharedVersions versions;
    private final PomPlugins plugins;

    private PomWriter(MavenProject project) {
        this.project = project;
        this.versions = new SharedVersions(project);
        this.plugins = new PomPlugins(project);
    }

    /** The descriptors of a project, by their paths. */
    public static SortedMap<String, String> write(MavenProject project) {
        PomWriter writer = new PomWriter(project);
        SortedMap<String, String> descriptors = new TreeMap<>();
        if (project.isSingle()) {
            MavenModule module = project.modules().get(0);
            Model model = writer.common(module.packaging());
            writer.module(model, module);
            model.getBuild().setPluginManagement(writer.plugins.management(List.of(module)));
            descriptors.put(POM, PomXml.of(model, notes(module)));
            return descriptors;
        }
        Model parent = writer.common("pom");
        project.modules().forEach(module -> parent.addModule(module.folder()));
        parent.setBuild(new Build());
        parent.getBuild().setPluginManagement(writer.plugins.management(project.modules()));
        descriptors.put(POM, PomXml.of(parent, List.of()));
        for (MavenModule module : project.modules()) {
            Model model = new Model();
            model.setModelEncoding("UTF-8");
            model.setModelVersion("4.0.0");
            model.setParent(writer.parent(module));
            model.setArtifactId(module.name());
            if (!module.packaging().equals("jar")) model.setPackaging(module.packaging());
            writer.module(model, module);
            descriptors.put(Paths.join(module.folder(), POM), PomXml.of(model, notes(module)));
        }
        return descriptors;
    }

    /** The text of a descriptor that states coordinates alone, for an artifact of the project's own repository. */
    public static String write(Coordinates coordinates) {
        Model model = named(coordinates);
        model.setPackaging("jar");
        return PomXml.of(model);
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
        model.setArtifactId(project.parent());
        model.setPackaging(packaging);
        model.setName(project.coordinates().artifact());
        model.setProperties(properties());
        if (project.dependencies().anyMatch(JarOutcome::inProject)) model.addRepository(ownRepository());
        for (Repositories.Place place : project.repositories()) {
            Repository repository = new Repository();
            repository.setId(place.id());
            repository.setUrl(place.url());
            model.addRepository(repository);
        }
        return model;
    }

    private Properties properties() {
        Properties properties = new PomXml.Ordered();
        properties.setProperty("project.build.sourceEncoding", project.encoding());
        if (project.options().contains(CompilerPlugin.RELEASE)) {
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

    private Parent parent(MavenModule module) {
        Parent parent = new Parent();
        // left out, it means the folder above
        parent.setRelativePath("../".repeat(module.folder().split("/").length) + POM);
        parent.setGroupId(project.coordinates().group());
        parent.setArtifactId(project.parent());
        parent.setVersion(project.coordinates().version());
        return parent;
    }

    private void module(Model model, MavenModule module) {
        for (Need need : module.needs()) {
            var declaration = new org.apache.maven.model.Dependency();
            declaration.setGroupId("${project.groupId}");
            declaration.setArtifactId(need.module());
            declaration.setVersion("${project.version}");
            if (!need.type().isEmpty()) declaration.setType(need.type());
            if (need.provided()) declaration.setScope(Scope.PROVIDED.word());
            model.addDependency(declaration);
        }
        for (JarOutcome dependency : ordered(module)) model.addDependency(declaration(dependency));
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
                    resources("src/main/resources", "", List.of(), List.of()),
                    resources(
                            "src/main/java",
                            "",
                            List.of("**/doc-files/**", "**/package.html", "**/overview.html"),
                            List.of())));
        }
        plugins.own(module).forEach(build::addPlugin);
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
            build.addResource(resources(r.folder(), r.target(), r.includes(), r.excludes()));
        for (KeptLayout.Resources r : kept.testResources())
            build.addTestResource(resources(r.folder(), r.target(), r.includes(), r.excludes()));
        // an empty list would mean the usual folders
        if (kept.resources().isEmpty()) build.addResource(resources("src/main/resources", "", List.of(), List.of()));
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
        folders.subList(1, folders.size()).forEach(folder -> sources.addChild(PomPlugins.element("source", folder)));
        Xpp3Dom configuration = new Xpp3Dom("configuration");
        configuration.addChild(sources);
        execution.setConfiguration(configuration);
        return execution;
    }

    private static Resource resources(String folder, String target, List<String> includes, List<String> excludes) {
        Resource resource = new Resource();
        resource.setDirectory(folder);
        if (!target.isEmpty()) resource.setTargetPath(target);
        resource.setIncludes(new ArrayList<>(includes));
        resource.setExcludes(new ArrayList<>(excludes));
        return resource;
    }

    private static List<JarOutcome> ordered(MavenModule module) {
        return module.dependencies().stream()
                .filter(JarOutcome::isDeclared)
                .sorted(Comparator.comparing(JarOutcome::scope)
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

    private org.apache.maven.model.Dependency declaration(JarOutcome dependency) {
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

    static org.apache.maven.model.Dependency declaration(Coordinates coordinates) {
        var declaration = new org.apache.maven.model.Dependency();
        declaration.setGroupId(coordinates.group());
        declaration.setArtifactId(coordinates.artifact());
        declaration.setVersion(coordinates.version());
        if (!coordinates.classifier().isEmpty()) declaration.setClassifier(coordinates.classifier());
        return declaration;
    }
}
