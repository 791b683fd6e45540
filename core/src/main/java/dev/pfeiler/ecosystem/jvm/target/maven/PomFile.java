package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.Declaration;
import dev.pfeiler.ecosystem.jvm.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.target.BuildFile;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.apache.maven.model.Dependency;
import org.apache.maven.model.DependencyManagement;
import org.apache.maven.model.Model;
import org.apache.maven.model.building.DefaultModelBuilderFactory;
import org.apache.maven.model.building.DefaultModelBuildingRequest;
import org.apache.maven.model.building.ModelBuildingException;
import org.apache.maven.model.building.ModelBuildingRequest;
import org.apache.maven.model.building.ModelBuildingResult;

/** A POM that a user maintains, with all that it inherits and imports. */
final class PomFile implements BuildFile {
    static final String NAME = PomWriter.POM;
    private static final int USUAL_LEVEL = 8;

    private final ProjectTree tree;
    private final Model raw;
    private final Model effective;

    private PomFile(ProjectTree tree, Model raw, Model effective) {
        this.tree = tree;
        this.raw = raw;
        this.effective = effective;
    }

    /**
     * Reads the POM at the top of a tree.
     *
     * @param repositories for parents and imported POMs from elsewhere; those that none has count as empty
     * @throws Refusal if it cannot be read
     */
    static PomFile read(ProjectTree tree, Repositories repositories) {
        ModelBuildingRequest request = new DefaultModelBuildingRequest()
                .setPomFile(tree.onDisk(NAME).toFile())
                .setProcessPlugins(false)
                .setValidationLevel(ModelBuildingRequest.VALIDATION_LEVEL_MINIMAL)
                .setSystemProperties(System.getProperties())
                .setModelResolver(new PomResolver(repositories));
        try {
            ModelBuildingResult result =
                    new DefaultModelBuilderFactory().newInstance().build(request);
            return new PomFile(tree, result.getRawModel(), result.getEffectiveModel());
        } catch (ModelBuildingException e) {
            String problem = e.getProblems().isEmpty()
                    ? e.getMessage()
                    : e.getProblems().get(0).getMessage();
            throw Refusal.notPossible(
                    NAME + " is not a valid POM: " + problem.lines().findFirst().orElse(""), "Fix it first.");
        }
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public Step.Edit declaring(Coordinates coordinates, Scope scope, boolean version, String reason) {
        return PomEdit.declaring(EditableText.require(tree, NAME), coordinates, scope, version, reason);
    }

    @Override
    public int level() {
        for (String key :
                List.of("maven.compiler.release", "maven.compiler.target", "maven.compiler.source", "java.version")) {
            String value = effective.getProperties().getProperty(key, "").replaceFirst("^1\\.", "");
            if (value.matches("\\d+")) return Integer.parseInt(value);
        }
        return USUAL_LEVEL;
    }

    @Override
    public Map<String, Coordinates> managed() {
        Map<String, Coordinates> managed = new LinkedHashMap<>();
        DependencyManagement management = effective.getDependencyManagement();
        if (management == null) return managed;
        for (Dependency dependency : management.getDependencies()) {
            coordinates(dependency).ifPresent(c -> managed.putIfAbsent(c.key(), c));
        }
        return managed;
    }

    private static Optional<Coordinates> coordinates(Dependency dependency) {
        String version = dependency.getVersion();
        if (version == null || version.isBlank() || version.contains("${")) return Optional.empty();
        String classifier = dependency.getClassifier() == null ? "" : dependency.getClassifier();
        return Optional.of(new Coordinates(dependency.getGroupId(), dependency.getArtifactId(), version, classifier));
    }

    @Override
    public List<Declaration> declarations() {
        List<Declaration> declarations = new ArrayList<>();
        for (Dependency dependency : effective.getDependencies()) {
            Set<String> exclusions = dependency.getExclusions().stream()
                    .map(e -> e.getGroupId() + ":" + e.getArtifactId())
                    .collect(Collectors.toSet());
            String scope = dependency.getScope() == null ? "compile" : dependency.getScope();
            coordinates(dependency).ifPresent(c -> declarations.add(new Declaration(c, scope, exclusions)));
        }
        return declarations;
    }

    @Override
    public boolean declares(String key) {
        Set<String> own =
                raw.getDependencies().stream().map(Dependency::getArtifactId).collect(Collectors.toSet());
        return effective.getDependencies().stream()
                .filter(d -> own.contains(d.getArtifactId()))
                .anyMatch(d -> (d.getGroupId() + ":" + d.getArtifactId()).equals(key));
    }
}
