package dev.pfeiler.cli.command;

import dev.pfeiler.check.Severity;
import dev.pfeiler.checking.CheckResult;
import dev.pfeiler.checking.Fixes;
import dev.pfeiler.cli.CheckDocuments;
import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.Interview;
import dev.pfeiler.cli.Stage;
import dev.pfeiler.cli.options.FolderParameter;
import dev.pfeiler.cli.view.CheckView;
import dev.pfeiler.evidence.Refusal;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code pfeiler check}. */
@Command(
        name = "check",
        description = "Find where descriptors and code of a managed project disagree.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  pfeiler check harbour",
            "  pfeiler check harbour --fix",
            "  pfeiler check harbour --sarif > harbour.sarif"
        })
public final class CheckCommand extends BaseCommand.Reporting {
    @Mixin
    private FolderParameter folder;

    @Option(names = "--fix", description = "Carry out the cures that are certain; pfeiler undo reverts them.")
    private boolean fix;

    @Option(
            names = "--fail-on",
            paramLabel = "SEVERITY",
            description = {
                "Exit with 1 if there is a finding of at least this severity: error, warning or none",
                "(default: error; with --json: warning)."
            })
    private String failOn;

    @Option(
            names = "--sarif",
            description = "Print the findings in the Static Analysis Results Interchange Format 2.1.0.")
    private boolean sarif;

    public CheckCommand(Context context) {
        super(context);
    }

    @Override
    public Integer call() {
        requireKnown();
        CheckResult result = check();
        Fixes fixes = null;
        boolean plain = !json() && !sarif;
        if (fix) {
            fixes = pfeiler().fixes(folder.folder(), result);
            if (plain) new CheckView(screen(), verbose()).show(fixes);
            if (!fixes.steps().isEmpty() && confirmed(plain)) {
                pfeiler().fix(folder.folder(), fixes);
                result = check();
            } else if (!fixes.steps().isEmpty()) fixes = null;
        }
        if (json()) print(CheckDocuments.json(folder.name(), result, fixes == null ? List.of() : fixes.cured()));
        else if (sarif) print(CheckDocuments.sarif(result));
        else
            new CheckView(screen(), verbose())
                    .show(
                            folder.folder()
                                    .toAbsolutePath()
                                    .normalize()
                                    .getFileName()
                                    .toString(),
                            result,
                            fix);
        return fails(result) ? 1 : 0;
    }

    private CheckResult check() {
        try (Stage stage = Stage.on(context().terminal(), "check")) {
            return pfeiler().check(folder.folder(), stage);
        }
    }

    private boolean confirmed(boolean plain) {
        if (!plain || !context().terminal().interactive()) return true;
        if (new Interview(context().terminal()).confirm("Make these changes?")) return true;
        print("Nothing was changed.");
        return false;
    }

    private static final String NONE = "none";

    private void requireKnown() {
        if (failOn == null || failOn.equals(NONE)) return;
        if (Arrays.stream(Severity.values()).anyMatch(one -> one.word().equals(failOn))) return;
        String known = Arrays.stream(Severity.values()).map(Severity::word).collect(Collectors.joining(", "));
        throw Refusal.usage("Unknown severity: " + failOn + ".", "Use one of: " + known + ", " + NONE + ".");
    }

    /** A document is for programs, which decide themselves: it is announced whenever it has findings. */
    private boolean fails(CheckResult result) {
        String least = failOn == null ? (json() ? Severity.WARNING : Severity.ERROR).word() : failOn;
        return Arrays.stream(Severity.values())
                .filter(one -> one.word().equals(least))
                .anyMatch(result::holds);
    }
}
