package dev.pfeiler.ecosystem.go.proof;

import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.ManagedProof;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProofRequest;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Builds a copy of a managed module and runs its tests. */
public final class GoManagedProof extends ManagedProof {
    private final GoSide side;

    public GoManagedProof(ProofRequest request, Environment environment) {
        super(request, environment);
        Path go = environment.requiredProgram("go", "Install Go, or add it to the PATH.");
        this.side = GoSide.ofModules(go, folder(), request.log().getParent(), "managed", request.offline());
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
    protected void start() {
        library();
    }
}
