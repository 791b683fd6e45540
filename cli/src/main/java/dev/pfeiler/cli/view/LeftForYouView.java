package dev.pfeiler.cli.view;

import dev.pfeiler.evidence.Finding;
import java.util.List;

/** Shows what only the user can decide or fix. */
public final class LeftForYouView {
    private final Screen screen;

    public LeftForYouView(Screen screen) {
        this.screen = screen;
    }

    public void show(List<Finding> findings) {
        if (findings.isEmpty()) return;
        screen.heading("Left for you");
        for (Finding finding : findings) {
            screen.row(screen.attention(), finding.subject() + " " + finding.fact(), "", 4);
            screen.evidence(finding.evidence(), false);
        }
    }
}
