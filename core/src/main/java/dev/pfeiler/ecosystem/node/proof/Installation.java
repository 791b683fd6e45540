package dev.pfeiler.ecosystem.node.proof;

import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Attachment;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.tree.TreeCopy;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Installs the packages that the new project declares, and gives the old one those that it had. */
final class Installation {
    private final ProofRequest proof;
    private final NodeProject old;
    private final Path logs;
    private final List<String> notes = new ArrayList<>();
    private final List<Attachment> attachments = new ArrayList<>();

    Installation(ProofRequest proof, NodeProject old) {
        this.proof = proof;
        this.old = old;
        this.logs = proof.log().toAbsolutePath().getParent();
    }

    List<String> notes() {
        return notes;
    }

    List<Attachment> attachments() {
        return attachments;
    }

    /** Lets npm write the lock file, then install what it says. */
    Optional<PartVerdict.Failure> install(Npm npm, Path folder) throws IOException {
        Path own = proof.project().resolve(InstalledPackages.FOLDER);
        Path lock = folder.resolve("package-lock.json");
        // npm keeps the versions that lie there, those of transitive dependencies, too
        if (Files.isDirectory(own) && !Files.exists(lock)) TreeCopy.all(own, folder.resolve(InstalledPackages.FOLDER));
        ToolRun first = npm.run(folder, List.of("install", "--omit-lockfile-registry-resolved=false"), proof.log());
        if (!first.succeeded()) return Optional.of(NpmFailure.of("npm install", first.output(), first.exit()));
        if (Files.exists(lock)) {
            Path kept = logs.resolve("package-lock.json");
            Files.copy(lock, kept, StandardCopyOption.REPLACE_EXISTING);
            attachments.add(new Attachment(
                    kept, "the lock file; npm install writes the same into the project", Attachment.Kind.FILE));
        }
        ToolRun run = npm.run(folder, List.of("ci"), proof.log());
        if (run.succeeded()) return Optional.empty();
        PartVerdict.Failure failure = NpmFailure.of("npm ci", run.output(), run.exit());
        // a registry that lacks packages for other systems gives lock files that npm ci takes for incomplete
        boolean partial = NpmFailure.isIncomplete(run.output());
        if (!partial) return Optional.of(failure);
        notes.add("npm ci refuses the lock file, as the registry lacks optional packages; npm install was used.");
        run = npm.run(folder, List.of("install"), proof.log());
        return run.succeeded() ? Optional.empty() : Optional.of(failure);
    }

    /** The old project's packages: those that lie in its folder, else those that npm has installed. */
    void packagesOfOld(Path folder, Path built) throws IOException {
        Path own = proof.project().resolve(InstalledPackages.FOLDER);
        Path copy = folder.resolve(InstalledPackages.FOLDER);
        boolean there = Files.isDirectory(own);
        Path installed = built.resolve(InstalledPackages.FOLDER);
        if (!there && !Files.isDirectory(installed)) return;
        // a build may write there, too
        TreeCopy.all(there ? own : installed, copy);
        boolean imports = old.scripts().values().stream()
                .flatMap(script -> script.imports().stream())
                .anyMatch(one -> PackageName.of(one.specifier()).isPresent());
        if (!there && imports)
            notes.add("The old project has no packages; both were run with those that npm installed.");
    }
}
