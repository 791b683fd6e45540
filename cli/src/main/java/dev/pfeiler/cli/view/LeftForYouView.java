package dev.pfeiler.cli.view;

import dev.pfeiler.evidence.Finding;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Shows what only the user can decide or fix; of what has the same cause, one example unless all is wanted. */
public final class LeftForYouView {
    private final Screen screen;

    private final boolean verbose;

    public LeftForYouView(Screen screen, boolean verbose) {
        this.screen = screen;
        this.verbose = verbose;
    }

    public void show(List<Finding> findings) {
        if (findings.isEmpty()) return;
        screen.heading("Left for you");
        Map<String, List<Finding>> byCause = new LinkedHashMap<>();
        for (Finding finding : findings) {
            String cause = verbose ? finding.subject() + " " + finding.fact() : finding.fact();
            byCause.computeIfAbsent(cause, c -> new ArrayList<>()).add(finding);
        }
        for (List<Finding> alike : byCause.values()) {
            Finding first = alike.get(0);
            int others = alike.size() - 1;
            String further = others == 0 || verbose ? "" : " (" + others + " more like this, shown with -v)";
            screen.row(screen.attention(), first.subject() + " " + first.fact() + further, "", 4);
            alike.stream().limit(verbose ? alike.size() : 1).forEach(one -> screen.evidence(one.evidence(), verbose));
        }
    }
}
