package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.dependency.ClassPathRules;
import dev.pfeiler.ecosystem.jvm.managed.DeclaredArtifact;
import dev.pfeiler.ecosystem.jvm.managed.DescriptorEdits;
import dev.pfeiler.ecosystem.jvm.managed.ManagedJvmBuild;
import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import dev.pfeiler.ecosystem.jvm.managed.ResourceFolder;
import dev.pfeiler.ecosystem.jvm.managed.SourceFolders;
import dev.pfeiler.ecosystem.jvm.managed.StatedSetting;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.PathPattern;
import dev.pfeiler.tree.PathSelection;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.maven.model.Build;
import org.apache.maven.model.Dependency;
import org.apache.maven.model.InputLocation;
import org.apache.maven.model.Model;
import org.apache.maven.model.Plugin;
import org.apache.maven.model.Resource;
import org.codehaus.plexus.util.xml.Xpp3Dom;

/** The POMs of a build and of the modules that they list, with all that they inherit and import. */
final class ManagedPoms implements ManagedJvmBuild {
    static final String COMPILER = "maven-compiler-plugin";
    static final String SUREFIRE = "maven-surefire-plugin";
    private static final Set<String> ARCHIVERS = Set.of(
            "maven-shade-plugin",
            "maven-assembly-plugin",
            "spring-boot-maven-plugin",
            "maven-source-plugin",
            "maven-javadoc-plugin",
            "maven-bundle-plugin",
            "quarkus-maven-plugin",
            "build-helper-maven-plugin");
    private static final List<String> LEVELS =
            List.of("maven.compiler.release", "maven.compiler.source", "maven.compiler.target", "java.version");

    private final ProjectTree tree;
    private final Repositories repositories;
    private final Map<String, PomBuild> poms;
    private final List<ManagedModule> modules;

    private ManagedPoms(ProjectTree tree, Repositories repositories, Map<String, PomBuild> poms) {
        this.tree = tree;
        this.repositories = repositories;
        this.poms = poms;
        this.modules = poms.keySet().stream().map(this::module).toList();
    }

    /**
     * Reads the POM at the top of a tree and those of its modules.
     *
     * @throws dev.pfeiler.evidence.Refusal if one cannot be read
     */
    static ManagedPoms read(ProjectTree tree, Repositories repositories) {
        Map<String, PomBuild> poms = new TreeMap<>();
        collect(tree, "", repositories, poms);
        return new ManagedPoms(tree, repositories, poms);
    }

    private static void collect(
            ProjectTree tree, String folder, Repositories repositories, Map<String, PomBuild> poms) {
        PomBuild pom = PomBuild.read(tree, Paths.join(folder, PomBuild.NAME), repositories);
        poms.put(folder, pom);
        for (String listed : pom.modules()) {
            String inner = Paths.normal(Paths.join(folder, listed)).orElse("");
            if (!poms.containsKey(inner) && tree.has(Paths.join(inner, PomBuild.NAME)))
                collect(tree, inner, repositories, poms);
        }
    }

    ProjectTree tree() {
        return tree;
    }

    Repositories repositories() {
        return repositories;
    }

    /** The POMs by their modules' folders. */
    Map<String, PomBuild> poms() {
        return poms;
    }

    PomChanges changes() {
        return new PomChanges();
    }

    @Override
    public List<ManagedModule> modules() {
        return modules;
    }

    @Override
    public ClassPathRules rules() {
        return new MavenRules(repositories);
    }

    @Override
    public DescriptorEdits edits() {
        return changes();
    }

    private ManagedModule module(String folder) {
        PomBuild pom = poms.get(folder);
        Model effective = pom.effective();
        return new ManagedModule(
                folder,
                Paths.join(folder, PomBuild.NAME),
                new Coordinates(effective.getGroupId(), effective.getArtifactId(), effective.getVersion()),
                effective.getPackaging(),
                declared(pom),
                List.of(),
                managed(effective),
                folders(folder, pom),
                levels(pom),
                encoding(pom),
                outputs(folder, effective));
    }

    private List<DeclaredArtifact> declared(PomBuild pom) {
        // the last of two declarations is in force
        Map<String, DeclaredArtifact> declared = new LinkedHashMap<>();
        for (Dependency dependency : pom.effective().getDependencies()) {
            if (!Set.of("jar", "test-jar", "ejb", "bundle", "maven-plugin")
                    .contains(Optional.ofNullable(dependency.getType()).orElse("jar"))) continue;
            DeclaredArtifact one = declared(pom, dependency);
            declared.put(one.key(), one);
        }
        return List.copyOf(declared.values());
    }

