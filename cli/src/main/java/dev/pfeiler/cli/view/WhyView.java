package dev.pfeiler.cli.view;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Explanation;

/** Shows the evidence behind the decisions about one subject. */
public final class WhyView {
    private final Screen screen;

    public WhyView(Screen screen) {
        this.screen = screen;
    }

    public void show(Explanation explanation) {
        screen.title("Why " + explanation.subject());
        for (Step step : explanation.steps()) {
            screen.heading(step.path());
            String what = step.goal()
                    .filter(goal -> step.leaves())
                    .map(goal -> (step instanceof Step.Edit ? "edited and moved to " : "moved to ") + goal)
                    .orElse(step instanceof Step.Retire ? "retired" : step instanceof Step.Edit ? "edited" : "written");
            screen.text(4, what + ": " + step.reason());
        }
        for (Decision decision : explanation.decisions()) {
            screen.heading(decision.title());
            screen.row(screen.sign(decision.certainty()), decision.value(), "", 0);
            screen.text(4, decision.reason());
            screen.evidence(decision.evidence(), true);
            for (Decision.Alternative other : decision.alternatives()) {
                screen.text(4, "also possible: " + other.value() + " (" + other.why() + ")");
            }
            screen.text(4, "override with --choose " + decision.key() + "=VALUE", screen.palette()::quiet);
        }
        screen.legend();
    }
}
