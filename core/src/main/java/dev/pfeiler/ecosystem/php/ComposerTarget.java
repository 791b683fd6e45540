package dev.pfeiler.ecosystem.php;

import dev.pfeiler.check.CheckRequest;
import dev.pfeiler.check.PartCheck;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.php.check.PhpCheck;
import dev.pfeiler.ecosystem.php.composer.ComposerBuild;
import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.ecosystem.php.proof.PhpManagedProof;
import dev.pfeiler.ecosystem.php.proof.PhpProof;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Composer. */
final class ComposerTarget implements Target {
    @Override
    public String id() {
        return "composer";
    }

    @Override
    public String title() {
        return "Composer";
    }

    @Override
    public Optional<ManagedBuild> read(ProjectTree project, Environment environment) {
        return ComposerBuild.read(project);
    }

    @Override
    public PartVerdict prove(ProofRequest request, Environment environment) throws IOException {
        return new PhpProof(request, environment).run();
    }

    @Override
    public PartVerdict proveManaged(ProofRequest request, Environment environment) throws IOException {
        return new PhpManagedProof(request, environment).run();
    }

    @Override
    public List<String> buildOutput(ProjectTree part, Set<String> descriptors) {
        return descriptors.contains(ComposerFile.NAME) ? PhpOutput.of(part) : List.of();
    }

    @Override
    public PartCheck check(CheckRequest request) {
        return PhpCheck.of(request);
    }

    @Override
    public List<String> references(ProjectTree project) {
        return PhpOutput.references(project);
    }

    @Override
    public String addCommand(String name) {
        return "composer require " + name;
    }
}
