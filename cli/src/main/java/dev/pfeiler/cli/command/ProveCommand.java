package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.JsonDocuments;
import dev.pfeiler.cli.Stage;
import dev.pfeiler.cli.options.FolderParameter;
import dev.pfeiler.cli.options.JsonOption;
import dev.pfeiler.cli.options.NetworkOption;
import dev.pfeiler.cli.options.OutputOptions;
import dev.pfeiler.cli.view.VerdictView;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.Verdict;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code pfeiler prove}. */
@Command(
        name = "prove",
        description = "Build with the real build tool and hold the result against what the old wiring built.")
public final class ProveCommand implements Callable<Integer> {
    private final Context context;

    @Mixin
    private FolderParameter folder;

    @Mixin
    private NetworkOption network;

    @Mixin
    private JsonOption json;

    @Mixin
    private OutputOptions output;

    @Option(
            names = "--run-old-build",
            description = "Run the old build itself in a scratch copy, and compare with what it builds.")
    private boolean runOldBuild;

    @Option(names = "--no-run", description = "Compare what was built, and start nothing of it.")
    private boolean noRun;

    @Option(
            names = "--run-with",
            paramLabel = "WORDS",
            description = "What a program is started with, old and new; --help if not given.")
    private String runWith = "";

    public ProveCommand(Context context) {
        this.context = context;
    }

    @Override
    public Integer call() {
        Verdict verdict;
        try (Stage stage = Stage.on(context.terminal(), "prove")) {
            verdict = context.pfeiler(network).prove(folder.folder(), network.offline(), runOldBuild, running(), stage);
        }
        if (json.json()) context.terminal().output().println(JsonDocuments.verdict(verdict));
        else {
            String name =
                    folder.folder().toAbsolutePath().normalize().getFileName().toString();
            new VerdictView(context.screen(output), output.verbose()).show(name, verdict);
        }
        return verdict.proven() ? 0 : 1;
    }

    private ProofRequest.Running running() {
        if (noRun) return ProofRequest.Running.NONE;
        return runWith.isBlank()
                ? ProofRequest.Running.USUAL
                : new ProofRequest.Running(true, List.of(runWith.strip().split("\\s+")));
    }
}
