package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.ProjectTree;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.apache.maven.model.Dependency;
import org.apache.maven.model.DependencyManagement;
import org.apache.maven.model.InputLocation;
import org.apache.maven.model.Model;
import org.apache.maven.model.building.DefaultModelBuilderFactory;
import org.apache.maven.model.building.DefaultModelBuildingRequest;
import org.apache.maven.model.building.ModelBuildingException;
import org.apache.maven.model.building.ModelBuildingRequest;
import org.apache.maven.model.building.ModelBuildingResult;
import org.apache.maven.model.building.ModelProblem;

/** A POM with all that it inherits and imports, read back. Source: the POM reference. */
final class PomBuild implements ManagedBuild {
    static final String NAME = PomWriter.POM;

    private final ProjectTree tree;
    private final String path;
    private final ModelBuildingResult result;
    private final Model raw;
    private final Model effective;

    private PomBuild(ProjectTree tree, String path, ModelBuildingResult result) {
        this.tree = tree;
        this.path = path;
        this.result = result;
        this.raw = result.getRawModel();
        this.effective = result.getEffectiveModel();
    }

    /**
     * Reads the POM at the top of a tree.
     *
     * @param repositories for parents and imported POMs from elsewhere; those that none has count as empty
     * @throws Refusal if it cannot be read
     */
    static PomBuild read(ProjectTree tree, Repositories repositories) {
        return read(tree, NAME, repositories);
    }

    /** Reads the POM at a path of a tree. */
    static PomBuild read(ProjectTree tree, String path, Repositories repositories) {
        ModelBuildingRequest request = new DefaultModelBuildingRequest()
                .setPomFile(tree.onDisk(path).toFile())
                .setProcessPlugins(false)
                .setLocationTracking(true)
                .setValidationLevel(ModelBuildingRequest.VALIDATION_LEVEL_MINIMAL)
                .setSystemProperties(System.getProperties())
                .setModelResolver(new PomResolver(repositories));
        try {
            ModelBuildingResult result =
                    new DefaultModelBuilderFactory().newInstance().build(request);
            return new PomBuild(tree, path, result);
        } catch (ModelBuildingException e) {
            if (lacksVersionsOnly(e)) return new PomBuild(tree, path, e.getResult());
            String problem = e.getProblems().isEmpty()
                    ? e.getMessage()
                    : e.getProblems().get(0).getMessage();
            throw Refusal.notPossible(
                    path + " is not a valid POM: " + problem.lines().findFirst().orElse(""), "Fix it first.");
        }
    }

    /** Whether nothing is wrong but that a bill of materials is not at hand, which states versions. */
    private static boolean lacksVersionsOnly(ModelBuildingException e) {
        return e.getResult() != null
                && e.getResult().getEffectiveModel() != null
                && e.getProblems().stream()
                        .filter(problem -> problem.getSeverity() != ModelProblem.Severity.WARNING)
                        .allMatch(problem -> problem.getSeverity() == ModelProblem.Severity.ERROR
                                && problem.getMessage().startsWith("'dependencies.dependency.version'"));
    }

    /** What the POM itself states. */
    Model raw() {
        return raw;
    }

    /** With all that it inherits and imports. */
    Model effective() {
        return effective;
    }

    /** The POMs that it inherits from, as they state it themselves; the nearest first. */
    List<Model> ancestors() {
        return result.getModelIds().stream().skip(1).map(result::getRawModel).toList();
    }

    /** A path that the effective model states, within the tree. */
    String relative(String stated) {
        return PomPaths.within(tree, Path.of(stated)).orElse(stated);
    }

    @Override
    public String descriptor() {
        return path;
    }

    @Override
    public Identity identity() {
        return new Identity(effective.getGroupId(), effective.getArtifactId(), effective.getVersion());
    }

