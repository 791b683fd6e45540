package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.ProjectRepository;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.CompilerSettings;
import dev.pfeiler.ecosystem.jvm.model.Constraint;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.Filtering;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.ModuleNeed;
import dev.pfeiler.ecosystem.jvm.model.Packaging;
import dev.pfeiler.ecosystem.jvm.model.Platform;
import dev.pfeiler.ecosystem.jvm.model.Resources;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.model.SourceSet;
import dev.pfeiler.ecosystem.jvm.model.SourceSets;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;

/** Writes the POMs of a build, the same bytes for the same value. Source: Maven's POM reference. */
final class PomWriter {
    static final String POM = "pom.xml";

    static final String MAIN_SOURCES = "src/main/java";
    static final String TEST_SOURCES = "src/test/java";
    static final String MAIN_RESOURCES = "src/main/resources";
    static final String TEST_RESOURCES = "src/test/resources";

    private final JvmBuild build;
    private final SharedVersions versions;
    private final PomPlugins plugins;
    private final PomTimes times;
    /** What several modules declare alike, by group and artifact. */
    private final Map<String, Dependency> shared;

    private PomWriter(JvmBuild build) {
        this.build = build;
        this.versions = new SharedVersions(build);
        this.times = new PomTimes(build);
        this.plugins = new PomPlugins(build, versions, times);
        this.shared = shared(build);
    }

    private static Map<String, Dependency> shared(JvmBuild build) {
        Map<String, List<Dependency>> byKey = new TreeMap<>();
        build.modules().forEach(module -> module.classPath().declared().forEach(dependency -> byKey.computeIfAbsent(
                        dependency.coordinates().key(), key -> new ArrayList<>())
                .add(dependency)));
        Map<String, Dependency> shared = new TreeMap<>();
        byKey.forEach((key, all) -> {
            boolean alike = all.stream()
                            .map(one -> Set.of(one.coordinates().toString(), one.exclusions()))
                            .distinct()
                            .count()
                    == 1;
            boolean elsewhere = build.modules().stream()
                    .flatMap(module -> module.classPath().constraints().stream())
                    .anyMatch(constraint -> constraint.coordinates().key().equals(key));
            if (all.size() > 1 && alike && !elsewhere) shared.put(key, all.get(0));
        });
        return shared;
    }

    /** The POMs of a build, by path. */
    static SortedMap<String, String> write(JvmBuild build) {
        return new PomWriter(build).all();
    }

    /** The artifact of the top POM: with several modules that of their parent, which must not be named like a module. */
    static String topArtifact(JvmBuild build) {
        String name = build.coordinates().artifact();
        boolean taken = !build.isSingle()
                && build.modules().stream().anyMatch(m -> m.artifact().equals(name));
        return taken ? name + "-parent" : name;
    }

    private SortedMap<String, String> all() {
        SortedMap<String, String> poms = new TreeMap<>();
        PomElement top = top();
        if (build.isSingle()) {
            BuildModule module = build.modules().get(0);
            dependencies(top, module);
            repositories(top);
            PomElement section = build(module);
            section.add(plugins.management(List.of(module)));
            plugins(section, module);
            top.add(section.apart());
            poms.put(POM, text(top));
            return poms;
        }
        repositories(top);
        managed(top);
        top.add(new PomElement("build").add(plugins.management(build.modules())).apart());
        poms.put(POM, text(top));
        for (BuildModule module : build.modules()) poms.put(module.path(POM), text(ofModule(module)));
        return poms;
    }

    private static String text(PomElement project) {
        StringBuilder out = new StringBuilder("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n");
        project.write(out, "");
        return out.toString();
    }

    private static PomElement project() {
        return new PomElement("project")
                .attribute("xmlns", "http://maven.apache.org/POM/4.0.0")
                .attribute("xmlns:xsi", "http://www.w3.org/2001/XMLSchema-instance")
                .attribute(
                        "xsi:schemaLocation",
                        "http://maven.apache.org/POM/4.0.0 https://maven.apache.org/xsd/maven-4.0.0.xsd")
                .add("modelVersion", "4.0.0");
    }

    /** What a single project and the parent of several modules have in common. */
    private PomElement top() {
        PomElement project = project()
                .add("groupId", build.coordinates().group())
                .add("artifactId", topArtifact(build))
                .add("version", build.coordinates().version());
        String packaging = build.isSingle() ? packaging(build.modules().get(0)) : "pom";
        if (!packaging.equals(Packaging.JAR.word())) project.add("packaging", packaging);
        if (!build.brief()) project.add("name", build.coordinates().artifact());
        if (!build.isSingle()) {
            PomElement modules = new PomElement("modules").apart();
            build.modules().forEach(module -> modules.add("module", module.folder()));
            project.add(modules);
        }
        return project.add(properties());
    }

