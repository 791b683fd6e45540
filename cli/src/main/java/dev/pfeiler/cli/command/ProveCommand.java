package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.JsonDocuments;
import dev.pfeiler.cli.Stage;
import dev.pfeiler.cli.options.FolderParameter;
import dev.pfeiler.cli.view.VerdictView;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.tree.Text;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code pfeiler prove}. */
@Command(
        name = "prove",
        description = "Build with the build tool, and compare the result with what the old wiring builds.",
        footerHeading = "%nExamples:%n",
        footer = {"  pfeiler prove harbour", "  pfeiler prove harbour --run-with \"list --all\""})
public final class ProveCommand extends BaseCommand.Reporting {
    @Mixin
    private FolderParameter folder;

    @Option(
            names = "--run-old-build",
            description = "Run the old build in a scratch copy, and compare with what it builds.")
    private boolean runOldBuild;

    @Option(names = "--no-run", description = "Compare what is built without running it.")
    private boolean noRun;

    @Option(names = "--run-with", paramLabel = "ARGS", description = "Arguments for both programs (default: --help).")
    private String runWith = "";

    public ProveCommand(Context context) {
        super(context);
    }

    @Override
    public Integer call() {
        Verdict verdict;
        ProofRequest.Options options = new ProofRequest.Options(offline(), runOldBuild, running());
        try (Stage stage = Stage.on(context().terminal(), "prove")) {
            verdict = pfeiler().prove(folder.folder(), options, stage);
        }
        String name = folder.name();
        if (json()) print(JsonDocuments.verdict(name, verdict));
        else new VerdictView(screen(), verbose()).show(name, verdict);
        return verdict.proven() ? 0 : 1;
    }

    private ProofRequest.RunOptions running() {
        if (noRun) return ProofRequest.RunOptions.NONE;
        return runWith.isBlank()
                ? ProofRequest.RunOptions.USUAL
                : new ProofRequest.RunOptions(true, Text.words(runWith));
    }
}
