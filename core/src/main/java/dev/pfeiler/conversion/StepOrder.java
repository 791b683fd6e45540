package dev.pfeiler.conversion;

import dev.pfeiler.evidence.Refusal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/** Puts steps into an order in which no file is in another's way. */
final class StepOrder {
    private final Map<String, Step> leaving = new HashMap<>();
    private final Predicate<String> exists;
    private final List<Step> ordered = new ArrayList<>();
    private final Set<Step> done = new LinkedHashSet<>();
    private final Set<Step> pending = new LinkedHashSet<>();

    private StepOrder(Predicate<String> exists) {
        this.exists = exists;
    }

    /**
     * Orders steps so that a place is free before a file comes to it.
     *
     * @param exists whether a file is at a path before the first step
     * @throws Refusal if two files come to one place, or a file would be written over
     */
    static List<Step> of(List<Step> steps, Predicate<String> exists) {
        StepOrder order = new StepOrder(exists);
        Map<String, String> comers = new HashMap<>();
        for (Step step : steps) {
            if (step.leaves()) {
                if (order.leaving.put(step.path(), step) != null) {
                    throw new IllegalStateException("two steps take " + step.path() + " away");
                }
            }
            step.goal().ifPresent(goal -> {
                String other = comers.put(goal, step.path());
                if (other != null) throw collision(goal, other, step.path());
            });
        }
        steps.forEach(order::add);
        return order.ordered;
    }

    private void add(Step step) {
        if (done.contains(step)) return;
        if (!pending.add(step)) {
            throw Refusal.notPossible(
                    "Moving these files would form a cycle: " + step.path() + ".",
                    "Rename one of them first, or keep the layout with --keep-layout.");
        }
        String goal = step.goal().filter(exists).orElse(null);
        if (goal != null) {
            Step first = leaving.get(goal);
            if (first == null) throw collision(goal, goal, step.path());
            add(first);
        }
        pending.remove(step);
        done.add(step);
        ordered.add(step);
    }

    private static Refusal collision(String goal, String one, String other) {
        return Refusal.notPossible(
                one + " and " + other + " would both be moved to " + goal + ".",
                "Rename or remove one of them, or keep the layout with --keep-layout.");
    }
}
