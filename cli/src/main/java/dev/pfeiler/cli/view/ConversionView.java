package dev.pfeiler.cli.view;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Proposal;
import java.util.List;

/** Shows what a conversion did, and what can be done next. */
public final class ConversionView {
    private final Screen screen;

    public ConversionView(Screen screen) {
        this.screen = screen;
    }

    /**
     * @param shown the directory as the user passed it, after a space; empty for the current one
     */
    public void show(String name, Proposal proposal, List<Step> steps, String shown) {
        screen.title(name + " is now managed by " + proposal.targets());
        screen.blank();
        count(steps, Step.Write.class, "written");
        count(steps, Step.Edit.class, "edited");
        count(steps, Step.Move.class, "moved");
        count(steps, Step.Retire.class, "retired, kept in the ledger");
        List<Decision> defaults = proposal.decisions().stream()
                .filter(d -> d.basis() == Decision.Basis.DEFAULT)
                .toList();
        if (!defaults.isEmpty()) {
            screen.heading("Defaults used (not specified in the project)");
            int column =
                    screen.textColumn(defaults.stream().map(Decision::title).toList());
            for (Decision d : defaults) screen.row(screen.sign(d.certainty()), d.title(), d.value(), column);
        }
        new LeftForYouView(screen, false).show(proposal.leftForYou());
        screen.heading("Next");
        proposal.commands()
                .forEach(command -> next(
                        command.line(),
                        command.folder().isEmpty()
                                ? command.purpose()
                                : command.purpose() + " (in " + command.folder() + ")"));
        next("pfeiler prove" + shown, "build it and compare with the old wiring");
        next("pfeiler undo" + shown, "restore the original project");
    }

    private void count(List<Step> steps, Class<? extends Step> kind, String words) {
        List<Step> of = steps.stream().filter(kind::isInstance).toList();
        if (of.isEmpty()) return;
        String names = of.size() <= 2 && kind != Step.Retire.class && kind != Step.Move.class
                ? ": " + String.join(", ", of.stream().map(Step::path).toList())
                : "";
        screen.text(2, String.format("%5d %s %s%s", of.size(), of.size() == 1 ? "file" : "files", words, names));
    }

    private void next(String command, String purpose) {
        screen.row(" ", command, purpose, 32);
    }
}
