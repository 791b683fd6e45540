package dev.pfeiler.ecosystem.node.proof;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.node.descriptor.PackageDescriptor;
import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.wiring.CallScript;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Attachment;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProgramResult;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Proves a conversion to npm: packages are installed, imports resolve, the build writes what the old one wrote, modules
 * export the same names, programs, tests and pages show the same.
 */
public final class NodeProof {
    private final ProofRequest proof;
    private final Environment environment;
    private final NodeProject old;
    private final Path logs;
    private final List<String> notes = new ArrayList<>();
    private final List<Comparison> rows = new ArrayList<>();
    private final List<Attachment> attachments = new ArrayList<>();
    private PartVerdict.OldBuild oldBuild = PartVerdict.OldBuild.NONE;

    public NodeProof(ProofRequest proof, Environment environment) {
        this.proof = proof;
        this.environment = environment;
        this.old = NodeProject.of(proof.old());
        this.logs = proof.log().toAbsolutePath().getParent();
    }

    public PartVerdict run() throws IOException {
        Path node = environment.requiredProgram("node", "Install Node.js, or add it to the PATH.");
        Npm npm = Npm.of(environment, proof.offline());
        Copies copies = new Copies(proof);
        Path built = copies.copy(ProjectTree.read(proof.converted()), "new");
        proof.stage().accept("running npm ci");
        Installation installation = new Installation(proof, old);
        Optional<PartVerdict.Failure> failure = installation.install(npm, built);
        if (failure.isPresent()) return PartVerdict.failed(failure.get(), proof.log());
        Path laidOut = copies.copy(proof.old(), "old");
        installation.packagesOfOld(laidOut, built);
        notes.addAll(installation.notes());
        attachments.addAll(installation.attachments());
        String searchPath = environment.variables().getOrDefault("PATH", "");
        Path commands = built.resolve(InstalledPackages.FOLDER).resolve(".bin");
        Side before = new Side(
                laidOut,
                logs,
                "old",
                node,
                List.of(laidOut.resolve(InstalledPackages.FOLDER).resolve(".bin"), commands),
                searchPath);
        Side after = new Side(built, logs, "new", node, List.of(commands), searchPath);
        JsonNode descriptor = new ObjectMapper().readTree(Files.readAllBytes(built.resolve(PackageDescriptor.NAME)));
        Set<String> start = Copies.files(laidOut);
        proof.stage().accept("building the old project");
        buildOld(before);
        proof.stage().accept("running npm run build");
        if (descriptor.path("scripts").has("build")) {
            ToolRun run = npm.run(built, List.of("run", "build"), proof.log().resolveSibling("npm-build.log"));
            if (!run.succeeded())
                return PartVerdict.failed(NpmFailure.of("npm run build", run.output(), run.exit()), run.log());
        }
        NodeProofContext context =
                new NodeProofContext(proof, environment, old, before, after, start, notes, attachments);
        new ImportRow(context).row().ifPresent(rows::add);
        new BuiltFilesRow(context, copies).row().ifPresent(rows::add);
        compiler(after).ifPresent(rows::add);
        new ModuleRow(context).row().ifPresent(rows::add);
        if (proof.running().wanted()) {
            rows.addAll(new ProgramRows(context).rows());
            new TestRow(context, npm).row(descriptor.path("scripts")).ifPresent(rows::add);
            new PageRow(context).row().ifPresent(rows::add);
        }
        return new PartVerdict(rows, Optional.empty(), List.of(), proof.log(), notes)
                .attaching(attachments)
                .comparedWith(oldBuild)
                .delivering(new PartVerdict.Delivery(copies.delivery("old"), copies.delivery("new")));
    }

    /** Builds the old project as far as its scripts were understood, or by them. */
    private void buildOld(Side side) throws IOException {
        OldScripts scripts = new OldScripts(side, proof);
        List<Difference> unbuilt = new ArrayList<>();
        for (CallScript script : old.calls()) {
            if (script.purpose().startsWith("build") || OldScripts.compiles(script))
                scripts.build(script).ifPresent(unbuilt::add);
        }
        notes.addAll(scripts.notes());
        oldBuild = scripts.oldBuild();
        if (!unbuilt.isEmpty()) rows.add(new Comparison("build scripts", unbuilt.size() + " not run", "", unbuilt));
    }

    /** The compiler accepts the sources with the settings that were written. */
    private Optional<Comparison> compiler(Side after) throws IOException {
        if (!Files.exists(after.folder().resolve("tsconfig.json"))) return Optional.empty();
        Path program = after.folder().resolve("node_modules/typescript/bin/tsc");
        if (!Files.exists(program)) return Optional.empty();
        proof.stage().accept("running tsc --noEmit");
        ProgramResult ran = after.program("node_modules/typescript/bin/tsc", List.of("--noEmit"), 1);
        List<Difference> differences = ran.output().stream()
                .filter(line -> line.contains("error TS"))
                .map(line -> new Difference(line.strip(), Difference.Kind.CHANGED, ""))
                .toList();
        if (differences.isEmpty() && !ran.succeeded())
            differences = List.of(
                    new Difference("the compiler", Difference.Kind.CHANGED, "ends with exit code " + ran.exit(), ""));
        return Optional.of(new Comparison(
                "compiler", "", differences.isEmpty() ? "no errors" : differences.size() + " errors", differences));
    }
}
