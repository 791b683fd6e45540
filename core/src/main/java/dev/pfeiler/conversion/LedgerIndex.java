package dev.pfeiler.conversion;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** A ledger by path: each step of an undo asks what others do with its paths. */
final class LedgerIndex {
    private final Map<String, List<Ledger.Entry>> old = new HashMap<>();
    private final Set<String> goals = new HashSet<>();
    private final Set<String> untouched;

    LedgerIndex(Ledger ledger) {
        untouched = new HashSet<>(ledger.untouched());
        for (Ledger.Entry entry : ledger.entries()) {
            if (entry.source().isPresent())
                old.computeIfAbsent(entry.path(), path -> new ArrayList<>(1)).add(entry);
            entry.result().ifPresent(result -> goals.add(result.path()));
        }
    }

    /** The steps that took a file of the old tree away from a path, in their order. */
    List<Ledger.Entry> tookFrom(String path) {
        return old.getOrDefault(path, List.of());
    }

    /** Whether a step put a file at a path. */
    boolean isGoal(String path) {
        return goals.contains(path);
    }

    /** Whether the old tree had a file at a path. */
    boolean isOld(String path) {
        return untouched.contains(path) || old.containsKey(path);
    }
}