    @Override
    public Step.Edit declaring(List<Request> packages, String reason) {
        EditableText text = EditableText.require(tree, path);
        String content = text.content();
        for (Request each : packages) {
            PackageNotation notation = each.notation();
            boolean version = !notation.version().isEmpty();
            Coordinates coordinates = Coordinates.of(notation.name(), version ? notation.version() : "0")
                    .orElseThrow(() -> new IllegalArgumentException("no artifact: " + notation));
            Scope scope = Scope.parse(each.scope()).orElse(Scope.PROVIDED);
            content = PomEdit.declaring(content, coordinates, scope, version);
        }
        return text.edit(content, reason);
    }

    @Override
    public Map<String, Stated> settings() {
        Map<String, Stated> settings = new LinkedHashMap<>();
        for (String key :
                List.of("maven.compiler.release", "maven.compiler.target", "maven.compiler.source", "java.version")) {
            String value = effective.getProperties().getProperty(key, "");
            ProjectSettings.parse(value)
                    .ifPresent(level -> settings.putIfAbsent(LEVEL, stated(String.valueOf(level), key)));
        }
        put(settings, "encoding", "project.build.sourceEncoding");
        settings.put("packaging", new Stated(effective.getPackaging(), place(raw.getLocation("packaging"), "")));
        return settings;
    }

    private void put(Map<String, Stated> settings, String key, String property) {
        String value = effective.getProperties().getProperty(property);
        if (value != null) settings.put(key, stated(value, property));
    }

    private Stated stated(String value, String property) {
        InputLocation properties = effective.getLocation("properties");
        InputLocation own = properties == null ? null : properties.getLocation(property);
        return new Stated(value, place(own, property + " " + value));
    }

    /** The place of something in this POM, or in one that it inherits from. */
    Evidence place(InputLocation location, String excerpt) {
        if (location == null || location.getSource() == null) return Evidence.of(path, excerpt);
        String file = location.getSource().getLocation();
        String place = file == null
                ? path
                : PomPaths.within(tree, Path.of(file))
                        .orElse(location.getSource().getModelId());
        return new Evidence(place, Math.max(0, location.getLineNumber()), excerpt);
    }

    @Override
    public Map<String, String> managedVersions() {
        Map<String, String> managed = new LinkedHashMap<>();
        DependencyManagement management = effective.getDependencyManagement();
        if (management == null) return managed;
        for (Dependency dependency : management.getDependencies()) {
            PackageNotation notation = notation(dependency);
            if (!notation.version().isEmpty()) managed.putIfAbsent(notation.name(), notation.version());
        }
        return managed;
    }

    private static PackageNotation notation(Dependency dependency) {
        String version = dependency.getVersion();
        boolean known = version != null && !version.isBlank() && !version.contains("${");
        String classifier = dependency.getClassifier() == null ? "" : dependency.getClassifier();
        String name = dependency.getGroupId() + ":" + dependency.getArtifactId();
        return new PackageNotation(classifier.isEmpty() ? name : name + ":" + classifier, known ? version : "");
    }

    @Override
    public List<DeclaredPackage> declared() {
        List<DeclaredPackage> declared = new ArrayList<>();
        for (Dependency dependency : effective.getDependencies()) {
            Set<String> exclusions = dependency.getExclusions().stream()
                    .map(e -> e.getGroupId() + ":" + e.getArtifactId())
                    .collect(Collectors.toSet());
            PackageNotation notation = notation(dependency);
            declared.add(new DeclaredPackage(
                    notation,
                    dependency.getScope() == null ? Scope.COMPILE.word() : dependency.getScope(),
                    exclusions,
                    place(dependency.getLocation("artifactId"), notation.name())));
        }
        return declared;
    }

    @Override
    public Optional<Step.Edit> listing(String module, String reason) {
        if (!effective.getPackaging().equals("pom") || modules().contains(module)) return Optional.empty();
        EditableText text = EditableText.require(tree, path);
        return Optional.of(text.edit(PomEdit.listing(text.content(), module), reason));
    }

    @Override
    public String inheriting(String descriptor, String module) {
        return PomEdit.inheriting(descriptor, effective, module, managedVersions());
    }

    @Override
    public List<String> modules() {
        return List.copyOf(effective.getModules());
    }
}
