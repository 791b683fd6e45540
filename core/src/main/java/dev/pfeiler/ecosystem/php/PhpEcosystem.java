package dev.pfeiler.ecosystem.php;

import dev.pfeiler.ecosystem.Addition;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Found;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** PHP; managed with Composer. */
public final class PhpEcosystem implements Ecosystem {
    @Override
    public String name() {
        return "php";
    }

    @Override
    public List<String> targets() {
        return List.of("composer");
    }

    @Override
    public Set<String> extensions() {
        return PhpProject.EXTENSIONS;
    }

    @Override
    public Optional<Evidence> managed(ProjectTree tree) {
        return tree.has(ComposerFile.NAME) ? Optional.of(Evidence.of(ComposerFile.NAME, "Composer")) : Optional.empty();
    }

    @Override
    public Optional<Reading> read(ProjectTree tree, Environment environment) {
        PhpProject project = PhpProject.of(tree);
        return project.sources().isEmpty() ? Optional.empty() : Optional.of(PhpReading.of(project));
    }

    @Override
    public List<Found> find(ProjectTree tree, String name, boolean all, Environment environment) {
        return List.of();
    }

    @Override
    public Addition add(ProjectTree tree, String name, Optional<String> scope, Environment environment) {
        throw Refusal.notPossible(
                "Dependencies of a Composer project are not looked up here.",
                "Add it with composer require " + name + ".");
    }

    @Override
    public Verdict prove(ProofRequest proof, Environment environment) {
        return new PhpProof(proof, environment).run();
    }
}