    private PomElement ofModule(BuildModule module) {
        PomElement parent = new PomElement("parent")
                .apart()
                .add("groupId", build.coordinates().group())
                .add("artifactId", topArtifact(build))
                .add("version", build.coordinates().version());
        // by default Maven looks in the folder above
        if (depth(module) > 1) parent.add("relativePath", "../".repeat(depth(module)) + POM);
        PomElement project = project().add(parent).add("artifactId", module.artifact());
        if (module.product().packaging() != Packaging.JAR) project.add("packaging", packaging(module));
        PomElement properties = new PomElement("properties").apart();
        module.compiler().ifPresent(own -> compilerProperties(properties, own, Optional.of(build.compiler())));
        replaced(properties, module);
        project.addFilled(properties);
        dependencies(project, module);
        PomElement section = build(module);
        plugins(section, module);
        return project.addFilled(section.apart());
    }

    private static int depth(BuildModule module) {
        return Paths.depth(module.folder());
    }

    private static String packaging(BuildModule module) {
        return module.product().packaging().word();
    }

    private PomElement properties() {
        PomElement properties = new PomElement("properties").apart();
        compilerProperties(properties, build.compiler(), Optional.empty());
        times.properties(properties);
        versions.properties().forEach(properties::add);
        if (build.isSingle()) replaced(properties, build.modules().get(0));
        return properties;
    }

    /** The values of the names that are replaced in files. */
    private void replaced(PomElement properties, BuildModule module) {
        String version = build.coordinates().version();
        module.filtering().values().forEach((name, value) -> {
            if (times.isStated(value))
                properties.add(name, value.equals(version) ? "${project.version}" : times.text(value));
        });
    }

    /** @param inherited the settings that hold anyway */
    private static void compilerProperties(
            PomElement properties, CompilerSettings compiler, Optional<CompilerSettings> inherited) {
        if (inherited
                .filter(other -> other.encoding().equals(compiler.encoding()))
                .isEmpty()) properties.add("project.build.sourceEncoding", compiler.encoding());
        if (inherited
                .filter(other -> other.level() == compiler.level() && other.release() == compiler.release())
                .isPresent()) return;
        if (compiler.release()) {
            properties.add("maven.compiler.release", String.valueOf(compiler.level()));
        } else {
            properties.add("maven.compiler.source", level(compiler.level()));
            properties.add("maven.compiler.target", level(compiler.level()));
        }
    }

    /** Levels up to 8 are written as the compilers of their time took them. */
    private static String level(int level) {
        return level <= 8 ? "1." + level : String.valueOf(level);
    }

    private void repositories(PomElement project) {
        PomElement repositories = new PomElement("repositories");
        if (build.hasProjectRepository()) {
            // a module's own folder is not the one that holds the repository
            String folder = build.isSingle() ? "${project.basedir}" : "${maven.multiModuleProjectDirectory}";
            repositories.add(new PomElement("repository")
                    .add("id", ProjectRepository.FOLDER)
                    .add("url", "file://" + folder + "/" + ProjectRepository.FOLDER));
        }
        for (Repositories.Place place : build.repositories()) {
            repositories.add(new PomElement("repository").add("id", place.id()).add("url", place.url()));
        }
        project.addFilled(repositories.apart());
    }

    private void dependencies(PomElement project, BuildModule module) {
        PomElement managed = new PomElement("dependencies");
        if (build.isSingle()) platforms(managed);
        for (Constraint constraint : module.classPath().constraints()) {
            managed.add(versioned(constraint.coordinates()).comment(constraint.reason()));
        }
        project.addFilled(
                new PomElement("dependencyManagement").addFilled(managed).apart());
        PomElement dependencies = new PomElement("dependencies").apart();
        for (ModuleNeed need : module.classPath().modules()) dependencies.add(dependency(need));
        module.classPath().declared().stream()
                .sorted(Comparator.comparing(Dependency::scope).thenComparing(Dependency::coordinates))
                .forEach(dependency -> dependencies.add(dependency(dependency)));
        project.addFilled(dependencies);
    }

    private void platforms(PomElement managed) {
        for (Platform platform : build.platforms()) {
            managed.add(PomElement.artifact(
                            "dependency", platform.bom(), platform.bom().version())
                    .add("type", "pom")
                    .add("scope", "import"));
        }
    }