    private static DeclaredArtifact declared(PomBuild pom, Dependency dependency) {
        String version = Optional.ofNullable(dependency.getVersion())
                .filter(text -> !text.contains("${"))
                .orElse("");
        String classifier = Optional.ofNullable(dependency.getClassifier())
                .orElse("test-jar".equals(dependency.getType()) ? "tests" : "");
        Scope scope = Optional.ofNullable(dependency.getScope())
                .map(word -> word.equals("system")
                        ? Scope.PROVIDED
                        : Scope.parse(word).orElse(Scope.COMPILE))
                .orElse(Scope.COMPILE);
        return new DeclaredArtifact(
                new Coordinates(dependency.getGroupId(), dependency.getArtifactId(), version, classifier),
                scope,
                dependency.getExclusions().stream()
                        .map(one -> one.getGroupId() + ":" + one.getArtifactId())
                        .collect(Collectors.toSet()),
                scope == Scope.COMPILE,
                dependency.isOptional(),
                // the location of the element itself is behind its start tag
                pom.place(dependency.getLocation("artifactId"), dependency.getManagementKey()));
    }

    private static Map<String, Coordinates> managed(Model effective) {
        Map<String, Coordinates> managed = new LinkedHashMap<>();
        if (effective.getDependencyManagement() == null) return managed;
        for (Dependency one : effective.getDependencyManagement().getDependencies()) {
            if (one.getVersion() == null || one.getVersion().contains("${")) continue;
            Coordinates coordinates = new Coordinates(
                    one.getGroupId(),
                    one.getArtifactId(),
                    one.getVersion(),
                    Optional.ofNullable(one.getClassifier()).orElse(""));
            managed.putIfAbsent(coordinates.key(), coordinates);
        }
        return managed;
    }

    private SourceFolders folders(String folder, PomBuild pom) {
        Build build = pom.effective().getBuild();
        List<String> main = new ArrayList<>(List.of(pom.relative(build.getSourceDirectory())));
        List<String> tests = new ArrayList<>(List.of(pom.relative(build.getTestSourceDirectory())));
        for (String language : List.of("kotlin", "groovy", "scala")) {
            main.add(Paths.join(folder, "src/main/" + language));
            tests.add(Paths.join(folder, "src/test/" + language));
        }
        plugin(pom.effective(), "build-helper-maven-plugin")
                .ifPresent(helper -> helper.getExecutions().forEach(execution -> {
                    List<String> added = children((Xpp3Dom) execution.getConfiguration(), "sources")
                            .map(Xpp3Dom::getValue)
                            .map(path -> pom.relative(
                                    tree.onDisk(folder).resolve(path).toString()))
                            .toList();
                    if (execution.getGoals().contains("add-source")) main.addAll(added);
                    if (execution.getGoals().contains("add-test-source")) tests.addAll(added);
                }));
        String web = plugin(pom.effective(), "maven-war-plugin")
                .flatMap(war -> value((Xpp3Dom) war.getConfiguration(), "warSourceDirectory"))
                .map(path -> Paths.normal(Paths.join(folder, path)).orElse(path))
                .orElse(Paths.join(folder, "src/main/webapp"));
        return new SourceFolders(
                main,
                tests,
                resources(pom, build.getResources()),
                resources(pom, build.getTestResources()),
                Optional.of(web).filter(path -> tree.under(path).findAny().isPresent()));
    }

    private static List<ResourceFolder> resources(PomBuild pom, List<Resource> stated) {
        return stated.stream()
                .map(one -> new ResourceFolder(
                        pom.relative(one.getDirectory()),
                        new PathSelection(one.getIncludes(), one.getExcludes()),
                        Optional.ofNullable(one.getTargetPath()).orElse("")))
                .toList();
    }

    /** The properties and parameters that state the level. */
    private List<StatedSetting> levels(PomBuild pom) {
        List<StatedSetting> levels = new ArrayList<>();
        for (String name : LEVELS) {
            String value = pom.effective().getProperties().getProperty(name, "");
            // a property of that name is a level only where something takes it for one
            boolean counts = !name.equals("java.version") || levels.isEmpty();
            if (counts && ProjectSettings.parse(value).isPresent()) levels.add(property(pom, name, value));
        }
        plugin(pom.effective(), COMPILER).ifPresent(compiler -> {
            Xpp3Dom configuration = (Xpp3Dom) compiler.getConfiguration();
            for (String name : List.of("release", "source", "target")) {
                value(configuration, name)
                        .filter(value -> ProjectSettings.parse(value).isPresent())
                        .ifPresent(value -> {
                            levels.removeIf(one -> one.name().endsWith("." + name)
                                    || one.name().equals("java.version"));
                            levels.add(parameter(pom, compiler, name, value));
                        });
            }
        });
        // the first is in force where there are both
        boolean release = levels.stream().anyMatch(one -> one.name().endsWith("release"));
        return release
                ? levels.stream().filter(one -> one.name().endsWith("release")).toList()
                : levels;
    }

    private StatedSetting property(PomBuild pom, String name, String value) {
        Evidence place = pom.place(location(pom, name), name + " " + value);
        return new StatedSetting(name, value, place, other -> changes().property(place.file(), name, other));
    }

    private static InputLocation location(PomBuild pom, String property) {
        InputLocation properties = pom.effective().getLocation("properties");
        return properties == null ? null : properties.getLocation(property);
    }

    private StatedSetting parameter(PomBuild pom, Plugin plugin, String name, String value) {
        Evidence place = pom.place(plugin.getLocation("artifactId"), name + " " + value);
        return new StatedSetting(name, value, place, other -> changes()
                .parameter(place.file(), plugin.getArtifactId(), name, value, other));
    }

