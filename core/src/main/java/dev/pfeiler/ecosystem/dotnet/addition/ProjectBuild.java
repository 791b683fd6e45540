package dev.pfeiler.ecosystem.dotnet.addition;

import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.dotnet.evaluation.FileSet;
import dev.pfeiler.ecosystem.dotnet.model.ProjectEdit;
import dev.pfeiler.ecosystem.dotnet.model.ProjectText;
import dev.pfeiler.ecosystem.dotnet.project.Compilation;
import dev.pfeiler.ecosystem.dotnet.project.DotnetProject;
import dev.pfeiler.ecosystem.dotnet.project.SdkCompilation;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The project file of a managed project. */
public record ProjectBuild(EditableText text, String path, SdkCompilation project, Compilation compilation)
        implements ManagedBuild {
    /** The scope of another project. */
    static final String PROJECT = "project";

    /** The project file at the top of a tree; nothing if there is none, or several. */
    public static Optional<ManagedBuild> read(ProjectTree tree) {
        List<String> files = tree.files().stream()
                .map(TreeFile::path)
                .filter(path ->
                        Paths.parent(path).isEmpty() && Paths.extension(path).equals(DotnetProject.PROJECT))
                .toList();
        if (files.size() != 1) return Optional.empty();
        try {
            SdkCompilation project = new SdkCompilation(tree, new FileSet(tree), files.get(0));
            return Optional.of(
                    new ProjectBuild(EditableText.require(tree, files.get(0)), files.get(0), project, project.read()));
        } catch (IOException | XmlElement.Malformed e) {
            throw Refusal.notPossible(files.get(0) + " cannot be read: " + e.getMessage(), "Correct it.");
        }
    }

    @Override
    public String descriptor() {
        return path;
    }

    @Override
    public Identity identity() {
        return new Identity("", compilation.identity().assembly(), project.property("Version"));
    }

    @Override
    public List<DeclaredPackage> declared() {
        List<DeclaredPackage> declared = new ArrayList<>();
        compilation
                .references()
                .packages()
                .values()
                .forEach(one -> declared.add(new DeclaredPackage(
                        new PackageNotation(one.id(), one.version()),
                        one.development() ? "build" : "",
                        Set.of(),
                        one.evidence())));
        compilation
                .references()
                .projects()
                .forEach(one -> declared.add(
                        new DeclaredPackage(new PackageNotation(one, ""), PROJECT, Set.of(), Evidence.of(path, one))));
        return declared;
    }

    /** Letter case does not count in the names of packages. */
    @Override
    public Optional<DeclaredPackage> declaration(String name) {
        return declared().stream()
                .filter(one -> one.notation().name().equalsIgnoreCase(name))
                .findFirst();
    }

    @Override
    public Map<String, Stated> settings() {
        Map<String, Stated> settings = new LinkedHashMap<>();
        compilation
                .identity()
                .framework()
                .ifPresent(name -> settings.put(
                        LEVEL, new Stated(name, compilation.identity().place())));
        return settings;
    }

    @Override
    public Step.Edit declaring(List<Request> packages, String reason) {
        String content = text.content();
        boolean central = project.property("ManagePackageVersionsCentrally").equalsIgnoreCase("true");
        for (Request each : packages) {
            String name = each.notation().name();
            boolean other = each.scope().equals(PROJECT);
            String included = other ? ProjectText.path(name) : name;
            ProjectText.Element item = other
                    ? ProjectText.element("ProjectReference", "Include", included)
                    : ProjectText.element(
                            "PackageReference",
                            "Include",
                            included,
                            central ? "VersionOverride" : "Version",
                            each.notation().version());
            content = ProjectEdit.including(content, item, included);
        }
        return text.edit(content, reason);
    }
}
