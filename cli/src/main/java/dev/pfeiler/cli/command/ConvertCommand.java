package dev.pfeiler.cli.command;

import dev.pfeiler.cli.Context;
import dev.pfeiler.cli.Interview;
import dev.pfeiler.cli.options.ChoiceOptions;
import dev.pfeiler.cli.options.FolderParameter;
import dev.pfeiler.cli.options.NetworkOption;
import dev.pfeiler.cli.options.OutputOptions;
import dev.pfeiler.cli.view.ConversionView;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.conversion.WorkTree;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.survey.Survey;
import dev.pfeiler.tree.Text;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** {@code pfeiler convert}. */
@Command(name = "convert", description = "Carry the proposal out; pfeiler undo puts everything back.")
public final class ConvertCommand implements Callable<Integer> {
    private static final int SHOWN = 5;

    private final Context context;

    @Mixin
    private FolderParameter folder;

    @Mixin
    private ChoiceOptions choices;

    @Mixin
    private NetworkOption network;

    @Mixin
    private OutputOptions output;

    public ConvertCommand(Context context) {
        this.context = context;
    }

    @Override
    public Integer call() {
        Survey survey = context.pfeiler(network).survey(folder.folder());
        Choices settled = choices.choices();
        Proposal proposal = context.pfeiler(network).propose(survey, choices.target(), settled);
        if (context.terminal().interactive() && !proposal.questions().isEmpty()) {
            settled = settled.under(new Interview(context.terminal()).ask(proposal.questions()));
            proposal = context.pfeiler(network).propose(survey, choices.target(), settled);
        }
        context.pfeiler(network).workTree(folder.folder()).ifPresent(this::uncommitted);
        List<Step> steps = context.pfeiler(network).convert(survey, proposal, settled);
        String shown = folder.folder().toString().equals(".") ? "" : " " + folder.folder();
        new ConversionView(context.screen(output)).show(survey.tree().name(), proposal, steps, shown);
        return 0;
    }

    private void uncommitted(WorkTree tree) {
        notice(tree.changed(), "with changes that git has not committed");
        notice(tree.untracked(), "that git does not know");
    }

    private void notice(List<String> files, String what) {
        if (files.isEmpty()) return;
        String names = String.join(", ", files.subList(0, Math.min(SHOWN, files.size())));
        String more = files.size() > SHOWN ? ", …" : "";
        String count = files.size() == 1 ? "1 file " : files.size() + " files ";
        context.terminal()
                .errors()
                .println("pfeiler: " + count + what + ", taken as they are: " + Text.plain(names) + more);
    }
}
