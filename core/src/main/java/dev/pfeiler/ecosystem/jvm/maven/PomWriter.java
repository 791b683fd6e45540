package dev.pfeiler.ecosystem.jvm.maven;

import dev.pfeiler.ecosystem.jvm.dependency.Dependency;
import dev.pfeiler.ecosystem.jvm.dependency.Scope;
import java.io.IOException;
import java.io.StringWriter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import org.apache.maven.model.Build;
import org.apache.maven.model.Model;
import org.apache.maven.model.Plugin;
import org.apache.maven.model.PluginManagement;
import org.apache.maven.model.Repository;
import org.apache.maven.model.Resource;
import org.apache.maven.model.io.xpp3.MavenXpp3Writer;
import org.codehaus.plexus.util.xml.Xpp3Dom;

/** Writes a {@code pom.xml} from a value, the same bytes for the same value. */
public final class PomWriter {
    /** The folder of the repository that a project carries with it. */
    public static final String REPOSITORY = "local-repository";

    /** The start tag as it is usually written. */
    private static final String PROJECT = "<project xmlns=\"http://maven.apache.org/POM/4.0.0\""
            + " xmlns:xsi=\"http://www.w3.org/2001/XMLSchema-instance\""
            + " xsi:schemaLocation=\"http://maven.apache.org/POM/4.0.0 https://maven.apache.org/xsd/maven-4.0.0.xsd\">";

    private static final List<String> SECTIONS = List.of("properties", "repositories", "dependencies", "build");

    private final MavenProject project;
    private final List<Dependency> ordered;

    private PomWriter(MavenProject project) {
        this.project = project;
        this.ordered = project.dependencies().stream()
                .filter(d -> d.declared().isPresent())
                .sorted(Comparator.comparing(Dependency::scope)
                        .thenComparing(d -> d.declared().orElseThrow()))
                .toList();
    }

    /** The text of the project's descriptor. */
    public static String write(MavenProject project) {
        PomWriter writer = new PomWriter(project);
        return writer.comment(text(writer.model()));
    }

    /** The text of a descriptor that states coordinates alone, for an artifact of the project's own repository. */
    public static String write(dev.pfeiler.ecosystem.jvm.repository.Coordinates coordinates) {
        Model model = named(coordinates);
        model.setPackaging("jar");
        return text(model);
    }

    private static Model named(dev.pfeiler.ecosystem.jvm.repository.Coordinates coordinates) {
        Model model = new Model();
        model.setModelEncoding("UTF-8");
        model.setModelVersion("4.0.0");
        model.setGroupId(coordinates.group());
        model.setArtifactId(coordinates.artifact());
        model.setVersion(coordinates.version());
        return model;
    }

