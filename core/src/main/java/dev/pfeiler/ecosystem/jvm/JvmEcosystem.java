package dev.pfeiler.ecosystem.jvm;

import dev.pfeiler.ecosystem.Addition;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Found;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.jvm.addition.DependencyAddition;
import dev.pfeiler.ecosystem.jvm.library.LibrarySearch;
import dev.pfeiler.ecosystem.jvm.proof.JvmProof;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.repository.Repositories;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.tree.ProjectTree;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Java and what runs on its virtual machine; built with Maven. */
public final class JvmEcosystem implements Ecosystem {
    private static final Map<String, String> DESCRIPTORS = new LinkedHashMap<>();

    static {
        DESCRIPTORS.put("pom.xml", "Maven");
        DESCRIPTORS.put("build.gradle", "Gradle");
        DESCRIPTORS.put("build.gradle.kts", "Gradle");
    }

    @Override
    public String name() {
        return "jvm";
    }

    @Override
    public List<String> targets() {
        return List.of("maven");
    }

    @Override
    public Set<String> extensions() {
        return Set.of("java", "kt", "groovy", "scala");
    }

    @Override
    public Optional<Evidence> managed(ProjectTree tree) {
        return DESCRIPTORS.entrySet().stream()
                .filter(descriptor -> tree.has(descriptor.getKey()))
                .map(descriptor -> Evidence.of(descriptor.getKey(), descriptor.getValue()))
                .findFirst();
    }

    @Override
    public Optional<Reading> read(ProjectTree tree, Environment environment) {
        JvmReading reading = JvmReading.of(tree, environment);
        return reading.sources() == 0 ? Optional.empty() : Optional.of(reading);
    }

    @Override
    public List<Found> find(ProjectTree tree, String name, boolean all, Environment environment) {
        return new LibrarySearch(tree, Repositories.of(environment)).find(name, all);
    }

    @Override
    public Addition add(ProjectTree tree, String name, Optional<String> scope, Environment environment) {
        return new DependencyAddition(tree, Repositories.of(environment)).of(name, scope);
    }

    @Override
    public Verdict prove(ProofRequest proof, Environment environment) {
        return new JvmProof(proof, environment).run();
    }
}
