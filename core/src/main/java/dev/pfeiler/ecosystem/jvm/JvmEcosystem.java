package dev.pfeiler.ecosystem.jvm;

import dev.pfeiler.artifact.identity.LibrarySearch;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.conversion.PathArguments;
import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Found;
import dev.pfeiler.ecosystem.Libraries;
import dev.pfeiler.ecosystem.PackageChoice;
import dev.pfeiler.ecosystem.Part;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.jvm.addition.DependencyChoice;
import dev.pfeiler.ecosystem.jvm.creation.JvmCreator;
import dev.pfeiler.ecosystem.jvm.reading.JvmParts;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.ecosystem.jvm.wiring.script.JavaPathArguments;
import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Languages that compile to class files, and the build tools for them. */
public final class JvmEcosystem implements Ecosystem {
    private static final List<Target> TOOLS =
            JvmPart.TARGETS.stream().<Target>map(JvmBuildTool::new).toList();

    @Override
    public String id() {
        return "jvm";
    }

    @Override
    public String title() {
        return "Java";
    }

    @Override
    public Set<String> extensions() {
        return JvmParts.EXTENSIONS;
    }

    @Override
    public List<Target> targets() {
        return TOOLS;
    }

    @Override
    public List<Part> parts(ProjectTree tree) {
        return JvmParts.of(tree, JvmPart.LANGUAGES, TOOLS);
    }

    @Override
    public Reading read(ProjectTree part, Environment environment) {
        return JvmPart.of(part, environment);
    }

    @Override
    public Optional<Libraries> libraries() {
        return Optional.of(new Libraries() {
            @Override
            public List<Found> find(ProjectTree tree, String name, boolean all, Environment environment) {
                return new LibrarySearch(tree, Repositories.of(environment)).find(name, all);
            }

            @Override
            public PackageChoice choose(Project project, String name, Optional<String> scope, Environment environment) {
                JvmTarget tool = ((JvmBuildTool) project.target()).tool();
                return new DependencyChoice(project.tree(), project.build(), tool, Repositories.of(environment))
                        .of(name, scope);
            }
        });
    }

    @Override
    public Optional<Creator> creator() {
        return Optional.of(new JvmCreator(JvmPart.TARGETS));
    }

    @Override
    public PathArguments pathArguments() {
        return new JavaPathArguments();
    }
}
