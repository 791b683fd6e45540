package dev.pfeiler.ecosystem.node.decision;

import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Question;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Decides by which package manager people install: lock files tell; where they contradict each other, the user does. */
public final class ManagerDecision {
    private static final String KEY = "package-manager";
    private static final String USUAL = "npm";
    /** The lock files of each. Source: the documentation of each. */
    private static final Map<String, String> LOCKS = new TreeMap<>(Map.of(
            "package-lock.json", USUAL, "npm-shrinkwrap.json", USUAL, "yarn.lock", "yarn", "pnpm-lock.yaml", "pnpm"));

    private ManagerDecision() {}

    /** Its name, as a command. */
    public static String of(ProjectTree tree, Deliberation deliberation) {
        Map<String, List<Evidence>> found = new TreeMap<>();
        LOCKS.forEach((file, manager) -> {
            if (tree.has(file))
                found.computeIfAbsent(manager, m -> new ArrayList<>())
                        .add(Evidence.of(file, "a lock file of " + manager));
        });
        if (found.isEmpty()) return USUAL;
        String[] all = {USUAL, "pnpm", "yarn"};
        List<Evidence> places = found.values().stream().flatMap(List::stream).toList();
        if (found.size() > 1) {
            String names = String.join(" and ", found.keySet());
            Question question = new Question(
                    KEY,
                    "Which package manager does the project use? It has lock files of " + names + ".",
                    Optional.of(
                            found.containsKey(USUAL)
                                    ? USUAL
                                    : found.keySet().iterator().next()),
                    List.copyOf(found.keySet()));
            return deliberation.ask(question, "Package manager", places, Choosable.oneOf(all));
        }
        return deliberation.settle(
                Decision.of(
                        KEY,
                        "Package manager",
                        found.keySet().iterator().next(),
                        Certainty.CERTAIN,
                        "its lock file is in the project",
                        places),
                Choosable.oneOf(all));
    }
}
