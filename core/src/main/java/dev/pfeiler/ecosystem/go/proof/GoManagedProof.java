package dev.pfeiler.ecosystem.go.proof;

import dev.pfeiler.ecosystem.go.module.ModulePath;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.ManagedProof;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.StartedProgram;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Builds a copy of a managed module and runs its tests. */
public final class GoManagedProof extends ManagedProof {
    private final GoSide side;

    public GoManagedProof(ProofRequest request, Environment environment) {
        super(request, environment);
        Path go = environment.requiredProgram("go", "Install Go, or add it to the PATH.");
        this.side = GoSide.ofModules(go, folder(), "", request.log().getParent(), "managed", request.offline());
    }

    @Override
    protected Optional<PartVerdict.Failure> build() throws IOException {
        stage("running go build");
        ToolRun run = side.go("build", List.of("build", "./..."));
        if (!run.succeeded())
            return Optional.of(new PartVerdict.Failure(
                    "go build fails with exit code " + run.exit() + ".", "See its output with pfeiler prove -v."));
        done("build", "done");
        return Optional.empty();
    }

    @Override
    protected void test() throws IOException {
        stage("running the tests");
        row(side.tests().alone("the tests", log("tests").toString()));
    }

    @Override
    protected void start() throws IOException {
        List<String> programs = side.list("{{if eq .Name \"main\"}}{{.ImportPath}}{{end}}");
        if (programs.isEmpty()) library();
        for (String path : programs) {
            stage("starting " + path);
            String name = ModulePath.name(path);
            Path program = request.scratch().resolve("programs").resolve(name);
            ToolRun run = side.go("build-" + name, List.of("build", "-o", program.toString(), path));
            if (run.succeeded()) started(List.of(program.toString()), Map.of(), StartedProgram.LIMIT);
            else failed("start", "not built", new Difference(path, Difference.Kind.CHANGED, "go build fails", ""));
        }
    }
}
