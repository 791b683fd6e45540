package dev.pfeiler.conversion;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Looks up the entries of a ledger by path. */
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

    /** The entries that moved or removed an original file at a path, in their order. */
    List<Ledger.Entry> tookFrom(String path) {
        return old.getOrDefault(path, List.of());
    }

    /** Whether a step created or moved a file at a path. */
    boolean isGoal(String path) {
        return goals.contains(path);
    }

    /** Whether the original tree had a file at a path. */
    boolean isOld(String path) {
        return untouched.contains(path) || old.containsKey(path);
    }
}
