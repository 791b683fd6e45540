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
     * @param shown the folder as the person named it, with a space before it; empty where it is the current one
     */
    public void show(String name, Proposal proposal, List<Step> steps, String shown) {
        screen.title(name + " is managed by " + proposal.target() + " now");
        screen.blank();
        count(steps, Step.Write.class, "written");
        count(steps, Step.Edit.class, "edited");
        count(steps, Step.Move.class, "moved");
        count(steps, Step.Retire.class, "retired, kept in the ledger");
        List<Decision> defaults = proposal.decisions().stream()
                .filter(d -> d.basis() == Decision.Basis.DEFAULT)
                .toList();
        if (!defaults.isEmpty()) {
            screen.heading("Taken by default, as nothing in the project says otherwise");
            int column =
                    screen.textColumn(defaults.stream().map(Decision::title).toList());
            for (Decision d : defaults) screen.row(screen.sign(d.certainty()), d.title(), d.value(), column);
        }
        new LeftForYouView(screen).show(proposal.leftForYou());
        screen.heading("Next");
        proposal.commands().forEach(command -> next(command.line(), command.purpose()));
        next("pfeiler prove" + shown, "build it and hold it against the old wiring");
        next("pfeiler undo" + shown, "put everything back");
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