    private static String text(Model model) {
        StringWriter out = new StringWriter();
        try {
            new MavenXpp3Writer().write(out, model);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        return out.toString()
                        .replace("\r\n", "\n")
                        .replaceFirst("<project [^>]*>", PROJECT)
                        .strip()
                + "\n";
    }

    private Model model() {
        Model model = named(project.coordinates());
        model.setPackaging(project.packaging());
        model.setName(project.coordinates().artifact());
        model.setProperties(properties());
        if (ordered.stream().anyMatch(Dependency::inProject)) model.addRepository(ownRepository());
        for (Dependency dependency : ordered) model.addDependency(declaration(dependency));
        model.setBuild(build());
        return model;
    }

    private Properties properties() {
        // Properties has no order of its own; the Maven writer asks for the keys
        Properties properties = new OrderedProperties();
        properties.setProperty("project.build.sourceEncoding", project.encoding());
        properties.setProperty("maven.compiler.source", written(project.level()));
        properties.setProperty("maven.compiler.target", written(project.level()));
        return properties;
    }

    /** Levels up to 8 are written as the compilers of their time took them. */
    private static String written(String level) {
        return Integer.parseInt(level) <= 8 ? "1." + level : level;
    }

    private static Repository ownRepository() {
        Repository repository = new Repository();
        repository.setId(REPOSITORY);
        repository.setUrl("file://${project.basedir}/" + REPOSITORY);
        return repository;
    }

    private static org.apache.maven.model.Dependency declaration(Dependency dependency) {
        var coordinates = dependency.declared().orElseThrow();
        var declaration = new org.apache.maven.model.Dependency();
        declaration.setGroupId(coordinates.group());
        declaration.setArtifactId(coordinates.artifact());
        declaration.setVersion(coordinates.version());
        if (!coordinates.classifier().isEmpty()) declaration.setClassifier(coordinates.classifier());
        if (dependency.scope() != Scope.COMPILE)
            declaration.setScope(dependency.scope().word());
        return declaration;
    }

    private Build build() {
        Build build = new Build();
        project.finalName().ifPresent(build::setFinalName);
        if (project.documentation()) {
            Resource usual = new Resource();
            usual.setDirectory("src/main/resources");
            Resource beside = new Resource();
            beside.setDirectory("src/main/java");
            beside.setIncludes(List.of("**/doc-files/**", "**/package.html", "**/overview.html"));
            build.setResources(List.of(usual, beside));
        }
        PluginManagement management = new PluginManagement();
        for (Map.Entry<String, String> version : pluginVersions().entrySet()) {
            Plugin plugin = new Plugin();
            plugin.setArtifactId(version.getKey());
            plugin.setVersion(version.getValue());
            plugin.setConfiguration(configuration(version.getKey()));
            management.addPlugin(plugin);
        }
        build.setPluginManagement(management);
        return build;
    }

    private Map<String, String> pluginVersions() {
        Map<String, String> versions = new LinkedHashMap<>();
        versions.put("maven-clean-plugin", "3.4.1");
        versions.put("maven-resources-plugin", "3.3.1");
        versions.put("maven-compiler-plugin", "3.14.0");
        versions.put("maven-surefire-plugin", "3.5.3");
        if (project.packaging().equals("war")) versions.put("maven-war-plugin", "3.4.0");
        else versions.put("maven-jar-plugin", "3.4.2");
        versions.put("maven-install-plugin", "3.1.4");
        versions.put("maven-deploy-plugin", "3.1.4");
        return versions;
    }

    /** What a plugin has to be told; null where nothing. */
    private Xpp3Dom configuration(String plugin) {
        Xpp3Dom configuration = new Xpp3Dom("configuration");
        if (plugin.equals("maven-compiler-plugin") && project.packageInfo()) {
            // left to itself it makes a class of each package description, which the compiler alone does not
            configuration.addChild(element("createMissingPackageInfoClass", "false"));
        }
        if (plugin.equals("maven-war-plugin") && !project.webXml()) {
            configuration.addChild(element("failOnMissingWebXml", "false"));
        }
        if (plugin.equals("maven-surefire-plugin") && !project.tests().isEmpty()) {
            Xpp3Dom includes = new Xpp3Dom("includes");
            TestNames.USUAL.forEach(pattern -> includes.addChild(element("include", pattern)));
            project.tests().forEach(pattern -> includes.addChild(element("include", pattern)));
            configuration.addChild(includes);
        }
        return configuration.getChildCount() == 0 ? null : configuration;
    }

    private static Xpp3Dom element(String name, String value) {
        Xpp3Dom element = new Xpp3Dom(name);
        element.setValue(value);
        return element;
    }

    /** Sets the sections apart, and puts the notes that a reader needs above the dependencies they are about. */
    private String comment(String text) {
        List<String> lines = new ArrayList<>();
        int at = -1;
        for (String line : text.lines().toList()) {
            String tag = line.strip();
            boolean top = line.startsWith("  <") && !line.startsWith("   ");
            if (top && SECTIONS.contains(tag.replaceAll("[<>]", ""))) lines.add("");
            if (tag.equals("<dependency>")) {
                String note = ordered.get(++at).note();
                if (!note.isEmpty()) lines.add("    <!-- " + note.replace("--", "- -") + " -->");
            }
            lines.add(line);
        }
        return String.join("\n", lines) + "\n";
    }

    /** Properties that keep the order in which they were set. */
    private static final class OrderedProperties extends Properties {
        private static final long serialVersionUID = 1;
        private final LinkedHashMap<Object, Object> inOrder = new LinkedHashMap<>();

        @Override
        public synchronized Object put(Object key, Object value) {
            inOrder.put(key, value);
            return super.put(key, value);
        }

        @Override
        public java.util.Set<Object> keySet() {
            return inOrder.keySet();
        }

        @Override
        public java.util.Set<Map.Entry<Object, Object>> entrySet() {
            return inOrder.entrySet();
        }
    }
}
