package dev.pfeiler.ecosystem.jvm;

import dev.pfeiler.conversion.PathArguments;
import dev.pfeiler.ecosystem.Addition;
import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Found;
import dev.pfeiler.ecosystem.Libraries;
import dev.pfeiler.ecosystem.Part;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.jvm.addition.DependencyAddition;
import dev.pfeiler.ecosystem.jvm.archive.JarCache;
import dev.pfeiler.ecosystem.jvm.creation.JvmCreator;
import dev.pfeiler.ecosystem.jvm.language.Languages;
import dev.pfeiler.ecosystem.jvm.language.groovy.GroovyLanguage;
import dev.pfeiler.ecosystem.jvm.language.java.JavaLanguage;
import dev.pfeiler.ecosystem.jvm.language.kotlin.KotlinLanguage;
import dev.pfeiler.ecosystem.jvm.language.scala.ScalaLanguage;
import dev.pfeiler.ecosystem.jvm.library.LibrarySearch;
import dev.pfeiler.ecosystem.jvm.proof.JvmManagedProof;
import dev.pfeiler.ecosystem.jvm.reading.JvmParts;
import dev.pfeiler.ecosystem.jvm.reading.JvmReader;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.ecosystem.jvm.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.ecosystem.jvm.target.gradle.GradleTarget;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenTarget;
import dev.pfeiler.ecosystem.jvm.wiring.script.JavaPathArguments;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Languages that compile to class files, and the build tools for them. */
public final class JvmEcosystem implements Ecosystem {
    private static final List<JvmTarget> TARGETS = List.of(new MavenTarget(), new GradleTarget());
    private static final Languages LANGUAGES =
            new Languages(List.of(new JavaLanguage(), new KotlinLanguage(), new GroovyLanguage(), new ScalaLanguage()));

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
        return TARGETS.stream()
                .map(target -> new Target(target.id(), target.title()))
                .toList();
    }

    @Override
    public List<Part> parts(ProjectTree tree) {
        return JvmParts.of(tree, LANGUAGES);
    }

    @Override
    public Reading read(ProjectTree part, Environment environment) {
        return part(part, environment);
    }

    private static JvmPart part(ProjectTree tree, Environment environment) {
        JvmReading.Tools tools =
                new JvmReading.Tools(LANGUAGES, Toolchain.of(environment), Repositories.of(environment));
        JvmReading reading = new JvmReader(new JarCache(environment.cache().resolve("jars")), tools).read(tree);
        return new JvmPart(reading, TARGETS, environment);
    }

    @Override
    public Optional<Libraries> libraries() {
        return Optional.of(new Libraries() {
            @Override
            public List<Found> find(ProjectTree tree, String name, boolean all, Environment environment) {
                return new LibrarySearch(tree, Repositories.of(environment)).find(name, all);
            }

            @Override
            public Addition add(ProjectTree tree, String name, Optional<String> scope, Environment environment) {
                return DependencyAddition.to(tree, Repositories.of(environment), TARGETS)
                        .of(name, scope);
            }
        });
    }

    @Override
    public Optional<PartVerdict> proveManaged(ProofRequest request, Environment environment) throws IOException {
        Repositories repositories = Repositories.of(environment);
        Optional<JvmTarget> target = TARGETS.stream()
                .filter(one -> one.buildFile(request.old(), repositories).isPresent())
                .findFirst();
        if (target.isEmpty()) return Optional.empty();
        JvmTarget settled = target.get().settled(new Deliberation(Choices.NONE), request.old(), environment);
        return Optional.of(new JvmManagedProof(request, settled, repositories, environment).run());
    }

    @Override
    public List<String> references(ProjectTree part) {
        return TARGETS.stream()
                .flatMap(target -> target.references(part).stream())
                .distinct()
                .toList();
    }

    @Override
    public List<String> buildOutput(String target, ProjectTree part, Set<String> descriptors) {
        JvmTarget tool = TARGETS.stream()
                .filter(one -> one.id().equals(target))
                .findFirst()
                .orElseThrow();
        return descriptors.stream()
                .filter(path -> tool.isDescriptor(Paths.name(path)))
                .flatMap(path -> tool.output(part, Paths.parent(path)).stream())
                .distinct()
                .toList();
    }

    @Override
    public Optional<Creator> creator() {
        return Optional.of(new JvmCreator(TARGETS));
    }

    @Override
    public PathArguments pathArguments() {
        return new JavaPathArguments();
    }

    @Override
    public PartVerdict prove(String target, ProofRequest request, Environment environment) {
        return part(request.old(), environment).prove(target, request);
    }
}
