package dev.pfeiler.ecosystem.dotnet.proof;

import dev.pfeiler.ecosystem.dotnet.evaluation.FileSet;
import dev.pfeiler.ecosystem.dotnet.project.Compilation;
import dev.pfeiler.ecosystem.dotnet.project.DotnetProject;
import dev.pfeiler.ecosystem.dotnet.project.SdkCompilation;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.ManagedProof;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.StartedProgram;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Builds a copy of managed C# projects with the SDK, or with mcs where there is none, and starts their programs. */
public final class DotnetManagedProof extends ManagedProof {
    private final Map<String, Compilation> projects = new LinkedHashMap<>();
    private final Map<String, List<String>> programs = new LinkedHashMap<>();

    public DotnetManagedProof(ProofRequest request, Environment environment) {
        super(request, environment);
    }

    @Override
    protected Optional<PartVerdict.Failure> build() throws IOException {
        ProjectTree tree = ProjectTree.read(folder());
        Map<String, String> generated = new LinkedHashMap<>();
        FileSet files = new FileSet(tree);
        for (TreeFile file : tree.files()) {
            if (!file.extension().equals(DotnetProject.PROJECT)) continue;
            try {
                SdkCompilation sdk = new SdkCompilation(tree, files, file.path());
                Compilation one = sdk.read();
                projects.put(one.id(), one);
                generated.put(one.id(), AssemblyInfo.of(sdk, one));
            } catch (XmlElement.Malformed e) {
                return Optional.of(new PartVerdict.Failure(
                        file.path() + ", line " + e.line() + ": " + e.getMessage(), "Correct the project file."));
            }
        }
        Optional<Path> dotnet = environment.program("dotnet");
        return dotnet.isPresent() ? withSdk(dotnet.get()) : withMcs(tree, generated);
    }

    private Optional<PartVerdict.Failure> withSdk(Path dotnet) throws IOException {
        stage("running dotnet build");
        Optional<PartVerdict.Failure> failure = SdkBuild.run(dotnet, projects.keySet(), folder(), request.log());
        if (failure.isPresent()) return failure;
        for (String id : projects.keySet())
            programs.put(id, List.of(dotnet.toString(), "run", "--no-build", "--project", id));
        done("build", "dotnet build");
        return Optional.empty();
    }

    private Optional<PartVerdict.Failure> withMcs(ProjectTree tree, Map<String, String> generated) throws IOException {
        Path compiler = environment.requiredProgram("mcs", "Install the .NET SDK or Mono's C# compiler.");
        stage("compiling");
        Mcs mcs = new Mcs(
                compiler,
                tree,
                request.scratch().resolve("built"),
                request.log().toAbsolutePath().getParent(),
                "managed");
        projects.values().forEach(one -> mcs.add(one, generated.get(one.id())));
        for (Compilation one : projects.values()) {
            Optional<Path> assembly = mcs.assembly(one.id());
            if (assembly.isEmpty())
                return Optional.of(new PartVerdict.Failure(
                        one.id() + " does not compile: " + String.join("; ", mcs.messages(one.id())),
                        "See its output with pfeiler prove -v."));
            environment
                    .program("mono")
                    .ifPresent(mono -> programs.put(
                            one.id(), List.of(mono.toString(), assembly.get().toString())));
        }
        done("build", "mcs, without an SDK");
        note("No SDK was used: project files were worked out by the published rules, and compiled by mcs.");
        return Optional.empty();
    }

    private static boolean isTest(Compilation one) {
        return one.identity().kind() != Compilation.Kind.LIBRARY
                && Paths.stem(one.project()).toLowerCase(java.util.Locale.ROOT).endsWith("tests");
    }

    @Override
    protected void test() throws IOException {
        for (Compilation one : projects.values()) {
            if (!isTest(one) || !programs.containsKey(one.id())) continue;
            stage("running the tests");
            ToolRun run = ToolRun.of(programs.get(one.id()), folder(), Map.of(), log("tests"), StartedProgram.LIMIT);
            long passed = run.output().stream()
                    .filter(line -> line.startsWith("passed"))
                    .count();
            if (run.succeeded()) done("tests", passed + " passed");
            else
                failed(
                        "tests",
                        "exit code " + run.exit(),
                        new Difference(one.id(), Difference.Kind.CHANGED, String.join("; ", run.output()), ""));
        }
    }

    @Override
    protected void start() throws IOException {
        List<Compilation> started = new ArrayList<>();
        for (Compilation one : projects.values())
            if (one.identity().kind() == Compilation.Kind.PROGRAM && !isTest(one) && programs.containsKey(one.id()))
                started.add(one);
        if (started.isEmpty()) library();
        for (Compilation one : started) {
            stage("starting " + one.output());
            started(programs.get(one.id()), Map.of(), StartedProgram.LIMIT);
        }
    }
}