    private Optional<StatedSetting> encoding(PomBuild pom) {
        Optional<StatedSetting> parameter = plugin(pom.effective(), COMPILER)
                .flatMap(compiler -> value((Xpp3Dom) compiler.getConfiguration(), "encoding")
                        .filter(value -> !value.contains("${"))
                        .map(value -> parameter(pom, compiler, "encoding", value)));
        String name = "project.build.sourceEncoding";
        String stated = pom.effective().getProperties().getProperty(name, "");
        return stated.isEmpty() ? parameter : Optional.of(property(pom, name, stated));
    }

    private ManagedModule.Outputs outputs(String folder, Model effective) {
        String target = Paths.join(folder, "target");
        String extension =
                Set.of("war", "ear", "rar").contains(effective.getPackaging()) ? effective.getPackaging() : "jar";
        Optional<Xpp3Dom> archiver =
                plugin(effective, "maven-" + extension + "-plugin").map(plugin -> (Xpp3Dom) plugin.getConfiguration());
        String name = archiver.flatMap(configuration -> value(configuration, "finalName"))
                .orElse(effective.getBuild().getFinalName());
        boolean elsewhere = archiver.filter(
                        configuration -> value(configuration, "outputDirectory").isPresent()
                                || value(configuration, "classifier").isPresent())
                .isPresent();
        Stream<Plugin> plugins = effective.getBuild().getPlugins().stream();
        boolean further = elsewhere
                || plugins.anyMatch(plugin -> ARCHIVERS.contains(plugin.getArtifactId())
                        || plugin.getExecutions().stream().anyMatch(execution -> execution.getGoals().stream()
                                .anyMatch(goal -> Set.of("jar", "war", "test-jar", "repackage", "shade", "single")
                                        .contains(goal))));
        List<String> archives = effective.getPackaging().equals("pom")
                ? List.of()
                : List.of(Paths.join(target, name + "." + extension));
        return new ManagedModule.Outputs(target, archives, further);
    }

    static Optional<Plugin> plugin(Model model, String artifact) {
        return model.getBuild().getPlugins().stream()
                .filter(plugin -> plugin.getArtifactId().equals(artifact))
                .findFirst()
                .or(() -> Optional.ofNullable(model.getBuild().getPluginManagement()).stream()
                        .flatMap(management -> management.getPlugins().stream())
                        .filter(plugin -> plugin.getArtifactId().equals(artifact))
                        .findFirst());
    }

    private static Optional<String> value(Xpp3Dom configuration, String name) {
        return Optional.ofNullable(configuration)
                .map(dom -> dom.getChild(name))
                .map(Xpp3Dom::getValue)
                .map(String::strip);
    }

    private static Stream<Xpp3Dom> children(Xpp3Dom configuration, String name) {
        return Optional.ofNullable(configuration).map(dom -> dom.getChild(name)).stream()
                .flatMap(dom -> Stream.of(dom.getChildren()));
    }

    @Override
    public boolean findsTest(ManagedModule module, String source) {
        Model effective = poms.get(module.folder()).effective();
        String name = SurefirePatterns.ofClass(source);
        for (String runner : List.of(SUREFIRE, "maven-failsafe-plugin")) {
            Optional<Plugin> plugin = plugin(effective, runner);
            if (plugin.isEmpty()) continue;
            List<String> includes = new ArrayList<>();
            configurations(plugin.get()).forEach(configuration -> children(configuration, "includes")
                    .map(Xpp3Dom::getValue)
                    .forEach(includes::add));
            // suites name their classes themselves
            if (configurations(plugin.get()).anyMatch(configuration -> configuration.getChild("suiteXmlFiles") != null))
                return true;
            if (includes.stream().anyMatch(pattern -> matches(pattern, name))) return true;
            if (runner.equals(SUREFIRE) && !includes.isEmpty()) return false;
        }
        // tests of the whole program are left to a run of their own
        return SurefirePatterns.usual(Paths.name(source))
                || Paths.name(name).matches("IT.*|.*IT\\.java|.*ITCase\\.java");
    }

    private static Stream<Xpp3Dom> configurations(Plugin plugin) {
        return Stream.concat(
                        Stream.ofNullable(plugin.getConfiguration()),
                        plugin.getExecutions().stream().flatMap(one -> Stream.ofNullable(one.getConfiguration())))
                .map(Xpp3Dom.class::cast);
    }

    private static boolean matches(String pattern, String path) {
        // regular expressions and methods say more than patterns of paths can
        if (pattern == null || pattern.contains("%regex") || pattern.contains("#")) return true;
        String plain = pattern.replaceFirst("\\.class$", ".java");
        if (!plain.contains("/")) plain = "**/" + plain;
        return PathPattern.of(plain).matches(path);
    }

    @Override
    public boolean runsPlatform(ManagedModule module) {
        return module.declared().stream()
                .anyMatch(one -> one.coordinates().group().equals("org.junit.jupiter"));
    }
}