    /** What the parent of several modules states for all of them. */
    private void managed(PomElement project) {
        PomElement managed = new PomElement("dependencies");
        platforms(managed);
        for (Dependency dependency : shared.values()) {
            if (build.isManaged(dependency.coordinates())) continue;
            managed.add(versioned(dependency.coordinates()).addFilled(exclusions(dependency)));
        }
        project.addFilled(
                new PomElement("dependencyManagement").addFilled(managed).apart());
    }

    private PomElement dependency(ModuleNeed need) {
        String artifact = build.module(need.module()).map(BuildModule::artifact).orElseThrow();
        PomElement element = new PomElement("dependency")
                .add("groupId", "${project.groupId}")
                .add("artifactId", artifact)
                .add("version", "${project.version}");
        if (need.tests()) return element.add("type", "test-jar").add("scope", Scope.TEST.word());
        if (need.packaging() != Packaging.JAR)
            element.add("type", need.packaging().word());
        if (need.provided()) element.add("scope", Scope.PROVIDED.word());
        return element;
    }

    private PomElement dependency(Dependency dependency) {
        boolean managed = shared.containsKey(dependency.coordinates().key());
        PomElement element = (managed || build.isManaged(dependency.coordinates())
                        ? PomElement.unversioned("dependency", dependency.coordinates())
                        : versioned(dependency.coordinates()))
                .comment(dependency.note());
        if (dependency.scope() != Scope.COMPILE)
            element.add("scope", dependency.scope().word());
        boolean excludes = managed && !build.isManaged(dependency.coordinates());
        return excludes ? element : element.addFilled(exclusions(dependency));
    }

    private static PomElement exclusions(Dependency dependency) {
        PomElement exclusions = new PomElement("exclusions");
        for (String excluded : dependency.exclusions()) {
            int colon = excluded.indexOf(':');
            exclusions.add(new PomElement("exclusion")
                    .add("groupId", excluded.substring(0, colon))
                    .add("artifactId", excluded.substring(colon + 1)));
        }
        return exclusions;
    }

    private PomElement versioned(Coordinates coordinates) {
        return PomElement.artifact("dependency", coordinates, versions.reference(coordinates));
    }

    /** The build section with what is not a plug-in: names and folders, as far as they are not Maven's own. */
    private static PomElement build(BuildModule module) {
        PomElement section = new PomElement("build");
        SourceSets sources = module.sources();
        folder(section, "sourceDirectory", sources.main(), MAIN_SOURCES);
        folder(section, "testSourceDirectory", sources.test(), TEST_SOURCES);
        module.product().name().ifPresent(name -> section.add("finalName", name));
        if (module.filtering().resources().isEmpty())
            resources(section, "resources", "resource", sources.main(), MAIN_RESOURCES);
        else filtered(section, sources.main(), module.filtering());
        resources(section, "testResources", "testResource", sources.test(), TEST_RESOURCES);
        return section;
    }

    private static void folder(PomElement section, String element, SourceSet set, String usual) {
        set.folders().stream()
                .findFirst()
                .filter(folder -> !folder.equals(usual))
                .ifPresent(folder -> section.add(element, PomPaths.path(folder)));
    }

    private static void resources(PomElement section, String list, String each, SourceSet set, String usual) {
        List<Resources> resources = set.resources();
        if (resources.isEmpty() || resources.equals(List.of(Resources.of(usual)))) return;
        PomElement element = new PomElement(list);
        resources.forEach(one -> element.add(resources(each, one)));
        section.add(element);
    }

    /** The resources in which text is replaced, and the others as they are. */
    private static void filtered(PomElement section, SourceSet set, Filtering filtering) {
        PomElement element = new PomElement("resources");
        for (Resources one : set.resources()) {
            boolean usual = one.equals(Resources.of(MAIN_RESOURCES));
            element.add(resources(
                    "resource",
                    usual ? new Resources(one.folder(), one.target(), List.of(), filtering.resources()) : one));
        }
        element.add(resources("resource", new Resources(MAIN_RESOURCES, "", filtering.resources(), List.of()))
                .add("filtering", "true"));
        section.add(element);
    }

    private static PomElement resources(String element, Resources resources) {
        PomElement resource = new PomElement(element);
        if (!resources.target().isEmpty()) resource.add("targetPath", resources.target());
        return resource.add("directory", PomPaths.path(resources.folder()))
                .addList("includes", "include", resources.includes())
                .addList("excludes", "exclude", resources.excludes());
    }

    private void plugins(PomElement section, BuildModule module) {
        PomElement own = new PomElement("plugins");
        plugins.own(module).forEach(own::add);
        section.addFilled(own);
    }
}
