package dev.pfeiler;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Proposal;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** What tests ask of a proposal. */
public final class Proposed {
    private Proposed() {}

    /** What it does to each file; the texts of those that it writes or edits. */
    public static Map<String, String> files(Proposal proposal) {
        Map<String, String> files = new TreeMap<>();
        for (Step step : proposal.steps()) {
            // a jar that a test makes has its time in it
            if (step.path().endsWith(".jar.sha1")) continue;
            if (step instanceof Step.Write write) files.put(write.path(), write.content());
            else if (step instanceof Step.Edit edit) files.put(edit.to(), edit.content());
            else if (step instanceof Step.Move move) files.put(move.to(), "from " + move.path() + "\n");
            else files.put(step.path(), "retired: " + step.reason() + "\n");
        }
        return files;
    }

    /** The decision of a key. */
    public static Decision decision(Proposal proposal, String key) {
        return proposal.decisions().stream()
                .filter(one -> one.key().equals(key))
                .findFirst()
                .orElseThrow();
    }

    /** What it leaves for the user, as {@code subject: fact}. */
    public static List<String> left(Proposal proposal) {
        return proposal.leftForYou().stream()
                .map(finding -> finding.subject() + ": " + finding.fact())
                .toList();
    }
}
